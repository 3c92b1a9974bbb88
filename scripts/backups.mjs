// Backups at a time of day, the older ones taken away.
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { saySize, writeBackup } from './database-file.mjs';
import { DATABASE } from './postgres.mjs';
import { StartProblem } from './start-problem.mjs';

const NAME = /^warm-manifold-\d{4}-\d{2}-\d{2}\.backup$/;

/**
 * When and where backups are wanted.
 * @returns {{ folder: string, hour: number, minute: number, kept: number } | null} null where none are
 */
export function backupTimes({ BACKUP_FOLDER, BACKUP_AT = '02:30', BACKUPS_KEPT = '14' }) {
  if (!BACKUP_FOLDER) return null;
  const [, hour, minute] = /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(BACKUP_AT) ?? [];
  if (!hour) throw new StartProblem(`BACKUP_AT=${BACKUP_AT} is no time of day; give it as 02:30.`);
  const kept = Number(BACKUPS_KEPT);
  if (!Number.isInteger(kept) || kept < 1)
    throw new StartProblem(`BACKUPS_KEPT=${BACKUPS_KEPT} is no number of backups from 1 up.`);
  const folder = resolve(BACKUP_FOLDER);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
  } catch (error) {
    throw new StartProblem(`BACKUP_FOLDER=${folder} cannot be made: ${error.message}`);
  }
  return { folder, hour: Number(hour), minute: Number(minute), kept };
}

/** Milliseconds from a moment to the next time of day. */
export function untilNext({ hour, minute }, now) {
  const next = new Date(now);
  next.setHours(hour, minute, 0, 0);
  if (next <= now) next.setDate(next.getDate() + 1);
  return next.getTime() - now.getTime();
}

/** Writes the backup of a day, read back and compared, and takes away those beyond the number kept. */
export async function writeDaysBackup(cluster, { folder, kept }, now = new Date()) {
  const file = join(folder, `warm-manifold-${now.toISOString().slice(0, 10)}.backup`);
  const partial = `${file}.partial`;
  rmSync(partial, { force: true });
  const print = await writeBackup(cluster, DATABASE, partial);
  if (existsSync(file)) rmSync(file);
  renameSync(partial, file);
  const all = readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort();
  for (const name of all.slice(0, -kept)) rmSync(join(folder, name));
  return { file, says: saySize(print) };
}

/** Keeps at it for as long as this process runs. */
export function keepBackups(cluster, times) {
  const next = () => {
    setTimeout(
      async () => {
        try {
          const { file, says } = await writeDaysBackup(cluster, times);
          console.log(`Backup: ${says} in ${file}, read back and compared.`);
        } catch (error) {
          console.error(`The backup was not written: ${error.message}`);
        }
        next();
      },
      untilNext(times, new Date()),
    ).unref();
  };
  next();
}
