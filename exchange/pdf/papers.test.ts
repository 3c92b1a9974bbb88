import { inflateSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { PAPER_SIZES, PAPERS } from '../../core/drawing/paper/paper-size.ts';
import { PAPER_SET_IDS, type PaperSetId } from '../../core/paper/sets/set-list.ts';
import { shownCell } from '../../core/paper/table.ts';
import { PLANTS } from '../../demo/plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { HOSTILE_NAMES } from '../hostile-names.fixture.ts';
import { inputOf, makePapers, type PaperOrder, paperOf } from './make-papers.ts';
import { paperFonts } from './paper-fonts.ts';
import { packed, readPdf } from './read-pdf.fixture.ts';

// Source of the check: the text of every page is read back with PDF.js, which has nothing of what wrote it.

const fonts = await paperFonts();
const ORDER: PaperOrder = {
  sets: PAPER_SET_IDS,
  paper: 'A4',
  tint: 'colour',
  sums: false,
  prices: true,
  labels: 'A4, 3 × 8 of 70 × 37 mm',
  revision: 7,
  changed: false,
  made: '2026-11-30T10:00:00.000Z',
  address: 'http://127.0.0.1:4310/jobs/3',
};

/** Makes papers of a job and reads them back. */
async function papersOf(job: Job, change: Partial<PaperOrder> = {}) {
  const order = { ...ORDER, ...change };
  const files = await makePapers(job, order, fonts);
  return Promise.all(files.map(async ({ id, bytes }) => ({ id, bytes, ...(await readPdf(bytes)) })));
}

/** Everything the tables, facts and lists of a set say, cell by cell. */
function saidBy(id: PaperSetId, job: Job): string[] {
  return paperOf(id, inputOf(job, ORDER)).blocks.flatMap((block): string[] => {
    switch (block.kind) {
      case 'table':
        return [
          block.table.title,
          ...block.table.rows.flatMap((row) =>
            block.table.columns.map((column, k) => (column.byHand ? '' : shownCell(row[k] ?? null, column, job.display))),
          ),
        ];
      case 'facts':
        return block.facts.flat();
      case 'list':
        // The number of an item is written between its lines.
        return block.items.flatMap((item) => item.split(/\s+/));
      case 'labels':
        return block.labels.map(({ title }) => title);
      case 'text':
        return [block.text];
      case 'chapter':
      case 'heading':
        return [block.title];
      default:
        return [];
    }
  });
}

const jobs: [string, Job][] = [
  ['the demo', thistleMill],
  ['the demo in US units', { ...thistleMill, display: { system: 'us', units: {} } }],
  ['a ring main', Object.values(PLANTS)[0] as Job],
];

describe.each(jobs)('papers of %s', (_, job) => {
  it('say every figure of their tables, and each page its number, name and revision', async () => {
    for (const { id, pages, bookmarks } of await papersOf(job)) {
      const all = packed(pages.join(''));
      for (const text of saidBy(id, job)) expect(all, `${id}: ${text}`).toContain(packed(text));
      expect(bookmarks.length, id).toBeGreaterThan(0);
      pages.forEach((page, i) => {
        // A sheet of labels has no edge to write on.
        if (!/page\s+\d+\s+of/.test(page)) {
          expect(['labels', 'floor'], id).toContain(id);
          return;
        }
        expect(packed(page), `${id}, page ${i + 1}`).toContain(packed(`page ${i + 1} of ${pages.length}`));
        expect(packed(page)).toContain(packed([job.name, job.site.place].filter(Boolean).join(', ')));
        expect(packed(page)).toContain('revision7');
      });
    }
  }, 300_000);
});

describe('a set', () => {
  it.each(PAPER_SIZES)(
    'fits %s, upright or on its side',
    async (paper) => {
      const [long, short] = PAPERS[paper];
      const points = [short, long].map((mm) => Math.round((mm * 72) / 25.4));
      for (const { sizes } of await papersOf(thistleMill, { paper, sets: ['electrician'] }))
        for (const [width, height] of sizes) expect([width, height].map(Math.round).toSorted((a, b) => a - b)).toEqual(points);
    },
    300_000,
  );

  it('made twice of the same moment is the same bytes; of another it is not', async () => {
    const bytes = async (made: string) =>
      Buffer.from((await makePapers(thistleMill, { ...ORDER, sets: ['owner'], made }, fonts))[0]?.bytes ?? []);
    const first = await bytes(ORDER.made);
    expect((await bytes(ORDER.made)).equals(first)).toBe(true);
    expect((await bytes('2026-12-01T10:00:00.000Z')).equals(first)).toBe(false);
  }, 30_000);

  it('in grey holds no colour', async () => {
    for (const tint of ['colour', 'grey'] as const) {
      const [file] = await makePapers(thistleMill, { ...ORDER, sets: ['wall'], tint }, fonts);
      const text = Buffer.from(file?.bytes ?? []).toString('latin1');
      const streams = [...text.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)].flatMap(([, body]) => {
        try {
          return [inflateSync(Buffer.from(body ?? '', 'latin1')).toString('latin1')];
        } catch {
          return [];
        }
      });
      const colours = streams.flatMap((stream) =>
        [...stream.matchAll(/([\d.]+) ([\d.]+) ([\d.]+) (?:scn|SCN|rg|RG)\b/g)].map((match) => match.slice(1, 4)),
      );
      expect(colours.length).toBeGreaterThan(10);
      expect(colours.some(([r, g, b]) => r !== g || g !== b)).toBe(tint === 'colour');
    }
  }, 30_000);

  it('with every sum asked for says the formula of each figure', async () => {
    const [record] = await papersOf(thistleMill, { sets: ['record'], sums: true });
    const { design } = inputOf(thistleMill, ORDER);
    const all = packed(record?.pages.join('') ?? '');
    for (const figure of Object.values(design.figures)) expect(all, figure.id).toContain(packed(figure.sum.formula));
  }, 300_000);

  it.each(HOSTILE_NAMES)(
    'of a job called “%s” is made, and says it',
    async (name) => {
      const job = {
        ...thistleMill,
        name,
        circuits: thistleMill.circuits.map((each, i) => (i === 0 ? { ...each, name } : each)),
        rooms: thistleMill.rooms.map((each, i) => (i === 0 ? { ...each, name } : each)),
      };
      const made = await papersOf(job, { sets: ['owner'] });
      for (const { pages } of made) {
        // Right-to-left words are read back in the order they are seen; of every name its plain letters are there.
        const letters = /[A-Za-z]{3,}/.exec(name)?.[0] ?? '';
        expect(packed(pages.join(''))).toContain(letters.slice(0, 20));
      }
    },
    30_000,
  );
});
