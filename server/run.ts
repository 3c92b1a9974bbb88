import { createServer } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { createApp, oneMemberOnly } from './app.ts';
import { gatePool, onPool, openDatabase } from './database/open.ts';
import { LEAST_RECORD_DAYS } from './database/policies.ts';
import { Guesses } from './people/guesses.ts';
import { SessionStore, sessions } from './people/session-store.ts';
import { whoAsksOf } from './people/who-asks.ts';
import { purge } from './record/keeper.ts';
import type { Metrics } from './record/metrics.ts';
import type { Services } from './services.ts';
import type { FirmSettings, Settings } from './settings.ts';
import { News } from './together/news.ts';

/** ms */
const DAY = 86_400_000;
/** Longest time requests under way are waited for at the end, ms. */
const LONGEST_END = 10_000;
/** Above the 60 s a proxy keeps an idle connection: it must not send on one that is just being closed here; ms. */
const KEEP_ALIVE = 75_000;

export interface Running {
  /** Ends in order: no new work, what is under way is done. */
  stop: () => Promise<void>;
}

interface FirmParts {
  services: Pick<Services, 'who' | 'firm'>;
  app: NonNullable<Parameters<typeof createApp>[0]['firm']>;
  metrics: Metrics;
  /** Takes part in what the queue holds. */
  start: () => Promise<void>;
  stop: () => Promise<void>;
}

/** What a firm needs besides: sign-in with its own connections, which have the rights of the gate and no others. */
async function firmParts(
  settings: Settings,
  firm: FirmSettings,
  { database, news }: Pick<Services, 'database' | 'news'>,
): Promise<FirmParts> {
  // Only fetched where a firm uses it.
  const [{ Queue }, { makePaper }, { log, requestLog }, { Metrics }, { mailOf }] = await Promise.all([
    import('./queue/queue.ts'),
    import('./queue/make-paper.ts'),
    import('./record/log.ts'),
    import('./record/metrics.ts'),
    import('./people/mail.ts'),
  ]);
  const metrics = new Metrics(() => news.listening);
  const queue = new Queue(settings.databaseUrl);
  const pool = gatePool(settings.databaseUrl);
  const store = new SessionStore(onPool(pool));
  const guesses = new Guesses(pool);
  return {
    services: {
      who: whoAsksOf(database, store, guesses),
      firm: {
        address: firm.address,
        guesses,
        secrets: firm.secrets,
        queue,
        mail: firm.mail && mailOf(firm.mail, (error) => log.error({ error: error.message }, 'mail was not sent')),
      },
    },
    app: { session: sessions(store, firm.secrets), proxies: firm.proxies, watch: [requestLog, metrics.count] },
    metrics,
    start: () => queue.start((order) => makePaper(database, firm.address, order)),
    stop: async () => {
      await queue.stop();
      await pool.end();
    },
  };
}

/**
 * Runs one process of the server until it is stopped.
 * @throws what the system says where it cannot listen
 */
export async function run(settings: Settings): Promise<Running> {
  const { firm } = settings;
  const database = openDatabase(settings.databaseUrl);
  const news = new News(settings.databaseUrl);
  const parts = firm && (await firmParts(settings, firm, { database, news }));
  let leaving = false;
  const services: Services = {
    database,
    news,
    who: oneMemberOnly,
    firm: null,
    ...parts?.services,
    instance: settings.instance,
    leaving: () => leaving,
  };
  const app = createApp({
    services,
    webFolder: settings.webFolder,
    address: firm ? { origin: firm.address } : { hosts: settings.hostNames },
    firm: parts?.app,
  });
  const server = firm?.tls
    ? createTlsServer({ cert: firm.tls.certificate, key: firm.tls.key, minVersion: 'TLSv1.2' }, app)
    : createServer(app);
  server.keepAliveTimeout = KEEP_ALIVE;
  await new Promise<void>((done, failed) => {
    server.once('error', failed);
    server.listen(settings.port, settings.host, () => done());
  });
  const operator =
    parts && firm?.operatorPort
      ? await (await import('./record/metrics.ts')).listenForOperator(firm.operatorPort, parts.metrics, services)
      : null;
  void news.listen();
  void parts?.start();
  const keep = () => purge(database, firm?.recordDays ?? LEAST_RECORD_DAYS).catch((error) => leaving || console.error(error));
  void keep();
  const keeping = setInterval(keep, DAY);
  keeping.unref();
  return {
    stop: async () => {
      if (leaving) return;
      leaving = true;
      clearInterval(keeping);
      operator?.close();
      await news.stop();
      await new Promise<void>((done) => {
        server.close(() => done());
        // Those that fall idle while it waits, again and again.
        setInterval(() => server.closeIdleConnections(), 50).unref();
        setTimeout(done, LONGEST_END).unref();
      });
      await parts?.stop();
      await database.destroy();
    },
  };
}
