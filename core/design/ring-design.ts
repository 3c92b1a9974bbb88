import type { Separation } from '../../model/job.ts';
import { byRule, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { boreArea, pipeFlow } from '../pipe/friction.ts';
import type { Context, FilledState } from './context.ts';
import type { SizedPipe } from './pipe-design.ts';
import type { Taker } from './takers.ts';

/** Pipe from pair to pair of a ring main with the tees on it: what it loses at design flow, and what it holds, m3. */
export interface RingWay {
  loss: Figure;
  content: number;
}

/** A pair of tees on a ring main at design flows. */
export interface PairFlow {
  id: string;
  supply: Figure;
  back: Figure;
  /** What hangs on it draws, kg/s. */
  drawn: Figure;
}

/**
 * What each pair of tees on a ring main gets from the one before it, and leaves to the next.
 * @param pairs their ids in order, with the start of the ids of their figures @param first what comes to the first of them
 */
export function designPairs(
  { book }: Context,
  takers: readonly Taker[],
  pairs: readonly { id: string; place: string; label: string }[],
  { first, massFlow, sent }: { first: Figure; massFlow: Figure; sent: Ingredient },
): PairFlow[] {
  // What comes to a pair: what the source sends, then what the pair before left.
  let arrives = sent;
  return pairs.map(({ id, place, label }, i): PairFlow => {
    const own = takers.filter(({ port }) => port === id);
    const m = own.reduce((sum, { at }) => sum + at.flow, 0);
    const drawn = book.add({
      id: `${place}/drawn`,
      label: `${label}: flow drawn`,
      kind: 'massFlow',
      value: m,
      formula: 'm = Σ m · s, s = 1 for a direct circuit',
      source: 'a mixed circuit draws its share of hot water, a direct one all its flow',
      terms: Object.fromEntries(own.map(({ massFlow: each }, k) => [`m${k + 1}`, each])),
    });
    const supply =
      i === 0
        ? first
        : book.add({
            id: `${place}/supply`,
            label: `${label}: supply`,
            kind: 'temperature',
            value: own[0]?.at.supply ?? arrives.value,
            formula: 'T = T of the pair before, and no hotter than what turns round at this one leaves it',
            source: 'the pairs lie one behind the other on the ring',
            terms: { T: arrives, m: drawn, m_ring: massFlow },
          });
    const heat = own.reduce((sum, { at }) => sum + at.flow * (at.supply - at.back), 0);
    const back = book.add({
      id: `${place}/back`,
      label: `${label}: what it leaves behind`,
      kind: 'temperature',
      value: massFlow.value > 0 ? arrives.value - heat / massFlow.value : arrives.value,
      formula: 'T′ = T − Σ m (T_s − T_r) / m_ring',
      source: 'energy balance between its tees',
      terms: {
        T: arrives,
        m: drawn,
        m_ring: massFlow,
        ...Object.fromEntries(own.map(({ returnTemperature }, k) => [`T_r${k + 1} wanted`, returnTemperature])),
      },
    });
    arrives = back;
    return { id, supply, back, drawn };
  });
}

/** A ring main as it is to be sized, on the pipe that feeds it. */
interface RingAsked {
  id: string;
  label: string;
  entry: Separation;
  run: SizedPipe;
  volumeFlow: Figure;
  fluid: FilledState;
}

/** The pipe of a ring main between its pairs of tees, and the tees passed straight. Its content in m3. */
export function designRing({ book, rules }: Context, { id, label, entry, run, volumeFlow, fluid }: RingAsked): RingWay {
  const { size, material } = run.pipe;
  const length = entry.pairs.reduce((sum, { distance }) => sum + distance, 0);
  const pairs = entry.pairs.length + 1;
  const { gradient, velocity } = pipeFlow(volumeFlow.value, size.bore, material.roughness, fluid);
  const tees = (pairs * rules.teeLoss.limit * fluid.density * velocity ** 2) / 2;
  const loss = book.add({
    id: `${id}/loss`,
    label: `${label}: pressure loss`,
    kind: 'pressure',
    value: gradient * length + tees,
    formula: 'Δp = R · L + n · ζ · ρ v² / 2',
    source: 'Darcy-Weisbach; the pump that feeds it moves the water round the ring',
    terms: {
      V: volumeFlow,
      R: given('friction in the pipe that feeds it', 'gradient', gradient, 'Darcy-Weisbach'),
      L: given('pipe from pair to pair', 'length', length, 'its entries'),
      ζ: byRule(rules.teeLoss),
    },
  });
  return { loss, content: length * boreArea(size.bore) };
}
