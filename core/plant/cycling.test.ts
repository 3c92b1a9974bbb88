import { describe, expect, it } from 'vitest';
import { type Cycle, cyclingOf } from './cycling.ts';

/** 9 kW at least on 40 kJ/K of its own and 200 of the rest, 600 W/K between them, and a band of 10 K. */
const cycle = (fields: Partial<Cycle> = {}): Cycle => ({
  atSource: 40_000,
  tank: 0,
  beyond: 200_000,
  through: 1200,
  drawn: 600,
  mixed: 0,
  mixedAbove: 1,
  least: 9000,
  taken: 3000,
  takenPerKelvin: 0,
  stopsAbove: 5,
  startsBelow: 5,
  leastPause: 0,
  forcedRun: 0,
  startTime: 0,
  limitAbove: 30,
  ...fields,
});

/**
 * Two mixed waters and a steady draught in closed form: all water rises by u in a run and falls by it in a pause; the outlet runs
 * ahead by x = J (1 - e1)(1 - e0) / (1 - e1 e0), J = (C_R / C)^2 Q / W, e = exp(-t / tau), tau = C_s C_R / (C W); u + x = B.
 */
function inClosedForm({ atSource, beyond, drawn, through, least, taken, stopsAbove, startsBelow }: Cycle) {
  const whole = atSource + beyond;
  const exchange = Math.min(drawn, through);
  const jump = (beyond / whole) ** 2 * (least / exchange);
  const tau = (atSource * beyond) / (whole * exchange);
  let [low, high] = [0, stopsAbove + startsBelow];
  const times = (rise: number) => [(whole * rise) / (least - taken), (whole * rise) / taken] as const;
  for (let i = 0; i < 60; i++) {
    const rise = (low + high) / 2;
    const [e1, e0] = times(rise).map((time) => Math.exp(-time / tau)) as [number, number];
    if (rise + (jump * (1 - e1) * (1 - e0)) / (1 - e1 * e0) > stopsAbove + startsBelow) high = rise;
    else low = rise;
  }
  const [run, pause] = times(low);
  return { run, pause, starts: 3600 / (run + pause) };
}

describe('how often a source stops and starts', () => {
  it.each([{}, { taken: 6000 }, { taken: 1000 }, { atSource: 400_000 }, { drawn: 1200 }, { drawn: 2500 }, { beyond: 900_000 }])(
    'as two waters in closed form: %o',
    (fields) => {
      const byForm = inClosedForm(cycle(fields));
      const found = cyclingOf(cycle(fields));
      expect(found.starts / byForm.starts).toBeGreaterThan(0.9);
      expect(found.starts / byForm.starts).toBeLessThan(1.1);
    },
  );

  it('never stops where all of its least output is taken, and a tank that holds for hours is no cycling', () => {
    expect(cyclingOf(cycle({ taken: 9500 })).starts).toBe(0);
    expect(cyclingOf(cycle({ tank: 200e6 })).starts).toBe(0);
  });

  it('a tank in its loop helps until one pass is hotter than the band; then only more flow does', () => {
    const tank = 800_000;
    expect(cyclingOf(cycle({ tank })).run).toBeGreaterThan(3 * cyclingOf(cycle()).run);
    // 15 kW on 1200 W/K rise by 12.5 K in one pass: beyond the band of 10 K however large the tank.
    const hot = { least: 15_000, tank: 8_000_000 };
    expect(cyclingOf(cycle(hot)).run).toBeLessThan(90);
    expect(cyclingOf(cycle({ ...hot, through: 3000 })).run).toBeGreaterThan(900);
  });

  it('a pause bounds the starts, a forced run lengthens what its limiter lets it', () => {
    expect(cyclingOf(cycle({ leastPause: 600 })).starts).toBeLessThan(6);
    const forced = cyclingOf(cycle({ forcedRun: 180 }));
    expect(forced.run).toBeGreaterThanOrEqual(179);
    expect(cyclingOf(cycle({ forcedRun: 1800, limitAbove: 15 })).run).toBeLessThan(600);
  });
});
