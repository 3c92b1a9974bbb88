import type { ColumnType, Generated, JSONColumnType, Kysely } from 'kysely';
import type { UnitSystem } from '../../model/quantities.ts';
import type { GuestPart, Role } from '../../model/rights.ts';

/** A JSON value that may be missing; written as text. */
type Json = ColumnType<object | null, string | null, string | null>;
/** Filled in by the database and never by a caller. */
type Filled<T> = ColumnType<T, never, never>;

export interface JobsTable {
  id: Generated<string>;
  /** Of who asks. */
  firm_id: Filled<string>;
  created_by: Filled<string | null>;
  name: string;
  place: string;
  room_count: number;
  heat_load: number;
  system: UnitSystem;
  revision: number;
  document: JSONColumnType<object>;
  created_at: Filled<Date>;
  updated_at: Generated<Date>;
  deleted_at: Date | null;
}

export interface RevisionsTable {
  job_id: string;
  firm_id: Filled<string>;
  revision: number;
  /** Whole, or null where `back` leads to it or the job itself holds it. */
  document: Json;
  /** What leads to it from the revision after it. */
  back: Json;
  author_id: Filled<string | null>;
  /** What the sender called this save, so that one sent twice is taken once. */
  save_id: string | null;
  summary: string;
  saved_at: Filled<Date>;
}

export interface SettingsTable {
  key: string;
  value: string;
}

export interface OwnEntriesTable {
  id: Generated<string>;
  firm_id: Filled<string>;
  kind: string;
  name: string;
  entry: JSONColumnType<object>;
  created_at: Filled<Date>;
}

export interface CommentsTable {
  id: string;
  firm_id: Filled<string>;
  job_id: string;
  /** Place in the job or id of a finding. */
  thing: string;
  /** What that was called when it was written. */
  label: string;
  body: string;
  author_id: Filled<string>;
  written_at: Filled<Date>;
  ended_at: Date | null;
  ended_by: string | null;
}

export interface FirmsTable {
  id: Generated<string>;
  name: string;
}

export interface PeopleTable {
  id: Generated<string>;
  login: string | null;
  name: string;
  /** What argon2 makes of it. */
  password: string | null;
  /** Sealed with a key that is not in the database. */
  totp_secret: string | null;
  /** Step of the last time code taken, so that none is taken twice. */
  totp_step: ColumnType<string | null, number | null, number | null>;
  created_at: Filled<Date>;
  erased_at: Date | null;
}

export interface MembershipsTable {
  person_id: string;
  firm_id: string;
  role: Role;
  since: Filled<Date>;
  ended_at: Date | null;
}

export interface DevicesTable {
  id: Generated<string>;
  person_id: string;
  name: string;
  /** What the device shows to be known again. */
  secret_hash: string;
  first_seen: Filled<Date>;
  last_seen: Generated<Date>;
  revoked_at: Date | null;
}

export interface SessionsTable {
  id_hash: string;
  person_id: string | null;
  firm_id: string | null;
  device_id: string | null;
  born_at: Generated<Date>;
  /** When the person last proved who they are. */
  proved_at: Date | null;
  idle_ends_at: Date;
  ends_at: Date;
  data: JSONColumnType<object>;
}

export interface PasskeysTable {
  id: string;
  person_id: string;
  public_key: Buffer;
  counter: ColumnType<string, number, number>;
  transports: string;
  name: string;
  created_at: Filled<Date>;
  used_at: Date | null;
}

/** Links that are used once: to become the owner, to join as invited, to set a new password. */
export interface OneTimeLinksTable {
  secret_hash: string;
  kind: 'owner' | 'invitation' | 'recovery';
  firm_id: string;
  /** Whom it is for; null where the person is only made by it. */
  person_id: string | null;
  name: string;
  role: Role;
  made_by: string | null;
  made_at: Filled<Date>;
  ends_at: Date;
  used_at: Date | null;
}

/** Codes a new device shows itself with. */
export interface JoinCodesTable {
  secret_hash: string;
  person_id: string;
  firm_id: string;
  ends_at: Date;
  /** Digits the device shows, to be compared by the person. */
  digits: string | null;
  device_name: string | null;
  /** Hash of what the device waits with. */
  waits_hash: string | null;
  allowed_at: Date | null;
  used_at: Date | null;
}

export interface GuestLinksTable {
  id: Generated<string>;
  firm_id: Filled<string>;
  job_id: string;
  part: GuestPart;
  name: string;
  secret_hash: string;
  made_by: Filled<string>;
  made_at: Filled<Date>;
  ends_at: Date;
  revoked_at: Date | null;
  seen_at: Date | null;
}

/** Papers made on the server: of guests' links, or ordered by a member. */
export interface PapersTable {
  id: Generated<string>;
  firm_id: Filled<string>;
  job_id: string;
  paper: string;
  job_name: string;
  revision: number;
  bytes: Buffer;
  made_at: Generated<Date>;
}

/** The site book of a job: the number of its last entry. */
export interface BooksTable {
  job_id: string;
  firm_id: Filled<string>;
  head: ColumnType<string, number, number>;
}

/** One entry of a site book; never changed. */
export interface BookEntriesTable {
  job_id: string;
  id: string;
  firm_id: Filled<string>;
  seq: ColumnType<string, number, never>;
  device: string;
  device_order: number;
  received_at: Filled<Date>;
  author_id: Filled<string | null>;
  /** SHA-256 of its canonical text: the same id with another is another entry. */
  digest: string;
  document: JSONColumnType<object>;
}

/** A photo of a site book, which may still be on its way. */
export interface BookPhotosTable {
  job_id: string;
  id: string;
  firm_id: Filled<string>;
  size: number;
  sha256: string;
  type: string;
  bytes: Buffer;
  done: boolean;
  author_id: Filled<string | null>;
  added_at: Filled<Date>;
}

export interface NoticesTable {
  id: Generated<string>;
  person_id: string;
  at: Filled<Date>;
  words: string;
  read_at: Date | null;
}

export interface AuditTable {
  id: Filled<string>;
  at: Filled<Date>;
  firm_id: string | null;
  person_id: string | null;
  what: string;
  thing: string;
  request_id: string;
  more: JSONColumnType<object>;
}

export interface Tables {
  audit: AuditTable;
  book_entries: BookEntriesTable;
  book_photos: BookPhotosTable;
  books: BooksTable;
  comments: CommentsTable;
  devices: DevicesTable;
  firms: FirmsTable;
  guest_links: GuestLinksTable;
  join_codes: JoinCodesTable;
  jobs: JobsTable;
  memberships: MembershipsTable;
  notices: NoticesTable;
  one_time_links: OneTimeLinksTable;
  own_entries: OwnEntriesTable;
  papers: PapersTable;
  passkeys: PasskeysTable;
  people: PeopleTable;
  revisions: RevisionsTable;
  sessions: SessionsTable;
  settings: SettingsTable;
}

export type Database = Kysely<Tables>;
