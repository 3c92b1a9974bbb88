// How long the wall of the demo takes to open on something like a phone (processor four times slower, 1.6 Mbit/s, 150 ms there and
// back), and from a change to the repainted wall.
import type { Page } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { withServedJob } from './served.ts';

const SLOWER = 4;
const BYTES_A_SECOND = 1.6e6 / 8;
const LATENCY = 150;
const TIMES = 3;

async function opened(page: Page, go: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await go();
  await page.getByRole('button', { name: /Workshop: heat load/ }).waitFor();
  return performance.now() - from;
}

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;

const first: number[] = [];
const second: number[] = [];
for (let i = 0; i < TIMES; i++)
  await withServedJob(thistleMill, async (page, _base, job) => {
    const devTools = await page.context().newCDPSession(page);
    await devTools.send('Network.enable');
    await devTools.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: LATENCY,
      downloadThroughput: BYTES_A_SECOND,
      uploadThroughput: BYTES_A_SECOND,
    });
    await devTools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    first.push(await opened(page, () => page.goto(`${job}/plant`, { waitUntil: 'commit' })));
    second.push(await opened(page, () => page.reload({ waitUntil: 'commit' })));
  });
console.log(
  `wall on a phone-like browser: ${(median(first) / 1000).toFixed(1)} s, again ${(median(second) / 1000).toFixed(1)} s`,
);

/** Milliseconds from a key that changes every load to the frame in which the cards show it. */
async function repainted(page: Page, key: string): Promise<number> {
  // Listening before the key is pressed.
  await page.evaluate(() => {
    const shared = globalThis as unknown as { repainted: Promise<number> };
    shared.repainted = new Promise<number>((done) => {
      let from = 0;
      addEventListener('keydown', (event) => (from = event.timeStamp), { once: true, capture: true });
      const card = document.querySelector('[aria-label^="Workshop: heat load"]') as Element;
      const watcher = new MutationObserver(() => {
        watcher.disconnect();
        requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)));
      });
      watcher.observe(card, { subtree: true, childList: true, characterData: true, attributes: true });
    });
  });
  await page.keyboard.press(key);
  return page.evaluate(() => (globalThis as unknown as { repainted: Promise<number> }).repainted);
}

await withServedJob(thistleMill, async (page, _base, job) => {
  await page.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT' ? route.fulfill({ json: { revision: 2 } }) : route.fallback(),
  );
  await opened(page, () => page.goto(`${job}/plant`));
  await page.getByRole('button', { name: /^Go by the house/ }).click();
  await page.waitForTimeout(1000);
  const devTools = await page.context().newCDPSession(page);
  for (const rate of [1, SLOWER]) {
    await devTools.send('Emulation.setCPUThrottlingRate', { rate });
    const times: number[] = [];
    for (let i = 0; i < 7; i++)
      for (const key of ['Control+z', 'Control+y']) {
        times.push(await repainted(page, key));
        await page.waitForTimeout(300);
      }
    console.log(
      `from a change of every load to the repainted wall, processor ${rate} times slower: ${median(times).toFixed(0)} ms`,
    );
  }
});
