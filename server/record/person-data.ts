import type { AskedByMember } from '../database/asked.ts';

/** Most rows of each kind in an export. */
const MOST = 10_000;

/** What is kept of a person: as far as who asks may read it. */
export async function personData({ rows }: AskedByMember, person: string) {
  const [who, memberships, revisions, comments, book, photos, devices, record] = [
    await rows.selectFrom('people').select(['id', 'login', 'name', 'created_at']).where('id', '=', person).executeTakeFirst(),
    await rows.selectFrom('memberships').select(['role', 'since', 'ended_at']).where('person_id', '=', person).execute(),
    await rows
      .selectFrom('revisions')
      .select(['job_id', 'revision', 'summary', 'saved_at'])
      .where('author_id', '=', person)
      .orderBy('saved_at')
      .limit(MOST)
      .execute(),
    await rows
      .selectFrom('comments')
      .select(['job_id', 'thing', 'body', 'written_at', 'ended_at'])
      .where('author_id', '=', person)
      .orderBy('written_at')
      .limit(MOST)
      .execute(),
    await rows
      .selectFrom('book_entries')
      .select(['job_id', 'received_at', 'document'])
      .where('author_id', '=', person)
      .orderBy('received_at')
      .limit(MOST)
      .execute(),
    await rows
      .selectFrom('book_photos')
      .select(['job_id', 'id', 'added_at', 'size'])
      .where('author_id', '=', person)
      .orderBy('added_at')
      .limit(MOST)
      .execute(),
    await rows
      .selectFrom('devices')
      .select(['name', 'first_seen', 'last_seen', 'revoked_at'])
      .where('person_id', '=', person)
      .execute(),
    await rows
      .selectFrom('audit')
      .select(['at', 'what', 'thing'])
      .where('person_id', '=', person)
      .orderBy('id')
      .limit(MOST)
      .execute(),
  ];
  return { person: who ?? null, memberships, devices, saves: revisions, comments, book, photos, record };
}
