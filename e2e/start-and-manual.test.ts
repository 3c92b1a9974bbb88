import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { complaints, expectAccessible, openJob, saved } from './helpers.ts';

test('an empty job asks four things, by the keyboard alone, and leads on', async ({ page }) => {
  const found = complaints(page);
  await page.goto('/new');
  await expect(page.getByLabel('Name of the job')).toBeFocused();
  await page.keyboard.type('By keys');
  await expect(page.getByRole('img', { name: 'The plant in small' })).toBeVisible();
  await expectAccessible(page);
  // What cannot be read is said, and nothing is made of it.
  await page.getByLabel('Output, if known').fill('lots');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/^This is not a number/)).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('alert')).toContainText('cannot be read');
  await page.getByLabel('Output, if known').fill('6');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('grid', { name: 'Rooms' })).toBeVisible();
  await expect(page).toHaveTitle('Rooms, By keys');
  // The first cell has the focus: what is typed is the first room.
  await page.keyboard.type('Hall');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('14');
  await page.keyboard.press('Tab');
  await page.keyboard.type('900');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing is missing here.')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: 'Emitters', exact: true, level: 1 })).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('heading', { name: 'Circuits', exact: true, level: 1 })).toBeVisible();
  await saved(page);
  const id = /\/jobs\/([^/]+)/.exec(page.url())?.[1];
  const { job } = await (await page.request.get(`/api/jobs/${id}`)).json();
  expect(job.rooms).toMatchObject([{ name: 'Hall', area: 14, heatLoad: 900, circuit: 'c1', emitters: [{ kind: 'panel' }] }]);
  expect(job.source).toMatchObject({ kind: 'condensing-boiler', capacity: 6000 });
  expect(found).toEqual([]);
});

test('anything is found by its name, and a field with a value behind it is set', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Open a copy of Board for the forester' }).click();
  await expect(page.getByRole('button', { name: /: pick$/ }).first()).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('add a circ');
  await expect(page.getByText('Nothing by that name.')).toBeVisible();
  await page.keyboard.press('Escape');
  // The buttons of the page at hand are found too.
  await page.getByRole('link', { name: 'Circuits', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Add a circuit', exact: true })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('add a circ');
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Fan units' }).click();
  await expect(page.getByRole('button', { name: 'Open Fan units', exact: true })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('fan units flow temperature 48');
  await expect(page.getByRole('option', { name: /Set Fan units: flow temperature to 48/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Flow temperature of Fan units')).toHaveValue('48');
});

test('the list shows each job’s wall in small, how far it is and what is open', async ({ page }) => {
  await openJob(page, { ...thistleMill, name: 'Mill of the list' });
  await page.goto('/');
  await page.getByLabel('Find a job by name or place').fill('Mill of the list');
  const card = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('link', { name: 'Mill of the list', exact: true }) })
    .first();
  await expect(card.getByRole('img', { name: 'The wall of Mill of the list in small' })).toBeVisible();
  await expect(card).toContainText('Built · ');
  await expect(card).toContainText(/\d+ to fix/);
});

test('the manual is reached from a finding, says every limit in the units of the reader, and can be searched', async ({
  page,
}) => {
  const found = complaints(page);
  await page.goto('/manual/limits');
  await expect(page.getByRole('row', { name: /^Wanted velocity/ })).toContainText('0.9 m/s');
  await page.getByRole('button', { name: 'US', exact: true }).click();
  // By definition 1 ft is 0.3048 m: 0.9 m/s are 2.95 ft/s.
  await expect(page.getByRole('row', { name: /^Wanted velocity/ })).toContainText('2.95 ft/s');
  await page.getByLabel('Find in limits').fill('hygiene');
  await expect(page.getByText(/^Germs thrive between 77 and 131 °F/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'What the review looks for' }).click();
  await page.getByLabel('Find in findings').fill('dew point');
  await expect(page.getByRole('row').nth(1)).toBeVisible();
  await page.getByRole('link', { name: 'Circuits', exact: true }).click();
  await expect(page.getByRole('img')).toBeVisible();
  await expectAccessible(page);
  await page.goto('/findings');
  await expect(page.getByRole('heading', { name: 'What the review looks for' })).toBeVisible();
  await page.getByRole('button', { name: 'Metric', exact: true }).click();
  expect(found).toEqual([]);
});
