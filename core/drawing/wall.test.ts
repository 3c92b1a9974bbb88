import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../demo/plants.ts';
import { thistleMillByLoads as thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newCircuit, newFurtherSource, newJob, newRoom, newSeparation, USUAL_CYLINDER } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designJob } from '../job/design-job.ts';
import { layoutOf } from './layout.ts';
import type { PipeLine, Point, Sheet } from './sheet.ts';
import { wallSheet } from './wall.ts';

/** A plant of so many circuits, every second one mixed, every third one still without rooms. */
function plant(circuitCount: number, kind: Job['separation']['kind']): Job {
  const base = newJob('Plant');
  const circuits = Array.from({ length: circuitCount }, (_, i) =>
    newCircuit(`c${i}`, base, {
      name: `Riser ${i}`,
      connection: i % 2 === 0 ? 'direct' : 'mixed',
      flowTemperature: i % 2 === 0 ? 55 : 40,
    }),
  );
  return {
    ...base,
    separation: newSeparation(kind),
    source: { ...base.source, volumiser: kind === 'none' ? 0.05 : null },
    circuits,
    rooms: circuits
      .filter((_, i) => i % 3 !== 2)
      .map((circuit, i) => newRoom(`r${i}`, { heatLoad: 2000 + 100 * i, circuit: circuit.id })),
  };
}
const draw = (job: Job): Sheet => wallSheet(job, designJob(job));
const find = (sheet: Sheet, id: string): PipeLine => {
  const pipe = sheet.pipes.find((each) => each.id === id);
  if (!pipe) throw new Error(`no pipe ${id}`);
  return pipe;
};
const first = (pipe: PipeLine): Point => pipe.points[0] as Point;
const last = (pipe: PipeLine): Point => pipe.points.at(-1) as Point;
/** Whether a point lies on an orthogonal run. */
const lies = ([x, y]: Point, pipe: PipeLine): boolean =>
  pipe.points.slice(1).some(([toX, toY], i) => {
    const [fromX, fromY] = pipe.points[i] as Point;
    const between = (value: number, a: number, b: number) => value >= Math.min(a, b) && value <= Math.max(a, b);
    return between(x, fromX, toX) && between(y, fromY, toY);
  });

describe.each(['none', 'low-loss-header', 'closely-spaced-tees', 'buffer'] as const)('plants with separation %s', (kind) => {
  describe.each([1, 2, 3, 5, 9, 17, 40])('of %d circuits', (count) => {
    const job = plant(count, kind);
    const sheet = draw(job);
    const { headerX } = layoutOf(job);
    const lowest = (id: string, mixed: string, direct: string) =>
      find(sheet, `circuits/${id}/${sheet.pipes.some((pipe) => pipe.id === `circuits/${id}/${mixed}`) ? mixed : direct}`);

    it('stand wholly on the sheet', () => {
      const inside = (x: number, y: number) => x >= 0 && x <= sheet.width && y >= 0 && y <= sheet.height;
      for (const pipe of sheet.pipes) for (const [x, y] of pipe.points) expect(inside(x, y), pipe.id).toBe(true);
      for (const { at, width, height, component } of [...sheet.tags, ...sheet.houses]) {
        expect(inside(at[0], at[1]) && inside(at[0] + width, at[1] + height), component).toBe(true);
      }
      for (const { at, width, height, component } of sheet.symbols) {
        expect(inside(at[0] - width / 2, at[1] - height / 2) && inside(at[0] + width / 2, at[1] + height / 2), component).toBe(
          true,
        );
      }
    });

    it('run every pipe square to the sheet, without a piece of no length', () => {
      for (const pipe of sheet.pipes) {
        expect(pipe.points.length).toBeGreaterThanOrEqual(2);
        pipe.points.slice(1).forEach(([x, y], i) => {
          const [fromX, fromY] = pipe.points[i] as Point;
          expect((x === fromX) !== (y === fromY), `${pipe.id} at ${x},${y}`).toBe(true);
        });
      }
    });

    it('join every riser to the bars: flow leaves the flow bar, return ends on the return bar', () => {
      for (const { id } of job.circuits) {
        expect(lies(first(lowest(id, 'hot', 'flow')), find(sheet, `bar/flow/${id}`)), id).toBe(true);
        expect(lies(last(lowest(id, 'into-bar', 'return')), find(sheet, `bar/return/${id}`)), id).toBe(true);
      }
    });

    it('let the bars run on from riser to riser, from the separation and back to it', () => {
      job.circuits.forEach(({ id }, i) => {
        const before = job.circuits[i - 1]?.id;
        const flow = find(sheet, `bar/flow/${id}`);
        const back = find(sheet, `bar/return/${id}`);
        if (before === undefined) expect([first(flow)[0], last(back)[0]]).toEqual([headerX, headerX]);
        else {
          expect(first(flow)).toEqual(last(find(sheet, `bar/flow/${before}`)));
          expect(last(back)).toEqual(first(find(sheet, `bar/return/${before}`)));
        }
      });
    });

    it('let water flow up to the house and come down from it', () => {
      for (const { circuitId, at, height } of sheet.houses) {
        const foot = at[1] + height;
        const flow = find(sheet, `circuits/${circuitId}/flow`);
        const back = find(sheet, `circuits/${circuitId}/return`);
        expect(last(flow)[1]).toBe(foot);
        expect(first(back)[1]).toBe(foot);
        expect(first(flow)[1]).toBeGreaterThan(foot);
        expect(first(flow)[0]).toBeLessThan(first(back)[0]);
      }
    });

    it('keep tags and houses off each other', () => {
      const boxes = [...sheet.tags, ...sheet.houses].map(({ at: [x, y], width, height, component }) => ({
        x,
        y,
        right: x + width,
        bottom: y + height,
        component,
      }));
      boxes.forEach((box, i) => {
        for (const other of boxes.slice(i + 1)) {
          const apart = box.right <= other.x || other.right <= box.x || box.bottom <= other.y || other.bottom <= box.y;
          expect(apart, `${box.component} over ${other.component}`).toBe(true);
        }
      });
    });

    it('put pumps and valves on their risers', () => {
      for (const symbol of sheet.symbols) {
        if (!symbol.component.startsWith('circuits/')) continue;
        const circuit = symbol.component.split('/').slice(0, 2).join('/');
        expect(lies(symbol.at, find(sheet, `${circuit}/flow`)), symbol.component).toBe(true);
      }
    });

    it('say on the cards what comes to each circuit, as the plant was solved', () => {
      const { figures, solved } = designJob(job);
      for (const { circuitId, flowFigure, returnFigure } of sheet.houses) {
        const came = solved?.state.converged ? solved.state.circuits.find((each) => each.id === circuitId) : undefined;
        if (!came) continue;
        expect(figures[flowFigure ?? '']?.value, circuitId).toBe(came.supply);
        expect(figures[returnFigure ?? '']?.value, circuitId).toBe(came.back);
      }
    });

    it('name only figures the design has', () => {
      const { figures } = designJob(job);
      const ids = [
        ...sheet.tags.flatMap((tag) => tag.figures.map((figure) => figure.id)),
        ...sheet.houses.flatMap((house) =>
          [house.load, house.flowFigure, house.returnFigure].filter((id): id is string => id !== null),
        ),
      ];
      for (const id of ids) expect(figures[id], id).toBeDefined();
      expect(ids.length).toBeGreaterThan(0);
    });

    it('give each component one symbol and at most one tag', () => {
      for (const parts of [sheet.symbols, sheet.tags]) {
        const components = parts.map((part) => part.component);
        expect(new Set(components).size).toBe(components.length);
      }
    });
  });
});

/** Level or upright pieces of all pipes, with the pipe they belong to. */
const pieces = (sheet: Sheet) =>
  sheet.pipes.flatMap(({ id, points }) =>
    points.slice(1).map((to, i) => {
      const from = points[i] as Point;
      return { id, from, to, level: from[1] === to[1] };
    }),
  );
const span = (a: number, b: number): [number, number] => [Math.min(a, b), Math.max(a, b)];
type Box = { x: number; y: number; right: number; bottom: number; name: string };
const apart = (a: Box, b: Box) => a.right <= b.x || b.right <= a.x || a.bottom <= b.y || b.bottom <= a.y;

/** No pipe along another, no tag over a part or a house, every part on its pipe, every figure known. */
function keepsApart(job: Job): void {
  const sheet = draw(job);
  const all = pieces(sheet);
  all.forEach((one, i) => {
    for (const other of all.slice(i + 1)) {
      if (one.level !== other.level) continue;
      const across = one.level ? 1 : 0;
      if (one.from[across] !== other.from[across]) continue;
      const along = one.level ? 0 : 1;
      const [a, b] = span(one.from[along], one.to[along]);
      const [c, d] = span(other.from[along], other.to[along]);
      expect(Math.min(b, d) - Math.max(a, c), `${one.id} over ${other.id}`).toBeLessThanOrEqual(0);
    }
  });
  const cards: Box[] = [...sheet.tags, ...sheet.houses].map(({ at: [x, y], width, height, component }) => ({
    x,
    y,
    right: x + width,
    bottom: y + height,
    name: `card ${component}`,
  }));
  const symbols: Box[] = sheet.symbols.map(({ at: [x, y], width, height, component }) => ({
    x: x - width / 2,
    y: y - height / 2,
    right: x + width / 2,
    bottom: y + height / 2,
    name: `symbol ${component}`,
  }));
  cards.forEach((card, i) => {
    for (const other of [...cards.slice(i + 1), ...symbols])
      expect(apart(card, other), `${card.name} over ${other.name}`).toBe(true);
  });
  for (const { at, width, height } of sheet.tags) {
    expect(at[0] >= 0 && at[1] >= 0 && at[0] + width <= sheet.width && at[1] + height <= sheet.height).toBe(true);
  }
  const parts = sheet.parts.map(({ at: [x, y], size, id, pipe }) => {
    expect(lies([x, y], find(sheet, pipe)), id).toBe(true);
    const half = size / 2;
    return { x: x - half, y: y - half, right: x + half, bottom: y + half, name: id };
  });
  parts.forEach((part, i) => {
    for (const other of [...parts.slice(i + 1), ...symbols])
      expect(apart(part, other), `${part.name} over ${other.name}`).toBe(true);
  });
  const { figures } = designJob(job);
  for (const { id } of sheet.tags.flatMap((each) => each.figures)) expect(figures[id], id).toBeDefined();
}

/** The circuits on the pairs of a ring main, by number from 0; the cylinder on the last. */
const onRing = (job: Job, pairs: readonly number[], hand: 'left' | 'right'): Job => ({
  ...job,
  separation: newSeparation(job.separation.kind, {
    pairs: ['p1', 'p2', 'p3'].map((id) => ({ id, distance: 1, spacing: 'auto', before: 'auto', after: 'auto' })),
  }),
  circuits: job.circuits.map((circuit, i) => ({ ...circuit, hand, at: pairs[i] ? (`st1/p${pairs[i]}` as const) : null })),
  hotWater: { ...USUAL_CYLINDER, at: 'st1/p3' },
});

const EVERYTHING: [string, (job: Job) => Job][] = [
  ['as it is', (job) => job],
  ['with a cylinder', (job) => ({ ...job, hotWater: USUAL_CYLINDER })],
  ['with one pump and valves', (job) => ({ ...job, distribution: { ...job.distribution, kind: 'valves', bypass: 20_000 } })],
  [
    'with two sources beside the first',
    (job) => ({
      ...job,
      furtherSources: [newFurtherSource('f1', { approach: 5 }), newFurtherSource('f2', { kind: 'solid-fuel', order: 'backup' })],
    }),
  ],
  ['on a ring main', (job) => onRing(job, [0, 1, 2, 3], 'right')],
  ['on a ring main, several on a pair', (job) => onRing(job, [1, 0, 1, 1], 'right')],
  ['on a ring main, turned to the left', (job) => onRing(job, [0, 1, 1, 2], 'left')],
  [
    'with pumps and valves on the return',
    (job) => ({
      ...job,
      source: { ...job.source, pumpOn: 'return' },
      circuits: job.circuits.map((circuit) => ({ ...circuit, pumpOn: 'return', valveOn: 'return' })),
    }),
  ],
  [
    'with one pump on the return',
    (job) => ({ ...job, distribution: { ...job.distribution, kind: 'valves', pumpOn: 'return', bypass: 20_000 } }),
  ],
  ['turned to the left', (job) => ({ ...job, circuits: job.circuits.map((circuit) => ({ ...circuit, hand: 'left' })) })],
  ...(['four-way', 'injection-fixed', 'injection-variable'] as const).map((mixing): [string, (job: Job) => Job] => [
    `mixed by ${mixing}`,
    (job) => ({ ...job, circuits: job.circuits.map((circuit) => ({ ...circuit, mixing })) }),
  ]),
  [
    'with parts everywhere',
    (job) => ({
      ...job,
      source: { ...job.source, components: MANY, returnComponents: MANY },
      circuits: job.circuits.map((circuit) => ({ ...circuit, components: MANY, returnComponents: MANY })),
    }),
  ],
];
const MANY: Job['source']['components'] = [
  'relief-valve',
  'air-separator',
  'low-water-cut-off',
  'isolating-valve',
  'bend',
  'heat-meter',
  'vent',
  'purge-valve',
];

describe.each(['none', 'low-loss-header', 'closely-spaced-tees', 'buffer', 'plate-exchanger'] as const)(
  'everything behind %s',
  (kind) => {
    it.each(EVERYTHING)('%s', (_, change) => {
      const job = change(plant(4, kind));
      keepsApart(job);
    });
  },
);

it.each(Object.entries(PLANTS))('%s: nothing over anything else', (_, job) => keepsApart(job));

describe('what hangs on the wall', () => {
  it('a circuit without a load has risers and a house, but no numbers', () => {
    const job = plant(3, 'none');
    const sheet = draw(job);
    const empty = sheet.houses[2];
    expect(empty).toMatchObject({ circuitId: 'c2', rooms: 0, flowFigure: null, returnFigure: null });
    expect(sheet.tags.some((tag) => tag.component.startsWith('circuits/c2/'))).toBe(false);
    expect(sheet.symbols.some((symbol) => symbol.component === 'circuits/c2/pump')).toBe(true);
  });

  it('shows what is wanted of a pump while none is found', () => {
    const job = applyEdits(thistleMill, [{ at: 'circuits/c2/worstRun/length', value: 2000 }]);
    const tag = draw(job).tags.find((each) => each.component === 'circuits/c2/pump');
    expect(tag?.figures.map((figure) => figure.id)).toEqual(['circuits/c2/volumeFlow', 'circuits/c2/pump/wantedHead']);
    expect(tag?.severity).toBe('stop');
  });

  it('marks the worst of several findings on one part', () => {
    const job = applyEdits(thistleMill, [
      { at: 'source/capacity', value: 5000 },
      { at: 'wholeHouseLoad', value: 9000 },
    ]);
    expect(draw(job).tags.find((tag) => tag.component === 'source')?.severity).toBe('stop');
  });

  it('has vessel and relief valve beside every source', () => {
    for (const kind of ['none', 'low-loss-header'] as const) {
      const kinds = draw(plant(2, kind)).symbols.map((symbol) => symbol.kind);
      expect(kinds).toContain('vessel');
      expect(kinds).toContain('relief-valve');
    }
  });

  it('hangs the vessel on the return to the source', () => {
    for (const kind of ['none', 'low-loss-header'] as const) {
      const sheet = draw(plant(2, kind));
      expect(lies(first(find(sheet, 'vessel/branch')), find(sheet, 'source/return'))).toBe(true);
    }
  });

  it('says what the source makes when nothing names it', () => {
    expect(draw(plant(1, 'none')).symbols.find((symbol) => symbol.component === 'source')?.label).toBe('Source');
    expect(draw(thistleMill).symbols.find((symbol) => symbol.component === 'source')?.label).toBe(
      'Boiler in the old grain store',
    );
  });
});

it.each([
  ['one circuit a pair', [0, 1, 2, 3], 'right'],
  ['several on a pair, out of order', [2, 0, 0, 1, 2], 'right'],
  ['risers the other way round', [0, 1, 1, 2], 'left'],
] as const)('a ring main with %s draws its pairs in the order the water meets them', (_, pairs, hand) => {
  const sheet = draw(onRing(plant(pairs.length, 'closely-spaced-tees'), pairs, hand));
  const across = ['header', 'pairs/p1/across', 'pairs/p2/across', 'pairs/p3/across'].flatMap(
    (id) => sheet.pipes.find((pipe) => pipe.id === id) ?? [],
  );
  expect(across.length).toBe(new Set([...pairs, 3]).size);
  const starts = across.map((pipe) => first(pipe)[0]);
  expect(starts).toEqual([...starts].sort((a, b) => a - b));
  for (const pipe of across) expect(last(pipe)[0]).toBeGreaterThan(first(pipe)[0]);
});
