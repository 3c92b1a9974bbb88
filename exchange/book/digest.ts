import { canonical } from '../../model/book/canonical.ts';

/** SHA-256 of bytes, in hexadecimal. Needs what https and loopback give a page. */
export async function sha256Of(bytes: Uint8Array): Promise<string> {
  const hash = await crypto.subtle.digest('SHA-256', bytes.slice());
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** SHA-256 of a document's canonical text, in hexadecimal. */
export const digestOf = (document: unknown): Promise<string> => sha256Of(new TextEncoder().encode(canonical(document)));
