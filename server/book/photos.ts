import { createHash } from 'node:crypto';
import { sql } from 'kysely';
import { MOST_BYTES_OF_PHOTOS, MOST_PHOTO_BYTES, MOST_PHOTOS } from '../../model/book/entry.ts';
import type { PhotoState } from '../../model/book/sync.ts';
import type { AskedByMember } from '../database/asked.ts';
import { jobIsThere } from '../jobs/jobs.ts';
import { notFound } from '../jobs/stored-job.ts';
import { Problem } from '../problem.ts';
import { carriesPosition, photoType } from './photo-bytes.ts';

interface Piece {
  photo: string;
  /** Byte the piece begins at, bytes of the whole, and SHA-256 of the whole. */
  from: number;
  size: number;
  sha256: string;
  bytes: Buffer;
}

const refuse = (detail: string): Problem => new Problem(422, 'No photo', detail);

/**
 * Takes a piece of a photo; the whole in one, or what was missing after a broken connection.
 * @returns how far it has come: where that is not behind the piece, the sender goes on from there
 * @throws Problem 404 without such a job, 422 for what is no photo that is kept
 */
export async function addPiece({ rows }: AskedByMember, job: string, piece: Piece): Promise<PhotoState> {
  const { photo, from, size, sha256, bytes } = piece;
  if (size > MOST_PHOTO_BYTES)
    throw refuse(
      `This photo has ${(size / 1e6).toFixed(1)} MB; at most ${MOST_PHOTO_BYTES / 1e6} MB are kept. Take it in the book, which makes it smaller.`,
    );
  if (!(await jobIsThere(rows, job))) throw notFound();
  const there = await rows
    .selectFrom('book_photos')
    .select(['size', 'sha256', 'done', sql<number>`length(bytes)`.as('received')])
    .where('job_id', '=', job)
    .where('id', '=', photo)
    .forUpdate()
    .executeTakeFirst();
  if (there && (there.sha256 !== sha256 || there.size !== size)) throw refuse('Another photo has this id. Take it again.');
  if (there?.done) return { size, received: size, done: true };
  const received = there?.received ?? 0;
  // A piece that does not follow is not taken; the answer says where to go on.
  if (from !== received || from + bytes.length > size || bytes.length === 0) return { size, received, done: false };
  if (from === 0) {
    const type = photoType(bytes);
    if (!type) throw refuse('This is no picture that could be shown: JPEG, PNG and WebP are kept. Take another.');
    if (!there) {
      const all = await rows
        .selectFrom('book_photos')
        .select(({ fn }) => [fn.countAll<string>().as('count'), fn.sum<string>('size').as('bytes')])
        .where('job_id', '=', job)
        .executeTakeFirstOrThrow();
      if (Number(all.count) >= MOST_PHOTOS || Number(all.bytes ?? 0) + size > MOST_BYTES_OF_PHOTOS)
        throw refuse(`This job has ${all.count} photos, as many as one book takes. Keep further ones elsewhere and write where.`);
      await rows
        .insertInto('book_photos')
        .values({ job_id: job, id: photo, size, sha256, type, bytes: Buffer.alloc(0), done: false })
        .onConflict((conflict) => conflict.doNothing())
        .execute();
    }
  }
  await rows
    .updateTable('book_photos')
    .set({ bytes: sql`bytes || ${bytes}::bytea` })
    .where('job_id', '=', job)
    .where('id', '=', photo)
    .where(sql<number>`length(bytes)`, '=', from)
    .execute();
  if (from + bytes.length < size) return { size, received: from + bytes.length, done: false };
  await finish(rows, job, photo, sha256);
  return { size, received: size, done: true };
}

/** Looks at a photo that has come whole. */
async function finish(rows: AskedByMember['rows'], job: string, photo: string, sha256: string): Promise<void> {
  const { bytes } = await rows
    .selectFrom('book_photos')
    .select('bytes')
    .where('job_id', '=', job)
    .where('id', '=', photo)
    .executeTakeFirstOrThrow();
  if (createHash('sha256').update(bytes).digest('hex') !== sha256)
    throw refuse('This photo came damaged, and is sent again from its start.');
  if (carriesPosition(bytes))
    throw refuse('This photo still says where and with what it was taken. Take it in the book, which leaves that out.');
  await rows.updateTable('book_photos').set({ done: true }).where('job_id', '=', job).where('id', '=', photo).execute();
}

/** Drops what came of a photo that turned out to be none, so that it can be sent again. */
export async function dropUnfinished({ rows }: AskedByMember, job: string, photo: string): Promise<void> {
  await rows.deleteFrom('book_photos').where('job_id', '=', job).where('id', '=', photo).where('done', '=', false).execute();
}

/** How far a photo has come. */
export async function photoState({ rows }: AskedByMember, job: string, photo: string): Promise<PhotoState> {
  const row = await rows
    .selectFrom('book_photos')
    .select(['size', 'done', sql<number>`length(bytes)`.as('received')])
    .where('job_id', '=', job)
    .where('id', '=', photo)
    .executeTakeFirst();
  if (!row) throw new Problem(404, 'No such photo', 'This photo has not come here; it may still be on the phone that took it.');
  return row;
}

/** A photo that has come whole. */
export async function readPhoto({ rows }: AskedByMember, job: string, photo: string): Promise<{ bytes: Buffer; type: string }> {
  const row = await rows
    .selectFrom('book_photos')
    .select(['bytes', 'type'])
    .where('job_id', '=', job)
    .where('id', '=', photo)
    .where('done', '=', true)
    .executeTakeFirst();
  if (!row) throw new Problem(404, 'No such photo', 'This photo has not come here; it may still be on the phone that took it.');
  return row;
}
