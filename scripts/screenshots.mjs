// Refreshes docs/screenshots from a fresh copy of the demo job on a running server:
//   node scripts/screenshots.mjs http://127.0.0.1:4310
import { writeFile } from 'node:fs/promises';
import { chromium } from '@playwright/test';
import { tsImport } from 'tsx/esm/api';
import { chromiumLaunch } from './chromium.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4310';
const browser = await chromium.launch(chromiumLaunch);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const { jobs } = await (await fetch(`${base}/api/jobs`)).json();
const demo = jobs.find((job) => job.name === 'Thistle Mill');
if (!demo) throw new Error('The demo job is not on this server; start with a fresh DATA_DIR.');

const shot = async (name, path, prepare = async () => {}) => {
  await page.goto(`${base}${path.replace(':id', demo.id)}`);
  await page.waitForTimeout(900);
  await prepare();
  await page.waitForTimeout(700);
  // A page that complains is no picture of itself.
  const alert = page.getByRole('alert');
  if ((await alert.count()) > 0) throw new Error(`${name}: ${await alert.first().textContent()}`);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};

await shot('jobs', '/');
await shot('site', '/jobs/:id/site');
await shot('rooms', '/jobs/:id/rooms');
await shot('emitters', '/jobs/:id/emitters', async () => {
  await page.getByRole('button', { name: /^Study: needs/ }).click();
  await page.mouse.move(600, 760);
});
await shot('circuits', '/jobs/:id/circuits');
await shot('pipes', '/jobs/:id/pipes', async () => {
  await page.mouse.move(600, 760);
});
await shot('plant', '/jobs/:id/plant');
await shot('sum', '/jobs/:id/plant', async () => {
  await page.getByRole('button', { name: /^Ground floor: flow at the duty point/ }).click();
  await page.mouse.move(600, 760);
});
await shot('drafts', '/jobs/:id/plant', async () => {
  await page.getByRole('button', { name: /^Draft it another/ }).click();
  await page.getByText('Through it').last().waitFor();
});
await shot('duty', '/jobs/:id/duty', async () => {
  await page.getByText(/run in/).waitFor();
});
await shot('assumed', '/jobs/:id/site', async () => {
  await page.getByRole('heading', { name: 'Seen and assumed' }).scrollIntoViewIfNeeded();
  await page.mouse.wheel(0, 330);
});
await shot('controls', '/jobs/:id/controls', async () => {
  await page.getByText(/^Set the controller to slope/).waitFor();
  await page.waitForTimeout(800);
});
await shot('run', '/jobs/:id/run', async () => {
  await page.getByRole('row', { name: /^Set back/ }).waitFor();
  await page.waitForTimeout(800);
});
await shot('papers', '/jobs/:id/papers');
await shot('parts', '/jobs/:id/papers?part=parts');
// Pages as they are painted from the PDF.
for (const [name, set, number] of [
  ['paper-wall', 'For the plant-room wall', 1],
  ['paper-targets', 'For the commissioner', 3],
]) {
  await page.goto(`${base}/jobs/${demo.id}/papers`);
  await page.getByRole('button', { name: `Look at it: ${set}` }).click();
  const sheet = page
    .getByRole('region', { name: `Pages: ${set}` })
    .getByRole('img')
    .nth(number - 1);
  await sheet.scrollIntoViewIfNeeded();
  await page.waitForTimeout(2500);
  const painted = await sheet.evaluate((canvas) => canvas.toDataURL('image/png').split(',')[1]);
  await writeFile(`docs/screenshots/${name}.png`, Buffer.from(painted, 'base64'));
}
// Runs are kept with the job: these come after what shows it without.
await shot('season', '/jobs/:id/run?view=season', async () => {
  await page.getByRole('button', { name: 'Run the season' }).click();
  await page.getByText(/^Run in/).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(1200);
});
// A plant of several stations, with its entries beside it.
const { woodAndRing } = await tsImport('../demo/wood-and-ring.ts', import.meta.url);
const imported = await page.request.post(`${base}/api/jobs/import`, {
  data: JSON.stringify(woodAndRing()),
  headers: { origin: base, 'Content-Type': 'text/plain' },
});
const { id } = await imported.json();
await shot('plant-dark', `/jobs/${id}/plant`, async () => {
  await page.getByRole('button', { name: 'Dark', exact: true }).click();
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await page.getByRole('tab', { name: 'Header' }).click();
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await page.getByText('Gives').first().scrollIntoViewIfNeeded();
  await page.mouse.move(600, 760);
});
await browser.close();
