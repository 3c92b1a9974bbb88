import type { Display } from '../model/job.ts';
import { decodeText, MOST_TEXT_BYTES } from './decode-text.ts';
import { readRoomsCsv } from './rooms-csv.ts';
import type { RoomsRead } from './rooms-table.ts';

/** Largest file of rooms taken in at all, bytes: a building model. */
export const MOST_ROOMS_BYTES = 20_000_000;

/** Rooms read from a file, and the sheets one may choose from where it is a workbook. */
export type RoomsFileRead = RoomsRead & { sheets: string[]; sheet: string | null };

const isArchive = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;
/** Whether the first text of a file is a tag. */
const looksLikeXml = (text: string) => /^\s*<(\?xml|gbXML|!DOCTYPE)/i.test(text.slice(0, 400).replace(/^\ufeff/, ''));

/**
 * Reads rooms from any file that may hold them: a table as text, a workbook, a building model. Which one it is is told by
 * what stands in it, not by its name.
 * @param sheet the sheet of a workbook to read; null for the first with rooms in it
 */
export async function readRoomsFile(
  bytes: Uint8Array,
  display: Display,
  taken: readonly string[] = [],
  sheet: string | null = null,
): Promise<RoomsFileRead> {
  const plain = { sheets: [], sheet: null };
  if (isArchive(bytes)) {
    // The reader of workbooks is large and rarely needed.
    const { readRoomsXlsx } = await import('./rooms-xlsx.ts');
    return readRoomsXlsx(bytes, display, taken, sheet);
  }
  if (looksLikeXml(new TextDecoder().decode(bytes.subarray(0, 800)))) {
    const { readRoomsGbxml } = await import('./rooms-gbxml.ts');
    return { ...readRoomsGbxml(new TextDecoder().decode(bytes), display, taken), ...plain };
  }
  if (bytes.length > MOST_TEXT_BYTES || bytes.length === 0) {
    const decoded = decodeText(bytes);
    if (!decoded.ok) return { ...decoded, ...plain };
  }
  const decoded = decodeText(bytes);
  return { ...(decoded.ok ? readRoomsCsv(decoded.text, display, taken) : decoded), ...plain };
}
