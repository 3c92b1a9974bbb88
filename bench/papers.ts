// What papers take: every set of the demo in the browser, with the longest task of the page meanwhile; and of a house with 20 circuits and
// 200 emitters in the terminal, with the memory of the process.
import { Worker } from 'node:worker_threads';
import { houseWithEmitters } from '../demo/apartment-block.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { withServedJob } from './served.ts';

const median = (times: number[]): number => times.toSorted((a, b) => a - b)[times.length >> 1] ?? 0;

const browser: number[] = [];
let longest = 0;
for (let i = 0; i < 3; i++)
  await withServedJob(thistleMill, async (page, _base, at) => {
    await page.goto(`${at}/papers`);
    const all = page.getByRole('button', { name: 'Save all sets (ZIP)' });
    await all.waitFor();
    await page.waitForTimeout(1500);
    await page.evaluate(() => {
      const shared = globalThis as unknown as { tasks: number[] };
      shared.tasks = [];
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries()) shared.tasks.push(entry.duration);
      }).observe({ type: 'longtask' });
    });
    const from = performance.now();
    const [file] = await Promise.all([page.waitForEvent('download', { timeout: 120_000 }), all.click()]);
    await file.path();
    browser.push(performance.now() - from);
    longest = Math.max(longest, ...(await page.evaluate(() => (globalThis as unknown as { tasks: number[] }).tasks)));
  });
console.log(
  `papers of the demo in the browser, seven sets and the labels: ${(median(browser) / 1000).toFixed(1)} s, longest task of the page ${Math.round(longest)} ms`,
);

/** One large job in a process of its own kind, so that its memory is its own. */
const large = houseWithEmitters(200);
const worker = new Worker(
  `import('tsx/esm/api').then(async ({ tsImport }) => {
    const { workerData, parentPort } = await import('node:worker_threads');
    const { makePapers } = await tsImport('../exchange/pdf/make-papers.ts', workerData.here);
    const { paperFonts } = await tsImport('../exchange/pdf/paper-fonts.ts', workerData.here);
    const { PAPER_SET_IDS } = await tsImport('../core/paper/sets/set-list.ts', workerData.here);
    const fonts = await paperFonts();
    const order = { sets: PAPER_SET_IDS, paper: 'A3', tint: 'colour', sums: false, prices: false, labels: 'A4, 3 × 8 of 70 × 37 mm',
      revision: 1, changed: false, made: '2026-11-30T00:00:00Z', address: 'http://127.0.0.1:4310/jobs/1' };
    const before = process.memoryUsage().rss;
    let most = before;
    const from = performance.now();
    const files = await makePapers(workerData.job, order, fonts, () => { most = Math.max(most, process.memoryUsage().rss); });
    most = Math.max(most, process.memoryUsage().rss);
    parentPort.postMessage({ seconds: (performance.now() - from) / 1000, megabytes: (most - before) / 1e6, bytes: files.reduce((sum, { bytes }) => sum + bytes.length, 0) });
  });`,
  { eval: true, workerData: { job: large, here: import.meta.url } },
);
const { seconds, megabytes, bytes } = await new Promise<{ seconds: number; megabytes: number; bytes: number }>((done, failed) => {
  worker.once('message', done);
  worker.once('error', failed);
});
await worker.terminate();
console.log(
  `papers of ${large.circuits.length} circuits and ${large.rooms.length} emitters: ${seconds.toFixed(1)} s, ${Math.round(megabytes)} MB more, ${(bytes / 1e6).toFixed(1)} MB of files`,
);
process.exit(0);
