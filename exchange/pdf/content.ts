import type { Drawing } from '../../core/drawing/paper/drawing.ts';
import { PAPERS } from '../../core/drawing/paper/paper-size.ts';
import type { Ink } from '../../core/drawing/scene/mark.ts';
import { type Block, LABEL_SIZES, type Label, type LabelSize } from '../../core/paper/block.ts';
import { headingOf, isNumeric, shownCell, type Table } from '../../core/paper/table.ts';
import { cleanText } from '../../model/clean-text.ts';
import type { Display } from '../../model/job.ts';
import { PAPER_INKS, type Tint } from '../drawing/inks.ts';
import { squareCode } from '../drawing/square-code.ts';
import { drawingToSvg } from '../drawing/svg.ts';
import { runsByFont } from '../fonts.ts';

/** Points in a millimetre. */
export const MM = 72 / 25.4;

type Inks = Record<Ink, string>;

/** A node of the library's document, as far as it is written here. */
export type Node = Record<string, unknown>;

/** Longest word that is set in one piece; a longer one may be broken anywhere. */
const LONGEST_WORD = 24;

/** Characters that no font has, or that turn what stands around them. */
const UNSEEN = /[\p{Cc}\u00ad\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff]+/gu;

/** A text as stretches of one type each, its long words breakable. */
export function inlines(text: string): Node[] {
  const clean = cleanText(text)
    .replace(/\s*\n\s*/g, ' ')
    .replace(UNSEEN, '');
  return runsByFont(clean).flatMap(({ text: run, font }) =>
    run.split(/(?<= )/u).reduce<Node[]>((list, word) => {
      const last = list.at(-1);
      if (word.trim().length > LONGEST_WORD) list.push({ text: word, font, wordBreak: 'break-all' });
      else if (last && last.wordBreak === undefined) last.text = `${last.text as string}${word}`;
      else list.push({ text: word, font });
      return list;
    }, []),
  );
}

/** Size of the type in a table by how many columns share the page. */
const sizeFor = (columns: number): number => (columns > 11 ? 6.6 : columns > 8 ? 7.6 : columns > 6 ? 8.4 : 9);
/** Words of a column so long that it takes what the others leave. */
const WORDY = 26;
/** Height of a row that is filled in by hand, points. */
const BY_HAND_HEIGHT = 20;

/** A heading, its unit in one piece. */
function headingInlines(column: Table['columns'][number], display: Display): Node[] {
  const whole = headingOf(column, display);
  const unit = whole.slice(column.label.length);
  return [...inlines(column.label), ...(unit === '' ? [] : inlines(unit).map((node) => ({ ...node, noWrap: true })))];
}

/** Lines of tables: none round them, a strong one under the headings, faint ones between the rows. */
const tableLines = (inks: Inks, rows: number, { columns }: Table) => ({
  hLineWidth: (i: number) => (i < 2 ? 0 : i === 2 ? 1.1 : i === rows ? 0.8 : 0.35),
  // What is filled in by hand stands in a box of its own.
  vLineWidth: (i: number) => (columns[i]?.byHand ? 0.35 : 0),
  vLineColor: () => inks.string,
  hLineColor: (i: number) => (i === 2 ? inks.metal : inks.string),
  paddingLeft: () => 3,
  paddingRight: () => 5,
  paddingTop: () => 2.2,
  paddingBottom: () => 2.2,
});

/** A table without lines. @param pad points between rows  @param apart between columns */
const bare = (pad: number, apart: number) => ({
  hLineWidth: () => 0,
  vLineWidth: () => 0,
  paddingLeft: () => 0,
  paddingRight: () => apart,
  paddingTop: () => pad,
  paddingBottom: () => pad,
});

function tableNode(table: Table, display: Display, inks: Inks): Node {
  const { columns, rows } = table;
  const fontSize = sizeFor(columns.length);
  const longest = (k: number) =>
    Math.max(0, ...rows.map((row) => shownCell(row[k] ?? null, columns[k] as Table['columns'][number], display).length));
  const wordy = columns.map((column, k) => !column.byHand && longest(k) > WORDY);
  const handy = columns.some(({ byHand }) => byHand);
  const widths = columns.map(({ byHand }, k) => (wordy[k] || (byHand && !wordy.some(Boolean)) ? '*' : byHand ? 64 : 'auto'));
  const right = (k: number) => (isNumeric(table, k) ? 'right' : 'left');
  return {
    // The heading stays with its table.
    table: {
      headerRows: 2,
      keepWithHeaderRows: 1,
      dontBreakRows: true,
      widths,
      ...(handy ? { heights: (row: number) => (row < 2 ? 'auto' : BY_HAND_HEIGHT) } : {}),
      body: [
        [
          {
            text: inlines(table.title),
            bold: true,
            fontSize: 11,
            colSpan: columns.length,
            margin: [-3, 0, 0, 2],
            border: [false, false, false, false],
          },
          ...columns.slice(1).map(() => ({})),
        ],
        columns.map((column, k) => ({
          text: headingInlines(column, display),
          bold: true,
          alignment: right(k),
          color: inks.metal,
          verticalAlign: 'bottom',
        })),
        ...(rows.length === 0
          ? [[{ text: 'Nothing.', colSpan: columns.length }, ...columns.slice(1).map(() => ({}))]]
          : rows.map((row) =>
              columns.map((column, k) => ({
                text: column.byHand ? '' : inlines(shownCell(row[k] ?? null, column, display)),
                alignment: right(k),
              })),
            )),
      ],
    },
    layout: tableLines(inks, rows.length + 2, table),
    fontSize,
    margin: [0, 4, 0, 10],
  };
}

/** Pages of labels, each label cut to its size: words at the left, the square code at the right. */
function labelNodes(labels: readonly Label[], size: LabelSize): Node[] {
  const { paper, across, down, width, height, left, top, gapX, gapY } = LABEL_SIZES[size];
  const pages = Math.ceil(labels.length / (across * down));
  return Array.from({ length: pages }, (_, page): Node => {
    const own = labels.slice(page * across * down, (page + 1) * across * down);
    const [long, short] = PAPERS[paper];
    const marks: Node[] = [
      // A page needs something to stand on it.
      { text: ' ', fontSize: 1, ...(page === 0 ? { outline: true, outlineText: 'Labels' } : {}) },
      ...own.flatMap(({ title, lines, link }, i): Node[] => {
        const x = (left + (i % across) * (width + gapX)) * MM;
        const y = (top + Math.floor(i / across) * (height + gapY)) * MM;
        const pad = 2.5 * MM;
        const code = link === null ? 0 : Math.min(height - 6, 20) * MM;
        const room = width * MM - 2 * pad - (code > 0 ? code + 4 : 0);
        return [
          {
            absolutePosition: { x: x + pad, y: y + pad },
            table: {
              widths: [room],
              body: [
                [{ text: inlines(title), bold: true, fontSize: title.length > 12 ? 10.5 : 15, lineHeight: 0.95 }],
                ...lines.slice(0, height > 30 ? 3 : 2).map((line) => [{ text: inlines(line), fontSize: 8.6 }]),
              ],
            },
            layout: bare(0, 0),
          },
          ...(link === null
            ? []
            : [
                {
                  // The library paints a path where it says, not where its node stands.
                  absolutePosition: { x, y },
                  canvas: [
                    { type: 'path', d: squareCode(link, [x + width * MM - pad - code, y + 3 * MM], code), color: '#000000' },
                  ],
                },
              ]),
        ];
      }),
    ];
    // A sheet of labels has no edge to write on, and a size of its own.
    return {
      section: marks,
      header: null,
      footer: null,
      pageSize: { width: short * MM, height: long * MM },
      pageOrientation: 'portrait',
      pageMargins: 0,
    };
  });
}

/** A figure with what it shows below it, no wider than its room; kept on one page. */
function figureNode(drawing: Drawing, says: string, tint: Tint, room: number): Node {
  const inks = PAPER_INKS[tint];
  return {
    stack: [
      { svg: drawingToSvg(drawing, tint), width: Math.min(drawing.width, room) * MM },
      ...(says === '' ? [] : [{ text: inlines(says), color: inks.string, margin: [0, 1, 0, 0] }]),
    ],
    unbreakable: true,
    margin: [0, 4, 0, 8],
  };
}

/** Blocks of a paper as nodes of the library's document. @param room width of an upright page between its margins, mm */
export function contentOf(blocks: readonly Block[], display: Display, tint: Tint, room: number): Node[] {
  const inks = PAPER_INKS[tint];
  let first = true;
  let _chapter = 0;
  const nodes: Node[] = [];
  for (const block of blocks) {
    switch (block.kind) {
      case 'chapter':
        _chapter += 1;
        nodes.push({
          text: inlines(block.title),
          bold: true,
          fontSize: 17,
          margin: [0, 0, 0, 8],
          outline: true,
          outlineText: block.title,
          ...(first ? {} : { pageBreak: 'before' }),
          pageOrientation: block.wide ? 'landscape' : 'portrait',
        });
        break;
      case 'heading':
        nodes.push({ text: inlines(block.title), bold: true, fontSize: 12.5, margin: [0, 8, 0, 4], heading: true });
        break;
      case 'text':
        nodes.push(
          block.tone === 'caution'
            ? {
                table: { widths: ['*'], body: [[{ text: inlines(block.text), bold: true, margin: [4, 2, 4, 2] }]] },
                layout: {
                  hLineWidth: () => 0,
                  vLineWidth: (i: number) => (i === 0 ? 3 : 0),
                  vLineColor: () => inks.stop,
                },
                margin: [0, 2, 0, 8],
              }
            : { text: inlines(block.text), margin: [0, 0, 0, 6], ...(block.tone === 'quiet' ? { color: inks.string } : {}) },
        );
        break;
      case 'list': {
        const items = block.items.map((item) => ({ text: inlines(item), margin: [0, 1.5, 0, 1.5] }));
        nodes.push({ [block.ordered ? 'ol' : 'ul']: items, margin: [0, 2, 0, 8] });
        break;
      }
      case 'facts':
        nodes.push({
          table: {
            widths: ['auto', '*'],
            body: block.facts.map(([label, text]) => [
              { text: inlines(label), color: inks.string },
              { text: inlines(text), bold: true },
            ]),
          },
          layout: bare(1.6, 10),
          margin: [0, 0, 0, 8],
        });
        break;
      case 'table':
        nodes.push(tableNode(block.table, display, inks));
        break;
      case 'sheet': {
        const { width, height, title } = block.drawing;
        nodes.push({
          text: ' ',
          fontSize: 1,
          outline: true,
          outlineText: title,
          ...(first ? {} : { pageBreak: 'before' }),
          pageOrientation: width > height ? 'landscape' : 'portrait',
        });
        nodes.push({
          svg: drawingToSvg(block.drawing, tint),
          width: width * MM,
          height: height * MM,
          absolutePosition: { x: 0, y: 0 },
        });
        break;
      }
      case 'figure':
        nodes.push(figureNode(block.drawing, block.says, tint, room));
        break;
      case 'figures': {
        const pairs = Array.from({ length: Math.ceil(block.drawings.length / 2) }, (_, i) =>
          block.drawings.slice(2 * i, 2 * i + 2),
        );
        for (const pair of pairs)
          nodes.push({
            columns: pair.map((drawing) => ({ ...figureNode(drawing, drawing.title, tint, room / 2 - 4), width: '50%' })),
            unbreakable: true,
          });
        break;
      }
      case 'labels':
        nodes.push(...labelNodes(block.labels, block.size));
        break;
    }
    first = false;
  }
  return nodes;
}
