import { createServer } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import { z } from 'zod';
import { thistleMill } from '../demo/thistle-mill.ts';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './database.ts';
import { createJob } from './jobs.ts';
import { migrate } from './migrations.ts';

/** Exit code for "starting again would not help" (EX_CONFIG). */
const CANNOT_START = 78;

const Environment = z.object({
  PORT: z.coerce.number().int().min(1).max(65535),
  /** Loopback unless somebody decides otherwise. */
  HOST: z.string().default('127.0.0.1'),
  /** Further host names to answer to, parted by commas. */
  HOST_NAMES: z.string().default(''),
  DATABASE_URL: z.string().min(1),
  INSTANCE: z.string().default(''),
  /** Folder of the built interface. */
  WEB_FOLDER: z.string().default('dist'),
});

/** The demo comes into a fresh database once; whoever deletes it does not get it back. */
async function loadDemoOnce(database: Database): Promise<void> {
  const done = await database.selectFrom('settings').select('key').where('key', '=', 'demo-loaded').executeTakeFirst();
  if (done) return;
  await createJob(database, thistleMill, 'Demo job');
  await database.insertInto('settings').values({ key: 'demo-loaded', value: 'yes' }).execute();
}

async function main(): Promise<void> {
  const read = Environment.safeParse(process.env);
  if (!read.success) {
    console.error(
      `The environment lacks ${read.error.issues.map((issue) => issue.path.join('.')).join(', ')}. Start with: npm start`,
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
      if (attempt === 10) throw error;
      await sleep(1000);
    }
  }
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
