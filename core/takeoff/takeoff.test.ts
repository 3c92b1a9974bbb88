import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../demo/plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { allPumps } from '../design/all-pumps.ts';
import { partsList } from '../design/parts-list.ts';
import { COIL_LENGTHS } from '../emitter/coils.ts';
import { designJob } from '../job/design-job.ts';
import { presenceOf } from '../plan/presence.ts';
import { compareItems } from './compare.ts';
import type { Item } from './item.ts';
import { nominalSize, threadOf } from './nominal-size.ts';
import { priced, totalOf } from './priced.ts';
import { takeoff } from './takeoff.ts';

const itemsOf = (job: Job) => takeoff(job, designJob(job));
const sum = (items: readonly Item[], of: (item: Item) => boolean) =>
  items.filter(of).reduce((total, { quantity }) => total + quantity, 0);
// Read in metric, since what a length is bought in is said in words.
const jobs: [string, Job][] = [thistleMill, ...Object.values(SYSTEMS), ...Object.values(PLANTS)].map((job) => [
  job.name,
  { ...job, display: { system: 'metric', units: {} } },
]);

describe.each(jobs)('the takeoff of %s', (_, job) => {
  const design = designJob(job);
  const items = takeoff(job, design);

  it('holds every pump and every part of the wall once', () => {
    const own = (item: Item) => item.presence !== 'later';
    const pumps = allPumps(design);
    expect(sum(items, (item) => item.group === 'pumps' && own(item))).toBe(pumps.length);
    const places = new Set(pumps.map(({ place }) => place));
    const hung = partsList(job, design).filter(({ component }) => !places.has(component));
    const sources = (design.source ? 1 : 0) + job.furtherSources.filter(({ phase }) => phase !== 'later').length;
    expect(
      sum(items, (item) => (item.group === 'valves' || item.group === 'source') && own(item) && !item.what.includes('for later')),
    ).toBe(hung.length + sources);
  });

  it('counts every metre that was entered, both ways, and floor pipe in whole coils', () => {
    const entered = design.circuits.reduce((total, { id, sized }) => {
      const circuit = job.circuits.find((each) => each.id === id);
      if (!sized || !circuit) return total;
      const inFloor = (loop: { roomId: string; emitterId: string | null }) =>
        job.rooms.find((room) => room.id === loop.roomId)?.emitters.find((each) => each.id === loop.emitterId)?.kind === 'floor';
      const branches = sized.loops.filter((loop) => !inFloor(loop)).reduce((metres, { length }) => metres + length, 0);
      const tree = sized.tree.reduce(
        (metres, { id: of }) => metres + 2 * (circuit.sections.find((each) => each.id === of)?.length ?? 0),
        0,
      );
      return total + 2 * circuit.run.length + tree + branches;
    }, 0);
    const others =
      (design.source ? 2 * job.source.run.length : 0) +
      design.links.reduce((metres, { id }) => metres + 2 * (job.links.find((each) => each.id === id)?.run.length ?? 0), 0) +
      (design.hotWater?.run ? 2 * (job.hotWater?.run.length ?? 0) : 0);
    const pipe = (item: Item) => item.group === 'pipe' && item.presence !== 'later' && !item.what.endsWith('for floors');
    expect(sum(items, pipe)).toBeCloseTo(entered + others, 6);
    for (const item of items.filter(({ what, presence }) => what.endsWith('for floors') && presence === 'new')) {
      const coils = [...item.note.matchAll(/(\d+) coils? of (\d+)\sm/g)].map(
        ([, count, length]) => [Number(count), Number(length)] as const,
      );
      expect(
        coils.reduce((total, [count, length]) => total + count * length, 0),
        item.note,
      ).toBeCloseTo(item.quantity, 6);
      for (const [, length] of coils) expect(COIL_LENGTHS as readonly number[]).toContain(length);
    }
  });

  it('marks what is counted off the drawing, and buys no fitting for what is there', () => {
    for (const item of items) {
      expect(item.estimated).toBe(item.group === 'fittings');
      expect(item.quantity).toBeGreaterThan(0);
      if (item.group === 'fittings') expect(item.presence).not.toBe('there');
    }
  });
});

describe('what is there already', () => {
  it('follows the thing, then its pump, then its circuit', () => {
    const job: Job = {
      ...thistleMill,
      circuits: thistleMill.circuits.map((each) => (each.id === 'c2' ? { ...each, phase: 'there' } : each)),
      presence: { 'circuits/c2/pump': 'new', vessel: 'there' },
    };
    expect(presenceOf(job, 'circuits/c2/run')).toBe('there');
    expect(presenceOf(job, 'circuits/c2/pump')).toBe('new');
    expect(presenceOf(job, 'circuits/c1/run')).toBe('new');
    expect(presenceOf(job, 'vessel')).toBe('there');
    const items = itemsOf(job);
    expect(items.find(({ what }) => what === 'Expansion vessel')?.presence).toBe('there');
    // Its pipes are there, so neither bars nor insulation are bought for them.
    expect(
      items.some(
        ({ group, places, presence }) => group === 'insulation' && places.includes('circuits/c2/run') && presence === 'new',
      ),
    ).toBe(false);
  });

  it('is said of a valve without saying it of its pipe', () => {
    const valve = itemsOf(thistleMill).find(({ what, size }) => what === 'Isolating ball valve' && size === 'DN 15');
    const job: Job = { ...thistleMill, presence: Object.fromEntries((valve?.places ?? []).map((place) => [place, 'there'])) };
    const [before, after] = [itemsOf({ ...thistleMill, presence: {} }), itemsOf(job)];
    const changes = compareItems(before, after).filter(({ group }) => group !== 'fittings');
    expect(changes.map(({ what, quantity }) => [what, quantity])).toEqual([['Isolating ball valve', -6]]);
  });

  it('leaves a job in stages three lists: what comes later is taken from the plant as it will be', () => {
    const staged = Object.values(PLANTS).find((job) => job.circuits.some(({ phase }) => phase === 'later'));
    if (!staged) throw new Error('no plant in stages');
    expect(
      itemsOf(staged)
        .filter(({ what }) => what.includes('for later'))
        .reduce((total, { quantity }) => total + quantity, 0),
    ).toBe(2 * staged.circuits.filter(({ phase }) => phase === 'later').length);
    expect(designJob(staged).findings.filter(({ rule }) => rule === 'ports-for-later').length).toBeGreaterThan(0);
    const later = staged.circuits.filter(({ phase }) => phase === 'later').map(({ id }) => id);
    const items = itemsOf(staged);
    for (const id of later)
      expect(
        items.some(({ presence, places }) => presence === 'later' && places.some((place) => place.startsWith(`circuits/${id}/`))),
      ).toBe(true);
    expect(
      items.some(
        ({ presence, places }) =>
          presence === 'new' && places.some((place) => later.some((id) => place.startsWith(`circuits/${id}/`))),
      ),
    ).toBe(false);
  });
});

describe('nominal sizes', () => {
  // Source: EN ISO 6708 and EN 10226-1, from memory: the thread that is commonly cut on each DN.
  it.each([
    [0.013, 'DN 15', '1/2'],
    [0.02, 'DN 20', '3/4'],
    [0.0262, 'DN 25', '1'],
    [0.0358, 'DN 32', '1 1/4'],
    [0.05, 'DN 50', '2'],
  ])('of a bore of %d m are %s and %s', (bore, dn, thread) => {
    expect([nominalSize(bore), threadOf(bore)]).toEqual([dn, thread]);
  });
});

describe('a priced list', () => {
  const item = (what: string, quantity: number, more: Partial<Item> = {}): Item => ({
    group: 'pumps',
    what,
    size: '',
    quantity,
    unit: 'piece',
    presence: 'new',
    estimated: false,
    note: '',
    places: [],
    ...more,
  });
  const job = {
    ...thistleMill,
    articles: [
      { id: 'n1', of: 'Pump', number: '', supplier: '', price: 100 },
      { id: 'n2', of: 'Pipe', number: '', supplier: '', price: 2.5 },
    ],
    quote: { currency: '€', margin: 0.2, tax: 0.1 },
  };

  it('is price times whole pieces and metres, the margin on that, the tax on both; by hand', () => {
    const lines = priced(
      [item('Pump', 2), item('Pipe', 10.2, { unit: 'm' }), item('Valve', 3), item('Pump', 1, { presence: 'there' })],
      job,
    );
    // 2 * 100 + 11 * 2.50 = 227.50; + 20 % = 273.00; + 10 % = 300.30
    const total = totalOf(lines, job);
    expect(total.net).toBeCloseTo(273, 9);
    expect(total.gross).toBeCloseTo(300.3, 9);
    expect([total.margin, total.tax]).toEqual([expect.closeTo(45.5, 9), expect.closeTo(27.3, 9)]);
    expect(total.unpriced).toBe(1);
  });
});

describe('a priced list in US units', () => {
  it('prices pipe by the foot it is counted in', () => {
    const job: Job = {
      ...thistleMill,
      display: { system: 'us', units: {} },
      articles: [{ id: 'n1', of: 'Copper, metric|28 × 0.9 mm', number: '', supplier: '', price: 2 }],
    };
    const line = priced(itemsOf(job), job).find(({ what, size }) => what === 'Copper, metric' && size === '28 × 0.9 mm');
    // 9 m are 29.5 ft, bought as 30.
    expect([line?.quantity, line?.sum]).toEqual([expect.closeTo(9, 9), 60]);
  });
});

describe('two takeoffs', () => {
  it('differ in nothing from themselves, and in the parts of a circuit that was added', () => {
    const without: Job = {
      ...thistleMill,
      circuits: thistleMill.circuits.filter(({ id }) => id !== 'c4'),
      rooms: thistleMill.rooms.filter(({ circuit }) => circuit !== 'c4'),
    };
    const [before, after] = [itemsOf(without), itemsOf(thistleMill)];
    expect(compareItems(after, after)).toEqual([]);
    const changes = compareItems(before, after);
    const of = (pattern: RegExp) =>
      changes.filter(({ what }) => pattern.test(what)).reduce((total, { quantity }) => total + quantity, 0);
    expect(of(/^Pump$/)).toBe(1);
    expect(of(/^Regulating valve$/)).toBe(1);
    expect(of(/^Unit by the/)).toBe(2);
    for (const change of changes) expect(change.after - change.before).toBeCloseTo(change.quantity, 9);
    // Backwards the same with the other sign.
    const back = compareItems(after, before);
    expect(back.reduce((total, { quantity }) => total + quantity, 0)).toBeCloseTo(
      -changes.reduce((total, { quantity }) => total + quantity, 0),
      6,
    );
  });
});
