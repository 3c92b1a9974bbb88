import type { Writable } from 'node:stream';
import { type CompiledQuery, type DatabaseConnection, type Driver, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';
import type { Database, Tables } from './tables.ts';

/** Connections of one process for its requests; twice as many were no faster. */
const POOL = 8;
/** And for looking at sessions, which each request begins with. */
const GATE_POOL = 3;

/** What is sent to the database within one turn goes out in one piece: each write costs more than what is in it. */
function prepareClient(client: pg.ClientBase): void {
  // A connection that breaks under work says so to that work; said to nobody besides, it would end the process.
  client.on('error', () => {});
  const { stream } = (client as unknown as { connection: { stream: Writable } }).connection;
  const query = client.query.bind(client) as (...of: unknown[]) => unknown;
  client.query = ((...of: unknown[]) => {
    stream.cork();
    process.nextTick(() => stream.uncork());
    return query(...of);
  }) as typeof client.query;
}

function openPool(config: pg.PoolConfig): pg.Pool {
  // Statements follow each other without waiting for the answer to the one before.
  const pool = new pg.Pool({ connectionTimeoutMillis: 4000, keepAlive: true, pipeline: true, ...config } as pg.PoolConfig);
  pool.on('connect', prepareClient);
  // A connection that breaks while idle is replaced at the next query; without this the process would end.
  pool.on('error', () => {});
  return pool;
}

const pools = new WeakMap<Database, pg.Pool>();

export function onPool(pool: pg.Pool): Database {
  const database = new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
  pools.set(database, pool);
  return database;
}

/** The statements of one connection, each sent as it is begun. */
class OneConnection extends PostgresDialect {
  private readonly client: pg.PoolClient;
  constructor(client: pg.PoolClient) {
    super({ pool: async () => ({ connect: async () => client, end: async () => {} }) });
    this.client = client;
  }
  override createDriver(): Driver {
    const { client } = this;
    const connection: DatabaseConnection = {
      executeQuery: async <R>({ sql, parameters }: CompiledQuery) => {
        const { rows, rowCount, command } = await client.query<R & pg.QueryResultRow>(sql, [...parameters]);
        return { rows: rows ?? [], ...(command === 'SELECT' ? {} : { numAffectedRows: BigInt(rowCount ?? 0) }) };
      },
      streamQuery: () => {
        throw new Error('rows are read whole here');
      },
    };
    const nothing = async () => {};
    return {
      init: nothing,
      acquireConnection: async () => connection,
      releaseConnection: nothing,
      beginTransaction: nothing,
      commitTransaction: nothing,
      rollbackTransaction: nothing,
      destroy: nothing,
    };
  }
}

const onClients = new WeakMap<pg.PoolClient, Kysely<Tables>>();
function onClient(client: pg.PoolClient): Kysely<Tables> {
  const known = onClients.get(client);
  if (known) return known;
  const made = new Kysely<Tables>({ dialect: new OneConnection(client) });
  onClients.set(client, made);
  return made;
}

/**
 * Lends one connection for a piece of work. What is begun on it in one turn goes out together, in the order it was begun; the query
 * builder's own way would wait for each answer first.
 */
export async function withConnection<T>(database: Database, work: (rows: Kysely<Tables>) => Promise<T>): Promise<T> {
  const pool = pools.get(database);
  if (!pool) throw new Error('this database was not opened here');
  const client = await pool.connect();
  try {
    return await work(onClient(client));
  } finally {
    client.release();
  }
}

/**
 * Opens a database; nothing is connected before it is first asked.
 * @param url address with the login role
 * @param most connections at once
 */
export const openDatabase = (url: string, most = POOL): Database => onPool(openPool({ connectionString: url, max: most }));

/** Connections that have the rights of the gate from their beginning. */
export const gatePool = (url: string): pg.Pool =>
  openPool({ connectionString: url, max: GATE_POOL, options: '-c role=warm_gate' });
