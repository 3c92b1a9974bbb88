import { createCipheriv, createDecipheriv, createHash, randomBytes, randomInt } from 'node:crypto';

/** A secret nobody guesses: 256 bits, as it goes into addresses and cookies. */
export const newSecret = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret: enough to know it again, nothing to use it with. Secrets of 256 bits need no slow hash. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');

/** Digits for a person to compare by eye. */
export const newDigits = (): string => String(randomInt(0, 10_000)).padStart(4, '0');

const keyOf = (secret: string): Buffer => createHash('sha256').update(`seal:${secret}`).digest();

/**
 * Seals a text so that the database alone does not give it away (AES-256-GCM).
 * @param secret of the server, kept outside the database
 */
export function seal(text: string, secret: string): string {
  const iv = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', keyOf(secret), iv);
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
  return [iv, cipher.getAuthTag(), sealed].map((part) => part.toString('base64url')).join('.');
}

/**
 * Opens what was sealed.
 * @param secrets of the server, the present one first; older ones still open
 * @throws Error where none of them does
 */
export function unseal(sealed: string, secrets: readonly string[]): string {
  const [iv = '', tag = '', text = ''] = sealed.split('.');
  for (const secret of secrets) {
    try {
      const decipher = createDecipheriv('aes-256-gcm', keyOf(secret), Buffer.from(iv, 'base64url'));
      decipher.setAuthTag(Buffer.from(tag, 'base64url'));
      return Buffer.concat([decipher.update(Buffer.from(text, 'base64url')), decipher.final()]).toString('utf8');
    } catch {
      // Sealed with another one of them.
    }
  }
  throw new Error('sealed with a secret that this server was not given');
}
