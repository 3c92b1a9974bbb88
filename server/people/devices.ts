import type { Request, Response } from 'express';
import type { AskedByGate, AskedByMember } from '../database/asked.ts';
import { hashOf, newSecret } from './secrets.ts';

/** A device is known again by this cookie for a year, ms. */
const KNOWN_FOR = 365 * 86_400_000;
const COOKIE = '__Host-device';

const BROWSERS: readonly [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chromium'],
  [/Safari\//, 'Safari'],
];
const SYSTEMS: readonly [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'macOS'],
  [/Linux/, 'Linux'],
];
const firstOf = (list: readonly [RegExp, string][], text: string): string => list.find(([sign]) => sign.test(text))?.[1] ?? '';

/** What to call a device, by what its browser says of itself: "Firefox on Android". */
export function deviceName(request: Request): string {
  const agent = String(request.headers['user-agent'] ?? '').slice(0, 400);
  const [browser, system] = [firstOf(BROWSERS, agent), firstOf(SYSTEMS, agent)];
  return browser && system ? `${browser} on ${system}` : browser || system || 'Unknown device';
}

const secretOf = (request: Request): string | null => {
  const found = new RegExp(`(?:^|;\\s*)${COOKIE}=([A-Za-z0-9_-]{20,100})`).exec(request.headers.cookie ?? '');
  return found?.[1] ?? null;
};

/** The device of a person that a request comes from, where it was signed in with before. */
export async function knownDevice({ rows }: AskedByGate, request: Request, person: string): Promise<string | null> {
  const secret = secretOf(request);
  if (!secret) return null;
  const row = await rows
    .selectFrom('devices')
    .select('id')
    .where('secret_hash', '=', hashOf(secret))
    .where('person_id', '=', person)
    .where('revoked_at', 'is', null)
    .executeTakeFirst();
  return row?.id ?? null;
}

/** Makes a device known, and has it remember that. */
export async function newDevice({ rows }: AskedByGate, response: Response, person: string, name: string): Promise<string> {
  const secret = newSecret();
  const { id } = await rows
    .insertInto('devices')
    .values({ person_id: person, name, secret_hash: hashOf(secret), revoked_at: null })
    .returning('id')
    .executeTakeFirstOrThrow();
  response.cookie(COOKIE, secret, { path: '/', httpOnly: true, secure: true, sameSite: 'lax', maxAge: KNOWN_FOR });
  return id;
}

/** The devices of who asks, the last used first. */
export async function listDevices({ rows }: AskedByMember, here: string | null) {
  const found = await rows
    .selectFrom('devices')
    .select(['id', 'name', 'first_seen', 'last_seen'])
    .where('revoked_at', 'is', null)
    .orderBy('last_seen', 'desc')
    .execute();
  return found.map((row) => ({
    id: row.id,
    name: row.name,
    firstSeen: row.first_seen.toISOString(),
    lastSeen: row.last_seen.toISOString(),
    here: row.id === here,
  }));
}

/** Shuts a device of who asks out: what it sends from now on is not taken. @returns its name; null where there is none */
export async function revokeDevice({ rows }: AskedByMember, id: string): Promise<string | null> {
  const row = await rows
    .updateTable('devices')
    .set({ revoked_at: new Date() })
    .where('id', '=', id)
    .where('revoked_at', 'is', null)
    .returning('name')
    .executeTakeFirst();
  return row?.name ?? null;
}
