import { describe, expect, it } from 'vitest';
import { ALL_PLANTS } from '../../demo/all-plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { withConstructions } from '../../model/construction.ts';
import { newFloor, newPanel } from '../../model/new-emitter.ts';
import { newJob, newRoom } from '../../model/new-job.ts';
import { emitterWords, readEmitters } from './emitter-words.ts';
import { withNewConstruction } from './new-construction.ts';
import { panelFor, withUsual } from './usual-emitter.ts';

const job = newJob('Words');
const us = newJob('Words', { system: 'us', units: {} });
const room = newRoom('r1', { area: 14 });
const reasonOf = (text: string, of = job) => {
  const read = readEmitters(text, room, of);
  return read.ok ? '' : read.reason;
};

describe('emitters in words', () => {
  it('are read as they are jotted down', () => {
    expect(readEmitters('22 600x1200', room, job)).toMatchObject({
      emitters: [{ id: 'e1', kind: 'panel', type: '2-2', height: 0.6, length: 1.2 }],
    });
    expect(readEmitters('2 x 11 400 x 800; towel rail 0,4 kW', room, job)).toMatchObject({
      emitters: [
        { id: 'e1', type: '1-1', length: 0.8 },
        { id: 'e2', type: '1-1', height: 0.4 },
        { id: 'e3', form: 'towel-rail', ratedOutput: 400 },
      ],
    });
    expect(readEmitters('floor 100', room, job)).toMatchObject({ emitters: [{ kind: 'floor', spacing: 0.1, area: 14 }] });
    expect(readEmitters('Fan unit 2.4 kW at 60/48/18 + fixed 300', room, job)).toMatchObject({
      emitters: [{ form: 'fan-unit', ratedOutput: 2400, ratedFlow: 60, ratedReturn: 48, ratedRoom: 18 }, { output: 300 }],
    });
    expect(readEmitters('', room, job)).toEqual({ ok: true, emitters: [] });
  });

  it('are read in inches and feet where the job is in US units', () => {
    const read = readEmitters('22 24x48; baseboard 10; floor 6', room, us);
    expect(read).toMatchObject({
      emitters: [
        { height: expect.closeTo(0.6096, 6), length: expect.closeTo(1.2192, 6) },
        { form: 'baseboard', length: expect.closeTo(3.048, 6) },
        { kind: 'floor', spacing: expect.closeTo(0.1524, 6) },
      ],
    });
  });

  it('that cannot be read say what to write, in the units of the job', () => {
    expect(reasonOf('a stove')).toContain('write for example “22 600x1200”');
    expect(reasonOf('a stove', us)).toContain('write for example “22 24x48”');
    expect(reasonOf('13 600x800')).toContain('“13” is no panel type; use one of 10, 11');
    expect(reasonOf('22 600x120000')).toContain('its length');
    expect(reasonOf('floor 3')).toContain('its spacing');
    expect(reasonOf('floor 150 granite')).toContain('“granite” is no construction of this job');
    expect(reasonOf('radiator 4 bananas')).toContain('unknown unit');
    expect(reasonOf('fan unit 900 at 60/48')).toContain('write flow, return and room');
  });

  it('keep what else is known of an emitter of the same kind', () => {
    const named = newRoom('r1', { emitters: [newPanel('e4', { name: 'Under the stairs', circuit: null, share: 0.4 })] });
    const read = readEmitters('11 500x900', named, job);
    expect(read).toMatchObject({ emitters: [{ id: 'e4', name: 'Under the stairs', share: 0.4, type: '1-1', length: 0.9 }] });
  });

  // Whatever stands in a job is written so that reading it changes nothing.
  it('read back to the same emitters in every plant, in both systems', () => {
    for (const plant of ALL_PLANTS.map(([, job]) => job)) {
      for (const system of ['metric', 'us'] as const) {
        const there = { ...plant, display: { system, units: {} } };
        for (const each of there.rooms) {
          const words = emitterWords(each, there);
          const read = readEmitters(words, each, there);
          expect(read.ok, `${plant.name}, ${each.name}: ${words}`).toBe(true);
          if (!read.ok) continue;
          expect(read.emitters.map(({ id }) => id)).toEqual(each.emitters.map(({ id }) => id));
          expect(emitterWords({ emitters: read.emitters }, there)).toBe(words);
        }
      }
    }
  });
});

describe('usual emitters', () => {
  it('come with rooms that have none, and put rooms on the only circuit', () => {
    const demo = { ...thistleMill, usual: { emitter: 'panel' as const, construction: null } };
    const bare = {
      ...demo,
      circuits: [demo.circuits[1]].flatMap((each) => each ?? []),
      rooms: [newRoom('r1', { heatLoad: 900 })],
    };
    const [made] = withUsual(bare, new Set(['r1'])).rooms;
    expect(made).toMatchObject({ circuit: 'c2', emitters: [{ kind: 'panel', type: '2-2' }] });
  });

  // 1700 W a metre at 75/65/20 (the catalogue's own rating): 1000 W there ask for 0.59 m, so 600 mm.
  it('are as long as the load asks', () => {
    expect(panelFor(1000, 20, { flowTemperature: 75, temperatureDifference: 10 })).toMatchObject({ length: 0.6 });
    expect(panelFor(1e6, 20, { flowTemperature: 75, temperatureDifference: 10 })).toMatchObject({ length: 3 });
  });

  it('follow their construction, and one that is gone leaves them as they are', () => {
    const construction = {
      id: 'k1',
      name: 'Screed 65',
      system: 'wet' as const,
      pipe: { material: 'pex-iso15875' as const, size: '16x2' },
      cover: 0.065,
      conductivity: 1.4,
      insulation: 1.2,
      below: 10,
      contact: 1,
      heatTransfer: 'auto' as const,
    };
    const floor = newFloor('e1', 10, { construction: 'k1', cover: 0.03, covering: 0.1 });
    const there = { ...job, constructions: [construction], rooms: [newRoom('r1', { emitters: [floor] })] };
    expect(withConstructions(there).rooms[0]?.emitters[0]).toMatchObject({ cover: 0.065, below: 10, covering: 0.1 });
    expect(withConstructions({ ...there, constructions: [] }).rooms[0]?.emitters[0]).toMatchObject({
      cover: 0.03,
      construction: null,
    });
  });

  it('take in all floors built just so when a floor gives them their name, and the first is the usual one', () => {
    const alike = newFloor('e1', 12);
    const other = newFloor('e2', 12, { cover: 0.08 });
    const there = { ...job, rooms: [newRoom('r1', { emitters: [alike, other] })] };
    const made = withNewConstruction(there, alike, 'Thin screed');
    expect(made.constructions).toMatchObject([{ id: 'k1', name: 'Thin screed', cover: 0.045 }]);
    expect(made.usual.construction).toBe('k1');
    expect(made.rooms[0]?.emitters).toMatchObject([{ construction: 'k1' }, { construction: null }]);
    expect(withNewConstruction(made, other).usual.construction).toBe('k1');
  });
});
