import type { Page } from '@playwright/test';

/** Counts frames and long tasks in the page; as text, since the page knows no helpers of the compiler. */
const WATCH = `
  const watching = window.seen;
  window.seen = { frames: [], longTasks: [] };
  if (!watching) new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) window.seen.longTasks.push(entry.duration);
  }).observe({ type: 'longtask' });
  const tick = (now) => { window.seen.frames.push(now); requestAnimationFrame(tick); };
  if (!watching) requestAnimationFrame(tick);
`;

interface Seen {
  frames: number[];
  longTasks: number[];
}

/** Does something in a page that stands still, and prints how its frames fared. */
export async function watched(page: Page, what: string, work: () => Promise<void>): Promise<void> {
  await page.waitForTimeout(1500);
  await page.evaluate(WATCH);
  await work();
  await page.waitForTimeout(1200);
  const { frames, longTasks } = await page.evaluate<Seen>('window.seen');
  const gaps = frames
    .slice(1)
    .map((frame, i) => frame - (frames[i] as number))
    .sort((a, b) => a - b);
  const longest = longTasks.length > 0 ? ` (longest ${Math.max(...longTasks).toFixed(0)} ms)` : '';
  console.log(what);
  console.log(
    `  median frame ${gaps[gaps.length >> 1]?.toFixed(1)} ms, 95 % below ${gaps[Math.floor(0.95 * gaps.length)]?.toFixed(1)} ms; long tasks over 50 ms: ${longTasks.length}${longest}`,
  );
}
