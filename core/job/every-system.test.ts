import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../demo/plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { callsTable } from '../control/calls-table.ts';
import { controlParts } from '../control/control-parts.ts';
import { controlDevices } from '../control/devices.ts';
import { sequenceOfOperation } from '../control/sequence.ts';
import { circuitNeed, fitCurve, sourceNeed, straightAt } from '../control/weather-curve.ts';
import { wiringSchedule } from '../control/wiring.ts';
import { allPumps } from '../design/all-pumps.ts';
import { electricalSupply } from '../design/electrical.ts';
import { partsList } from '../design/parts-list.ts';
import { HOT_WATER_CALL } from '../design/plant-state.ts';
import { say } from '../quantity/format.ts';
import { compareDistribution } from './compare-distribution.ts';
import { designWithPlant } from './design-job.ts';

/** Every whole system, and the demo: what follows from a design has to hold for all of them. */
const ALL: [string, Job][] = [
  ['demo', thistleMill],
  ...Object.entries(PLANTS),
  ...Object.entries(SYSTEMS).map(([n, job]): [string, Job] => [n, job]),
];

describe.each(ALL)('what follows from the design of system %s', (_, job) => {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');

  it('pumps: each has a place of its own, and a duty point on a curve that reaches it or says it does not', () => {
    const pumps = allPumps(design);
    expect(new Set(pumps.map((pump) => pump.place)).size).toBe(pumps.length);
    for (const pump of pumps) {
      if (!pump.duty) continue;
      expect(pump.duty.flow.value, pump.label).toBeGreaterThanOrEqual(0);
      expect(pump.duty.power.value, pump.label).toBeGreaterThanOrEqual(0);
      expect(pump.duty.speed, pump.label).toBeLessThanOrEqual(1 + 1e-9);
    }
  });

  it('parts: every one has room, weight and a way to hang, every pump is among them', () => {
    const list = partsList(job, design);
    for (const { body, label } of list) {
      for (const size of [body.along, body.across, body.depth, body.weight, body.bore, body.clearance.before])
        expect(size, label).toBeGreaterThan(0);
      expect(body.ports, label).toBeGreaterThanOrEqual(1);
    }
    const places = new Set(list.map((part) => part.component));
    for (const pump of allPumps(design)) {
      if (pump.place === 'source/pump' && job.source.inside.includes('pump')) continue;
      expect(
        // An injection pump stands where the valve of another circuit does.
        [...places].some((place) => pump.place.replace('/injection', '/valve').startsWith(place)),
        pump.place,
      ).toBe(true);
    }
  });

  it('electricity: the wiring centre carries what is not fed by itself', () => {
    const list = electricalSupply(job, design);
    const centre = list.filter((each) => !each.own).reduce((sum, each) => sum + each.power, 0);
    expect(list.at(-1)?.power).toBeCloseTo(centre, 6);
    expect(list.filter((each) => each.own).length).toBe(2 + job.furtherSources.length);
    for (const { power } of list) expect(Number.isFinite(power)).toBe(true);
  });

  it('controls: each thermostat is a terminal, each pump of the house another, all told in the sequence', () => {
    const devices = controlDevices(job, design);
    const wires = wiringSchedule(job, design);
    expect(devices.zones).toHaveLength(design.solved?.zones.length ?? 0);
    expect(wires.filter((wire) => wire.what.startsWith('Thermostat '))).toHaveLength(devices.zones.length);
    const own = design.circuits.filter((circuit) => circuit.sized?.pump);
    expect(wires.filter((wire) => own.some((circuit) => wire.what === `Pump ${circuit.name}`))).toHaveLength(own.length);
    const told = sequenceOfOperation(job, design, (value, kind) => say(value, kind, job.display)).join(' ');
    for (const circuit of own) expect(told).toContain(circuit.name);
    for (const zone of devices.zones) expect(told).toContain(zone.label);
  });

  it('controls: what they take is counted as the devices are, with a word to each', () => {
    const devices = controlDevices(job, design);
    const parts = controlParts(job, design);
    const count = (label: RegExp) => parts.filter((part) => label.test(part.label)).reduce((sum, part) => sum + part.count, 0);
    expect(count(/^Room thermostats/)).toBe(devices.zones.length);
    expect(count(/^Thermal actuators/)).toBe(devices.zones.reduce((sum, zone) => sum + zone.actuators, 0));
    expect(count(/mixing valves/)).toBe(devices.mixing.length);
    expect(count(/^Transformer/)).toBe(devices.transformerLoad > 0 ? 1 : 0);
    expect(count(/^Relays/)).toBe(devices.relays);
    expect(count(/^Isolator/)).toBe(1);
    for (const part of parts) expect(part.note.length, part.label).toBeGreaterThan(5);
  });

  it('calls: every telling state is solved, and gives no more than the source has', () => {
    const beside = job.furtherSources.filter(({ order }) => order === 'together').reduce((sum, each) => sum + each.capacity, 0);
    const capacity = (design.source?.capacity.value ?? 0) + beside;
    const rows = callsTable(plant);
    for (const row of rows) {
      expect(row.converged, row.label).toBe(true);
      expect(row.heat, row.label).toBeLessThanOrEqual(capacity * 1.001 + 1);
      expect(row.power, row.label).toBeGreaterThanOrEqual(0);
    }
    expect(rows.at(-1)?.power).toBe(0);
    const alone = rows.filter((row) => row.label.endsWith(' alone'));
    for (const row of alone) expect(row.running).toHaveLength(1);
    expect(rows.some((row) => row.calling.includes(HOT_WATER_CALL))).toBe(job.hotWater !== null);
  });

  it('the curve fitted to each circuit is nowhere below its need', () => {
    for (const circuit of design.circuits) {
      const need = circuitNeed(job, circuit);
      const fitted = fitCurve(need);
      if (!fitted) continue;
      for (const { outdoor, flow } of need) expect(straightAt(fitted, outdoor)).toBeGreaterThanOrEqual(flow - 1e-6);
      expect(fitted.slope).toBeGreaterThanOrEqual(0);
      expect(fitted.slope).toBeLessThan(4);
    }
    const source = sourceNeed(job, design.circuits);
    for (let i = 1; i < source.length; i++) expect(source[i]?.flow).toBeLessThanOrEqual((source[i - 1]?.flow ?? 0) + 1e-9);
  });

  it('one pump with valves can take the place of the pumps, and the design still stands', () => {
    const [pumps, valves] = compareDistribution(job);
    expect(pumps?.valves).toBe(0);
    const direct = job.circuits.filter(
      // One pump stands on the first pair of tees of a ring: what hangs on another keeps its own.
      (circuit) =>
        circuit.connection === 'direct' && circuit.at === null && design.circuits.find((each) => each.id === circuit.id)?.sized,
    );
    expect(valves?.valves).toBe(direct.length + (job.hotWater && job.hotWater.at === null ? 1 : 0));
    const taken = designWithPlant(applyEdits(job, valves?.edits ?? []));
    expect(taken.design.solved?.state.converged).toBe(true);
    for (const circuit of taken.design.circuits) {
      if (!circuit.sized) continue;
      expect(circuit.sized.pump === null).toBe(circuit.sized.zoneValve !== null);
    }
  });
});

describe.each(ALL)('system %s with one thing changed', (_, job) => {
  const changes: [string, [string, unknown][]][] = [
    ['behind plates', [['separation/kind', 'plate-exchanger']]],
    [
      'behind a buffer on two pipes',
      [
        ['separation/kind', 'buffer'],
        ['separation/connections', 'two'],
      ],
    ],
    ['behind close tees', [['separation/kind', 'closely-spaced-tees']]],
    [
      'with a source beside it',
      [
        ['separation/kind', 'low-loss-header'],
        [
          'furtherSources',
          [
            {
              id: 'f1',
              name: 'Second',
              kind: 'electric',
              capacity: 4000,
              leastOutput: 'auto',
              flowTemperature: job.source.flowTemperature,
              order: 'together',
              pump: 'auto',
              phase: 'new',
              at: null,
              approach: null,
            },
          ],
        ],
      ],
    ],
    [
      'with every circuit injected',
      [
        ['separation/kind', 'low-loss-header'],
        ...job.circuits.flatMap((circuit): [string, unknown][] => [
          [`circuits/${circuit.id}/connection`, 'mixed'],
          [`circuits/${circuit.id}/mixing`, 'injection-variable'],
        ]),
      ],
    ],
  ];

  it.each(changes)('%s: is solved or says why, and its heat is balanced', (_name, edits) => {
    const { design } = designWithPlant(
      applyEdits(
        job,
        edits.map(([at, value]) => ({ at, value })),
      ),
    );
    const state = design.solved?.state;
    expect(state).toBeDefined();
    if (!state?.converged) {
      expect(state?.reason?.length).toBeGreaterThan(20);
      expect(design.findings.map((finding) => finding.rule)).toContain('not-solved');
      return;
    }
    const made = state.source.heat + state.further.reduce((sum, each) => sum + each.heat, 0);
    const taken = state.circuits.reduce((sum, circuit) => sum + circuit.heat, 0) + state.pipeLoss;
    expect(Math.abs(made - taken)).toBeLessThan(1e-4 * made + 1);
  });
});
