import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { CyclingCure } from '../design/cycling.ts';
import { betweenAs } from '../plan/station-edits.ts';
import { stockedTank } from '../plant/buffer.ts';
import type { Cycle } from '../plant/cycling.ts';
import type { HeldMoment } from '../run/held-moment.ts';
import { type CyclingAsk, curedBy, leastTank } from './cycling-ask.ts';

/** Narrow delta T and wide band that are tried, K: common practice. */
const NARROW = 5;
const WIDE = 10;
/** A tank on the wall beyond this is no remedy for a house, m3. */
const MOST_IN_RETURN = 0.8;

/** Changes to the plant that leave no day of heating with too many starts, smallest first. */
export function cyclingCures(
  context: Context,
  ask: CyclingAsk,
  moments: readonly HeldMoment[],
  perVolume: number,
): CyclingCure[] {
  const { job, say } = context;
  const { source } = job;
  const { traits } = context.piping.between();
  const cures: CyclingCure[] = [];
  const inReturn = (volume: number): JobEdit => ({
    at: 'source/volumiser',
    value: stockedTank(volume + (source.volumiser ?? 0)),
  });
  const band: JobEdit[] = [
    { at: 'source/firing/stopsAbove', value: WIDE },
    { at: 'source/firing/startsBelow', value: WIDE },
  ];
  const wider = (cycle: Cycle): Cycle => ({ ...cycle, stopsAbove: WIDE, startsBelow: WIDE });
  const faster = (cycle: Cycle): Cycle => ({ ...cycle, through: (cycle.through * source.temperatureDifference) / NARROW });
  const narrow: JobEdit = { at: 'source/temperatureDifference', value: NARROW };
  const canNarrow = traits.decouples && !context.piping.tank && source.temperatureDifference > NARROW * 1.1;
  const isWide = moments.every(({ cycle }) => cycle.stopsAbove >= WIDE && cycle.startsBelow >= WIDE);
  const offer = (label: string, edits: JobEdit[], change: (cycle: Cycle) => Cycle) => {
    if (curedBy(ask, moments, change)) {
      cures.push({ label, edits });
      return;
    }
    if (context.piping.tank) return;
    const volume = leastTank(ask, moments, perVolume, change);
    if (volume === null || volume > MOST_IN_RETURN) return;
    const tank = inReturn(volume);
    const with_ = `a tank of ${say(tank.value as number, 'volume')} in the return`;
    cures.push({ label: edits.length > 0 ? `${label} and ${with_}` : `A${with_.slice(1)}`, edits: [...edits, tank] });
  };
  offer('', [], (cycle) => cycle);
  if (!isWide) offer(`A band of ${say(WIDE, 'temperatureDifference')} either way`, band, wider);
  if (canNarrow) {
    offer(`A delta T of ${say(NARROW, 'temperatureDifference')}`, [narrow], faster);
    if (!isWide && cures.length === 0)
      offer(
        `A delta T of ${say(NARROW, 'temperatureDifference')}, a band of ${say(WIDE, 'temperatureDifference')} either way`,
        [narrow, ...band],
        (cycle) => faster(wider(cycle)),
      );
  }
  const circuits = job.circuits.filter(({ zones }) => zones === 'rooms');
  if (circuits.length > 0 && curedBy({ ...ask, thermostats: job.circuits.length }, moments, (cycle) => cycle))
    cures.push({
      label: 'One thermostat a circuit, so that more stays open',
      edits: circuits.map(({ id }) => ({ at: `circuits/${id}/zones`, value: 'circuit' })),
    });
  if (!context.piping.tank) cures.push(bufferFor(context, moments));
  else
    cures.push({
      label: 'Choose the tank that is enough',
      edits: [{ at: `${context.piping.tank?.place ?? 'separation'}/volume`, value: 'auto' }],
    });
  return cures;
}

/** A buffer; and more flow through the source where its outlet would trip the limiter long before the sensor in the tank is warm. */
function bufferFor({ job, say }: Context, moments: readonly HeldMoment[]): CyclingCure {
  const buffer = betweenAs('tank');
  const pass = Math.max(...moments.map(({ cycle }) => cycle.least / cycle.through));
  const limit = Math.min(...moments.map(({ cycle }) => cycle.limitAbove));
  const { temperatureDifference: drop } = job.source;
  if (pass <= limit) return { label: 'A buffer between source and circuits', edits: buffer };
  const narrow = Math.max(Math.floor(((drop * PASS_OF_LIMIT * limit) / pass) * 2) / 2, 1);
  return {
    label: `A buffer between source and circuits, and a delta T of ${say(narrow, 'temperatureDifference')} at the source`,
    edits: [...buffer, { at: 'source/temperatureDifference', value: narrow }],
  };
}

/** Rise in one pass that leaves room below the limiter, as a share of that. */
const PASS_OF_LIMIT = 0.6;
