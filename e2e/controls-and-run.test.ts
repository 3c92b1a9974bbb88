import { expect, test } from '@playwright/test';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { complaints, expectAccessible, openJob, saved } from './helpers.ts';

test('the weather curve follows from the emitters, can be set, and a poor one is named', async ({ page }) => {
  const found = complaints(page);
  const id = await openJob(page, thistleMill, 'controls');
  await expect(page.getByRole('figure', { name: /flow temperature over the outdoor temperature/ })).toBeVisible();
  await expect(page.getByText(/^Set the controller to slope/)).toBeVisible();
  await page.getByLabel('Slope (number)').fill('0.5');
  await expect(page.getByText(/short\.$/).first()).toBeVisible();
  await saved(page);
  expect((await (await page.request.get(`/api/jobs/${id}`)).json()).job.source.curve.slope).toBe(0.5);
  await page.getByRole('link', { name: /Plant$/ }).click();
  await expect(page.getByRole('heading', { name: /its curve lies .* below the need/ })).toBeVisible();
  await page.getByRole('link', { name: /Controls$/ }).click();
  await page.getByRole('button', { name: 'Loft', exact: true }).click();
  await page.getByRole('button', { name: 'Follow the weather' }).click();
  await expect(page.getByText(/^Set the controller to slope/)).toBeVisible();
  await expectAccessible(page);
  expect(found).toEqual([]);
});

test('calls, sequence and wiring; a call opens the wall in its state, a wrong voltage is named', async ({ page }) => {
  await openJob(page, thistleMill, 'controls');
  await expect(page.getByRole('listitem').filter({ hasText: 'the pump of Loft runs' })).toBeVisible();
  const calls = page.getByRole('region', { name: 'Calls' });
  await expect(calls.getByRole('row', { name: /Workshop alone/ })).toContainText('Workshop');
  const wiring = page.getByRole('region', { name: 'Wiring schedule' });
  await expect(wiring.getByRole('row', { name: /Call for heat/ })).toContainText('a dry contact');
  await page.getByLabel('A wiring centre between').uncheck();
  await page.getByLabel('Thermostats give').click();
  await page.getByRole('option', { name: 'Mains voltage' }).click();
  await expect(wiring.getByRole('row', { name: /Thermostat Loft/ })).toContainText('mains voltage');
  await calls.getByRole('link', { name: 'Workshop alone' }).click();
  await expect(page).toHaveURL(/plant\?calls=000000010/);
  await expect(
    page.getByRole('heading', { name: /The thermostats give mains voltage, the relays want a dry contact/ }),
  ).toBeVisible();
});

test('a day is run, scrubbed and asked what if; a season runs', async ({ page }) => {
  test.setTimeout(150_000);
  const found = complaints(page);
  await openJob(page, thistleMill, 'run');
  await expect(page.getByRole('figure', { name: 'Temperatures over the day' })).toBeVisible({ timeout: 30_000 });
  const whatIf = page.getByRole('region', { name: 'What if' });
  await expect(whatIf.getByRole('row', { name: /As it is/ })).toBeVisible();
  const minute = page.getByRole('slider', { name: 'Minute of the day' });
  await minute.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('00:00', { exact: true }).last()).toBeVisible();
  await page.getByLabel(/^Set back by/).check();
  await expect(whatIf.getByRole('row', { name: /Without the set-back/ })).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Run the season' }).click();
  await expect(page.getByText(/^Run in \d/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/states of the plant were solved/)).toBeVisible();
  const hours = (count: number, value: (i: number) => number | string) =>
    Buffer.from(['temperature', ...Array.from({ length: count }, (_, i) => value(i))].join('\n'));
  const file = page.getByLabel('Weather file');
  await file.setInputFiles({ name: 'broken.csv', mimeType: 'text/csv', buffer: hours(72, (i) => (i === 9 ? 88 : 2)) });
  await expect(page.getByRole('alert')).toContainText('broken.csv: Line 11: 88 is no outdoor temperature');
  await file.setInputFiles({ name: 'week.csv', mimeType: 'text/csv', buffer: hours(168, (i) => -2 + (i % 24) / 4) });
  await expect(page.getByText(/^week\.csv: 168 values, 60 min apart/)).toBeVisible();
  await expect(page.getByText('Stale: the job or the weather has changed since.')).toBeVisible();
  await page.getByRole('button', { name: 'Run the season' }).click();
  await expect(page.getByText(/^Run in \d/)).toBeVisible({ timeout: 60_000 });
  await page.getByRole('link', { name: 'The wall with these calls' }).click();
  await expect(page).toHaveURL(/plant/);
  expect(found).toEqual([]);
});

test('five ways of piping the same rooms are laid side by side, and one of them is taken', async ({ page }) => {
  test.setTimeout(120_000);
  await openJob(page, SYSTEMS[20], 'run');
  await page.getByRole('button', { name: 'Lay them side by side' }).click();
  const sides = page.getByRole('region', { name: 'Side by side' });
  await expect(sides.getByRole('row', { name: /^Pumps \d/ })).toBeVisible({ timeout: 60_000 });
  await expectAccessible(page);
  await sides.getByRole('button', { name: 'Take Open, one temperature' }).click();
  await expect(page.getByText(/^Stale: the job/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
});
