import { expect, type Page, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { complaints, expectAccessible, openJob } from './helpers.ts';

const focused = (page: Page) =>
  page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent ?? '');
const wallOf = (page: Page) => page.getByRole('region', { name: 'The wall: drawing of the plant' });

test('the wall is one stop of the keyboard: arrows walk it, a letter goes to a circuit, Enter picks', async ({ page }) => {
  const found = complaints(page);
  await openJob(page, thistleMill);
  await expect(page.getByRole('button', { name: 'Ground floor: pump: pick' })).toBeVisible();
  await wallOf(page).focus();
  await page.keyboard.press('Home');
  const source = await focused(page);
  expect(source).toMatch(/pick$/);
  await page.keyboard.press('g');
  expect(await focused(page)).toMatch(/^Ground floor/);
  const before = await page.locator(':focus').boundingBox();
  await page.keyboard.press('ArrowDown');
  const after = await page.locator(':focus').boundingBox();
  expect(after?.y ?? 0).toBeGreaterThan(before?.y ?? 0);
  // Of the wall itself nothing else is a stop.
  expect(await wallOf(page).locator('[tabindex="0"]').count()).toBe(0);
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await expect(
    page
      .getByText('Only at the picked part.')
      .or(page.getByRole('region', { name: 'Source' }))
      .first(),
  ).toBeVisible();
  // The strip is one stop too: Tab comes to the open page, arrows go along.
  await page.getByRole('link', { name: 'Plant', exact: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('link', { name: 'Controls', exact: true })).toBeFocused();
  await page.keyboard.press('Home');
  await expect(page.getByRole('link', { name: 'Site', exact: true })).toBeFocused();
  expect(found).toEqual([]);
});

test('the tree of a circuit in small leads to its pipes, and says how many sections are too small', async ({ page }) => {
  await openJob(page, thistleMill);
  const tree = page.getByRole('button', { name: /^Upper radiators: pipe tree, 5 sections, 2 too small/ });
  await tree.click();
  await expect(page.getByRole('heading', { name: 'Pipes', level: 1 })).toBeVisible();
  await expect(page.getByText('2 of 5 sections are too small.')).toBeVisible();
});

test('a tag says whether it was designed or flows now, and what is required of a pump', async ({ page }) => {
  await openJob(page, thistleMill);
  const wall = wallOf(page);
  await expect(wall.getByText('now', { exact: true }).first()).toBeVisible();
  await expect(wall.getByText('design', { exact: true }).first()).toBeVisible();
  const designed = await wall.getByText('design', { exact: true }).count();
  // The head of the index run is the same in the sum, on the tag and in the line of the circuit.
  const said = await wall.getByRole('button', { name: /^Ground floor: head of the index run/ }).getAttribute('aria-label');
  const head = /([\d.]+\s?m)\./.exec(said ?? '')?.[1] ?? 'no head';
  await page.getByRole('button', { name: 'Kitchen: calls for heat' }).click();
  await expect(page.getByRole('button', { name: 'Kitchen: does not call' })).toBeVisible();
  // In another state pipes and source say what they do now.
  await expect.poll(() => wall.getByText('design', { exact: true }).count()).toBeLessThan(designed);
  await page.getByRole('link', { name: 'Circuits', exact: true }).click();
  await page.getByRole('button', { name: 'Open Ground floor', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Pump', exact: true })).toContainText(head.replace(/\s/g, '\u00a0'));
});

test('on a phone one riser fills the window; findings stand in a sheet at its foot', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const found = complaints(page);
  await openJob(page, { ...thistleMill, name: 'Mill on a phone' });
  const place = page.getByLabel('Place of the wall');
  await expect(place).toHaveValue(/\d+/);
  await expect(place.locator('option:checked')).toHaveText('Ground floor');
  await page.getByRole('button', { name: 'Next place' }).tap();
  await expect(place.locator('option:checked')).toHaveText('Upper radiators');
  await expect(page.getByRole('button', { name: 'Upper radiators: pump: pick' })).toBeInViewport();
  // A finger swipes from place to place as well.
  await wallOf(page).evaluate((wall) => wall.scrollBy({ left: -10_000 }));
  await expect(place.locator('option:checked')).not.toHaveText('Upper radiators');
  await place.selectOption('whole');
  await expect(page.getByRole('button', { name: 'Next place' })).toBeDisabled();
  await place.selectOption({ label: 'Loft' });
  const sheet = page.getByRole('complementary', { name: 'Findings and entries' });
  await expect(sheet.getByRole('listitem').first()).toBeHidden();
  await sheet.getByRole('button', { name: /^Findings \(\d+\) and entries$/ }).tap();
  await expect(sheet.getByRole('button', { name: 'Entries', exact: true })).toBeVisible();
  const box = await sheet.boundingBox();
  expect((box?.y ?? 0) + (box?.height ?? 0)).toBeCloseTo(844, 0);
  await expectAccessible(page);
  await sheet.getByRole('button', { name: 'Lower' }).tap();
  await expect(sheet.getByRole('button', { name: 'Entries', exact: true })).toBeHidden();
  // Everything that is pressed is as high as a thumb.
  for (const step of ['rooms', 'circuits', 'pipes', 'papers']) {
    await page.goto(page.url().replace(/\/[a-z]+(\?.*)?$/, `/${step}`));
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const low = await page.evaluate(() =>
      [...document.querySelectorAll('main button, main a')]
        .filter((each) => !each.closest('svg') && each.getClientRects().length > 0 && getComputedStyle(each).opacity !== '0')
        .filter((each) => each.getBoundingClientRect().height < 43.5)
        .map((each) => each.textContent),
    );
    expect(low, step).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth), step).toBeLessThanOrEqual(390);
  }
  expect(found).toEqual([]);
  await context.close();
});

test('a field and a sign lead to what the manual says of them', async ({ page }) => {
  await openJob(page, thistleMill, 'site');
  const field = page.getByLabel('Outdoor design temperature (°C)');
  await field.focus();
  await page.keyboard.press('Control+/');
  await expect(page.getByRole('heading', { name: 'Every field' })).toBeVisible();
  const line = page.locator('tr[aria-current="true"]');
  await expect(line.getByRole('rowheader')).toHaveText('Outdoor design temperature');
  await expect(line).toBeInViewport();
  await page.goBack();
  await page.getByRole('link', { name: 'Plant', exact: true }).click();
  await page.getByRole('button', { name: 'Ground floor: pump: pick' }).click();
  await page.getByRole('link', { name: 'About this part' }).click();
  await expect(page.getByRole('heading', { name: 'Signs on the wall' })).toBeVisible();
  await expect(page.locator('tr[aria-current="true"]')).toContainText('Pushes the water the way it points');
  await expectAccessible(page);
});

test('a long page lists its parts and brings each to the top', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 480 });
  await openJob(page, thistleMill, 'emitters');
  const parts = page.getByLabel('On this page');
  await expect(parts).toBeVisible();
  const name = (await parts.locator('option').last().textContent()) ?? '';
  await parts.selectOption({ label: name });
  await expect(page.getByRole('region', { name }).or(page.getByRole('heading', { name })).first()).toBeInViewport();
});

test('axes are marked at round numbers', async ({ page }) => {
  await openJob(page, thistleMill, 'controls');
  const chart = page.getByRole('figure', { name: /flow temperature over the outdoor temperature/ });
  const marks = chart.locator('.recharts-cartesian-axis-tick-value');
  await expect(marks.first()).toBeVisible();
  for (const text of await marks.allTextContents()) expect(Math.abs(Number(text.replace('−', '-')) % 5), text).toBe(0);
});
