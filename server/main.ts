import { setTimeout as sleep } from 'node:timers/promises';
import { hasMembers, migrate, NewerDatabase } from './database/migrate.ts';
import { openDatabase } from './database/open.ts';
import { addressOf, hasOwner, LINK_ENDS, ownerLink } from './people/one-time-links.ts';
import { run } from './run.ts';
import { readSettings, type Settings } from './settings.ts';

/** Exit code for "starting again would not help" (EX_CONFIG). */
const CANNOT_START = 78;
/** ms */
const HOUR = 3_600_000;

// Who reads the output may go; the server goes on without a reader.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

function cannotStart(sentences: readonly string[]): never {
  for (const sentence of sentences) console.error(sentence);
  process.exit(CANNOT_START);
}

/** Brings the tables to the newest form; a database that is only just coming up is waited for. */
async function prepare(ownerUrl: string, isFirm: boolean): Promise<void> {
  for (let attempt = 1; ; attempt++) {
    try {
      await migrate(ownerUrl, { withDemo: !isFirm, withQueue: isFirm });
      if (!isFirm && (await hasMembers(ownerUrl)))
        cannotStart([
          'These jobs belong to a firm, whose members sign in; here nobody would have to. Start with: npm run firm, or choose another folder: DATA_DIR=.data-2 npm start',
        ]);
      return;
    } catch (error) {
      if (error instanceof NewerDatabase)
        cannotStart(['These jobs were kept by a newer version of the program, which this one cannot read. Update the program.']);
      if (attempt === 10) throw error;
      await sleep(1000);
    }
  }
}

/** Prints the link that makes an owner: where there is none yet, or where one is asked for. */
async function showOwnerLink({ ownerDatabaseUrl, firm }: Settings, evenSo: boolean): Promise<void> {
  const owner = openDatabase(ownerDatabaseUrl as string, 1);
  try {
    if (!evenSo && (await hasOwner(owner))) return;
    const secret = await ownerLink(owner);
    console.log(
      `Whoever opens this link first becomes an owner; it is good once, for ${LINK_ENDS.owner / HOUR} hours:\n${addressOf(firm?.address ?? '', secret)}`,
    );
  } finally {
    await owner.destroy();
  }
}

async function serve(settings: Settings): Promise<void> {
  const running = await run(settings).catch((error: Error) =>
    cannotStart([`The server cannot listen on ${settings.host}:${settings.port}: ${error.message}`]),
  );
  const stop = () => void running.stop().finally(() => process.exit(0));
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
  // The process that started this one is gone.
  process.on('disconnect', stop);
  process.send?.('listening');
}

/**
 * `check` looks at the settings, `prepare` brings the tables to the newest form and shows the link of the first owner, `owner-link`
 * shows another; without any of them it serves.
 */
async function main(command: string | undefined): Promise<void> {
  const read = readSettings(process.env);
  if ('faults' in read) cannotStart(read.faults);
  const { settings } = read;
  if (command === 'check') return;
  if (settings.ownerDatabaseUrl) await prepare(settings.ownerDatabaseUrl, settings.firm !== null);
  if (command === 'prepare' || command === 'owner-link') await showOwnerLink(settings, command === 'owner-link');
  else await serve(settings);
}

await main(process.argv[2]);
