import { createHash, randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { entry } from '../../core/book/entries.fixture.ts';
import type { BookEntry } from '../../model/book/entry.ts';
import type { BookPage, EntryAnswer } from '../../model/book/sync.ts';
import type { Database } from '../database/tables.ts';
import { listen, openTestDatabase, servicesOf } from '../kit.fixture.ts';
import { carriesPosition, photoType } from './photo-bytes.ts';

let database: Database;
let owner: Database;
let server: Server;
let base: string;

beforeAll(async () => {
  let url: string;
  ({ database, owner, url } = await openTestDatabase());
  ({ server, base } = await listen(servicesOf(database, url)));
});
afterAll(async () => {
  server?.close();
  server?.closeAllConnections();
  await database?.destroy();
  await owner?.destroy();
});

const ask = async (method: string, path: string, body?: unknown) => {
  const raw = body instanceof Uint8Array;
  const answer = await fetch(`${base}/api${path}`, {
    method,
    headers: body === undefined ? {} : { 'Content-Type': raw ? 'application/octet-stream' : 'application/json' },
    body: body === undefined ? undefined : raw ? (body as never) : JSON.stringify(body),
  });
  const text = await answer.text();
  return { status: answer.status, body: answer.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text };
};
const newJob = async (): Promise<string> => (await ask('POST', '/jobs', { name: 'Book' })).body.id;
/** An entry with ids of its own, as each device makes them. */
const fresh = (over: Partial<BookEntry> = {}): BookEntry =>
  ({ ...entry('remark'), id: randomUUID(), device: randomUUID(), order: 1, ...over }) as BookEntry;
const add = async (job: string, ...entries: unknown[]): Promise<EntryAnswer[]> =>
  (await ask('POST', `/jobs/${job}/book`, { entries })).body.answers;
const read = async (job: string, after = 0, limit = 500): Promise<BookPage> =>
  (await ask('GET', `/jobs/${job}/book?after=${after}&limit=${limit}`)).body;

describe('entries', () => {
  it('are taken once, however often they are sent', async () => {
    const job = await newJob();
    const one = fresh({ note: 'Vented twice' });
    expect(await add(job, one)).toEqual([{ id: one.id, outcome: 'taken', seq: 1 }]);
    expect(await add(job, one, one)).toEqual([
      { id: one.id, outcome: 'had', seq: 1 },
      { id: one.id, outcome: 'had', seq: 1 },
    ]);
    // Fields in another order are the same entry.
    const turned = Object.fromEntries(Object.entries(one).reverse());
    expect((await add(job, turned))[0]?.outcome).toBe('had');
    const page = await read(job);
    expect(page).toMatchObject({ head: 1, entries: [{ seq: 1, entry: one }] });
    expect(Date.parse(page.madeAt)).toBeLessThan(Date.now() + 1000);
  });

  it('of one id with other content are refused, and keep none of the others out', async () => {
    const job = await newJob();
    const one = fresh();
    await add(job, one);
    const answers = await add(job, { ...one, note: 'Changed' }, { kind: 'reading' }, fresh(), 'words', null);
    expect(answers.map(({ outcome }) => outcome)).toEqual(['refused', 'refused', 'taken', 'refused', 'refused']);
    for (const answer of answers) if (answer.outcome === 'refused') expect(answer.problem).toMatch(/^[A-Z].+\.$/);
    expect((await read(job)).entries).toHaveLength(2);
  });

  it('of a device that numbers two alike are answered apart, and can be sent under a new number', async () => {
    const job = await newJob();
    const one = fresh();
    const again = { ...fresh(), device: one.device, order: one.order };
    expect((await add(job, one))[0]?.outcome).toBe('taken');
    expect(await add(job, again)).toMatchObject([{ outcome: 'refused', renumber: true }]);
    expect((await add(job, { ...again, order: 2 }))[0]?.outcome).toBe('taken');
  });

  it('of a newer program are kept whole', async () => {
    const job = await newJob();
    const newer = { ...fresh(), v: 3, kind: 'hologram', depth: [1, 2] };
    expect((await add(job, newer))[0]?.outcome).toBe('taken');
    expect((await read(job)).entries[0]?.entry).toEqual(newer);
  });

  it('from several at once get dense numbers, and a reader beside misses none', async () => {
    const job = await newJob();
    const seen: string[] = [];
    let done = false;
    const reader = (async () => {
      let after = 0;
      while (!done || after < (await read(job, after, 1)).head) {
        const page = await read(job, after, 40);
        for (const each of page.entries) {
          seen.push((each.entry as BookEntry).id);
          expect(each.seq).toBe(after + 1);
          after = each.seq;
        }
      }
    })();
    const batches = Array.from({ length: 8 }, () => Array.from({ length: 25 }, () => fresh()));
    await Promise.all(batches.map((batch) => add(job, ...batch)));
    done = true;
    await reader;
    expect(new Set(seen).size).toBe(200);
    expect(seen).toHaveLength(200);
  });

  it('for a job that is gone are told so', async () => {
    const job = await newJob();
    await ask('DELETE', `/jobs/${job}`);
    expect(await ask('POST', `/jobs/${job}/book`, { entries: [fresh()] })).toMatchObject({ status: 404 });
    expect((await ask('GET', `/jobs/${job}/book`)).status).toBe(404);
    expect((await ask('POST', `/jobs/${job}/book`, { entries: [] })).status).toBe(400);
  });
});

/** A JPEG of the smallest kind that its headers describe, with a segment put in before the picture. */
function jpeg(size: number, segment?: { marker: number; text: string }): Buffer {
  const head = [0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0];
  const extra = segment ? [0xff, segment.marker, 0, segment.text.length + 2, ...Buffer.from(segment.text)] : [];
  const bytes = Buffer.alloc(size, 7);
  Buffer.from([...head, ...extra, 0xff, 0xda, 0, 2]).copy(bytes);
  return bytes;
}
const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const put = (job: string, photo: string, bytes: Uint8Array, from = 0, whole: Uint8Array = bytes) =>
  ask('PUT', `/jobs/${job}/photos/${photo}?from=${from}&size=${whole.length}&sha256=${hashOf(whole)}`, bytes);

describe('photos', () => {
  it('come whole in one, are there once, and come back to the byte', async () => {
    const job = await newJob();
    const photo = randomUUID();
    const bytes = jpeg(50_000);
    expect((await put(job, photo, bytes)).body).toEqual({ size: 50_000, received: 50_000, done: true });
    expect((await put(job, photo, bytes)).body).toEqual({ size: 50_000, received: 50_000, done: true });
    const back = Buffer.from(await (await fetch(`${base}/api/jobs/${job}/photos/${photo}`)).arrayBuffer());
    expect(back.equals(bytes)).toBe(true);
  });

  it('come in pieces after a broken connection, and a piece that does not follow is answered with where to go on', async () => {
    const job = await newJob();
    const photo = randomUUID();
    const bytes = jpeg(300_000);
    expect((await put(job, photo, bytes.subarray(0, 100_000), 0, bytes)).body).toMatchObject({ received: 100_000, done: false });
    expect((await put(job, photo, bytes.subarray(200_000), 200_000, bytes)).body).toMatchObject({
      received: 100_000,
      done: false,
    });
    expect((await ask('GET', `/jobs/${job}/photos/${photo}/state`)).body).toMatchObject({ received: 100_000, done: false });
    expect((await ask('GET', `/jobs/${job}/photos/${photo}`)).status).toBe(404);
    expect((await put(job, photo, bytes.subarray(100_000), 100_000, bytes)).body).toMatchObject({ done: true });
    // The same piece twice adds nothing.
    expect((await put(job, photo, bytes.subarray(100_000), 100_000, bytes)).body).toMatchObject({
      received: 300_000,
      done: true,
    });
  });

  it.each([
    ['a file that is no picture', () => Buffer.from('%PDF-1.7 not a picture at all'), 'no picture'],
    ['one that says where it was taken', () => jpeg(5000, { marker: 0xe1, text: 'Exif\0\0GPS' }), 'where and with what'],
  ])('refuses %s in words, and keeps nothing of it', async (_, make, words) => {
    const job = await newJob();
    const photo = randomUUID();
    const answer = await put(job, photo, make());
    expect(answer.status).toBe(422);
    expect(answer.body.detail).toContain(words);
    expect((await ask('GET', `/jobs/${job}/photos/${photo}/state`)).status).toBe(404);
  });

  it('refuses one that is too large, or came damaged', async () => {
    const job = await newJob();
    const large = Buffer.alloc(1_200_000);
    expect([413, 422]).toContain((await put(job, randomUUID(), large)).status);
    const bytes = jpeg(2000);
    const photo = randomUUID();
    const damaged = await ask('PUT', `/jobs/${job}/photos/${photo}?from=0&size=2000&sha256=${'0'.repeat(64)}`, bytes);
    expect(damaged).toMatchObject({ status: 422 });
    expect((await put(job, photo, bytes)).body).toMatchObject({ done: true });
  });

  it('kinds and headers as the formats have them', () => {
    expect(photoType(jpeg(100))).toBe('image/jpeg');
    expect(photoType(Buffer.from('GIF89a'))).toBeNull();
    const png = Buffer.concat([
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      Buffer.from([0, 0, 0, 4]),
      Buffer.from('eXIf'),
      Buffer.alloc(8),
    ]);
    expect(photoType(png)).toBe('image/png');
    expect(carriesPosition(png)).toBe(true);
    expect(carriesPosition(jpeg(100))).toBe(false);
    expect(carriesPosition(jpeg(100, { marker: 0xed, text: 'x' }))).toBe(true);
    const webp = Buffer.concat([Buffer.from('RIFF'), Buffer.alloc(4), Buffer.from('WEBPEXIF'), Buffer.alloc(4)]);
    expect(carriesPosition(webp)).toBe(true);
  });
});
