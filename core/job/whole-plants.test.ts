import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newFurtherSource, newSeparation } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { BACKUP_CALL, HOT_WATER_CALL, type PlantState } from '../design/plant-state.ts';
import { water } from '../fluid/water.ts';
import { counterflowEffectiveness, logMean } from '../network/heat.ts';
import { designJob, designWithPlant } from './design-job.ts';

const edited = (...edits: [string, unknown][]): Job =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
const solved = (job: Job): PlantState => {
  const state = designJob(job).solved?.state;
  if (!state?.converged) throw new Error(state?.reason ?? 'not solved');
  return state;
};
/** Heat of all sources against all that takes it, as a share: 0 when no heat is lost or made on the way. */
const imbalance = (state: PlantState): number => {
  const made = state.source.heat + state.further.reduce((sum, each) => sum + each.heat, 0);
  const taken = state.circuits.reduce((sum, circuit) => sum + circuit.heat, 0) + state.pipeLoss + (state.hotWater?.heat ?? 0);
  return Math.abs(made / taken - 1);
};

describe('one pump for all circuits', () => {
  const job = edited(['distribution/kind', 'valves']);
  const { design, plant } = designWithPlant(job);
  const zones = design.solved?.zones ?? [];

  it('leaves the mixed circuits their pumps and gives the direct ones valves', () => {
    const kinds = design.circuits.map(({ id, sized }) => [id, sized?.pump === null, sized?.zoneValve !== null]);
    expect(kinds).toEqual([
      ['c1', false, false],
      ['c2', true, true],
      ['c3', false, false],
      ['c4', true, true],
    ]);
    expect(design.distribution?.pump.duty).not.toBeNull();
  });

  it('has a valve of the series that costs no more than the rule, and the next smaller one would', () => {
    for (const { sized } of design.circuits) {
      if (!sized?.zoneValve) continue;
      // EN 60534: the loss goes with the square of flow over Kvs.
      const { kvs, loss } = sized.zoneValve;
      expect(loss.value).toBeCloseTo(1e5 * ((sized.volumeFlow.value * 3600) / kvs.value) ** 2 * (water(50).density / 1000), -2);
      expect(loss.value).toBeLessThanOrEqual(4000);
      expect(loss.value * 1.5 ** 2).toBeGreaterThan(4000 / 1.2);
    }
  });

  it('a shut valve lets nothing pass, and the pump slows down for what is left', () => {
    const all = plant?.runAll();
    const one = plant?.run(zones.filter((zone) => zone.circuitId === 'c4').map((zone) => zone.id));
    expect(one?.converged).toBe(true);
    expect(Math.abs(one?.circuits[1]?.flow ?? 1)).toBeLessThan(1e-9);
    expect(one?.circuits[3]?.flow).toBeGreaterThan(0.7 * (all?.circuits[3]?.flow ?? 1));
    expect(one?.shared?.power).toBeLessThan(all?.shared?.power ?? 0);
    expect(one?.shared?.speed).toBeLessThan(all?.shared?.speed ?? 0);
  });

  it('stands still when nothing calls', () => {
    const none = plant?.run([]);
    expect(none?.shared?.power).toBe(0);
    expect(none?.source.heat).toBeCloseTo(0, 6);
  });

  it('moves water for the cylinder too, through its valve', () => {
    const charging = plant?.run([HOT_WATER_CALL]);
    expect(charging?.hotWater?.flow).toBeGreaterThan(1e-4);
    expect(charging?.hotWater?.pump).toBeNull();
    expect(charging?.shared?.speed).toBeGreaterThan(0);
  });
});

describe('the cylinder on the bars', () => {
  const { plant, design } = designWithPlant(thistleMill);
  const charging = plant?.run([...(design.solved?.zones.map((zone) => zone.id) ?? []), HOT_WATER_CALL]);

  it('goes first: the heating waits', () => {
    expect(charging?.converged).toBe(true);
    expect(charging?.circuits.every((circuit) => !circuit.running)).toBe(true);
    expect(charging && imbalance(charging)).toBeLessThan(1e-4);
  });

  it('takes what its coil passes: UA times the log-mean difference to the store', () => {
    const { coilOutput, coilFlow, coilReturn, coilStore, storeTemperature } = thistleMill.hotWater as NonNullable<
      Job['hotWater']
    >;
    const conductance = coilOutput / logMean(coilFlow - coilStore, coilReturn - coilStore);
    const store = storeTemperature - 5;
    const { supply, back, heat } = charging?.hotWater ?? { supply: 0, back: 0, heat: 0 };
    expect(heat).toBeCloseTo(conductance * logMean(supply - store, back - store), -1);
  });

  it('beside the heating when all circuits are mixed', () => {
    const job = edited(['hotWater/charging', 'parallel']);
    const beside = designWithPlant(job).plant?.run(['circuits/c3', HOT_WATER_CALL]);
    expect(beside?.circuits[2]?.running).toBe(true);
    expect(beside?.hotWater?.running).toBe(true);
  });
});

describe('sources side by side', () => {
  const beside = edited(['furtherSources', [newFurtherSource('f1', { capacity: 8000 })]], ['source/capacity', 9000]);

  it('share the load by their capacities, and no heat is lost between them', () => {
    const state = solved(beside);
    expect(imbalance(state)).toBeLessThan(1e-4);
    const [second] = state.further;
    expect(second?.heat).toBeGreaterThan(2000);
    expect(state.source.heat).toBeGreaterThan(2000);
    expect(designJob(beside).findings.map((each) => each.rule)).not.toContain('source-too-small');
  });

  it('the first is made for what the others leave', () => {
    const design = designJob(
      edited(['furtherSources', [newFurtherSource('f1', { capacity: 8000 })]], ['source/capacity', 'auto']),
    );
    expect(design.source?.capacity.value).toBeCloseTo((design.source?.load.value ?? 0) - 8000, 6);
  });

  it('a backup runs in place of the first, and stands otherwise', () => {
    const job = edited(['furtherSources', [newFurtherSource('f1', { capacity: 16_000, order: 'backup' })]]);
    const { plant, design } = designWithPlant(job);
    expect(design.solved?.state.further[0]?.running).toBe(false);
    expect(Math.abs(design.solved?.state.further[0]?.flow ?? 1)).toBeLessThan(1e-8);
    const zones = design.solved?.zones.map((zone) => zone.id) ?? [];
    const state = plant?.run([...zones, BACKUP_CALL], 'cold');
    expect(state?.converged).toBe(true);
    expect(state?.source.heat).toBeCloseTo(0, 3);
    expect(state?.further[0]?.heat).toBeGreaterThan(12_000);
    expect(state && imbalance(state)).toBeLessThan(1e-4);
    expect(plant?.run(zones, 'cold').source.heat).toBeGreaterThan(12_000);
  });
});

describe('plates between source and circuits', () => {
  // A plant whose source comes back warmer than its circuits do, so that plates can part them.
  const job = edited(
    ['separation', newSeparation('plate-exchanger', { approach: 5 })],
    ['source/flowTemperature', 65],
    ['source/temperatureDifference', 10],
    ['source/capacity', 20_000],
  );
  const design = designJob(job);

  it('are as large as load over log-mean difference asks', () => {
    const { exchanger, returnTemperature, circuitsReturn, load } = design.source as NonNullable<typeof design.source>;
    expect(exchanger?.possible).toBe(true);
    const mean = logMean(5, returnTemperature.value - circuitsReturn.value);
    expect(exchanger?.conductance.value).toBeCloseTo(load.value / mean, 6);
    expect(design.source?.supplyTemperature.value).toBe(60);
  });

  it('pass the heat that effectiveness and number of transfer units give for the solved flows', () => {
    const state = solved(job);
    expect(imbalance(state)).toBeLessThan(1e-4);
    const primary = state.source.massFlow;
    const secondary =
      state.circuits.reduce(
        (sum, each) => sum + (state.pipes[`circuits/${each.id}/${each.valve === null ? 'flow' : 'hot'}`] ?? 0),
        0,
      ) * water(55).density;
    const capacity = water(55).specificHeat;
    const effectiveness = counterflowEffectiveness(
      design.source?.exchanger?.conductance.value ?? 0,
      primary * capacity,
      secondary * capacity,
    );
    const most = Math.min(primary, secondary) * capacity * (state.source.supply - state.fromCircuits);
    const passed = primary * capacity * (state.source.supply - state.source.back);
    expect(passed / (effectiveness * most)).toBeCloseTo(1, 1);
  });

  it('keep the two waters apart: both sides have a pressure of their own', () => {
    const state = solved(job);
    expect(state.gauges['source/in']).not.toBeNull();
    expect(state.gauges.flow).not.toBeNull();
    expect(design.solved?.problems).toEqual([]);
  });
});

describe('ways to mix', () => {
  const state = (mixing: string) => solved(edited(['circuits/c1/mixing', mixing], ['circuits/c3/mixing', mixing]));

  it.each(['three-way', 'four-way', 'injection-variable'])('%s keeps the flow temperature', (mixing) => {
    const { circuits } = state(mixing);
    expect(circuits[0]?.supply).toBeCloseTo(38, 0);
    expect(circuits[2]?.supply).toBeCloseTo(48, 0);
  });

  it('a fixed injection is set for the design day and comes near it', () => {
    const { circuits } = state('injection-fixed');
    expect(Math.abs((circuits[0]?.supply ?? 0) - 38)).toBeLessThan(2);
  });

  it('an injection moves the hot share of the flow: (T_mix - T_r) / (T_hot - T_r)', () => {
    const { circuits, pipes, toCircuits } = state('injection-variable');
    const floor = circuits[0] as PlantState['circuits'][number];
    const share = (pipes['circuits/c1/hot'] ?? 0) / floor.flow;
    expect(share).toBeCloseTo((floor.supply - floor.back) / (toCircuits - floor.back), 1);
    expect(floor.injection?.flow).toBeCloseTo(pipes['circuits/c1/hot'] ?? 0, 6);
  });

  it('a fourth port sends hot water round to the source and lifts its return', () => {
    const open = (mixing: string) =>
      solved(
        edited(
          ['circuits/c1/mixing', mixing],
          ['circuits/c3/mixing', mixing],
          ['separation/kind', 'none'],
          ['distribution/kind', 'valves'],
        ),
      );
    expect(open('four-way').source.back).toBeGreaterThan(open('three-way').source.back + 1);
    expect(imbalance(open('four-way'))).toBeLessThan(1e-4);
  });

  it('a check valve on the cold port holds what would come backwards', () => {
    const checked = solved(edited(['circuits/c1/coldPortCheck', true]));
    expect(checked.pipes['circuits/c1/bypass']).toBeGreaterThanOrEqual(0);
  });
});
