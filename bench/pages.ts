import type { Page } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { newRoom } from '../model/new-job.ts';
import { STEPS } from '../web/parts/steps.ts';
import { withServedJob } from './served.ts';
import { watched } from './watched.ts';

/** The demo with so many rooms more, as a school or a block has. */
const manyRooms = (count: number): Job => ({
  ...thistleMill,
  name: `${count} rooms`,
  rooms: Array.from({ length: count }, (_, i) => newRoom(`r${i}`, { name: `Room ${i}`, area: 12, heatLoad: 500, circuit: 'c1' })),
});

const strip = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Order of the work' }).getByRole('link', { name, exact: true });

await withServedJob(thistleMill, async (page, _base, at) => {
  await page.goto(`${at}/site`);
  await page.getByRole('heading', { name: 'Site', level: 1 }).waitFor();
  for (const { label } of STEPS.slice(1))
    await watched(page, `${label}, opened from the strip`, async () => {
      await strip(page, label).click();
      await page.getByRole('heading', { level: 1 }).first().waitFor();
    });
  await strip(page, 'Circuits').click();
  const flow = page.getByLabel('Flow temperature of Loft');
  await flow.waitFor();
  await watched(page, 'Every decision of a circuit opened', async () => {
    const shut = page.locator('main button[aria-expanded="false"]');
    for (let left = await shut.count(); left > 0; left--) await shut.first().click();
  });
  await watched(page, 'A flow temperature typed in the table of circuits', async () => {
    await flow.fill('47');
    await page.keyboard.press('Enter');
  });
  await watched(page, 'The palette opened and typed into', async () => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type('kitchen spacing 100', { delay: 40 });
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  });
  await strip(page, 'Plant').click();
  const wall = page.getByRole('region', { name: 'The wall: drawing of the plant' });
  await wall.waitFor();
  await watched(page, 'The wall walked along by keys', async () => {
    await wall.focus();
    for (let i = 0; i < 24; i++) await page.keyboard.press(i < 12 ? 'ArrowRight' : 'ArrowLeft');
  });
  await watched(page, 'A thermostat turned off and on', async () => {
    for (let i = 0; i < 2; i++) {
      await page.getByRole('button', { name: /^Kitchen: / }).click();
      await page.waitForTimeout(400);
    }
  });
});

await withServedJob(manyRooms(2000), async (page, _base, at) => {
  await page.goto(`${at}/rooms`);
  const grid = page.getByRole('grid', { name: 'Rooms' });
  await grid.getByText('Room 1', { exact: true }).waitFor();
  await watched(page, '2000 rooms scrolled through', async () => {
    const box = await grid.boundingBox();
    if (!box) throw new Error('no grid');
    await page.mouse.move(box.x + 300, box.y + 200);
    for (let i = 0; i < 60; i++) await page.mouse.wheel(0, i < 30 ? 700 : -700);
  });
  await watched(page, 'A load typed among them', async () => {
    await grid.locator('[data-rowindex="3"] [data-field="heatLoad"]').click();
    await page.keyboard.type('640');
    await page.keyboard.press('Enter');
  });
});
