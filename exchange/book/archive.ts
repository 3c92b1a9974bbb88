import { strToU8, zipSync } from 'fflate';
import { type AnyEntry, MOST_PHOTO_BYTES, MOST_PHOTOS, readEntry } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import { readJobText } from '../../model/read-job.ts';
import { fileNameFor, MOST_JOB_BYTES, writeJobFile } from '../job-file.ts';
import { unpackZip } from '../unpack-zip.ts';
import { sha256Of } from './digest.ts';

const ARCHIVE_FORMAT = 'warm-manifold/site-archive';
const ARCHIVE_VERSION = 1;
/** Most bytes of an archive, and of all that comes out of one. */
const MOST_ARCHIVE_BYTES = 400_000_000;
const MOST_ENTRIES_BYTES = 80_000_000;

/** An entry as an archive has it, with when the server received it; null where it never left its device. */
export interface ArchivedEntry {
  entry: AnyEntry;
  receivedAt: string | null;
}
export interface ArchivedPhoto {
  id: string;
  bytes: Uint8Array;
}

/**
 * A job with its site book as one file: a ZIP of `job.json`, `entries.jsonl` (an entry a line), `photos/<id>.jpg`, and `index.json` with
 * what there is and its SHA-256. Photos are stored as they are.
 * @param made when, as an ISO date and time
 */
export async function writeArchive(
  job: Job,
  entries: readonly ArchivedEntry[],
  photos: readonly ArchivedPhoto[],
  made: string,
): Promise<{ name: string; bytes: Uint8Array }> {
  const files: Record<string, Uint8Array> = {
    'job.json': strToU8(writeJobFile(job)),
    'entries.jsonl': strToU8(entries.map((each) => JSON.stringify(each)).join('\n')),
    ...Object.fromEntries(photos.map(({ id, bytes }) => [`photos/${id}.jpg`, bytes])),
  };
  const sums = Object.fromEntries(
    await Promise.all(Object.entries(files).map(async ([name, bytes]) => [name, await sha256Of(bytes)])),
  );
  const index = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    made,
    entries: entries.length,
    photos: photos.length,
    sha256: sums,
  };
  const at = { mtime: new Date(made) };
  const zipped = zipSync({
    'index.json': [strToU8(JSON.stringify(index, null, 2)), at],
    'job.json': [files['job.json'] as Uint8Array, at],
    'entries.jsonl': [files['entries.jsonl'] as Uint8Array, at],
    ...Object.fromEntries(
      photos.map(({ id, bytes }) => [
        `photos/${id}.jpg`,
        [bytes, { ...at, level: 0 }] as [Uint8Array, { level: 0; mtime: Date }],
      ]),
    ),
  });
  return { name: fileNameFor(job, 'site.zip'), bytes: zipped };
}

export type ArchiveRead =
  | { ok: true; job: Job; entries: ArchivedEntry[]; photos: ArchivedPhoto[]; notes: string[] }
  | { ok: false; problem: string };

const no = (problem: string): ArchiveRead => ({ ok: false, problem });

/**
 * Reads an archive. Names come from its index alone, sizes are counted as they unpack, and what does not agree with its sum is left out
 * and told.
 */
export async function readArchive(bytes: Uint8Array): Promise<ArchiveRead> {
  if (bytes.length > MOST_ARCHIVE_BYTES)
    return no(`This archive has ${Math.round(bytes.length / 1e6)} MB; at most ${MOST_ARCHIVE_BYTES / 1e6} MB are read.`);
  const head = await unpackZip(
    bytes,
    (name) => ['index.json', 'job.json', 'entries.jsonl'].includes(name),
    MOST_JOB_BYTES + MOST_ENTRIES_BYTES,
  );
  if (!head.ok)
    return no(
      head.why === 'broken'
        ? 'This is no ZIP archive, or it is broken. Ask for it again.'
        : 'This archive unpacks to more than a book can be. It was left.',
    );
  const text = (name: string) => new TextDecoder().decode(head.parts.get(name) ?? new Uint8Array());
  const index = readJson(text('index.json')) as { format?: unknown; version?: unknown; sha256?: Record<string, unknown> } | null;
  if (index?.format !== ARCHIVE_FORMAT) return no('This archive holds no job with a site book: its index.json does not say so.');
  if (typeof index.version !== 'number' || index.version > ARCHIVE_VERSION)
    return no(
      `This archive is of version ${String(index.version)}, written by a newer program. Bring this program up to date, then read it.`,
    );
  const job = readJobText(text('job.json'));
  if (!job.ok) return no(`Its job.json cannot be read: ${job.problems.join(' ')}`);
  const notes: string[] = [];
  const entries = text('entries.jsonl')
    .split('\n')
    .filter((line) => line.trim() !== '')
    .flatMap((line, i): ArchivedEntry[] => {
      const given = readJson(line) as { entry?: unknown; receivedAt?: unknown } | null;
      const read = readEntry(given?.entry);
      if (read.ok) return [{ entry: read.entry, receivedAt: typeof given?.receivedAt === 'string' ? given.receivedAt : null }];
      notes.push(`Line ${i + 1} of its entries was left out. ${read.problem}`);
      return [];
    });
  const sums = index.sha256 ?? {};
  const named = Object.keys(sums)
    .filter((name) => /^photos\/[0-9a-f-]{36}\.jpg$/.test(name))
    .slice(0, MOST_PHOTOS);
  const wanted = new Set(named);
  const unpacked = await unpackZip(bytes, (name) => wanted.has(name), MOST_PHOTOS * MOST_PHOTO_BYTES);
  if (!unpacked.ok) return no('Its photos unpack to more than one book takes. It was left.');
  const photos: ArchivedPhoto[] = [];
  for (const name of named) {
    const photo = unpacked.parts.get(name);
    const id = name.slice('photos/'.length, -'.jpg'.length);
    if (photo && (await sha256Of(photo)) === sums[name]) photos.push({ id, bytes: photo });
    else notes.push(`Photo ${id} is missing or was changed, and was left out.`);
  }
  return { ok: true, job: job.job, entries, photos, notes };
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
