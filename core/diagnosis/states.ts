import type { StateNote } from '../../model/book/entry.ts';
import type { Assembly } from '../design/assembly.ts';
import { stateKey } from './evidence.ts';

/** Most states beside the one that stands that are thought of: each is worked out with every fault. */
const MOST = 4;

/**
 * States that thermostats can bring about, each telling what the others hide: one zone of a circuit alone, where nothing else may flow, and
 * one circuit alone.
 * @param now the state that stands @returns that first, then others
 */
export function statesToTry({ zones, circuits }: Pick<Assembly, 'zones' | 'circuits'>, now: StateNote): StateNote[] {
  const of = (id: string) => zones.filter(({ circuitId }) => circuitId === id).map((zone) => zone.id);
  const several = circuits.map(({ id }) => of(id)).filter((own) => own.length > 1);
  const alone = several.flatMap((own) => own.slice(0, 1).map((zone) => [zone]));
  const whole = circuits.length > 1 ? circuits.map(({ id }) => of(id)).filter((own) => own.length > 0) : [];
  const others = [...alone.slice(0, 2), ...whole.slice(0, 2), ...alone.slice(2), ...whole.slice(2)];
  const states = others.map((calls): StateNote => ({ ...now, calls }));
  const seen = new Set([stateKey(now)]);
  return [now, ...states.filter((state) => !seen.has(stateKey(state)) && seen.add(stateKey(state)))].slice(0, 1 + MOST);
}
