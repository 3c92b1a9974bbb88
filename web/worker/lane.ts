import { type Remote, wrap } from 'comlink';
import type { Work } from './design.worker.ts';
import { startWorker } from './start-worker.ts';

/** Said when a worker ended on its own and another could not do it either. */
export const BROKE =
  'The computing broke off twice. Your entries are kept. Load the page again; if it happens again, save the job file and report it.';

/** What a question is answered with whose worker was ended on purpose. */
export class Stopped extends Error {
  constructor() {
    super('Stopped.');
  }
}

interface Running {
  work: Remote<Work>;
  /** Never fulfilled; rejected when the worker fails or is ended. */
  died: Promise<never>;
  end: () => void;
}

function run(worker: Worker): Running {
  let reject: (reason: Error) => void = () => {};
  const died = new Promise<never>((_, rejected) => {
    reject = rejected;
  });
  const endWith = (reason: Error) => {
    worker.terminate();
    reject(reason);
  };
  const fail = () => endWith(new Error(BROKE));
  worker.addEventListener('error', fail);
  worker.addEventListener('messageerror', fail);
  // Whoever waits for an answer hears of it; nobody may be waiting.
  died.catch(() => {});
  return { work: wrap<Work>(worker), died, end: () => endWith(new Stopped()) };
}

/**
 * A worker that is started when first asked. One that fails is replaced, and what was asked of it is asked once more of the next;
 * without this every answer it owes would be waited for without end.
 */
export class Lane {
  readonly #start: () => Worker;
  readonly #onRestart: () => void;
  #running: Running | null = null;

  /** @param onRestart told when a worker failed and another was started */
  constructor(onRestart: () => void = () => {}, start: () => Worker = startWorker) {
    this.#start = start;
    this.#onRestart = onRestart;
  }

  /** Starts the worker before anything is asked, so that its program is fetched meanwhile. */
  warmUp(): void {
    this.#running ??= this.#open();
  }

  /**
   * Asks the worker.
   * @throws what the work throws; `BROKE` when two workers in a row failed over it; `Stopped` when it was ended meanwhile
   */
  async ask<T>(question: (work: Remote<Work>) => PromiseLike<T>): Promise<T> {
    const first = this.#open();
    try {
      return await Promise.race([question(first.work), first.died]);
    } catch (error) {
      // The question's own error, not the worker's end.
      if (this.#running === first || error instanceof Stopped) throw error;
    }
    const second = this.#open();
    return Promise.race([question(second.work), second.died]);
  }

  /** Ends the worker and with it what it is at: whoever waits hears `Stopped`. The next question starts another. */
  end(): void {
    const ended = this.#running;
    this.#running = null;
    ended?.end();
  }

  #open(): Running {
    if (this.#running) return this.#running;
    const running = run(this.#start());
    this.#running = running;
    running.died.catch(() => {
      if (this.#running !== running) return;
      this.#running = null;
      this.#onRestart();
    });
    return running;
  }
}
