// The site book: what is expected in a new state, how soon an entry is on the device, how soon a large book opens, how long 500 entries
// take to the server; then what is lost or doubled while browser, network and server are cut at random moments.
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { bookOf } from '../core/book/book.ts';
import { roundsOf } from '../core/book/rounds.ts';
import { fitAsBuilt } from '../core/commission/as-built.ts';
import { DESIGN_DAY } from '../core/commission/book-state.ts';
import { expectedReadings } from '../core/commission/expected-readings.ts';
import { SitePlant } from '../core/commission/site-plant.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { DRAWN_PHOTOS } from '../demo/drawn-photos.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { thistleMillBook } from '../demo/thistle-mill-book.ts';
import { chromiumLaunch } from '../scripts/chromium.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { medianOf } from './median.ts';

const CUTS = Number(process.argv[2] ?? 200);
const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;
const ninetyFifth = (times: number[]): number => times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? 0;

{
  const { design, plant } = designWithPlant(thistleMill);
  if (!plant) throw new Error('no plant');
  const site = new SitePlant(thistleMill, design, plant);
  let outdoor = -9;
  const took = medianOf(() => {
    outdoor += 0.37;
    expectedReadings(site, { ...DESIGN_DAY, outdoor, source: 45 + outdoor / 3 });
  }, 30);
  const points = expectedReadings(site, DESIGN_DAY)?.readings.size ?? 0;
  const until = Date.now();
  const rounds = roundsOf(
    bookOf(
      thistleMillBook(until).map((entry) => ({ entry, seq: null, receivedAt: null })),
      0,
    ),
  );
  const fitted = medianOf(() => fitAsBuilt(site, rounds), 5, 2);
  console.log(
    `expected readings of the demo in a new state: ${points} points with their bands in ${took.toFixed(0)} ms; as built from its book ${fitted.toFixed(0)} ms`,
  );
}

const folder = mkdtempSync(join(tmpdir(), 'warm-book-'));
chmodSync(folder, 0o755);
const profile = mkdtempSync(join(tmpdir(), 'warm-book-browser-'));
const port = await freePort();
const base = `http://127.0.0.1:${port}`;
const begin = (): ChildProcess =>
  spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, PORT: String(port), DATA_DIR: folder },
    stdio: 'ignore',
  });
let script = begin();
const serves = () =>
  fetch(`${base}/api/jobs`, { signal: AbortSignal.timeout(2000) }).then(
    (answer) => answer.ok,
    () => false,
  );
const untilServing = async () => {
  for (let i = 0; !(await serves()); i++) {
    await sleep(200);
    if (i > 900) throw new Error('does not serve');
  }
};
await untilServing();
const api = async (method: string, path: string, body?: unknown): Promise<unknown> => {
  for (;;) {
    const raw = body instanceof Uint8Array;
    const answer = await fetch(`${base}/api${path}`, {
      method,
      headers:
        body === undefined
          ? {}
          : { 'Content-Type': raw ? 'application/octet-stream' : typeof body === 'string' ? 'text/plain' : 'application/json' },
      body: body === undefined ? undefined : raw || typeof body === 'string' ? (body as string) : JSON.stringify(body),
    }).catch(() => null);
    if (answer?.ok) return answer.json();
    await sleep(300);
  }
};
const newJob = async (): Promise<string> =>
  ((await api('POST', '/jobs/import', JSON.stringify({ ...thistleMill, name: 'Book bench' }))) as { id: string }).id;
const remark = (note: string, order: number, device: string, photos: string[] = []) => ({
  id: randomUUID(),
  v: 1,
  at: new Date(Date.now() - 86_400_000 + order * 1000).toISOString(),
  device,
  order,
  who: 'Bench',
  place: null,
  placeLabel: 'Plant',
  corrects: null,
  designRevision: 1,
  note,
  photos,
  kind: 'remark',
});
const photoBytes = Buffer.from(DRAWN_PHOTOS.hall, 'base64');
const sha256 = createHash('sha256').update(photoBytes).digest('hex');

// A large book: 5,000 entries, 300 photos.
const large = await newJob();
{
  const device = randomUUID();
  const photos = Array.from({ length: 300 }, () => randomUUID());
  const times: number[] = [];
  for (let from = 0; from < 5000; from += 500) {
    const entries = Array.from({ length: 500 }, (_, i) =>
      remark(`Entry ${from + i}`, from + i + 1, device, from + i < 300 ? [photos[from + i] as string] : []),
    );
    const start = performance.now();
    await api('POST', `/jobs/${large}/book`, { entries });
    times.push(performance.now() - start);
  }
  for (const photo of photos)
    await api(
      'PUT',
      `/jobs/${large}/photos/${photo}?from=0&size=${photoBytes.length}&sha256=${sha256}`,
      new Uint8Array(photoBytes),
    );
  console.log(`500 entries taken by the server: median ${median(times).toFixed(0)} ms`);
}

const launch = (): Promise<BrowserContext> =>
  chromium.launchPersistentContext(profile, { ...chromiumLaunch, viewport: { width: 390, height: 844 } });
let context = await launch();
const ready = async (): Promise<Page> => {
  const page = context.pages()[0] ?? (await context.newPage());
  await page.addInitScript(() => localStorage.setItem('book-who', 'Bench'));
  return page;
};
let page = await ready();
const openBook = async (job: string): Promise<number> => {
  const from = performance.now();
  await page.goto(`${base}/jobs/${job}/book?part=book`, { waitUntil: 'commit' });
  await page.getByRole('article').first().waitFor({ timeout: 60_000 });
  return performance.now() - from;
};
const first = await openBook(large);
// The program is kept by now, as after any first visit.
await page.evaluate(async () => {
  const { active } = await navigator.serviceWorker.ready;
  while (active?.state !== 'activated') await new Promise((done) => setTimeout(done, 100));
});
const opens: number[] = [];
for (let i = 0; i < 5; i++) opens.push(await openBook(large));
console.log(
  `a book of 5,000 entries and 300 photos opens in ${median(opens).toFixed(0)} ms (first time on this device ${first.toFixed(0)} ms)`,
);

// How soon an entry is on the device and in sight, from the press of the button.
const small = await newJob();
await page.goto(`${base}/jobs/${small}/book?part=book`);
const write = async (note: string): Promise<number> => {
  const words = page.getByLabel('Note', { exact: true });
  if (!(await words.isVisible())) await page.getByRole('button', { name: 'Note or photo' }).click();
  await words.fill(note);
  await page.evaluate((text) => {
    const shared = globalThis as unknown as { seen: Promise<number> };
    shared.seen = new Promise<number>((done) => {
      let from = 0;
      addEventListener(
        'click',
        (event) => {
          from = event.timeStamp;
        },
        { once: true, capture: true },
      );
      const watcher = new MutationObserver(() => {
        if (![...document.querySelectorAll('article')].some((each) => each.textContent?.includes(text))) return;
        watcher.disconnect();
        done(performance.now() - from);
      });
      watcher.observe(document.body, { subtree: true, childList: true, characterData: true });
    });
  }, note);
  await page.getByRole('button', { name: 'Keep in the book' }).click();
  const took = await page.evaluate(() => (globalThis as unknown as { seen: Promise<number> }).seen);
  await words.waitFor({ state: 'hidden' });
  return took;
};
const stored: number[] = [];
for (let i = 0; i < 40; i++) stored.push(await write(`Stored ${i}.`));
console.log(
  `an entry is on the device and in sight ${median(stored.slice(5)).toFixed(0)} ms after the press, 95th ${ninetyFifth(stored.slice(5)).toFixed(0)} ms`,
);

// 500 entries that waited go out.
{
  await context.setOffline(true);
  const device = randomUUID();
  const entries = Array.from({ length: 500 }, (_, i) => remark(`Waited ${i}`, i + 1, device));
  await page.evaluate(
    async ([job, rows]) => {
      const database = await new Promise<IDBDatabase>((done) => {
        const asked = indexedDB.open('warm-book');
        asked.onsuccess = () => done(asked.result);
      });
      const work = database.transaction('entries', 'readwrite');
      for (const entry of rows as { id: string }[])
        work.objectStore('entries').put({ job, id: entry.id, entry, seq: null, receivedAt: null, sending: 'waiting' });
      await new Promise((done) => {
        work.oncomplete = done;
      });
      database.close();
    },
    [small, entries] as const,
  );
  await page.reload();
  await page.getByText(/50\d entries still on this device/).waitFor();
  await context.setOffline(false);
  const from = performance.now();
  await page.evaluate(() => dispatchEvent(new Event('online')));
  await page.getByText(/entr(y|ies) still on this device/).waitFor({ state: 'detached' });
  console.log(`500 entries that waited are on the server and told so in ${(performance.now() - from).toFixed(0)} ms`);
}

// Cuts at random moments while entries and photos are written and sent.
const killed = await newJob();
await page.goto(`${base}/jobs/${killed}/book?part=book`);
const kept = new Set<string>();
const cuts = { browser: 0, network: 0, server: 0 };
let written = 0;
/** Writes until something breaks under it. @returns when the browser is gone */
const writing = async (stop: () => boolean): Promise<void> => {
  while (!stop()) {
    const note = `Note ${++written}.`;
    try {
      const words = page.getByLabel('Note', { exact: true });
      if (!(await words.isVisible())) await page.getByRole('button', { name: 'Note or photo' }).click({ timeout: 5000 });
      await words.fill(note, { timeout: 5000 });
      if (written % 7 === 0)
        await page
          .getByTestId('camera')
          .setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: photoBytes }, { timeout: 5000 });
      await page.getByRole('button', { name: 'Keep in the book' }).click({ timeout: 5000 });
      await page.getByRole('article').filter({ hasText: note }).waitFor({ timeout: 5000 });
      // In sight is in the book: from here on it may not be lost.
      kept.add(note);
      await words.waitFor({ state: 'hidden', timeout: 5000 });
    } catch {
      await sleep(100);
    }
  }
};
const kinds = ['network', 'browser', 'network', 'network', 'server', 'network', 'browser', 'network'] as const;
for (let cut = 0; cut < CUTS; cut++) {
  let over = false;
  const work = writing(() => over);
  await sleep(150 + Math.random() * 900);
  const kind = kinds[cut % kinds.length] as keyof typeof cuts;
  cuts[kind]++;
  if (kind === 'network') {
    await context.setOffline(true);
    await sleep(200 + Math.random() * 700);
    await context.setOffline(false);
  } else if (kind === 'server') {
    const server = spawnSync('pgrep', ['-P', String(script.pid), '-f', 'dist-server/main.js'], { encoding: 'utf8' })
      .stdout.trim()
      .split('\n')[0];
    if (Number(server) > 0) process.kill(Number(server), 'SIGKILL');
    // The start script gives a server up that ends often at once.
    if (script.exitCode !== null) script = begin();
    await sleep(10_000);
  } else {
    spawnSync('pkill', ['-KILL', '-f', profile]);
    over = true;
    await work.catch(() => {});
    while (spawnSync('pgrep', ['-f', profile]).status === 0) await sleep(100);
    await context.close().catch(() => {});
    context = await launch();
    page = await ready();
    await page.goto(`${base}/jobs/${killed}/book?part=book`).catch(() => {});
  }
  over = true;
  await work.catch(() => {});
}
await context.setOffline(false);
await untilServing();
await page.goto(`${base}/jobs/${killed}/book?part=book`);
await page.getByRole('article').first().waitFor();
const limit = performance.now() + 180_000;
while ((await page.getByText(/(entr(y|ies)|photos?) still on this device/).count()) > 0 && performance.now() < limit)
  await sleep(500);
const all: { entry: { id: string; note: string; photos: string[] }; seq: number }[] = [];
for (let after = 0; ; ) {
  const read = (await api('GET', `/jobs/${killed}/book?after=${after}&limit=500`)) as { entries: typeof all; head: number };
  all.push(...read.entries);
  if (read.entries.length === 0) break;
  after = read.entries.at(-1)?.seq ?? after;
}
const notes = all.map(({ entry }) => entry.note);
const lost = [...kept].filter((note) => !notes.includes(note)).length;
const twice = notes.length - new Set(notes).size;
const photos = all.flatMap(({ entry }) => entry.photos);
let missing = 0;
for (const photo of photos) if (!(await fetch(`${base}/api/jobs/${killed}/photos/${photo}`)).ok) missing++;
console.log(
  `${CUTS} cuts (${cuts.network} network, ${cuts.browser} browser, ${cuts.server} server) while ${kept.size} entries and ${photos.length} photos were written: ${lost} entries lost, ${twice} there twice, ${missing} photos missing`,
);
await context.close();
script.kill('SIGINT');
await sleep(3000);
rmSync(folder, { recursive: true, force: true });
rmSync(profile, { recursive: true, force: true });
