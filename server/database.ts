import { type ColumnType, type Generated, type JSONColumnType, Kysely, PostgresDialect } from 'kysely';
import pg from 'pg';

/** A JSON value that may be missing; written as text. */
type Json = ColumnType<object | null, string | null, string | null>;

export interface JobsTable {
  id: Generated<string>;
  name: string;
  place: string;
  room_count: number;
  heat_load: number;
  revision: number;
  document: JSONColumnType<object>;
  created_at: Generated<Date>;
  updated_at: Generated<Date>;
  deleted_at: Date | null;
}

export interface RevisionsTable {
  job_id: string;
  revision: number;
  /** Whole, or null where `back` leads to it or the job itself holds it. */
  document: Json;
  /** What leads to it from the revision after it. */
  back: Json;
  author: string;
  summary: string;
  saved_at: Generated<Date>;
}

export interface SettingsTable {
  key: string;
  value: string;
}

export interface OwnEntriesTable {
  id: Generated<string>;
  kind: string;
  name: string;
  entry: JSONColumnType<object>;
  created_at: Generated<Date>;
}

export interface Tables {
  own_entries: OwnEntriesTable;
  jobs: JobsTable;
  revisions: RevisionsTable;
  settings: SettingsTable;
}

export type Database = Kysely<Tables>;

export function openDatabase(url: string): Database {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 4000 });
  // A connection that breaks while idle is replaced at the next query; without this the process would end.
  pool.on('error', () => {});
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
}
