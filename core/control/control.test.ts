import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newPanel } from '../../model/new-emitter.ts';
import { AUTO_CURVE, newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { ladder } from '../emitter/ladder.ts';
import { designJob, designWithPlant } from '../job/design-job.ts';
import { draftPlants } from '../job/draft-plant.ts';
import { runsOpen } from '../plan/open-plant.ts';
import { say } from '../quantity/format.ts';
import { callsTable } from './calls-table.ts';
import { controlDevices, TRANSFORMERS, transformerFor } from './devices.ts';
import { sequenceOfOperation } from './sequence.ts';
import {
  circuitNeed,
  excessCost,
  fitCurve,
  outdoorRange,
  sentAt,
  settledCurve,
  sourceNeed,
  straightAt,
} from './weather-curve.ts';
import { terminalWords, type Wire, wiringSchedule } from './wiring.ts';

const edited = (...edits: [string, unknown][]): Job =>
  applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );
const words = (job: Job) => sequenceOfOperation(job, designJob(job), (value, kind) => say(value, kind, job.display));

/** One room with one panel on one direct circuit. */
const oneRoom = (): Job => {
  const base = newJob('One room');
  const job = { ...base, site: { ...base.site, outdoorDesignTemperature: -10 } };
  return {
    ...job,
    circuits: [newCircuit('c1', job, { flowTemperature: 55, temperatureDifference: 10 })],
    rooms: [newRoom('r1', { heatLoad: 1200, circuit: 'c1', emitters: [newPanel('e1', { type: '2-2', length: 1.4 })] })],
  };
};

describe('the need over the weather', () => {
  const job = oneRoom();
  const [circuit] = designJob(job).circuits;
  const need = circuit ? circuitNeed(job, circuit) : [];

  it('is on the design day what the ladder says, and room temperature when it is as warm outdoors', () => {
    expect(need[0]?.flow).toBeCloseTo(ladder(job)[0]?.needed ?? 0, 6);
    const warm = circuitNeed({ ...job, rooms: job.rooms.map((room) => ({ ...room, roomTemperature: 14 })) }, circuit as never);
    expect(warm.at(-1)?.flow).toBe(14);
  });

  it('falls with milder weather, and bends: half the load takes more than half the excess', () => {
    for (let i = 1; i < need.length; i++) expect(need[i]?.flow).toBeLessThan(need[i - 1]?.flow ?? 0);
    const at = (outdoor: number) => need.find((point) => point.outdoor === outdoor)?.flow ?? 0;
    // EN 442, n = 1.3: half the output at 0.5 ^ (1 / 1.3) = 0.59 of the excess; the fall of the water halves with it.
    expect((at(5) - 20) / (at(-10) - 20)).toBeGreaterThan(0.53);
    expect((at(5) - 20) / (at(-10) - 20)).toBeLessThan(0.6);
  });

  it('counts every degree from the design day to the end of heating', () => {
    expect(outdoorRange(-10)).toHaveLength(27);
    expect(outdoorRange(-10.4)[0]).toBe(-10.4);
    expect(outdoorRange(-10.4).at(-1)).toBe(16);
  });

  it('of the source is that of the hottest circuit', () => {
    const design = designJob(thistleMill);
    const source = sourceNeed(thistleMill, design.circuits);
    for (const each of design.circuits) {
      circuitNeed(thistleMill, each).forEach((point, i) => {
        expect(source[i]?.flow).toBeGreaterThanOrEqual(point.flow);
      });
    }
  });
});

describe('the straight curve of a controller', () => {
  it('gives a straight need back', () => {
    const points = outdoorRange(-10).map((outdoor) => ({ outdoor, flow: straightAt({ slope: 0.62, shift: 3 }, outdoor) }));
    const fitted = fitCurve(points);
    expect(fitted?.slope).toBeCloseTo(0.62, 9);
    expect(fitted?.shift).toBeCloseTo(3, 9);
  });

  it('lies nowhere below the need, and no other such line less above it', () => {
    const design = designJob(thistleMill);
    const need = sourceNeed(thistleMill, design.circuits);
    const fitted = fitCurve(need);
    if (!fitted) throw new Error('no curve');
    const above = (slope: number, shift: number) =>
      need.reduce((sum, { outdoor, flow }) => sum + straightAt({ slope, shift }, outdoor) - flow, 0);
    for (const { outdoor, flow } of need) expect(straightAt(fitted, outdoor)).toBeGreaterThanOrEqual(flow - 1e-9);
    for (const slope of [0.3, 0.6, 0.9, 1.2, 1.5, fitted.slope * 0.95, fitted.slope * 1.05]) {
      const shift = Math.max(...need.map(({ outdoor, flow }) => flow - straightAt({ slope, shift: 0 }, outdoor)));
      expect(above(slope, shift)).toBeGreaterThanOrEqual(above(fitted.slope, fitted.shift) - 1e-6);
    }
  });

  it('keeps to its limits', () => {
    const set = { ...AUTO_CURVE, slope: 1, least: 30, most: 45 };
    const curve = settledCurve(set, []);
    if (!curve) throw new Error('no curve');
    expect(sentAt(set, curve, 20)).toBe(30);
    expect(sentAt(set, curve, -20)).toBe(45);
    expect(sentAt(set, curve, 0)).toBe(40);
    expect(fitCurve([])).toBeNull();
    expect(fitCurve([{ outdoor: 0, flow: Number.POSITIVE_INFINITY }])).toBeNull();
  });

  it('too high costs a heat pump by its COP: Carnot between its refrigerant at both', () => {
    const job = edited(['source/kind', 'heat-pump']);
    // Condensing 3 K above the flow, evaporating 8 K below air of 5 C.
    const carnot = (flow: number) => (flow + 3 + 273.15) / (flow + 3 + 3);
    expect(excessCost(job, 5, 41, 35)).toBeCloseTo(carnot(35) / carnot(41) - 1, 9);
    const boiler = (kind: Job['source']['kind']): Job => ({ ...thistleMill, source: { ...thistleMill.source, kind } });
    // At 5 C the fall of 10 K is 15/29 of it: returns of 29.8 and 49.8.
    const dear = excessCost(boiler('condensing-boiler'), 5, 55, 35) ?? 0;
    expect(dear).toBeCloseTo((0.965 + 0.00026) / 0.9009 - 1, 3);
    expect(excessCost(boiler('boiler'), 5, 41, 35)).toBeNull();
  });
});

describe('devices and their transformer', () => {
  it('adds up actuators and motors, and takes the next size with a quarter to spare', () => {
    const devices = controlDevices(thistleMill, designJob(thistleMill));
    const actuators = devices.zones.reduce((sum, zone) => sum + zone.actuators, 0);
    // Actuators of 2 VA, two motors of mixing valves of 6 VA.
    expect(devices.transformerLoad).toBe(2 * actuators + 12);
    expect(devices.transformer).toBe(TRANSFORMERS.find((size) => size >= 1.25 * devices.transformerLoad));
  });

  it('needs none without anything on 24 V, and says when no size is large enough', () => {
    expect(transformerFor(0)).toBeNull();
    expect(transformerFor(16)).toBe(20);
    expect(transformerFor(16.1)).toBe(35);
    expect(transformerFor(5000)).toBeNull();
  });

  it('counts a relay for each pump and one for the call', () => {
    const before = controlDevices(thistleMill, designJob(thistleMill)).relays;
    const job = edited(['distribution/kind', 'valves']);
    expect(controlDevices(job, designJob(job)).relays).toBe(before - 1);
  });
});

describe('the sequence of operation', () => {
  it('tells what calls, what opens, what runs, and what comes first', () => {
    const all = words(thistleMill).join('\n');
    for (const part of [
      'Mill hall',
      'its valves open',
      'the pump of Loft runs',
      'by the weather',
      'The heating waits',
      'circulation pump runs with it',
    ])
      expect(all).toContain(part);
  });

  it('follows the job: valves for pumps, injection, a backup, beside the heating', () => {
    expect(words(edited(['distribution/kind', 'valves'])).join()).toContain('the zone valve of Workshop opens');
    expect(words(edited(['circuits/c1/mixing', 'injection-variable'])).join()).toContain('at a speed that follows the mix');
    expect(words(edited(['hotWater/charging', 'parallel'])).join()).toContain('goes on beside it');
    expect(words(edited(['controls/exercise', false])).join()).not.toContain('once a week, so that nothing sticks');
    expect(words(newJob('Empty'))).toEqual([]);
  });
});

describe('the wiring schedule', () => {
  const wires = (job: Job) => wiringSchedule(job, designJob(job));

  it('has a terminal for every thermostat, pump, motor and call, numbered through', () => {
    const all = wires(thistleMill);
    // As many terminals as cores, one after the other; what does not come to the centre has none there.
    let next = 1;
    for (const { terminals, cores, what } of all) {
      expect(cores.length, what).toBeGreaterThanOrEqual(2);
      if (!terminals) continue;
      expect([terminals.first, terminals.last], what).toEqual([next, next + cores.length - 1]);
      next = terminals.last + 1;
    }
    expect(terminalWords(all[0] as Wire)).toBe('1–2');
    expect(terminalWords(all.find((wire) => wire.what === 'Outdoor sensor') as Wire)).toBe('at the source');
    expect(all.filter((wire) => wire.what.startsWith('Thermostat'))).toHaveLength(8);
    expect(all.filter((wire) => wire.what.startsWith('Pump '))).toHaveLength(4);
    expect(all.filter((wire) => wire.what.startsWith('Mixing valve'))).toHaveLength(2);
    expect(all.find((wire) => wire.what === 'Call for heat')?.carries).toBe('a dry contact');
  });

  it('puts stats in series where there are some', () => {
    const notes = wires(thistleMill).map((wire) => wire.note);
    expect(notes.some((note) => note.includes('High-limit'))).toBe(true);
    expect(notes.some((note) => note.includes('Overheat'))).toBe(true);
    expect(wires(edited(['hotWater/overheatStat', false])).some((wire) => wire.note.includes('Overheat'))).toBe(false);
  });
});

describe('the table of calls', () => {
  it('runs every thermostat alone, all, none and the cylinder; each balanced', () => {
    const { plant } = designWithPlant(thistleMill);
    const rows = plant ? callsTable(plant) : [];
    expect(rows).toHaveLength(1 + 8 + 1 + 1);
    expect(rows.every((row) => row.converged)).toBe(true);
    const none = rows.at(-1);
    expect(none).toMatchObject({ label: 'Nothing calls', running: [], power: 0 });
    const cylinder = rows.find((row) => row.label === 'The cylinder');
    expect(cylinder?.running).toEqual(['hotWater']);
    const alone = rows.find((row) => row.label === 'Workshop alone');
    expect(alone?.running).toEqual(['c4']);
    // Energy balance of the source: flow, heat capacity and difference.
    const heat = (alone?.flow ?? 0) * 988 * 4181 * ((alone?.supply ?? 0) - (alone?.back ?? 0));
    expect(heat / (alone?.heat ?? 1)).toBeCloseTo(1, 1);
  });
});

describe('a thermostat that stands for several rooms', () => {
  const job = edited(['thermostats', [{ id: 't1', name: 'Wet rooms', rooms: ['r4', 'r5'] }]]);
  const { design, plant } = designWithPlant(job);

  it('opens the valves of all of them and is one call, one row, one pair of terminals', () => {
    expect(design.solved?.zones.map((zone) => zone.label)).toEqual([
      'Mill hall',
      'Kitchen',
      'Study',
      'Wet rooms',
      'Upper radiators',
      'Loft',
      'Workshop',
    ]);
    const shared = design.solved?.zones.find((zone) => zone.thermostat === 't1');
    expect(shared?.valves).toHaveLength(2);
    expect(plant && callsTable(plant).filter((row) => row.label === 'Wet rooms alone')).toHaveLength(1);
    const wires = wiringSchedule(job, design);
    expect(wires.filter((wire) => wire.what === 'Thermostat Wet rooms')).toHaveLength(1);
    expect(wires.find((wire) => wire.what === '2 actuators of Wet rooms')).toBeDefined();
  });

  it('is the smallest zone as a whole, not its smaller room', () => {
    expect(design.figures['buffer/smallestZone']?.value).toBeGreaterThan(
      designWithPlant(thistleMill).design.figures['buffer/smallestZone']?.value ?? Number.POSITIVE_INFINITY,
    );
  });

  it('over two circuits it calls on both at once', () => {
    const both = edited(['circuits/c2/zones', 'rooms'], ['thermostats', [{ id: 't1', name: 'North side', rooms: ['r5', 'r9'] }]]);
    const built = designWithPlant(both);
    const zones = built.design.solved?.zones.filter((zone) => zone.thermostat === 't1') ?? [];
    expect(zones.map((zone) => zone.circuitId)).toEqual(['c1', 'c2']);
    const row = built.plant && callsTable(built.plant).find((each) => each.label === 'North side alone');
    expect(row?.running).toEqual(['c1', 'c2']);
    expect(wiringSchedule(both, built.design).find((wire) => wire.what === 'Thermostat North side')?.note).toContain(
      'Ground floor and Upper radiators',
    );
  });
});

describe('an open plant', () => {
  const draft = draftPlants(thistleMill).find((each) => each.arrangement === 'open')?.job ?? thistleMill;

  it('says that nothing shuts, and that its thermostats stay open', () => {
    const { design } = designWithPlant(draft);
    const told = sequenceOfOperation(draft, design, (value, kind) => say(value, kind, draft.display));
    expect(told[0]).toMatch(/While it is colder than 16.°C outdoors/);
    expect(wiringSchedule(draft, design)[0]?.note).toContain('the weather leads');
    expect(sequenceOfOperation(thistleMill, designWithPlant(thistleMill).design, (value) => String(value))[0]).toContain('calls');
  });

  it('is one by its pipes, not by its rulebook alone', () => {
    expect(runsOpen(draft)).toBe(true);
    expect(runsOpen(edited(['rulebook', 'open-low-temperature']))).toBe(false);
    expect(runsOpen({ ...draft, source: { ...draft.source, curve: null } })).toBe(false);
    expect(runsOpen({ ...draft, circuits: draft.circuits.map((circuit) => ({ ...circuit, zones: 'rooms' as const })) })).toBe(
      false,
    );
  });
});

describe('findings on controls', () => {
  const rules = (...edits: [string, unknown][]) => designJob(edited(...edits)).findings.map((each) => each.rule);
  const bare: [string, unknown] = ['controls/wiringCentre', false];

  it('a thermostat on mains and a relay that wants a dry contact', () => {
    expect(rules()).not.toContain('voltage-mismatch');
    expect(rules(bare, ['controls/thermostat', 'mains'])).toContain('voltage-mismatch');
    expect(rules(['controls/thermostat', 'mains'])).not.toContain('voltage-mismatch');
  });

  it('each cured by its remedies', () => {
    const slip = edited(bare, ['controls/thermostat', 'mains']);
    for (const { id, remedies } of designJob(slip).findings.filter((each) => each.rule === 'voltage-mismatch')) {
      for (const remedy of remedies)
        expect(designJob(applyEdits(slip, remedy.edits)).findings.map((each) => each.id)).not.toContain(id);
    }
  });

  it('valves that open too late, a cylinder without end, a curve cut off, below or far above the need', () => {
    expect(rules(bare)).toContain('fires-before-open');
    expect(rules(bare, ['controls/endSwitches', true])).not.toContain('fires-before-open');
    expect(rules(['controls/priorityTimeout', null])).toContain('priority-endless');
    expect(rules(['source/curve', { slope: 0.6, shift: 0, least: 25, most: 70 }])).toContain('curve-low');
    expect(rules(['source/curve', { slope: 1.8, shift: 12, least: 25, most: 90 }])).toContain('curve-high');
    expect(rules(['source/curve', { slope: 1, shift: 0, least: 60, most: 50 }])).toContain('curve-limits');
  });
});
