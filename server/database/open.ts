import { Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Database, Tables } from './tables.ts';

/** Connections of one process for its requests; twice as many were no faster. */
const POOL = 8;
/** And for looking at sessions, which each request begins with. */
const GATE_POOL = 3;

function openPool(config: pg.PoolConfig): pg.Pool {
  const pool = new pg.Pool({ connectionTimeoutMillis: 4000, keepAlive: true, ...config });
  // A connection that breaks while idle is replaced at the next query; without this the process would end.
  pool.on('error', () => {});
  return pool;
}

export const onPool = (pool: pg.Pool): Database => new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });

/**
 * Opens a database; nothing is connected before it is first asked.
 * @param url address with the login role
 * @param most connections at once
 */
export const openDatabase = (url: string, most = POOL): Database => onPool(openPool({ connectionString: url, max: most }));

/** Connections that have the rights of the gate from their beginning. */
export const gatePool = (url: string): pg.Pool =>
  openPool({ connectionString: url, max: GATE_POOL, options: '-c role=warm_gate' });
