import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { valveLoss } from '../circuit/mixing.ts';
import { water } from '../fluid/water.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { findCirculator, speedsOf } from '../plant/circulator.ts';
import { headerState } from '../plant/separation.ts';
import { RULEBOOKS_BY_ID } from '../review/rulebooks.ts';
import type { Design, SizedCircuit } from './design.ts';
import { designJob } from './design-job.ts';
import type { PipeDesign } from './pipe-design.ts';

/**
 * The duty points once more, by another way: from the bores and flows the design printed, every loss is added up again
 * with the bare formulas, and the pump's own curve has to give exactly that head.
 */

const G = 9.80665;
const rules = RULEBOOKS_BY_ID['velocity-led'].rules;
const without = (job: Job): Job => applyEdits(job, [{ at: 'separation/kind', value: 'none' }]);

/** Loss of a designed run at another flow, Pa. */
const runLoss = (pipe: PipeDesign, flow: number, metres: number, fluid: ReturnType<typeof water>) =>
  pipeFlow(flow, pipe.bore.value, pipe.material.roughness, fluid).gradient * metres;

function circuitLoss(job: Job, design: Design, id: string): { own: number; fluid: ReturnType<typeof water>; flow: number } {
  const decided = job.circuits.find((circuit) => circuit.id === id) as Job['circuits'][number];
  const sized = design.circuits.find((circuit) => circuit.id === id)?.sized as SizedCircuit;
  const flow = sized.pump.duty?.flow.value ?? 0;
  const ratio = flow / sized.volumeFlow.value;
  const fluid = water(decided.flowTemperature - decided.temperatureDifference / 2);
  const { run, worstRun } = decided;
  const tail = pipeFlow(flow, sized.run.bore.value, sized.run.material.roughness, fluid).gradient * rules.headerTail.limit;
  const own =
    runLoss(sized.run, flow, 2 * run.length * (1 + run.fittingsAllowance), fluid) +
    runLoss(sized.worstRun, sized.worstRun.volumeFlow.value * ratio, worstRun.length * (1 + worstRun.fittingsAllowance), fluid) +
    sized.terminalLoss.value * ratio ** 2 +
    (sized.valve ? valveLoss(flow, sized.valve.kvs.value, fluid.density) + tail : 0);
  return { own, fluid, flow };
}

function headOfPump(design: Design, id: string): number {
  const duty = design.circuits.find((circuit) => circuit.id === id)?.sized?.pump.duty;
  const model = findCirculator(duty?.modelId ?? '');
  const speed = model && speedsOf(model).find((each) => each.step === duty?.step);
  return speed?.headAt(duty?.flow.value ?? 0) ?? Number.NaN;
}

describe('with a header', () => {
  const design = designJob(thistleMill);

  it.each(['c1', 'c2', 'c3', 'c4'])('%s: the pump gives the head its own circuit takes', (id) => {
    const { own, fluid } = circuitLoss(thistleMill, design, id);
    expect(headOfPump(design, id)).toBeCloseTo(own / (fluid.density * G), 6);
  });

  it('the source pump gives the head of source and source pipe', () => {
    const { source } = design;
    const duty = source?.pump?.duty;
    const fluid = water(50);
    const flow = duty?.flow.value ?? 0;
    const ratio = flow / (source?.volumeFlow.value ?? 1);
    const loss = runLoss(source?.run as PipeDesign, flow, 2 * 2.5 * 1.4, fluid) + 14_000 * ratio ** 2;
    expect(duty?.head.value).toBeCloseTo(loss / (fluid.density * G), 6);
  });

  it('the delta T at the duty point carries the load', () => {
    for (const circuit of design.circuits) {
      const duty = circuit.sized?.pump.duty;
      const { fluid, flow } = circuitLoss(thistleMill, design, circuit.id);
      expect(flow * fluid.density * fluid.specificHeat * (duty?.temperatureDifference.value ?? 0)).toBeCloseTo(
        circuit.load.value,
        6,
      );
    }
  });

  it('the pumps together take the power of each', () => {
    const each = [
      ...design.circuits.map((circuit) => circuit.sized?.pump.duty?.power.value ?? 0),
      design.source?.pump?.duty?.power.value ?? 0,
    ];
    expect(design.pumpPower?.value).toBeCloseTo(
      each.reduce((sum, power) => sum + power, 0),
      9,
    );
  });

  it('the curves for the chart meet at the duty point', () => {
    for (const circuit of design.circuits) {
      const duty = circuit.sized?.pump.duty;
      if (!duty) throw new Error('no pump');
      expect(duty.pumpCurve[0]?.[0]).toBe(0);
      expect(duty.systemCurve[0]?.[1]).toBe(0);
      const last = duty.systemCurve.at(-1) as [number, number];
      expect(last[0]).toBeGreaterThan(duty.flow.value);
      expect(last[1]).toBeGreaterThan(duty.head.value);
      for (const curve of [duty.pumpCurve, duty.systemCurve]) {
        curve.slice(1).forEach(([flow], i) => {
          expect(flow).toBeGreaterThan(curve[i]?.[0] ?? 0);
        });
      }
    }
  });
});

describe('without separation', () => {
  const job = without(thistleMill);
  const design = designJob(job);

  /** What source and source pipe take when every circuit runs at its duty point. */
  function sharedLoss(of: Design): number {
    const { source } = of;
    const drawn = of.circuits.reduce(
      (sum, circuit) => sum + (circuit.sized?.pump.duty?.flow.value ?? 0) * (circuit.sized?.valve?.hotShare.value ?? 1),
      0,
    );
    const ratio = drawn / (source?.volumeFlow.value ?? 1);
    return runLoss(source?.run as PipeDesign, drawn, 2 * 2.5 * 1.4, water(50)) + 14_000 * ratio ** 2;
  }

  it.each(['c1', 'c2', 'c3', 'c4'])('%s: the pump gives its own head and the one it shares', (id) => {
    const { own, fluid } = circuitLoss(job, design, id);
    const wanted = (own + sharedLoss(design)) / (fluid.density * G);
    expect(Math.abs(headOfPump(design, id) / wanted - 1)).toBeLessThan(1e-4);
  });

  it('every pump moves less than it would behind a header', () => {
    const behind = designJob(thistleMill);
    for (const circuit of design.circuits) {
      const pinned = applyEdits(job, [
        {
          at: `circuits/${circuit.id}/pump`,
          value: behind.circuits.find((each) => each.id === circuit.id)?.sized?.pump.duty?.modelId,
        },
      ]);
      expect(designJob(pinned).circuits.find((each) => each.id === circuit.id)?.sized?.pump.duty).not.toBeNull();
    }
    const one = applyEdits(thistleMill, [
      { at: 'circuits/c4/pump', value: 'a6' },
      { at: 'circuits/c2/pump', value: 'a6' },
    ]);
    const speed = (of: Design) => of.circuits.find((each) => each.id === 'c2')?.sized?.pump.duty?.step;
    const flow = (of: Design) => of.circuits.find((each) => each.id === 'c2')?.sized?.pump.duty?.flow.value ?? 0;
    const [open, separated] = [designJob(without(one)), designJob(one)];
    if (speed(open) === speed(separated)) expect(flow(open)).toBeLessThan(flow(separated));
    else expect(speed(open)).toBeGreaterThan(speed(separated) as number);
  });

  it('holds for any loss inside the source', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 40_000, noNaN: true }), (loss) => {
        const changed = applyEdits(job, [{ at: 'source/loss', value: loss }]);
        const found = designJob(changed);
        // A circuit for which no pump is found counts with its design flow.
        const drawn = found.circuits.reduce(
          (sum, each) =>
            sum +
            (each.sized?.pump.duty?.flow.value ?? each.sized?.volumeFlow.value ?? 0) * (each.sized?.valve?.hotShare.value ?? 1),
          0,
        );
        const ratio = drawn / (found.source?.volumeFlow.value ?? 1);
        const shared = runLoss(found.source?.run as PipeDesign, drawn, 2 * 2.5 * 1.4, water(50)) + loss * ratio ** 2;
        for (const id of ['c1', 'c2', 'c3', 'c4']) {
          const { own, fluid } = circuitLoss(changed, found, id);
          const duty = found.circuits.find((each) => each.id === id)?.sized?.pump.duty;
          if (duty) expect(Math.abs(duty.head.value / ((own + shared) / (fluid.density * G)) - 1)).toBeLessThan(1e-3);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('the header at duty points', () => {
  it('is the balance of the flows the pumps really move', () => {
    const job = applyEdits(thistleMill, [
      { at: 'source/temperatureDifference', value: 14 },
      { at: 'source/pump', value: 'a3' },
    ]);
    const design = designJob(job);
    const draws = design.circuits.map((circuit) => {
      const decided = job.circuits.find((each) => each.id === circuit.id);
      const duty = circuit.sized?.pump.duty;
      const fluid = water((decided?.flowTemperature ?? 0) - (decided?.temperatureDifference ?? 0) / 2);
      return {
        massFlow: (duty?.flow.value ?? 0) * fluid.density,
        drop: duty?.temperatureDifference.value ?? 0,
        ...(decided?.connection === 'mixed' ? { mixedTo: decided.flowTemperature } : {}),
      };
    });
    const primary = (design.source?.pump?.duty?.flow.value ?? 0) * water(55 - 7).density;
    expect(design.source?.supplyAtDuty?.value).toBeCloseTo(headerState(primary, 55, draws).supply, 6);
    expect(design.source?.supplyAtDuty?.value).toBeLessThan(55);
  });

  it('is not stated while a pump is missing', () => {
    const job = applyEdits(thistleMill, [{ at: 'circuits/c2/worstRun/length', value: 2000 }]);
    expect(designJob(job).source?.supplyAtDuty).toBeNull();
  });

  it('settles at one supply however many circuits draw', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            massFlow: fc.double({ min: 0.01, max: 0.5, noNaN: true }),
            drop: fc.double({ min: 2, max: 15, noNaN: true }),
            mixedTo: fc.option(fc.double({ min: 30, max: 50, noNaN: true }), { nil: undefined }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        (draws, primary) => {
          const state = headerState(primary, 70, draws);
          const heat = draws.reduce((sum, draw) => sum + draw.massFlow * draw.drop, 0);
          expect(state.supply).toBeLessThanOrEqual(70 + 1e-9);
          expect(primary * (70 - state.sourceReturn)).toBeCloseTo(heat, 4);
          for (const share of state.hotShares) expect(share >= 0 && share <= 1).toBe(true);
          // More water from the source never makes the supply colder.
          expect(headerState(primary * 1.1, 70, draws).supply).toBeGreaterThanOrEqual(state.supply - 1e-6);
        },
      ),
    );
  });
});
