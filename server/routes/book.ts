import { z } from 'zod';
import { MOST_ENTRIES_AT_ONCE, MOST_PHOTO_BYTES } from '../../model/book/entry.ts';
import { addEntries, partsShown, readBook } from '../book/entries.ts';
import { addPiece, dropUnfinished, photoState, readPhoto } from '../book/photos.ts';
import { papersOf } from '../people/guest-links.ts';
import { Problem } from '../problem.ts';
import { forMember, json, type Route } from './route.ts';

/** Time after an entry at which guests' papers are made, s: more come soon after the first. */
const PAPERS_AFTER = 60;
/** Bytes of a batch of entries: a device sends fewer where they are long. */
const MOST_BATCH = 4_000_000;
const ENTRIES = {
  schema: z.strictObject({ entries: z.array(z.unknown()).min(1).max(MOST_ENTRIES_AT_ONCE) }),
  sentence: `Entries of a book are sent 1 to ${MOST_ENTRIES_AT_ONCE} at a time.`,
};
const AFTER = {
  schema: z.strictObject({
    after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
    limit: z.coerce.number().int().min(1).max(MOST_ENTRIES_AT_ONCE).default(MOST_ENTRIES_AT_ONCE),
  }),
  sentence: `A book is read after a number, 1 to ${MOST_ENTRIES_AT_ONCE} entries at a time.`,
};
const PIECE = {
  schema: z.strictObject({
    from: z.coerce.number().int().min(0).max(100_000_000),
    size: z.coerce.number().int().min(1).max(100_000_000),
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
  }),
  sentence: 'A photo is sent with the byte it goes on from, its size, and its SHA-256.',
};

/** The site book of a job: entries that are only added, and their photos. */
export const BOOK_ROUTES: readonly Route[] = [
  forMember('read book', {
    method: 'GET',
    path: '/jobs/:id/book',
    query: AFTER,
    handle: async ({ asked, params: { id = '' }, query: { after, limit } }) =>
      json(await asked((by) => readBook(by, id, after, limit))),
  }),
  forMember('write book', {
    method: 'POST',
    path: '/jobs/:id/book',
    body: ENTRIES,
    limit: MOST_BATCH,
    handle: async ({ asked, params: { id = '' }, body: { entries }, member: { firm, person }, services }) => {
      const { answers, head, shown } = await asked(async (by) => {
        const added = await addEntries(by, id, entries);
        if (added.taken > 0) await services.news.tell(by, { of: 'book', job: id });
        return { ...added, shown: services.firm && added.taken > 0 ? await partsShown(by, id) : [] };
      });
      // What guests see of the book is made anew. It never keeps an entry from being one.
      for (const paper of papersOf(shown))
        services.firm?.queue.order({ firm, person, job: id, paper }, PAPERS_AFTER).catch(() => {});
      return json({ answers, head });
    },
  }),
  forMember('read book', {
    method: 'GET',
    path: '/jobs/:id/photos/:photo',
    handle: async ({ asked, params: { id = '', photo = '' }, response }) => {
      const { bytes, type } = await asked((by) => readPhoto(by, id, photo));
      // It never changes: a browser may keep it as long as it likes, for nobody else.
      response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
      response.type(type).send(bytes);
      return null;
    },
  }),
  forMember('read book', {
    method: 'GET',
    path: '/jobs/:id/photos/:photo/state',
    handle: async ({ asked, params: { id = '', photo = '' } }) => json(await asked((by) => photoState(by, id, photo))),
  }),
  forMember('write book', {
    method: 'PUT',
    path: '/jobs/:id/photos/:photo',
    body: 'bytes',
    limit: MOST_PHOTO_BYTES,
    query: PIECE,
    handle: async ({ asked, params: { id = '', photo = '' }, body, query, services }) => {
      const bytes = Buffer.isBuffer(body) ? (body as Buffer) : Buffer.alloc(0);
      try {
        const state = await asked(async (by) => {
          const after = await addPiece(by, id, { photo, ...query, bytes });
          if (after.done) await services.news.tell(by, { of: 'book', job: id });
          return after;
        });
        return json(state);
      } catch (error) {
        // What came of it before is of no use to anybody.
        if (error instanceof Problem && error.status === 422) await asked((by) => dropUnfinished(by, id, photo)).catch(() => {});
        throw error;
      }
    },
  }),
];
