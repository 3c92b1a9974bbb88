import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Streams } from './streams.ts';

const none = () => 0;
const at = (streams: Streams, i: number) => streams.temperature[i] as number;

describe('waters and the streams between them', () => {
  it('one fully mixed water, flushed: the closed form of the implicit step, and e^(-t/V) as steps grow short', () => {
    // Three: what flows in (held at 10), the tank, a sink.
    const flush = (step: number, seconds: number) => {
      const streams = new Streams([1e15, 4180 * 100, 1e15], 60);
      streams.temperature[0] = 10;
      for (let t = 0; t < seconds - 1e-9; t += step) {
        streams.begin(step);
        streams.flow(0, 1, 418);
        streams.flow(1, 2, 418);
        streams.end(1, none);
      }
      return at(streams, 1);
    };
    expect(flush(60, 60)).toBeCloseTo((60 * (418_000 / 60) + 418 * 10) / (418_000 / 60 + 418), 6);
    // 1000 s turn the whole of it over once: 1/e is left (closed form of a mixed tank).
    expect(flush(0.5, 1000)).toBeCloseTo(10 + 50 / Math.E, 1);
    expect(Math.abs(flush(0.25, 1000) - 10 - 50 / Math.E)).toBeLessThan(Math.abs(flush(1, 1000) - 10 - 50 / Math.E) / 3);
  });

  it('many layers in a row come near plug flow: half way through only the upper half is warm', () => {
    const layers = 200;
    const streams = new Streams([1e15, ...Array.from({ length: layers }, () => 418_000 / layers), 1e15], 20);
    streams.temperature[0] = 50;
    for (let t = 0; t < 500; t += 1) {
      streams.begin(1);
      for (let i = 0; i <= layers; i++) streams.flow(i, i + 1, 418);
      streams.end(1, none);
    }
    // Closed form of plug flow: 50 above the front, 20 below; the front is smeared over a tenth of the height.
    expect(at(streams, Math.round(layers * 0.3))).toBeGreaterThan(49.5);
    expect(at(streams, Math.round(layers * 0.7))).toBeLessThan(20.5);
    const mean = (streams.held - streams.heldBy(0) - streams.heldBy(layers + 1)) / 418_000;
    expect(mean).toBeCloseTo(35, 2);
  });

  it('keeps heat to rounding, whatever flows', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1e3, max: 1e6, noNaN: true }), { minLength: 3, maxLength: 6 }),
        fc.array(fc.double({ min: 0.1, max: 5000, noNaN: true }), { minLength: 6, maxLength: 6 }),
        fc.array(fc.double({ min: 0, max: 95, noNaN: true }), { minLength: 6, maxLength: 6 }),
        fc.double({ min: 0, max: 50_000, noNaN: true }),
        (holds, carries, warm, power) => {
          const streams = new Streams(holds, 20);
          holds.forEach((_, i) => {
            streams.temperature[i] = warm[i] as number;
          });
          const before = streams.held;
          streams.begin(60);
          streams.heatAt(0);
          // A ring: as much comes in as goes out everywhere.
          holds.forEach((_, i) => void streams.flow(i, (i + 1) % holds.length, carries[0] as number));
          streams.coilThrough(0, 1, [2], carries[2] as number, 0.6);
          streams.flow(1, 0, carries[2] as number);
          streams.end(0, () => power);
          expect(Math.abs(streams.held - before - power * 60)).toBeLessThan(1e-9 * (Math.abs(before) + power * 60 + 1));
        },
      ),
      { numRuns: 200 },
    );
  });

  it('asks the source what it takes to be as warm as wanted', () => {
    const streams = new Streams([50_000, 200_000], 30);
    streams.begin(60);
    streams.heatAt(0);
    streams.flow(0, 1, 500);
    streams.flow(1, 0, 500);
    const power = streams.end(0, (idle, perWatt) => (45 - idle) / perWatt);
    expect(at(streams, 0)).toBeCloseTo(45, 9);
    expect(power).toBeGreaterThan(0);
  });

  it('turns layers over where a lower one is warmer, and leaves lying what lies well', () => {
    const streams = new Streams([100, 100, 200, 100], 0);
    [40, 30, 50, 20].forEach((t, i) => {
      streams.temperature[i] = t;
    });
    const before = streams.held;
    streams.turnOver(0, 3);
    expect(streams.held).toBeCloseTo(before, 9);
    const after = [...streams.temperature];
    expect(after).toEqual([...after].sort((a, b) => b - a));
    expect(at(streams, 3)).toBe(20);
  });

  it('gives back what it kept', () => {
    const streams = new Streams([1000, 1000], 40);
    streams.keep();
    streams.begin(60);
    streams.heatAt(0);
    streams.end(0, () => 500);
    expect(at(streams, 0)).toBeGreaterThan(40);
    streams.recall();
    expect([...streams.temperature]).toEqual([40, 40]);
  });
});

describe('a coil through layers, plates, and heat that is put in', () => {
  it('layers of one temperature take what one water of it would: 1 - e^(-UA/C) in all, more at the first', () => {
    // Hot 60 C, what comes back, five layers of 20 C; all so large that nothing changes in a step.
    const streams = new Streams([1e15, 1e15, 1e9, 1e9, 1e9, 1e9, 1e9], 20);
    streams.temperature[0] = 60;
    const share = -Math.expm1(-0.3);
    const before = [2, 3, 4, 5, 6].map((i) => streams.heldBy(i));
    streams.begin(10);
    streams.coilThrough(0, 1, [2, 3, 4, 5, 6], 500, share);
    streams.end(0, none);
    const given = [2, 3, 4, 5, 6].map((i, k) => (streams.heldBy(i) - (before[k] as number)) / 10);
    expect(given.reduce((sum, each) => sum + each, 0)).toBeCloseTo(500 * 40 * -Math.expm1(-1.5), -1);
    expect(given).toEqual([...given].sort((a, b) => b - a));
    expect((given[1] as number) / (given[0] as number)).toBeCloseTo(Math.exp(-0.3), 3);
  });

  it('plates on the way to a tank keep the heat, and give what stands above the other side', () => {
    const streams = new Streams([50_000, 80_000, 60_000, 70_000], 40);
    streams.temperature[0] = 55;
    streams.temperature[2] = 30;
    const before = streams.held;
    const into = streams.heldBy(3);
    streams.begin(1);
    streams.flow(1, 0, 600);
    streams.plates(0, 1, 2, 3, 600, 250);
    streams.put(1, 900);
    streams.end(0, none);
    expect(streams.held - before).toBeCloseTo(900, 4);
    // About 250 W/K of the 25 K between them, in a second.
    expect((streams.heldBy(3) - into) / 250).toBeGreaterThan(24);
    expect((streams.heldBy(3) - into) / 250).toBeLessThan(25.1);
  });
});

/** Waters and streams drawn by lot: what enters each leaves it again. */
const drawnByLot = fc.record({
  count: fc.integer({ min: 3, max: 60 }),
  rounds: fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat(), fc.double({ min: 1, max: 2000, noNaN: true })), {
    minLength: 1,
    maxLength: 40,
  }),
  lost: fc.double({ min: 0, max: 50, noNaN: true }),
  power: fc.double({ min: 0, max: 9000, noNaN: true }),
});

describe('many waters, few of which meet', () => {
  it('come to the same whether solved plainly or in an order of elimination; heat is kept', () => {
    fc.assert(
      fc.property(drawnByLot, ({ count, rounds, lost, power }) => {
        const capacity = (i: number) => 1000 + 137 * ((i * 7919) % 97);
        const made = (waters: number) => {
          const streams = new Streams(
            Array.from({ length: waters }, (_, i) => capacity(i)),
            40,
          );
          for (let i = 0; i < waters; i++) streams.temperature[i] = 20 + ((i * 31) % 50);
          return streams;
        };
        const step = (streams: Streams) => {
          streams.begin(60);
          streams.heatAt(0);
          for (const [a, b, c, carries] of rounds) {
            const ring = [a % count, b % count, c % count];
            if (new Set(ring).size < 3) continue;
            for (const [k, from] of ring.entries()) streams.flow(from, ring[(k + 1) % 3] as number, carries);
          }
          streams.lose(count - 1, lost, 15);
          streams.end(0, () => power);
        };
        // The second has waters that nothing touches: so many that it takes the other way of solving.
        const [few, many] = [made(count), made(count + 40)];
        const before = few.held;
        step(few);
        step(many);
        for (let i = 0; i < count; i++) expect(at(many, i)).toBeCloseTo(at(few, i), 8);
        for (let i = count; i < count + 40; i++) expect(at(many, i)).toBeCloseTo(20 + ((i * 31) % 50), 9);
        const gone = lost * (at(few, count - 1) - 15) * 60;
        expect(Math.abs(few.held - before - power * 60 + gone)).toBeLessThan(1e-6 * before + 1);
      }),
      { numRuns: 200 },
    );
  });

  it('several sources decide one after the other, each seeing what those before it give', () => {
    const streams = new Streams([4180, 4180, 4180], 30, 2);
    streams.begin(60);
    streams.flow(0, 1, 400);
    streams.flow(1, 2, 400);
    streams.flow(2, 0, 400);
    streams.heatAt(0, 0);
    streams.heatAt(1, 1);
    const seen: number[] = [];
    const powers = streams.endAll([
      { at: 0, powerFor: (idle, perWatt) => (50 - idle) / perWatt },
      {
        at: 1,
        powerFor: (idle, perWatt) => {
          seen.push(idle);
          return Math.max((45 - idle) / perWatt, 0);
        },
      },
    ]);
    // The first brought its own to 50; the second finds its water warmed by that, and adds what is missing.
    expect(seen[0]).toBeGreaterThan(30);
    expect(at(streams, 1)).toBeCloseTo(Math.max(45, seen[0] ?? 0), 9);
    expect(at(streams, 0)).toBeGreaterThanOrEqual(50 - 1e-9);
    expect(powers.every((power) => power >= 0)).toBe(true);
    expect(3 * 4180 * 30 + (powers[0] ?? 0) * 60 + (powers[1] ?? 0) * 60).toBeCloseTo(streams.held, 4);
  });
});
