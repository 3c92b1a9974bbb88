import { MOST_ENTRIES, type OwnEntry, OwnEntrySchema, type StoredEntry } from '../../model/own-entry.ts';
import type { AskedByMember } from '../database/asked.ts';
import { Problem } from '../problem.ts';

/** The own catalogue, by name. An entry an older version wrote that can no longer be read is left out. */
export async function listEntries({ rows: database }: AskedByMember): Promise<StoredEntry[]> {
  const rows = await database.selectFrom('own_entries').select(['id', 'entry']).orderBy('name').limit(MOST_ENTRIES).execute();
  return rows.flatMap((row) => {
    const read = OwnEntrySchema.safeParse(row.entry);
    return read.success ? [{ ...read.data, id: row.id }] : [];
  });
}

/**
 * Keeps an entry; one of the same kind and name gives way to it.
 * @throws Problem 422 when the catalogue is full
 */
export async function keepEntry({ rows: database }: AskedByMember, entry: OwnEntry): Promise<StoredEntry> {
  const others = await database
    .selectFrom('own_entries')
    .select(({ fn }) => fn.countAll().as('count'))
    .where((each) => each.not(each.and({ kind: entry.kind, name: entry.name })))
    .executeTakeFirstOrThrow();
  if (Number(others.count) >= MOST_ENTRIES) {
    const sentence = `Your catalogue holds ${MOST_ENTRIES} entries, the most it takes. Delete some that you no longer use.`;
    throw new Problem(422, 'Catalogue full', sentence);
  }
  const values = { kind: entry.kind, name: entry.name, entry: JSON.stringify(entry) };
  const { id } = await database
    .insertInto('own_entries')
    .values(values)
    .onConflict((conflict) => conflict.columns(['firm_id', 'kind', 'name']).doUpdateSet(values))
    .returning('id')
    .executeTakeFirstOrThrow();
  return { ...entry, id };
}

export async function deleteEntry({ rows: database }: AskedByMember, id: string): Promise<void> {
  await database.deleteFrom('own_entries').where('id', '=', id).execute();
}
