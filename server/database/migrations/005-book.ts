import { type Kysely, type Migration, sql } from 'kysely';

/**
 * The site book. Entries are only ever added: nothing here is updated but the number of the last entry of a book, and the bytes of a
 * photo while they come in.
 */
const BOOK = `
create table books (
  job_id uuid primary key references jobs on delete cascade,
  firm_id uuid not null references firms on delete cascade default asking_firm(),
  head bigint not null default 0
);
create table book_entries (
  job_id uuid not null references jobs on delete cascade,
  id uuid not null,
  firm_id uuid not null references firms on delete cascade default asking_firm(),
  seq bigint not null,
  device uuid not null,
  device_order integer not null,
  received_at timestamptz not null default now(),
  author_id uuid references people on delete set null default asking_person(),
  digest text not null,
  document jsonb not null,
  primary key (job_id, id),
  unique (job_id, seq),
  unique (job_id, device, device_order)
);
create table book_photos (
  job_id uuid not null references jobs on delete cascade,
  id uuid not null,
  firm_id uuid not null references firms on delete cascade default asking_firm(),
  size integer not null check (size between 1 and 1000000),
  sha256 text not null,
  type text not null check (type in ('image/jpeg', 'image/png', 'image/webp')),
  bytes bytea not null default '',
  done boolean not null default false,
  author_id uuid references people on delete set null default asking_person(),
  added_at timestamptz not null default now(),
  primary key (job_id, id)
);
alter table book_photos alter column bytes set storage external;
`;

export const book: Migration = {
  async up(database: Kysely<unknown>) {
    await sql.raw(BOOK).execute(database);
  },
};
