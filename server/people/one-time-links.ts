import type { Role } from '../../model/rights.ts';
import type { AskedByGate, AskedByMember } from '../database/asked.ts';
import type { Database } from '../database/tables.ts';
import { THIS_FIRM } from '../database/this-computer.ts';
import { Problem } from '../problem.ts';
import { hashPassword, passwordProblem } from './passwords.ts';
import { type Credentials, personById, personByLogin } from './people.ts';
import { hashOf, newSecret } from './secrets.ts';

/** How long each kind of link is good for, ms. */
export const LINK_ENDS = { owner: 24 * 3_600_000, invitation: 7 * 86_400_000, recovery: 15 * 60_000 } as const;

/** Where a link leads: the secret stands behind the #, which no server and no log sees. */
export const addressOf = (address: string, secret: string): string => `${address}/welcome#${secret}`;

const ended = (): Problem =>
  new Problem(410, 'Link ended', 'This link was used already, or its time is over. Ask an owner of the firm for a new one.');

/**
 * A link that makes whoever opens it the owner; written by the owner of the tables, at the terminal of the server.
 * @param owner the database as the owner of its tables
 */
export async function ownerLink(owner: Database, now = Date.now()): Promise<string> {
  const secret = newSecret();
  await owner.deleteFrom('one_time_links').where('kind', '=', 'owner').where('used_at', 'is', null).execute();
  await owner
    .insertInto('one_time_links')
    .values({
      secret_hash: hashOf(secret),
      kind: 'owner',
      firm_id: THIS_FIRM,
      person_id: null,
      name: '',
      role: 'owner',
      made_by: null,
      ends_at: new Date(now + LINK_ENDS.owner),
      used_at: null,
    })
    .execute();
  return secret;
}

/** Whether there is an owner who signs in. @param owner the database as the owner of its tables */
export const hasOwner = async (owner: Database): Promise<boolean> =>
  (await owner
    .selectFrom('memberships')
    .innerJoin('people', 'people.id', 'memberships.person_id')
    .select('people.id')
    .where('role', '=', 'owner')
    .where('memberships.ended_at', 'is', null)
    .where('people.login', 'is not', null)
    .limit(1)
    .executeTakeFirst()) !== undefined;

/** A link that makes somebody a member. */
export async function invite(
  { rows, asker }: AskedByMember,
  name: string,
  role: Role,
): Promise<{ secret: string; endsAt: string }> {
  const secret = newSecret();
  const ends = new Date(Date.now() + LINK_ENDS.invitation);
  await rows
    .insertInto('one_time_links')
    .values({
      secret_hash: hashOf(secret),
      kind: 'invitation',
      firm_id: asker.firm,
      person_id: null,
      name,
      role,
      made_by: asker.person,
      ends_at: ends,
      used_at: null,
    })
    .execute();
  return { secret, endsAt: ends.toISOString() };
}

/** A link with which a member sets a new password. */
export async function recoveryLink(
  { rows, asker }: AskedByMember,
  person: { id: string; name: string; role: Role },
): Promise<{ secret: string; endsAt: string }> {
  const secret = newSecret();
  const ends = new Date(Date.now() + LINK_ENDS.recovery);
  await rows
    .insertInto('one_time_links')
    .values({
      secret_hash: hashOf(secret),
      kind: 'recovery',
      firm_id: asker.firm,
      person_id: person.id,
      name: person.name,
      role: person.role,
      made_by: asker.person,
      ends_at: ends,
      used_at: null,
    })
    .execute();
  return { secret, endsAt: ends.toISOString() };
}

const live = ({ rows }: AskedByGate, secret: string) =>
  rows
    .selectFrom('one_time_links')
    .innerJoin('firms', 'firms.id', 'one_time_links.firm_id')
    .select(['kind', 'firm_id', 'person_id', 'one_time_links.name', 'role', 'firms.name as firm_name'])
    .where('secret_hash', '=', hashOf(secret))
    .where('used_at', 'is', null)
    .where('ends_at', '>', new Date());

/** What a link is for. @throws Problem 410 for one that is used or over */
export async function lookAtLink(by: AskedByGate, secret: string) {
  const link = await live(by, secret).executeTakeFirst();
  if (!link) throw ended();
  return { kind: link.kind, name: link.name, role: link.role, firmName: link.firm_name };
}

/**
 * Uses a link: makes the person it is for, or gives them their new password.
 * @throws Problem 410 for a link that is used or over, 422 for a login that is taken or a password that is too easy
 */
export async function useLink(
  by: AskedByGate,
  secret: string,
  wanted: { login: string; name: string; password: string },
): Promise<{ person: Credentials; isNew: boolean }> {
  const link = await live(by, secret).executeTakeFirst();
  if (!link) throw ended();
  const problem = await passwordProblem(wanted.password, [wanted.login, wanted.name, link.firm_name, 'warm', 'manifold']);
  if (problem) throw new Problem(422, 'Another password', problem);
  if (!link.person_id && (await personByLogin(by, wanted.login)))
    throw new Problem(422, 'Login taken', 'Somebody of this firm signs in with this login already. Take another one.');
  const password = await hashPassword(wanted.password);
  const used = await by.rows
    .updateTable('one_time_links')
    .set({ used_at: new Date() })
    .where('secret_hash', '=', hashOf(secret))
    .where('used_at', 'is', null)
    .executeTakeFirst();
  if (used.numUpdatedRows === 0n) throw ended();
  let id = link.person_id;
  if (id) {
    // Whoever had the old password is out, on every device; so is a second factor that may be lost.
    await by.rows.deleteFrom('sessions').where('person_id', '=', id).execute();
    await by.rows.updateTable('people').set({ password, totp_secret: null, totp_step: null }).where('id', '=', id).execute();
  } else {
    const made = await by.rows
      .insertInto('people')
      .values({ login: wanted.login, name: wanted.name, password, totp_secret: null, totp_step: null, erased_at: null })
      .returning('id')
      .executeTakeFirstOrThrow();
    id = made.id;
    await by.rows
      .insertInto('memberships')
      .values({ person_id: id, firm_id: link.firm_id, role: link.role, ended_at: null })
      .execute();
  }
  const person = await personById(by, id);
  if (!person) throw ended();
  return { person, isNew: link.person_id === null };
}
