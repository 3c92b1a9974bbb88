import { setTimeout as sleep } from 'node:timers/promises';
import type { Request, Response } from 'express';
import { sql } from 'kysely';
import pg from 'pg';
import type { NewsEvent } from '../../model/news.ts';
import type { AskedByMember } from '../database/asked.ts';
import { Problem } from '../problem.ts';

/** Connections that may listen at once; beyond that windows find out when they save. */
const MOST_LISTENING = 500;
/** Proxies and browsers drop what is silent for long, and who was shut out meanwhile is let go of; ms. */
const HEARTBEAT = 15_000;
/** Waits before the database is listened to again, ms. */
const AGAIN_AFTER = [200, 1000, 3000];
const CHANNEL = 'warm';

interface Stream {
  firm: string;
  write: (event: NewsEvent | { of: 'again' }) => void;
  end: () => void;
}

/**
 * What members of a firm do, told to their other windows: by NOTIFY of the database, so that it does not matter which process each of
 * them talks to. Nothing is kept: whoever comes, or comes back, is told to look for themselves.
 */
export class News {
  private readonly streams = new Set<Stream>();
  private client: pg.Client | null = null;
  private stopped = false;

  private readonly url: string;

  /** @param url address of the database with the login role */
  constructor(url: string) {
    this.url = url;
  }

  /** Listens until it is stopped, however often the database goes away meanwhile. */
  async listen(): Promise<void> {
    for (let tries = 0; !this.stopped; tries++) {
      const client = new pg.Client({ connectionString: this.url, connectionTimeoutMillis: 4000, keepAlive: true });
      const ended = new Promise<void>((done) => {
        client.once('end', done);
        client.on('error', () => done());
      });
      client.on('notification', ({ payload }) => this.pass(payload ?? ''));
      try {
        await client.connect();
        await client.query(`listen ${CHANNEL}`);
        this.client = client;
        if (this.stopped) break;
        // What was said while nobody listened is found out by looking.
        for (const stream of this.streams) stream.write({ of: 'again' });
        tries = 0;
        await ended;
      } catch {
        // The database is away; it is tried again.
      }
      this.client = null;
      await client.end().catch(() => {});
      if (!this.stopped) await sleep(AGAIN_AFTER[Math.min(tries, AGAIN_AFTER.length - 1)]);
    }
  }

  /** Ends listening and all streams; browsers come back by themselves, to another process. */
  async stop(): Promise<void> {
    this.stopped = true;
    for (const stream of [...this.streams]) stream.end();
    await this.client?.end().catch(() => {});
  }

  /** Tells of something done, as part of the transaction that does it: nobody hears of what was not kept. */
  async tell({ rows, asker }: AskedByMember, event: NewsEvent): Promise<void> {
    const { channel, words } = this.telling(asker.firm, event);
    await sql`select pg_notify(${channel}, ${words})`.execute(rows);
  }

  /** The same for a statement that tells it itself. */
  telling(firm: string, event: NewsEvent): { channel: string; words: string } {
    return { channel: CHANNEL, words: JSON.stringify({ firm, event }) };
  }

  private pass(payload: string): void {
    const { firm, event } = JSON.parse(payload) as { firm: string; event: NewsEvent };
    for (const stream of this.streams) if (stream.firm === firm) stream.write(event);
  }

  /**
   * Keeps the connection open as server-sent events until either end goes.
   * @param stillIn whether who listens is still a member, signed in
   */
  open(firm: string, request: Request, response: Response, stillIn: () => Promise<boolean>): void {
    if (this.streams.size >= MOST_LISTENING || this.stopped)
      throw new Problem(
        503,
        'Too many listen',
        'Too many windows listen at once. This one finds out about others when it saves.',
      );
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    const stream: Stream = {
      firm,
      write: (event) => void response.write(`data: ${JSON.stringify(event)}\n\n`),
      end: () => void response.end(),
    };
    const beat = setInterval(() => {
      response.write(': still here\n\n');
      // The database away shuts nobody out.
      stillIn().then(
        (still) => still || stream.end(),
        () => {},
      );
    }, HEARTBEAT);
    request.on('close', () => {
      clearInterval(beat);
      this.streams.delete(stream);
    });
    // Listed before it is told to look: nothing falls between.
    this.streams.add(stream);
    stream.write({ of: 'again' });
  }

  /** How many listen here. */
  get listening(): number {
    return this.streams.size;
  }
}
