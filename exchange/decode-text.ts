/** Largest text file taken in, in bytes: 2000 rooms are well under a tenth of it. */
export const MOST_TEXT_BYTES = 2_000_000;

export type Decoded = { ok: true; text: string } | { ok: false; problem: string };

/** Turns the bytes of a text file into text, or says why they are none. */
export function decodeText(bytes: Uint8Array): Decoded {
  if (bytes.length === 0)
    return {
      ok: false,
      problem: 'The file is empty (0 bytes). Save the table again as CSV and choose that file.',
    };
  if (bytes.length > MOST_TEXT_BYTES) {
    const size = (bytes.length / 1e6).toFixed(1);
    return {
      ok: false,
      problem: `The file has ${size} MB; at most ${MOST_TEXT_BYTES / 1e6} MB are read. Keep only the room rows and save it again as CSV.`,
    };
  }
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return { ok: true, text: new TextDecoder('utf-16le').decode(bytes) };
  if (a === 0xfe && b === 0xff) return { ok: true, text: new TextDecoder('utf-16be').decode(bytes) };
  if (a === 0x50 && b === 0x4b)
    return {
      ok: false,
      problem:
        'This is a spreadsheet or archive, not a text table. Open it in your spreadsheet program and save the sheet as CSV.',
    };
  if (isBinary(bytes))
    return {
      ok: false,
      problem: 'The file is not text. Save the table as CSV in your spreadsheet program and choose that file.',
    };
  try {
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    return { ok: true, text: new TextDecoder('windows-1252').decode(bytes) };
  }
}

/** Text holds no zero bytes and hardly any control characters. */
function isBinary(bytes: Uint8Array): boolean {
  const sample = bytes.subarray(0, 8000);
  let odd = 0;
  for (const byte of sample) {
    if (byte === 0) return true;
    if (byte < 9 || (byte > 13 && byte < 32 && byte !== 27)) odd++;
  }
  return odd > sample.length / 50;
}
