import { houseWithEmitters } from '../demo/apartment-block.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { twelveZones } from '../demo/twelve-zones.ts';
import type { Job } from '../model/job.ts';
import { newCircuit, newJob, newRoom } from '../model/new-job.ts';
import { withServedJob } from './served.ts';
import { watched } from './watched.ts';

/** Steps of one drag from end to end and back. */
const STEPS = 120;

/** A plant of twenty circuits, every second one mixed. */
function wideWall(): Job {
  const base = newJob('Twenty risers');
  const separation = { ...base.separation, kind: 'low-loss-header' as const };
  const circuits = Array.from({ length: 20 }, (_, i) =>
    newCircuit(`c${i}`, base, {
      name: `Riser ${i}`,
      connection: i % 2 === 0 ? 'direct' : 'mixed',
      flowTemperature: i % 2 === 0 ? 55 : 40,
    }),
  );
  const rooms = Array.from({ length: 200 }, (_, i) =>
    newRoom(`r${i}`, { heatLoad: 500 + ((i * 37) % 600), circuit: `c${i % 20}` }),
  );
  return { ...base, separation, circuits, rooms };
}

await withServedJob(houseWithEmitters(40), async (page, _base, at) => {
  await page.goto(`${at}/emitters`);
  const line = page.getByRole('slider').first();
  const box = await line.locator('rect').nth(1).boundingBox();
  if (!box) throw new Error('no line');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await watched(page, 'Ladder of 40 rooms dragged in the browser', async () => {
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= STEPS; i++) await page.mouse.move(x + 120 * Math.sin((i / STEPS) * 2 * Math.PI), y);
    await page.mouse.up();
  });
});

await withServedJob(wideWall(), async (page, _base, at) => {
  await page.goto(`${at}/plant`);
  await page.getByRole('button', { name: 'Source pump: pick' }).waitFor();
  await page.mouse.move(500, 400);
  await watched(page, 'Wall of 20 circuits scrolled along', async () => {
    for (let i = 0; i < STEPS; i++) await page.mouse.wheel(i < STEPS / 2 ? 60 : -60, 0);
  });
  await watched(page, 'The same zoomed', async () => {
    for (const zoom of ['Fit', '100 %', '150 %', 'Readable']) {
      await page.getByRole('button', { name: zoom, exact: true }).click();
      await page.waitForTimeout(300);
    }
  });
});

await withServedJob(twelveZones(), async (page, _base, at) => {
  await page.goto(`${at}/run`);
  const minute = page.getByRole('slider', { name: 'Minute of the day' });
  await minute.waitFor();
  await page.getByRole('row', { name: /^Set back/ }).waitFor();
  await minute.focus();
  await watched(page, 'A day of twelve zones scrubbed by keys, the wall beside it', async () => {
    for (let i = 0; i < STEPS; i++) await page.keyboard.press(i < STEPS / 2 ? 'ArrowRight' : 'ArrowLeft');
  });
  await watched(page, 'The same played for six seconds', async () => {
    await page.getByRole('button', { name: 'Play the day' }).click();
    await page.waitForTimeout(6000);
    await page.getByRole('button', { name: 'Stop' }).click();
  });
  await watched(page, 'Its weather changed twelve times, the day run anew', async () => {
    await page.getByRole('slider', { name: /^Mean outdoors/ }).focus();
    for (let i = 0; i < 12; i++) {
      await page.keyboard.press('ArrowRight');
      await page.waitForTimeout(120);
    }
  });
  await page.goto(`${at}/run?view=season`);
  await page.getByRole('button', { name: 'Run the season' }).waitFor();
  await watched(page, 'A season run meanwhile', async () => {
    await page.getByRole('button', { name: 'Run the season' }).click();
    await page.getByText(/^Run in/).waitFor({ timeout: 60_000 });
  });
});

await withServedJob(thistleMill, async (page, _base, at) => {
  await page.goto(`${at}/run?view=side`);
  await page.getByRole('checkbox', { name: 'As it is' }).waitFor();
  await watched(page, 'The demo and three other ways side by side, each through a season, on two workers', async () => {
    await page.getByRole('button', { name: 'Lay them side by side' }).click();
    const said = await page.getByText(/^Run in/).textContent({ timeout: 120_000 });
    console.log(`  ${said}`);
  });
});
