import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { twelveZones } from '../demo/twelve-zones.ts';
import { complaints, expectAccessible, openJob, openLine, pickCircuit, saved } from './helpers.ts';

test('a thermostat turned off stops its circuit on the wall, by pointer and by key', async ({ page }) => {
  const found = complaints(page);
  await openJob(page, thistleMill);
  const wall = page.getByRole('region', { name: 'The wall' });
  const loft = page.getByRole('button', { name: 'Loft: calls for heat' });
  await expect(loft).toHaveAttribute('aria-pressed', 'true');
  // The cylinder does not call: its riser and its piece of the bar stand.
  await expect(wall.getByText('still')).toHaveCount(2);
  await loft.click();
  await expect(page.getByRole('button', { name: 'Loft: does not call' })).toBeVisible();
  await expect(page).toHaveURL(/calls=11111101/);
  // And both parts of its riser: below the mixing valve and above it.
  await expect(wall.getByText('still')).toHaveCount(4);
  // Its card and its pump say so, and the gauges still stand.
  await expect(wall.getByText('off', { exact: true })).toHaveCount(4);
  await expect(wall.getByText(/^\d+(\.\d)?\skPa$/).first()).toBeVisible();
  const kitchen = page.getByRole('button', { name: /^Kitchen: / });
  await kitchen.focus();
  await page.keyboard.press('Space');
  await expect(page).toHaveURL(/calls=10111101/);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'All call' }).click();
  await expect(page).not.toHaveURL(/calls=/);
  await expect(wall.getByText('still')).toHaveCount(2);
  expect(found).toEqual([]);
});

test('the duty map runs every combination, and one of them opens the wall in its state', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'duty');
  await expect(page.getByText(/256 run in \d+\.\d s/)).toBeVisible({ timeout: 20_000 });
  await expect(
    page
      .getByRole('figure', { name: /Duty points of Ground floor/ })
      .locator('circle')
      .first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Source pump', exact: true }).click();
  await expect(page.getByRole('figure', { name: /Duty points of Source pump/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Open on the wall: Least heat wanted of the source' }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${id}/plant\\?calls=[01]{8}$`));
  await expect(page.getByRole('region', { name: 'The wall' }).getByText('still').first()).toBeVisible();
});

test('a run of twelve zones can be cancelled, and keeps what it found', async ({ page }) => {
  await openJob(page, twelveZones(), 'duty');
  await expect(page.getByRole('progressbar', { name: 'Combinations run' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText(/Cancelled after \d+ of 4096; what was found is shown/)).toBeVisible();
  await page.getByRole('button', { name: 'Run again' }).click();
  await expect(page.getByText(/4096 run in/)).toBeVisible({ timeout: 30_000 });
});

test('a job without loads has no duty map yet, and says what to do', async ({ page }) => {
  await openJob(page, { ...thistleMill, rooms: [] }, 'duty');
  await expect(page.getByText('There is no plant to run yet.')).toBeVisible();
});

test('a guess is marked, worked out and settled', async ({ page }) => {
  await openJob(page, { ...thistleMill, assumptions: [] }, 'site');
  await openLine(page, 'Assumptions');
  await expect(page.getByText('Nothing is marked as assumed.')).toBeVisible();
  await page.getByRole('combobox', { name: 'Field' }).click();
  await page.getByRole('option', { name: 'Upper radiators: length, plant to manifold' }).click();
  await page.getByLabel('Could also be').fill('twelve paces');
  await page.getByRole('button', { name: 'Mark as assumed' }).click();
  await expect(page.getByText(/^This .*/).first()).toBeVisible();
  await page.getByLabel('Could also be').fill('15 m');
  await page.getByRole('button', { name: 'Mark as assumed' }).click();
  const entry = page.getByRole('region', { name: 'Upper radiators: length, plant to manifold' });
  await expect(entry).toContainText(/If it is 15\sm/);
  await expect(entry).toContainText('A reading: Upper radiators');
  await expectAccessible(page);
  await entry.getByRole('button', { name: /settled/ }).click();
  await expect(page.getByText('Nothing is marked as assumed.')).toBeVisible();
});

test('glycol, parts in line and the control of a pump reach the design', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'circuits');
  const loft = await pickCircuit(page, 'Loft');
  for (const line of ['Pump', 'Loops', 'Pipes and parts']) await openLine(loft, line);
  const head = loft.getByRole('button', { name: /^Loft: head of the index run/ });
  const before = await head.getAttribute('aria-label');
  await loft.getByRole('button', { name: 'Parts in the flow, from the pump up: put in a part' }).click();
  await page.getByRole('menuitem', { name: /^Y strainer/ }).click();
  await expect(loft.getByText('Y strainer')).toBeVisible();
  await expect(head).not.toHaveAttribute('aria-label', before ?? '');
  await loft.getByLabel('Pump control').click();
  await page.getByRole('option', { name: 'Constant delta T' }).click();
  await expect(loft.getByRole('region', { name: 'Loops and their settings' })).toContainText('open (index)');
  await page.getByRole('link', { name: /Site$/ }).click();
  await openLine(page, 'Water');
  await page.getByRole('combobox', { name: 'Fluid' }).click();
  await page.getByRole('option', { name: 'Water with propylene glycol' }).click();
  await page.getByLabel(/^Share of glycol/).fill('35 %');
  await expect(page.getByText(/freezes at -1[\d.]+\s°C/)).toBeVisible();
  await saved(page);
  const { job } = await (await page.request.get(`/api/jobs/${id}`)).json();
  expect(job.fluid.kind).toBe('propylene-glycol');
  expect(job.fluid.concentration).toBeCloseTo(0.35, 9);
  expect(job.circuits[2]).toMatchObject({
    pumpControl: 'constant-difference',
    components: ['isolating-valve', 'y-strainer'],
  });
});
