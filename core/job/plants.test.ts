import { describe, expect, it } from 'vitest';
import { coilAndStores } from '../../demo/coil-and-stores.ts';
import { glycolAndTank } from '../../demo/glycol-and-tank.ts';
import { cascade, heaterAndPlates, inStages, threeStoreys } from '../../demo/more-plants.ts';
import { PLANTS } from '../../demo/plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { woodAndRing } from '../../demo/wood-and-ring.ts';
import type { Job } from '../../model/job.ts';
import { newLink, newSeparation, newWater, USUAL_CYLINDER } from '../../model/new-job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { controlParts } from '../control/control-parts.ts';
import { sequenceOfOperation } from '../control/sequence.ts';
import { wiringSchedule } from '../control/wiring.ts';
import { allPumps } from '../design/all-pumps.ts';
import { electricalSupply } from '../design/electrical.ts';
import { partsList } from '../design/parts-list.ts';
import { BACKUP_CALL, HOT_WATER_CALL, SUN_CALL } from '../design/plant-state.ts';
import { fluidState } from '../fluid/fluid.ts';
import { jobWaters } from '../piping/job-waters.ts';
import { portsToHangOn } from '../plan/ports.ts';
import { withoutStation, withStation } from '../plan/station-edits.ts';
import { daySettings } from '../run/settings.ts';
import { simulate } from '../run/simulate.ts';
import { stateAt } from '../run/state-at.ts';
import { designWithPlant } from './design-job.ts';
import { jobThen } from './phases.ts';

const designed = (of: Job) => {
  const { design, plant } = designWithPlant(of);
  if (!plant || !design.source || !design.solved) throw new Error('no plant');
  return { design, plant, source: design.source, state: design.solved.state };
};
const rules = (of: Job) => designed(of).design.findings.map(({ id }) => id);
const day = (job: Job, mean: number, settings: Partial<ReturnType<typeof daySettings>> = {}) => {
  const { design, plant } = designed(job);
  return simulate(job, design, plant, { ...daySettings(job, { mean, swing: 4 }), keepEvery: 10, ...settings });
};

describe.each(Object.entries(PLANTS))('%s', (_, job) => {
  it('can be kept, and is what it was when it is read again', () => {
    const read = readJob(JSON.parse(JSON.stringify(job)));
    expect(read.ok ? read.job : read.problems).toEqual(job);
  });

  it('is solved, every joule accounted for', () => {
    const { state } = designed(job);
    expect(state.reason).toBeNull();
    const made = state.source.heat + state.further.reduce((sum, { heat }) => sum + heat, 0);
    const taken = state.circuits.reduce((sum, { heat }) => sum + heat, state.pipeLoss);
    expect(Math.abs(made - taken)).toBeLessThan(2e-3 * made);
  });

  it('runs through a day; no joule is lost', () => {
    const run = day(job, -2);
    expect(run.broke).toBeNull();
    expect(run.imbalance).toBeLessThan(1e-9);
    expect(run.energy.toRooms).toBeGreaterThan(0);
    expect(run.flowError).toBeLessThan(0.05);
  });
});

describe('glycol outside plates, plain water and a tank inside', () => {
  const job = glycolAndTank();
  const { design, source, state, plant } = designed(job);

  it('is two waters of two fluids, each with its vessel', () => {
    const waters = jobWaters(job);
    expect(waters.map(({ fluid }) => fluid.kind)).toEqual(['propylene-glycol', 'water']);
    expect(waters.map(({ branches }) => branches)).toEqual([['source'], ['links/l2', 'circuits/c1', 'circuits/c2']]);
    const [house] = design.waters;
    expect(house?.fluid).toBe('water');
    // All the water is in one of the two, and in one only.
    const whole = designed({ ...job, waters: [] }).design.vessel?.content.value ?? 0;
    expect((design.vessel?.content.value ?? 0) + (house?.vessel.content.value ?? 0)).toBeCloseTo(whole, 9);
    expect(design.vessel?.content.value).toBeLessThan(0.02);
    // What never touches the other never has its density.
    const { twin } = plant;
    const [glycol, water] = [fluidState({ kind: 'propylene-glycol', concentration: 0.3 }, 38), fluidState({ kind: 'water' }, 36)];
    expect(Math.abs(twin.density('source') - glycol.density)).toBeLessThan(3);
    expect(Math.abs(twin.density('circuits/c1/flow') - water.density)).toBeLessThan(3);
  });

  it('carries the same heat on both sides of the plates with more glycol than water', () => {
    const glycol = fluidState({ kind: 'propylene-glycol', concentration: 0.3 }, 45.5).specificHeat;
    const water = fluidState({ kind: 'water' }, 42.5).specificHeat;
    const [link] = design.links;
    // Energy balance by hand: m c dT is the load on either side, 5 K each.
    expect(source.massFlow.value * glycol * 5).toBeCloseTo(design.load.value, -1);
    expect((link?.massFlow.value ?? 0) * water * 5).toBeCloseTo(link?.load.value ?? 0, -1);
    expect(link?.supply.value).toBeCloseTo(48 - 3, 9);
    // Plates by epsilon-NTU (counterflow of unequal streams, as in any handbook of heat transfer).
    const [hot, cold] = [source.massFlow.value * glycol, (link?.massFlow.value ?? 0) * water];
    const ua = source.exchanger?.conductance.value ?? 0;
    const [least, ratio] = [Math.min(hot, cold), Math.min(hot, cold) / Math.max(hot, cold)];
    const ntu = ua / least;
    const grown = Math.exp(-ntu * (1 - ratio));
    const effectiveness = ratio > 1 - 1e-9 ? ntu / (1 + ntu) : (1 - grown) / (1 - ratio * grown);
    expect(effectiveness * least * (48 - (link?.back.value ?? 0))).toBeCloseTo(source.load.value, -2.5);
  });

  it('sends what the tank gets through it: the mix by hand', () => {
    const [station] = state.stations;
    const [link] = state.links;
    const drawn = state.circuits.reduce((sum, each) => sum + each.drawn, 0);
    const supply = station?.ports.find(({ ref }) => ref === 'x1/b')?.supply ?? 0;
    const arrives = link?.supply ?? 0;
    expect(supply).toBeCloseTo(arrives, 6);
    // What comes beyond what is drawn goes back with the returns.
    const returns = state.circuits.reduce((sum, each) => sum + each.drawn * each.back, 0);
    const surplus = (link?.massFlow ?? 0) - drawn;
    expect(surplus).toBeGreaterThan(0);
    expect(link?.back).toBeCloseTo((returns + surplus * arrives) / (link?.massFlow ?? 1), 0);
  });

  it('keeps the tank in layers, and the source by its sensor', () => {
    const run = day(job, 4);
    const layers = run.moments.map((moment) => moment.layers);
    for (const each of layers) expect(each).toEqual([...each].sort((a, b) => b - a));
    // What the sensor in the tank finds stands the approach of the plates below what is sent.
    const on = run.moments.filter(({ firing }) => firing);
    expect(on.length).toBeGreaterThan(0);
    for (const { layers: tank, wanted } of on.slice(5)) expect((tank[5] ?? 0) + 3).toBeLessThan(wanted + 12);
  });

  it('a second vessel on the same water is found, and left out by its remedy', () => {
    const twice = { ...job, waters: [...job.waters, newWater('w3', 'x1/b', job)] };
    const found = designed(twice).design.findings.find(({ rule }) => rule === 'water-twice');
    expect(found?.id).toBe('water-twice:waters/w3');
    expect(rules(applyEdits(twice, found?.remedies[0]?.edits ?? []))).not.toContain('water-twice:waters/w3');
    const none = { ...job, waters: [] };
    const missing = designed(none).design.findings.find(({ rule }) => rule === 'plates-second-vessel');
    expect(rules(applyEdits(none, missing?.remedies[0]?.edits ?? []))).not.toContain('plates-second-vessel');
  });
});

describe('a wood boiler on a tank, a ring main behind it', () => {
  const job = woodAndRing();
  const { design, plant, source, state } = designed(job);

  it('gives each pair of tees what the one before it left', () => {
    const ring = design.stations.find(({ id }) => id === 'x1');
    const flow = design.links.find(({ id }) => id === 'l2')?.massFlow.value ?? 0;
    const pairs = ring?.pairs ?? [];
    expect(pairs.map(({ id }) => id)).toEqual(['b', 'p2', 'p3', 'p4']);
    const load = (id: string) => design.circuits.find((each) => each.id === id)?.load.value ?? 0;
    // By hand: the air coil takes its load out of the water of the ring, the floor what is left for it.
    expect((pairs[2]?.supply.value ?? 0) - (pairs[2]?.back.value ?? 0)).toBeCloseTo(load('c1') / flow / 4190, 1);
    expect(pairs[3]?.supply.value).toBeCloseTo(pairs[2]?.back.value ?? 0, 9);
    const at = (ref: string) => state.stations.find(({ id }) => id === 'x1')?.ports.find((port) => port.ref === ref);
    expect(at('x1/p4')?.supply).toBeCloseTo(at('x1/p3')?.back ?? 0, 6);
    expect((at('x1/p3')?.supply ?? 0) - (at('x1/p4')?.supply ?? 0)).toBeGreaterThan(2);
  });

  it('charges the cylinder over the plates while the heating waits', () => {
    const charged = plant.run([...state.calling, HOT_WATER_CALL]);
    expect(charged.converged).toBe(true);
    expect(charged.circuits.every(({ running }) => !running)).toBe(true);
    const link = charged.links.find(({ id }) => id === 'l3');
    expect(link?.running).toBe(true);
    // The heat that leaves the ring's water enters the cylinder's.
    const given = (link?.massFlow ?? 0) * ((link?.supply ?? 0) - (link?.back ?? 0)) * 4180;
    expect(given).toBeCloseTo(charged.hotWater?.heat ?? 0, -2);
    const standing = plant.run(state.calling);
    expect(standing.links.find(({ id }) => id === 'l3')?.running).toBe(false);
  });

  it('on its backup: the electric boiler warms the ring from its first pair of tees', () => {
    const backup = plant.run([...state.calling, BACKUP_CALL]);
    expect(backup.converged).toBe(true);
    expect(backup.source.heat).toBeCloseTo(0, 6);
    const [electric] = backup.further;
    expect(electric?.running).toBe(true);
    expect(electric?.heat).toBeGreaterThan(5000);
    const ports = backup.stations.find(({ id }) => id === 'x1')?.ports ?? [];
    const [first] = ports.filter(({ ref }) => ref === 'x1/b');
    // Behind its tees the water is hotter than before them.
    expect(first?.back).toBeGreaterThan((first?.supply ?? 0) + 3);
  });

  it('keeps cold water from the boiler by its loading valve', () => {
    // Cold water from a ring that takes much: without the valve the boiler gets it as it is.
    const cold: JobEdit[] = [{ at: 'source/temperatureDifference', value: 35 }];
    const without = applyEdits(job, [...cold, { at: 'source/returnLift', value: null }]);
    const bare = designed(without);
    expect(bare.state.source.back).toBeLessThan(55);
    const found = bare.design.findings.find(({ rule }) => rule === 'return-too-cold');
    const lifted = applyEdits(without, found?.remedies[0]?.edits ?? []);
    expect(lifted.source.returnLift?.temperature).toBe(55);
    const { state: after } = designed(lifted);
    expect(after.converged).toBe(true);
    expect(after.source.back).toBeCloseTo(55, 1);
    expect(rules(lifted)).not.toContain('return-too-cold');
    expect(source.lift?.loss.value).toBeLessThanOrEqual(4000);
  });

  it('the backup takes over by itself once the fire is out and the ring too cool', () => {
    // A tank too small for the night: it is empty before somebody lights the next fire.
    const small = applyEdits(job, [{ at: 'separation/volume', value: 0.3 }]);
    const run = day(small, -6);
    const [fire, electric] = run.sources;
    expect(fire?.made).toBeGreaterThan(0);
    expect(electric?.made).toBeGreaterThan(0);
    const firstHelp = run.moments.find(({ sources }) => (sources[1] ?? 0) > 0);
    expect(firstHelp).toBeDefined();
    // It helps while the fire is out, never while the tank feeds the ring well.
    const both = run.moments.filter(({ sources }) => (sources[0] ?? 0) > 1000 && (sources[1] ?? 0) > 1000).length;
    const alone = run.moments.filter(({ sources }) => (sources[0] ?? 0) < 1 && (sources[1] ?? 0) > 0).length;
    expect(alone).toBeGreaterThan(both);
    // With the whole tank the wood alone does it.
    expect(day(job, -2).sources[1]?.made).toBe(0);
    // Left to somebody's hand it stays off.
    const byHand = applyEdits(small, [{ at: 'furtherSources/f1/takesOver', value: false }]);
    expect(day(byHand, -6).sources.length).toBe(1);
    expect(day(byHand, -6).hoursShort.reduce((sum, each) => sum + each, 0)).toBeGreaterThan(
      run.hoursShort.reduce((sum, each) => sum + each, 0),
    );
  });
});

describe('stations that hang together badly', () => {
  const job = glycolAndTank();
  const find = (of: Job, rule: string) => designed(of).design.findings.find((each) => each.rule === rule);
  const cured = (of: Job, rule: string) => {
    const found = find(of, rule);
    expect(found, rule).toBeDefined();
    const after = applyEdits(of, found?.remedies[0]?.edits ?? []);
    expect(rules(after)).not.toContain(found?.id);
    return after;
  };

  it('a circuit that names a port which is not there', () => {
    cured(applyEdits(job, [{ at: 'circuits/c1/at', value: 'x9/b' }]), 'port-missing');
  });

  it('pipes that lead nowhere, and to the station they leave', () => {
    cured(applyEdits(job, [{ at: 'links/l2/at', value: 'x7/b' }]), 'link-nowhere');
    const round = find(applyEdits(job, [{ at: 'links/l2/at', value: 'x1/b' }]), 'link-nowhere');
    expect(round?.title).toBe('Pipes that come back to the station they leave');
    cured(applyEdits(job, [{ at: 'links/l2/to', value: 'x7/a' }]), 'link-nowhere');
  });

  it('a station that no source reaches, with what hangs on it; the rest is still worked out', () => {
    const lost = applyEdits(job, [
      { at: 'links/l2/at', value: 'x7/b' },
      { at: 'circuits/c2/at', value: null },
    ]);
    const found = find(lost, 'station-unfed');
    expect(found?.severity).toBe('stop');
    const { state } = designed(lost);
    expect(state.circuits.find(({ id }) => id === 'c2')?.heat).toBeGreaterThan(1000);
    cured(lost, 'station-unfed');
  });

  it('a station that is put in and taken out again leaves the job as it was', () => {
    const [port] = portsToHangOn(job);
    if (!port) throw new Error('no port');
    const more = withStation(job, port.ref, 'low-loss-header');
    expect(more.stations.length).toBe(2);
    expect(find(more, 'station-unused')?.place).toBe('stations/x2/kind');
    expect(withoutStation(more, 'x2')).toEqual(job);
    // What hung on it hangs where it usually does.
    expect(withoutStation(job, 'x1').circuits.map(({ at }) => at)).toEqual([null, null]);
    expect(withoutStation(job, 'x1').links).toEqual([]);
  });
});

describe('a combination unit with its own hot water', () => {
  const job: Job = {
    ...SYSTEMS[1],
    source: { ...SYSTEMS[1].source, taps: { output: 24_000, coldTemperature: 10, tapTemperature: 42, dailyDraw: 0.12 } },
  };
  const water = fluidState({ kind: 'water' }, 26);

  it('brings so many litres a minute to the tap, by the energy balance', () => {
    const { design } = designed(job);
    const flow = design.taps?.flow.value ?? 0;
    expect(flow * water.density * water.specificHeat * 32).toBeCloseTo(24_000, 6);
    expect(flow * 60_000).toBeCloseTo(10.8, 1);
    expect(rules(job)).not.toContain('tap-slow');
    const weak = applyEdits(job, [{ at: 'source/taps/output', value: 12_000 }]);
    expect(designed(weak).design.findings.find(({ id }) => id === 'tap-slow')?.title).toContain('of hot water at once');
    const twice = { ...job, hotWater: USUAL_CYLINDER };
    const found = designed(twice).design.findings.find(({ id }) => id === 'hot-water-twice');
    expect(rules(applyEdits(twice, found?.remedies[0]?.edits ?? []))).not.toContain('hot-water-twice');
  });

  it('makes in a day what is drawn, the heating waiting; too weak it comes lukewarm', () => {
    const run = day(job, 2);
    const drawn = 0.12 * water.density * water.specificHeat * 32;
    expect(run.energy.tapped).toBeCloseTo(drawn, -3);
    expect(run.tapRan).toBeCloseTo((0.12 / 8) * 60_000, 0);
    expect(run.tapLukewarm).toBe(0);
    const without = day({ ...job, source: { ...job.source, taps: null } }, 2);
    // What is made goes to rooms, pipes and taps, or stays in the water.
    const { made, toRooms, pipes, inWater, standing, tapped } = run.energy;
    expect(Math.abs(made - toRooms - pipes - inWater - standing - tapped)).toBeLessThan(1e-6 * made);
    expect(run.energy.bought).toBeGreaterThan(without.energy.bought ?? 0);
    const weak = day(applyEdits(job, [{ at: 'source/taps/output', value: 12_000 }]), 2);
    expect(weak.tapLukewarm).toBeCloseTo(weak.tapRan, 6);
  });
});

describe('pumps and valves on the return', () => {
  const onReturn = (of: Job): Job =>
    applyEdits(of, [
      ...of.circuits.flatMap(({ id }) => [
        { at: `circuits/${id}/pumpOn`, value: 'return' },
        { at: `circuits/${id}/valveOn`, value: 'return' },
      ]),
      { at: 'distribution/pumpOn', value: 'return' },
      { at: 'source/pumpOn', value: 'return' },
    ]);
  const valves: Job = { ...thistleMill, distribution: { ...thistleMill.distribution, kind: 'valves' } };
  const pressure = (state: ReturnType<typeof designed>['state'], point: string) => state.gauges[point] ?? Number.NaN;

  it.each([['pumps', thistleMill], ['one pump and valves', valves], ...Object.entries(PLANTS)] as const)(
    '%s: the same water moves, whichever pipe they stand on',
    (_, of) => {
      const [flow, back] = [designed(of), designed(onReturn(of))];
      expect(back.state.converged).toBe(true);
      back.state.circuits.forEach((circuit, i) => {
        const other = flow.state.circuits[i];
        // On the return the water is colder and heavier: of as many litres a little more.
        expect(Math.abs(circuit.massFlow / (other?.massFlow ?? 1) - 1), circuit.id).toBeLessThan(0.012);
        expect(Math.abs(circuit.heat - (other?.heat ?? 0))).toBeLessThan(0.01 * (other?.heat ?? 1));
      });
      expect(Math.abs(back.state.source.massFlow / flow.state.source.massFlow - 1)).toBeLessThan(0.012);
    },
  );

  it('a pump that pushes towards the vessel lowers its circuit by its head', () => {
    const [flow, back] = [designed(thistleMill), designed(onReturn(thistleMill))];
    const circuit = thistleMill.circuits.find(({ connection }) => connection === 'direct');
    const place = `circuits/${circuit?.id}`;
    const head = back.design.circuits.find(({ id }) => id === circuit?.id)?.sized?.pump?.duty?.head.value ?? 0;
    const fell = pressure(flow.state, `${place}/supply`) - pressure(back.state, `${place}/supply`);
    // Its whole head at the manifold, rho g H; the few pascals of the bars aside.
    expect(fell).toBeGreaterThan(0.9 * head * 9.81 * 980);
    expect(fell).toBeLessThan(1.1 * head * 9.81 * 1000);
    const found = back.design.findings.find(({ id }) => id === `pump-towards-vessel:${circuit?.id}`);
    expect(found?.place).toBe(`${place}/pumpOn`);
    expect(rules(applyEdits(onReturn(thistleMill), found?.remedies[0]?.edits ?? []))).not.toContain(found?.id);
    expect(rules(thistleMill).filter((id) => id.startsWith('pump-towards-vessel'))).toEqual([]);
  });
});

describe('a water heater on one side of plates, one pump and nine thermostats on the other', () => {
  const job = heaterAndPlates();
  const { design, plant, state } = designed(job);

  it('is two waters: what people drink never gets into the floors', () => {
    expect(jobWaters(job).map(({ branches }) => branches)).toEqual([['source'], ['distribution', 'circuits/c1']]);
    expect(design.waters.map(({ name }) => name)).toEqual(['Water of the floors']);
    expect(rules(job)).not.toContain('drinking-water-source');
    expect(plant.assembly.zones.length).toBe(9);
    expect(design.circuits[0]?.sized?.zoneValve).not.toBeNull();
    // Taken out, the plates leave one water: the heater is then no source for it.
    expect(rules(applyEdits(job, [{ at: 'separation/kind', value: 'none' }]))).toContain('drinking-water-source');
  });

  it('one thermostat alone still has its heat over the plates', () => {
    const [zone] = plant.assembly.zones;
    const one = plant.run([zone?.id ?? '']);
    expect(one.converged).toBe(true);
    expect(one.circuits[0]?.heat).toBeGreaterThan(300);
    expect(one.circuits[0]?.massFlow).toBeLessThan(0.5 * (state.circuits[0]?.massFlow ?? 0));
  });
});

describe('the pump of a heat pump for three storeys, with a diverting valve', () => {
  const job = threeStoreys();
  const { design, plant, source, state } = designed(job);

  it('has one pump, chosen for the hardest storey and the source', () => {
    expect(allPumps(design).map(({ place }) => place)).toEqual(['source/pump']);
    const hardest = Math.max(
      ...design.circuits.map(({ sized }) => (sized?.run.loss.value ?? 0) + (sized?.zoneValve?.loss.value ?? 0)),
    );
    expect(source.pump?.head.sum.terms.some(({ symbol }) => /hardest circuit|cylinder/.test(symbol))).toBe(true);
    expect((source.pump?.head.value ?? 0) * 9.80665 * 992).toBeGreaterThan(hardest + source.loss.value);
    expect(state.source.massFlow).toBeCloseTo(
      state.circuits.reduce((sum, { massFlow }) => sum + massFlow, 0),
      6,
    );
    // Every storey gets its water, the highest too.
    for (const circuit of state.circuits) expect(circuit.flow * 60_000, circuit.id).toBeGreaterThan(4);
  });

  it('turns the water from the heating to the coil and back', () => {
    const charged = plant.run([...state.calling, HOT_WATER_CALL]);
    expect(charged.converged).toBe(true);
    expect(charged.circuits.map(({ running }) => running)).toEqual([false, false, false]);
    expect(charged.hotWater?.flow).toBeCloseTo(charged.source.flow, 6);
    expect(charged.hotWater?.heat).toBeGreaterThan(3000);
    const parallel = applyEdits(job, [{ at: 'hotWater/charging', value: 'parallel' }]);
    const found = designed(parallel).design.findings.find(({ id }) => id === 'diverter-parallel');
    expect(rules(applyEdits(parallel, found?.remedies[0]?.edits ?? []))).not.toContain('diverter-parallel');
    const idle = applyEdits(job, [{ at: 'distribution/kind', value: 'pumps' }]);
    const told = designed(idle).design.findings.find(({ id }) => id === 'diverter-idle');
    expect(rules(applyEdits(idle, told?.remedies[0]?.edits ?? []))).not.toContain('diverter-idle');
  });

  it('behind a header the pump of the source does not reach: each circuit has its own', () => {
    const parted = applyEdits(job, [{ at: 'separation/kind', value: 'low-loss-header' }]);
    const { design: apart } = designed(parted);
    expect(apart.circuits.every(({ sized }) => sized?.pump)).toBe(true);
    const found = apart.findings.find(({ id }) => id === 'source-pump-parted');
    expect(found?.remedies.length).toBe(2);
    for (const { edits } of found?.remedies ?? []) expect(rules(applyEdits(parted, edits))).not.toContain('source-pump-parted');
  });

  it('has a wiring centre on each storey, any of which calls', () => {
    const wires = wiringSchedule(job, design);
    const calls = wires.filter(({ what }) => what.startsWith('Call of '));
    expect(calls.map(({ from, to }) => [from, to])).toEqual([
      ['Centre, first floor', 'Wiring centre'],
      ['Centre, attic', 'Wiring centre'],
    ]);
    const attic = wires.filter(({ from, to }) => [from, to].includes('Centre, attic'));
    // Two thermostats, their actuators, the zone valve and the call; terminals counted from 1, none twice.
    expect(attic.length).toBe(6);
    const used = attic.flatMap(({ terminals }) => (terminals ? [terminals] : []));
    expect(used[0]?.first).toBe(1);
    expect(used.slice(1).map(({ first }) => first)).toEqual(used.slice(0, -1).map(({ last }) => last + 1));
    expect(controlParts(job, design).find(({ label }) => label === 'Wiring centre')?.count).toBe(3);
  });
});

describe('two boilers in turn on one pipe to a header', () => {
  const job = cascade();
  const { design, source, state } = designed(job);

  it('carries the water of both through the one pipe, which both pumps are chosen for', () => {
    const [pipe] = design.links;
    expect(pipe?.run.size.label).toBe('28 × 0.9 mm');
    expect(pipe?.pump).toBeNull();
    const [link] = state.links;
    const density = state.source.massFlow / state.source.flow;
    const both = state.source.massFlow + (state.further[0]?.flow ?? 0) * density;
    expect(Math.abs((link?.massFlow ?? 0) / both - 1)).toBeLessThan(5e-3);
    expect(source.pump?.head.sum.terms.some(({ label }) => label.startsWith('Shared pipe'))).toBe(true);
    // A longer pipe asks more of both.
    const longer = designed(applyEdits(job, [{ at: 'links/l2/run/length', value: 40 }]));
    expect(longer.source.pump?.head.value).toBeGreaterThan(1.2 * (source.pump?.head.value ?? 0));
    expect(longer.design.furtherSources[0]?.pump.head.value).toBeGreaterThan(design.furtherSources[0]?.pump.head.value ?? 0);
  });

  it('the second comes when the first cannot do it alone: less on a mild day, less the longer it waits', () => {
    const cold = day(job, -10);
    const mild = day(job, 12);
    expect(cold.sources[1]?.made).toBeGreaterThan(0.2 * (cold.sources[0]?.made ?? 0));
    const share = ({ sources: [first, second] }: typeof cold) => (second?.made ?? 0) / (first?.made ?? 1);
    expect(share(mild)).toBeLessThan(share(cold));
    const patient = day(applyEdits(job, [{ at: 'furtherSources/f1/delay', value: 7200 }]), 12);
    expect(share(patient)).toBeLessThan(share(mild));
  });
});

describe('a plant in stages', () => {
  const job = inStages();
  const { design, source, state } = designed(job);
  const then = designed(jobThen(job));

  it('runs what is there, and is laid for what comes', () => {
    expect(state.circuits.map(({ id }) => id)).toEqual(['c1']);
    expect(design.furtherSources).toEqual([]);
    expect(design.load.value).toBeCloseTo(design.circuits[0]?.load.value ?? 0, 9);
    // The heat pump comes onto the pipe of the boiler, with all three floors.
    expect(then.design.circuits.every(({ sized }) => sized !== null)).toBe(true);
    expect(then.source.capacity.value).toBe(12_000);
    expect(source.run.size.bore).toBe(then.source.run.size.bore);
    expect(source.header?.bore.value).toBeGreaterThanOrEqual(then.source.header?.bore.value ?? 1);
    expect(design.vessel?.volume?.value).toBe(then.design.vessel?.volume?.value);
    const today = designed({
      ...job,
      circuits: job.circuits.filter(({ phase }) => phase !== 'later'),
      furtherSources: [],
      source: { ...job.source, phase: 'new' },
    });
    expect(today.source.run.size.bore).toBeLessThan(source.run.size.bore);
    // The pump is that of today.
    expect(source.pump?.designFlow.value).toBeCloseTo(today.source.pump?.designFlow.value ?? 0, 9);
  });

  it('tells today what will have to be mended then', () => {
    const weak = applyEdits(job, [{ at: 'furtherSources/f1/capacity', value: 4000 }]);
    const found = designed(weak).design.findings.find(({ id }) => id === 'later:source-too-small');
    expect(found?.severity).toBe('note');
    expect(found?.title).toMatch(/^Later: /);
    expect(rules(job)).not.toContain('later:source-too-small');
    expect(rules(job).filter((id) => id.startsWith('circuit-empty'))).toEqual([]);
  });
});

it('a moment of a run stands on the wall with the waters of all its stations', () => {
  const job = woodAndRing();
  const { design, plant } = designed(job);
  const run = simulate(job, design, plant, { ...daySettings(job, { mean: -4, swing: 3 }), keepEvery: 30 });
  const moment = run.moments.find(({ circuits, drawn }) => drawn > 0 && circuits.every(({ flow }) => flow > 0));
  if (!moment) throw new Error('nothing flowed');
  const stood = stateAt(plant, run.circuits, moment);
  const ring = stood.stations.find(({ id }) => id === 'x1')?.ports ?? [];
  const at = (ref: string) => ring.find((port) => port.ref === ref);
  // Each pair gets what the one before it left, as hot as the tank gave it.
  expect(at('x1/p4')?.supply).toBeCloseTo(at('x1/p3')?.back ?? 0, 6);
  expect(at('x1/p3')?.supply).toBeGreaterThan(at('x1/p4')?.supply ?? 100);
  expect(stood.links.find(({ id }) => id === 'l2')?.supply).toBe(at('x1/feed')?.supply);
  expect(at('x1/feed')?.supply).toBeLessThanOrEqual(Math.max(...moment.layers) + 1e-6);
});

describe('tees of a ring main behind a tank', () => {
  const job = woodAndRing();

  it('are judged as those of the source are, each remedy by what it does', () => {
    const wide = applyEdits(job, [{ at: 'stations/x1/pairs/p3/spacing', value: 2 }]);
    const apart = designed(wide).design.findings.find(({ rule }) => rule === 'tees-apart');
    expect(apart?.id).toBe('tees-apart:stations/x1/pairs/p3');
    expect(apart?.component).toBe('stations/x1/pairs/p3');
    expect(rules(applyEdits(wide, apart?.remedies[0]?.edits ?? []))).not.toContain(apart?.id);
    // The floor before the coil: the cooler need first.
    const turned = applyEdits(job, [
      { at: 'circuits/c1/at', value: 'x1/p4' },
      { at: 'circuits/c2/at', value: 'x1/p3' },
    ]);
    const order = designed(turned).design.findings.find(({ rule }) => rule === 'ring-order');
    expect(order?.id).toBe('ring-order:stations/x1');
    const mended = applyEdits(turned, order?.remedies[0]?.edits ?? []);
    expect(mended.circuits.map(({ at }) => at)).toEqual(['x1/p3', 'x1/p4']);
    expect(rules(mended)).not.toContain('ring-order:stations/x1');
    // A ring that carries too little for its coil turns the coil's own return round.
    const slow = applyEdits(job, [{ at: 'links/l2/temperatureDifference', value: 45 }]);
    const short = designed(slow).design.findings.find(({ rule }) => rule === 'ring-short');
    expect(short?.id).toBe('ring-short:x1/p3');
    expect(rules(applyEdits(slow, short?.remedies[0]?.edits ?? []))).not.toContain('ring-short:x1/p3');
  });
});

describe('a tank with a coil', () => {
  const job: Job = { ...coilAndStores(), hotWater: null, furtherSources: [], stations: [], mode: 'heating', ...heatOnly() };
  const { design, state, source } = designed(job);

  it('is two waters: that of the source in the tank, that of the floors in the coil', () => {
    expect(jobWaters(job).map(({ branches }) => branches)).toEqual([['source'], ['circuits/c1']]);
    expect(design.waters[0]?.vessel.content.value).toBeGreaterThan(0);
    // The tank's 300 L are water of the source.
    expect(design.vessel?.content.value).toBeGreaterThan(0.3);
    expect(design.waters[0]?.vessel.content.value).toBeLessThan(0.3);
  });

  // Energy balance and log-mean by hand: the source sends 40 °C and gets back what its flow carries less; the coil's water ends 5 K below.
  it('gives water the difference of its coil below the tank, and takes the heat out of it', () => {
    expect(source.supplyTemperature.value).toBeCloseTo(40 - 5, 9);
    const ua = source.exchanger?.conductance.value ?? 0;
    const back = source.returnTemperature.value;
    const [hot, cold] = [40 - 35, back - (design.figures['header/circuitsReturn']?.value ?? Number.NaN)];
    expect(ua * ((hot - cold) / Math.log(hot / cold))).toBeCloseTo(source.load.value, -1);
    // Solved: through counterflow of unequal streams, the heat in is the heat out.
    const circuit = state.circuits[0];
    expect(Math.abs(state.source.heat - (circuit?.heat ?? 0) - state.pipeLoss)).toBeLessThan(2e-3 * state.source.heat);
    expect(circuit?.supply).toBeLessThan(state.source.supply - 4);
  });

  it('in a run the coil never gives water as warm as the tank, and the source works by its own band', () => {
    const run = day(job, 3, { ...daySettings(job, { mean: 3, swing: 0 }), keepEvery: 1 });
    const band = run.moments.filter(({ drawn }) => drawn > 0.01);
    expect(band.length).toBeGreaterThan(100);
    for (const { layers, circuits } of band) expect(circuits[0]?.supply).toBeLessThan((layers[0] ?? 0) + 1e-9);
    // While it has settled and the source runs, the water that leaves the coil is by some kelvin below the top of the tank.
    const steady = run.moments.filter(({ firing, time }) => firing && time > 3 * 3600);
    const below = steady.map(({ layers, toCircuits }) => (layers[0] ?? 0) - toCircuits);
    expect(Math.min(...below)).toBeGreaterThan(3);
    // It stops half a kelvin above 40 °C at the sensor half way up, and starts 11 K below.
    const at = run.moments.flatMap(({ firing, layers }, i) => {
      const was = run.moments[i - 1];
      return was && was.firing !== firing ? [{ starts: firing, sensor: layers[5] ?? 0 }] : [];
    });
    expect(at.some(({ starts }) => starts)).toBe(true);
    for (const { starts, sensor } of at) {
      if (starts) expect(sensor).toBeLessThan(29 + 1.5);
      else expect(sensor).toBeGreaterThan(29);
    }
  });

  it('stands as a further station as well', () => {
    const bare = { ...job, waters: [], separation: newSeparation('low-loss-header') };
    const more = withStation(bare, 'st1/b', 'coil-tank');
    const hung = applyEdits(more, [{ at: 'circuits/c1/at', value: 'x1/cold' }]);
    const { design: other, state: solved } = designed(hung);
    expect(solved.reason).toBeNull();
    expect(other.stations[0]?.exchanger?.conductance.value).toBeGreaterThan(100);
    expect(solved.circuits[0]?.heat).toBeGreaterThan(3500);
    const run = day(hung, -2);
    expect(run.imbalance).toBeLessThan(1e-9);
    expect(run.moments.at(-1)?.layers).toHaveLength(10);
  });

  it('a coil too cool at the foot of the band, and one too large for its tank, are found, each mended by its remedy', () => {
    const found = (of: Job, rule: string) => designed(of).design.findings.find((each) => each.rule === rule);
    const cool = found(job, 'coil-too-cool');
    expect(cool?.title).toContain('24');
    expect(found(applyEdits(job, cool?.remedies[0]?.edits ?? []), 'coil-too-cool')).toBeUndefined();
    const close = applyEdits(job, [
      { at: 'separation/approach', value: 1 },
      { at: 'separation/volume', value: 0.05 },
    ]);
    const large = found(close, 'coil-too-large');
    expect(large?.place).toBe('separation/approach');
    expect(found(applyEdits(close, large?.remedies[0]?.edits ?? []), 'coil-too-large')).toBeUndefined();
    expect(found(job, 'coil-too-large')).toBeUndefined();
  });
});

describe('the sun on two stores', () => {
  const job = coilAndStores();
  const summer = (of: Job) => day(of, 22, { ...daySettings(of, { mean: 22, swing: 2 }), keepEvery: 1 });
  const of = (run: ReturnType<typeof day>) => run.sources.find(({ id }) => id === 'f1');

  it('charges the tank whoever calls, and once that is warm the cylinder; every joule is somewhere', () => {
    const run = summer(job);
    expect(run.imbalance).toBeLessThan(1e-9);
    expect(run.moments.some(({ calls }) => calls.startsWith('1'))).toBe(false);
    // Only water above what it makes less the difference of its plates is left to the tank: 60 - 5 °C, at the bottom.
    const full = run.moments.filter(({ layers }) => (layers.at(-1) ?? 0) > 55 + 0.5);
    expect(full).toEqual([]);
    const hottest = Math.max(...run.moments.map(({ store }) => store ?? 0));
    expect(hottest).toBeGreaterThan(45 + 4);
    expect(hottest).toBeLessThan(55);
    // What is made goes to rooms, pipes, tank and cylinder, or stays in their water.
    const { made } = run.energy;
    expect(of(run)?.made).toBeGreaterThan(0.25 * made);
    // At noon it gives all it has while anything takes it.
    const noon = run.moments.filter(({ time }) => Math.abs(time / 3600 - 12) < 0.5).map(({ sources }) => sources[1] ?? 0);
    expect(Math.max(...noon)).toBeGreaterThan(0);
    expect(Math.max(...noon)).toBeLessThanOrEqual(4000 + 1e-9);
  });

  it('stands where nobody said so: the cylinder is then heated by the heat pump alone', () => {
    const [both, one] = [summer(job), summer(applyEdits(job, [{ at: 'furtherSources/f1/onceWarm', value: 'stops' }]))];
    expect(of(one)?.made).toBeLessThan(of(both)?.made ?? 0);
    expect(one.sources[0]?.made).toBeGreaterThan(both.sources[0]?.made ?? 0);
    expect(Math.max(...one.moments.map(({ store }) => store ?? 0))).toBeLessThan(50);
  });

  it('moves its own water: with its pump alone, as much as it was sized for', () => {
    const { plant, design } = designed(job);
    const state = plant.run([SUN_CALL]);
    expect(state.converged).toBe(true);
    const flow = state.further[0]?.flow ?? 0;
    expect(flow / (design.furtherSources[0]?.flow.value ?? 1)).toBeGreaterThan(0.9);
    // Through the tank and nowhere else.
    for (const circuit of state.circuits) expect(Math.abs(circuit.massFlow)).toBeLessThan(1e-9);
    expect(Math.abs(state.source.massFlow)).toBeLessThan(1e-9);
    expect(state.further[0]?.pump?.power).toBeGreaterThan(1);
  });

  it('is found where there is no second store, and mended', () => {
    const none = { ...job, hotWater: null };
    const found = designed(none).design.findings.find(({ rule }) => rule === 'second-store-missing');
    expect(found?.place).toBe('furtherSources/f1/onceWarm');
    expect(rules(applyEdits(none, found?.remedies[0]?.edits ?? []))).not.toContain(found?.id);
    expect(rules(job).filter((id) => id.startsWith('second-store'))).toEqual([]);
  });
});

describe('a cold side that rests in winter', () => {
  const job = coilAndStores();
  const found = (of: Job, id: string) => designed(of).design.findings.find((each) => each.id === id);
  const cured = (of: Job, id: string) => {
    const finding = found(of, id);
    expect(finding, id).toBeDefined();
    expect(rules(applyEdits(of, finding?.remedies[0]?.edits ?? []))).not.toContain(id);
    return finding;
  };

  it('never meets the warm one: no water of winter stands in its tank, and the plant heats as it does without', () => {
    for (const { stations, ports } of jobWaters(job)) {
      expect(stations).not.toContain('x1');
      expect(ports.filter((ref) => ref.startsWith('x1/'))).toEqual([]);
    }
    const { state } = designed(job);
    const without = designed({ ...job, stations: [], mode: 'heating', ...heatOnly() }).state;
    expect(state.source.heat).toBeCloseTo(without.source.heat, 6);
    expect(state.circuits[0]?.supply).toBeCloseTo(without.circuits[0]?.supply ?? 0, 9);
    // Nor does it lose any heat of the winter's.
    const run = (of: Job) => day(of, 0).energy;
    expect(run(job).standing).toBeCloseTo(run({ ...job, stations: [], mode: 'heating', ...heatOnly() }).standing, 0);
    expect(rules(job).filter((id) => /changeover|cold-tank|guard|cannot-cool|station-/.test(id))).toEqual([]);
  });

  it('is told with its valves, their motors and its guard', () => {
    const { design } = designed(job);
    const list = partsList(job, design).filter(({ label }) => label.startsWith('Changeover valve'));
    expect(list.map(({ component }) => component)).toEqual([
      ...['source', 'source'].map((place) => `${place}/changeover`),
      ...['circuits/c1', 'circuits/c1'].map((place) => `${place}/changeover`),
    ]);
    expect(electricalSupply(job, design).find(({ label }) => label === '4 changeover valves')?.power).toBe(24);
    const counts = new Map(controlParts(job, design).map(({ label, count }) => [label, count]));
    expect([counts.get('Motors of changeover valves'), counts.get('Dew-point guards')]).toEqual([4, 1]);
  });

  it.each<[string, string, (of: Job) => Job]>([
    [
      'a circuit turns over to what nobody cools',
      'changeover-one-side:circuits/c1',
      (of) => applyEdits(of, [{ at: 'source/coldAt', value: null }]),
    ],
    [
      'a source cools what nobody takes',
      'changeover-one-side:source',
      (of) => applyEdits(of, [{ at: 'circuits/c1/coldAt', value: null }]),
    ],
    [
      'the tank holds no cold water',
      'changeover-one-side:circuits/c1',
      (of) => applyEdits(of, [{ at: 'stations/x1/cold', value: false }]),
    ],
    ['the plant only heats', 'changeover-one-side:source', (of) => ({ ...of, mode: 'heating' })],
    ['a boiler is to cool', 'source-cannot-cool', (of) => applyEdits(of, [{ at: 'source/kind', value: 'boiler' }])],
    [
      'a circuit heats from the cold tank',
      'cold-tank-heated:circuits/c1/at',
      (of) => applyEdits(of, [{ at: 'circuits/c1/at', value: 'x1/b' }]),
    ],
    [
      'pipes lead heat to the cold tank',
      'cold-tank-heated:links/l2',
      (of) => ({ ...of, links: [newLink('l2', 'st1/cold', 'x1/a')] }),
    ],
    [
      'nothing shuts the floor above the dew point',
      'guard-missing:c1',
      (of) => applyEdits(of, [{ at: 'circuits/c1/cooling/guard', value: 'none' }]),
    ],
  ])('%s: found at its place, the rest still solved, mended by its remedy', (_, id, spoil) => {
    const spoiled = spoil(job);
    expect(designed(spoiled).state.reason).toBeNull();
    cured(spoiled, id);
  });

  it('is told in the sequence: valves together, then the source, the guard above all; the sun on its two stores', () => {
    const told = sequenceOfOperation(job, designed(job).design, String).join(' ');
    expect(told).toContain('one contact turns the changeover valves of The source and Floors to cold tank');
    expect(told).toContain('only when the end switch of every valve has closed');
    expect(told).toContain('The dew-point guard of Floors stops its pump');
    expect(told).toContain('Once the tank is warm its valve turns to the cylinder.');
    expect(sequenceOfOperation({ ...job, mode: 'heating' }, designed(job).design, String).join(' ')).not.toContain('changeover');
    // Fans wait for warm water.
    const mill = designed(thistleMill).design;
    expect(sequenceOfOperation(thistleMill, mill, String).join(' ')).toContain(
      'A stat strapped on the flow of Workshop holds its fans',
    );
    expect(controlParts(thistleMill, mill).find(({ label }) => label === 'Strap-on stats that hold fans')?.count).toBe(1);
  });

  it('leaves with its tank', () => {
    const without = withoutStation(job, 'x1');
    expect([without.source.coldAt, without.circuits[0]?.coldAt]).toEqual([null, null]);
  });
});

/** The fields of the dye house without its cold side. */
function heatOnly(): Pick<Job, 'source' | 'circuits'> {
  const { source, circuits } = coilAndStores();
  return {
    source: { ...source, coldAt: null },
    circuits: circuits.map((circuit) => ({ ...circuit, coldAt: null, cooling: null })),
  };
}
