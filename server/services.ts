import type { Database } from './database/tables.ts';
import type { Guesses } from './people/guesses.ts';
import type { Queue } from './queue/queue.ts';
import type { News } from './together/news.ts';
import type { WhoAsks } from './who.ts';

/** What the routes work with; all of it is made at the start and nothing of it remembers one request for the next. */
export interface Services {
  database: Database;
  news: News;
  who: WhoAsks;
  /** Where a firm uses it; null where one person runs it for themselves. */
  firm: FirmServices | null;
  /** Told of its own start, so that a start script knows its server. */
  instance: string;
  /** Whether this process is about to end: it takes no new work then. */
  leaving: () => boolean;
}

/** What only a firm needs. */
export interface FirmServices {
  /** Public address, as people type it: https://heat.example.org */
  address: string;
  guesses: Guesses;
  /** Secrets of the server, the present one first. */
  secrets: readonly string[];
  mail: Mail | null;
  queue: Queue;
}

/** Sends words to somebody by mail; settles in any case. */
export type Mail = (to: string, subject: string, words: string) => Promise<void>;
