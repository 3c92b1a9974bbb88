// npm run restore -- FILE: the jobs of a backup in place of those of a data folder, which are kept beside them.
import { existsSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { prepareFolder, takeFolder } from './data-folder.mjs';
import { readBackup, saySize } from './database-file.mjs';
import { DATABASE, startPostgres } from './postgres.mjs';
import { StartProblem } from './start-problem.mjs';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const dataDir = resolve(process.env.DATA_DIR || join(root, '.data'));

async function main() {
  if (!process.argv[2]) throw new StartProblem('Name the file to restore: npm run restore -- FILE');
  const file = resolve(process.env.INIT_CWD ?? '.', process.argv[2]);
  if (!existsSync(file)) throw new StartProblem(`There is no file ${file}.`);
  prepareFolder(dataDir);
  if (!takeFolder(dataDir)) throw new StartProblem(`The program runs on ${dataDir}. Stop it there with Ctrl-C, then restore.`);
  const cluster = await startPostgres(dataDir);
  try {
    const print = await readBackup(cluster, DATABASE, file);
    console.log(
      `${saySize(print)} restored into ${dataDir}. What was there before is kept in the database ${DATABASE}_before until the next restore. Start with: npm start`,
    );
  } finally {
    cluster.stop();
  }
}

main().catch((error) => {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exit(1);
});
