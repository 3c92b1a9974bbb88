import { createServer } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import { z } from 'zod';
import { thistleMill } from '../demo/thistle-mill.ts';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './database.ts';
import { createJob, purgeDeleted } from './jobs.ts';
import { migrate } from './migrations.ts';

/** Exit code for "starting again would not help" (EX_CONFIG). */
const CANNOT_START = 78;

/** ms */
const DAY = 86_400_000;

/** What only this computer reaches. */
const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];

const Environment = z.object({
  PORT: z.coerce.number().int().min(1).max(65535),
  HOST: z.string().default('127.0.0.1'),
  /** Further host names to answer to, parted by commas. */
  HOST_NAMES: z.string().default(''),
  DATABASE_URL: z.string().min(1),
  INSTANCE: z.string().default(''),
  /** Folder of the built interface. */
  WEB_FOLDER: z
    .string()
    .default('')
    .transform((folder) => folder || 'dist'),
});

/** The demo comes into a fresh database once; whoever deletes it does not get it back. */
async function loadDemoOnce(database: Database): Promise<void> {
  const done = await database.selectFrom('settings').select('key').where('key', '=', 'demo-loaded').executeTakeFirst();
  if (done) return;
  await createJob(database, thistleMill, 'Demo job');
  await database.insertInto('settings').values({ key: 'demo-loaded', value: 'yes' }).execute();
}

// Who reads the output may go; the server goes on without a reader.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

async function main(): Promise<void> {
  const read = Environment.safeParse(process.env);
  if (!read.success) {
    console.error(
      `The environment lacks ${read.error.issues.map((issue) => issue.path.join('.')).join(', ')}. Start with: npm start`,
    );
    process.exit(CANNOT_START);
  }
  if (!LOOPBACK.includes(read.data.HOST)) {
    console.error(
      `HOST=${read.data.HOST} would let everyone on the network read and change the jobs: there are no accounts yet. Leave HOST out.`,
    );
    process.exit(CANNOT_START);
  }
  const { PORT, HOST, HOST_NAMES, DATABASE_URL, INSTANCE, WEB_FOLDER } = read.data;
  const database = openDatabase(DATABASE_URL);
  for (let attempt = 1; ; attempt++) {
    try {
      await migrate(database);
      await loadDemoOnce(database);
      break;
    } catch (error) {
      if (/previously executed migration .* is missing/.test(String(error))) {
        console.error('These jobs were kept by a newer version of the program, which this one cannot read. Update the program.');
        process.exit(CANNOT_START);
      }
      if (attempt === 10) throw error;
      await sleep(1000);
    }
  }
  const purge = () => purgeDeleted(database).catch((error) => console.error(error));
  void purge();
  setInterval(purge, DAY).unref();
  const app = createApp({
    database,
    webFolder: WEB_FOLDER,
    hosts: HOST_NAMES.split(',').filter(Boolean),
    instance: INSTANCE,
  });
  const server = createServer(app);
  server.on('error', (error) => {
    console.error(`The server cannot listen on ${HOST}:${PORT}: ${error.message}`);
    process.exit(CANNOT_START);
  });
  server.listen(PORT, HOST, () => process.send?.('listening'));
  const stop = () => {
    server.close(() => void database.destroy().finally(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 3000).unref();
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // The process that started this one is gone.
  process.on('disconnect', stop);
}

await main();
