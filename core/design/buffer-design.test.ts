import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newFloor } from '../../model/new-emitter.ts';
import { newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { wallSheet } from '../drawing/wall.ts';
import { designJob } from '../job/design-job.ts';

const edited = (job: Job, ...edits: [string, unknown][]) =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const found = (job: Job, rule: string) => designJob(job).findings.filter((each) => each.rule === rule);

/** 145 m2 of floor at 100 mm on a heat pump of 5 kW, all open: figures of the trade, common practice. */
function openFloor(): Job {
  const base = newJob('Open floor');
  const job: Job = {
    ...base,
    source: { ...base.source, kind: 'heat-pump', capacity: 5000, flowTemperature: 34, temperatureDifference: 5 },
  };
  const circuit = newCircuit('c1', job, {
    emitters: 'floor',
    connection: 'direct',
    flowTemperature: 34,
    temperatureDifference: 5,
  });
  const rooms = Array.from({ length: 5 }, (_, i) =>
    newRoom(`r${i}`, {
      heatLoad: 900,
      area: 29,
      circuit: 'c1',
      emitters: [newFloor('e1', 29, { spacing: 0.1, covering: 0.01 })],
    }),
  );
  return { ...job, circuits: [circuit], rooms };
}

describe('the water a source works on', () => {
  it('is enough in an open floor on a small heat pump: no tank is needed', () => {
    const { buffer, findings } = designJob(openFloor());
    expect(buffer?.needed.value).toBe(0);
    expect(buffer?.open.value).toBeGreaterThan(0.15);
    expect(findings.filter((each) => each.rule.startsWith('buffer'))).toEqual([]);
  });

  it('is too little when each room calls for itself and the source cannot go low enough', () => {
    const rooms = edited(openFloor(), ['circuits/c1/zones', 'rooms'], ['source/kind', 'boiler'], ['source/capacity', 9000]);
    const [finding] = found(rooms, 'source-cycles');
    expect(finding?.title).toMatch(/^The source cycles: about \d+ starts on a day of/);
    expect(finding?.remedies.length).toBeGreaterThan(1);
    for (const remedy of finding?.remedies ?? []) {
      expect(
        found(edited(rooms, ...remedy.edits.map((edit): [string, unknown] => [edit.at, edit.value])), 'source-cycles'),
        remedy.label,
      ).toEqual([]);
    }
  });

  it('of a buffer is worked out as by hand', () => {
    const tank = edited(
      thistleMill,
      ['source/leastOutput', 4000],
      ['separation/kind', 'buffer'],
      ['source/firing/stopsAbove', 3],
    );
    const { buffer } = designJob(tank);
    // Water of 50 °C: 988.1 kg/m3 and 4180 J/(kg K) (IAPWS-IF97); it swings by 3 + 5 K.
    const perKelvin = 988.1 * 4180;
    const surplus = 4000 - (buffer?.smallestZone.value ?? 0);
    expect(buffer?.forRunTime?.value).toBeCloseTo((600 * surplus) / (perKelvin * 8), 4);
    // Twenty-four starts a day, one an hour, and half of the tank takes part.
    expect(buffer?.forStarts?.value).toBeCloseTo((3600 * 4000) / (4 * perKelvin * 8 * 0.5), 3);
    // The shower's part of the radiators, at 22 °C inside and -9 °C outside, needs 10/31 of its load at 12 °C.
    expect(buffer?.zoneName).toBe('Shower');
    const load = (buffer?.smallestZone.value ?? 0) / (10 / 31);
    expect(load).toBeGreaterThan(0.4 * 480);
    expect(load).toBeLessThan(480);
  });

  it('asks for a tank behind a fire, and says so first', () => {
    const fire = edited(thistleMill, ['source/kind', 'solid-fuel'], ['source/flowTemperature', 75]);
    expect(found(fire, 'buffer-needed')[0]?.severity).toBe('stop');
    const tank = edited(fire, ['separation/kind', 'buffer']);
    const { buffer, vessel } = designJob(tank);
    expect(buffer?.tank?.volume.value).toBe(1);
    expect(vessel?.content.value).toBeGreaterThan(1);
    expect(found(edited(tank, ['separation/volume', 0.2]), 'buffer-small')).toHaveLength(1);
  });
});

describe('a buffer between source and circuits', () => {
  it('runs like a wide header: the circuits get what they want of it', () => {
    const header = designJob(thistleMill);
    const tank = designJob(edited(thistleMill, ['separation/kind', 'buffer']));
    expect(tank.solved?.state.converged).toBe(true);
    tank.circuits.forEach((circuit, i) => {
      const flow = circuit.sized?.pump?.duty?.flow.value ?? 0;
      expect(flow / (header.circuits[i]?.sized?.pump?.duty?.flow.value ?? 1)).toBeCloseTo(1, 2);
    });
    expect(tank.findings.find((each) => each.rule === 'buffer-needless' || each.rule === 'buffer-small')?.rule).not.toBe(
      'buffer-small',
    );
  });

  it('is said to be needless where the water is enough', () => {
    const [finding] = found(edited(openFloor(), ['separation/kind', 'buffer']), 'buffer-needless');
    expect(finding?.remedies[0]?.edits).toEqual([{ at: 'separation/kind', value: 'low-loss-header' }]);
  });
});

describe('a tank in the return', () => {
  it('is open water, content of the system, and drawn', () => {
    const before = designJob(thistleMill);
    const job = edited(thistleMill, ['source/volumiser', 0.1]);
    const after = designJob(job);
    expect((after.buffer?.open.value ?? 0) - (before.buffer?.open.value ?? 0)).toBeCloseTo(0.1, 9);
    expect((after.vessel?.content.value ?? 0) - (before.vessel?.content.value ?? 0)).toBeCloseTo(0.1, 9);
    expect(wallSheet(job, after).symbols.map((symbol) => symbol.component)).toContain('volumiser');
  });

  it('grows with the run wanted and shrinks with the source', () => {
    const needed = (...edits: [string, unknown][]) => designJob(edited(thistleMill, ...edits)).buffer?.needed.value ?? 0;
    const tank: [string, unknown] = ['separation/kind', 'buffer'];
    expect(needed(tank, ['source/leastRunTime', 7200])).toBeGreaterThan(needed(tank, ['source/leastRunTime', 600]));
    expect(needed(tank, ['source/leastOutput', 1000])).toBeLessThan(needed(tank, ['source/leastOutput', 5000]));
    expect(needed(['source/leastOutput', 0])).toBe(0);
  });

  it('has to carry a defrost only where there is a heat pump', () => {
    expect(designJob(thistleMill).buffer?.forDefrost).toBeNull();
    const pump = designJob(edited(thistleMill, ['source/kind', 'heat-pump'])).buffer;
    // 17 kW for 200 s into water of 50 °C that may fall 5 K: 165 L (988 kg/m3, 4181 J/(kg K), IAPWS-IF97).
    expect(pump?.forDefrost?.value).toBeCloseTo((17_000 * 200) / (988 * 4181 * 5), 3);
  });
});
