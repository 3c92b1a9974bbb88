/** What a photo is, by its bytes; null for what is none of the three kinds that are kept. */
export function photoType(bytes: Uint8Array): 'image/jpeg' | 'image/png' | 'image/webp' | null {
  const at = (from: number, ...values: number[]) => values.every((value, i) => bytes[from + i] === value);
  if (at(0, 0xff, 0xd8, 0xff)) return 'image/jpeg';
  if (at(0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'image/png';
  if (at(0, 0x52, 0x49, 0x46, 0x46) && at(8, 0x57, 0x45, 0x42, 0x50)) return 'image/webp';
  return null;
}

const ascii = (bytes: Uint8Array, from: number, to: number): string => String.fromCharCode(...bytes.subarray(from, to));

/**
 * Whether a photo still carries what its camera wrote into it: the place it was taken, the camera, the day. JPEG keeps that in APP1
 * and APP13, PNG in eXIf and text chunks, WebP in EXIF and XMP chunks (from memory of the formats).
 */
export function carriesPosition(bytes: Uint8Array): boolean {
  const type = photoType(bytes);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (type === 'image/jpeg') {
    for (let at = 2; at + 4 <= bytes.length; ) {
      if (bytes[at] !== 0xff) return false;
      const marker = bytes[at + 1] as number;
      // From the picture itself on there are no more headers.
      if (marker === 0xda || marker === 0xd9) return false;
      if (marker === 0xe1 || marker === 0xed) return true;
      at += 2 + view.getUint16(at + 2);
    }
    return false;
  }
  if (type === 'image/png') {
    for (let at = 8; at + 12 <= bytes.length; at += 12 + view.getUint32(at)) {
      if (['eXIf', 'tEXt', 'iTXt', 'zTXt'].includes(ascii(bytes, at + 4, at + 8))) return true;
    }
    return false;
  }
  if (type === 'image/webp') {
    for (let at = 12; at + 8 <= bytes.length; ) {
      const size = view.getUint32(at + 4, true);
      if (['EXIF', 'XMP '].includes(ascii(bytes, at, at + 4))) return true;
      at += 8 + size + (size % 2);
    }
  }
  return false;
}
