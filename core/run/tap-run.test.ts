import { describe, expect, it } from 'vitest';
import { water } from '../fluid/water.ts';
import { TapRun } from './tap-run.ts';

const { density, specificHeat } = water(26);
/** Heat of a litre brought from 10 to 42 degrees C, J. */
const LITRE = (density * specificHeat * 32) / 1000;
const unit = (output: number) => new TapRun({ output, coldTemperature: 10, tapTemperature: 42, dailyDraw: 0.1 });

describe('hot water made while a tap runs', () => {
  it('runs eight litres a minute until what was asked for is drawn', () => {
    const taps = unit(24_000);
    taps.ask(0.012);
    const [first, second, third] = [taps.draw(60), taps.draw(60), taps.draw(60)];
    expect(first.ran).toBe(60);
    expect(first.heat).toBeCloseTo(8 * LITRE, 6);
    expect(second.ran).toBeCloseTo(30, 9);
    expect(second.heat).toBeCloseTo(4 * LITRE, 6);
    expect(third).toEqual({ heat: 0, ran: 0, lukewarm: 0 });
    expect(first.lukewarm + second.lukewarm).toBe(0);
  });

  it('what it cannot make comes cooler, and is counted', () => {
    const taps = unit(8000);
    taps.ask(0.008);
    const drawn = taps.draw(60);
    expect(drawn.heat).toBeCloseTo(8000 * 60, 6);
    expect(drawn.lukewarm).toBe(60);
    // A tenth of a kelvin short is not felt.
    const nearly = unit((8 * LITRE) / 60 - 30);
    nearly.ask(0.008);
    expect(nearly.draw(60).lukewarm).toBe(0);
  });

  it('nothing is made for water that comes warm enough', () => {
    const taps = new TapRun({ output: 24_000, coldTemperature: 40, tapTemperature: 38, dailyDraw: 0.1 });
    taps.ask(0.01);
    expect(taps.draw(60)).toMatchObject({ heat: 0, ran: 60, lukewarm: 0 });
  });
});
