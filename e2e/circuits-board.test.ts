import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { expectAccessible, openJob, openLine, pickCircuit } from './helpers.ts';

test('a room is put on another circuit by keys and by hand, and taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'circuits');
  await openLine(page, 'Board');
  const board = page.getByRole('region', { name: 'Rooms and emitters by circuit' });
  const column = (name: string) => board.locator('div', { has: page.getByRole('heading', { name }) }).last();
  const landing = board.getByRole('button', { name: /^Landing/ });
  await expect(column('Upper radiators').getByRole('button', { name: /^Landing/ })).toBeVisible();
  await landing.focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(/Landing.* (picked up|over Upper radiators)\./)).toBeAttached();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/Landing.* over Loft\./)).toBeAttached();
  await page.keyboard.press('Space');
  await expect(column('Loft').getByRole('button', { name: /^Landing/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(column('Upper radiators').getByRole('button', { name: /^Landing/ })).toBeVisible();

  const from = await landing.boundingBox();
  const to = await column('Workshop').boundingBox();
  if (!from || !to) throw new Error('no board');
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 60, { steps: 12 });
  await page.mouse.up();
  await expect(column('Workshop').getByRole('button', { name: /^Landing/ })).toBeVisible();
  await expectAccessible(page);
});

test('manifolds have ports, loops are split alike, and a circuit gets cold water', async ({ page }) => {
  await openJob(page, thistleMill, 'circuits');
  const floor = await pickCircuit(page, 'Ground floor');
  await openLine(floor, 'Loops');
  await expect(floor.getByPlaceholder('A, Ground')).toBeVisible();
  await floor.getByLabel('Most ports of a manifold').fill('4');
  await expect(floor.getByPlaceholder('B, Ground')).toBeVisible();
  await expect(floor.getByRole('cell', { name: 'B1', exact: true })).toBeVisible();
  // One loop goes to another manifold by hand, and back to the program.
  await floor.getByRole('button', { name: 'Deal evenly to 2' }).click();
  await floor.getByRole('button', { name: '1 Mill hall 1' }).click();
  await floor.getByRole('button', { name: 'Put Mill hall 1 here' }).click();
  await expect(floor.getByRole('cell', { name: 'B5', exact: true })).toBeVisible();
  await floor.getByRole('button', { name: 'Leave it to the program' }).click();
  await expect(floor.getByRole('cell', { name: 'C1', exact: true })).toBeVisible();
  await openLine(floor, 'Zones');
  await floor.getByRole('combobox', { name: 'Loop and radiator valves' }).click();
  await page.getByRole('option', { name: 'None: loops take what comes' }).click();
  await expect(floor.getByText(/and nothing to set them by/)).toBeVisible();

  await page.getByRole('link', { name: 'Site', exact: true }).click();
  await openLine(page, 'Summer');
  await page.getByRole('combobox', { name: 'What the plant does' }).click();
  await page.getByRole('option', { name: 'It heats, and cools in summer' }).click();
  await expect(page.getByText(/^Dew point 16/)).toBeVisible();
  await page.getByRole('link', { name: 'Circuits' }).click();
  await openLine(floor, 'Summer');
  await floor.getByRole('button', { name: 'Give it cold water' }).click();
  await floor.getByLabel('Flow when cooling (°C)').fill('12');
  await expect(floor.getByText(/condensation on .* at 12/)).toBeVisible();
  // A number half under the strip at the top would count as too small to hit.
  await page.evaluate(() => window.scrollTo(0, 0));
  await expectAccessible(page);
});

test('a rating and a pipe typed once are there for the next room', async ({ page }) => {
  await openJob(page, thistleMill, 'emitters?room=r11');
  const room = page.getByRole('region', { name: 'Emitters of Loft studio' });
  await room.getByRole('button', { name: 'Keep for later' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name in your catalogue').fill('Studio panel');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('Studio panel is in your catalogue.')).toBeVisible();
  await room.getByRole('button', { name: 'Add …' }).click();
  await page.getByRole('menuitem', { name: 'Studio panel' }).click();
  await expect(room.getByRole('region', { name: 'Studio panel' })).toBeVisible();

  await page.getByRole('link', { name: 'Circuits' }).click();
  const loft = await pickCircuit(page, 'Loft');
  await openLine(loft, 'Pipes and parts');
  await loft.getByRole('combobox', { name: 'Size' }).first().click();
  await page.getByRole('option', { name: 'Another size …' }).click();
  await dialog.getByLabel('Outside diameter (mm)').fill('24');
  await dialog.getByLabel('Wall (mm)').fill('13');
  await expect(dialog.getByRole('button', { name: 'Use it and keep it in the catalogue' })).toBeDisabled();
  await dialog.getByLabel('Wall (mm)').fill('1,5');
  await dialog.getByRole('button', { name: 'Use it and keep it in the catalogue' }).click();
  await expect(loft.getByRole('combobox', { name: 'Size' }).first()).toContainText('24 × 1.5 mm');
  await page.getByRole('link', { name: 'Site', exact: true }).click();
  await openLine(page, 'Catalogue');
  await page.getByRole('button', { name: 'Delete Studio panel' }).click();
  await expect(page.getByText(/Studio panel is out of your catalogue/)).toBeVisible();
});
