import { type Kysely, type Migration, sql } from 'kysely';
import { THIS_COMPUTER, THIS_FIRM } from '../this-computer.ts';

/** Who is who, and who may do what. */
const PEOPLE = `
create table people (
  id uuid primary key default gen_random_uuid(),
  login text,
  name text not null,
  password text,
  totp_secret text,
  totp_step bigint,
  created_at timestamptz not null default now(),
  erased_at timestamptz
);
create unique index people_by_login on people (lower(login));
create table firms (id uuid primary key default gen_random_uuid(), name text not null);
create table memberships (
  person_id uuid not null references people on delete cascade,
  firm_id uuid not null references firms on delete cascade,
  role text not null check (role in ('owner', 'designer', 'site', 'reader')),
  since timestamptz not null default now(),
  ended_at timestamptz,
  primary key (person_id, firm_id)
);
create table devices (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  name text not null,
  secret_hash text not null unique,
  first_seen timestamptz not null default now(),
  last_seen timestamptz not null default now(),
  revoked_at timestamptz
);
create index devices_by_person on devices (person_id);
create table sessions (
  id_hash text primary key,
  person_id uuid references people on delete cascade,
  firm_id uuid references firms on delete cascade,
  device_id uuid references devices on delete cascade,
  born_at timestamptz not null default now(),
  proved_at timestamptz,
  idle_ends_at timestamptz not null,
  ends_at timestamptz not null,
  data jsonb not null
);
create index sessions_by_person on sessions (person_id);
create index sessions_by_device on sessions (device_id);
create table passkeys (
  id text primary key,
  person_id uuid not null references people on delete cascade,
  public_key bytea not null,
  counter bigint not null,
  transports text not null,
  name text not null,
  created_at timestamptz not null default now(),
  used_at timestamptz
);
create index passkeys_by_person on passkeys (person_id);
create table one_time_links (
  secret_hash text primary key,
  kind text not null check (kind in ('owner', 'invitation', 'recovery')),
  firm_id uuid not null references firms on delete cascade,
  person_id uuid references people on delete cascade,
  name text not null,
  role text not null check (role in ('owner', 'designer', 'site', 'reader')),
  made_by uuid references people on delete set null,
  made_at timestamptz not null default now(),
  ends_at timestamptz not null,
  used_at timestamptz
);
create table join_codes (
  secret_hash text primary key,
  person_id uuid not null references people on delete cascade,
  firm_id uuid not null references firms on delete cascade,
  ends_at timestamptz not null,
  digits text,
  device_name text,
  waits_hash text,
  allowed_at timestamptz,
  used_at timestamptz
);
create table notices (
  id uuid primary key default gen_random_uuid(),
  person_id uuid not null references people on delete cascade,
  at timestamptz not null default now(),
  words text not null,
  read_at timestamptz
);
create index notices_by_person on notices (person_id, at desc);
create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  firm_id uuid,
  person_id uuid,
  what text not null,
  thing text not null,
  request_id text not null,
  more jsonb not null
);
create index audit_by_firm on audit (firm_id, id desc);
create table guesses (key varchar(255) primary key, points integer not null default 0, expire bigint);
`;

/** Who asks. The role is looked up in the memberships, so that an end of one holds at once and a firm taken from an address gives nothing. */
const ASKING = `
create function asking_person() returns uuid language sql stable as
  $$ select nullif(current_setting('warm.person', true), '')::uuid $$;
create function asking_firm() returns uuid language sql stable as
  $$ select nullif(current_setting('warm.firm', true), '')::uuid $$;
create function asking_role() returns text language plpgsql stable security definer set search_path = public, pg_temp as $$
begin
  return (select role from memberships m
    where m.person_id = nullif(current_setting('warm.person', true), '')::uuid
      and m.firm_id = nullif(current_setting('warm.firm', true), '')::uuid and m.ended_at is null);
end $$;
`;

/** Everything there is becomes this firm's, which until now was one person. */
const OWNED = `
insert into firms (id, name) values ('${THIS_FIRM}', 'This firm');
insert into people (id, name) values ('${THIS_COMPUTER}', 'this computer');
insert into memberships (person_id, firm_id, role) values ('${THIS_COMPUTER}', '${THIS_FIRM}', 'owner');

alter table jobs
  add column firm_id uuid references firms on delete cascade,
  add column created_by uuid references people on delete set null default asking_person(),
  add column system text;
update jobs set firm_id = '${THIS_FIRM}', created_by = '${THIS_COMPUTER}',
  system = case when document #>> '{display,system}' = 'us' then 'us' else 'metric' end;
alter table jobs alter column firm_id set not null, alter column firm_id set default asking_firm(), alter column system set not null;
drop index jobs_by_update;
create index jobs_at_work on jobs (firm_id, updated_at desc, id) where deleted_at is null;

alter table revisions
  add column firm_id uuid references firms on delete cascade,
  add column author_id uuid references people on delete set null default asking_person(),
  add column save_id uuid;
update revisions set firm_id = '${THIS_FIRM}', author_id = '${THIS_COMPUTER}';
alter table revisions alter column firm_id set not null, alter column firm_id set default asking_firm(), drop column author;
create index revisions_by_save on revisions (job_id, save_id) where save_id is not null;

alter table own_entries add column firm_id uuid references firms on delete cascade;
update own_entries set firm_id = '${THIS_FIRM}';
alter table own_entries
  alter column firm_id set not null, alter column firm_id set default asking_firm(),
  drop constraint own_entries_name, add constraint own_entries_name unique (firm_id, kind, name);
`;

/** What several people do with one job. */
const TOGETHER = `
create table comments (
  id uuid primary key,
  firm_id uuid not null references firms on delete cascade default asking_firm(),
  job_id uuid not null references jobs on delete cascade,
  thing text not null,
  label text not null,
  body text not null,
  author_id uuid references people on delete set null default asking_person(),
  written_at timestamptz not null default now(),
  ended_at timestamptz,
  ended_by uuid references people on delete set null
);
create index comments_by_job on comments (job_id, written_at);
create table guest_links (
  id uuid primary key default gen_random_uuid(),
  firm_id uuid not null references firms on delete cascade default asking_firm(),
  job_id uuid not null references jobs on delete cascade,
  part text not null check (part in ('electrician', 'builder', 'householder')),
  name text not null,
  secret_hash text not null unique,
  made_by uuid references people on delete set null default asking_person(),
  made_at timestamptz not null default now(),
  ends_at timestamptz not null,
  revoked_at timestamptz,
  seen_at timestamptz
);
create index guest_links_by_job on guest_links (job_id);
create table papers (
  id uuid primary key default gen_random_uuid(),
  firm_id uuid not null references firms on delete cascade default asking_firm(),
  job_id uuid not null references jobs on delete cascade,
  paper text not null,
  job_name text not null,
  revision integer not null,
  bytes bytea not null,
  made_at timestamptz not null default now(),
  unique (job_id, paper)
);
`;

/** Nothing of a person that leads back to them is left when they are erased; what they did stays, as a former member's. */
const ERASING = `
create function erase_follows() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  new.login := null; new.name := ''; new.password := null; new.totp_secret := null;
  delete from passkeys where person_id = new.id;
  delete from sessions where person_id = new.id;
  delete from devices where person_id = new.id;
  delete from notices where person_id = new.id;
  delete from join_codes where person_id = new.id;
  update one_time_links set name = '' where person_id = new.id;
  update memberships set ended_at = coalesce(ended_at, now()) where person_id = new.id;
  return new;
end $$;
create trigger erase_follows before update on people for each row
  when (new.erased_at is not null and old.erased_at is null) execute function erase_follows();
`;

const CLOSED = `
revoke all on schema public from public;
grant usage on schema public to warm_member, warm_guest, warm_gate, warm_keeper;
revoke execute on function asking_role(), erase_follows() from public;
grant execute on function asking_role() to warm_member;
grant select, insert, update, delete on guesses to warm_gate;
`;

export const firm: Migration = {
  async up(database: Kysely<unknown>) {
    for (const part of [PEOPLE, ASKING, OWNED, TOGETHER, ERASING, CLOSED]) await sql.raw(part).execute(database);
  },
};
