import session from 'express-session';
import { type Kysely, sql } from 'kysely';
import type { Role } from '../../model/rights.ts';
import type { Tables } from '../database/tables.ts';
import { hashOf } from './secrets.ts';

declare module 'express-session' {
  interface SessionData {
    /** Who is signed in, where and on what. */
    person: string;
    firm: string;
    device: string;
    /** When they last proved who they are, ms. */
    provedAt: number;
    /** Whether that proof was more than a password. */
    strong: boolean;
    /** Who gave the right password and still has to give a time code. */
    pending: { person: string; at: number };
    /** What a passkey has to sign, once. */
    challenge: { value: string; at: number };
    /** A secret for time codes that is not confirmed yet. */
    timeCodes: string;
    /** Looked up anew with each request, never kept. */
    member: { role: Role; name: string };
  }
}

/** A session that nothing comes from ends after this, ms. */
const IDLE_ENDS = 12 * 3_600_000;
/** And every session after this, ms. */
export const SESSION_ENDS = 30 * 86_400_000;
/** A session is marked as used at most this often, ms. */
const MARKED_EVERY = 60_000;

/** Read by no script, sent by no other site, over HTTPS alone. */
const COOKIE = { path: '/', httpOnly: true, secure: true, sameSite: 'lax', maxAge: SESSION_ENDS } as const;

interface SessionRow {
  person_id: string | null;
  firm_id: string | null;
  device_id: string | null;
  proved_at: Date | null;
  idle_ends_at: Date;
  data: object;
  revoked_at: Date | null;
  role: Role | null;
  name: string | null;
}

type Done = (error?: unknown, data?: session.SessionData | null) => void;

/** Sessions in the database, under the hashes of their ids: a copy of it lets nobody in. */
export class SessionStore extends session.Store {
  private readonly gate: Kysely<Tables>;

  /** @param gate connections with the rights of the gate */
  constructor(gate: Kysely<Tables>) {
    super();
    this.gate = gate;
  }

  override get(id: string, done: Done): void {
    this.read(hashOf(id)).then(
      (data) => done(null, data),
      (error) => done(error),
    );
  }

  override set(id: string, data: session.SessionData, done?: (error?: unknown) => void): void {
    this.write(hashOf(id), data).then(
      () => done?.(),
      (error) => done?.(error),
    );
  }

  override destroy(id: string, done?: (error?: unknown) => void): void {
    this.gate
      .deleteFrom('sessions')
      .where('id_hash', '=', hashOf(id))
      .execute()
      .then(
        () => done?.(),
        (error) => done?.(error),
      );
  }

  private async read(idHash: string): Promise<session.SessionData | null> {
    // Asked with each request: written as it is sent, which the query builder would otherwise work out each time.
    const found = await sql<SessionRow>`
      select s.person_id, s.firm_id, s.device_id, s.proved_at, s.idle_ends_at, s.data, d.revoked_at, m.role, p.name
      from sessions s
      left join devices d on d.id = s.device_id
      left join people p on p.id = s.person_id
      left join memberships m on m.person_id = s.person_id and m.firm_id = s.firm_id and m.ended_at is null
      where s.id_hash = ${idHash} and s.idle_ends_at > now() and s.ends_at > now()`.execute(this.gate);
    const [row] = found.rows;
    if (!row || row.revoked_at) return null;
    // A membership that ended has ended what was signed in with it.
    if (row.person_id && !row.role) return null;
    const usedAgo = IDLE_ENDS - (row.idle_ends_at.getTime() - Date.now());
    if (usedAgo > MARKED_EVERY) await this.mark(idHash, row.device_id);
    return {
      ...(row.data as Partial<session.SessionData>),
      ...(row.person_id && row.firm_id && row.device_id && row.role
        ? {
            person: row.person_id,
            firm: row.firm_id,
            device: row.device_id,
            provedAt: row.proved_at?.getTime() ?? 0,
            member: { role: row.role, name: row.name ?? '' },
          }
        : {}),
      cookie: { ...COOKIE, originalMaxAge: SESSION_ENDS },
    } as session.SessionData;
  }

  private async mark(idHash: string, device: string | null): Promise<void> {
    await this.gate
      .updateTable('sessions')
      .set({ idle_ends_at: new Date(Date.now() + IDLE_ENDS) })
      .where('id_hash', '=', idHash)
      .execute();
    if (device) await this.gate.updateTable('devices').set({ last_seen: new Date() }).where('id', '=', device).execute();
  }

  private async write(
    idHash: string,
    { cookie, person, firm, device, provedAt, member, ...rest }: session.SessionData,
  ): Promise<void> {
    const values = {
      person_id: person ?? null,
      firm_id: firm ?? null,
      device_id: device ?? null,
      proved_at: provedAt ? new Date(provedAt) : null,
      data: JSON.stringify(rest),
    };
    const now = Date.now();
    await this.gate
      .insertInto('sessions')
      .values({ id_hash: idHash, ...values, idle_ends_at: new Date(now + IDLE_ENDS), ends_at: new Date(now + SESSION_ENDS) })
      .onConflict((conflict) => conflict.column('id_hash').doUpdateSet(values))
      .execute();
  }
}

/**
 * Keeps who is signed in, by a cookie that no script reads and no other site sends.
 * @param secrets that sign the cookie; the first signs, all are taken
 */
export const sessions = (store: SessionStore, secrets: readonly string[]) =>
  session({
    name: '__Host-warm',
    secret: [...secrets],
    store,
    resave: false,
    saveUninitialized: false,
    cookie: COOKIE,
  });
