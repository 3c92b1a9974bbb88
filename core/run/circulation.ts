import type { HotWater } from '../../model/job.ts';
import { pipeTransmittance, usualInsulation } from '../pipe/heat-loss.ts';

/** Hours in which a circulation by the clock runs: mornings and evenings, common practice. */
const BY_CLOCK: readonly (readonly [number, number])[] = [
  [5.5, 8.5],
  [17, 22],
];
/** How long one that is asked for runs before each draw, h: common practice. */
const ASKED_FOR = 0.25;
/** Fall of its water on the way round while it runs, K, for which its flow is set: common practice, 5 K at most. */
const FALL = 5;
/** Outside and bore of the pipe it is laid in, m, and W that its pump takes: common practice and from memory. */
const PIPE = { outside: 0.015, bore: 0.013 };
export const CIRCULATION_PUMP = 7;
/** Layer of the store its return enters, from the top: the upper third, common practice. */
export const RETURN_LAYER = 3;

/** What a circulation does while it runs: W/K that go round, and the share of what they stand above the air that they bring back. */
export interface Round {
  carries: number;
  keeps: number;
}

/** Hot water kept at the taps. */
export class Circulation {
  readonly round: Round;
  private readonly hotWater: HotWater;
  private readonly draws: readonly { hour: number }[];

  /** @param surroundings air round its pipe, degrees C */
  constructor(hotWater: HotWater, draws: readonly { hour: number }[], surroundings: number) {
    this.hotWater = hotWater;
    this.draws = draws;
    const loses = pipeTransmittance(PIPE.outside, usualInsulation(PIPE.bore)) * hotWater.circulationLength;
    const above = Math.max(hotWater.storeTemperature - surroundings, FALL + 1);
    // All of it falls by FALL on the way at the store's temperature: e^(-UA / C) = (above - FALL) / above.
    const keeps = (above - FALL) / above;
    this.round = { carries: loses > 0 ? loses / -Math.log(keeps) : 0, keeps };
  }

  /** Whether its pump turns. @param cleaning whether the hygiene cycle is on */
  runs(hour: number, cleaning: boolean): boolean {
    const { circulation, hygieneCirculates, circulationLength } = this.hotWater;
    if (circulation === 'none' || circulationLength <= 0) return false;
    if (cleaning && hygieneCirculates) return true;
    if (circulation === 'timed') return BY_CLOCK.some(([from, to]) => hour >= from && hour < to);
    return this.draws.some(({ hour: at }) => hour >= at - ASKED_FOR && hour < at);
  }
}
