import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { complaints, demoLink, EIGHT_ROOMS, expectAccessible, openEntries, openLine, saved } from './helpers.ts';

test('from an empty job to a sized wall in at most 12 interactions', async ({ page }) => {
  const found = complaints(page);
  let interactions = 0;
  const step = async (action: Promise<unknown>) => {
    interactions++;
    await action;
  };
  await page.goto('/');
  await step(page.getByRole('button', { name: 'New job' }).click());
  await step(page.getByLabel('Name of the job').fill('Weir House'));
  await step(page.keyboard.press('Control+Enter'));
  await expect(page.getByRole('heading', { name: 'Rooms', exact: true })).toBeVisible();
  await step(page.getByRole('button', { name: 'Read a file (CSV, XLSX, gbXML)' }).click());
  await step(
    page
      .getByLabel('Table of heat loads', { exact: true })
      .setInputFiles({ name: 'loads.csv', mimeType: 'text/csv', buffer: Buffer.from(EIGHT_ROOMS) }),
  );
  await expect(page.getByText('every cell understood')).toBeVisible();
  await step(page.getByRole('button', { name: 'Take in 8 rooms' }).click());
  await step(page.getByRole('link', { name: /Plant$/ }).click());
  await expect(page.getByRole('button', { name: /Radiators: heat load: 7\.08\skW/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Radiators: flow at the duty point/ })).toBeVisible();
  console.log(`interactions from an empty job to a sized wall: ${interactions}`);
  expect(interactions).toBeLessThanOrEqual(12);
  await saved(page);
  expect(found).toEqual([]);
});

test('every number shows its sum, and the sum can be followed to where it began', async ({ page }) => {
  await page.goto('/');
  await (await demoLink(page)).click();
  await page.getByRole('button', { name: /^Ground floor: flow at the duty point/ }).click();
  const sum = page.getByRole('region', { name: 'The sum' });
  await expect(sum).toContainText('H_pump(V) = H_system(V)');
  await expect(sum.getByRole('figure')).toBeVisible();
  await sum.getByRole('button', { name: 'computed: show its sum' }).first().click();
  await expect(sum).toContainText('V = m / ρ');
  await sum.getByRole('button', { name: 'computed: show its sum' }).first().click();
  await expect(sum).toContainText('m = Q / (c_p · ΔT)');
  await expect(sum).toContainText('IAPWS-IF97');
  await sum.getByRole('link', { name: 'entered in this job' }).first().click();
  await expect(page.getByLabel(/^Delta T/).first()).toBeFocused();
});

test('a finding is cured on the wall, and the cure can be taken back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Copy Thistle Mill', exact: true }).click();
  await page.getByRole('link', { name: 'Thistle Mill (copy)' }).click();
  const short = page.getByRole('heading', { name: /plant to manifold: 15 × 0\.7 mm is too small/ });
  await expect(short).toBeVisible();
  await page.getByRole('button', { name: 'Lay 22 × 0.9 mm here', exact: true }).hover();
  await expect(page.getByRole('note', { name: 'What this would change' })).toContainText(/Velocity 1\.04\sm\/s → 0\.47\sm\/s/);
  await page.getByRole('button', { name: 'Lay 22 × 0.9 mm here', exact: true }).click();
  await expect(short).toBeHidden();
  await expect(page.getByText('22 × 0.9 mm').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(short).toBeVisible();
  await page.keyboard.press('Control+y');
  await expect(short).toBeHidden();
  await saved(page);
});

test('the job leaves as a file and comes back; results leave as CSV', async ({ page }) => {
  await page.goto('/');
  await (await demoLink(page)).click();
  await page.getByRole('link', { name: /Papers$/ }).click();
  const [jobFile] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the job file' }).click(),
  ]);
  expect(jobFile.suggestedFilename()).toBe('thistle-mill.warm.json');
  const text = readFileSync(await jobFile.path(), 'utf8');
  await page.getByRole('button', { name: 'Tables', exact: true }).click();
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save all tables (CSV)' }).click(),
  ]);
  expect(readFileSync(await csv.path(), 'utf8')).toContain('Upper radiators');
  await page.goto('/');
  await page.getByLabel('Job file').setInputFiles({
    name: 'back.json',
    mimeType: 'application/json',
    buffer: Buffer.from(text.replace('"Thistle Mill"', '"Thistle Mill back"')),
  });
  await expect(page.getByTitle('Thistle Mill back')).toBeVisible();
  await expect(page.getByRole('button', { name: /Workshop: heat load: 3\.9\skW/ })).toBeVisible();
});

test('a job is deleted and brought back', async ({ page }) => {
  await page.request.post('/api/jobs', { data: { name: 'Short-lived' } });
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete Short-lived' }).click();
  await expect(page.getByRole('link', { name: 'Short-lived' })).toBeHidden();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByRole('link', { name: 'Short-lived' })).toBeVisible();

  // The offer is gone with the message; the list of deleted jobs stays for thirty days.
  await page.getByRole('button', { name: 'Delete Short-lived' }).click();
  await page.goto('/');
  await page.getByRole('button', { name: 'Deleted jobs' }).click();
  await page.getByLabel('Find a job by name or place').fill('short-LIV');
  await expect(page.getByText(/kept until/)).toHaveCount(1);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Restore Short-lived' }).click();
  await expect(page.getByText('No deleted job with “short-LIV” in it.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the jobs' }).click();
  await expect(page.getByRole('link', { name: 'Short-lived' })).toBeVisible();
  await page.getByLabel('Find a job by name or place').fill('short-LIVER');
  await expect(page.getByText('No job with “short-LIVER” in its name or place.')).toBeVisible();
});

test('more jobs than a page holds are shown by the page', async ({ page }) => {
  const name = `Row of houses ${Date.now()}`;
  const ids: string[] = [];
  for (let i = 0; i < 103; i++)
    ids.push((await (await page.request.post('/api/jobs', { data: { name: `${name}, number ${i}` } })).json()).id);
  await page.goto('/');
  await page.getByLabel('Find a job by name or place').fill(name);
  const rows = page.getByRole('link', { name });
  await expect(rows).toHaveCount(100);
  await page.getByRole('button', { name: '100 of 103: show more' }).click();
  await expect(rows).toHaveCount(103);
  await expect(page.getByRole('button', { name: /show more/ })).toBeHidden();
  for (const id of ids) await page.request.delete(`/api/jobs/${id}`);
});

for (const scheme of ['light', 'dark'] as const) {
  test(`every page keeps the rules of accessibility, ${scheme}`, async ({ page }) => {
    // Every page is looked at by axe: on a busy machine that takes its time.
    test.setTimeout(210_000);
    const found = complaints(page);
    // Names, roles and keys are the same in the dark; what can be told from its ground is not.
    const accessible = () => expectAccessible(page, scheme === 'dark' ? ['color-contrast'] : undefined);
    await page.goto('/');
    if (scheme === 'dark') await page.evaluate(() => localStorage.setItem('mui-mode', 'dark'));
    await page.reload();
    await expect(await demoLink(page)).toBeVisible();
    await accessible();
    await (await demoLink(page)).click();
    await expect(page.getByRole('button', { name: /Workshop: heat load/ })).toBeVisible();
    await accessible();
    await page.getByRole('button', { name: 'Entries', exact: true }).click();
    for (const part of [
      'Inside the source',
      'Source pipe',
      'More sources',
      'Separation',
      'Pumps',
      'Hot water',
      'Vessel',
      'Safety',
    ])
      await openEntries(page, part);
    await accessible();
    await page.getByRole('button', { name: /^Loft: flow at the duty point/ }).click();
    await expect(page.getByRole('figure')).toBeVisible();
    await accessible();
    for (const [step, heading] of [
      ['Site', 'Site'],
      ['Rooms', 'Rooms'],
      ['Emitters', 'Emitters'],
      ['Circuits', 'Circuits'],
      ['Pipes', 'Pipes'],
      ['Papers', 'Papers'],
    ] as const) {
      await page.getByRole('link', { name: new RegExp(`${step}$`) }).click();
      await expect(page.getByRole('heading', { name: heading, exact: true })).toBeVisible();
      if (step === 'Papers')
        for (const part of ['Parts', 'Tables', 'Files', 'History']) {
          await page.getByRole('button', { name: part, exact: true }).click();
          await accessible();
        }
      if (step === 'Circuits')
        for (const line of ['Mixing', 'Pump', 'Zones', 'Loops', 'Pipes and parts', 'Board']) await openLine(page, line);
      if (step === 'Rooms') await expect(page.getByRole('gridcell', { name: 'Mill hall', exact: true })).toBeVisible();
      await accessible();
    }
    expect(found).toEqual([]);
  });
}
