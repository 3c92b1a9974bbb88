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
  const sum = () => [...scripts.values()].reduce((total, size) => total + size, 0) / 1000;
  const open = async (address: string, ready: string): Promise<number> => {
    await page.goto(address);
    await page.getByText(ready).first().waitFor();
    return sum();
  };
  /** Once nothing more comes. */
  const settled = async (): Promise<number> => {
    await page.waitForLoadState('networkidle');
    return sum();
  };
  const list = await open(base, thistleMill.name);
  const drawn = await settled();
  await open(`${at}/plant`, 'All pumps together');
  const wall = await settled();
  console.log('Scripts loaded by the browser, gzipped (the worker included)');
  console.log(`  jobs list, once read ${list.toFixed(0).padStart(5)} kB`);
  console.log(`  its walls in small   ${drawn.toFixed(0).padStart(5)} kB`);
  console.log(`  wall, in total       ${wall.toFixed(0).padStart(5)} kB`);
});
