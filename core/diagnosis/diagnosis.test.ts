import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { ReadingQuantity, StateNote } from '../../model/book/entry.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { faultsOf } from '../fault/faults.ts';
import type { Said } from '../fault/words.ts';
import { designWithPlant } from '../job/design-job.ts';
import { seededNumbers } from '../quantity/seeded.ts';
import type { Evidence } from './evidence.ts';
import { HiddenFault } from './hidden-fault.ts';
import { worth } from './next.ts';
import { nextReadings } from './next-reading.ts';
import { stepWith } from './own-path.ts';
import { Library, shownWith, shownWithAll } from './predict.ts';
import { type Ranking, rank } from './rank.ts';
import { secondFault } from './second-fault.ts';
import { libraryOf, nextWords, tell, tellBeside } from './told.ts';
import { verdictOf } from './verdict.ts';

const { design, plant } = designWithPlant(thistleMill);
if (!plant) throw new Error('no plant');
const sound = { job: thistleMill, design, assembly: plant.assembly };
const faults = faultsOf(sound);
const library = new Library(sound, faults);
const ALL: ReadonlySet<ReadingQuantity> = new Set(['supply', 'back', 'air', 'flow', 'pressure', 'head', 'power']);
const NOTHING: Evidence = { readings: [], said: [], seen: [] };
const KITCHEN: Said = { complaint: 'room-cold', of: 'r2', so: true };

const ranked = (evidence: Evidence): Ranking => {
  const ranking = rank(library, evidence);
  if (!ranking) throw new Error('nothing ranked');
  return ranking;
};
const faultNamed = (id: string) => {
  const fault = faults.find((each) => each.id === id);
  if (!fault) throw new Error(`no ${id}`);
  return fault;
};

/** Readings of a plant with a fault, without noise. */
function readingsOf(
  id: string,
  keys: readonly string[],
  magnitude?: number,
  state: StateNote = DESIGN_DAY,
): Evidence['readings'] {
  const fault = faultNamed(id);
  const shown = shownWith(sound, fault, magnitude ?? (fault.magnitudes[0] as number), state);
  return keys.map((key) => ({
    key,
    value: shown?.readings.get(key) ?? Number.NaN,
    error: key.endsWith('flow') ? 2e-6 : key.endsWith('pressure') ? 5000 : key.endsWith('power') ? 2 : 0.5,
    state,
  }));
}

describe('what is told adds up', () => {
  it.each([
    ['of nothing', NOTHING],
    ['of a word', { ...NOTHING, said: [KITCHEN] }],
    ['of a reading', { ...NOTHING, readings: readingsOf('loop-shut@rooms/r2/e1/loop1', ['circuits/c1#back']) }],
  ])('%s: chances of all faults, of none, of another and of lies are one', (_name, evidence) => {
    const { faults: list, sound: none, something, lies, chances } = ranked(evidence);
    const sum = list.reduce((all, { chance }) => all + chance, 0) + none + something + lies.reduce((a, b) => a + b, 0);
    expect(sum).toBeCloseTo(1, 9);
    expect(chances.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    for (const { chance, causes } of list) expect(causes.reduce((all, each) => all + each.chance, 0)).toBeCloseTo(chance, 9);
  });
});

describe('one complaint and a few readings', () => {
  it('a cold room points at what feeds that room, not at others', () => {
    const { faults: list } = ranked({ ...NOTHING, said: [KITCHEN] });
    const of = (id: string) => list.find(({ fault }) => fault.id === id)?.chance ?? 0;
    expect(of('loop-shut@rooms/r2/e1/loop1')).toBeGreaterThan(4 * of('loop-shut@rooms/r3/e1/loop1'));
  });

  it('a loop that stands is found by its own thermometer and meter', () => {
    const { faults: list } = ranked({
      ...NOTHING,
      said: [KITCHEN],
      readings: readingsOf('loop-shut@rooms/r2/e1/loop1', [
        'circuits/c1#supply',
        'rooms/r2/e1/loop1#back',
        'rooms/r2/e1/loop1#flow',
      ]),
    });
    expect(list[0]?.fault.id).toBe('loop-shut@rooms/r2/e1/loop1');
    expect(list[0]?.chance).toBeGreaterThan(0.7);
  });

  it('a pump too slow and a strainer too full are parted by the head of the pump', () => {
    const keys = ['circuits/c2#flow', 'circuits/c2/pump#head', 'circuits/c2/pump#power', 'circuits/c2#back'];
    for (const [id, other] of [
      ['pump-slow@circuits/c2/pump', 'circuit-blocked@circuits/c2'],
      ['circuit-blocked@circuits/c2', 'pump-slow@circuits/c2/pump'],
    ] as const) {
      const evidence = { ...NOTHING, readings: readingsOf(id, keys, faultNamed(id).magnitudes[2]) };
      const { faults: list } = ranked(evidence);
      const of = (name: string) => list.find(({ fault }) => fault.id === name)?.chance ?? 0;
      expect(of(id), id).toBeGreaterThan(5 * of(other));
    }
  });

  it('readings of a sound plant tell of none', () => {
    const keys = [
      'source#supply',
      'source#back',
      'circuits/c1#supply',
      'circuits/c1#back',
      'rooms/r2/e1/loop1#back',
      'rooms/r2/e1/loop1#flow',
    ];
    const healthy = shownWith(sound, null, 0, DESIGN_DAY);
    const readings = keys.map((key) => ({
      key,
      value: healthy?.readings.get(key) ?? 0,
      error: key.endsWith('flow') ? 2e-6 : 0.5,
      state: DESIGN_DAY,
    }));
    const { faults: list, sound: none } = ranked({ ...NOTHING, readings });
    expect(none).toBeGreaterThan(list[0]?.chance ?? 1);
  });

  it('one reading against all others is told to be read again, not believed', () => {
    const healthy = shownWith(sound, null, 0, DESIGN_DAY);
    const keys = [
      'source#supply',
      'source#back',
      'circuits/c1#supply',
      'circuits/c1#back',
      'circuits/c2#supply',
      'circuits/c2#back',
    ];
    const readings = keys.map((key) => ({ key, value: healthy?.readings.get(key) ?? 0, error: 0.5, state: DESIGN_DAY }));
    // A thermometer that slipped off: 30 K too cold, where everything that hangs on that water is warm.
    const evidence = { ...NOTHING, readings: readings.map((each, i) => (i === 0 ? { ...each, value: each.value - 30 } : each)) };
    const ranking = ranked(evidence);
    expect(ranking.lies[0]).toBeGreaterThan(0.2);
    expect(verdictOf(sound, evidence, ranking, []).reasons.join(' ')).toContain('Read it once more');
  });

  it('a fault that leaves a gauge cut off does not win by its silence', () => {
    const id = 'pump-stands@circuits/c2/pump';
    const keys = [
      'rooms/r6/e1/loop1#back',
      'circuits/c2/pump#power',
      'circuits/c2/pumped#pressure',
      'circuits/c2/supply#pressure',
    ];
    const { faults: list } = ranked({ ...NOTHING, readings: readingsOf(id, keys) });
    expect(list[0]?.fault.id).toBe(id);
  });

  it('is never told surer than nine in ten by one state with nothing looked at', () => {
    const keys = [
      'circuits/c1#supply',
      'rooms/r2/e1/loop1#back',
      'rooms/r2/e1/loop1#flow',
      'rooms/r3/e1/loop1#flow',
      'circuits/c1#back',
    ];
    const readings = readingsOf('loop-shut@rooms/r2/e1/loop1', keys);
    const alone = ranked({ ...NOTHING, said: [KITCHEN], readings });
    expect(alone.faults[0]?.chance).toBeLessThanOrEqual(0.9);
    const looked = ranked({
      ...NOTHING,
      said: [KITCHEN],
      readings,
      seen: [{ fault: 'loop-shut@rooms/r2/e1/loop1', look: 'meter', so: true }],
    });
    expect(looked.faults[0]?.chance).toBeGreaterThan(0.95);
    expect(looked.faults[0]?.causes[0]?.cause.id).toBe('meter-shut');
  });

  it('a look that shows nothing leaves the other causes', () => {
    const readings = readingsOf('loop-shut@rooms/r2/e1/loop1', ['circuits/c1#supply', 'rooms/r2/e1/loop1#back']);
    const { faults: list } = ranked({
      ...NOTHING,
      said: [KITCHEN],
      readings,
      seen: [{ fault: 'loop-shut@rooms/r2/e1/loop1', look: 'meter', so: false }],
    });
    const first = list.find(({ fault }) => fault.id === 'loop-shut@rooms/r2/e1/loop1');
    expect(first?.causes.at(-1)?.cause.id).toBe('meter-shut');
  });
});

describe('what to read next', () => {
  const evidence = { ...NOTHING, said: [KITCHEN] };
  const ranking = ranked(evidence);
  const asked = { states: [DESIGN_DAY], quantities: ALL };

  it('comes by what it tells for its minutes, and costs are the user’s', () => {
    const next = nextReadings(library, evidence, ranking, asked);
    for (let i = 1; i < next.length; i++)
      expect(worth(next[i - 1] as (typeof next)[0])).toBeGreaterThanOrEqual(worth(next[i] as (typeof next)[0]));
    const [best] = next;
    expect(best?.gain).toBeGreaterThan(0.1);
    if (best?.kind !== 'reading') throw new Error('a reading is first');
    const dear = nextReadings(library, evidence, ranking, { ...asked, minutes: { [best.quantity]: 500 } });
    expect(dear[0]?.kind === 'reading' && dear[0].quantity === best.quantity).toBe(false);
  });

  it('offers only what there is an instrument for, and nothing that is made already', () => {
    const next = nextReadings(library, evidence, ranking, { ...asked, quantities: new Set(['power']), looks: false });
    expect(next.length).toBeGreaterThan(0);
    for (const each of next) expect(each.kind === 'reading' && each.quantity).toBe('power');
    const without = nextReadings(library, evidence, ranking, { ...asked, without: (each) => 'key' in each });
    expect(without.length).toBeGreaterThan(0);
    expect(without.every(({ kind }) => kind === 'look' || kind === 'looks')).toBe(true);
  });

  it('tells on average about as much as it promises, by ranking anew for whatever it may show', () => {
    const doubt = ({ faults: list, sound: none, something, lies }: Ranking): number =>
      [none + lies.reduce((a, b) => a + b, 0), something, ...list.map(({ chance }) => chance)].reduce(
        (sum, chance) => (chance > 0 ? sum - chance * Math.log(chance) : sum),
        0,
      );
    const falls = (key: string): number => {
      const random = seededNumbers(97);
      let sum = 0;
      const times = 120;
      for (let k = 0; k < times; k++) {
        // What is so, by how sure each thing is; what is on no list may show anything.
        let left = random();
        const h = ranking.chances.findIndex((chance) => {
          left -= chance;
          return left <= 0;
        });
        const of = ranking.hypotheses[h] ?? ranking.hypotheses[0];
        const fault = of?.fault ?? null;
        const shown = shownWith(sound, fault, of?.magnitude ?? 0, DESIGN_DAY)?.readings.get(key) ?? 0;
        const wide = of?.kind === 'else' ? 8 : 1.2;
        const noise = wide * (random() + random() + random() + random() + random() + random() - 3) * Math.SQRT2;
        const told = rank(library, { ...evidence, readings: [{ key, value: shown + noise, error: 0.5, state: DESIGN_DAY }] });
        sum += told ? doubt(told) : 0;
      }
      return doubt(ranking) - sum / times;
    };
    const temperatures = nextReadings(library, evidence, ranking, {
      ...asked,
      quantities: new Set(['back', 'supply']),
      looks: false,
    }).filter((each) => each.kind === 'reading');
    const best = temperatures[0];
    const offered = new Set(temperatures.map((each) => each.kind === 'reading' && each.key));
    const left = [...(library.designDay()?.sound.readings.keys() ?? [])].find(
      (key) => /#(back|supply)$/.test(key) && !offered.has(key),
    );
    if (best?.kind !== 'reading' || !left) throw new Error('nothing to read');
    expect(falls(best.key)).toBeGreaterThan(0.5 * best.gain);
    expect(falls(best.key)).toBeLessThan(2 * best.gain + 0.2);
    expect(falls(best.key)).toBeGreaterThan(falls(left));
  }, 60_000);

  it('a look at something of an even chance tells most, and never more than it can', () => {
    const look = nextReadings(library, evidence, ranking, { ...asked, without: (each) => 'key' in each }).find(
      ({ kind }) => kind === 'look',
    );
    if (look?.kind !== 'look') throw new Error('no look');
    expect(look.gain).toBeGreaterThan(0);
    expect(look.gain).toBeLessThan(Math.log(2));
  });
});

describe('hidden faults are found by what it asks for', () => {
  it.each([
    ['loop-shut@rooms/r2/e1/loop1', 0],
    ['circuit-shut@circuits/c2', 0],
    ['pump-stands@circuits/c2/pump', 1],
    ['source-off', 1],
    ['mixing-stuck-cold@circuits/c1', 0],
    ['emitter-weak@rooms/r6/e1', 1],
  ])('%s', (id, causeAt) => {
    const fault = faultNamed(id);
    const hidden = new HiddenFault(sound, fault, fault.causes[causeAt] ?? null, 41);
    let evidence: Evidence = { ...NOTHING, said: hidden.said() };
    expect(evidence.said.length).toBeGreaterThan(0);
    let ranking = ranked(evidence);
    for (let k = 0; k < 6; k++) {
      const step = stepWith(library, evidence, ranking, { states: [DESIGN_DAY], quantities: ALL }, hidden);
      if (!step) break;
      evidence = step.evidence;
      ranking = ranked(evidence);
    }
    expect(ranking.faults.slice(0, 3).map(({ fault: found }) => found.id)).toContain(id);
    expect(ranking.faults[0]?.fault.id).toBe(id);
  });
});

describe('two faults at once', () => {
  const pair = ['circuit-shut@circuits/c2', 'loop-shut@rooms/r2/e1/loop1'] as const;
  const [one, other] = [faultNamed(pair[0]), faultNamed(pair[1])];
  const shown = shownWithAll(
    sound,
    [
      { fault: one, magnitude: 1 },
      { fault: other, magnitude: 1 },
    ],
    DESIGN_DAY,
  )?.readings;
  const keys = [
    'circuits/c2#flow',
    'circuits/c2/pump#power',
    'rooms/r6/e1/loop1#back',
    'rooms/r2/e1/loop1#back',
    'rooms/r2/e1/loop1#flow',
    'circuits/c1#supply',
  ];
  const evidence: Evidence = {
    ...NOTHING,
    readings: keys.map((key) => ({
      key,
      value: shown?.get(key) ?? Number.NaN,
      error: key.endsWith('flow') ? 2e-6 : 1,
      state: DESIGN_DAY,
    })),
  };

  it('show together what each shows alone, where they do not touch', () => {
    const alone = shownWith(sound, other, 1, DESIGN_DAY)?.readings;
    expect(shown?.get('rooms/r2/e1/loop1#flow')).toBeCloseTo(0, 9);
    expect(shown?.get('circuits/c2#flow')).toBeCloseTo(0, 9);
    expect(Math.abs((shown?.get('circuits/c1#supply') ?? 0) - (alone?.get('circuits/c1#supply') ?? 9))).toBeLessThan(0.5);
  });

  it('are both named: the likeliest, and the other beside it', () => {
    const ranking = ranked(evidence);
    const beside = secondFault(library, evidence, ranking);
    const found = [beside?.first.fault.id, beside?.seconds[0]?.fault.id];
    expect([...found].sort()).toEqual([...pair].sort());
    expect(beside?.seconds[0]?.chance).toBeGreaterThan(0.5);
    expect(beside?.alone).toBeLessThan(0.1);
  });

  it('are not seen where there is but one', () => {
    const readings = readingsOf(pair[1], [
      'rooms/r2/e1/loop1#back',
      'rooms/r2/e1/loop1#flow',
      'circuits/c1#supply',
      'circuits/c2#flow',
      'circuits/c2/pump#power',
    ]);
    const single = { ...NOTHING, said: [KITCHEN], readings };
    const beside = secondFault(library, single, ranked(single));
    expect(beside?.first.fault.id).toBe(pair[1]);
    expect(beside?.alone).toBeGreaterThan(beside?.seconds[0]?.chance ?? 1);
  });
});

describe('what is told', () => {
  it('of a second fault names what would tell of it, and asks for nothing twice', () => {
    const keys = ['rooms/r2/e1/loop1#back', 'rooms/r2/e1/loop1#flow', 'circuits/c1#supply'];
    const evidence = { ...NOTHING, said: [KITCHEN], readings: readingsOf('loop-shut@rooms/r2/e1/loop1', keys) };
    const beside = tellBeside(library, evidence, { states: [DESIGN_DAY], quantities: ALL });
    expect(beside?.first).toContain('Kitchen');
    expect(beside?.next.length).toBeGreaterThan(0);
    for (const each of beside?.next ?? []) {
      expect(nextWords(each)).toMatch(/\S/);
      if (each.kind === 'reading') expect(keys).not.toContain(each.key);
      if (each.kind === 'round') for (const key of each.keys) expect(keys).not.toContain(key);
    }
  });

  it('stands in the units of the job, readings and cures alike', () => {
    const us = { ...sound, job: { ...thistleMill, display: { system: 'us' as const, units: {} } } };
    const own = libraryOf(us);
    const told = tell(
      own,
      { ...NOTHING, said: [KITCHEN], readings: readingsOf('source-cool', ['source#supply', 'source#back']) },
      { states: [DESIGN_DAY], quantities: ALL },
    );
    const words = JSON.stringify([told?.verdict, told?.faults.map(({ causes }) => causes)]);
    expect(words).toMatch(/°F/);
    expect(words).not.toMatch(/°C|\d\s(m|kPa|L\/min)\b/);
    expect(told?.verdict.rows).toHaveLength(2);
  });
});
