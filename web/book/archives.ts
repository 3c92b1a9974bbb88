import { sha256Of } from '../../exchange/book/digest.ts';
import type { Job } from '../../model/job.ts';
import { bookDatabase, keptPhoto, type PhotoRow } from '../offline/book-database.ts';
import { entriesOf } from '../offline/outbox.ts';
import { readOn, sendSoon } from '../offline/sender.ts';
import { call } from '../state/http.ts';
import { importJob } from '../state/jobs-api.ts';

/** A job, its book and its photos as one file, from this device and, where it is there, the server. */
export async function archiveOf(
  id: string,
  job: Job,
): Promise<{ name: string; bytes: Uint8Array<ArrayBuffer>; missing: number }> {
  const { writeArchive } = await import('../../exchange/book/archive.ts');
  await readOn(id);
  const rows = (await entriesOf(id)).sort(
    (a, b) => (a.seq ?? Number.POSITIVE_INFINITY) - (b.seq ?? Number.POSITIVE_INFINITY) || a.entry.order - b.entry.order,
  );
  const wanted = [...new Set(rows.flatMap(({ entry }) => entry.photos))];
  const photos: { id: string; bytes: Uint8Array }[] = [];
  for (const photo of wanted) {
    const kept = await keptPhoto(id, photo).catch(() => undefined);
    const bytes = kept
      ? kept.bytes
      : await call('GET', `/jobs/${id}/photos/${photo}`).then(
          (answer) => answer.arrayBuffer(),
          () => null,
        );
    if (bytes) photos.push({ id: photo, bytes: new Uint8Array(bytes) });
  }
  const entries = rows.map(({ entry, receivedAt }) => ({ entry, receivedAt }));
  const { name, bytes } = await writeArchive(job, entries, photos, new Date().toISOString());
  return { name, bytes: bytes.slice(), missing: wanted.length - photos.length };
}

/**
 * Takes an archive in as a new job: entries and photos go the way all others go, from this device to the server, so that twice is
 * harmless and nothing is lost on the way.
 * @throws Error with a sentence
 */
export async function takeArchive(file: File): Promise<{ id: string; notes: string[] }> {
  const { readArchive } = await import('../../exchange/book/archive.ts');
  const read = await readArchive(new Uint8Array(await file.arrayBuffer()));
  if (!read.ok) throw new Error(read.problem);
  const { writeJobFile } = await import('../../exchange/job-file.ts');
  const { id } = await importJob(writeJobFile(read.job));
  const database = await bookDatabase();
  const work = database.transaction(['entries', 'photos'], 'readwrite', { durability: 'strict' });
  for (const { entry } of read.entries)
    await work.objectStore('entries').put({ job: id, id: entry.id, entry, seq: null, receivedAt: null, sending: 'waiting' });
  await work.done;
  for (const { id: photo, bytes } of read.photos) {
    const buffer = bytes.slice().buffer;
    const sha256 = await sha256Of(bytes);
    const row: PhotoRow = {
      id: photo,
      job: id,
      bytes: buffer,
      type: 'image/jpeg',
      sha256,
      sending: 'waiting',
      addedAt: Date.now(),
    };
    await database.put('photos', row);
  }
  sendSoon();
  return { id, notes: read.notes };
}
