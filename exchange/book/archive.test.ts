import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { entry, photoId } from '../../core/book/entries.fixture.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { readArchive, writeArchive } from './archive.ts';

const MADE = '2026-11-30T10:00:00.000Z';
const photo = { id: photoId(1), bytes: new Uint8Array([0xff, 0xd8, 0xff, 1, 2, 3]) };
const entries = [
  { entry: entry('reading', { photos: [photo.id] }), receivedAt: '2026-11-02T10:00:00.000Z' },
  { entry: entry('remark', { note: 'Größe, «Ø 15», =1+1' }), receivedAt: null },
];

describe('an archive of a job with its site book', () => {
  it('comes back as it went out: job, entries, photos', async () => {
    const { bytes, name } = await writeArchive(thistleMill, entries, [photo], MADE);
    expect(name).toBe('thistle-mill.site.zip');
    expect(await readArchive(bytes)).toEqual({ ok: true, job: thistleMill, entries, photos: [photo], notes: [] });
  });

  it('is an ordinary ZIP that another reader opens, with what the documentation names in it', async () => {
    const { bytes } = await writeArchive(thistleMill, entries, [photo], MADE);
    const parts = unzipSync(bytes);
    expect(Object.keys(parts).sort()).toEqual(['entries.jsonl', 'index.json', 'job.json', `photos/${photo.id}.jpg`]);
    const lines = new TextDecoder().decode(parts['entries.jsonl']).split('\n');
    expect(lines.map((line) => JSON.parse(line).entry.id)).toEqual(entries.map((each) => each.entry.id));
    expect(JSON.parse(new TextDecoder().decode(parts['index.json']))).toMatchObject({ entries: 2, photos: 1, version: 1 });
  });

  it.each([
    ['no archive', async () => strToU8('PK not at all'), 'no ZIP archive'],
    ['another archive', async () => zipSync({ 'index.json': strToU8('{}') }), 'no job with a site book'],
    [
      'one of a newer program',
      async () => zipSync({ 'index.json': strToU8('{"format":"warm-manifold/site-archive","version":9}') }),
      'newer program',
    ],
    [
      'one whose job is broken',
      async () =>
        zipSync({ 'index.json': strToU8('{"format":"warm-manifold/site-archive","version":1}'), 'job.json': strToU8('{') }),
      'job.json cannot be read',
    ],
  ])('refuses %s in words', async (_, make, words) => {
    const read = await readArchive(await make());
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem).toContain(words);
  });

  it('leaves out a photo that was changed and an entry that cannot be, and says so; names outside the index are not looked at', async () => {
    const { bytes } = await writeArchive(thistleMill, entries, [photo], MADE);
    const parts = unzipSync(bytes);
    const lines = new TextDecoder().decode(parts['entries.jsonl']);
    const read = await readArchive(
      zipSync({
        ...parts,
        [`photos/${photo.id}.jpg`]: new Uint8Array([1]),
        '../../etc/passwd': strToU8('x'),
        'entries.jsonl': strToU8(`${lines}\n{"entry":{"kind":"reading"}}`),
      }),
    );
    expect(read.ok && read.entries).toEqual(entries);
    expect(read.ok && read.photos).toEqual([]);
    expect(read.ok && read.notes).toEqual([
      expect.stringMatching(/^Line 3 .* left out\. .+\.$/),
      expect.stringContaining('was changed'),
    ]);
  });
});
