import { expect, type Page, test } from '@playwright/test';
import { DESIGN_DAY } from '../core/commission/book-state.ts';
import { readingPoints } from '../core/commission/reading-points.ts';
import { kindOfReading } from '../core/commission/reading-words.ts';
import { EXAM_FAULTS, examSeed } from '../core/diagnosis/exam.ts';
import { hide } from '../core/diagnosis/practice.ts';
import { boardOf, practiceEnd, practiceReading } from '../core/diagnosis/practice-board.ts';
import { shownWith } from '../core/diagnosis/predict.ts';
import { ALL_QUANTITIES, libraryOf, tell } from '../core/diagnosis/told.ts';
import { faultsOf } from '../core/fault/faults.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { editText } from '../core/quantity/format.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { expectAccessible, openJob } from './helpers.ts';

const { design, plant } = designWithPlant(thistleMill);
const sound = { job: thistleMill, design, assembly: plant?.assembly as NonNullable<typeof plant>['assembly'] };
const fault = faultsOf(sound).find(({ id }) => id === 'loop-shut@rooms/r2/e1/loop1');
const shown = fault && shownWith(sound, fault, 1, DESIGN_DAY)?.readings;
const points = readingPoints(thistleMill, design);
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

/** The whole page at once: what lies half under the bar at the foot is no smaller for it. */
async function accessibleWhole(page: Page): Promise<void> {
  await page.setViewportSize({ width: 390, height: 4400 });
  await expectAccessible(page);
  await page.setViewportSize({ width: 390, height: 844 });
}

/** Writes down all the meters, or all the return temperatures, of a manifold. @returns how many */
async function readRound(page: Page, quantity: 'flow' | 'back'): Promise<number> {
  const next = page.getByRole('region', { name: 'Next' });
  let count = 0;
  for (const point of points.filter((each) => each.quantity === quantity && each.key.includes('/loop'))) {
    const field = next.getByLabel(`${point.where}: ${lower(point.label)}`, { exact: true });
    if ((await field.count()) === 0) continue;
    await field.fill(editText(shown?.get(point.key) ?? Number.NaN, kindOfReading(point), thistleMill.display));
    count++;
  }
  await next.getByRole('button', { name: 'Keep in the book' }).click();
  return count;
}

/** Does what is asked for on a plant whose kitchen loop is shut at its meter. */
async function doWhatIsAsked(page: Page): Promise<void> {
  const next = page.getByRole('region', { name: 'Next' });
  const seen = next.getByRole('button', { name: 'It was shut' });
  const not = next.getByRole('button', { name: 'It is not so' });
  await expect(next).toBeVisible();
  const none = next.getByRole('button', { name: 'None of them' });
  if (await none.isVisible()) {
    const asked = (await next.textContent()) ?? '';
    if (asked.includes('meter') && asked.includes('Kitchen, A4')) {
      await next.getByLabel('Kitchen, A4').check();
      await next.getByRole('button', { name: /^It was shut: 1 of/ }).click();
    } else await none.click();
    return;
  }
  if (await not.isVisible()) {
    const own = await next.getByText('Kitchen, A4').isVisible();
    await (own && (await seen.isVisible()) ? seen : not).click();
    return;
  }
  const asked = ((await next.textContent()) ?? '').replace(/\u00a0/g, ' ');
  if (asked.includes('at the manifold') || asked.includes('of the manifold')) {
    await readRound(page, asked.includes('meters') ? 'flow' : 'back');
    return;
  }
  const point = points.find(({ where, label }) => asked.includes(`${where}: ${lower(label)}`));
  if (!point) throw new Error(`nothing known is asked for: ${asked}`);
  const value = shown?.get(point.key) ?? Number.NaN;
  await next.getByLabel(point.label, { exact: true }).fill(editText(value, kindOfReading(point), thistleMill.display));
  await next.getByRole('button', { name: 'Keep in the book' }).click();
  await expect(next.getByText(`${point.where}: ${lower(point.label)}`)).toHaveCount(0);
}

test('a cold room is followed to the loop that is shut, and written into the book with what proves it', async ({
  page,
  context,
}) => {
  await context.addInitScript(() => localStorage.setItem('book-who', 'E. Tester'));
  const job = await openJob(page, thistleMill, 'book?part=fault');
  await page.getByRole('button', { name: 'So it stands' }).click();
  await page.getByLabel('Room').selectOption({ label: 'Kitchen' });
  await page.getByRole('button', { name: 'It is so', exact: true }).click();
  const told = page.getByRole('status').filter({ hasText: 'faults compared' });
  await expect(told).toContainText(`${faultsOf(sound).length} faults compared, by 0 readings`);
  // What is said of it is what the program itself works out of the same words.
  const own = tell(
    libraryOf(sound),
    { readings: [], said: [{ complaint: 'room-cold', of: 'r2', so: true }], seen: [] },
    { states: [DESIGN_DAY], quantities: ALL_QUANTITIES },
  );
  const list = page.getByRole('region', { name: 'What may be the matter' });
  for (const { label, chance } of own?.faults.slice(0, 3) ?? [])
    await expect(list.getByRole('group').filter({ hasText: label }).first()).toContainText(`${Math.round(100 * chance)} %`);
  await accessibleWhole(page);

  // Nothing of it is lost when the page is opened again.
  await page.reload();
  await expect(page.getByText('A room stays cold: Kitchen').first()).toBeVisible();
  for (let k = 0; k < 7; k++) {
    await doWhatIsAsked(page);
    await expect(told).toContainText(/compared, by \d/);
    if (/passes nothing: almost surely/.test((await told.textContent()) ?? '')) break;
  }
  await expect(told).toContainText('The loop of Kitchen, A4 passes nothing');
  await expect(list.getByRole('group').first()).toContainText('The loop of Kitchen, A4 passes nothing');
  const table = page.getByRole('region', { name: 'Read, expected, with this fault' });
  await expect(table.getByRole('row')).not.toHaveCount(1);
  await accessibleWhole(page);

  // One fault explains it: no other is likelier beside it than none.
  await page.getByRole('button', { name: 'Is there a second fault beside it?' }).click();
  const alone = page.getByRole('status').filter({ hasText: 'it is the only one' });
  await expect(alone).toBeVisible();
  expect(Number(/only one, (\d+) %/.exec((await alone.textContent()) ?? '')?.[1])).toBeGreaterThan(50);

  await page.getByRole('button', { name: 'It is found: write it down' }).click();
  await expect(page.getByLabel('What it was')).toHaveValue(/^The loop of Kitchen, A4 passes nothing/);
  await page.getByLabel('What cured it').fill('Meter opened to its setting.');
  await page.getByRole('region', { name: 'It is found' }).getByRole('button', { name: 'Keep in the book' }).click();
  await expect(page.getByRole('button', { name: 'Nobody complains: look it over' })).toBeVisible();
  await expect
    .poll(async () => {
      const answer = await page.request.get(`/api/jobs/${job}/book?after=0&limit=500`);
      const { entries } = (await answer.json()) as {
        entries: { entry: { kind: string; cure?: string; was?: string; note: string } }[];
      };
      return entries.find(({ entry }) => entry.kind === 'fault')?.entry;
    })
    .toMatchObject({
      cure: 'Meter opened to its setting.',
      was: expect.stringContaining('Kitchen'),
      note: expect.stringMatching(/after it/),
    });
});

test('a plant that nobody complains of is looked over, and a complaint is taken back', async ({ page }) => {
  await openJob(page, thistleMill, 'book?part=fault');
  await page.getByRole('button', { name: 'So it stands' }).click();
  await page.getByRole('button', { name: 'Nobody complains: look it over' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'faults compared' })).toContainText('Nothing is known yet');
  await page.getByLabel('What is the matter').selectOption({ label: 'The whole house stays cold' });
  await page.getByRole('button', { name: 'It is so', exact: true }).click();
  await expect(page.getByText('The whole house stays cold').first()).toBeVisible();
  // Nothing is asked for that there is no instrument for.
  await page.getByText('Everything can be read').click();
  for (const none of ['A thermometer for pipes', 'A thermometer for rooms', 'Meters of flow', 'Pressure gauges'])
    await page.getByLabel(none, { exact: true }).uncheck();
  await expect(page.getByText('Not everything can be read')).toBeVisible();
  const asked = page.getByRole('region', { name: /^(Next|Instead)$/ });
  await expect(asked.filter({ hasText: /temperature|, flow|Head across/ })).toHaveCount(0);
  await expect(asked.filter({ hasText: /electric power/i }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Take back: The whole house/ }).click();
  await expect(page.getByRole('button', { name: /^Take back/ })).toHaveCount(0);
});

test('all the meters of a manifold are read at once, thermostats turned for it, in minutes of one’s own', async ({
  page,
  context,
}) => {
  await context.addInitScript(() => localStorage.setItem('book-who', 'E. Tester'));
  await openJob(page, thistleMill, 'book?part=fault');
  await page.getByRole('button', { name: 'So it stands' }).click();
  await page.getByRole('button', { name: 'Nobody complains: look it over' }).click();
  const told = page.getByRole('status').filter({ hasText: 'faults compared' });
  await expect(told).toContainText('by 0 readings');
  // Pipes take ten minutes each here: they are not asked for first any more.
  await page.getByText('Everything can be read').click();
  const pipes = page.getByLabel('A thermometer for pipes: minutes');
  await pipes.fill('700');
  await expect(page.getByText('0 to 600')).toBeVisible();
  await pipes.fill('10');
  await expect(page.getByText('Everything can be read, in minutes of your own')).toBeVisible();
  const next = page.getByRole('region', { name: 'Next' });
  await expect(next).not.toContainText('temperature');
  await accessibleWhole(page);
  // Other calls tell more, where thermostats may be turned and the water settles at once.
  await page.getByLabel('Thermostats may be turned for it; the water settles in').check();
  await page.getByLabel('Until it has settled: minutes').fill('0');
  const turned = page.getByRole('button', { name: /, thermostats turned/ });
  await expect(
    next
      .getByText(/^First let only/)
      .or(turned)
      .first(),
  ).toBeVisible();
  if ((await next.getByText(/^First let only/).count()) === 0) await turned.first().click();
  await next.getByRole('button', { name: 'It stands so now' }).click();
  await expect(page.getByText(/running, \d+ zones? calling/)).toBeVisible();
  // Meters of the manifold: as many readings as it has loops.
  await page.getByLabel('A gauge across a pump', { exact: true }).uncheck();
  await page.getByLabel('The display of the pumps', { exact: true }).uncheck();
  await page.getByLabel('Pressure gauges', { exact: true }).uncheck();
  const round = page.getByRole('button', { name: /all meters of the manifold/ });
  await expect(next.or(round).filter({ hasText: 'all meters of the manifold' }).first()).toBeVisible();
  if (!((await next.textContent()) ?? '').includes('all meters of the manifold')) await round.first().click();
  await expect(next).toContainText('Ground floor: all meters of the manifold');
  const count = await readRound(page, 'flow');
  expect(count).toBeGreaterThan(4);
  await expect(told).toContainText(`by ${count} readings of the book`);
  // What was said of minutes and thermostats outlasts the page.
  await page.reload();
  await expect(page.getByText('in minutes of your own; thermostats may be turned')).toBeVisible();
  // And the case: they are the person’s own.
  await page.getByRole('button', { name: 'Begin anew' }).click();
  await page.getByRole('button', { name: 'Nobody complains: look it over' }).click();
  await expect(page.getByText('in minutes of your own; thermostats may be turned')).toBeVisible();
});

/** The demo five times over on one source: so many faults that they take a while. */
function fiveFold(): Job {
  const { circuits, rooms, ...rest } = structuredClone(thistleMill);
  const times = Array.from({ length: 5 }, (_, k) => k);
  return {
    ...rest,
    name: 'Thistle Mill, five times over',
    source: { ...rest.source, capacity: 'auto' },
    thermostats: [],
    circuits: times.flatMap((k) => circuits.map((each) => ({ ...each, id: `${each.id}x${k}`, manifolds: [] }))),
    rooms: times.flatMap((k) => {
      const own = JSON.parse(JSON.stringify(rooms).replace(/"(c\d+)"/g, `"$1x${k}"`)) as typeof rooms;
      return own.map((each) => ({ ...each, id: `${each.id}x${k}` }));
    }),
  };
}

test('working out many faults shows how far it is, and can be stopped and begun again', async ({ page }) => {
  test.slow();
  await openJob(page, fiveFold(), 'book?part=fault');
  await page.getByRole('button', { name: 'So it stands' }).click();
  await page.getByRole('button', { name: 'Nobody complains: look it over' }).click();
  const bar = page.getByRole('progressbar', { name: 'Faults worked out' });
  const share = async () => Number((await bar.getAttribute('aria-valuenow', { timeout: 60_000 })) ?? 0);
  await expect.poll(share, { timeout: 60_000 }).toBeGreaterThan(2);
  const before = await share();
  await expect.poll(share, { timeout: 60_000 }).toBeGreaterThan(before);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText('Stopped. Everything said, read and seen is kept.')).toBeVisible();
  await expect(bar).toHaveCount(0);
  await page.getByRole('button', { name: 'Work it out' }).click();
  await expect(page.getByText(/\d+ faults compared/)).toBeVisible({ timeout: 120_000 });
  await expect(page.getByRole('region', { name: 'Next' })).toBeVisible();
});

test('a finding of the wall leads to the place where the fault is looked for', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 900 });
  await openJob(page, thistleMill, 'plant');
  const link = page.getByRole('link', { name: 'Find the fault on site' }).first();
  const place = new URL((await link.getAttribute('href')) ?? '', 'http://x').searchParams.get('of') ?? '';
  await link.click();
  await page.getByRole('button', { name: 'So it stands' }).click();
  const [list, id] = place.split('/');
  const matter = page.getByLabel('What is the matter');
  await expect(matter).toHaveValue(list === 'circuits' ? 'no-flow' : list === 'rooms' ? 'room-cold' : 'all-cold');
  if (list === 'circuits') await expect(page.getByLabel('Circuit')).toHaveValue(id ?? '');
  if (list === 'rooms') await expect(page.getByLabel('Room')).toHaveValue(id ?? '');
  await page.getByRole('button', { name: 'It is so', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: 'faults compared' })).toBeVisible();
});

test('odd readings of the book lead to the fault that explains them', async ({ page, context }) => {
  await context.addInitScript(() => localStorage.setItem('book-who', 'E. Tester'));
  await openJob(page, thistleMill, 'book?part=rounds');
  await page.getByRole('button', { name: 'So it stands' }).click();
  // The walk begins at the source: 12 K too cool.
  const value = (shown ? (design.figures['source/supplyTemperature']?.value ?? 55) : 55) - 12;
  await page.getByLabel('Flow temperature', { exact: true }).fill(String(value));
  await page.getByRole('button', { name: 'Keep, next' }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.getByRole('button', { name: 'Which fault explains them?' }).click();
  const told = page.getByRole('status').filter({ hasText: 'faults compared' });
  await expect(told).toContainText('by 1 reading of the book');
  await expect(page.getByRole('region', { name: 'What may be the matter' })).toContainText('sends too cool');
});

test('an exam hides five faults by one number, outlasts the page, and tells them at the end', async ({ page }) => {
  test.slow();
  const library = libraryOf(sound);
  await openJob(page, thistleMill, 'book?part=fault');
  await page.getByRole('button', { name: 'So it stands' }).click();
  await page.getByRole('button', { name: 'Practise on a hidden fault' }).click();
  await page.getByLabel(/^Number of the fault/).fill('12');
  await page.getByRole('button', { name: 'Exam: 5 faults, told at the end' }).click();
  let points = 0;
  let minutes = 0;
  for (let at = 0; at < EXAM_FAULTS; at++) {
    const seed = examSeed(12, at);
    const board = boardOf(library, 'apprentice', seed);
    const hidden = hide(library, 'apprentice', seed);
    const [point] = board?.points ?? [];
    if (!board || !hidden || !point) throw new Error('nothing hidden');
    await expect(page.getByText(`Exam 12, fault ${at + 1} of 5. Every zone calls. 0 min so far.`)).toBeVisible();
    await page.getByRole('button', { name: 'Read it' }).click();
    const table = page.getByRole('region', { name: 'What was read and seen' });
    await expect(table).toContainText(practiceReading(library, 'apprentice', seed, point.key)?.read ?? 'nothing');
    // An exam shows what an instrument does, not what it should.
    await expect(table).not.toContainText('Should be');
    if (at === 1) {
      await page.reload();
      await expect(table).toBeVisible();
      await expect(page.getByText(`fault 2 of 5. Every zone calls. ${point.minutes} min so far.`)).toBeVisible();
    }
    // The last is named wrongly.
    const wrong = board.faults.find(({ id }) => id !== hidden.fault.id)?.id ?? '';
    const named = at < 4 ? hidden.fault.id : wrong;
    await page.getByLabel('What is the matter').selectOption(named);
    if (at < 4) await page.getByLabel('Why').selectOption(hidden.cause.id);
    await page.getByRole('button', { name: 'That is it' }).click();
    const guess = { fault: named, cause: at < 4 ? hidden.cause.id : '' };
    points += practiceEnd(library, 'apprentice', seed, guess, point.minutes)?.points ?? 0;
    minutes += point.minutes;
  }
  const result = page.getByRole('region', { name: 'Result of the exam' });
  await expect(result.getByRole('status')).toContainText(`${points} of 500 points, 4 of 5 found, ${minutes} min.`);
  await expect(result.getByRole('row')).toHaveCount(6);
  await expect(result.getByRole('row').last()).toContainText('something else');
  await accessibleWhole(page);
  await page.getByRole('button', { name: 'End the exam' }).click();
  await expect(page.getByRole('button', { name: 'Hide a fault' })).toBeVisible();
});

test('a fault is hidden to learn on: read, looked at, named, and told how it is found', async ({ page }) => {
  const library = libraryOf(sound);
  const board = boardOf(library, 'apprentice', 7);
  const practice = hide(library, 'apprentice', 7);
  if (!board || !practice) throw new Error('nothing hidden');
  await openJob(page, thistleMill, 'book?part=fault');
  await page.getByRole('button', { name: 'So it stands' }).click();
  await page.getByRole('button', { name: 'Practise on a hidden fault' }).click();
  await page.getByLabel(/^Number of the fault/).fill('0.5');
  await expect(page.getByRole('alert')).toContainText('A whole number');
  await page.getByLabel(/^Number of the fault/).fill('7');
  await page.getByRole('button', { name: 'Hide a fault' }).click();
  await expect(page.getByText(board.said.join('. '))).toBeVisible();
  await expectAccessible(page);
  // A gauge shows what the hidden plant gives, beside what it should be.
  const [point] = board.points;
  if (!point) throw new Error('nothing to read');
  const shownHere = practiceReading(library, 'apprentice', 7, point.key);
  await page.getByLabel('Read', { exact: true }).selectOption(point.key);
  await page.getByRole('button', { name: 'Read it' }).click();
  const row = page.getByRole('region', { name: 'What was read and seen' }).getByRole('row').nth(1);
  await expect(row).toContainText(shownHere?.read ?? 'nothing');
  await expect(row).toContainText(shownHere?.expected ?? 'nothing');
  await page.getByRole('button', { name: 'Look', exact: true }).click();
  const [look] = board.looks;
  await expect(page.getByText(`${point.minutes + (look?.minutes ?? 0)} min so far`)).toBeVisible();
  // Named, it tells how it is found, and counts it.
  const minutes = point.minutes + (look?.minutes ?? 0);
  const end = practiceEnd(library, 'apprentice', 7, { fault: practice.fault.id, cause: practice.cause.id }, minutes);
  await page.getByLabel('What is the matter').selectOption(practice.fault.id);
  await page.getByLabel('Why').selectOption(practice.cause.id);
  await page.getByRole('button', { name: 'That is it' }).click();
  const lesson = page.getByRole('region', { name: 'What it was' });
  await expect(lesson).toContainText(`Found, and why. ${end?.points} points.`);
  await expect(lesson).toContainText(practice.cause.cure);
  await expect(lesson).toContainText(`in ${end?.own.minutes} min`);
  await page.getByRole('button', { name: 'Another one' }).click();
  await expect(page.getByText(`On this device: 1 of 1 found, ${end?.points} points on average.`)).toBeVisible();
});
