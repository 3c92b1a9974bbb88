import { expect, test } from '@playwright/test';
import { fieldTransfer } from '../core/emitter/floor.ts';
import { oldFloors, railAndFloor } from '../demo/more-plants.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Floor } from '../model/emitter.ts';
import { expectAccessible, openJob, openLine, saved } from './helpers.ts';

test('the ladder: a line moved by keys and by hand, an improvement done and taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'emitters');
  const line = page.getByRole('slider', { name: 'Flow temperature of Ground floor' });
  await expect(line).toHaveAttribute('aria-valuetext', /^38/);
  const study = page.getByRole('button', { name: /^Study: needs 40\.1/ });
  await expect(study).toHaveAccessibleName(/short$/);
  await line.focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await expect(line).toHaveAttribute('aria-valuetext', /^40\.5/);
  await expect(study).toHaveAccessibleName(/spare$|enough$/);
  // Presses in quick succession are one step; a busy machine makes more of them.
  await expect(async () => {
    await page.keyboard.press('Control+z');
    await expect(line).toHaveAttribute('aria-valuetext', /^38/, { timeout: 2000 });
  }).toPass();

  // Dragged, it answers while it moves, and the job changes when it is let go.
  const box = await line.locator('rect').nth(1).boundingBox();
  if (!box) throw new Error('no line');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  for (let i = 1; i <= 20; i++) await page.mouse.move(box.x + box.width / 2 + 4 * i, box.y + box.height / 2);
  await expect(study).toHaveAccessibleName(/spare$/);
  await saved(page);
  await page.mouse.up();
  await expect(line).not.toHaveAttribute('aria-valuetext', /^38/);
  await page.keyboard.press('Control+z');
  await expect(line).toHaveAttribute('aria-valuetext', /^38/);

  // The smallest change that mends the room; done, the ladder shows it; taken back, it is as before.
  await study.click();
  const lower = page.getByRole('region', { name: 'What lowers Ground floor' });
  await expect(lower).toContainText('Study: pipe at 75 mm instead of 150');
  await lower.getByRole('button', { name: 'Apply', exact: true }).first().click();
  await expect(page.getByRole('button', { name: /^Study: needs 37\.\d/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(study).toBeVisible();
  await expectAccessible(page);
});

test('emitters: added, described, fed by another circuit, and a target for the flow temperature', async ({ page }) => {
  await openJob(page, thistleMill, 'emitters');
  await page.getByRole('button', { name: /^Bathroom: needs/ }).click();
  const room = page.getByRole('region', { name: 'Emitters of Bathroom' });
  await room.getByRole('button', { name: 'Add …' }).click();
  await page.getByRole('menuitem', { name: 'Floor heating' }).click();
  const floor = room.getByRole('region', { name: /^Screed over the pipe/ });
  await floor.getByLabel('Heated floor').fill('3.5');
  await floor.getByRole('button', { name: /Pipe, edge band/ }).click();
  await floor.getByLabel('Fed by').click();
  await page.getByRole('option', { name: 'Ground floor' }).click();
  // The room now hangs on two ladders, and what it asks of the radiators has fallen.
  await expect(page.getByRole('button', { name: /^Bathroom: needs/ })).toHaveCount(2);
  await expect(floor).toContainText('even, counterflow');
  await floor.getByLabel('Spacing (mm)').fill('fifty');
  await floor.getByLabel('Heated floor').focus();
  await expect(floor).toContainText('This is not a number');
  await floor.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('button', { name: /^Bathroom: needs/ })).toHaveCount(1);

  await page.getByRole('button', { name: /^Loft studio: needs/ }).click();
  const lower = page.getByRole('region', { name: 'What lowers Loft' });
  await lower.getByLabel(/Target flow temperature/).fill('45');
  await expect(lower.getByRole('status')).toContainText('bring it to');
  await lower.getByRole('button', { name: /Apply all, run at 45/ }).click();
  await expect(page.getByRole('slider', { name: 'Flow temperature of Loft' })).toHaveAttribute('aria-valuetext', /^45/);
  await expect(page.getByRole('region', { name: 'Loft', exact: true })).not.toContainText('short');
});

test('circuits are proposed by what the emitters need, taken, and taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'circuits');
  await page.getByRole('button', { name: 'Propose circuits' }).click();
  const byTemperature = page.getByRole('region', { name: 'By temperature', exact: true });
  await expect(byTemperature).toContainText('Floors, mixed at');
  await expectAccessible(page);
  await byTemperature.getByRole('button', { name: /^Use these circuits 3/ }).click();
  await expect(page.getByRole('button', { name: 'Open Floors', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Open Ground floor', exact: true })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Open Ground floor', exact: true })).toBeVisible();
});

test('a floor is put behind the towel rail: it gets cooler water, and no valve of its own', async ({ page }) => {
  await openJob(page, railAndFloor(), 'emitters?room=r1');
  const room = page.getByRole('region', { name: 'Emitters of Bathroom' });
  const floor = room.getByRole('region', { name: /^Screed over the pipe/ });
  const inlet = floor.getByText(/^Output at/);
  const behind = await inlet.textContent();
  await floor.getByRole('button', { name: /Pipe, edge band/ }).click();
  await expect(floor.getByLabel('Gets its water')).toHaveText('After Towel rail');
  await floor.getByLabel('Gets its water').press('ArrowDown');
  await page.getByRole('option', { name: 'From the manifold' }).click();
  await expect(inlet).toHaveText('Output at 55 °C');
  await floor.getByLabel('Gets its water').click();
  await page.getByRole('option', { name: 'After Towel rail' }).click();
  await expect(inlet).toHaveText(behind ?? '');
  // The other way round as well: the two would each wait for the other, and it says so where it was chosen.
  const rail = room.getByRole('region', { name: /^Towel rail/ });
  await rail.getByRole('button', { name: /Name, circuit/ }).click();
  // By the keyboard: the panel is still opening.
  await rail.getByLabel('Gets its water').press('ArrowDown');
  await page.getByRole('option', { name: /^After Screed/ }).click();
  await expect(rail).toContainText('Bathroom: Towel rail cannot follow');
  await rail.getByRole('button', { name: 'Feed it from the manifold' }).click();
  await expect(page.getByText('Bathroom: Towel rail cannot follow')).toHaveCount(0);
  await expect(inlet).toHaveText(behind ?? '');
  await page.getByRole('link', { name: /Circuits$/ }).click();
  await openLine(page, 'Loops');
  const loops = page.getByRole('region', { name: 'Loops and their settings' });
  await expect(loops.getByRole('row', { name: /^Bathroom, 2 of 2/ })).toContainText('in series');
});

test('a floor between joists: the deck that goes with it, rows in pairs, and back', async ({ page }) => {
  await openJob(page, oldFloors(), 'emitters?room=r4');
  const floor = page.getByRole('region', { name: 'Emitters of Loft' }).getByRole('region', { name: /^Plates under the deck/ });
  await floor.getByLabel('Built as').click();
  await page.getByRole('option', { name: /^Tracks between joists/ }).click();
  const tracks = page.getByRole('region', { name: /^Tracks between joists/ });
  await tracks.getByLabel('Every other gap').fill('300');
  await tracks.getByLabel('Spacing (mm)').focus();
  await expect(page.getByRole('region', { name: 'Tracks between joists, under the deck, 200 and 300 mm' })).toBeVisible();
  await expect(tracks).toContainText('Over the close rows');
  const made = oldFloors().rooms[3]?.emitters[0] as Floor;
  const transfer = fieldTransfer({ ...made, system: 'tracks-below', otherGap: 0.3 });
  await expect(tracks).toContainText(`${transfer.toFixed(2)} W/(m²K)`);
  // A deck of one's own stays when the system changes; only a usual one goes with its system.
  await tracks.getByRole('button', { name: /Pipe, edge band/ }).click();
  await expect(tracks.getByLabel('Deck over the pipe')).toHaveValue('22');
  await tracks.getByLabel('Built as').click();
  await page.getByRole('option', { name: 'Plates under a concrete slab' }).click();
  const slab = page.getByRole('region', { name: /^Plates under a concrete slab/ });
  await expect(slab.getByLabel('Deck over the pipe')).toHaveValue('140');
  await slab.getByLabel('Slab edge to the open').fill('9');
  await slab.getByLabel('Insulation of that edge').focus();
  await expect(slab).toContainText('Heat loss at the edge');
  await expect(slab).toContainText('the edge of the heated slab stands open');
  await slab.getByRole('button', { name: 'Insulate the edge as asked' }).click();
  await expect(slab).not.toContainText('stands open');
  await expectAccessible(page);
});
