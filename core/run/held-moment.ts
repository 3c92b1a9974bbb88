import { loadShare, type StraightCurve, sentAt } from '../control/weather-curve.ts';
import type { Design } from '../design/design.ts';
import type { PlantState } from '../design/plant-state.ts';
import { fluidOf, fluidState } from '../fluid/fluid.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';
import type { SettledJob } from '../plan/settled-job.ts';
import type { Cycle } from '../plant/cycling.ts';
import { firingOf } from '../plant/firing.ts';
import { leastOutputNow } from '../plant/heat-pump.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { rulebookOf } from '../rules/rulebooks.ts';
import { inOrderOfWater, outletLine, type RunZone } from './zone.ts';

/** What follows the weather in a job. */
export interface Curves {
  source: StraightCurve | null;
  circuits: ReadonlyMap<string, StraightCurve | null>;
}

/** What a set of calls does, held as it is: its draught at the water sent, and the waters it stands in. */
export interface HeldMoment {
  outdoor: number;
  /** Degrees C wanted of the source. */
  wanted: number;
  cycle: Cycle;
  /** J/K of the source and its pipe alone, without a buffer. */
  sourceAlone: number;
  /** What the rooms of the set need just now, W. */
  needed: number;
}

/** Water of the plant as a run counts it, m3: source and pipe, tank in the return, everything that moves with the circuits, a buffer. */
export function watersOf(job: SettledJob, design: Pick<Design, 'source' | 'circuits' | 'figures' | 'buffer'>) {
  const { source, figures, circuits, buffer } = design;
  return {
    source: (figures['source/waterContent']?.value ?? 0) + (source?.run.content.value ?? 0),
    tank: job.source.volumiser ?? 0,
    ...waterOfCircuits(design, circuits),
    buffer: pipingOf(job).tank ? (buffer?.tank?.volume.value ?? 0) : 0,
  };
}

/** Water in the runs and emitters of some circuits, m3. */
export const waterOfCircuits = ({ figures }: Pick<Design, 'figures'>, circuits: Design['circuits']) => ({
  runs: circuits.reduce((sum, { sized }) => sum + (sized?.run.content.value ?? 0), 0),
  emitters: circuits.reduce((sum, { id, sized }) => sum + (sized ? (figures[`circuits/${id}/waterContent`]?.value ?? 0) : 0), 0),
});

/** Temperature of the water that a set of calls finds, by the weather. */
const sentBy = (fixed: number, set: SettledJob['source']['curve'], curve: StraightCurve | null, outdoor: number): number =>
  set && curve ? sentAt(set, curve, outdoor) : fixed;

/**
 * A set of calls at an outdoor temperature: rooms at their set points, floors as warm as what the rooms need holds them, water as
 * the curves send it, flows as the network solves them for these calls.
 * @param state the plant solved with these zones calling
 */
export function heldMoment(
  job: SettledJob,
  design: Pick<Design, 'source' | 'circuits' | 'figures' | 'buffer'>,
  zones: readonly RunZone[],
  state: PlantState,
  curves: Curves,
  outdoor: number,
): HeldMoment {
  const fluid = fluidState(fluidOf(job.fluid), job.source.flowTemperature - job.source.temperatureDifference / 2);
  const perVolume = fluid.density * fluid.specificHeat;
  const wanted = sentBy(job.source.flowTemperature, job.source.curve, curves.source, outdoor);
  const { traits } = pipingOf(job).between();
  const plates = traits.partsWater ? job.separation.approach : 0;
  // A ring main loses less on the way to a pair of tees the less is taken from it.
  const share = loadShare(job, outdoor);
  let [taken, perKelvin, drawn, mixed, mixedBelow, needed] = [0, 0, 0, 0, 0, 0];
  for (const circuit of state.circuits) {
    const decided = job.circuits.find((each) => each.id === circuit.id);
    if (!circuit.running || !decided || circuit.massFlow <= 0) continue;
    const isMixed = decided.connection === 'mixed';
    const below = design.circuits.find((each) => each.id === circuit.id)?.sized?.below ?? 0;
    const sent = wanted - plates - below * share;
    const set = decided.curve;
    const mix = isMixed ? sentBy(decided.flowTemperature, set, curves.circuits.get(circuit.id) ?? null, outdoor) : sent;
    const enters = Math.min(mix, sent);
    let [heat, slope] = [0, 0];
    for (const zone of zones) {
      if (zone.circuitId !== circuit.id) continue;
      const need = Math.max(zone.loss * (zone.setPoint - outdoor), 0);
      needed += need;
      const floor = zone.setPoint + (zone.floor ? need / zone.floor.toRoom : 0);
      const left = new Map<string, { carries: number; water: number; slope: number }>();
      for (const emitter of inOrderOfWater(zone.emitters)) {
        const loop = circuit.loops.find((each) => each.place === emitter.place);
        const carries = Math.max(loop?.flow ?? 0, 0) * perVolume;
        // One behind another gets what that leaves of each kelvin, and of the heat.
        const ahead = emitter.behind === null ? undefined : left.get(emitter.behind);
        const [water, reaches] = ahead ? [ahead.water / ahead.carries, ahead.slope / ahead.carries] : [enters, 1];
        const excess = water - (emitter.inFloor ? floor : zone.setPoint);
        if (carries < 1e-6) continue;
        const line = outletLine(emitter, excess, carries);
        const gone = excess - (line.slope * excess + line.base);
        heat += carries * gone;
        slope += carries * reaches * (1 - line.slope);
        const beside = left.get(partOfLoop(emitter.place)) ?? { carries: 0, water: 0, slope: 0 };
        left.set(partOfLoop(emitter.place), {
          carries: beside.carries + carries,
          water: beside.water + carries * (water - gone),
          slope: beside.slope + carries * reaches * line.slope,
        });
      }
    }
    taken += heat;
    const flow = circuit.massFlow * fluid.specificHeat;
    if (isMixed && sent > mix) {
      const back = enters - heat / flow;
      const hot = heat / Math.max(sent - back, 0.5);
      mixed += hot;
      mixedBelow += hot * (sent - back);
    } else {
      perKelvin += slope;
      drawn += flow;
    }
  }
  const water = watersOf(job, design);
  const buffered = pipingOf(job).tank !== null;
  const through = (!traits.decouples ? drawn + mixed : Math.max(state.source.massFlow, 0) * fluid.specificHeat) || 1;
  return {
    outdoor,
    wanted,
    needed,
    sourceAlone: water.source * perVolume,
    cycle: {
      ...firingOf(job.source),
      // Beside a buffer its sensor sits in that, and the source follows.
      atSource: (water.source + water.buffer) * perVolume,
      tank: buffered ? 0 : water.tank * perVolume,
      beyond: (water.runs + water.emitters) * perVolume,
      through,
      drawn,
      mixed,
      mixedAbove: mixed > 0 ? Math.max(mixedBelow / mixed, 1) : 1,
      least: leastNow(job, design, outdoor, wanted),
      taken,
      takenPerKelvin: perKelvin,
    },
  };
}

/** Least output just now, W. */
function leastNow(
  job: SettledJob,
  { source, buffer }: Pick<Design, 'source' | 'buffer'>,
  outdoor: number,
  wanted: number,
): number {
  const capacity = source?.capacity.value ?? 0;
  const least = Math.min(buffer?.leastOutput.value ?? 0, capacity);
  if (!traitsOf(job.source).heatPump || capacity <= 0) return least;
  const enclosedShare = rulebookOf(job).rules.enclosedShare.limit;
  const map = { source: job.source, capacity, design: job.site.outdoorDesignTemperature, enclosedShare };
  return leastOutputNow(map, least, job.source.leastOutput !== 'auto', outdoor, wanted);
}
