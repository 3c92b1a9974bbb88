import { gzipSync } from 'node:zlib';
import { thistleMill } from '../demo/thistle-mill.ts';
import { withServedJob } from './served.ts';

/** Loads pages of the built application in the browser and weighs every script that came, gzipped. */
await withServedJob(thistleMill, async (page, base, at) => {
  const scripts = new Map<string, number>();
  page.on('response', async (response) => {
    if (!response.url().endsWith('.js')) return;
    scripts.set(response.url(), gzipSync(await response.body()).length);
  });
  const weigh = async (address: string, ready: string): Promise<number> => {
    await page.goto(address);
    await page.getByText(ready).first().waitFor();
    await page.waitForLoadState('networkidle');
    return [...scripts.values()].reduce((sum, size) => sum + size, 0) / 1000;
  };
  const list = await weigh(base, thistleMill.name);
  const wall = await weigh(`${at}/plant`, 'All pumps together');
  console.log('Scripts loaded by the browser, gzipped (the worker included)');
  console.log(`  jobs list            ${list.toFixed(0).padStart(5)} kB`);
  console.log(`  wall, in total       ${wall.toFixed(0).padStart(5)} kB`);
});
