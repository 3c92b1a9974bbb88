import { sql } from 'kysely';
import type { Role } from '../../model/rights.ts';
import type { AskedByGate } from '../database/asked.ts';

/** A person as signing in needs them. */
export interface Credentials {
  id: string;
  login: string | null;
  name: string;
  password: string | null;
  totpSecret: string | null;
  totpStep: number | null;
  firm: string;
  firmName: string;
  role: Role;
}

const found = ({ rows }: AskedByGate) =>
  rows
    .selectFrom('people')
    .innerJoin('memberships', 'memberships.person_id', 'people.id')
    .innerJoin('firms', 'firms.id', 'memberships.firm_id')
    .select([
      'people.id',
      'login',
      'people.name',
      'password',
      'totp_secret',
      'totp_step',
      'firm_id',
      'firms.name as firm_name',
      'role',
    ])
    .where('memberships.ended_at', 'is', null)
    .where('people.erased_at', 'is', null);

type Row = Awaited<ReturnType<ReturnType<typeof found>['executeTakeFirstOrThrow']>>;
const credentialsOf = (row: Row | undefined): Credentials | null =>
  row
    ? {
        id: row.id,
        login: row.login,
        name: row.name,
        password: row.password,
        totpSecret: row.totp_secret,
        totpStep: row.totp_step === null ? null : Number(row.totp_step),
        firm: row.firm_id,
        firmName: row.firm_name,
        role: row.role,
      }
    : null;

export const personByLogin = async (by: AskedByGate, login: string): Promise<Credentials | null> =>
  credentialsOf(await found(by).where(sql<string>`lower(login)`, '=', login.toLowerCase()).executeTakeFirst());

export const personById = async (by: AskedByGate, id: string): Promise<Credentials | null> =>
  credentialsOf(await found(by).where('people.id', '=', id).executeTakeFirst());

/** Tells a person something, on every page they are signed in to and by mail where there is any. */
export async function tell({ rows }: AskedByGate, person: string, words: string): Promise<void> {
  await rows.insertInto('notices').values({ person_id: person, words, read_at: null }).execute();
}
