const start = (): Worker => new Worker(new URL('./design.worker.ts', import.meta.url), { type: 'module' });

/** A worker: the one the page started before this program was there, once, or a new one. */
export function startWorker(): Worker {
  const page = globalThis as { __worker__?: Worker };
  const worker = page.__worker__ ?? start();
  page.__worker__ = undefined;
  return worker;
}
