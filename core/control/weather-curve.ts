import type { Job, WeatherCurve } from '../../model/job.ts';
import type { CircuitDesign } from '../design/design.ts';
import { dropsAsSet } from '../design/flow-shares.ts';
import { ladder, lawsOf, type Rung } from '../emitter/ladder.ts';
import { type EmitterLaw, lawOfRating, USUAL_EXPONENT } from '../emitter/law.ts';
import { type Along, flowTemperatureAlong, WHOLE } from '../emitter/series.ts';
import { settledJob } from '../plan/settled-job.ts';
import { boilerEfficiency } from '../plant/boiler-efficiency.ts';
import { copOf } from '../plant/source-gain.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { HEATING_LIMIT } from '../rules/heating-limit.ts';

/** Degrees C: outdoors, and the flow it takes. */
export interface CurvePoint {
  outdoor: number;
  flow: number;
}

/** A straight curve as a controller takes it. */
export interface StraightCurve {
  slope: number;
  shift: number;
}

/** The room temperature from which controllers count their curves, degrees C: common practice. */
export const COUNTED_FROM = 20;
/** Step of the outdoor temperatures at which a need is worked out, K. */
const STEP = 1;

/** Outdoor temperatures from the design day to the end of heating. */
export const outdoorRange = (design: number): number[] => {
  const count = Math.max(1, Math.ceil((HEATING_LIMIT - design) / STEP));
  return Array.from({ length: count + 1 }, (_, i) => Math.min(design + i * STEP, HEATING_LIMIT));
};

/** What has to be heated together by water of one temperature. */
interface Need {
  laws: { law: EmitterLaw; along: Along }[];
  load: number;
  drop: number;
  room: number;
}

function needsOf(job: Job, circuit: CircuitDesign, all: readonly Rung[]): Need[] {
  const decided = job.circuits.find((each) => each.id === circuit.id);
  if (!decided || circuit.load.value <= 0) return [];
  const rungs = all.filter((rung) => rung.circuitId === circuit.id);
  const dropAsSet = dropsAsSet(circuit.sized, decided.temperatureDifference);
  const needs = rungs.map(({ emitters, along, load, drop, roomTemperature, roomId }) => ({
    laws: lawsOf({ emitters, along }),
    load,
    drop: dropAsSet.get(roomId) ?? drop,
    room: roomTemperature,
  }));
  // Rooms without emitters are as warm as their circuit was designed for.
  const bare = job.rooms.filter(
    (room) => circuit.roomIds.includes(room.id) && room.emitters.length === 0 && (room.heatLoad ?? 0) > 0,
  );
  const { flowTemperature: flow, temperatureDifference: drop } = decided;
  for (const room of bare) {
    const law = lawOfRating(room.heatLoad ?? 0, flow, flow - drop, room.roomTemperature, USUAL_EXPONENT[decided.emitters]);
    if (law.coefficient > 0)
      needs.push({ laws: [{ law, along: WHOLE }], load: room.heatLoad ?? 0, drop, room: room.roomTemperature });
  }
  return needs.filter((need) => need.laws.some(({ law }) => law.coefficient > 0));
}

/**
 * Flow temperature a circuit needs at each outdoor temperature: that of the room which needs most. Loads fall in a straight line
 * from the design day to nothing where it is as warm outdoors as in the room; the water's flow stays, so its fall shrinks with
 * the load.
 * @param rungs the ladder of the job
 * @returns nothing while the circuit has no load, or emitters that can give it
 */
export function circuitNeed(job: Job, circuit: CircuitDesign, rungs: readonly Rung[] = ladder(job)): CurvePoint[] {
  const needs = needsOf(job, circuit, rungs);
  if (needs.length === 0) return [];
  const coldest = job.site.outdoorDesignTemperature;
  return outdoorRange(coldest).map((outdoor) => ({
    outdoor,
    flow: Math.max(
      ...needs.map(({ laws, load, drop, room }) => {
        const share = Math.min(Math.max((room - outdoor) / Math.max(room - coldest, 1), 0), 1);
        return share > 0 ? flowTemperatureAlong(laws, load * share, drop * share, room) : room;
      }),
    ),
  }));
}

/** Share of the design day's load that is left at an outdoor temperature, in a straight line to nothing. */
export const loadShare = ({ site }: Pick<Job, 'site'>, outdoor: number): number =>
  Math.min(Math.max((COUNTED_FROM - outdoor) / Math.max(COUNTED_FROM - site.outdoorDesignTemperature, 1), 0), 1);

/** What the source has to send: the most that any circuit needs, with what a ring main loses on the way to it. */
export function sourceNeed(job: Job, circuits: readonly CircuitDesign[], rungs: readonly Rung[] = ladder(job)): CurvePoint[] {
  const needs = circuits
    .map((circuit) =>
      circuitNeed(job, circuit, rungs).map(({ outdoor, flow }) => ({
        outdoor,
        flow: flow + (circuit.sized?.below ?? 0) * loadShare(job, outdoor),
      })),
    )
    .filter((points) => points.length > 0);
  return (needs[0] ?? []).map(({ outdoor }, i) => ({ outdoor, flow: Math.max(...needs.map((points) => points[i]?.flow ?? 0)) }));
}

/** Flow temperature of a straight curve: T = 20 + slope (20 - outdoor) + shift, degrees C. */
export const straightAt = ({ slope, shift }: StraightCurve, outdoor: number): number =>
  COUNTED_FROM + slope * (COUNTED_FROM - outdoor) + shift;

/**
 * The straight curve that is nowhere below a need and least above it on average. Such a line touches the need at two points, or
 * at one with a slope of 0; all pairs are tried.
 * @returns null without points, or where no water is hot enough
 */
export function fitCurve(points: readonly CurvePoint[]): StraightCurve | null {
  if (points.length === 0 || points.some((point) => !Number.isFinite(point.flow))) return null;
  const ofPair = (a: CurvePoint, b: CurvePoint): StraightCurve => {
    const slope = (a.flow - b.flow) / (b.outdoor - a.outdoor);
    return { slope, shift: a.flow - COUNTED_FROM - slope * (COUNTED_FROM - a.outdoor) };
  };
  let best: { curve: StraightCurve; above: number } | null = null;
  const consider = (curve: StraightCurve) => {
    let above = 0;
    for (const { outdoor, flow } of points) {
      const over = straightAt(curve, outdoor) - flow;
      if (over < -1e-9) return;
      above += over;
    }
    if (curve.slope >= 0 && (!best || above < best.above)) best = { curve, above };
  };
  consider({ slope: 0, shift: Math.max(...points.map((point) => point.flow)) - COUNTED_FROM });
  points.forEach((a, i) => {
    for (const b of points.slice(i + 1)) if (b.outdoor > a.outdoor) consider(ofPair(a, b));
  });
  return (best as { curve: StraightCurve } | null)?.curve ?? null;
}

/** A curve as set, its slope fitted to a need where it is left to the program. */
export function settledCurve(set: WeatherCurve, need: readonly CurvePoint[]): StraightCurve | null {
  if (set.slope !== 'auto') return { slope: set.slope, shift: set.shift };
  const fitted = fitCurve(need);
  return fitted && { slope: fitted.slope, shift: fitted.shift + set.shift };
}

/** What a controller sends by a curve between its limits, degrees C. */
export const sentAt = (set: WeatherCurve, curve: StraightCurve, outdoor: number): number =>
  Math.min(Math.max(straightAt(curve, outdoor), set.least), set.most);

/**
 * How much more a source buys for the same heat at one flow temperature than at another, as a share: a heat pump electricity, from
 * its data points or the default map; a condensing boiler fuel, by what its return then is. Null for any other source.
 */
export function excessCost(job: Job, outdoor: number, sent: number, needed: number): number | null {
  const { heatPump, condenses } = traitsOf(job.source);
  if (condenses) {
    // The fall of the water shrinks with the load.
    const drop = settledJob(job).source.temperatureDifference * loadShare(job, outdoor);
    return boilerEfficiency(job.source.kind, needed - drop) / boilerEfficiency(job.source.kind, sent - drop) - 1;
  }
  if (!heatPump) return null;
  const [at, wanted] = [copOf(job.source, outdoor, sent), copOf(job.source, outdoor, needed)];
  return wanted / at - 1;
}
