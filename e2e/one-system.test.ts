import { expect, type Page, test } from '@playwright/test';
import { saysOther } from '../core/quantity/one-system.fixture.ts';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import type { UnitSystem } from '../model/quantities.ts';
import { STEPS } from '../web/parts/steps.ts';
import { openJob } from './helpers.ts';

/** What stands at the right of a field, alone. */
const ALONE: Record<UnitSystem, readonly string[]> = {
  us: ['°C', 'K', 'm', 'mm', 'cm', 'kPa', 'bar', 'L/h', 'L/min', 'kW', 'm²', 'm/s', 'Pa/m', 'L'],
  metric: ['°F', 'ft', 'ft²', 'psi', 'gpm', 'gal', 'BTU/h', 'kBTU/h', 'ft/s'],
};

/** The one sentence that shows how other units are typed. */
const EXAMPLE = 'any field also takes other units';

/** Opens whatever is folded on the page, lines within lines too. */
async function openAll(page: Page): Promise<void> {
  for (let round = 0; round < 3; round++) {
    const opened = await page.evaluate(() => {
      const shut = [...document.querySelectorAll<HTMLElement>('button[aria-expanded="false"]:not([aria-haspopup])')];
      for (const each of shut) each.click();
      return shut.length;
    });
    if (opened === 0) return;
    await page.waitForTimeout(400);
  }
}

/** Everything a page says: its lines, what is written in drawings, and what is said of pictures, fields and buttons. */
const saidBy = (page: Page): Promise<string[]> =>
  page.evaluate(() => [
    // biome-ignore lint/performance/useDomNodeTextContent: lines as they are seen, cells apart
    ...document.body.innerText.split(/[\n\t]/),
    ...[...document.querySelectorAll('svg text')].map(({ textContent }) => textContent ?? ''),
    ...[...document.querySelectorAll('[aria-label],[placeholder],[title],[alt]')].flatMap((each) =>
      ['aria-label', 'placeholder', 'title', 'alt'].map((name) => each.getAttribute(name) ?? ''),
    ),
  ]);

const JOBS: [string, Job][] = [
  ['the demo', thistleMill],
  ...Object.entries(SYSTEMS)
    .filter(([, { circuits }]) => circuits.some(({ cooling }) => cooling))
    .slice(0, 1)
    .map(([name, job]): [string, Job] => [`system ${name}`, job]),
];

for (const [name, job] of JOBS)
  for (const system of ['us', 'metric'] as const)
    test(`${name} in ${system} units says nothing in the other on any page`, async ({ page }) => {
      test.setTimeout(300_000);
      const id = await openJob(page, { ...job, name: `${name} in ${system}`, display: { system, units: {} } });
      const strange: string[] = [];
      for (const { path, label } of [...STEPS, { path: 'duty', label: 'Pumps in every state' }]) {
        await page.goto(`/jobs/${id}/${path}`);
        await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
        await page.waitForLoadState('networkidle');
        await page.waitForTimeout(1500);
        await openAll(page);
        const said = await saidBy(page);
        expect(said.length, label).toBeGreaterThan(20);
        for (const text of new Set(said.map((each) => each.trim())))
          if ((saysOther(system, text) || ALONE[system].includes(text)) && !text.startsWith(EXAMPLE))
            strange.push(`${label}: ${text}`);
      }
      expect(strange).toEqual([]);
    });
