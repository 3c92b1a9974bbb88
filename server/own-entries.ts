import { MOST_ENTRIES, type OwnEntry, OwnEntrySchema, type StoredEntry } from '../model/own-entry.ts';
import type { Database } from './database.ts';
import { Problem } from './problem.ts';

/** The own catalogue, by name. An entry an older version wrote that can no longer be read is left out. */
export async function listEntries(database: Database): Promise<StoredEntry[]> {
  const rows = await database.selectFrom('own_entries').select(['id', 'entry']).orderBy('name').limit(MOST_ENTRIES).execute();
  return rows.flatMap((row) => {
    const read = OwnEntrySchema.safeParse(row.entry);
    return read.success ? [{ ...read.data, id: row.id }] : [];
  });
}

/** Keeps an entry; one of the same kind and name gives way to it. */
export async function keepEntry(database: Database, entry: OwnEntry): Promise<StoredEntry> {
  return database.transaction().execute(async (transaction) => {
    const rows = await transaction.selectFrom('own_entries').select(['id', 'name', 'entry']).forUpdate().execute();
    const same = rows.find((row) => row.name === entry.name && (row.entry as { kind?: unknown }).kind === entry.kind);
    const values = { name: entry.name, entry: JSON.stringify(entry) };
    if (same) {
      await transaction.updateTable('own_entries').set(values).where('id', '=', same.id).execute();
      return { ...entry, id: same.id };
    }
    if (rows.length >= MOST_ENTRIES) {
      const sentence = `Your catalogue holds ${MOST_ENTRIES} entries, the most it takes. Delete some that you no longer use.`;
      throw new Problem(422, 'Catalogue full', sentence);
    }
    const row = await transaction.insertInto('own_entries').values(values).returning('id').executeTakeFirstOrThrow();
    return { ...entry, id: row.id };
  });
}

export async function deleteEntry(database: Database, id: string): Promise<void> {
  await database.deleteFrom('own_entries').where('id', '=', id).execute();
}
