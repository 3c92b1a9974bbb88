import { expect, type Page, test } from '@playwright/test';
import type { Job } from '../model/job.ts';
import { countEntries } from './count-entries.ts';
import { saved } from './helpers.ts';

/** What a person had on the clipboard before: another program's work, so it is no entry of this one. */
async function onClipboard(page: Page, text: string): Promise<void> {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.evaluate((words) => navigator.clipboard.writeText(words), text);
}

const jobOf = async (page: Page): Promise<Job> => {
  await saved(page);
  const id = /\/jobs\/([^/?]+)/.exec(page.url())?.[1];
  return (await (await page.request.get(`/api/jobs/${id}`)).json()).job;
};

const step = (page: Page, name: string) => page.getByRole('navigation').getByRole('link', { name, exact: true }).click();
const segment = (page: Page, group: string, name: string) =>
  page.getByRole('group', { name: group }).getByRole('button', { name, exact: true }).click();
/** One click into a field and what is typed there. */
async function type(page: Page, label: string, text: string): Promise<void> {
  await page.getByLabel(label, { exact: false }).first().click();
  // What stood there is chosen by then, so that typing replaces it.
  await page.waitForTimeout(60);
  await page.keyboard.type(text);
}
/** The first cure of a finding that has one. */
async function remedy(page: Page, title: RegExp): Promise<void> {
  await page.getByRole('listitem').filter({ hasText: title }).locator('[data-remedy]').first().click();
}

async function start(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  await expect(page.getByLabel('Name of the job')).toBeFocused();
  await page.keyboard.type(name);
}

test('A: ten radiators on the pipes of a house, a tee nobody has seen, 7 kW: at most 60 entries', async ({ page }) => {
  const count = await countEntries(page);
  await page.goto('/');
  await start(page, 'Rowan Row');
  await segment(page, 'What is there', 'Pipes and radiators');
  await segment(page, 'Kind of source', 'Heat pump, outdoor air');
  await type(page, 'Output, if known', '7');
  await page.keyboard.press('Control+Enter');
  const rooms = [
    ['Room', 'Storey', 'Heat load (W)', 'Emitters'],
    ['Parlour', 'Ground', '980', '22 600x1600'],
    ['Kitchen', 'Ground', '720', '21 600x1200'],
    ['Dining', 'Ground', '810', '22 600x1200'],
    ['Hall', 'Ground', '430', '11 600x900'],
    ['Cloakroom', 'Ground', '240', '11 600x500'],
    ['Bed east', 'Upper', '760', '21 600x1200'],
    ['Bed west', 'Upper', '740', '21 600x1200'],
    ['Guest', 'Upper', '620', '21 600x1000'],
    ['Bath', 'Upper', '560', '22 600x800'],
    ['Landing', 'Upper', '310', '11 600x700'],
  ];
  await expect(page.getByRole('grid', { name: 'Rooms' })).toBeVisible();
  await onClipboard(page, rooms.map((row) => row.join('\t')).join('\n'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('10 rows pasted')).toBeVisible();
  await step(page, 'Pipes');
  await page.getByRole('button', { name: 'Enter as lines' }).click();
  await onClipboard(
    page,
    [
      '28 6 cellar',
      '  22 4 front : Parlour, Hall',
      '    15 5 front end : Cloakroom',
      '  22 6 back : Kitchen, Dining',
      '  28? 5 under the landing : Landing',
      '    22 5.5 east wing : Bed east, Guest',
      '    22 3 west wing : Bath, Bed west',
    ].join('\n'),
  );
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Use these lines' }).click();
  // The tee: where it may be, and the other structure looked at.
  await page.getByRole('button', { name: /^under the landing/ }).click();
  await type(page, 'Tee at the nearest', '1');
  await type(page, 'Tee at the farthest', '4');
  await segment(page, 'Taken as', '22 × 0.9 mm right through');
  await expect(page.getByRole('region', { name: 'A tee out of sight' }).getByText('Look: ')).toBeVisible();
  await segment(page, 'Taken as', '28 × 0.9 mm to a tee, then 22 × 0.9 mm');
  await step(page, 'Circuits');
  await type(page, 'Flow temperature of Radiators', '50');
  await type(page, 'Delta T of Radiators', '7');
  await step(page, 'Emitters');
  await type(page, 'Target flow temperature', '47');
  await page.getByRole('button', { name: /^Apply all, run at/ }).click();
  // Three lengths put right.
  await step(page, 'Pipes');
  await page.getByRole('button', { name: 'Edit as lines' }).click();
  const lines = await page.getByLabel('Sections of the tree').inputValue();
  await page.keyboard.press('Control+a');
  await onClipboard(
    page,
    lines
      .replace(/ 6 cellar/, ' 7 cellar')
      .replace(/ 4 front :/, ' 4.5 front :')
      .replace(/ 6 back/, ' 5.2 back'),
  );
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Use these lines' }).click();
  await step(page, 'Plant');
  await remedy(page, /air/);
  await step(page, 'Papers');
  await page.getByRole('button', { name: /^Look at it: .*wall/i }).click();
  const job = await jobOf(page);
  expect(job.rooms).toHaveLength(10);
  expect(job.rooms.every(({ emitters, circuit }) => emitters.length > 0 && circuit !== null)).toBe(true);
  expect(job.source).toMatchObject({ kind: 'heat-pump', capacity: 7000 });
  expect(job.circuits[0]?.sections.map(({ name }) => name)).toHaveLength(7);
  expect(job.circuits[0]?.sections.find(({ name }) => name === 'under the landing')?.unseen).toMatchObject({
    taken: 'tee',
    least: 1,
    most: 4,
  });
  expect(job.assumptions).toHaveLength(1);
  expect(await count.total(), await count.log()).toBeLessThanOrEqual(60);
});

test('B: ten rooms of floor on 5 kW, two manifolds of nine: at most 36 entries', async ({ page }) => {
  const count = await countEntries(page);
  await page.goto('/');
  await start(page, 'Larch Court');
  await segment(page, 'Kind of source', 'Heat pump, outdoor air');
  await type(page, 'Output, if known', '5');
  await page.keyboard.press('Tab');
  await page.keyboard.type('-9');
  await segment(page, 'Emitters', 'Radiators');
  await segment(page, 'Emitters', 'Floor heating');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('grid', { name: 'Rooms' })).toBeVisible();
  const rooms = [
    ['Room', 'Area (m2)', 'Heat load (W)'],
    ['Living', '32', '980'],
    ['Kitchen', '18', '560'],
    ['Study', '13', '420'],
    ['Hall', '12', '310'],
    ['Utility', '8', '230'],
    ['Bed 1', '17', '520'],
    ['Bed 2', '14', '450'],
    ['Bed 3', '13', '430'],
    ['Bath', '9', '420'],
    ['Shower', '9', '380'],
  ];
  await onClipboard(page, rooms.map((row) => row.join('\t')).join('\n'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('10 rows pasted')).toBeVisible();
  // Floors come with the rooms; the two baths have closer pipe.
  await page.locator('[data-rowindex="8"] [data-field="emitters"]').click();
  await page.keyboard.type('floor 100');
  await page.keyboard.press('Enter');
  await page.keyboard.type('floor 100');
  await page.keyboard.press('Enter');
  await step(page, 'Emitters');
  // One construction for the job: all floors are built so.
  await page.getByRole('button', { name: 'Add a construction' }).click();
  await page.getByRole('button', { name: /^Construction 1/ }).click();
  await type(page, 'Cover over the pipe', '65');
  await type(page, 'Target flow temperature', '35');
  await page.getByRole('button', { name: /^Apply all, run at/ }).click();
  await step(page, 'Plant');
  await page.getByRole('group', { name: 'Side panel' }).getByRole('button', { name: 'Entries' }).click();
  await page.getByRole('button', { name: 'Paste the block of a data sheet' }).click();
  await onClipboard(page, 'Outdoor\tFlow\tOutput kW\tCOP\n-7\t35\t4.6\t2.7\n2\t35\t5.0\t3.6\n7\t35\t5.2\t4.5\n-7\t45\t4.4\t2.2');
  await page.keyboard.press('Control+v');
  await step(page, 'Circuits');
  await page.getByRole('button', { name: /^Loops/ }).click();
  await page.getByRole('button', { name: 'Deal evenly to 2' }).click();
  await type(page, 'Name of manifold A', 'Hall cupboard');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Landing');
  await step(page, 'Plant');
  await page
    .getByRole('group', { name: 'Side panel' })
    .getByRole('button', { name: /^Findings/ })
    .click();
  await remedy(page, /air/);
  await step(page, 'Run');
  await step(page, 'Papers');
  const job = await jobOf(page);
  expect(job.rooms.map(({ emitters }) => emitters[0]?.kind)).toEqual(Array(10).fill('floor'));
  expect(job.rooms.flatMap(({ emitters }) => emitters).every((each) => each.kind === 'floor' && each.cover === 0.065)).toBe(true);
  expect(job.rooms.slice(8).map(({ emitters: [each] }) => each?.kind === 'floor' && each.spacing)).toEqual([0.1, 0.1]);
  expect(job.source.points).toHaveLength(4);
  expect(job.circuits[0]?.manifolds.map(({ name }) => name)).toEqual(['Hall cupboard', 'Landing']);
  expect(await count.total(), await count.log()).toBeLessThanOrEqual(36);
});

test('C: three floor zones at 120 °F and a radiator zone at 160 °F on tees, in US units: at most 27 entries', async ({
  page,
}) => {
  const count = await countEntries(page);
  await page.goto('/');
  await start(page, 'Juniper Lane');
  await segment(page, 'Units', 'US');
  await type(page, 'Output, if known', '75');
  await segment(page, 'Emitters', 'Floor heating');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('grid', { name: 'Rooms' })).toBeVisible();
  const rooms = [
    ['Room', 'Area (ft2)', 'Heat load (BTU/h)', 'Zone', 'Emitters'],
    ['Great room', '520', '14500', 'Living', 'floor 9'],
    ['Kitchen', '240', '6800', 'Living', 'floor 9'],
    ['Bedroom 1', '210', '5200', 'Bedrooms', 'floor 9'],
    ['Bedroom 2', '180', '4700', 'Bedrooms', 'floor 9'],
    ['Basement', '640', '11200', 'Basement', 'floor 12'],
    ['Attic', '260', '9800', 'Attic', '22 24x48; 22 24x48'],
  ];
  await onClipboard(page, rooms.map((row) => row.join('\t')).join('\n'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('6 rows pasted')).toBeVisible();
  await step(page, 'Circuits');
  // Radiators first, then the floors: their water is typed once and filled down.
  await type(page, 'Flow temperature of Attic', '160');
  await type(page, 'Flow temperature of Living', '120');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+d');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+d');
  await type(page, 'Run to Attic', '25');
  await page.keyboard.press('Enter');
  await page.keyboard.type('12');
  await step(page, 'Plant');
  await remedy(page, /air/);
  await step(page, 'Papers');
  const job = await jobOf(page);
  expect(
    job.circuits.map(({ name, connection, flowTemperature }) => [name, connection, Math.round(flowTemperature * 1.8 + 32)]),
  ).toEqual([
    ['Attic', 'direct', 160],
    ['Living', 'mixed', 120],
    ['Bedrooms', 'mixed', 120],
    ['Basement', 'mixed', 120],
  ]);
  expect(job.separation.kind).toBe('closely-spaced-tees');
  expect(await count.total(), await count.log()).toBeLessThanOrEqual(27);
});

test('D: two mixed circuits, a cylinder of 300 L and an old pump: at most 27 entries', async ({ page }) => {
  const count = await countEntries(page);
  await page.goto('/');
  await start(page, 'Alder Yard');
  await segment(page, 'What is there', 'Pipes and radiators');
  await type(page, 'Output, if known', '18');
  await segment(page, 'Hot water', 'Cylinder');
  await expect(page.getByLabel('Volume')).toBeFocused();
  await page.keyboard.type('300');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('grid', { name: 'Rooms' })).toBeVisible();
  const rooms = [
    ['Room', 'Heat load (W)', 'Circuit', 'Emitters'],
    ['Parlour', '1900', 'Front', '22 600x1600'],
    ['Hall', '900', 'Front', '22 600x900'],
    ['Workroom', '2400', 'Back', '2 x 22 600x1200'],
    ['Store', '700', 'Back', '11 600x1000'],
  ];
  await onClipboard(page, rooms.map((row) => row.join('\t')).join('\n'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('4 rows pasted')).toBeVisible();
  await step(page, 'Circuits');
  await page.getByLabel('Connection of Front').click();
  await page.keyboard.press('m');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+d');
  await type(page, 'Flow temperature of Front', '55');
  await page.keyboard.press('Enter');
  await page.keyboard.type('50');
  // What was typed is taken as the pointer leaves the field; on a slow machine the line may move from under it once.
  const pump = page.getByRole('button', { name: /^Pump/ });
  await expect(async () => {
    if ((await pump.getAttribute('aria-expanded')) !== 'true') await pump.click();
    expect(await pump.getAttribute('aria-expanded')).toBe('true');
  }).toPass();
  await page.getByRole('combobox', { name: 'Pump', exact: true }).click();
  await page.getByRole('option', { name: 'Existing pump …' }).click();
  await page.keyboard.type('Old 25-60');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel(/^Curve: flow/)).toBeFocused();
  await onClipboard(page, '0 5.8 45\n1000 5.2 60\n2000 4 72\n3000 2.2 78\n3800 0 80');
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Use this pump here' }).click();
  await step(page, 'Plant');
  // The cylinder on the wall opens what is decided of it.
  await page.getByRole('button', { name: 'Hot-water cylinder: pick' }).click();
  await type(page, 'Coil rating in one line', '28 kW 80/60 45');
  await step(page, 'Papers');
  const job = await jobOf(page);
  expect(job.circuits.map(({ name, connection, flowTemperature }) => [name, connection, flowTemperature])).toEqual([
    ['Front', 'mixed', 55],
    ['Back', 'mixed', 50],
  ]);
  expect(job.hotWater).toMatchObject({ volume: 0.3, coilOutput: 28_000, coilFlow: 80, coilReturn: 60 });
  expect(job.ownPumps).toMatchObject([{ label: 'Old 25-60', existing: true }]);
  expect(job.circuits[0]?.pump).toContain(job.ownPumps[0]?.id);
  expect(await count.total(), await count.log()).toBeLessThanOrEqual(27);
});

test('E: a unit heater added to a boiler with three zones: at most 28 entries', async ({ page }) => {
  const count = await countEntries(page);
  await page.goto('/');
  await start(page, 'Tern Garage');
  await segment(page, 'Units', 'US');
  await segment(page, 'What is there', 'A plant that runs: add a zone');
  await type(page, 'Output', '100');
  await type(page, 'Flow temperature', '180');
  await page.getByLabel('Its pump').click();
  await page.getByRole('option', { name: /^As A6/ }).click();
  await page.getByLabel('Zones that are there').click();
  await page.keyboard.type('Living 22 kBTU/h 3/4');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Bedrooms 18 kBTU/h 3/4');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Basement 12 kBTU/h 3/4');
  await expect(page.getByText('3 zones read.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).click();
  await page.keyboard.type('Garage');
  await type(page, 'Heat load', '21000');
  await type(page, 'Pipe to it, one way', '40');
  await type(page, 'Rated output, if chosen', '30000');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('region', { name: 'Spare capacity' })).toContainText('with it');
  await remedy(page, /air|vent/);
  await step(page, 'Papers');
  const job = await jobOf(page);
  expect(job.circuits.map(({ name, phase }) => [name, phase])).toEqual([
    ['Living', 'there'],
    ['Bedrooms', 'there'],
    ['Basement', 'there'],
    ['Garage', 'new'],
  ]);
  expect(job.distribution).toMatchObject({ kind: 'valves', pump: 'a6' });
  expect(job.rooms.at(-1)?.emitters[0]).toMatchObject({ form: 'unit-heater' });
  expect(await count.total(), await count.log()).toBeLessThanOrEqual(28);
});
