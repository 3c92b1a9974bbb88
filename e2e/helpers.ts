import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';

/** Eight rooms as a colleague would send them. */
export const EIGHT_ROOMS = `Room;Storey;Area (m2);Heat load (kW)
Parlour;Ground;26,5;1,85
Kitchen;Ground;19;1,20
Larder;Ground;6;0,31
Hallway;Ground;11;0,66
Nursery;Upper;13;0,84
West room;Upper;16,5;1,02
Wash room;Upper;7;0,71
Gallery;Upper;9;0,49
`;

/**
 * Fails on anything the accessibility rules of WCAG 2.2 AA find.
 * @param only rules to ask, where the others were asked of the same page already
 */
export async function expectAccessible(page: Page, only?: readonly string[]): Promise<void> {
  // As one comes to it: what stands half under the strip is no small target.
  await page.evaluate(() => scrollTo(0, 0));
  const axe = new AxeBuilder({ page })
    // There are no frames, so no page of its own is needed to gather their results; and what passes is not listed.
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] });
  const asked = only ? axe.withRules([...only]) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
  const { violations } = await asked.analyze();
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 120)).join(' | ')}`)).toEqual([]);
}

/** Name of a test's own copy of the demo job, so that the list holds one demo job whatever ran before. */
export const OWN_COPY = 'Thistle Mill of a test';

/** Starts a job over the API and opens one of its pages. */
export async function openJob(page: Page, job: Job, step = 'plant'): Promise<string> {
  const answer = await page.request.post('/api/jobs/import', {
    data: JSON.stringify(job.name === thistleMill.name ? { ...job, name: OWN_COPY } : job),
    headers: { 'Content-Type': 'text/plain' },
  });
  const { id } = (await answer.json()) as { id: string };
  await page.goto(`/jobs/${id}/${step}`);
  return id;
}

/** The demo job in the list of jobs, found by its name: other tests' jobs come before it. */
export async function demoLink(page: Page): Promise<Locator> {
  await page.getByLabel('Find a job by name or place').fill('Thistle Mill');
  return page.getByRole('link', { name: 'Thistle Mill', exact: true });
}

/** Collects what the browser itself complains about. */
export function complaints(page: Page): string[] {
  const found: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') found.push(message.text());
  });
  page.on('pageerror', (error) => found.push(error.message));
  return found;
}

export const saved = (page: Page) => expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();

/** Opens a decision of a page, where it is not open already. */
export async function openLine(within: Page | Locator, name: string): Promise<void> {
  const button = within.getByRole('region', { name, exact: true }).getByRole('button').first();
  if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click();
}

/** Opens a decision among the entries of the plant. */
export const openEntries = (page: Page, name: string): Promise<void> =>
  openLine(page.getByRole('group', { name: 'Parts of the plant' }), name);

/** Picks a circuit in the table of circuits. @returns its decisions */
export async function pickCircuit(page: Page, name: string): Promise<Locator> {
  await page.getByRole('button', { name: `Open ${name}`, exact: true }).click();
  return page.getByRole('region', { name, exact: true });
}
