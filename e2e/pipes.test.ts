import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { expectAccessible, openJob, saved } from './helpers.ts';

test('the audit: which section is too small at another delta T, a cure applied, and taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'pipes');
  const tree = page.getByRole('region', { name: 'Pipe tree' });
  await expect(tree).toContainText('2 of 5 sections are too small.');
  const slider = page.getByRole('slider');
  await slider.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(tree).toContainText('All sections are large enough.');
  await page.getByRole('button', { name: /^Back to 7/ }).click();
  await expect(tree).toContainText('2 of 5 sections are too small.');
  await page.getByRole('button', { name: /^Under the landing, 15 × 0\.7 mm: .* over, on the index run/ }).click();
  const section = page.getByRole('region', { name: 'Section', exact: true });
  await section.getByRole('button', { name: /^Lay 22 × 0\.9 mm here \(8\sm of pipe, under boards\)/ }).click();
  await expect(tree).toContainText('1 of 5 sections is too small.');
  await page.keyboard.press('Control+z');
  await expect(tree).toContainText('2 of 5 sections are too small.');
  await expectAccessible(page);
});

test('a tree is drafted from the rooms, and corrected', async ({ page }) => {
  await openJob(page, thistleMill, 'pipes');
  await page.getByRole('button', { name: 'Ground floor', exact: true }).click();
  await page.getByRole('button', { name: 'Draft a tree' }).click();
  await expect(page.getByRole('button', { name: /^Ground 1, / })).toBeVisible();
  await page.getByRole('button', { name: /^Ground 2, / }).click();
  const section = page.getByRole('region', { name: 'Section', exact: true });
  await section.getByLabel('Length, one way').fill('5 ft');
  await section.getByRole('button', { name: 'Add a section after it' }).click();
  await expect(section.getByLabel('Name')).toHaveValue('After Ground 2');
  await section.getByLabel('Branches off').click();
  await page.getByRole('option', { name: 'Ground 1' }).click();
  await expect(page.getByRole('button', { name: /^After Ground 2, .* no load$/ })).toBeVisible();
  await section.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('button', { name: /^After Ground/ })).toHaveCount(0);
});

test('a tree typed as lines with a tee nobody has seen: taken either way, with what settles it, and seen at last', async ({
  page,
}) => {
  const id = await openJob(page, { ...thistleMill, assumptions: [] }, 'pipes');
  await page.getByRole('button', { name: 'Upper radiators', exact: true }).click();
  await page.getByRole('button', { name: 'Edit as lines' }).click();
  const lines = page.getByLabel('Sections of the tree');
  await lines.fill('23 4 cellar');
  await expect(page.getByText(/“23” is no size of this pipe; use 10, 12, 15/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Use these lines' })).toBeDisabled();
  await lines.fill('');
  // Tab indents what is typed, and the next line begins as deep.
  await page.keyboard.type('28? 5 landing : Landing');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.type('15 5.5 east : Bedroom east, Guest');
  await page.keyboard.press('Enter');
  await page.keyboard.type('15 3 west : Bathroom, Bedroom west');
  await expect(lines).toHaveValue(
    '28? 5 landing : Landing\n  15 5.5 east : Bedroom east, Guest\n  15 3 west : Bathroom, Bedroom west',
  );
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: /^landing, 28/ }).click();
  const tee = page.getByRole('region', { name: 'A tee out of sight' });
  await expect(tee).toContainText('28 mm outside means a trunk to a tee, then branches; 15 mm means one pipe right through');
  await tee.getByRole('button', { name: '15 × 0.7 mm right through' }).click();
  await expect(page.getByRole('button', { name: /^landing, 15 × 0\.7 mm/ })).toBeVisible();
  const stored = async () => (await (await page.request.get(`/api/jobs/${id}`)).json()).job;
  await saved(page);
  expect((await stored()).assumptions).toMatchObject([{ alternatives: ['tee'] }]);
  expect(
    (await stored()).circuits[1].sections.map(({ size, length }: { size: string; length: number }) => [size, length]),
  ).toEqual([
    ['15x0.7', 5],
    ['15x0.7', 5.5],
    ['15x0.7', 3],
  ]);
  // A room goes to another section in one step.
  await page.getByRole('button', { name: /^west, 15/ }).click();
  await page.getByRole('combobox', { name: /^Rooms at its end/ }).click();
  await page.getByRole('option', { name: /^Guest room/ }).click();
  await page.keyboard.press('Escape');
  await saved(page);
  expect((await stored()).circuits[1].sections.map(({ rooms }: { rooms: string[] }) => rooms)).toEqual([
    ['r10'],
    ['r6'],
    ['r9', 'r7', 'r8'],
  ]);
  await page.getByRole('button', { name: /^landing, 15/ }).click();
  await expectAccessible(page);
  await tee.getByRole('button', { name: 'Seen: it is as taken' }).click();
  await saved(page);
  expect((await stored()).assumptions).toEqual([]);
});
