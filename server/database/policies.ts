import { type Kysely, sql } from 'kysely';
import { GUEST_PARTS, holdersOf, type Right } from '../../model/rights.ts';
import type { Tables } from './tables.ts';

type AskingRole = 'warm_member' | 'warm_guest' | 'warm_gate' | 'warm_keeper';
type Command = 'select' | 'insert' | 'update' | 'delete';

/** What one role may do with the rows of one table. */
export interface Policy {
  table: keyof Tables;
  role: AskingRole;
  command: Command;
  /** Columns it may read or write; all of them where none are named. */
  columns?: readonly string[];
  /** Which rows, as SQL. */
  rows: string;
}

/** Days what is written down stays at least, whatever the server is told to keep. */
export const LEAST_RECORD_DAYS = 90;
/** Days a deleted job is kept for those who want it back. */
export const DELETED_KEPT_DAYS = 30;

const listOf = (right: Right): string =>
  holdersOf(right)
    .map((role) => `'${role}'`)
    .join(', ');

/** Rows of the asker's firm, where their role there has the right. Looked up once a statement, not once a row. */
const ofFirm = (right: Right): string => `firm_id = (select asking_firm()) and (select asking_role()) in (${listOf(right)})`;
const OWN = 'person_id = (select asking_person()) and (select asking_role()) is not null';

/** Rows about a job that the asker may see: a key to another firm's job would else keep that firm from its own. */
const OF_OWN_JOB = 'job_id in (select id from jobs)';

const member = (table: keyof Tables, command: Command, rows: string, columns?: readonly string[]): Policy => ({
  table,
  role: 'warm_member',
  command,
  rows,
  columns,
});
const gate = (table: keyof Tables, ...commands: Command[]): Policy[] =>
  commands.map((command) => ({ table, role: 'warm_gate', command, rows: 'true' }));
const keeper = (table: keyof Tables, rows: string): Policy[] =>
  (['select', 'delete'] as const).map((command) => ({ table, role: 'warm_keeper', command, rows }));

const COLLEAGUE = `exists (select from memberships of_firm where of_firm.person_id = people.id and of_firm.firm_id = (select asking_firm())) and (select asking_role()) is not null`;

/**
 * Who may do what with which rows. Written from the table of rights; what is not here is refused. No row is guarded by code alone: a
 * check that was forgotten there finds this one.
 */
export const POLICIES: readonly Policy[] = [
  member('jobs', 'select', ofFirm('read job')),
  member('jobs', 'insert', ofFirm('create job')),
  member('jobs', 'update', ofFirm('save job'), [
    'name',
    'place',
    'room_count',
    'heat_load',
    'system',
    'revision',
    'document',
    'updated_at',
    'deleted_at',
  ]),
  member('revisions', 'select', ofFirm('read job')),
  member('revisions', 'insert', `${ofFirm('save job')} and author_id = (select asking_person())`),
  // An older revision is put by as the way back to it; what it says of itself stays.
  member('revisions', 'update', ofFirm('save job'), ['document', 'back']),
  member('own_entries', 'select', ofFirm('read catalogue')),
  member('own_entries', 'insert', ofFirm('change catalogue')),
  member('own_entries', 'update', ofFirm('change catalogue'), ['kind', 'name', 'entry']),
  member('own_entries', 'delete', ofFirm('change catalogue')),
  member('comments', 'select', ofFirm('read comment')),
  member('comments', 'insert', `${ofFirm('write comment')} and author_id = (select asking_person())`),
  member('comments', 'update', ofFirm('end comment'), ['ended_at', 'ended_by']),
  member('books', 'select', ofFirm('read book')),
  member('books', 'insert', `${ofFirm('write book')} and ${OF_OWN_JOB}`),
  member('books', 'update', ofFirm('write book'), ['head']),
  member('book_entries', 'select', ofFirm('read book')),
  member('book_entries', 'insert', `${ofFirm('write book')} and ${OF_OWN_JOB} and author_id = (select asking_person())`),
  member('book_photos', 'select', ofFirm('read book')),
  member('book_photos', 'insert', `${ofFirm('write book')} and ${OF_OWN_JOB} and author_id = (select asking_person())`),
  // Pieces are added until it is whole; then it stays as it is.
  member('book_photos', 'update', `${ofFirm('write book')}`, ['bytes', 'done']),
  member('book_photos', 'delete', `${ofFirm('write book')} and not done`),
  member('guest_links', 'select', ofFirm('read link'), [
    'id',
    'firm_id',
    'job_id',
    'part',
    'name',
    'made_by',
    'made_at',
    'ends_at',
    'revoked_at',
    'seen_at',
  ]),
  member('guest_links', 'insert', ofFirm('make link')),
  member('guest_links', 'update', ofFirm('end link'), ['revoked_at']),
  member('papers', 'select', ofFirm('order paper')),
  member('papers', 'insert', ofFirm('order paper')),
  member('papers', 'update', ofFirm('order paper'), ['job_name', 'revision', 'bytes', 'made_at']),
  member('people', 'select', COLLEAGUE, ['id', 'name', 'login', 'created_at', 'erased_at']),
  member('people', 'update', `${COLLEAGUE} and (select asking_role()) in (${listOf('change people')})`, ['erased_at']),
  member('memberships', 'select', ofFirm('read people')),
  member('memberships', 'update', ofFirm('change people'), ['role', 'ended_at']),
  member('firms', 'select', 'id = (select asking_firm()) and (select asking_role()) is not null'),
  member('firms', 'update', `id = (select asking_firm()) and (select asking_role()) in (${listOf('change firm')})`, ['name']),
  member('one_time_links', 'select', ofFirm('change people'), [
    'kind',
    'firm_id',
    'person_id',
    'name',
    'role',
    'made_by',
    'made_at',
    'ends_at',
    'used_at',
  ]),
  member('one_time_links', 'insert', `${ofFirm('change people')} and kind <> 'owner'`),
  member('devices', 'select', OWN, ['id', 'person_id', 'name', 'first_seen', 'last_seen', 'revoked_at']),
  member('devices', 'update', OWN, ['revoked_at', 'name']),
  member('passkeys', 'select', OWN, ['id', 'person_id', 'name', 'created_at', 'used_at']),
  member('passkeys', 'delete', OWN),
  member('notices', 'select', OWN),
  member('notices', 'update', OWN, ['read_at']),
  member('audit', 'select', ofFirm('read record')),
  member('audit', 'insert', 'firm_id = (select asking_firm()) and person_id = (select asking_person())'),

  {
    table: 'papers',
    role: 'warm_guest',
    command: 'select',
    rows: '(job_id, paper) in (select job_id, paper from asking_link())',
  },
  {
    table: 'guest_links',
    role: 'warm_guest',
    command: 'select',
    columns: ['id', 'job_id', 'part', 'name', 'ends_at'],
    rows: 'id in (select id from asking_link())',
  },

  ...gate('people', 'select', 'insert', 'update'),
  ...gate('passkeys', 'select', 'insert', 'update', 'delete'),
  ...gate('memberships', 'select', 'insert', 'update'),
  ...gate('firms', 'select'),
  ...gate('devices', 'select', 'insert', 'update'),
  ...gate('sessions', 'select', 'insert', 'update', 'delete'),
  ...gate('join_codes', 'select', 'insert', 'update', 'delete'),
  ...gate('one_time_links', 'select', 'update'),
  ...gate('notices', 'insert'),
  ...gate('audit', 'insert'),
  {
    table: 'guest_links',
    role: 'warm_gate',
    command: 'select',
    columns: ['id', 'secret_hash', 'ends_at', 'revoked_at', 'seen_at'],
    rows: 'true',
  },
  { table: 'guest_links', role: 'warm_gate', command: 'update', columns: ['seen_at'], rows: 'true' },

  ...keeper('jobs', `deleted_at < now() - make_interval(days => ${DELETED_KEPT_DAYS})`),
  ...keeper('sessions', 'ends_at < now() or idle_ends_at < now()'),
  ...keeper('join_codes', 'ends_at < now()'),
  ...keeper('one_time_links', `ends_at < now() - make_interval(days => ${LEAST_RECORD_DAYS})`),
  ...keeper('notices', `at < now() - make_interval(days => ${LEAST_RECORD_DAYS})`),
  ...keeper('audit', `at < now() - make_interval(days => ${LEAST_RECORD_DAYS})`),
  ...keeper('papers', `made_at < now() - make_interval(days => ${DELETED_KEPT_DAYS})`),
];

/** Tables no row policy is for: reached by the owner alone, or holding nothing that could be read by the wrong person. */
const GUARDED = [...new Set(POLICIES.map(({ table }) => table))];

/** What a live link shows: the papers of its part of its job. */
const askingLink = (): string => {
  const parts = Object.entries(GUEST_PARTS).flatMap(([part, { papers }]) => papers.map((paper) => `('${part}', '${paper}')`));
  return `
    create or replace function asking_link() returns table (id uuid, job_id uuid, paper text)
    language plpgsql stable security definer set search_path = public, pg_temp as $$
    begin
      return query select l.id, l.job_id, p.paper
        from guest_links l
        join (values ${parts.join(', ')}) p (part, paper) on p.part = l.part
        join jobs j on j.id = l.job_id and j.deleted_at is null
        where l.id = nullif(current_setting('warm.link', true), '')::uuid and l.revoked_at is null and l.ends_at > now();
    end $$;
    revoke execute on function asking_link() from public;
    grant execute on function asking_link() to warm_guest`;
};

/** SQL that makes the database let through exactly what the policies say. */
function policiesSql(): string {
  const roles = ['warm_member', 'warm_guest', 'warm_gate', 'warm_keeper'];
  return [
    askingLink(),
    ...GUARDED.flatMap((table) => [
      `alter table ${table} enable row level security`,
      `revoke all on ${table} from ${roles.join(', ')}`,
    ]),
    ...POLICIES.flatMap(({ table, role, command, columns, rows }) => [
      `grant ${command}${columns && command !== 'delete' ? ` (${columns.join(', ')})` : ''} on ${table} to ${role}`,
      `create policy ${role}_${command} on ${table} for ${command} to ${role} ${
        command === 'insert'
          ? `with check (${rows})`
          : command === 'update'
            ? `using (${rows}) with check (${rows})`
            : `using (${rows})`
      }`,
    ]),
  ].join(';\n');
}

/**
 * Writes the policies anew where they are not those of this program, in the transaction of the migration.
 * @param owner the owner of the tables
 */
export async function applyPolicies(owner: Kysely<Tables>): Promise<void> {
  const wanted = policiesSql();
  const kept = await owner.selectFrom('settings').select('value').where('key', '=', 'policies').executeTakeFirst();
  if (kept?.value === wanted) return;
  const old = await sql<{ policyname: string; tablename: string }>`
    select policyname, tablename from pg_policies where schemaname = 'public'`.execute(owner);
  for (const { policyname, tablename } of old.rows)
    await sql`drop policy ${sql.id(policyname)} on ${sql.id(tablename)}`.execute(owner);
  await sql.raw(wanted).execute(owner);
  await owner
    .insertInto('settings')
    .values({ key: 'policies', value: wanted })
    .onConflict((conflict) => conflict.column('key').doUpdateSet({ value: wanted }))
    .execute();
}
