import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { expectAccessible, openJob } from './helpers.ts';

test('four plants are drafted for the same rooms; one is taken, and taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: /^Draft it another/ }).click();
  const dialog = page.getByRole('dialog');
  for (const title of ['Open, one temperature', 'Low-loss header', 'Closely spaced tees, a pump for each zone']) {
    await expect(dialog.getByRole('region', { name: title })).toContainText('Through it');
  }
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Take Buffer between source and circuits' }).click();
  await expect(page.getByRole('button', { name: 'Buffer: pick' })).toBeVisible();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByRole('button', { name: 'Low-loss header: pick' })).toBeVisible();
});

test('whether a tank is needed follows from the shortest run; the cylinder says when it is warm', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await page.getByRole('tab', { name: 'Header' }).click();
  await expect(page.getByText(/^Yes: .* beyond the .* that move/)).toBeVisible();
  await page.getByLabel('Shortest run (min)').fill('1');
  await expect(page.getByText(/^No: .* move with the smallest zone alone/)).toBeVisible();

  await page.getByRole('tab', { name: 'Hot water' }).click();
  await expect(page.getByText(/^Warm after/)).toBeVisible();
  await page.getByLabel('Charged with (°C)').fill('40');
  await expect(page.getByText(/^It never gets warm like this/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove the cylinder' }).click();
  await page.getByRole('button', { name: 'Add a cylinder with a coil' }).click();
  await expect(page.getByText(/^Warm after/)).toBeVisible();
  await expectAccessible(page);
});

test('a finding is let stand with its reason, and looked at again', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  const gap = page.getByRole('listitem').filter({ hasText: 'Rooms and whole house are 12 % apart' });
  await gap.getByRole('button', { name: 'Let it stand …' }).click();
  await gap.getByLabel('Reason').fill('The store is never heated');
  await gap.getByRole('button', { name: 'Record' }).click();
  await expect(gap).toContainText('Let stand: The store is never heated');
  await gap.getByRole('button', { name: 'Look at it again' }).click();
  await expect(gap).not.toContainText('Let stand');
});
