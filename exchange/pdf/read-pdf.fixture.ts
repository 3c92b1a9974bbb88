import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** Text of each page of a PDF, and its bookmarks, as another program reads them. */
export async function readPdf(bytes: Uint8Array): Promise<{ pages: string[]; bookmarks: string[]; sizes: [number, number][] }> {
  const reading = getDocument({ data: bytes.slice(), isEvalSupported: false, verbosity: 0 });
  const opened = await reading.promise;
  const pages: string[] = [];
  const sizes: [number, number][] = [];
  for (let i = 1; i <= opened.numPages; i++) {
    const page = await opened.getPage(i);
    const { items } = await page.getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(' '));
    const { width, height } = page.getViewport({ scale: 1 });
    sizes.push([width, height]);
  }
  const outline = (await opened.getOutline()) ?? [];
  await reading.destroy();
  return { pages, bookmarks: outline.map(({ title }) => title), sizes };
}

/** Text without the blanks that breaking lines puts in or takes away, and without marks nobody sees. */
export const packed = (text: string): string => text.normalize('NFKC').replace(/[\s\p{Cc}\p{Cf}]+/gu, '');
