import { canonical } from '../../model/book/canonical.ts';

/** SHA-256 of a document's canonical text, in hexadecimal. Needs what https and loopback give a page. */
export async function digestOf(document: unknown): Promise<string> {
  const bytes = new TextEncoder().encode(canonical(document));
  const hash = await crypto.subtle.digest('SHA-256', bytes);
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
