import { GUEST_PARTS, type GuestPart } from '../../model/rights.ts';
import type { AskedByGuest, AskedByMember } from '../database/asked.ts';
import { jobIsThere } from '../jobs/jobs.ts';
import { notFound } from '../jobs/stored-job.ts';
import { Problem } from '../problem.ts';
import { hashOf, newSecret } from './secrets.ts';

/** Longest a link is good, days. */
export const MOST_LINK_DAYS = 730;
/** Most live links of one job. */
const MOST_LINKS = 50;

/** A link that shows one part of one job to whoever has it. */
export async function makeLink(
  { rows }: AskedByMember,
  job: string,
  { part, name, days }: { part: GuestPart; name: string; days: number },
): Promise<{ id: string; secret: string; endsAt: string }> {
  if (!(await jobIsThere(rows, job))) throw notFound();
  const { count } = await rows
    .selectFrom('guest_links')
    .select(({ fn }) => fn.countAll<string>().as('count'))
    .where('job_id', '=', job)
    .where('revoked_at', 'is', null)
    .where('ends_at', '>', new Date())
    .executeTakeFirstOrThrow();
  if (Number(count) >= MOST_LINKS)
    throw new Problem(422, 'Many links', `This job has ${MOST_LINKS} live links, the most it takes. Take some back first.`);
  const secret = newSecret();
  const ends = new Date(Date.now() + days * 86_400_000);
  const { id } = await rows
    .insertInto('guest_links')
    .values({ job_id: job, part, name, secret_hash: hashOf(secret), ends_at: ends, revoked_at: null, seen_at: null })
    .returning('id')
    .executeTakeFirstOrThrow();
  return { id, secret, endsAt: ends.toISOString() };
}

export async function listLinks({ rows }: AskedByMember, job: string) {
  const found = await rows
    .selectFrom('guest_links')
    .select(['id', 'part', 'name', 'made_at', 'ends_at', 'revoked_at', 'seen_at'])
    .where('job_id', '=', job)
    .orderBy('made_at', 'desc')
    .execute();
  return found.map((row) => ({
    id: row.id,
    part: row.part,
    name: row.name,
    madeAt: row.made_at.toISOString(),
    endsAt: row.ends_at.toISOString(),
    revokedAt: row.revoked_at?.toISOString() ?? null,
    seenAt: row.seen_at?.toISOString() ?? null,
  }));
}

/** Takes a link back. @throws Problem 404 without such a link */
export async function revokeLink({ rows }: AskedByMember, job: string, id: string): Promise<void> {
  const done = await rows
    .updateTable('guest_links')
    .set({ revoked_at: new Date() })
    .where('job_id', '=', job)
    .where('id', '=', id)
    .where('revoked_at', 'is', null)
    .executeTakeFirst();
  if (done.numUpdatedRows === 0n)
    throw new Problem(404, 'No such link', 'This link is not here; it may have been taken back already.');
}

/** The papers that links for some parts show. */
export const papersOf = (parts: readonly GuestPart[]): string[] => parts.flatMap((part) => [...GUEST_PARTS[part].papers]);

/** What a guest's page shows: which part, until when, and the papers that are there by now. */
export async function guestView({ rows, asker }: AskedByGuest) {
  const link = await rows
    .selectFrom('guest_links')
    .select(['part', 'name', 'ends_at'])
    .where('id', '=', asker.link)
    .executeTakeFirst();
  if (!link)
    throw new Problem(401, 'Link ended', 'This link has run out or was taken back. Ask who sent it to you for a new one.');
  const papers = await rows.selectFrom('papers').select(['paper', 'job_name', 'revision', 'made_at']).execute();
  return {
    part: link.part,
    name: link.name,
    endsAt: link.ends_at.toISOString(),
    papers: papers.map((row) => ({
      paper: row.paper,
      jobName: row.job_name,
      revision: row.revision,
      madeAt: row.made_at.toISOString(),
    })),
  };
}

/** @throws Problem 404 while the paper is not made yet */
export async function guestPaper({ rows }: AskedByGuest, paper: string): Promise<Buffer> {
  const row = await rows.selectFrom('papers').select('bytes').where('paper', '=', paper).executeTakeFirst();
  if (!row) throw new Problem(404, 'Not made yet', 'This paper is still being made. Look again in a minute.');
  return row.bytes;
}
