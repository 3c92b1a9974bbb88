import { expect, test } from '@playwright/test';
import ExcelJS from 'exceljs';
import { thistleMillByLoads as thistleMill } from '../demo/thistle-mill.ts';
import { openJob, openLine, saved } from './helpers.ts';

const cell = (page: import('@playwright/test').Page, row: number, column: string) =>
  page.locator(`[data-rowindex="${row}"] [data-field="${column}"]`);

test('rooms are typed, pasted, undone and there again after the browser was closed', async ({ page, context }) => {
  const id = await openJob(page, thistleMill, 'rooms');
  await cell(page, 1, 'heatLoad').click();
  await page.keyboard.type('1,5 kW');
  await page.keyboard.press('Enter');
  await expect(cell(page, 1, 'heatLoad')).toContainText('500');
  await expect(cell(page, 2, 'heatLoad')).toBeFocused();
  // 1500 W on 24 m².
  await expect(cell(page, 1, 'specificLoad')).toHaveText('63');
  await page.keyboard.press('ArrowLeft');
  await expect(cell(page, 2, 'area')).toBeFocused();

  // A block from a spreadsheet, put at the empty row below the last room.
  await cell(page, 13, 'name').click();
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.evaluate(() => navigator.clipboard.writeText('Forge\tYard\t30\t2 kW\nStable\tYard\tlarge\t900\n'));
  await page.keyboard.press('Control+v');
  await expect(cell(page, 13, 'name')).toContainText('Forge');
  await expect(cell(page, 14, 'area')).toContainText('large');
  await page.keyboard.press('Control+z');
  await expect(cell(page, 13, 'name')).toHaveText('');
  await page.keyboard.press('Control+y');
  await expect(cell(page, 14, 'name')).toContainText('Stable');
  await saved(page);
  await page.close();

  const again = await context.newPage();
  await again.goto(`/jobs/${id}/rooms`);
  await expect(cell(again, 14, 'area')).toContainText('large');
  await expect(cell(again, 1, 'heatLoad')).toContainText('500');
  await again.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(again, 13, 'name')).toHaveText('');
});

test('a block of ten rooms goes in by the real clipboard, wherever the focus stands', async ({ page, context }) => {
  await openJob(page, { ...thistleMill, rooms: [], assumptions: [], thermostats: [] }, 'rooms');
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const block = Array.from({ length: 10 }, (_, i) => `Stall ${i + 1}\tYard\t${10 + i}\t${600 + i}`).join('\n');
  await page.evaluate((text) => navigator.clipboard.writeText(text), block);
  await cell(page, 0, 'name').click();
  await page.keyboard.press('Control+v');
  await expect(cell(page, 9, 'name')).toHaveText('Stall 10');
  await expect(cell(page, 9, 'heatLoad')).toContainText('609');
  await expect(cell(page, 10, 'name')).toHaveText('');
  // In an open cell the text belongs to that cell.
  await cell(page, 10, 'name').dblclick();
  await page.evaluate(() => navigator.clipboard.writeText('Loose box'));
  await page.keyboard.press('Control+v');
  await page.keyboard.press('Enter');
  await expect(cell(page, 10, 'name')).toHaveText('Loose box');
});

test('text in a cell or field that was not left yet survives the closing of the tab, ten times of ten', async ({
  page,
  context,
}) => {
  const id = await openJob(page, thistleMill, 'rooms');
  await expect(cell(page, 1, 'heatLoad')).toBeVisible();
  await page.close();
  for (let i = 0; i < 10; i++) {
    const tab = await context.newPage();
    await tab.goto(`/jobs/${id}/${i % 2 === 0 ? 'rooms' : 'site'}`);
    if (i % 2 === 0) {
      await cell(tab, i, 'name').click();
      await tab.keyboard.type(`Left open ${i}`);
    } else {
      const place = tab.getByLabel('Place', { exact: true });
      await expect(place).toBeVisible();
      await place.fill(`Left in the field ${i}`);
    }
    await tab.close();
  }
  const again = await context.newPage();
  await again.goto(`/jobs/${id}/rooms`);
  for (const i of [0, 2, 4, 6, 8]) await expect(cell(again, i, 'name')).toHaveText(`Left open ${i}`);
  await saved(again);
  const { job } = await (await again.request.get(`/api/jobs/${id}`)).json();
  expect(job.site.place).toBe('Left in the field 9');
});

test('a new room is typed into the empty last row', async ({ page }) => {
  await openJob(page, thistleMill, 'rooms');
  await cell(page, 13, 'name').click();
  await page.keyboard.type('Dovecote');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Yard');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('320');
  await page.keyboard.press('Enter');
  await expect(cell(page, 13, 'name')).toContainText('Dovecote');
  await expect(cell(page, 13, 'storey')).toContainText('Yard');
  await expect(cell(page, 13, 'heatLoad')).toContainText('320');
  await expect(cell(page, 14, 'name')).toHaveText('');
});

test('a table with bad cells is previewed, marked, and changes nothing until confirmed', async ({ page }) => {
  await openJob(page, thistleMill, 'rooms');
  await page.getByRole('button', { name: 'Read a file (CSV, XLSX, gbXML)' }).click();
  const chooser = page.getByLabel('Table of heat loads', { exact: true });
  await chooser.setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.alloc(0) });
  await expect(page.getByRole('alert')).toContainText('0 bytes');
  await chooser.setInputFiles({ name: 'b.csv', mimeType: 'text/csv', buffer: Buffer.from([1, 0, 2, 0, 3]) });
  await expect(page.getByRole('alert')).toContainText('not text');
  await chooser.setInputFiles({
    name: 'c.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Room;Load W\n${'A;1\n'.repeat(5000)}`),
  });
  await expect(page.getByRole('alert')).toContainText('5000 rows');
  await chooser.setInputFiles({
    name: 'd.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Room;Load W\n<img src=x onerror=alert(1)>;700\nPorch;12 parsecs\nKitchen;-4\n'),
  });
  await expect(page.getByText('2 cells cannot be used')).toBeVisible();
  await expect(page.getByText('has the unknown unit "parsecs"')).toBeVisible();
  await expect(page.getByText('Another room has this name.')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('13', { exact: true })).toBeVisible();
});

test('rooms without a load get a rough one by the class of the building, marked everywhere', async ({ page }) => {
  const rooms = thistleMill.rooms.map((room) => (room.id === 'r3' ? { ...room, heatLoad: null } : room));
  const id = await openJob(page, { ...thistleMill, rooms }, 'rooms');
  await page.getByLabel('Rooms without a load, for now').click();
  await page.getByRole('option', { name: /^Insulated, some decades old/ }).click();
  await expect(page.getByRole('gridcell', { name: 'about 825, rough' })).toBeVisible();
  await saved(page);
  expect((await (await page.request.get(`/api/jobs/${id}`)).json()).job.rooms[2].heatLoad).toBeNull();
  await page.getByRole('link', { name: /Circuits$/ }).click();
  await openLine(page, 'Board');
  await expect(page.getByText(/Study · about 825\sW, rough/)).toBeVisible();
  await page.getByRole('link', { name: /Plant$/ }).click();
  await expect(page.getByRole('heading', { name: /One room has only a rough load/ })).toBeVisible();
});

test('a workbook is read from the sheet that is chosen, and a building model by its spaces', async ({ page }) => {
  await openJob(page, { ...thistleMill, rooms: [], assumptions: [] }, 'rooms');
  const book = new ExcelJS.Workbook();
  book.addWorksheet('House').addRows([
    ['Room', 'Heat load (kW)', 'Area (m2)'],
    ['Snug', 0.82, 12],
  ]);
  book.addWorksheet('Annexe').addRows([
    ['Room', 'Heat load (kW)', 'Area (m2)'],
    ['Forge', 2.4, 31],
    ['Store', 0.5, 9],
  ]);
  await page.getByRole('button', { name: 'Read a file (CSV, XLSX, gbXML)' }).click();
  const file = page.getByLabel('Table of heat loads', { exact: true });
  await file.setInputFiles({
    name: 'loads.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: Buffer.from(await book.xlsx.writeBuffer()),
  });
  await expect(page.getByText('1 room, every cell understood.')).toBeVisible();
  await page.getByLabel('Sheet').click();
  await page.getByRole('option', { name: 'Annexe' }).click();
  await expect(page.getByText('2 rooms, every cell understood.')).toBeVisible();
  await file.setInputFiles('reference/cottage.gbxml');
  await expect(page.getByRole('cell', { name: 'Parlour & hearth', exact: true })).toBeVisible();
  await expect(page.getByLabel('Sheet')).toHaveCount(0);
  await page.getByRole('button', { name: 'Take in 3 rooms' }).click();
  await expect(page.getByRole('gridcell', { name: 'Parlour & hearth', exact: true })).toBeVisible();
});

test('the reading of a file can be stopped, and begun again', async ({ page }) => {
  await openJob(page, thistleMill, 'rooms');
  // The worker that reads is slow to come: there is time to think better of it.
  await page.route('**/assets/design.worker-*.js', async (route) => {
    await new Promise((done) => setTimeout(done, 2000));
    // The request may be gone with its worker by then.
    await route.continue().catch(() => {});
  });
  await page.getByRole('button', { name: 'Read a file (CSV, XLSX, gbXML)' }).click();
  const table = { name: 'rooms.csv', mimeType: 'text/csv', buffer: Buffer.from('Room;Heat load (W)\nPantry;410\n') };
  await page.locator('input[type=file]').setInputFiles(table);
  await expect(page.getByRole('status').filter({ hasText: 'Reading rooms.csv' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop reading' }).click();
  await expect(page.getByText('Reading rooms.csv')).toBeHidden();
  await page.unroute('**/assets/design.worker-*.js');
  await page.waitForTimeout(2500);
  await expect(page.getByRole('button', { name: 'Take in', exact: true })).toBeDisabled();
  await page.locator('input[type=file]').setInputFiles(table);
  await expect(page.getByRole('button', { name: 'Take in 1 room' })).toBeEnabled();
});

test('a 50 MB file is refused without being read', async ({ page }) => {
  await openJob(page, thistleMill, 'rooms');
  await page.getByRole('button', { name: 'Read a file (CSV, XLSX, gbXML)' }).click();
  await page.getByLabel('Table of heat loads', { exact: true }).evaluate((input: HTMLInputElement) => {
    const files = new DataTransfer();
    files.items.add(new File([new Uint8Array(50_000_000)], 'huge.csv'));
    input.files = files.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(page.getByRole('alert')).toContainText('huge.csv has 50.0 MB');
});

test('an impossible entry stays as typed, is explained, and counts as a finding', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'circuits');
  const deltaT = page.getByLabel(/^Delta T/).first();
  await deltaT.fill('0');
  await deltaT.blur();
  await expect(page.getByText('flow divides by delta T').first()).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel(/^Delta T/).first()).toHaveValue('0');
  await page.goto(`/jobs/${id}/plant`);
  await expect(page.getByRole('heading', { name: /delta T “0” is not used/ })).toBeVisible();
  await page.goto(`/jobs/${id}/circuits`);
  await page
    .getByLabel(/^Delta T/)
    .first()
    .fill('18 °F');
  await expect(page.getByText('delta T “0”')).toBeHidden();
  await expect(page.getByRole('button', { name: /Ground floor: return temperature: 28\s°C/ }).first()).toBeVisible();
});

test('work goes on while the server is away and reaches it later', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'site');
  await page.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await page.getByLabel('Place', { exact: true }).fill('Upper Ambersett');
  await expect(page.getByRole('status').filter({ hasText: 'Kept here' })).toBeVisible();
  // Even a closed tab loses nothing: the browser has it.
  await page.reload();
  await expect(page.getByLabel('Place', { exact: true })).toHaveValue('Upper Ambersett');
  await page.unroute('**/api/jobs/*');
  await page.getByLabel('Place', { exact: true }).fill('Upper Ambersett Mill');
  await saved(page);
  const { job } = await (await page.request.get(`/api/jobs/${id}`)).json();
  expect(job.site.place).toBe('Upper Ambersett Mill');
});

test('two windows on one job: what does not collide is joined, what does is chosen value by value', async ({ page, context }) => {
  const id = await openJob(page, thistleMill, 'site');
  const other = await context.newPage();
  await other.goto(`/jobs/${id}/site`);
  await expect(other.getByLabel('Place', { exact: true })).toBeVisible();
  // A window that stands idle shows what the other saved, without a reload.
  await page.getByLabel('Place', { exact: true }).fill('Upper Ambersett');
  await saved(page);
  await expect(other.getByLabel('Place', { exact: true })).toHaveValue('Upper Ambersett');
  // Cut off from the server both change the same entry, and one other entry each.
  for (const each of [page, other])
    await each.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await page.getByLabel('Place', { exact: true }).fill('Here');
  await page.getByLabel(/^Notes: what exists/).fill('Ladder in the yard');
  await other.getByLabel('Place', { exact: true }).fill('There');
  await other.getByLabel('Name of the job', { exact: true }).fill('Thistle Mill and barn');
  await page.unroute('**/api/jobs/*');
  await page.getByLabel(/^Notes: what exists/).press('End');
  await page.getByLabel(/^Notes: what exists/).pressSequentially('.');
  await saved(page);
  await other.unroute('**/api/jobs/*');
  const dialog = other.getByRole('dialog', { name: /changed here and in another window/ });
  await expect(dialog).toContainText('Before: Upper Ambersett');
  const go = dialog.getByRole('button', { name: /still to choose/ });
  await expect(go).toBeDisabled();
  await dialog.getByRole('button', { name: 'There: Here' }).click();
  await dialog.getByRole('button', { name: 'Go on with these' }).click();
  await saved(other);
  const { job } = await (await page.request.get(`/api/jobs/${id}`)).json();
  expect([job.site.place, job.site.notes, job.name]).toEqual(['Here', 'Ladder in the yard.', 'Thistle Mill and barn']);
  await expect(page.getByLabel('Name of the job', { exact: true })).toHaveValue('Thistle Mill and barn');
});

test('two tabs keep their own drafts: neither loses its work with both closed', async ({ page, context }) => {
  const id = await openJob(page, thistleMill, 'site');
  const other = await context.newPage();
  await other.goto(`/jobs/${id}/site`);
  await expect(other.getByLabel('Place', { exact: true })).toBeVisible();
  await context.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await page.getByLabel('Place', { exact: true }).fill('From the first');
  await other.getByLabel(/^Notes: what exists/).fill('From the second');
  for (const each of [page, other]) await expect(each.getByRole('status').filter({ hasText: 'Kept here' })).toBeVisible();
  const third = await context.newPage();
  await page.close();
  await other.close();
  await context.unroute('**/api/jobs/*');
  await third.goto(`/jobs/${id}/site`);
  await expect(third.getByLabel('Place', { exact: true })).toHaveValue('From the first');
  await expect(third.getByLabel(/^Notes: what exists/)).toHaveValue('From the second');
  await saved(third);
});

test('a browser that keeps nothing says so, and the job opens all the same', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      get() {
        throw new DOMException('blocked', 'SecurityError');
      },
    });
  });
  await openJob(page, thistleMill, 'site');
  await expect(page.getByLabel('Place', { exact: true })).toBeVisible();
  await page.route('**/api/jobs/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await page.getByLabel('Place', { exact: true }).fill('Nowhere kept');
  await expect(page.getByRole('status').filter({ hasText: 'Only in this tab' })).toBeVisible();
});

test('a save the server refuses says why, and offers the way back', async ({ page }) => {
  await openJob(page, thistleMill, 'site');
  await page.route('**/api/jobs/*', (route) =>
    route.request().method() === 'PUT'
      ? route.fulfill({
          status: 422,
          contentType: 'application/json',
          body: JSON.stringify({ detail: 'rooms[0] (Mill hall) name is wrong.' }),
        })
      : route.continue(),
  );
  await page.getByLabel('Place', { exact: true }).fill('Refused');
  const bar = page.getByRole('alert').filter({ hasText: 'rooms[0] (Mill hall) name is wrong.' });
  await expect(bar).toBeVisible();
  await page.getByLabel(/^Notes: what exists/).fill('Typed after it');
  await page.reload();
  await expect(page.getByLabel(/^Notes: what exists/)).toHaveValue('Typed after it');
  await page.unroute('**/api/jobs/*');
  await page.getByLabel(/^Notes: what exists/).pressSequentially('.');
  await saved(page);
});

test('units are switched in one place and mixed at will', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'site');
  await openLine(page, 'Units');
  await page.getByRole('combobox', { name: 'System' }).click();
  await page.getByRole('option', { name: 'US' }).click();
  await page.getByRole('combobox', { name: 'Pressure' }).click();
  await page.getByRole('option', { name: 'bar', exact: true }).click();
  await saved(page);
  await page.goto(`/jobs/${id}/plant`);
  await expect(page.getByRole('button', { name: /Ground floor: heat load: 17\.2\skBTU\/h/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Filling pressure, cold: 1\.3\d?\sbar/ })).toBeVisible();
});

test('the wall is worked by keyboard alone', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Low-loss header: pick' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Bore of the header')).toBeVisible();
  await page.getByRole('button', { name: /^Workshop: velocity|^Workshop, plant to manifold: velocity/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'The sum' })).toContainText('continuity');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'The sum' })).toBeHidden();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('rooms');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Rooms', exact: true })).toBeVisible();
});

test('a worker that fails is started again, and what was typed meanwhile is worked out', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await expect(page.getByRole('button', { name: /^Ground floor: heat load: 5\.05\skW/ })).toBeVisible();
  const [worker] = page.workers();
  await worker?.evaluate(() => {
    setTimeout(() => {
      throw new Error('made to fail');
    });
  });
  await expect(page.getByText('The computing broke off and was started again.', { exact: false })).toBeVisible();
  await page.getByRole('link', { name: /Rooms$/ }).click();
  await expect(cell(page, 0, 'heatLoad')).toBeVisible();
  await cell(page, 0, 'heatLoad').dblclick();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('4321');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: /Plant$/ }).click();
  // 5.05 kW of rooms, Mill hall 4,321 W in place of 2,150 W.
  await expect(page.getByRole('button', { name: /^Ground floor: heat load: 7\.22\skW/ })).toBeVisible();
  await saved(page);
});

test('a page whose program was built again meanwhile loads itself anew, once', async ({ page }) => {
  await openJob(page, thistleMill, 'site');
  await expect(page.getByRole('heading', { name: 'Site' })).toBeVisible();
  // The part for the pipes is gone, as after a build; the page that comes back finds the new one.
  let refused = 0;
  await page.route('**/assets/PipesPage-*.js', (route) => (refused++ === 0 ? route.fulfill({ status: 404 }) : route.continue()));
  let loads = 0;
  page.on('load', () => loads++);
  await page.getByRole('link', { name: /Pipes$/ }).click();
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
  await expect.poll(() => loads).toBe(1);
  await page.getByRole('link', { name: /Pipes$/ }).click();
  await expect(page.getByRole('heading', { name: 'Pipes', exact: true })).toBeVisible();
  // One that stays away is said instead of tried for ever.
  await page.route('**/assets/RunPage-*.js', (route) => route.fulfill({ status: 404 }));
  await page.getByRole('link', { name: /Run$/ }).click();
  await expect(page.getByRole('heading', { name: 'This page failed' })).toBeVisible();
  expect(loads).toBe(1);
});
