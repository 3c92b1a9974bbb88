import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { expectAccessible, openEntries, openJob, openLine, saved } from './helpers.ts';

test('one pump with a valve in each circuit, and back again', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await openEntries(page, 'Pumps');
  const both = page.getByRole('table', { name: 'Both ways, every zone calling' });
  await expect(both.getByRole('row', { name: /^Pumps/ })).toContainText('6');
  await both.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('button', { name: 'Pump of all circuits: pick' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Workshop: zone valve: pick' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Ground floor: pump: pick' })).toBeVisible();
  await expectAccessible(page);
  await saved(page);
  expect((await (await page.request.get(`/api/jobs/${id}`)).json()).job.distribution.kind).toBe('valves');
});

test('the cylinder calls: the heating waits and the source sends what charges it', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Hot water: does not call' }).click();
  await expect(page.getByRole('button', { name: 'Hot water: calls for heat' })).toBeVisible();
  await expect(page.getByText('off', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'All call' }).click();
  await expect(page.getByRole('button', { name: 'Hot water: does not call' })).toBeVisible();
});

test('a stove behind plates stands beside the boiler, and what is missing is said', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await openEntries(page, 'More sources');
  await page.getByRole('button', { name: 'Add a further source' }).click();
  const stove = page.getByRole('group', { name: 'Further source 1' });
  await stove.getByLabel('Name').fill('Stove in the hall');
  const named = page.getByRole('group', { name: 'Stove in the hall' });
  await named.getByLabel('Kind').click();
  await page.getByRole('option', { name: 'Solid-fuel boiler' }).click();
  await named.getByLabel('Order').click();
  await page.getByRole('option', { name: /Standby/ }).click();
  await named.getByLabel('Plates: approach (K)').fill('5');
  await expect(named.getByText(/plates/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stove in the hall: plate exchanger: pick' })).toBeVisible();
  await page.getByRole('button', { name: /^Findings/ }).click();
  await expect(page.getByRole('heading', { name: /Nothing takes the heat of the fire/ })).toBeVisible();
  await page.getByRole('button', { name: 'On backup: does not call' }).click();
  await expect(page.getByRole('button', { name: 'On backup: calls for heat' })).toBeVisible();
  await expectAccessible(page);
});

test('an old pump is entered by its curve and put where it serves; a slip in it is named', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Entries', exact: true }).click();
  await openEntries(page, 'Pumps');
  await page.getByRole('button', { name: 'Enter a pump' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What it says on its plate').fill('Green one from the cellar');
  await dialog.getByLabel(/^Curve/).fill('0 5\n900 6\n2000 0');
  await expect(dialog.getByText('Line 2 has a head that rises with the flow')).toBeVisible();
  await dialog.getByLabel(/^Curve/).fill('0 7 30\n900 5 45\n2000 0 50');
  await expect(dialog.getByText('3 points read.')).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Use this pump here' }).first().click();
  await saved(page);
  const { job } = await (await page.request.get(`/api/jobs/${id}`)).json();
  expect(job.ownPumps[0].points[1]).toEqual([900 / 3.6e6, 5, 45]);
  const used = [job.source, job.hotWater, ...job.circuits].filter((each: { pump: string }) => each.pump === 'own:p1');
  expect(used).toHaveLength(1);
});

test('a limit of the rulebook becomes the job’s own, with its reason', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'site');
  await openLine(page, 'School');
  await page.getByRole('combobox', { name: 'Rulebook' }).click();
  await page.getByRole('option', { name: /^Open low-temperature/ }).click();
  await page.getByRole('button', { name: 'Every limit …' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Look for a limit').fill('hottest water');
  const field = dialog.getByLabel('Hottest water of the source (°C)');
  await field.fill('fifty');
  await field.blur();
  await expect(dialog.getByText(/^This /)).toBeVisible();
  await field.fill('50');
  await dialog.getByLabel('Why it is different here').fill('Old radiators stay');
  await expectAccessible(page);
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('1 limit of your own')).toBeVisible();
  await saved(page);
  const { job } = await (await page.request.get(`/api/jobs/${id}`)).json();
  expect(job.ownRules).toEqual([{ id: 'hottestWater', limit: 50, reason: 'Old radiators stay' }]);
  await page.getByRole('link', { name: /Plant$/ }).click();
  await expect(page.getByRole('heading', { name: 'The rulebook has nothing between source and circuits' })).toBeVisible();
});

test('parts are found by name on the wall, the panel makes room, and paper shows the plant alone', async ({ page }) => {
  await openJob(page, thistleMill, 'plant');
  await page.getByRole('button', { name: 'Hide', exact: true }).click();
  await page.getByRole('button', { name: 'Find on the wall' }).click();
  await page.getByRole('combobox', { name: 'Find on the wall' }).fill('workshop: auto');
  await page.getByRole('option', { name: 'Workshop: automatic vent on the flow' }).click();
  await expect(page.getByText('Only at the picked part.')).toBeVisible();
  await expectAccessible(page);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText(/rulebook velocity-led/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByRole('navigation')).toBeHidden();
});

test('Fit shows the whole plant, and a state that does not fit it is said', async ({ page }) => {
  // Six circuits and a cylinder, with the panel open: the widest of the plants on a small screen.
  const circuits = thistleMill.circuits.flatMap((circuit, i) =>
    i < 2 ? [circuit, { ...circuit, id: `${circuit.id}0`, name: `More ${i}` }] : [circuit],
  );
  const rooms = thistleMill.rooms.map((room, i) =>
    i % 4 === 0 && ['c1', 'c2'].includes(room.circuit ?? '') ? { ...room, circuit: `${room.circuit}0` } : room,
  );
  await openJob(page, { ...thistleMill, name: 'Six circuits', circuits, rooms }, 'plant?calls=10');
  const alert = page.getByRole('alert').filter({ hasText: 'The address names a state that does not fit this plant' });
  await expect(alert).toBeVisible();
  await alert.getByRole('button', { name: 'Understood' }).click();
  await expect(alert).toBeHidden();
  expect(new URL(page.url()).searchParams.has('calls')).toBe(false);
  const fits = () =>
    page.evaluate(() => {
      const [title] = [...document.querySelectorAll('svg > title')].filter((each) => each.textContent === 'Plant-room wall');
      const svg = title?.parentElement;
      const edge = Math.min(
        innerWidth,
        document.querySelector('[aria-label="Size of the drawing"]')?.getBoundingClientRect().right ?? 0,
      );
      return svg != null && svg.getBoundingClientRect().right <= edge + 16;
    });
  // Readable first, and then too wide; whole when asked for.
  await expect.poll(fits).toBe(false);
  await page.getByRole('button', { name: 'Fit', exact: true }).click();
  await expect.poll(fits).toBe(true);
});
