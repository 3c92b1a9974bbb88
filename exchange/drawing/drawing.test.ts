import DxfParser from 'dxf-parser';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import * as fontkit from 'fontkit';
import { describe, expect, it } from 'vitest';
import { PAPER_SIZES, PAPERS } from '../../core/drawing/paper/paper-size.ts';
import { wallDrawings } from '../../core/drawing/paper/wall-drawings.ts';
import { inWindow, windowsOf } from '../../core/drawing/paper/windows.ts';
import type { TextMark } from '../../core/drawing/scene/mark.ts';
import { BOLD_FROM, textWidth } from '../../core/drawing/text-width.ts';
import { wallSheet } from '../../core/drawing/wall.ts';
import { designJob } from '../../core/job/design-job.ts';
import { PLANTS } from '../../demo/plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { HOSTILE_NAMES } from '../hostile-names.fixture.ts';
import { DXF_LAYERS, drawingToDxf, dxfText } from './dxf.ts';
import { drawingToSvg } from './svg.ts';

const HEAD = {
  job: 'Thistle Mill',
  place: 'Lower Ambersett',
  rulebook: 'velocity-led',
  revision: 3,
  changed: false,
  date: '30 November 2026',
};
const jobs: [string, Job][] = [thistleMill, ...Object.values(SYSTEMS), ...Object.values(PLANTS)].map((job) => [job.name, job]);

function sheetsOf(job: Job, paper: (typeof PAPER_SIZES)[number] = 'A3') {
  const design = designJob(job);
  const sheet = wallSheet(job, design);
  const state = design.solved?.state.converged ? design.solved.state : null;
  return { sheet, drawings: wallDrawings(sheet, { design, state, designDay: true, display: job.display }, HEAD, paper) };
}

const file = (weight: number) =>
  fontkit.openSync(
    `node_modules/@expo-google-fonts/archivo-narrow/${weight >= BOLD_FROM ? '700Bold/ArchivoNarrow_700Bold' : '400Regular/ArchivoNarrow_400Regular'}.ttf`,
  ) as fontkit.Font;
const FONTS = { regular: file(400), bold: file(700) };
/** Width of a text as the shipped type sets it. */
function trueWidth(text: string, size: number, weight: number): number {
  const font = weight >= BOLD_FROM ? FONTS.bold : FONTS.regular;
  return (
    ([...text].reduce((sum, character) => sum + font.glyphForCodePoint(character.codePointAt(0) ?? 32).advanceWidth, 0) * size) /
    font.unitsPerEm
  );
}
const widthOf = ({ runs }: TextMark) => runs.reduce((sum, { text, size, weight }) => sum + trueWidth(text, size, weight), 0);

describe('width of a text', () => {
  // Source: the advance widths in the shipped type itself, read with fontkit.
  it.each([400, 700])('is that of the shipped type, weight %d, and never less', (weight) => {
    const ascii = Array.from({ length: 95 }, (_, i) => String.fromCharCode(32 + i)).join('');
    expect(textWidth(ascii, 1000, weight)).toBeCloseTo(trueWidth(ascii, 1000, weight), -1);
    for (const text of ['Küche', 'Łódź', '36 °C', 'Größe ½', 'ñandú'])
      expect(textWidth(text, 10, weight)).toBeGreaterThanOrEqual(trueWidth(text, 10, weight) - 1e-9);
  });
});

describe.each(jobs)('the wall of %s on paper', (_, job) => {
  it.each(PAPER_SIZES)('%s: every part stands on one sheet, whole, and no text leaves its frame', (paper) => {
    const { sheet, drawings } = sheetsOf(job, paper);
    const [width, height] = PAPERS[paper];
    const symbols = drawings.flatMap(({ placed }) => placed.at(-1)?.groups.filter(({ role }) => role === 'symbol') ?? []);
    expect(symbols.map(({ component }) => component).sort()).toEqual(sheet.symbols.map(({ component }) => component).sort());
    for (const drawing of drawings) {
      for (const { at, scale, groups } of drawing.placed)
        for (const group of groups)
          for (const mark of group.marks) {
            if (mark.kind !== 'text' || mark.turn) continue;
            const wide = widthOf(mark) * scale;
            const from = at[0] + (mark.at[0] + group.at[0]) * scale - (mark.anchor === 'end' ? wide : 0);
            const y = at[1] + (mark.at[1] + group.at[1]) * scale;
            expect(from >= 0 && from + wide <= width && y >= 0 && y <= height, `${group.key}: ${mark.runs[0]?.text}`).toBe(true);
            // Words on a label stay on it.
            const label = sheet.tags.find(({ component }) => group.key === `tag/${component}`);
            if (label)
              expect(widthOf(mark), `${group.key}: ${mark.runs.map(({ text }) => text).join('')}`).toBeLessThanOrEqual(
                label.width - 7,
              );
          }
    }
  });
});

describe('a wall too wide for one sheet', () => {
  const { sheet } = sheetsOf(PLANTS.ringMain ?? (Object.values(PLANTS)[0] as Job));
  it('is cut where nothing stands, and loses nothing', () => {
    const windows = windowsOf(sheet, sheet.width / 2.2);
    expect(windows.length).toBeGreaterThan(1);
    const parts = windows.map((window) => inWindow(sheet, window));
    for (const list of ['symbols', 'tags', 'houses', 'gauges', 'parts', 'flows'] as const)
      expect(
        parts.reduce((sum, part) => sum + part.sheet[list].length, 0),
        list,
      ).toBe(sheet[list].length);
    const length = (pipes: typeof sheet.pipes) =>
      pipes.reduce(
        (sum, { points }) =>
          sum +
          points.slice(1).reduce((run, [x, y], i) => run + Math.hypot(x - (points[i]?.[0] ?? 0), y - (points[i]?.[1] ?? 0)), 0),
        0,
      );
    expect(parts.reduce((sum, part) => sum + length(part.sheet.pipes), 0)).toBeCloseTo(length(sheet.pipes), 6);
    // Each pipe that leaves a window comes into the next.
    expect(parts[0]?.crossings.filter(({ side }) => side === 'right').length).toBe(
      parts[1]?.crossings.filter(({ side }) => side === 'left').length,
    );
    for (const { symbols } of [sheet])
      for (const { from } of windows.slice(1))
        for (const { at, width, component } of symbols) expect(Math.abs(at[0] - from) >= width / 2, component).toBe(true);
  });
});

// Source of the check: dxf-parser, which has nothing of what wrote the file.
describe.each(jobs.slice(0, 14))('the wall of %s as DXF', (_, job) => {
  it('has every pipe, sign and text in its layer, in millimetres', () => {
    const { sheet, drawings } = sheetsOf(job);
    let [pipes, inserts, texts] = [0, 0, 0];
    const said = new Set<string>();
    for (const drawing of drawings) {
      const parsed = new DxfParser().parseSync(drawingToDxf(drawing));
      if (!parsed) throw new Error('no DXF');
      expect(parsed.header.$INSUNITS).toBe(4);
      const known = new Set(Object.values(DXF_LAYERS).map(({ name }) => name));
      for (const entity of parsed.entities) {
        expect(known.has(entity.layer), entity.layer).toBe(true);
        if (entity.type === 'INSERT') {
          inserts++;
          const { name, position } = entity as unknown as { name: string; position: { x: number; y: number } };
          expect(parsed.blocks[name], name).toBeDefined();
          expect(position.x > 0 && position.x < drawing.width && position.y > 0 && position.y < drawing.height).toBe(true);
        }
        if (entity.type === 'TEXT') {
          texts++;
          said.add((entity as unknown as { text: string }).text.trim());
        }
        if (entity.type === 'LWPOLYLINE') {
          for (const { x, y } of (entity as unknown as { vertices: { x: number; y: number }[] }).vertices)
            expect(x >= 0 && x <= drawing.width && y >= 0 && y <= drawing.height, `${entity.layer} ${x} ${y}`).toBe(true);
          if (/^PIPES/.test(entity.layer) && ((entity as unknown as { width?: number }).width ?? 0) > 0) pipes++;
        }
      }
    }
    expect(pipes).toBeGreaterThanOrEqual(sheet.pipes.length);
    expect(inserts).toBeGreaterThanOrEqual(sheet.symbols.length + sheet.parts.length);
    expect(texts).toBeGreaterThan(2 * sheet.tags.length);
    for (const { name } of sheet.houses)
      expect(
        [...said].some((text) => dxfText(name).startsWith(text.replace(/…$/, '')) && text.length > 2),
        name,
      ).toBe(true);
  });
});

describe.each(HOSTILE_NAMES)('a circuit called “%s”', (name) => {
  const job = { ...thistleMill, name, circuits: thistleMill.circuits.map((each, i) => (i < 2 ? { ...each, name } : each)) };
  const design = designJob(job);
  const [drawing] = wallDrawings(
    wallSheet(job, design),
    { design, state: design.solved?.state ?? null, designDay: true, display: job.display },
    { ...HEAD, job: name },
    'A4',
  );
  if (!drawing) throw new Error('no drawing');

  it('leaves DXF a file of the same parts', () => {
    const count = (text: string) => new DxfParser().parseSync(text)?.entities.length;
    expect(count(drawingToDxf(drawing))).toBeGreaterThan(100);
  });

  it('leaves SVG a document with nothing that runs, whose words are still his', () => {
    const svg = drawingToSvg(drawing);
    expect(XMLValidator.validate(svg)).toBe(true);
    expect(svg).not.toMatch(/<script|<foreignObject|javascript:|\son\w+=/i);
    const { svg: root } = new XMLParser({ ignoreAttributes: false }).parse(svg);
    expect(root['@_viewBox']).toBe('0 0 297 210');
  });
});
