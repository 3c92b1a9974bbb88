// npm run backup [-- FILE]: all jobs of a data folder in one file, read back and compared; the program may run meanwhile.
import { existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { takeFolder } from './data-folder.mjs';
import { saySize, writeBackup } from './database-file.mjs';
import { DATABASE, startPostgres } from './postgres.mjs';
import { StartProblem } from './start-problem.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const dataDir = resolve(process.env.DATA_DIR || join(root, '.data'));
// What is in it is for its owner alone.
process.umask(0o077);

async function main() {
  const stamp = new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-');
  const file = resolve(process.env.INIT_CWD ?? '.', process.argv[2] ?? `warm-manifold-${stamp}.backup`);
  if (existsSync(file)) throw new StartProblem(`${file} is there already. Name another file.`);
  if (!existsSync(join(dataDir, 'credentials.json')))
    throw new StartProblem(`There are no jobs in ${dataDir}. Say which folder: DATA_DIR=/some/folder npm run backup`);
  const alone = takeFolder(dataDir);
  const cluster = await startPostgres(dataDir, { running: !alone });
  const partial = `${file}.partial`;
  try {
    const print = await writeBackup(cluster, DATABASE, partial);
    renameSync(partial, file);
    console.log(`${saySize(print)} in ${file} (${(statSync(file).size / 1e6).toFixed(1)} MB), read back and compared.`);
  } finally {
    rmSync(partial, { force: true });
    if (alone) cluster.stop();
  }
}

main().catch((error) => {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exit(1);
});
