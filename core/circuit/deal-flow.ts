import { type EmitterLaw, excessFor, flowTemperatureFor, outputAt } from '../emitter/law.ts';
import { logMean } from '../network/heat.ts';

/** Something that takes a part of a circuit's flow, and how far its valve can be set. */
export interface Taker {
  /** Heat it has to give to its room and heat it takes from the water for that, W, above 0. */
  useful: number;
  load: number;
  law: EmitterLaw;
  /** Degrees C. */
  room: number;
  /** Least flow its meters can be read at, and the most its pipe carries, kg/s. */
  least: number;
  most: number;
  /** Least share of the excess over the room that the water may have left when it leaves. */
  even: number;
}

/** How the flow of a circuit is dealt out. */
export interface Deal {
  /** Degrees C that the tightest needs, and at which every other that can be set so gives just what its room needs. */
  flowTemperature: number;
  /** Mass flow of each, kg/s, and what it gives there over what it has to, as a share of that; 0 where it is set exactly. */
  flows: number[];
  surplus: number[];
}

/** Hottest water that is looked at, K over the warmest room. */
const HOTTEST = 120;

/**
 * Fall of water in K over an emitter that leaves a log-mean excess: the d with d / ln(x / (x - d)) = L.
 * @param x excess of the water entering, K @param excess log-mean excess, K
 * @returns 0 where the water is not that warm
 */
function fallFor(x: number, excess: number): number {
  if (excess >= x) return 0;
  let [low, high] = [0, x];
  for (let i = 0; i < 60; i++) {
    const fall = (low + high) / 2;
    if (logMean(x, Math.max(x - fall, 1e-12)) > excess) low = fall;
    else high = fall;
  }
  return (low + high) / 2;
}

/** Flow in kg/s that a taker is set to when water of a temperature comes. */
function setFlow(taker: Taker, flowTemperature: number, specificHeat: number): number {
  const { law, useful, load, room, least, most, even } = taker;
  const x = flowTemperature - room;
  if (x <= 0) return most;
  const furthest = (1 - even) * x;
  const fall = fallFor(x, excessFor([law], useful));
  // What cannot be held back any further gives more than it has to.
  const heat = fall > furthest ? (outputAt([law], logMean(x, even * x)) * load) / useful : load;
  const flow = fall > 0 ? heat / (specificHeat * Math.min(fall, furthest)) : most;
  return Math.min(Math.max(flow, least), Math.max(most, least));
}

/** Heat in W that a law gives to a room at a flow: its own fall of the water found with it. */
function givenAtFlow({ law, useful, load, room }: Taker, flow: number, flowTemperature: number, specificHeat: number): number {
  const x = flowTemperature - room;
  if (x <= 0) return 0;
  let [low, high] = [0, x];
  for (let i = 0; i < 60; i++) {
    const fall = (low + high) / 2;
    const gives = outputAt([law], logMean(x, Math.max(x - fall, 1e-12)));
    if ((gives * load) / useful > flow * specificHeat * fall) low = fall;
    else high = fall;
  }
  return outputAt([law], logMean(x, Math.max(x - (low + high) / 2, 1e-12)));
}

/**
 * Deals a circuit's flow out so that every emitter gives what its room needs from water of one temperature: emitters larger than
 * their load get less, the tight ones more. The flow of the whole stays; what is sought is the coolest water at which it is enough.
 * @param total kg/s @param specificHeat J/(kg K)
 * Source: energy balance and the law of each emitter (EN 442, EN 1264-2); how far a loop is closed is common practice.
 */
export function dealFlow(takers: readonly Taker[], total: number, specificHeat: number): Deal {
  const warmest = Math.max(...takers.map((taker) => taker.room));
  const sumAt = (flowTemperature: number) =>
    takers.reduce((sum, taker) => sum + setFlow(taker, flowTemperature, specificHeat), 0);
  let [low, high] = [warmest, warmest + HOTTEST];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (sumAt(middle) > total) low = middle;
    else high = middle;
  }
  // One that cannot be given more needs hotter water, and that then comes to all.
  const flowTemperature = takers.reduce(
    (hottest, taker) => Math.max(hottest, Math.min(neededAtMost(taker, specificHeat), warmest + HOTTEST)),
    (low + high) / 2,
  );
  const wanted = takers.map((taker) => setFlow(taker, flowTemperature, specificHeat));
  // What is left of the flow is shared by those that can take more.
  const full = takers.map((taker, i) => (wanted[i] as number) >= taker.most * (1 - 1e-9));
  const taken = wanted.reduce((sum, flow, i) => sum + (full[i] ? flow : 0), 0);
  const open = wanted.reduce((sum, flow) => sum + flow, 0) - taken;
  const flows = wanted.map((flow, i) =>
    open > 0 ? (full[i] ? flow : (flow * Math.max(total - taken, 0)) / open) : (flow * total) / taken,
  );
  return {
    flowTemperature,
    flows,
    surplus: takers.map((taker, i) => givenAtFlow(taker, flows[i] as number, flowTemperature, specificHeat) / taker.useful - 1),
  };
}

/** Water in degrees C that a taker needs with all the flow it can be given. */
const neededAtMost = ({ law, useful, load, room, most }: Taker, specificHeat: number): number =>
  flowTemperatureFor([law], useful, load / (specificHeat * most), room);
