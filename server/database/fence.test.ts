import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { GUEST_PART_IDS, GUEST_PARTS, holdersOf, type Right, ROLE_IDS, type Role } from '../../model/rights.ts';
import { createJob, listJobs, readStoredJob, saveJob, setDeleted } from '../jobs/jobs.ts';
import { jobsOf, openTestDatabase, UNHEARD } from '../kit.fixture.ts';
import { hashOf } from '../people/secrets.ts';
import { type AskedByMember, type Asker, asked } from './asked.ts';
import { POLICIES } from './policies.ts';
import type { Database } from './tables.ts';
import { THIS_COMPUTER, THIS_FIRM } from './this-computer.ts';

let database: Database;
let owner: Database;
/** Somebody of each role in this firm, and an owner of another. */
const people = {} as Record<Role, string>;
let stranger: string;
let otherFirm: string;
let ours: string;
let theirs: string;

const person = async (firm: string, role: Role): Promise<string> => {
  const { id } = await owner
    .insertInto('people')
    .values({ login: `${role}-${randomUUID()}`, name: role, password: null, totp_secret: null, totp_step: null, erased_at: null })
    .returning('id')
    .executeTakeFirstOrThrow();
  await owner.insertInto('memberships').values({ person_id: id, firm_id: firm, role, ended_at: null }).execute();
  return id;
};
const memberOf = (firm: string, id: string): Extract<Asker, { as: 'member' }> => ({ as: 'member', person: id, firm });
const as = <T>(asker: Asker, work: (by: AskedByMember) => Promise<T>): Promise<T> => asked(database, asker, work as never);
/** Rows a statement finds or changes, or the database's word for refusing it. */
const outcome = async (asker: Asker, statement: string): Promise<number | 'refused'> =>
  as(asker, async ({ rows }) => {
    const done = await sql.raw(statement).execute(rows);
    return done.rows.length || Number(done.numAffectedRows ?? 0);
  }).catch((error) => {
    if (error.code === '42501') return 'refused';
    throw error;
  });

beforeAll(async () => {
  ({ database, owner } = await openTestDatabase());
  const made = await owner.insertInto('firms').values({ name: 'Another firm' }).returning('id').executeTakeFirstOrThrow();
  otherFirm = made.id;
  for (const role of ROLE_IDS) people[role] = await person(THIS_FIRM, role);
  stranger = await person(otherFirm, 'owner');
  ours = (await as(memberOf(THIS_FIRM, people.owner), (by) => createJob(by, newJob('Ours'), 'x'))).id;
  theirs = (await as(memberOf(otherFirm, stranger), (by) => createJob(by, newJob('Theirs'), 'x'))).id;
});
afterAll(async () => {
  await database?.destroy();
  await owner?.destroy();
});

describe('without any check in the code, the database', () => {
  it('lets nothing through where nobody is said to ask', async () => {
    for (const table of new Set(POLICIES.map((policy) => policy.table)))
      await expect(sql.raw(`select 1 from ${table} limit 1`).execute(database), table).rejects.toThrow(
        /permission denied|does not exist/,
      );
  });

  it('shows members of one firm nothing of another, whichever firm an address names', async () => {
    for (const firm of [THIS_FIRM, otherFirm])
      for (const id of [people.owner, people.reader]) {
        const asker = memberOf(firm, id);
        const found = await as(asker, ({ rows }) => rows.selectFrom('jobs').select(['id', 'firm_id']).execute());
        expect(found.filter((row) => row.firm_id !== THIS_FIRM || firm !== THIS_FIRM)).toEqual([]);
        for (const table of [
          'revisions',
          'own_entries',
          'comments',
          'memberships',
          'papers',
          'books',
          'book_entries',
          'book_photos',
        ])
          expect(await outcome(asker, `select 1 from ${table} where firm_id = '${otherFirm}'`), table).toBe(0);
      }
    await expect(as(memberOf(THIS_FIRM, people.owner), (by) => readStoredJob(by, theirs))).rejects.toThrow(/not here/);
  });

  it.each(ROLE_IDS)('lets a %s do with jobs what the table of rights says, and no more', async (role) => {
    const asker = memberOf(THIS_FIRM, people[role]);
    const can = (right: Right) => holdersOf(right).includes(role);
    const tried = async (work: (by: AskedByMember) => Promise<unknown>): Promise<boolean> =>
      as(asker, work).then(
        () => true,
        () => false,
      );
    const other = (await as(memberOf(THIS_FIRM, people.owner), (by) => createJob(by, newJob('Ours too'), 'x'))).id;
    expect(await tried((by) => readStoredJob(by, ours))).toBe(can('read job'));
    expect(await tried((by) => listJobs(by))).toBe(true);
    expect(await tried((by) => createJob(by, newJob('Mine'), 'x'))).toBe(can('create job'));
    expect(await tried((by) => saveJob(by, other, { revision: 1, job: newJob('Changed'), summary: 'x' }, UNHEARD))).toBe(
      can('save job'),
    );
    expect(await tried((by) => setDeleted(by, other, true))).toBe(can('delete job'));
    // Of another firm: none of it.
    expect(await tried((by) => saveJob(by, theirs, { revision: 1, job: newJob('Changed'), summary: 'x' }, UNHEARD))).toBe(false);
    expect(await tried((by) => setDeleted(by, theirs, true))).toBe(false);
    expect((await owner.selectFrom('jobs').select('revision').where('id', '=', theirs).executeTakeFirstOrThrow()).revision).toBe(
      1,
    );
  });

  it.each(ROLE_IDS)('lets a %s change members, read the record and make links only where the table says so', async (role) => {
    const asker = memberOf(THIS_FIRM, people[role]);
    const allows = async (right: Right, statement: string) => {
      const done = await outcome(asker, statement);
      expect(done !== 'refused' && done > 0, `${role}: ${right}`).toBe(holdersOf(right).includes(role));
    };
    await owner
      .insertInto('audit')
      .values({ firm_id: THIS_FIRM, person_id: people.site, what: 'x', thing: '', request_id: '', more: '{}' })
      .execute();
    await allows('change people', `update memberships set role = 'reader' where person_id = '${people.reader}'`);
    await allows('read record', 'select 1 from audit limit 1');
    await allows('change firm', `update firms set name = 'This firm' where id = '${THIS_FIRM}'`);
    await allows(
      'make link',
      `insert into guest_links (job_id, part, name, secret_hash, ends_at) values ('${ours}', 'builder', 'x', '${randomUUID()}', now())`,
    );
    await allows('read link', 'select id from guest_links limit 1');
    await allows(
      'write comment',
      `insert into comments (id, job_id, thing, label, body) values ('${randomUUID()}', '${ours}', 'rooms/r1', 'x', 'x')`,
    );
    const hex = 'a'.repeat(64);
    await owner.deleteFrom('books').where('job_id', '=', ours).execute();
    await allows('write book', `insert into books (job_id) values ('${ours}')`);
    await owner
      .insertInto('books')
      .values({ job_id: ours, head: 0, firm_id: THIS_FIRM } as never)
      .onConflict((conflict) => conflict.doNothing())
      .execute();
    await allows('read book', `select 1 from books where job_id = '${ours}'`);
    await allows('write book', `update books set head = 1 where job_id = '${ours}'`);
    const device = randomUUID();
    await allows(
      'write book',
      `insert into book_entries (job_id, id, seq, device, device_order, digest, document) values ('${ours}', '${randomUUID()}', ${ROLE_IDS.indexOf(role) + 1}, '${device}', 1, '${hex}', '{}')`,
    );
    await allows(
      'write book',
      `insert into book_photos (job_id, id, size, sha256, type, bytes, done) values ('${ours}', '${randomUUID()}', 3, '${hex}', 'image/jpeg', '', false)`,
    );
    await allows('end comment', `update comments set ended_at = now() where job_id = '${ours}'`);
    await allows('change catalogue', `insert into own_entries (kind, name, entry) values ('pipe', '${randomUUID()}', '{}')`);
    await allows('change people', `update people set erased_at = null where id = '${people.site}'`);
  });

  it('refuses what no member may do, whatever their role', async () => {
    const asker = memberOf(THIS_FIRM, people.owner);
    for (const statement of [
      `update jobs set firm_id = '${otherFirm}' where id = '${ours}'`,
      'delete from jobs',
      'delete from revisions',
      `update revisions set author_id = '${people.site}'`,
      "update revisions set summary = ''",
      'delete from audit',
      "update audit set what = ''",
      'select password from people',
      'select totp_secret from people',
      "update people set password = ''",
      'select 1 from sessions',
      'select secret_hash from guest_links',
      'select secret_hash from one_time_links',
      'select public_key from passkeys',
      'select secret_hash from devices',
      'select 1 from join_codes',
      'delete from book_entries',
      "update book_entries set document = '{}'",
      'update book_entries set seq = 1',
      "update book_photos set sha256 = ''",
      `insert into books (job_id) values ('${theirs}')`,
      `insert into book_entries (job_id, id, seq, device, device_order, digest, document) values ('${theirs}', '${randomUUID()}', 1, '${randomUUID()}', 1, 'x', '{}')`,
      'select 1 from guesses',
      'select 1 from settings',
      "insert into firms (name) values ('x')",
      `insert into memberships (person_id, firm_id, role) values ('${people.owner}', '${otherFirm}', 'owner')`,
      'truncate jobs',
      'create table mine (x int)',
      'alter table jobs disable row level security',
    ])
      expect(await outcome(asker, statement), statement).toBe('refused');
  });

  it('takes nothing signed as somebody else', async () => {
    const asker = memberOf(THIS_FIRM, people.site);
    for (const statement of [
      `insert into comments (id, job_id, thing, label, body, author_id) values ('${randomUUID()}', '${ours}', 'x', 'x', 'x', '${people.owner}')`,
      `insert into comments (id, job_id, thing, label, body, firm_id) values ('${randomUUID()}', '${theirs}', 'x', 'x', 'x', '${otherFirm}')`,
      `insert into book_entries (job_id, id, seq, device, device_order, digest, document, author_id) values ('${ours}', '${randomUUID()}', 99, '${randomUUID()}', 1, 'x', '{}', '${people.owner}')`,
      `insert into audit (firm_id, person_id, what, thing, request_id, more) values ('${THIS_FIRM}', '${people.owner}', 'x', '', '', '{}')`,
    ])
      expect(await outcome(asker, statement), statement).toBe('refused');
  });

  it('shows what is a person’s own to nobody else, not even an owner', async () => {
    for (const id of [people.site, people.owner]) {
      await owner.insertInto('notices').values({ person_id: id, words: 'x', read_at: null }).execute();
      await owner
        .insertInto('devices')
        .values({ person_id: id, name: 'x', secret_hash: randomUUID(), revoked_at: null })
        .execute();
    }
    const asker = memberOf(THIS_FIRM, people.owner);
    for (const table of ['notices', 'devices']) {
      expect(await outcome(asker, `select id from ${table} where person_id = '${people.owner}'`), table).toBe(1);
      expect(await outcome(asker, `select id from ${table} where person_id = '${people.site}'`), table).toBe(0);
    }
  });

  it('forgets who asked with the end of the work, also after an error', async () => {
    const single = (await import('./open.ts')).openDatabase(process.env.DATABASE_URL as string, 1);
    for (const fails of [false, true]) {
      await asked(single, memberOf(THIS_FIRM, people.owner), async () => {
        if (fails) throw new Error('of the work');
      }).catch(() => {});
      const { rows } = await sql<{ role: string; person: string }>`
        select current_user::text as role, coalesce(current_setting('warm.person', true), '') as person`.execute(single);
      expect(rows).toEqual([{ role: 'warm_server', person: '' }]);
    }
    await single.destroy();
  });

  it('an end of the membership holds for the next piece of work', async () => {
    const site = await person(THIS_FIRM, 'site');
    const asker = memberOf(THIS_FIRM, site);
    expect(await outcome(asker, 'select id from jobs limit 1')).toBe(1);
    await owner.updateTable('memberships').set({ ended_at: new Date() }).where('person_id', '=', site).execute();
    expect(await outcome(asker, 'select id from jobs limit 1')).toBe(0);
  });

  it('takes no one but a UUID for who asks', async () => {
    const asker = { as: 'member', person: "x'; set role warm_gate; --", firm: THIS_FIRM } as const;
    await expect(as(asker, async () => 1)).rejects.toThrow();
  });
});

describe('a guest', () => {
  const linkOf = async (part: string, more = {}): Promise<Asker> => {
    const { id } = await owner
      .insertInto('guest_links')
      .values({
        firm_id: THIS_FIRM,
        job_id: ours,
        part,
        name: 'x',
        secret_hash: hashOf(randomUUID()),
        ends_at: new Date(Date.now() + 60_000),
        ...more,
      } as never)
      .returning('id')
      .executeTakeFirstOrThrow();
    return { as: 'guest', link: id };
  };
  beforeAll(async () => {
    for (const job of [ours, theirs])
      for (const paper of ['electrician', 'floor', 'owner', 'record'])
        await owner
          .insertInto('papers')
          .values({
            firm_id: job === ours ? THIS_FIRM : otherFirm,
            job_id: job,
            paper,
            job_name: 'x',
            revision: 1,
            bytes: Buffer.from('x'),
          } as never)
          .execute();
  });

  it.each(GUEST_PART_IDS)('%s finds the papers of the part, of the one job', async (part) => {
    const asker = await linkOf(part);
    const found = await as(asker, ({ rows }) => rows.selectFrom('papers').select(['job_id', 'paper']).execute());
    expect(found.map((row) => [row.job_id, row.paper])).toEqual(GUEST_PARTS[part].papers.map((paper) => [ours, paper]));
  });

  it('reads nothing else at all', async () => {
    const asker = await linkOf('builder');
    for (const table of ['jobs', 'revisions', 'people', 'memberships', 'comments', 'own_entries', 'audit', 'sessions', 'firms'])
      expect(await outcome(asker, `select 1 from ${table}`), table).toBe('refused');
    expect(await outcome(asker, "update papers set bytes = ''")).toBe('refused');
  });

  it('finds nothing with a link that was taken back, has run out, or whose job is deleted', async () => {
    for (const more of [{ revoked_at: new Date() }, { ends_at: new Date(Date.now() - 1) }])
      expect(await outcome(await linkOf('builder', more), 'select 1 from papers')).toBe(0);
    const asker = await linkOf('builder');
    await as(memberOf(THIS_FIRM, people.owner), (by) => setDeleted(by, ours, true));
    expect(await outcome(asker, 'select 1 from papers')).toBe(0);
    await as(memberOf(THIS_FIRM, people.owner), (by) => setDeleted(by, ours, false));
    expect(await outcome(asker, 'select 1 from papers')).toBe(1);
  });
});

describe('the keeper', () => {
  it('takes out what is due and nothing younger', async () => {
    const { createJob: make, setDeleted: remove } = jobsOf(database);
    const young = await make(newJob('Young'), 'x');
    await remove(young.id, true);
    expect(await outcome({ as: 'keeper' }, 'select 1 from jobs')).toBe(0);
    expect(await outcome({ as: 'keeper' }, 'delete from jobs')).toBe(0);
    await owner
      .insertInto('audit')
      .values({ firm_id: THIS_FIRM, person_id: THIS_COMPUTER, what: 'x', thing: '', request_id: '', more: '{}' })
      .execute();
    const before = (await owner.selectFrom('audit').select('id').execute()).length;
    await outcome({ as: 'keeper' }, 'delete from audit');
    expect((await owner.selectFrom('audit').select('id').execute()).length).toBe(before);
  });
});

describe('the policies', () => {
  it('in the database are those of the program', async () => {
    const { rows } = await sql<{ name: string }>`
      select tablename || ' ' || policyname as name from pg_policies where schemaname = 'public' order by 1`.execute(owner);
    expect(rows.map(({ name }) => name)).toEqual(
      POLICIES.map(({ table, role, command }) => `${table} ${role}_${command}`).sort(),
    );
  });

  it('guard every table that a role may reach', async () => {
    const { rows } = await sql<{ name: string }>`
      select distinct g.table_name as name from information_schema.role_table_grants g
      join pg_class c on c.relname = g.table_name and c.relnamespace = 'public'::regnamespace
      where g.grantee like 'warm\\_%' and not c.relrowsecurity`.execute(owner);
    // Counts of wrong guesses: the gate's alone, and nobody's data.
    expect(rows.map(({ name }) => name)).toEqual(['guesses']);
  });
});
