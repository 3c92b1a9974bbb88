import pdfMake from 'pdfmake/build/pdfmake.min.js';
import type { PaperHead } from '../../core/drawing/paper/drawing.ts';
import { revisionWords } from '../../core/drawing/paper/drawing.ts';
import { PAPERS, type PaperSize } from '../../core/drawing/paper/paper-size.ts';
import type { Paper } from '../../core/paper/block.ts';
import type { Display } from '../../model/job.ts';
import { PAPER_INKS, type Tint } from '../drawing/inks.ts';
import { NARROW, WIDE } from '../fonts.ts';
import { contentOf, inlines, MM, type Node } from './content.ts';

/** Files of the types papers are set in, TrueType: packed ones would be unpacked anew for each paper. */
export interface FontFiles {
  narrow: Uint8Array;
  narrowBold: Uint8Array;
  wide: Uint8Array;
  wideBold: Uint8Array;
}

export interface PdfOptions {
  head: PaperHead;
  paper: PaperSize;
  tint: Tint;
  display: Display;
  fonts: FontFiles;
  /** When it was made; the same papers of the same moment are the same bytes. */
  made: Date;
}

let taken: FontFiles | null = null;

/** Hands the types to the library, once. */
function takeFonts(fonts: FontFiles): void {
  if (taken === fonts) return;
  const { virtualfs } = pdfMake;
  virtualfs.writeFileSync('narrow.ttf', fonts.narrow);
  virtualfs.writeFileSync('narrow-bold.ttf', fonts.narrowBold);
  virtualfs.writeFileSync('wide.ttf', fonts.wide);
  virtualfs.writeFileSync('wide-bold.ttf', fonts.wideBold);
  pdfMake.addFonts({
    [NARROW]: { normal: 'narrow.ttf', bold: 'narrow-bold.ttf' },
    [WIDE]: { normal: 'wide.ttf', bold: 'wide-bold.ttf' },
  });
  taken = fonts;
}

/** Margins of the pages, mm: left, top, right, bottom. */
const MARGINS = [15, 16, 15, 14] as const;
/** Whether the first page lies on its side. */
const startsWide = ({ blocks: [first] }: Paper): boolean =>
  first?.kind === 'sheet' ? first.drawing.width > first.drawing.height : first?.kind === 'chapter' && first.wide === true;
const NOTE = 'Local codes, the makers’ instructions and licensed trades decide.';

/**
 * A paper as PDF: vector drawings, embedded type, text that can be searched, bookmarks, each page with its number, name and revision.
 * @returns bytes of the file (PDF 1.3, ISO 32000 keeps reading it)
 */
export async function paperToPdf(
  paper: Paper,
  { head, paper: size, tint, display, fonts, made }: PdfOptions,
): Promise<Uint8Array> {
  takeFonts(fonts);
  const [long, short] = PAPERS[size];
  const inks = PAPER_INKS[tint];
  const side = { fontSize: 7.5, color: inks.string };
  const name = [head.job || 'Unnamed job', head.place].filter(Boolean).join(', ');
  const across = (left: string, right: string, top: number): Node => ({
    margin: [10 * MM, top, 10 * MM, 0],
    columns: [
      { text: inlines(left), ...side, width: '*' },
      { text: inlines(right), ...side, width: 'auto', alignment: 'right' },
    ],
  });
  const definition = {
    pageSize: { width: short * MM, height: long * MM },
    pageOrientation: startsWide(paper) ? 'landscape' : 'portrait',
    pageMargins: MARGINS.map((each) => each * MM),
    defaultStyle: { font: NARROW, fontSize: 10, color: inks.metal, lineHeight: 1.12 },
    info: {
      title: `${name}: ${paper.title}`,
      creationDate: made,
      modDate: made,
      producer: 'Warm Manifold',
      creator: 'Warm Manifold',
    },
    header: () => across(name, `${paper.title} · ${revisionWords(head)} · ${head.date}`, 4.5 * MM),
    footer: (page: number, pages: number) => across(NOTE, `page ${page} of ${pages}`, 14 * MM - 6.5 * MM),
    // A heading does not stand alone at the foot of a page.
    pageBreakBefore: (node: { heading?: boolean }, around: { getFollowingNodesOnPage: () => unknown[] }) =>
      node.heading === true && around.getFollowingNodesOnPage().length === 0,
    content: contentOf(paper.blocks, display, tint, short - MARGINS[0] - MARGINS[2]),
  };
  return new Uint8Array(await pdfMake.createPdf(definition).getBuffer());
}
