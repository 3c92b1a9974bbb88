import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { expectAccessible, openJob } from './helpers.ts';

test('the audit: which piece is short at another delta T, a cure applied, and taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'pipes');
  const tree = page.getByRole('region', { name: 'Pipe tree' });
  await expect(tree).toContainText('2 of 5 pieces are short.');
  const slider = page.getByRole('slider');
  await slider.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(tree).toContainText('Every piece will do.');
  await page.getByRole('button', { name: /^Back to 7/ }).click();
  await expect(tree).toContainText('2 of 5 pieces are short.');
  await page.getByRole('button', { name: /^Under the landing, 15 × 0\.7 mm: .* short, on the longest path/ }).click();
  const piece = page.getByRole('region', { name: 'Piece of pipe' });
  await piece.getByRole('button', { name: /^Lay 22 × 0\.9 mm here \(8\sm of pipe, under boards\)/ }).click();
  await expect(tree).toContainText('1 of 5 pieces is short.');
  await page.keyboard.press('Control+z');
  await expect(tree).toContainText('2 of 5 pieces are short.');
  await expectAccessible(page);
});

test('a tree is drafted from the rooms, and corrected', async ({ page }) => {
  await openJob(page, thistleMill, 'pipes');
  await page.getByRole('button', { name: 'Ground floor', exact: true }).click();
  await page.getByRole('button', { name: 'Draft a tree' }).click();
  await expect(page.getByRole('button', { name: /^Ground, piece 1, / })).toBeVisible();
  await page.getByRole('button', { name: /^Ground, piece 2, / }).click();
  const piece = page.getByRole('region', { name: 'Piece of pipe' });
  await piece.getByLabel('Length, one way').fill('5 ft');
  await piece.getByRole('button', { name: 'Add a piece behind it' }).click();
  await expect(piece.getByLabel('Name')).toHaveValue('Behind Ground, piece 2');
  await piece.getByLabel('Branches off').click();
  await page.getByRole('option', { name: 'Ground, piece 1' }).click();
  await expect(page.getByRole('button', { name: /^Behind Ground, piece 2, .* carries nothing$/ })).toBeVisible();
  await piece.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('button', { name: /^Behind Ground/ })).toHaveCount(0);
});
