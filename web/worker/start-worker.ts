let early: Worker | null = null;

const start = (): Worker => new Worker(new URL('./design.worker.ts', import.meta.url), { type: 'module' });

/** Starts a worker before the program that asks it is there, so that both are fetched at once. */
export function startEarly(): void {
  early ??= start();
}

/** A worker: the one started early, once, or a new one. */
export function startWorker(): Worker {
  const worker = early ?? start();
  early = null;
  return worker;
}
