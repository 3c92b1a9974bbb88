import { sha256Of } from '../../exchange/book/digest.ts';
import { MOST_PHOTO_BYTES } from '../../model/book/entry.ts';
import type { PhotoRow } from './book-database.ts';
import { newId } from './uuid.ts';

/** Longest side of a photo that is kept, and bytes it shall stay below. */
const LONGEST = 1600;
const WANTED_BYTES = 400_000;
/** Qualities that are tried one after the other. */
const QUALITIES = [0.82, 0.7, 0.6, 0.5];
/** What a camera may hand over: beyond this a browser's page ends while it unpacks it. */
const MOST_FILE = 60_000_000;
const MOST_PIXELS = 80_000_000;

/** Why a file is no photo that could be kept, as a sentence. */
export class NoPhoto extends Error {}

/** Width and height that the headers of a JPEG or PNG name, before it is unpacked; null where they name none. */
export function sizeByHeader(bytes: Uint8Array): { width: number; height: number } | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes[0] === 0x89 && bytes[1] === 0x50 && bytes.length > 24)
    return { width: view.getUint32(16), height: view.getUint32(20) };
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return null;
  for (let at = 2; at + 9 < bytes.length; ) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1] as number;
    // Start of frame, of whatever kind: 0xC0 to 0xCF but tables, arithmetic conditioning and restarts.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
    at += 2 + view.getUint16(at + 2);
  }
  return null;
}

/**
 * Makes a photo small enough to be kept and sent: upright, its longest side 1 600 pixels, and drawn anew, so that nothing the camera wrote
 * into it (where it was taken, with what) is left.
 * @throws NoPhoto with what to do instead
 */
export async function takePhoto(job: string, file: File): Promise<PhotoRow> {
  const name = file.name || 'This file';
  if (file.size > MOST_FILE)
    throw new NoPhoto(
      `${name} has ${Math.round(file.size / 1e6)} MB; photos of up to ${MOST_FILE / 1e6} MB are taken. Set the camera to a smaller size.`,
    );
  const head = new Uint8Array(await file.slice(0, 256_000).arrayBuffer());
  const named = sizeByHeader(head);
  if (named && named.width * named.height > MOST_PIXELS)
    throw new NoPhoto(
      `${name} has ${Math.round((named.width * named.height) / 1e6)} million pixels, more than this browser can unpack. Set the camera to a smaller size.`,
    );
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new NoPhoto(`${name} is no picture that this browser can show. Take a photo, or choose a JPEG, PNG or WebP.`);
  });
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = new OffscreenCanvas(
    Math.max(Math.round(picture.width * scale), 1),
    Math.max(Math.round(picture.height * scale), 1),
  );
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  let blob: Blob | null = null;
  for (const quality of QUALITIES) {
    blob = await canvas.convertToBlob({ type: 'image/jpeg', quality });
    if (blob.size <= WANTED_BYTES) break;
  }
  if (!blob || blob.size > MOST_PHOTO_BYTES)
    throw new NoPhoto(`${name} stays too large whatever is done with it. Take it from further away.`);
  const bytes = await blob.arrayBuffer();
  const sha256 = await sha256Of(new Uint8Array(bytes));
  return { id: newId(), job, bytes, type: 'image/jpeg', sha256, sending: 'waiting', addedAt: Date.now() };
}
