import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newFurtherSource, newSeparation } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { daySettings } from '../run/settings.ts';
import { simulate } from '../run/simulate.ts';
import { designJob, designWithPlant } from './design-job.ts';

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );

describe('small parts of the design that are easily lost', () => {
  it('a backup stands by: the power of all pumps leaves its own out', () => {
    const beside = (order: 'together' | 'backup') =>
      designJob({ ...thistleMill, furtherSources: [newFurtherSource('f1', { capacity: 12_000, order, takesOver: false })] });
    const [together, backup] = [beside('together'), beside('backup')];
    const sum = (design: typeof backup) =>
      [...design.circuits.map(({ sized }) => sized?.pump), design.source?.pump].reduce(
        (all, pump) => all + (pump?.duty?.power.value ?? 0),
        0,
      );
    expect(backup.pumpPower?.value).toBeCloseTo(sum(backup), 6);
    const own = together.furtherSources[0]?.pump.duty?.power.value ?? 0;
    expect(own).toBeGreaterThan(1);
    expect(together.pumpPower?.value).toBeCloseTo(sum(together) + own, 6);
  });

  it('a heat pump between walls gives its share, in design and data', () => {
    const points = [{ id: 'p1', outdoor: -10, flow: 45, output: 8000, cop: 2.4 }];
    const job = edited(SYSTEMS[21], ['source/points', points], ['source/capacity', 'auto']);
    const enclosed = edited(job, ['source/standing', 'enclosed']);
    expect(designJob(job).heatPump?.output?.value).toBeCloseTo(8000, 9);
    expect(designJob(enclosed).heatPump?.output?.value).toBeCloseTo(0.85 * 8000, 9);
    expect(designJob(enclosed).heatPump?.cop.value).toBeCloseTo(0.85 * 2.4, 9);
    // Without data the default map says no more than that either.
    const plain = designJob(SYSTEMS[21]).heatPump?.cop.value ?? 0;
    expect(designJob(edited(SYSTEMS[21], ['source/standing', 'enclosed'])).heatPump?.cop.value).toBeCloseTo(0.85 * plain, 9);
  });

  it('the water of a header is eight bores of its height', () => {
    const pinned = edited(thistleMill, ['separation', newSeparation('low-loss-header', { bore: 0.1 })]);
    const wider = edited(thistleMill, ['separation', newSeparation('low-loss-header', { bore: 0.2 })]);
    const content = (job: Job) => designJob(job).vessel?.content.value ?? 0;
    expect(content(wider) - content(pinned)).toBeCloseTo((Math.PI / 4) * 8 * (0.2 ** 3 - 0.1 ** 3), 9);
  });

  it('a bar carries what the circuits behind it draw: of a mixed one only its hot water', () => {
    const { plant } = designWithPlant(thistleMill);
    const state = plant?.runAll();
    const ids = thistleMill.circuits.map(({ id }) => id);
    const drawn = ids.map((id) => {
      const circuit = state?.circuits.find((each) => each.id === id);
      const mixed = thistleMill.circuits.find((each) => each.id === id)?.connection === 'mixed';
      return state?.pipes[`circuits/${id}/${mixed ? 'hot' : 'flow'}`] ?? circuit?.flow ?? 0;
    });
    ids.forEach((id, i) => {
      const behind = drawn.slice(i).reduce((sum, each) => sum + each, 0);
      expect(state?.pipes[`bar/flow/${id}`]).toBeCloseTo(behind + (state?.pipes['hotWater/flow'] ?? 0), 9);
    });
    const mixed = state?.circuits.find(({ id }) => id === 'c1');
    expect(state?.pipes['circuits/c1/hot']).toBeLessThan(mixed?.flow ?? 0);
  });

  it('a pump that turns slower takes power with the cube of its speed', () => {
    const job = edited({ ...thistleMill, hotWater: null }, ['source/pumpControl', 'constant-difference']);
    const { design, plant } = designWithPlant(job);
    if (!plant) throw new Error('no plant');
    const { moments } = simulate(job, design, plant, daySettings(job, { mean: 4, swing: 4 }, { keepEvery: 1 }));
    const byCalls = new Map<string, { flow: number; pumps: number }[]>();
    for (const { calling, flow, pumps } of moments) {
      if (calling.length === 0) continue;
      const key = calling.join(' ');
      byCalls.set(key, [...(byCalls.get(key) ?? []), { flow, pumps }]);
    }
    // Within one set of calls only the source's pump changes: P = P_0 + k V^3 through three moments.
    const [most] = [...byCalls.values()].sort((a, b) => b.length - a.length);
    const sorted = [...(most ?? [])].sort((a, b) => a.flow - b.flow);
    const [low, high] = [sorted[0], sorted.at(-1)];
    const middle = sorted[Math.floor(sorted.length / 2)];
    if (!low || !high || !middle || high.flow - low.flow < 0.1 * high.flow) throw new Error('its speed hardly changed');
    const k = (high.pumps - low.pumps) / (high.flow ** 3 - low.flow ** 3);
    expect(k).toBeGreaterThan(0);
    // Flow is a mean over the minute; in a minute that was steady the cube holds as it stands.
    expect(middle.pumps - low.pumps).toBeCloseTo(k * (middle.flow ** 3 - low.flow ** 3), 0);
  });

  it('a pump nobody turns takes no power, and no figure of a state is no number', () => {
    const { plant } = designWithPlant(thistleMill);
    const state = plant?.run([]);
    const pumps = [...(state?.circuits.map(({ pump }) => pump) ?? []), state?.source.pump, state?.hotWater?.pump];
    for (const pump of pumps) expect([pump?.power, pump?.head, pump?.speed]).toEqual([0, 0, 0]);
  });
});

describe('who drives the stretch behind the bars', () => {
  /** System 7 with its radiators straight from the bars and its floor by injection. */
  const of = (kind: Job['separation']['kind'], distribution: 'pumps' | 'valves'): Job => {
    const job = SYSTEMS[7] as Job;
    return {
      ...job,
      separation: newSeparation(kind),
      distribution: { ...job.distribution, kind: distribution },
      circuits: job.circuits.map((circuit, i) =>
        i === 0
          ? { ...circuit, connection: 'direct', flowTemperature: 56 as typeof circuit.flowTemperature }
          : { ...circuit, mixing: 'injection-fixed' },
      ),
    };
  };
  const injection = (job: Job) => designJob(job).circuits[1]?.sized?.injection?.pump;
  const heads = (kind: Job['separation']['kind'], distribution: 'pumps' | 'valves') =>
    injection(of(kind, distribution))?.head.value ?? 0;
  // 15 kPa of plates, in metres of water at about 50 °C.
  const PLATES = 15_000 / (988 * 9.80665);

  it('plates are driven by each pump that draws from the bars: by injection and charging too', () => {
    expect(heads('plate-exchanger', 'pumps') - heads('low-loss-header', 'pumps')).toBeCloseTo(PLATES, 1);
    const charging = (kind: Job['separation']['kind']) => designJob(of(kind, 'pumps')).hotWater?.pump?.head.value ?? 0;
    expect(charging('plate-exchanger')).toBeGreaterThan(charging('low-loss-header') + PLATES);
  });

  it('one pump for all drives it once: the injection pump has its own way only, the valves take it once', () => {
    // The approach of the plates moves the share of hot water by a little.
    expect(heads('plate-exchanger', 'valves')).toBeCloseTo(heads('low-loss-header', 'valves'), 2);
    expect(heads('none', 'valves')).toBeCloseTo(heads('low-loss-header', 'valves'), 6);
    for (const kind of ['plate-exchanger', 'none', 'low-loss-header'] as const) {
      const { circuits } = designJob(of(kind, 'valves'));
      const state = designJob(of(kind, 'valves')).solved?.state.circuits[0];
      // The direct circuit gets what it was designed for.
      expect((state?.massFlow ?? 0) / (circuits[0]?.sized?.massFlow.value ?? 1), kind).toBeGreaterThan(0.92);
    }
  });

  it('a floor injected behind plates gets its water', () => {
    const state = designJob(of('plate-exchanger', 'pumps')).solved?.state.circuits[1];
    expect(state?.massFlow).toBeGreaterThan(0.1);
    expect(state?.supply).toBeGreaterThan(30);
  });

  it('the authority of a mixing valve counts the source and its parts where nothing separates them', () => {
    const job = SYSTEMS[7] as Job;
    const design = (kind: Job['separation']['kind']) => designJob({ ...job, separation: newSeparation(kind) });
    const variable = (kind: Job['separation']['kind']) => design(kind).figures['circuits/c2/variableLoss']?.value ?? 0;
    const { figures, source } = design('none');
    const parts = figures['source/components']?.value ?? 0;
    expect(parts).toBeGreaterThan(0);
    const own = (source?.run.loss.value ?? 0) + (source?.loss.value ?? 0) + parts;
    expect(variable('none') - variable('low-loss-header')).toBeCloseTo(own, 0);
  });

  it('a regulating valve leaves the one pump what the source takes', () => {
    // Two direct circuits behind one pump: the easier one is throttled.
    const job: Job = { ...SYSTEMS[13], distribution: { ...(SYSTEMS[13] as Job).distribution, kind: 'valves' } };
    const design = (kind: Job['separation']['kind']) => designJob({ ...job, separation: newSeparation(kind) });
    const taken = (kind: Job['separation']['kind']) =>
      ['c1', 'c2']
        .flatMap((id) => design(kind).figures[`circuits/${id}/regulating`]?.sum.terms ?? [])
        .find(({ symbol }) => symbol === 'Δp_index')?.value ?? 0;
    const { source, figures } = design('none');
    const own = (source?.run.loss.value ?? 0) + (source?.loss.value ?? 0) + (figures['source/components']?.value ?? 0);
    expect(own).toBeGreaterThan(10_000);
    expect(taken('none') - taken('low-loss-header')).toBeCloseTo(own, -1);
  });

  it('the authority of a mixing valve counts the plates it works against', () => {
    const job = SYSTEMS[7] as Job;
    const variable = (kind: Job['separation']['kind']) =>
      designJob({ ...job, separation: newSeparation(kind) }).figures['circuits/c2/variableLoss']?.value ?? 0;
    expect(variable('plate-exchanger') - variable('low-loss-header')).toBeCloseTo(15_000, 0);
  });
});
