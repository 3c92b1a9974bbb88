import { expect, test } from '@playwright/test';
import { designJob } from '../core/job/design-job.ts';
import { summerDay } from '../core/job/summer.ts';
import { say, sayOnTag } from '../core/quantity/format.ts';
import { coilAndStores } from '../demo/coil-and-stores.ts';
import { summerMill } from '../demo/summer-mill.ts';
import { applyEdits } from '../model/place.ts';
import { complaints, expectAccessible, openEntries, openJob, openLine, pickCircuit, saved } from './helpers.ts';

const metric = summerMill.display;
const design = designJob(summerMill);

test('the wall turns over to summer, and says of each circuit what was solved', async ({ page }) => {
  const found = complaints(page);
  await openJob(page, { ...summerMill, name: 'Summer on the wall' }, 'plant');
  const wall = page.getByRole('region', { name: /^The wall/ });
  await page.getByRole('button', { name: 'Summer', exact: true }).click();
  await expect(page).toHaveURL(/mode=cooling/);
  const state = design.cooling?.state;
  for (const circuit of state?.circuits ?? []) {
    await expect(wall.getByText(sayOnTag(Math.abs(circuit.heat), 'power', metric), { exact: true }).first()).toBeVisible();
    await expect(wall.getByText(`↑ ${sayOnTag(circuit.supply, 'temperature', metric)}`, { exact: true }).first()).toBeVisible();
  }
  await expect(wall.getByText(`${sayOnTag(Math.abs(state?.source.heat ?? 0), 'power', metric)} cold`)).toBeVisible();
  await expect(wall.getByText('no part', { exact: true })).toBeVisible();
  // Rooms whose floor is shut in summer have nothing to call for.
  await expect(page.getByRole('button', { name: 'Kitchen: calls for cold' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Study: (calls|does not)/ })).toHaveCount(0);
  await expectAccessible(page);
  // One thermostat less: another state, which the address keeps.
  await page.getByRole('button', { name: 'Workshop: calls for cold' }).click();
  await expect(page).toHaveURL(/calls=\d*0/);
  await expect(wall.getByText('off', { exact: true }).first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Workshop: does not call' })).toBeVisible();
  await page.getByRole('button', { name: 'Winter', exact: true }).click();
  await expect(wall.getByText('no part', { exact: true })).toHaveCount(0);
  expect(found).toEqual([]);
});

test('a plant that turns over to a cold tank is drawn with that in summer', async ({ page }) => {
  await openJob(page, { ...coilAndStores(), name: 'Dye house in summer' }, 'plant?mode=cooling');
  const wall = page.getByRole('region', { name: /^The wall/ });
  await expect(wall.getByText('Cold tank', { exact: true })).toBeVisible();
  await expect(wall.getByText('Hot water', { exact: true })).toHaveCount(0);
  await page.getByRole('button', { name: 'Winter', exact: true }).click();
  await expect(wall.getByText('Hot water', { exact: true })).toBeVisible();
});

test('cold water of a circuit is entered, guarded, and mended by what a finding offers', async ({ page }) => {
  await openJob(page, { ...summerMill, name: 'Cold circuits' }, 'circuits');
  const floors = await pickCircuit(page, 'Ground floor');
  await openLine(floors, 'Summer');
  const solved = design.cooling?.circuits.find(({ circuitId }) => circuitId === 'c1')?.solved;
  await expect(floors.getByText(say(solved?.heat.value ?? 0, 'power', metric)).first()).toBeVisible();
  await expect(floors.getByRole('cell', { name: /dry, .* to spare/ }).first()).toBeVisible();
  const flow = floors.getByLabel(/^Flow when cooling/);
  await flow.fill('8');
  await flow.press('Enter');
  await expect(floors.getByRole('cell', { name: /wet by/ }).first()).toBeVisible();
  const finding = page.getByRole('listitem').filter({ hasText: 'condensation on' });
  await finding.getByRole('button', { name: /^Cool with/ }).click();
  await expect(floors.getByRole('cell', { name: /wet by/ })).toHaveCount(0);
  await expect(flow).toHaveValue('18');
  await floors.getByLabel('Kept above the dew point by').click();
  await page.getByRole('option', { name: 'A fixed limit' }).click();
  await expect(floors.getByLabel(/^Coldest water let through/)).toBeVisible();
  await expect(page.getByText('its guard has no sensor in the house').first()).toBeVisible();
  await saved(page);
  await expectAccessible(page);
});

test('what makes the cold is entered from the block of a data sheet, and by a tank of its own', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openJob(page, applyEdits({ ...summerMill, name: 'Cold machine' }, [{ at: 'source/cooling', value: null }]), 'plant');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await openEntries(page, 'Cooling');
  await expect(page.getByText('Nothing makes cold water yet.')).toBeVisible();
  await page.getByRole('button', { name: 'The heat pump also cools' }).click();
  const points = page.getByRole('group', { name: 'Data points when cooling' });
  await points.getByRole('button', { name: 'Paste the block of a data sheet' }).click();
  await page.evaluate(() => navigator.clipboard.writeText('35\t7\t9.6\t2.9\n35\t18\t12.8\t4.1'));
  await page.keyboard.press('Control+v');
  await expect(points.getByLabel('EER')).toHaveCount(2);
  await expect(points.getByLabel('EER').first()).toHaveValue('2.9');
  await page.getByLabel(/^Flow temperature when cooling/).fill('7');
  await page.getByLabel(/^Flow temperature when cooling/).press('Enter');
  // The sheet knows 35 °C alone: on a milder hottest day no more is promised than its point says.
  await expect(page.getByText(/cools up to/)).toContainText(/up to 9\.6\skW .*EER of 2\.9\./);
  await page.getByRole('button', { name: 'Add a tank of cold water' }).click();
  await expect(page.getByRole('group', { name: 'What cools Cold tank' })).toBeVisible();
  await page.getByRole('button', { name: 'Cooled by a machine of its own' }).click();
  await page.getByLabel(/^Cooling capacity of it/).fill('9');
  await page.getByLabel(/^Cooling capacity of it/).press('Enter');
  await expect(page.getByText(/^Chiller cools up to/)).toContainText('9 kW');
  await saved(page);
  // Looked at with the points whole: a field that the head of the panel half covers is no target of its own just then.
  await points.evaluate((group) => group.scrollIntoView({ block: 'center' }));
  await expectAccessible(page);
});

test('what one set of pipes and pumps gives in each mode stands beside what cools', async ({ page }) => {
  await openJob(page, { ...summerMill, name: 'Both modes beside' }, 'plant?mode=cooling');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await openEntries(page, 'Cooling');
  const table = page.getByRole('region', { name: 'Both modes', exact: true });
  const cold = design.cooling?.circuits ?? [];
  expect(cold.length).toBeGreaterThan(0);
  for (const { circuitId, solved } of cold) {
    const winter = design.circuits.find(({ id }) => id === circuitId);
    const summer = design.cooling?.pumps.find(({ place }) => place === `cooling/circuits/${circuitId}/pump`);
    const rows = table
      .getByRole('rowgroup')
      .filter({ hasText: winter?.name ?? circuitId })
      .getByRole('row');
    const share = design.solved?.circuits.find(({ id }) => id === circuitId)?.flowShare.value;
    await expect(rows.first()).toContainText(`Winter${say(share ?? Number.NaN, 'fraction', metric)}`);
    await expect(rows.last()).toContainText(`Summer${say(solved?.flowShare.value ?? Number.NaN, 'fraction', metric)}`);
    const power = winter?.sized?.pump?.duty?.power.value;
    if (power !== undefined) await expect(rows.first()).toContainText(say(power, 'electricPower', metric));
    const coldPower = summer?.duty?.power.value;
    if (coldPower !== undefined) await expect(rows.last()).toContainText(say(coldPower, 'electricPower', metric));
  }
  // Beside the drawing nothing of it is out of sight.
  expect(await table.evaluate((box) => box.scrollWidth <= box.clientWidth)).toBe(true);
});

test('who turns it over stands in the sequence, and the calls are told in either mode', async ({ page }) => {
  await openJob(page, { ...summerMill, name: 'Turned over' }, 'controls');
  await page.getByRole('button', { name: /^Heating and cooling/ }).click();
  await page.getByLabel('Turned over by').click();
  await page.getByRole('option', { name: 'The weather' }).click();
  await expect(page.getByText(/between the two it rests/)).toBeVisible();
  await expect(page.getByText(/Upper radiators takes no part/)).toBeVisible();
  await page.getByRole('button', { name: /^Calls/ }).click();
  const calls = page.getByRole('region', { name: 'Calls', exact: true });
  await calls.getByRole('button', { name: 'Summer', exact: true }).click();
  await expect(calls.getByRole('columnheader', { name: 'Cooling' })).toBeVisible();
  const all = calls.getByRole('row').filter({ hasText: 'Every thermostat calls' });
  await expect(all).toContainText(say(design.cooling?.source?.taken?.value ?? 0, 'power', metric));
  await all.getByRole('link').click();
  await expect(page).toHaveURL(/mode=cooling/);
});

test('the hottest day, a summer and other ways to cool are run', async ({ page }) => {
  test.setTimeout(180_000);
  await openJob(page, { ...summerMill, name: 'A summer of a test' }, 'run?view=summer');
  const day = summerDay(summerMill);
  if (!day) throw new Error('nothing cools');
  const whole = page.getByRole('region', { name: 'The hottest day' });
  const reading = (label: string) => whole.getByText(label, { exact: true }).locator('..');
  await expect(reading('Cold made')).toContainText(`${(day.energy.taken / 3.6e6).toFixed(1)}`);
  await expect(reading('Out of coils into trays')).toContainText(say(day.water.coils / 1000, 'volume', metric));
  await expect(reading('Starts of the machine')).toContainText(String(day.cycles));
  for (const name of ['Rooms and outdoors', 'Cold water and dew point', 'Humidity of rooms', 'Cold made'])
    await expect(page.getByRole('figure', { name: new RegExp(`^${name}`) })).toBeVisible();
  await page.getByRole('button', { name: /^Room by room/ }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Mill hall' })).toContainText(`${(day.hoursDamp[0] ?? 0).toFixed(0)}`);
  await page.getByRole('button', { name: 'Run the summer' }).click();
  await expect(page.getByRole('figure', { name: 'Cold made by day' })).toBeVisible({ timeout: 90_000 });
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Ways to cool, side by side/ }).click();
  await page.getByRole('button', { name: 'Compare ways to cool' }).click();
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Compare ways to cool' })).toBeVisible();
});

test('cooling loads are typed and pasted beside the others', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openJob(page, { ...summerMill, name: 'Cooling loads' }, 'rooms');
  await expect(page.getByRole('columnheader', { name: /Sensible cooling/ })).toBeVisible();
  await expect(page.getByText('Cooling, all at once')).toBeVisible();
  await page.evaluate(() => navigator.clipboard.writeText('Room\tCooling load (kW)\tLatent load (W)\nConservatory\t1.9\t150'));
  const last = page.getByRole('row').last().getByRole('gridcell').nth(1);
  await last.click();
  await page.keyboard.press('Control+v');
  const row = page.getByRole('row').filter({ hasText: 'Conservatory' });
  await expect(row).toContainText(/1.?900/);
  await expect(row).toContainText('150');
  await saved(page);
});
