import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { thistleMill } from '../demo/thistle-mill.ts';
import { openJob, saved } from './helpers.ts';

test('a pump that hangs there already is not bought, and its price leaves the sum', async ({ page }) => {
  await openJob(page, thistleMill, 'papers?part=parts');
  const sum = page
    .getByRole('term')
    .filter({ hasText: /^Prices$/ })
    .locator('xpath=following-sibling::dd[1]');
  // 4 pumps at 118, one at 92, 108 m of pipe at 4.60: invented prices of the demo.
  await expect(sum).toHaveText(/^1\s060\.80 €$/);
  await page.getByLabel('Pump, A6 · 6 m: is').selectOption('there');
  await expect(sum).toHaveText('588.80 €');
  await page.keyboard.press('Control+z');
  await expect(sum).toHaveText(/^1\s060\.80 €$/);
});

test('an article gets its number, supplier and price; what is no price is kept as typed, with the reason', async ({ page }) => {
  await openJob(page, thistleMill, 'papers?part=parts');
  await page.getByRole('button', { name: 'Air separator, DN 25: own article' }).click();
  await page.getByLabel('Article number').fill('=A1+1');
  await page.getByLabel('Supplier').fill('Counter');
  await page.getByLabel(/^Price of one/).fill('dear');
  await page.keyboard.press('Tab');
  await expect(page.getByText(/not a number/)).toBeVisible();
  await page.getByLabel(/^Price of one/).fill('61,50');
  await expect(page.getByRole('row', { name: /Air separator/ })).toContainText('61.5');
  await saved(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the parts (CSV)' }).click(),
  ]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv).toMatch(/Air separator,DN 25,1,pc,.*"'=A1\+1",Counter,61\.5,61\.5/);
});

test('a revision is laid beside the job as it stands, in words, in parts and on the wall', async ({ page }) => {
  const id = await openJob(page, thistleMill, 'circuits');
  await page.request.put(`/api/jobs/${id}`, {
    data: {
      revision: 1,
      summary: 'Loft hotter, its run longer',
      job: {
        ...thistleMill,
        name: 'Thistle Mill of a test',
        circuits: thistleMill.circuits.map((each) =>
          each.id === 'c3' ? { ...each, temperatureDifference: 4, run: { ...each.run, length: 40 } } : each,
        ),
      },
    },
  });
  await page.goto(`/jobs/${id}/papers?part=history`);
  await page.getByRole('button', { name: 'Compare revision 1', exact: true }).click();
  const dialog = page.getByRole('dialog');
  const entered = dialog.getByRole('region', { name: 'Entered otherwise' });
  await expect(entered.getByRole('row', { name: /Loft.*delta T/i })).toContainText('4');
  await expect(dialog.getByRole('region', { name: 'What follows' })).toContainText('Loft: flow');
  await expect(dialog.getByRole('heading', { name: 'What is to buy, more and fewer' })).toBeVisible();
  // The changed circuit is outlined on the wall in the dialog.
  await expect(dialog.locator('svg path[stroke-dasharray="9 5"]').first()).toBeVisible();
});

test('files in open formats leave with their names', async ({ page }) => {
  await openJob(page, thistleMill, 'papers?part=files');
  const save = async (name: string) => {
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name, exact: true }).click()]);
    return { name: file.suggestedFilename(), text: readFileSync(await file.path(), 'utf8') };
  };
  const dxf = await save('Save: The wall, DXF');
  expect(dxf.name).toBe('thistle-mill-of-a-test-wall.dxf');
  expect(dxf.text).toContain('AC1021');
  const inp = await save('Save: The solved plant, INP');
  expect(inp.text).toContain('[PIPES]');
  const calendar = await save('Save: Service dates, ICS');
  expect(calendar.text).toContain('BEGIN:VEVENT');
  const design = await save('Save: The design, JSON');
  expect(JSON.parse(design.text).figures['circuits/c1/massFlow'].formula).toBe('m = Q / (c_p · ΔT)');
});
