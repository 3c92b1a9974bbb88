import { houseWithEmitters } from '../demo/apartment-block.ts';
import { withServedJob } from './served.ts';

/** Steps of one drag from end to end and back. */
const STEPS = 120;

/** Counts frames and long tasks in the page; as text, since the page knows no helpers of the compiler. */
const WATCH = `
  window.seen = { frames: [], longTasks: [] };
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) window.seen.longTasks.push(entry.duration);
  }).observe({ type: 'longtask' });
  const tick = (now) => { window.seen.frames.push(now); requestAnimationFrame(tick); };
  requestAnimationFrame(tick);
`;

interface Seen {
  frames: number[];
  longTasks: number[];
}

/** Drags a line of the ladder of forty rooms in the browser and counts frames and long tasks. */
await withServedJob(houseWithEmitters(40), async (page, _base, at) => {
  await page.goto(`${at}/emitters`);
  const line = page.getByRole('slider').first();
  const box = await line.locator('rect').nth(1).boundingBox();
  if (!box) throw new Error('no line');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.waitForTimeout(1500);
  await page.evaluate(WATCH);
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= STEPS; i++) await page.mouse.move(x + 120 * Math.sin((i / STEPS) * 2 * Math.PI), y);
  await page.mouse.up();
  await page.waitForTimeout(1200);
  const { frames, longTasks } = await page.evaluate<Seen>('window.seen');
  const gaps = frames
    .slice(1)
    .map((frame, i) => frame - (frames[i] as number))
    .sort((a, b) => a - b);
  console.log('Ladder of 40 rooms dragged in the browser');
  console.log(
    `  median frame ${gaps[gaps.length >> 1]?.toFixed(1)} ms, 95 % below ${gaps[Math.floor(0.95 * gaps.length)]?.toFixed(1)} ms; long tasks over 50 ms: ${longTasks.length}${longTasks.length > 0 ? ` (longest ${Math.max(...longTasks).toFixed(0)} ms)` : ''}`,
  );
});
