import { normalOf } from '../quantity/normal.fixture.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import type { TuningReading } from './tune-curve.ts';

/**
 * Houses to tune a curve on, made up and seeded: a room that keeps its heat for one to four days, water by a curve through emitters
 * that hold it against the weather, gains that change from day to day, and a winter that swings.
 */
export interface SyntheticHouse {
  /** Slope at which the room is as warm as wanted on average. */
  right: number;
  /** Lives on for a day with a slope; @returns the means of that day. */
  day(slope: number): { room: number; outdoor: number };
}

export function syntheticHouse(seed: number): SyntheticHouse {
  const next = seededNumbers(seed * 7919 + 13);
  const normal = normalOf(next);
  const between = (a: number, b: number) => a + (b - a) * next();
  const loss = between(120, 260);
  const tau = between(20, 90) * 3600;
  const exponent = between(1.05, 1.3);
  const right = between(0.3, 0.85);
  const gains = between(150, 270);
  // Emitters such that the right slope holds 20 degrees at 3 degrees outdoors with the usual gains.
  const usual = 3;
  const excess = right * (20 - usual);
  const emitter = (loss * (20 - usual) - gains) / excess ** exponent;
  let room = 20 + 1.5 * normal();
  let swing = 0;
  let sun = 0;
  let before = usual;
  return {
    right,
    day(slope) {
      swing = 0.75 * swing + Math.sqrt(1 - 0.75 ** 2) * 2.2 * 1.6 * normal();
      // Fine and dull spells last for some days.
      sun = 0.7 * sun + Math.sqrt(1 - 0.7 ** 2) * 110 * normal();
      const outdoor = usual + swing;
      let sum = 0;
      for (let hour = 0; hour < 24; hour++) {
        const now = outdoor + 2.2 * Math.cos(((hour - 15) / 24) * 2 * Math.PI);
        const water = 20 + slope * (20 - now);
        const heat = emitter * Math.max(water - room, 0) ** exponent;
        room += ((heat + gains + sun - loss * (room - now)) * 3600) / (loss * tau);
        sum += room;
      }
      const mean = (outdoor + before) / 2;
      before = outdoor;
      return { room: sum / 24 + 0.2 * normal(), outdoor: mean };
    },
  };
}

/** Tunes a house by a rule until it ends or the winter does. @returns the slope left, and how long it took */
export function tuneHouse(
  house: SyntheticHouse,
  rule: (readings: readonly TuningReading[]) => { done: boolean; slope: number; dueInDays?: number },
): { slope: number; days: number; steps: number; ended: boolean } {
  const readings: TuningReading[] = [];
  let advice = rule(readings);
  let steps = 0;
  let day = 0;
  while (!advice.done && day < 150) {
    const wait = advice.dueInDays ?? 1;
    let last = { room: 20, outdoor: 3 };
    for (let i = 0; i < wait; i++) last = house.day(advice.slope);
    day += wait;
    readings.push({ day, slope: advice.slope, shift: 0, wanted: 20, ...last });
    const before = advice.slope;
    advice = rule(readings);
    if (advice.slope !== before) steps++;
  }
  return { slope: advice.slope, days: day, steps, ended: advice.done };
}

/** The plain way, for comparison: a step down while too warm, half a step back once short, done within half a kelvin. */
export function bracketing(readings: readonly TuningReading[]): { done: boolean; slope: number } {
  const last = readings.at(-1);
  if (!last) return { done: false, slope: 0.7 };
  const off = ({ room, wanted }: TuningReading) => room - wanted;
  if (Math.abs(off(last)) <= 0.5) return { done: true, slope: last.slope };
  const short = readings.filter((each) => off(each) < -0.5).map(({ slope }) => slope);
  const warm = readings.filter((each) => off(each) > 0.5).map(({ slope }) => slope);
  const between = (Math.min(...warm, Number.POSITIVE_INFINITY) - Math.max(...short, 0)) / 2;
  const step = short.length > 0 && warm.length > 0 ? Math.min(0.05, between) : off(last) > 0 ? 0.1 : 0.05;
  const slope = Math.max(last.slope + (off(last) > 0 ? -step : step), 0.1);
  return { done: Math.abs(slope - last.slope) < 1e-3, slope };
}
