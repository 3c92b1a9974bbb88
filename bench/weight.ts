import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { chromiumLaunch } from '../scripts/chromium.mjs';
import { createApp } from '../server/app.ts';
import { openDatabase } from '../server/database.ts';

const ID = '00000000-0000-4000-8000-000000000001';
const ROW = {
  id: ID,
  name: thistleMill.name,
  place: thistleMill.site.place,
  roomCount: 13,
  heatLoad: 14_800,
  system: 'metric',
  revision: 1,
  updatedAt: '2026-01-01T00:00:00Z',
};

/** Loads pages of the built application in the browser and weighs every script that came, gzipped. */
async function main(): Promise<void> {
  // The pages' data are answered below; the database is never asked.
  const database = openDatabase('postgres://nobody:x@127.0.0.1:1/none');
  const server = createServer(createApp({ database, webFolder: 'dist', hosts: [], instance: 'bench' }));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.route('**/api/jobs', (route) => route.fulfill({ json: [ROW] }));
  await page.route(`**/api/jobs/${ID}`, (route) =>
    route.fulfill({ json: { id: ID, revision: 1, job: thistleMill, updatedAt: ROW.updatedAt } }),
  );
  const scripts = new Map<string, number>();
  page.on('response', async (response) => {
    if (!response.url().endsWith('.js')) return;
    scripts.set(response.url(), gzipSync(await response.body()).length);
  });
  const weigh = async (path: string, ready: string): Promise<number> => {
    await page.goto(base + path);
    await page.getByText(ready).first().waitFor();
    await page.waitForLoadState('networkidle');
    return [...scripts.values()].reduce((sum, size) => sum + size, 0) / 1000;
  };
  const list = await weigh('/', thistleMill.name);
  const wall = await weigh(`/jobs/${ID}/plant`, 'All pumps together');
  console.log('Scripts loaded by the browser, gzipped (the worker included)');
  console.log(`  jobs list            ${list.toFixed(0).padStart(5)} kB`);
  console.log(`  wall, in total       ${wall.toFixed(0).padStart(5)} kB`);
  await browser.close();
  server.close();
  await database.destroy();
}

await main();
