import { expect, test } from '@playwright/test';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { NO_PRICES } from '../model/new-job.ts';
import { complaints, expectAccessible, openJob, openLine, saved } from './helpers.ts';

test('the weather curve follows from the emitters, can be set, and a poor one is named', async ({ page }) => {
  const found = complaints(page);
  const id = await openJob(page, thistleMill, 'controls');
  await expect(page.getByRole('figure', { name: /flow temperature over the outdoor temperature/ })).toBeVisible();
  await expect(page.getByText(/^Set the controller to slope/)).toBeVisible();
  await page.getByLabel('Slope').fill('0.5');
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
  await openLine(page, 'Calls');
  await openLine(page, 'Wiring');
  await expect(page.getByRole('listitem').filter({ hasText: 'the pump of Loft runs' })).toBeVisible();
  const calls = page.getByRole('region', { name: 'Calls', exact: true }).first();
  await expect(calls.getByRole('row', { name: /Workshop alone/ })).toContainText('Workshop');
  const wiring = page.getByRole('region', { name: 'Wiring schedule' });
  await expect(wiring.getByRole('row', { name: /Call for heat/ })).toContainText('a dry contact');
  await page.getByLabel('A wiring centre between').uncheck();
  await page.getByLabel('Thermostat output').click();
  await page.getByRole('option', { name: 'Mains voltage' }).click();
  await expect(wiring.getByRole('row', { name: /Thermostat Loft/ })).toContainText('mains voltage');
  await calls.getByRole('link', { name: 'Workshop alone' }).click();
  await expect(page).toHaveURL(/plant\?calls=000000010/);
  await expect(
    page.getByRole('heading', { name: /The thermostats give mains voltage, the relays want a dry contact/ }),
  ).toBeVisible();
});

test('rooms that call together get one thermostat; one that calls nothing is named', async ({ page }) => {
  const found = complaints(page);
  const id = await openJob(page, thistleMill, 'controls');
  for (const line of ['Thermostats', 'Calls', 'Wiring']) await openLine(page, line);
  await page.getByRole('button', { name: 'A thermostat for several rooms' }).click();
  const thermostat = page.getByRole('group', { name: 'Thermostat 1' });
  await expect(thermostat.getByText('Calls nothing yet.')).toBeVisible();
  await expect(page.getByRole('heading', { name: /The thermostat t1 calls nothing/ })).toBeVisible();
  await thermostat.getByRole('combobox').click();
  await page.getByRole('option', { name: 'Boot room' }).click();
  await page.getByRole('option', { name: 'Shower' }).click();
  await page.keyboard.press('Escape');
  await expect(thermostat.getByText('Calls on Ground floor.')).toBeVisible();
  await thermostat.getByLabel('Name').fill('Wet rooms');
  await expect(
    page
      .getByRole('region', { name: 'Calls', exact: true })
      .first()
      .getByRole('row', { name: /Wet rooms alone/ }),
  ).toBeVisible();
  await expect(page.getByRole('heading', { name: /calls nothing/ })).toHaveCount(0);
  await expect(
    page.getByRole('region', { name: 'What the controls take' }).getByRole('row', { name: /Room thermostats/ }),
  ).toContainText('7');
  await saved(page);
  const stored = (await (await page.request.get(`/api/jobs/${id}`)).json()).job.thermostats;
  expect(stored).toEqual([{ id: 't1', name: 'Wet rooms', rooms: ['r4', 'r5'] }]);
  await expectAccessible(page);
  expect(found).toEqual([]);
});

test('a day is run, its minutes stand on the wall, it is asked what if', async ({ page }) => {
  test.setTimeout(150_000);
  const found = complaints(page);
  await openJob(page, thistleMill, 'run');
  const wall = page.getByRole('region', { name: 'The wall: drawing of the plant' });
  await expect(page.getByRole('figure', { name: 'Temperatures over the day' })).toBeVisible({ timeout: 30_000 });
  const whatIf = page.getByRole('region', { name: 'What if' });
  await expect(whatIf.getByRole('row', { name: /As it is/ })).toBeVisible({ timeout: 30_000 });
  const minute = page.getByRole('slider', { name: 'Minute of the day' });
  await minute.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('00:00', { exact: true }).first()).toBeVisible();
  // What the wall shows at midnight is not what it shows at noon.
  const atMidnight = await wall.textContent();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('00:01', { exact: true }).first()).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  for (let i = 0; i < 24; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText('12:00', { exact: true }).first()).toBeVisible();
  await expect.poll(async () => (await wall.textContent()) !== atMidnight).toBe(true);
  await page.getByRole('button', { name: 'Play the day' }).click();
  await expect.poll(async () => Number(await minute.inputValue())).toBeGreaterThan(12 * 3600 + 600);
  await page.getByRole('button', { name: 'Stop' }).click();
  const litres = page.getByLabel('Hot water a day');
  await litres.fill('300');
  await page.getByLabel('The house is').click();
  await page.getByRole('option', { name: /^Heavy/ }).click();
  await page.getByRole('button', { name: 'Kitchen' }).click();
  await expect(page.getByRole('figure', { name: 'The room over the day' })).toBeVisible();
  await page.getByLabel(/^Set back by/).check();
  await expect(whatIf.getByRole('row', { name: /Without the set-back/ })).toBeVisible({ timeout: 30_000 });
  await expectAccessible(page);
  await page.getByRole('link', { name: 'The whole wall with these calls' }).click();
  await expect(page).toHaveURL(/plant/);
  expect(found).toEqual([]);
});

const hours = (count: number, value: (i: number) => number | string) =>
  Buffer.from(['temperature', ...Array.from({ length: count }, (_, i) => value(i))].join('\n'));

test('a season runs with prices, can be cancelled, is kept with the job and marked when the job changes', async ({ page }) => {
  test.setTimeout(150_000);
  const found = complaints(page);
  const id = await openJob(page, { ...thistleMill, energy: NO_PRICES }, 'run?view=season');
  await page.getByRole('group', { name: 'Fuel' }).getByLabel('Price').fill('0,1');
  await page.getByRole('button', { name: 'Run the season' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: 'Run the season' })).toBeVisible();
  await page.getByRole('button', { name: 'Run the season' }).click();
  await expect(page.getByText(/^Run in \d/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/Still to be entered beside/)).toContainText('the price of electricity');
  await expect(page.getByRole('figure', { name: 'Starts of the source by day' })).toBeVisible();
  const kept = page.getByRole('region', { name: 'Results kept with the job' });
  await expect(kept.getByRole('row', { name: /^Season/ })).toContainText('the job as it is');
  await saved(page);
  const stored = (await (await page.request.get(`/api/jobs/${id}`)).json()).job.runs;
  expect(stored).toHaveLength(1);
  expect(stored[0].made).toBeGreaterThan(1e11);
  await page.getByRole('group', { name: 'Electricity' }).getByLabel('Price').fill('0,3');
  await expect(kept.getByRole('row', { name: /^Season/ })).toContainText('Stale: another job');
  await expect(page.getByText('Stale: the job or the weather has changed since.')).toBeVisible();
  await expectAccessible(page);
  const file = page.getByLabel('Weather file');
  await file.setInputFiles({ name: 'broken.csv', mimeType: 'text/csv', buffer: hours(72, (i) => (i === 9 ? 88 : 2)) });
  await expect(page.getByRole('alert')).toContainText('broken.csv: Line 11: 88 is no outdoor temperature');
  await file.setInputFiles({ name: 'week.csv', mimeType: 'text/csv', buffer: hours(168, (i) => -2 + (i % 24) / 4) });
  await expect(page.getByText(/^week\.csv: 168 values, 60 min apart/)).toBeVisible();
  await page.getByRole('button', { name: 'Run the season' }).click();
  await expect(page.getByText(/^Run in \d/)).toBeVisible({ timeout: 60_000 });
  await expect(kept.getByRole('row', { name: /^Season/ })).toHaveCount(2);
  await kept.getByRole('button', { name: /^Drop/ }).first().click();
  await expect(kept.getByRole('row', { name: /^Season/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'A day', exact: true }).click();
  await expect(page.getByText('Day 1 of 7')).toBeVisible();
  expect(found).toEqual([]);
});

test('ways of piping the same rooms are laid side by side, and one of them is taken', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await openJob(page, SYSTEMS[20], 'run?view=season');
  // Two weeks of weather from a file, by the hour.
  const hours = Array.from({ length: 14 * 24 }, (_, i) => String((i % 24) / 4 - 3));
  await page
    .getByLabel('Weather file')
    .setInputFiles({ name: 'fortnight.csv', mimeType: 'text/csv', buffer: Buffer.from(['temperature', ...hours].join('\n')) });
  await expect(page.getByText(/^fortnight\.csv/)).toBeVisible();
  await page.getByRole('button', { name: 'Side by side' }).click();
  const ways = page.getByRole('region', { name: 'Ways to lay side by side' });
  await expect(ways.getByRole('checkbox', { checked: true })).toHaveCount(4);
  // The header is there already: what is offered first differs from it.
  await expect(ways.getByLabel('Low-loss header')).toBeDisabled();
  await ways.getByLabel('Closely spaced tees, a pump for each zone').uncheck();
  await ways.getByLabel('By the gradient-led rulebook').check();
  await expect(ways.getByText(/through the same season \(fortnight/)).toBeVisible();
  await ways.getByRole('button', { name: 'Lay them side by side' }).click();
  const sides = page.getByRole('region', { name: 'Side by side' });
  await expect(sides.getByRole('row', { name: /^Pumps \d/ })).toBeVisible({ timeout: 60_000 });
  await expect(sides.getByRole('columnheader')).toHaveCount(4);
  await expect(page.getByRole('figure', { name: 'Starts a day, by way' })).toBeVisible();
  await expectAccessible(page);
  await saved(page);
  expect((await (await page.request.get(`/api/jobs/${id}`)).json()).job.runs).toHaveLength(4);
  await sides.getByRole('button', { name: 'Take Open, one temperature' }).click();
  await expect(page.getByText(/^Stale: the job/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^Run in \d/)).toBeVisible();
});

test('charts can be read in the dark: what their words are painted with stands out from what lies behind them', async ({
  page,
}) => {
  const id = await openJob(page, thistleMill, 'controls');
  await page.getByRole('button', { name: 'Dark', exact: true }).click();
  for (const step of ['controls', 'duty']) {
    await page.goto(`/jobs/${id}/${step}`);
    await expect(page.locator('svg text.recharts-text').first()).toBeVisible({ timeout: 30_000 });
    const contrasts = await page.locator('svg text.recharts-text').evaluateAll((texts) => {
      const channels = (colour: string) => (colour.match(/[\d.]+/g) ?? []).map(Number);
      const light = (colour: string) => {
        const [r = 0, g = 0, b = 0] = channels(colour).map((value) => {
          const share = value / 255;
          return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
        });
        return 0.2126 * r + 0.7152 * g + 0.0722 * b;
      };
      return texts.map((text) => {
        let behind: Element | null = text;
        while (behind && channels(getComputedStyle(behind).backgroundColor)[3] === 0) behind = behind.parentElement;
        const [a, b] = [
          light(getComputedStyle(text).fill),
          light(behind ? getComputedStyle(behind).backgroundColor : 'rgb(255, 255, 255)'),
        ];
        return { words: text.textContent, contrast: (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05) };
      });
    });
    expect(contrasts.length).toBeGreaterThan(4);
    for (const { words, contrast } of contrasts) expect(contrast, `${step}: ${words}`).toBeGreaterThanOrEqual(4.5);
  }
});
