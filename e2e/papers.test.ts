import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { thistleMill } from '../demo/thistle-mill.ts';
import { packed, readPdf } from '../exchange/pdf/read-pdf.fixture.ts';
import { complaints, openJob } from './helpers.ts';

test('a set is looked at page by page, and saved as what was looked at', async ({ page }) => {
  const found = complaints(page);
  await openJob(page, thistleMill, 'papers');
  await page.getByRole('button', { name: 'Look at it: For the commissioner' }).click();
  const pages = page.getByRole('region', { name: 'Pages: For the commissioner' });
  const first = pages.getByRole('img', { name: /^Page 1: / });
  await expect(first).toHaveAccessibleName(/Fill and set/);
  await expect(first).toHaveAccessibleName(/144\.2/);
  // Painted, not an empty sheet.
  const dark = () =>
    first.evaluate((element) => {
      const canvas = element as HTMLCanvasElement;
      const { data } = (canvas.getContext('2d') as CanvasRenderingContext2D).getImageData(0, 0, canvas.width, canvas.height);
      let count = 0;
      for (let i = 0; i < data.length; i += 4) if ((data[i] as number) < 100 && (data[i + 3] as number) > 200) count++;
      return count;
    });
  await expect.poll(dark).toBeGreaterThan(1000);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as PDF' }).last().click(),
  ]);
  expect(file.suggestedFilename()).toBe('thistle-mill-of-a-test-commissioner.pdf');
  const { pages: texts, bookmarks } = await readPdf(new Uint8Array(readFileSync(await file.path())));
  expect(bookmarks).toEqual(['Fill and set', 'What it shall show', 'Weather curves and pipe trees', 'Loops']);
  expect(packed(texts[0] ?? '')).toContain('revision1');
  // Nothing the policy of the page forbids was tried.
  expect(found).toEqual([]);
});

test('all sets leave as one archive, telling how far they are; called off, nothing is saved', async ({ page }) => {
  await openJob(page, thistleMill, 'papers');
  await page.getByRole('button', { name: 'Save all sets (ZIP)' }).click();
  await expect(page.getByRole('progressbar', { name: 'How far the papers are' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('progressbar')).toBeHidden();
  await page.getByRole('button', { name: 'Grey' }).click();
  await page.getByRole('button', { name: 'A3' }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    page.getByRole('button', { name: 'Save all sets (ZIP)' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('thistle-mill-of-a-test-papers.zip');
  const parts = unzipSync(new Uint8Array(readFileSync(await file.path())));
  for (const set of ['wall', 'floor', 'electrician', 'commissioner', 'record', 'owner'])
    expect(Object.keys(parts)).toContain(`thistle-mill-of-a-test-${set}.pdf`);
  const { sizes } = await readPdf(parts['thistle-mill-of-a-test-wall.pdf'] as Uint8Array);
  expect(sizes[0]?.map(Math.round)).toEqual([1191, 842]);
  // The printer of an office is chosen once.
  await page.reload();
  await expect(page.getByRole('button', { name: 'A3' })).toHaveAttribute('aria-pressed', 'true');
});

test('all tables leave as a workbook', async ({ page }) => {
  await openJob(page, thistleMill, 'papers?part=tables');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save all tables (XLSX)' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('thistle-mill-of-a-test.xlsx');
  const { default: readXlsx } = await import('read-excel-file/node');
  const sheets = await readXlsx(readFileSync(await file.path()));
  expect(sheets[0]?.data[1]?.[0]).toBe('Ground floor');
});

test('a paper is the same bytes from the page and from the terminal', async ({ page, baseURL }) => {
  // Only the moment is told to both.
  await page.clock.setFixedTime('2026-11-30T10:00:00Z');
  const id = await openJob(page, thistleMill, 'papers');
  const folder = mkdtempSync(join(tmpdir(), 'warm-papers-'));
  try {
    const stored = await (await page.request.get(`/api/jobs/${id}`)).json();
    writeFileSync(join(folder, 'job.json'), JSON.stringify(stored.job));
    const told = ['--made', '2026-11-30T10:00:00Z', '--revision', '1', '--address', `${baseURL}/jobs/${id}`];
    const { status, stderr } = spawnSync(
      process.execPath,
      ['--import', 'tsx', 'cli/warm.ts', 'papers', join(folder, 'job.json'), '--out', folder, '--set', 'owner,labels', ...told],
      { encoding: 'utf8' },
    );
    expect(status, stderr).toBe(0);
    for (const [set, title] of [
      ['owner', 'For the owner'],
      ['labels', 'Labels to tie on'],
    ]) {
      const [file] = await Promise.all([
        page.waitForEvent('download', { timeout: 60_000 }),
        page.getByRole('button', { name: `Save as PDF: ${title}` }).click(),
      ]);
      const own = readFileSync(await file.path());
      expect(own.equals(readFileSync(join(folder, file.suggestedFilename()))), set).toBe(true);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
