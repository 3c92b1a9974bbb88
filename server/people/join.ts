import type { AskedByGate } from '../database/asked.ts';
import { Problem } from '../problem.ts';
import { hashOf, newDigits, newSecret } from './secrets.ts';

/** A code on a screen is good for this long, ms. */
const CODE_ENDS = 2 * 60_000;

const ended = (): Problem =>
  new Problem(
    410,
    'Code ended',
    'This code was used already, or its two minutes are over. Show a new one on the signed-in screen.',
  );

/** A code for another device of who is signed in. */
export async function showCode({ rows }: AskedByGate, person: string, firm: string): Promise<{ secret: string; endsAt: string }> {
  const secret = newSecret();
  const ends = new Date(Date.now() + CODE_ENDS);
  await rows.deleteFrom('join_codes').where('person_id', '=', person).execute();
  await rows
    .insertInto('join_codes')
    .values({
      secret_hash: hashOf(secret),
      person_id: person,
      firm_id: firm,
      ends_at: ends,
      digits: null,
      device_name: null,
      waits_hash: null,
      allowed_at: null,
      used_at: null,
    })
    .execute();
  return { secret, endsAt: ends.toISOString() };
}

/** A device shows the code it scanned; it gets digits to show, and waits with a secret of its own. */
export async function presentCode(
  { rows }: AskedByGate,
  secret: string,
  device: string,
): Promise<{ digits: string; waits: string }> {
  const [digits, waits] = [newDigits(), newSecret()];
  const done = await rows
    .updateTable('join_codes')
    .set({ digits, device_name: device, waits_hash: hashOf(waits) })
    .where('secret_hash', '=', hashOf(secret))
    .where('ends_at', '>', new Date())
    .where('digits', 'is', null)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n) throw ended();
  return { digits, waits };
}

/** What has become of the code of who is signed in. */
export async function lookAtCode({ rows }: AskedByGate, person: string, secret: string) {
  const row = await rows
    .selectFrom('join_codes')
    .select(['digits', 'device_name', 'used_at', 'ends_at'])
    .where('secret_hash', '=', hashOf(secret))
    .where('person_id', '=', person)
    .executeTakeFirst();
  if (!row) throw ended();
  return {
    state: row.used_at ? 'joined' : row.ends_at.getTime() < Date.now() ? 'ended' : row.digits ? 'shown' : 'waiting',
    digits: row.digits,
    device: row.device_name,
  };
}

/**
 * Whoever is signed in has compared the digits: without this question, a code that somebody photographed would be an account.
 * @throws Problem 410 where there is no such device waiting
 */
export async function allowDevice({ rows }: AskedByGate, person: string, secret: string, digits: string): Promise<void> {
  const done = await rows
    .updateTable('join_codes')
    .set({ allowed_at: new Date() })
    .where('secret_hash', '=', hashOf(secret))
    .where('person_id', '=', person)
    .where('digits', '=', digits)
    .where('ends_at', '>', new Date())
    .where('allowed_at', 'is', null)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n) throw ended();
}

/** Whether a waiting device was let in: whose it is then, once. Null while nobody has answered. */
export async function takeAllowed({ rows }: AskedByGate, waits: string): Promise<{ person: string; device: string } | null> {
  const row = await rows
    .selectFrom('join_codes')
    .select(['secret_hash', 'person_id', 'device_name', 'allowed_at'])
    .where('waits_hash', '=', hashOf(waits))
    .where('ends_at', '>', new Date())
    .where('used_at', 'is', null)
    .executeTakeFirst();
  if (!row) throw ended();
  if (!row.allowed_at) return null;
  const done = await rows
    .updateTable('join_codes')
    .set({ used_at: new Date() })
    .where('secret_hash', '=', row.secret_hash)
    .where('used_at', 'is', null)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n) throw ended();
  return { person: row.person_id, device: row.device_name ?? 'A device' };
}
