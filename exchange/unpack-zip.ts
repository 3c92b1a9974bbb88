/** Why an archive is not taken: it is none, or unpacks to more than may be. */
export type Unpacked = { ok: true; parts: Map<string, Uint8Array> } | { ok: false; why: 'broken' | 'too-large' };

/** Marks of a ZIP archive (PKWARE APPNOTE 6.3): end of the directory, an entry of it, an entry before its data. */
const END = 0x06054b50;
const ENTRY = 0x02014b50;
const LOCAL = 0x04034b50;
const END_LENGTH = 22;
const LONGEST_COMMENT = 65_535;
const STORED = 0;
const DEFLATED = 8;
const MOST_PARTS = 2000;

/**
 * Unpacks the parts of a ZIP archive that are asked for, counting what really comes out: an archive that states other sizes than it
 * has, or that unpacks to gigabytes, is left as soon as the limit is passed.
 * @param wanted tells by its name whether a part is unpacked; the others are not looked into
 * @param most bytes of all unpacked parts together
 */
export async function unpackZip(bytes: Uint8Array, wanted: (name: string) => boolean, most: number): Promise<Unpacked> {
  const broken: Unpacked = { ok: false, why: 'broken' };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const fits = (at: number, length: number) => at >= 0 && at + length <= bytes.length;
  let end = bytes.length - END_LENGTH;
  const earliest = Math.max(0, end - LONGEST_COMMENT);
  while (end >= earliest && view.getUint32(end, true) !== END) end--;
  if (end < earliest) return broken;
  const count = view.getUint16(end + 10, true);
  if (count > MOST_PARTS) return { ok: false, why: 'too-large' };
  let at = view.getUint32(end + 16, true);
  let left = most;
  const parts = new Map<string, Uint8Array>();
  for (let i = 0; i < count; i++) {
    if (!fits(at, 46) || view.getUint32(at, true) !== ENTRY) return broken;
    const method = view.getUint16(at + 10, true);
    const packed = view.getUint32(at + 20, true);
    const nameLength = view.getUint16(at + 28, true);
    const local = view.getUint32(at + 42, true);
    const name = new TextDecoder().decode(bytes.subarray(at + 46, at + 46 + nameLength));
    at += 46 + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    if (!wanted(name)) continue;
    if (!fits(local, 30) || view.getUint32(local, true) !== LOCAL) return broken;
    const start = local + 30 + view.getUint16(local + 26, true) + view.getUint16(local + 28, true);
    if (!fits(start, packed)) return broken;
    const data = bytes.subarray(start, start + packed);
    const part = method === STORED ? data : method === DEFLATED ? await inflate(data, left) : null;
    if (part === null) return broken;
    if (part === 'too-large' || part.length > left) return { ok: false, why: 'too-large' };
    left -= part.length;
    parts.set(name, part);
  }
  return { ok: true, parts };
}

/** Inflated data, or why there is none. */
async function inflate(data: Uint8Array, most: number): Promise<Uint8Array | 'too-large' | null> {
  const reader = new Blob([data.slice()]).stream().pipeThrough(new DecompressionStream('deflate-raw')).getReader();
  const chunks: Uint8Array[] = [];
  let length = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      length += value.length;
      if (length > most) {
        await reader.cancel();
        return 'too-large';
      }
      chunks.push(value);
    }
  } catch {
    return null;
  }
  const whole = new Uint8Array(length);
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
}
