import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import PgBoss from 'pg-boss';
import { Problem } from '../problem.ts';

const SCHEMA = 'queue';
const PAPERS = 'papers';
/** Orders of one person that may wait at once: one who orders everything does not keep the others waiting. */
const MOST_OF_ONE = 6;
/** An order that takes longer is given to another process, s. */
const LONGEST = 300;
/** Connections of one process for the queue. */
const POOL = 2;
/** Wait before the queue is tried again, ms. */
const AGAIN_AFTER = 2000;

/** A paper to be made, on behalf of whom. */
export interface PaperOrdered {
  firm: string;
  person: string;
  job: string;
  paper: string;
}

/**
 * Makes the tables of the queue; by the owner, before any process serves.
 * @param ownerUrl address of the database with the role that owns the tables
 */
export async function prepareQueue(ownerUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: ownerUrl, schema: SCHEMA, supervise: false, schedule: false, max: 1 });
  boss.on('error', (error) => console.error(error));
  await boss.start();
  // At most one of a paper waits and one is made: whoever orders it again means the newest.
  if (!(await boss.getQueue(PAPERS))) await boss.createQueue(PAPERS, { name: PAPERS, policy: 'stately' });
  await boss.stop({ graceful: false, wait: true });
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query(`
      grant usage on schema ${SCHEMA} to warm_queue;
      grant select, insert, update, delete on all tables in schema ${SCHEMA} to warm_queue`);
  } finally {
    await owner.end();
  }
}

/** Long work that waits its turn in the database, done by whichever process has time. */
export class Queue {
  private readonly pool: pg.Pool;
  private readonly boss: PgBoss;
  private stopped = false;

  /** @param url address of the database with the login role */
  constructor(url: string) {
    this.pool = new pg.Pool({
      connectionString: url,
      max: POOL,
      connectionTimeoutMillis: 4000,
      keepAlive: true,
      options: '-c role=warm_queue',
    });
    this.pool.on('error', () => {});
    this.boss = new PgBoss({
      db: { executeSql: (text, values) => this.pool.query(text, values) },
      schema: SCHEMA,
      migrate: false,
      schedule: false,
      deleteAfterDays: 1,
    });
    // The database away: it is asked again at the next turn.
    this.boss.on('error', () => {});
  }

  /** Takes part in the work. @param make makes one paper; where it throws, it is tried again a little later */
  async start(make: (order: PaperOrdered) => Promise<void>): Promise<void> {
    for (;;) {
      const started = await this.boss.start().then(
        () => true,
        () => false,
      );
      if (started) break;
      if (this.stopped) return;
      // The database is away.
      await sleep(AGAIN_AFTER);
    }
    await this.boss.work<PaperOrdered>(PAPERS, { batchSize: 1, pollingIntervalSeconds: 2 }, async ([order]) => {
      if (order) await make(order.data);
    });
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.boss.stop({ graceful: true, timeout: 5000, wait: true }).catch(() => {});
    await this.pool.end();
  }

  /**
   * Orders a paper; the newest revision there is when its turn comes.
   * @param later seconds to wait first, since more changes are likely to follow
   * @throws Problem 429 where this person has many waiting
   */
  async order(order: PaperOrdered, later = 0): Promise<void> {
    const { rows } = await this.pool.query<{ count: string }>(
      `select count(*) from ${SCHEMA}.job where name = $1 and state in ('created', 'retry') and data ->> 'person' = $2`,
      [PAPERS, order.person],
    );
    if (Number(rows[0]?.count) >= MOST_OF_ONE)
      throw new Problem(429, 'Many papers wait', 'Several of your papers are still being made. Order more when those are done.');
    await this.boss.send(PAPERS, order, {
      singletonKey: `${order.job} ${order.paper}`,
      startAfter: later,
      retryLimit: 3,
      retryDelay: 5,
      retryBackoff: true,
      expireInSeconds: LONGEST,
    });
  }

  /** Papers of a job that wait or are being made. */
  async waiting(job: string): Promise<string[]> {
    const { rows } = await this.pool.query<{ paper: string }>(
      `select data ->> 'paper' as paper from ${SCHEMA}.job where name = $1 and state < 'completed' and data ->> 'job' = $2`,
      [PAPERS, job],
    );
    return rows.map(({ paper }) => paper);
  }
}
