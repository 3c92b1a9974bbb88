import { chromium, type Page } from '@playwright/test';
import type { Job } from '../model/job.ts';
import { chromiumLaunch } from '../scripts/chromium.mjs';
import { openDatabase } from '../server/database/open.ts';
import { listen, servicesOf } from '../server/kit.fixture.ts';

const ID = '00000000-0000-4000-8000-000000000001';

/**
 * Serves the built application with one job and hands over a page of it: `at` is the address of that job. Data of the
 * pages are answered here; the database is never asked.
 */
export async function withServedJob(job: Job, work: (page: Page, base: string, at: string) => Promise<void>): Promise<void> {
  const row = {
    id: ID,
    name: job.name,
    place: job.site.place,
    roomCount: job.rooms.length,
    heatLoad: job.rooms.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0),
    system: 'metric',
    revision: 1,
    updatedAt: '2026-01-01T00:00:00Z',
    goneOn: null,
  };
  const database = openDatabase('postgres://nobody:x@127.0.0.1:1/none');
  const { server, base } = await listen(servicesOf(database));
  const browser = await chromium.launch(chromiumLaunch);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.route('**/api/jobs', (route) => route.fulfill({ json: { jobs: [row], total: 1 } }));
  await page.route(`**/api/jobs/${ID}`, (route) =>
    route.fulfill({ json: { id: ID, revision: 1, job, updatedAt: row.updatedAt } }),
  );
  await work(page, base, `${base}/jobs/${ID}`);
  await browser.close();
  server.close();
  await database.destroy();
}
