import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { tuneCurve } from '../commission/tune-curve.ts';
import { fitCurve, sourceNeed } from '../control/weather-curve.ts';
import { BACKUP_CALL, HOT_WATER_CALL } from '../design/plant-state.ts';
import { pumpReuse } from '../design/pump-reuse.ts';
import { wallSheet } from '../drawing/wall.ts';
import { ladder } from '../emitter/ladder.ts';
import { designJob, designWithPlant } from './design-job.ts';
import { assumptionLedger } from './ledger.ts';

const edited = (job: Job, ...edits: [string, unknown][]) =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const rulesOf = (job: Job) => designJob(job).findings.map((each) => each.rule);

describe.each(Object.entries(SYSTEMS))('system %s', (_, job) => {
  it('is read, designed, solved, drawn and reviewed', () => {
    expect(readJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
    const design = designJob(job);
    expect(design.solved?.state.converged, design.solved?.state.reason ?? '').toBe(true);
    expect(wallSheet(job, design).symbols.length).toBeGreaterThan(3);
    expect(design.findings.filter((each) => each.rule.startsWith('network-'))).toEqual([]);
  });
});

/** Source, separation and emitters of each row; what the present model cannot say stands for it as near as may be. */
const ROWS: [keyof typeof SYSTEMS, source: string, separation: string, emitters: string[]][] = [
  [1, 'combination-unit', 'none', ['floor']],
  [2, 'water-heater', 'none', ['floor']],
  [3, 'solid-fuel', 'low-loss-header', ['floor', 'unit-heater']],
  [4, 'condensing-boiler', 'none', ['floor']],
  [5, 'instantaneous-heater', 'closely-spaced-tees', ['floor']],
  [6, 'heat-pump', 'none', ['floor']],
  [7, 'condensing-boiler', 'low-loss-header', ['floor', 'panel']],
  [8, 'ground-heat-pump', 'plate-exchanger', ['floor']],
  [9, 'water-heater', 'plate-exchanger', ['floor']],
  [10, 'waste-heat', 'none', ['floor']],
  [11, 'heat-pump', 'low-loss-header', ['floor']],
  [12, 'boiler', 'closely-spaced-tees', ['floor']],
  [13, 'boiler', 'low-loss-header', ['panel', 'unit-heater']],
  [14, 'heat-pump', 'none', ['floor', 'panel']],
  [15, 'condensing-boiler', 'none', ['floor']],
  [16, 'heat-pump', 'buffer', ['fan-unit']],
  [17, 'electric', 'none', ['floor']],
  [18, 'heat-pump', 'low-loss-header', ['panel']],
  [19, 'boiler', 'low-loss-header', ['floor', 'panel', 'towel-rail']],
  [20, 'boiler', 'low-loss-header', ['floor', 'panel']],
  [21, 'heat-pump', 'none', ['panel']],
];

describe.each(ROWS)('system %i', (n, source, separation, emitters) => {
  const job: Job = SYSTEMS[n];
  it(`is fed by ${source} over ${separation} into ${emitters.join(' and ')}`, () => {
    expect(job.source.kind).toBe(source);
    expect(job.separation.kind).toBe(separation);
    const kinds = job.rooms.flatMap((room) =>
      room.emitters.map((emitter) => (emitter.kind === 'rated' ? emitter.form : emitter.kind)),
    );
    expect([...new Set<string>(kinds)].sort()).toEqual(emitters);
  });

  it('has emitters that carry its rooms, and a source that carries all', () => {
    const rules = rulesOf(job);
    for (const rule of ['emitter-short', 'heat-short', 'flow-short', 'source-too-small', 'emitters-missing', 'not-solved'])
      expect(rules, rule).not.toContain(rule);
  });
});

// What each system is about; the demands are facts of the trade, common practice, the figures invented.
describe('what the systems are about', () => {
  it('1: insulation under a slab keeps heat from the ground', () => {
    const better = SYSTEMS[1].rooms.map((room): [string, unknown] => [`rooms/${room.id}/emitters/e1/insulation`, 3]);
    expect(designJob(edited(SYSTEMS[1], ...better)).load.value).toBeLessThan(designJob(SYSTEMS[1]).load.value - 30);
  });

  it('2: eight loops hang on one manifold, and lengths come in feet', () => {
    const [circuit] = designJob(SYSTEMS[2]).circuits;
    expect(circuit?.sized?.manifolds.map((each) => each.loops.length)).toEqual([8]);
    expect(circuit?.sized?.returnTemperature.value).toBe(31);
  });

  it('3: the fire has a dump, the cable takes over, hot water goes first, and the cold port wants a check valve', () => {
    const { plant, design } = designWithPlant(SYSTEMS[3]);
    const zones = design.solved?.zones.map((zone) => zone.id) ?? [];
    const onCable = plant?.run([...zones, BACKUP_CALL], 'cold');
    expect(onCable?.further[0]?.heat).toBeGreaterThan(15_000);
    expect(onCable?.source.heat).toBeCloseTo(0, 3);
    const first = plant?.run([...zones, HOT_WATER_CALL]);
    expect(first?.circuits.some((circuit) => circuit.running)).toBe(false);
    expect(rulesOf(SYSTEMS[3])).toContain('tempering-backflow');
    expect(rulesOf(edited(SYSTEMS[3], ['hotWater/coldCheck', true]))).toContain('drinking-vessel-missing');
    expect(rulesOf(edited(SYSTEMS[3], ['safety/heatDump', false]))).toContain('heat-dump');
    // Cold water on iron: a fire wants its return lifted.
    expect(rulesOf(edited(SYSTEMS[3], ['source/temperatureDifference', 30]))).toContain('return-too-cold');
  });

  it('4: a curve to find: 0.7 is too warm, steps of a tenth down and part of one back', () => {
    const job: Job = SYSTEMS[4];
    expect(job.source.curve).toMatchObject({ slope: 0.7 });
    // At 0.7 its curve lies above what the floors need; the slope the program would set is below it.
    expect(rulesOf(job)).not.toContain('curve-low');
    const need = sourceNeed(job, designJob(job).circuits);
    expect(fitCurve(need)?.slope).toBeLessThan(0.7);
    const day = { shift: 0, wanted: 20, outdoor: 2 };
    expect(tuneCurve([{ ...day, day: 0, slope: 0.7, room: 22.4 }])).toMatchObject({ done: false, slope: 0.6 });
    const back = tuneCurve([
      { ...day, day: 0, slope: 0.7, room: 21.4 },
      { ...day, day: 2, slope: 0.6, room: 19.2 },
    ]);
    expect(back.slope).toBeGreaterThan(0.6);
    expect(back.slope).toBeLessThan(0.7);
  });

  it('5: the pump holds its delta T with any of three thermostats', () => {
    const { plant, design } = designWithPlant(SYSTEMS[5]);
    const zones = design.solved?.zones.map((zone) => zone.id) ?? [];
    for (const calling of [zones, zones.slice(0, 2), zones.slice(1), [zones[2] as string]]) {
      const state = plant?.run(calling, 'cold');
      expect(state?.converged).toBe(true);
      const [circuit] = state?.circuits ?? [];
      expect((circuit?.supply ?? 0) - (circuit?.back ?? 0)).toBeCloseTo(6, 0);
    }
  });

  it('6: all loops open on a small heat pump, two manifolds of nine, and no buffer', () => {
    const { buffer, circuits } = designJob(SYSTEMS[6]);
    expect(circuits[0]?.sized?.manifolds.map((each) => each.loops.length)).toEqual([9, 9]);
    expect(buffer?.needed.value).toBe(0);
    expect(ladder(SYSTEMS[6])[0]?.needed).toBeLessThan(33);
    expect(rulesOf(SYSTEMS[6])).not.toContain('source-too-small');
    expect(rulesOf(SYSTEMS[6])).not.toContain('source-cycles');
    const area = (SYSTEMS[6] as Job).rooms.reduce((sum, room) => sum + (room.area ?? 0), 0);
    expect(area).toBeGreaterThan(145);
    // Closer pipe is what brings the water down.
    const wide = SYSTEMS[6].rooms.map((room): [string, unknown] => [`rooms/${room.id}/emitters/e1/spacing`, 0.2]);
    expect(ladder(edited(SYSTEMS[6], ...wide))[0]?.needed).toBeGreaterThan((ladder(SYSTEMS[6])[0]?.needed ?? 0) + 1);
  });

  it('7: two mixed circuits charge beside the cylinder, and the old pump finds its place', () => {
    const job = SYSTEMS[7];
    const design = designJob(job);
    expect(rulesOf(job)).not.toContain('parallel-direct');
    expect(rulesOf(edited(job, ['circuits/c1/connection', 'direct']))).toContain('parallel-direct');
    expect(rulesOf(edited(job, ['hotWater/hygieneCirculates', false]))).toContain('hygiene-stale-pipe');
    const [reuse] = pumpReuse(job, design);
    expect(reuse?.places.some((each) => each.serves)).toBe(true);
    expect(wallSheet(job, design).symbols.find((symbol) => symbol.component === 'circuits/c1/valve')?.mirrored).toBe(true);
    // The header stays for a later heat pump: 60 mm carry 8 kW at 5 K slowly enough.
    const later = designJob(edited(job, ['source/temperatureDifference', 5]));
    expect(later.source?.header?.velocity.value).toBeLessThan(0.3);
  });

  it('8: the coil takes its approach off, the floors are mixed down, and cold floors heed the dew point', () => {
    const design = designJob(SYSTEMS[8]);
    expect(design.source?.supplyTemperature.value).toBe(32.5);
    expect(design.source?.exchanger?.possible).toBe(true);
    expect(design.heatPump?.output?.value).toBeGreaterThan(9100);
    expect(design.circuits[0]?.sized?.valve?.hotShare.value).toBeLessThan(1);
    expect(rulesOf(SYSTEMS[8])).not.toContain('loops-unlike');
    expect(rulesOf(edited(SYSTEMS[8], ['site/summerHumidity', 0.75]))).toContain('dew-point');
  });

  it('9: one pump against one to nine open doors, never less in all with one door more', () => {
    const { plant, design } = designWithPlant(SYSTEMS[9]);
    const zones = design.solved?.zones.map((zone) => zone.id) ?? [];
    expect(zones).toHaveLength(9);
    let before = 0;
    for (let open = 1; open <= 9; open++) {
      const flow = plant?.run(zones.slice(0, open), 'cold').circuits[0]?.flow ?? 0;
      expect(flow).toBeGreaterThan(before);
      before = flow;
    }
  });

  it('10: plates from below need hotter water than a screed, and sagging ones hotter still', () => {
    const needed = (...edits: [string, unknown][]) => ladder(edited(SYSTEMS[10], ...edits))[0]?.needed ?? 0;
    expect(needed()).toBeGreaterThan(needed(['rooms/r1/emitters/e1/system', 'wet']) + 5);
    expect(needed(['rooms/r1/emitters/e1/contact', 0.6])).toBeGreaterThan(needed() + 5);
  });

  it('11: any of three storeys calls the source', () => {
    const { plant, design } = designWithPlant(SYSTEMS[11]);
    for (const id of ['c1', 'c2', 'c3']) {
      const calling = design.solved?.zones.filter((zone) => zone.circuitId === id).map((zone) => zone.id) ?? [];
      const state = plant?.run(calling, 'cold');
      expect(state?.circuits.filter((circuit) => circuit.running).map((circuit) => circuit.id)).toEqual([id]);
      expect(state?.source.heat).toBeGreaterThan(1000);
    }
  });

  it('12: tees too far apart drift, pipe without barrier is named, circuits for later stand by', () => {
    const rules = rulesOf(SYSTEMS[12]);
    expect(rules).toContain('oxygen');
    expect(rules.filter((rule) => rule === 'circuit-empty')).toHaveLength(2);
    expect(rules).not.toContain('tees-drift');
    expect(rulesOf(edited(SYSTEMS[12], ['separation/spacing', 4]))).toContain('tees-drift');
  });

  it('13: a unit heater as a new circuit, as long as the boiler has spare', () => {
    expect(rulesOf(SYSTEMS[13])).not.toContain('source-too-small');
    expect(rulesOf(edited(SYSTEMS[13], ['source/capacity', 17_000]))).toContain('source-too-small');
  });

  it('14: one temperature without mixing, and 12 mm pipe asks for more loops than 16', () => {
    const loopsOf = (job: Job) => designJob(job).circuits[0]?.sized?.loops.length ?? 0;
    const thin = SYSTEMS[14].rooms
      .slice(0, 4)
      .map((room): [string, unknown] => [`rooms/${room.id}/emitters/e1/pipe`, { material: 'pex-iso15875', size: '12x2' }]);
    expect(designJob(SYSTEMS[14]).circuits[0]?.sized?.valve).toBeNull();
    expect(loopsOf(edited(SYSTEMS[14], ...thin))).toBeGreaterThan(loopsOf(SYSTEMS[14]));
  });

  it('15: a dense band along the glass lowers the water, and loops keep to their length', () => {
    const without = ladder(edited(SYSTEMS[15], ['rooms/r1/emitters/e1/edgeArea', 0]))[0]?.needed ?? 0;
    expect(ladder(SYSTEMS[15])[0]?.needed).toBeLessThan(without - 0.5);
    expect(rulesOf(SYSTEMS[15])).not.toContain('loop-long');
  });

  it('16: the check valve left in is named, coils dry the air, glycol asks for a feeder', () => {
    const rules = rulesOf(SYSTEMS[16]);
    for (const rule of ['check-valves-in-series', 'condensate', 'filling-thins']) expect(rules).toContain(rule);
    expect(rules).not.toContain('drying-short');
    const water = designJob(edited(SYSTEMS[16], ['fluid', { kind: 'water', concentration: 0 }]));
    expect(designJob(SYSTEMS[16]).source?.volumeFlow.value).toBeGreaterThan((water.source?.volumeFlow.value ?? 0) * 1.03);
  });

  it('17: a heater that knows only on and off works with its one loop: starts follow the thermostat, and no tank is asked for', () => {
    expect(rulesOf(SYSTEMS[17])).not.toContain('source-cycles');
    expect(designJob(SYSTEMS[17]).buffer?.needed.value).toBe(0);
  });

  it('18: 22 mm carries the old 20 K and not 5 K; more delta T, faster water or the next bore cure it', () => {
    const pipe = designJob(SYSTEMS[18]).circuits[0]?.sized?.run;
    expect(pipe?.velocity.value).toBeGreaterThan(0.9);
    const finding = designJob(SYSTEMS[18]).findings.find((each) => each.place.startsWith('circuits/c1/run'));
    expect(finding?.remedies.length).toBeGreaterThan(1);
    expect(rulesOf(edited(SYSTEMS[18], ['circuits/c1/temperatureDifference', 20]))).not.toContain('pipe-too-small');
  });

  it('19: the air gap keeps a return-fed floor from getting hot, a screed would not', () => {
    expect(rulesOf(SYSTEMS[19])).not.toContain('floor-over-warm');
    expect(rulesOf(edited(SYSTEMS[19], ['rooms/r4/emitters/e2/system', 'wet']))).toContain('floor-over-warm');
  });

  it('20: the system pump is sized to the boiler, a second one to the floor of four loops', () => {
    const design = designJob(SYSTEMS[20]);
    expect(design.source?.pump?.duty).not.toBeNull();
    expect(design.circuits[1]?.sized?.manifolds.map((each) => each.loops.length)).toEqual([4]);
    expect(design.circuits[1]?.sized?.valve).not.toBeNull();
  });

  it('21: flow proves the pipework, and a reading settles the branch nobody saw', () => {
    // Behind no header: the one pump brings a fifth more than the unit wants, and each radiator is set by its return.
    const flow = designJob(SYSTEMS[21]).solved?.state.source.flow ?? 0;
    expect(flow * 3600).toBeGreaterThan(0.95 * 1.2);
    expect(rulesOf(SYSTEMS[21])).not.toContain('source-flow-low');
    const state = designJob(SYSTEMS[21]).solved?.state.circuits[0];
    expect((state?.supply ?? 0) - (state?.back ?? 0)).toBeGreaterThan(3);
    expect((state?.supply ?? 0) - (state?.back ?? 0)).toBeLessThan(7);
    expect(rulesOf(edited(SYSTEMS[21], ['safety/fromVented', true]))).toContain('vented-leftovers');
    expect(rulesOf(edited(SYSTEMS[21], ['source/returnComponents', ['ball-valve-strainer']]))).toContain('strainer-chokes');
    expect(rulesOf(edited(SYSTEMS[21], ['source/leastFlow', 2 / 3600]))).toContain('source-flow-low');
    const [entry] = assumptionLedger(SYSTEMS[21]);
    expect(entry).toBeDefined();
  });
});
