import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMillByLoads as thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { valveLoss } from '../circuit/mixing.ts';
import { water } from '../fluid/water.ts';
import { designJob } from '../job/design-job.ts';
import { bothWays, componentsLoss } from '../pipe/components.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { type Draw, drawAt } from '../piping/flows.ts';
import { findCirculator, speedsOf } from '../plant/circulator.ts';
import { RULEBOOKS_BY_ID } from '../rules/rulebooks.ts';
import { meet } from '../station/meeting.ts';
import type { Design, SizedCircuit } from './design.ts';
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

/** What the pump of a circuit drives alone, from the solved flows: run, parts, valves, and its index loop. */
function circuitLoss(job: Job, design: Design, id: string): { own: number; fluid: ReturnType<typeof water>; flow: number } {
  const decided = job.circuits.find((circuit) => circuit.id === id) as Job['circuits'][number];
  const sized = design.circuits.find((circuit) => circuit.id === id)?.sized as SizedCircuit;
  const solved = design.solved?.state.circuits.find((circuit) => circuit.id === id);
  if (!solved) throw new Error('not solved');
  const { flow } = solved;
  const fluid = water((solved.supply + solved.back) / 2);
  const { run, worstRun } = decided;
  const index = sized.loops.findIndex((loop) => loop.index);
  const loop = sized.loops[index] as SizedCircuit['loops'][number];
  const loopFlow = solved.loops[index]?.flow ?? 0;
  let own =
    rules.pumpCheckOpening.limit +
    runLoss(sized.run, flow, 2 * run.length * (1 + run.fittingsAllowance), fluid) +
    componentsLoss(bothWays(decided), flow, sized.run.bore.value, fluid) +
    (sized.regulating ? valveLoss(flow, sized.regulating.value, fluid.density) : 0) +
    runLoss(sized.worstRun, loopFlow, loop.length * (1 + worstRun.fittingsAllowance), fluid) +
    valveLoss(loopFlow, loop.kv, fluid.density);
  if (sized.valve && solved.valve !== null) {
    const hot = design.solved?.state.pipes[`circuits/${id}/hot`] ?? 0;
    own +=
      runLoss(sized.run, hot, rules.headerTail.limit, water(job.source.flowTemperature)) +
      valveLoss(hot, sized.valve.kvs.value * solved.valve, water(job.source.flowTemperature).density);
  }
  return { own, fluid, flow };
}

/** What source, its parts and its pipe take at a flow. */
function sourceLoss(job: Job, design: Design, flow: number, inside: number): number {
  const { source } = design;
  const fluid = water(50);
  const ratio = flow / (source?.volumeFlow.value ?? 1);
  return (
    runLoss(source?.run as PipeDesign, flow, 2 * 2.5 * 1.4, fluid) +
    componentsLoss(bothWays(job.source), flow, source?.run.bore.value ?? 1, fluid) +
    inside * ratio ** 2
  );
}

function headOfPump(design: Design, id: string): number {
  const duty = design.circuits.find((circuit) => circuit.id === id)?.sized?.pump?.duty;
  const model = findCirculator(duty?.modelId ?? '');
  const speed = model && speedsOf(model).find((each) => each.step === duty?.step);
  return speed?.headAt(duty?.flow.value ?? 0) ?? Number.NaN;
}

describe('with a header', () => {
  const design = designJob(thistleMill);

  it.each(['c1', 'c2', 'c3', 'c4'])('%s: the pump gives the head its own circuit takes', (id) => {
    const { own, fluid } = circuitLoss(thistleMill, design, id);
    expect(Math.abs((headOfPump(design, id) * fluid.density * G) / own - 1)).toBeLessThan(0.01);
  });

  it('the source pump gives the head of source and source pipe', () => {
    const { source } = design;
    const duty = source?.pump?.duty;
    const fluid = water(50);
    const flow = duty?.flow.value ?? 0;
    const loss = rules.pumpCheckOpening.limit + sourceLoss(thistleMill, design, flow, 14_000);
    expect(Math.abs(((duty?.head.value ?? 0) * fluid.density * G) / loss - 1)).toBeLessThan(0.01);
  });

  it('the delta T at the duty point carries the load', () => {
    for (const circuit of design.circuits) {
      const duty = circuit.sized?.pump?.duty;
      const decided = thistleMill.circuits.find((each) => each.id === circuit.id);
      const fluid = water((decided?.flowTemperature ?? 0) - (decided?.temperatureDifference ?? 0) / 2);
      const flow = duty?.flow.value ?? 0;
      expect(flow * fluid.density * fluid.specificHeat * (duty?.temperatureDifference.value ?? 0)).toBeCloseTo(
        circuit.load.value,
        6,
      );
    }
  });

  it('the pumps together take the power of each', () => {
    const each = [
      ...design.circuits.map((circuit) => circuit.sized?.pump?.duty?.power.value ?? 0),
      design.source?.pump?.duty?.power.value ?? 0,
    ];
    expect(design.pumpPower?.value).toBeCloseTo(
      each.reduce((sum, power) => sum + power, 0),
      9,
    );
  });

  it('the curves for the chart meet at the duty point', () => {
    for (const circuit of design.circuits) {
      const duty = circuit.sized?.pump?.duty;
      if (!duty) throw new Error('no pump');
      expect(duty.pumpCurve[0]?.[0]).toBe(0);
      // What holds back at rest is the check valve, and what others take of a shared pressure.
      expect(duty.systemCurve[0]?.[1]).toBeGreaterThan(0);
      expect(duty.systemCurve[0]?.[1]).toBeLessThan(duty.head.value);
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

  it.each(['c1', 'c2', 'c3', 'c4'])('%s: the pump gives its own head and the one it shares', (id) => {
    const { own, fluid } = circuitLoss(job, design, id);
    const shared = sourceLoss(job, design, design.solved?.state.source.flow ?? 0, 14_000);
    expect(Math.abs((headOfPump(design, id) * fluid.density * G) / (own + shared) - 1)).toBeLessThan(0.01);
  });

  it('every pump moves less than it would behind a header', () => {
    const behind = designJob(thistleMill);
    for (const circuit of design.circuits) {
      const pinned = applyEdits(job, [
        {
          at: `circuits/${circuit.id}/pump`,
          value: behind.circuits.find((each) => each.id === circuit.id)?.sized?.pump?.duty?.modelId,
        },
      ]);
      expect(designJob(pinned).circuits.find((each) => each.id === circuit.id)?.sized?.pump?.duty).not.toBeNull();
    }
    const one = applyEdits(thistleMill, [
      { at: 'circuits/c4/pump', value: 'a6' },
      { at: 'circuits/c2/pump', value: 'a6' },
    ]);
    const speed = (of: Design) => of.circuits.find((each) => each.id === 'c2')?.sized?.pump?.duty?.step;
    const flow = (of: Design) => of.circuits.find((each) => each.id === 'c2')?.sized?.pump?.duty?.flow.value ?? 0;
    const [open, separated] = [designJob(without(one)), designJob(one)];
    if (speed(open) === speed(separated)) expect(flow(open)).toBeLessThan(flow(separated));
    else expect(speed(open)).toBeGreaterThan(speed(separated) as number);
  });

  it('holds for any loss inside the source', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 40_000, noNaN: true }), (loss) => {
        const changed = applyEdits(job, [{ at: 'source/loss', value: loss }]);
        const found = designJob(changed);
        const shared = sourceLoss(changed, found, found.solved?.state.source.flow ?? 0, loss);
        for (const id of ['c1', 'c2', 'c3', 'c4']) {
          const duty = found.circuits.find((each) => each.id === id)?.sized?.pump?.duty;
          if (!duty || duty.flow.value < 1e-6) continue;
          const { own, fluid } = circuitLoss(changed, found, id);
          expect(Math.abs((duty.head.value * fluid.density * G) / (own + shared) - 1)).toBeLessThan(0.01);
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
      // Without length nothing is lost on the way, so that the manifolds get what the bars send.
      ...['source', 'circuits/c1', 'circuits/c2', 'circuits/c3', 'circuits/c4'].map((at) => ({
        at: `${at}/run/length`,
        value: 0,
      })),
    ]);
    const design = designJob(job);
    const state = design.solved?.state;
    const draws = (state?.circuits ?? []).map(
      (circuit): Draw => ({
        massFlow: circuit.massFlow,
        drop: circuit.supply - circuit.back,
        ...(circuit.valve === null ? {} : { mixedTo: circuit.supply }),
      }),
    );
    expect(design.source?.supplyAtDuty?.value).toBeCloseTo(
      meet(
        { flow: state?.source.massFlow ?? 0, temperature: 55 },
        draws.map((draw) => (supply) => drawAt(draw, supply)),
      ).supply,
      3,
    );
    expect(design.source?.supplyAtDuty?.value).toBeLessThan(55);
  });

  it('is not stated while a pump is missing', () => {
    const job = applyEdits(thistleMill, [{ at: 'circuits/c2/worstRun/length', value: 2000 }]);
    expect(designJob(job).source?.supplyAtDuty).toBeNull();
  });
});
