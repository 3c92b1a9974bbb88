import { type Kysely, sql } from 'kysely';
import { z } from 'zod';
import { withConnection } from './open.ts';
import type { Database, Tables } from './tables.ts';

/** On whose behalf a piece of work is done; the database lets through what that one may do and nothing else. */
export type Asker =
  /** A member of a firm; what they may do there the database looks up itself. */
  | { as: 'member'; person: string; firm: string }
  /** Who holds a link to one job. */
  | { as: 'guest'; link: string }
  /** Signing in and all that leads there. */
  | { as: 'gate' }
  /** Takes out what is due for deletion. */
  | { as: 'keeper' };

/** The tables as an asker sees them: the only way to them there is for whoever answers a request. */
export interface Asked<A extends Asker = Asker> {
  readonly rows: Kysely<Tables>;
  readonly asker: A;
  /**
   * Ends the transaction with the statements that were begun in this turn: they go out together, and the work is done when all of them
   * are answered. Nothing may be asked after it. Without it the transaction ends with the work.
   */
  readonly end: () => Promise<void>;
}
export type AskedByMember = Asked<Extract<Asker, { as: 'member' }>>;
export type AskedByGate = Asked<Extract<Asker, { as: 'gate' }>>;
export type AskedByGuest = Asked<Extract<Asker, { as: 'guest' }>>;

const Id = z.uuid();

/** What the database is told of an asker; SET takes no parameters, so nothing but a UUID goes in. */
function beginning(asker: Asker, snapshot: boolean): string {
  const settings = {
    person: asker.as === 'member' ? Id.parse(asker.person) : '',
    firm: asker.as === 'member' ? Id.parse(asker.firm) : '',
    link: asker.as === 'guest' ? Id.parse(asker.link) : '',
  };
  const set = Object.entries(settings).map(([key, value]) => `set local warm.${key} = '${value}'`);
  return [`begin${snapshot ? ' isolation level repeatable read' : ''}`, `set local role warm_${asker.as}`, ...set].join('; ');
}

interface Ways {
  /** All that is read is of one moment. */
  snapshot?: boolean;
}

/** @throws Error where the database went back instead, because a statement of the transaction had failed */
async function commit(rows: Kysely<Tables>): Promise<void> {
  await sql`commit`.execute(rows);
}

/**
 * Does a piece of work on behalf of somebody, in one transaction that ends with it.
 * @param asker who asks
 * @param work what is done; where it throws, all of it is undone
 */
export async function asked<T, A extends Asker>(
  database: Database,
  asker: A,
  work: (asked: Asked<A>) => Promise<T>,
  { snapshot = false }: Ways = {},
): Promise<T> {
  return withConnection(database, async (rows) => {
    // Role and settings go with the beginning, as one message, and end with the transaction. The first statement does not wait for it:
    // without the role it finds nothing it may touch.
    const begun = sql.raw(beginning(asker, snapshot)).execute(rows);
    begun.catch(() => {});
    let ended: Promise<unknown> | null = null;
    const end = async (): Promise<void> => {
      ended ??= commit(rows);
      await ended;
    };
    let result: T;
    try {
      result = await work({ rows, asker, end });
      await begun;
    } catch (error) {
      // A connection that is gone cannot go back either, and need not. Where the end was sent already, the database went back by itself.
      await sql`rollback`.execute(rows).catch(() => {});
      throw error;
    }
    await end();
    return result;
  });
}
