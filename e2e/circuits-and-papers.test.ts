import { expect, test } from '@playwright/test';
import { thistleMillByLoads as thistleMill } from '../demo/thistle-mill.ts';
import { JOB_VERSION } from '../model/job.ts';
import { newCircuit, newJob, newRoom } from '../model/new-job.ts';
import { complaints, OWN_COPY, openEntries, openJob, openLine, pickCircuit, saved } from './helpers.ts';

test('circuits are added, changed and deleted, and the wall follows', async ({ page }) => {
  const job = {
    ...newJob('Two temperatures'),
    rooms: [newRoom('r1', { name: 'Hall', heatLoad: 2400 }), newRoom('r2', { name: 'Bath', heatLoad: 800 })],
  };
  const id = await openJob(page, job, 'circuits');
  await page.getByRole('button', { name: 'Add a circuit' }).click();
  await page.getByRole('menuitem', { name: 'Floor heating' }).click();
  await openLine(page, 'Board');
  const floor = page.getByRole('region', { name: 'Floor heating' });
  // The first circuit takes the rooms that are on none.
  await expect(page.getByRole('region', { name: 'Rooms and emitters by circuit' })).toContainText('Hall · 2');
  await expect(floor.getByRole('button', { name: /heat load: 3\.2\skW/ })).toBeVisible();
  await page.getByLabel('Flow temperature of Floor heating').fill('95 °F');
  await page.getByLabel('Name of c1').fill('Slab');
  await page.getByLabel('Connection of Slab').selectOption('direct');
  await expect(page.getByRole('heading', { name: /Slab needs 35\s°C and is supplied with 55\s°C/ })).toBeVisible();
  await page.getByRole('button', { name: 'Run the source at 35' }).click();
  await expect(page.getByRole('heading', { name: /Slab needs/ })).toBeHidden();
  await saved(page);
  await page.getByRole('link', { name: /Plant$/ }).click();
  await expect(page.getByRole('button', { name: /Slab: flow temperature that comes: 3[45](\.\d)?\s°C/ })).toBeVisible();
  await page.goto(`/jobs/${id}/circuits`);
  await page.getByRole('button', { name: 'Delete this circuit' }).click();
  await expect(page.getByText('No circuits yet.', { exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Rooms and emitters by circuit' })).toContainText('Bath');
});

test('ticked rooms go onto a circuit together', async ({ page }) => {
  await openJob(page, thistleMill, 'rooms');
  for (const row of [10, 11]) await page.locator(`[data-rowindex="${row}"] input[type="checkbox"]`).check();
  await page.getByRole('button', { name: 'Circuit …' }).click();
  await page.getByRole('menuitem', { name: 'Upper radiators' }).click();
  await expect(page.locator('[data-rowindex="10"] [data-field="circuit"]')).toContainText('Upper radiators');
  await page.getByRole('link', { name: /Plant$/ }).click();
  await expect(page.getByRole('button', { name: /Upper radiators: heat load: 5\.85\skW/ })).toBeVisible();
});

test('one typed load changes flow, pipe and pump on the wall', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'plant');
  const flow = page.getByRole('button', { name: /^Workshop: flow at the duty point/ });
  const before = await flow.getAttribute('aria-label');
  await page.getByRole('link', { name: /Rooms$/ }).click();
  await page.locator('[data-rowindex="12"] [data-field="heatLoad"]').click();
  await page.keyboard.type('9 kW');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: /Plant$/ }).click();
  await expect(page.getByRole('button', { name: /Workshop: heat load: 9\skW/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: /The source is 3\.\d+\skW short/ })).toBeVisible();
  expect(await flow.getAttribute('aria-label')).not.toBe(before);
  await saved(page);
  expect((await (await page.request.get(`/api/jobs/${id}`)).json()).job.rooms[12].heatLoad).toBe(9000);
});

test('separation re-pipes the wall', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await openEntries(page, 'Separation');
  await expect(page.getByRole('button', { name: 'Low-loss header: pick' })).toBeVisible();
  await page.getByLabel('Between source and circuits').click();
  await page.getByRole('option', { name: /^None/ }).click();
  await expect(page.getByRole('button', { name: 'Low-loss header: pick' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Source pump: pick' })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Low-loss header: pick' })).toBeVisible();
});

test('an earlier revision is brought back from the history', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'site');
  await page.getByLabel('Name of the job').fill('Thistle Mill, second thoughts');
  await saved(page);
  await page.goto(`/jobs/${id}/papers?part=history`);
  await expect(page.getByText('Name of the job')).toBeVisible();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByTitle(OWN_COPY, { exact: true })).toBeVisible();
  await saved(page);
  await expect(page.getByText('Back to revision 1')).toBeVisible();
});

test('figures in the papers show their sum as well', async ({ page }) => {
  await openJob(page, thistleMill, 'papers?part=tables');
  await openLine(page, 'Pipes');
  await page.getByRole('button', { name: /^Upper radiators, plant to manifold: pressure gradient/ }).click();
  const sum = page.getByRole('region', { name: 'The sum' });
  await expect(sum).toContainText('R = f / d · ρ v² / 2');
  await sum.getByRole('button', { name: 'computed: show its sum' }).first().click();
  await expect(sum).toContainText('Re = v · d / ν');
  await sum.getByRole('button', { name: 'Back to the sum before' }).click();
  await expect(sum).toContainText('Darcy-Weisbach');
  await sum.getByRole('button', { name: 'Close the sum' }).click();
  await expect(sum).toBeHidden();
});

test('a broken job file is refused with the place, and nothing comes in', async ({ page }) => {
  await page.goto('/');
  const name = 'Broken on the way';
  const broken = JSON.stringify({ ...thistleMill, name, rooms: [{ ...thistleMill.rooms[0], heatLoad: -5 }] });
  await page
    .getByLabel('Job file')
    .setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from(broken) });
  await expect(page.getByText(/rooms\[0\] \(Mill hall\) heatLoad is outside what is possible/)).toBeVisible();
  await page.getByLabel('Job file').setInputFiles({
    name: 'newer.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...thistleMill, name, version: JOB_VERSION + 1 })),
  });
  await expect(page.getByText(new RegExp(`The job file has version ${JOB_VERSION + 1}`))).toBeVisible();
  await page.reload();
  await page.getByLabel('Find a job by name or place').fill(name);
  await expect(page.getByText(`No job with “${name}” in its name or place.`)).toBeVisible();
});

test('names with markup and formulas are only text', async ({ page }) => {
  const found = complaints(page);
  const hostile = structuredClone(thistleMill);
  hostile.name = '<script>alert(1)</script>';
  (hostile.circuits[0] as { name: string }).name = '<img src=x onerror=alert(2)>';
  (hostile.rooms[0] as { name: string }).name = '=cmd|calc';
  await openJob(page, hostile, 'plant');
  await expect(page.getByTitle('<script>alert(1)</script>')).toBeVisible();
  await page.getByRole('link', { name: /Circuits$/ }).click();
  await openLine(page, 'Board');
  await expect(page.getByText('=cmd|calc').first()).toBeVisible();
  expect(found).toEqual([]);
});

test('an address of no job and an address of nothing say so', async ({ page }) => {
  await page.goto('/jobs/00000000-0000-4000-8000-000000000000/plant');
  await expect(page.getByRole('heading', { name: 'This job is not here' })).toBeVisible();
  await page.goto('/nowhere');
  await expect(page.getByRole('heading', { name: 'No such page' })).toBeVisible();
  await page.getByRole('link', { name: 'To the list of jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
});

test('the wall of a bare job says what to do first', async ({ page }) => {
  await openJob(page, newJob('Bare'), 'plant');
  await expect(page.getByRole('heading', { name: 'The wall draws itself from the rooms' })).toBeVisible();
  await page.getByRole('button', { name: 'Enter the rooms' }).click();
  await expect(page.getByRole('heading', { name: 'Rooms', exact: true })).toBeVisible();
});

test('a wide plant can be scrolled, and a phone can read a job', async ({ page }) => {
  const base = newJob('Wide');
  const circuits = Array.from({ length: 14 }, (_, i) => newCircuit(`c${i}`, base, { name: `Riser ${i}` }));
  const rooms = circuits.map((circuit, i) =>
    newRoom(`r${i}`, { name: `Flat ${i}`, heatLoad: 3000 + i * 100, circuit: circuit.id }),
  );
  await openJob(page, { ...base, circuits, rooms }, 'plant');
  const last = page.getByRole('button', { name: /^Riser 13: heat load/ });
  // A wide wall paints what is in the window: the far end comes as one gets there.
  await page.getByRole('region', { name: 'The wall' }).evaluate((wall) => wall.scrollTo(wall.scrollWidth, 0));
  await expect(last).toBeInViewport();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByLabel('Step of the work').selectOption('circuits');
  await expect(page.getByRole('heading', { name: 'Riser 0', exact: true })).toBeVisible();
  const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(overflow).toBeLessThanOrEqual(0);
});

test('thermostatic valves tell the air of each room, and valves that hold their flow say it', async ({ page }) => {
  await openJob(page, thistleMill, 'circuits');
  const upper = await pickCircuit(page, 'Upper radiators');
  await openLine(upper, 'Loops');
  await openLine(upper, 'Zones');
  const loops = upper.getByRole('region', { name: 'Loops and their settings' });
  await expect(loops.getByRole('columnheader', { name: 'Room' })).toHaveCount(0);
  await upper.getByLabel('Loop and radiator valves').click();
  await page.getByRole('option', { name: 'Thermostatic: follow the room' }).click();
  await expect(loops.getByRole('columnheader', { name: 'Room' })).toBeVisible();
  await expect(loops.getByRole('cell', { name: 'by the room' }).first()).toBeVisible();
  await expect(loops.getByRole('cell', { name: /^1[78](\.\d)?\s°C$/ }).first()).toBeVisible();
  await upper.getByLabel('Loop and radiator valves').click();
  await page.getByRole('option', { name: 'Hold their flow' }).click();
  await expect(loops.getByRole('cell', { name: /^holds [\d.]+\sL\/min$/ }).first()).toBeVisible();
});

test('no page is wider than a phone, and the open step is in sight', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  const id = await openJob(page, thistleMill, 'plant');
  for (const step of [
    'site',
    'rooms',
    'emitters',
    'circuits',
    'pipes',
    'plant',
    'duty',
    'controls',
    'run',
    'papers',
    'papers?part=parts',
    'papers?part=files',
    'papers?part=history',
  ]) {
    await page.goto(`/jobs/${id}/${step}`);
    const open = page.getByLabel('Step of the work');
    await expect(open).toBeInViewport({ ratio: 0.9 });
    await expect(open).toHaveValue(step === 'duty' ? 'run' : (step.split('?')[0] as string));
    await expect(page.getByRole('status').filter({ hasText: /Working out the plant|One moment|Opening/ })).toHaveCount(0);
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth), step).toBeLessThanOrEqual(390);
  }
});

test('a long history is shown by the page, to its beginning', async ({ page }) => {
  const id = await openJob(page, { ...thistleMill, name: 'Saved often' }, 'papers?part=history');
  for (let revision = 1; revision <= 103; revision++)
    await page.request.put(`/api/jobs/${id}`, {
      data: { revision, summary: `Save ${revision + 1}`, job: { ...thistleMill, name: `Saved ${revision + 1} times` } },
    });
  await page.reload();
  const rows = page.getByRole('listitem').filter({ hasText: /Restore|This one/ });
  await expect(rows).toHaveCount(100);
  await page.getByRole('button', { name: 'Show earlier ones' }).click();
  await expect(rows).toHaveCount(104);
  await expect(page.getByRole('button', { name: 'Show earlier ones' })).toBeHidden();
  await rows.last().getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByTitle('Saved often')).toBeVisible();
  await saved(page);
});
