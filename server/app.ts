import { randomBytes, randomUUID } from 'node:crypto';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { clipText } from '../model/clean-text.ts';
import { THIS_COMPUTER, THIS_FIRM } from './database/this-computer.ts';
import { pageFor } from './page.ts';
import { NONCE, PAGE_POLICY } from './page-policy.ts';
import { Problem, problemHandler } from './problem.ts';
import { ROUTES } from './routes/all.ts';
import { mount } from './routes/mount.ts';
import type { Services } from './services.ts';
import type { Member, WhoAsks } from './who.ts';

interface Settings {
  services: Services;
  /** Folder of the built interface. */
  webFolder: string;
  /** The addresses pages of this server have; anything else is a page elsewhere that had its name pointed here. */
  address: OwnAddress;
  /** Where a firm uses it: what keeps who is signed in, the proxies before this server, what writes down and counts answers. */
  firm?: { session: RequestHandler; proxies: readonly string[]; watch: readonly RequestHandler[] };
}

/** Either the one public address, or host names at any port. */
export type OwnAddress = { origin: string } | { hosts: readonly string[] };

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/** Refuses requests for other host names (DNS rebinding) and changes asked for by pages of other origins. */
function ownOriginOnly(address: OwnAddress): RequestHandler {
  const isOurs =
    'origin' in address
      ? (host: string) => host === new URL(address.origin).host
      : (host: string) => [...LOOPBACK, ...address.hosts].includes(host.replace(/:\d+$/, ''));
  const originsOf = (host: string) => ('origin' in address ? [address.origin] : [`http://${host}`, `https://${host}`]);
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    if (!isOurs(host)) {
      throw new Problem(421, 'Wrong host', 'This server answers only under its own address. Open the address it printed.');
    }
    const origin = request.headers.origin;
    if (origin !== undefined && !originsOf(host).includes(origin)) {
      throw new Problem(403, 'Other origin', 'A page of another origin asked for this. Use the application itself.');
    }
    // A page elsewhere may leave the origin out, but not what its browser says of where it comes from; a link people follow is no harm.
    const from = request.headers['sec-fetch-site'];
    const followed = request.method === 'GET' && request.headers['sec-fetch-mode'] === 'navigate';
    if (from === 'cross-site' && !(followed && !request.path.startsWith('/api/')))
      throw new Problem(403, 'Other site', 'A page of another site asked for this. Use the application itself.');
    // Where others may sign in, a change has to say where it comes from.
    const changes = !['GET', 'HEAD'].includes(request.method);
    if ('origin' in address && changes && origin === undefined && from !== 'same-origin')
      throw new Problem(403, 'No origin', 'This change does not say which page asked for it. Use the application itself.');
    next();
  };
}

/** The one person that runs the program for themselves. */
const oneMember: Member = {
  person: THIS_COMPUTER,
  firm: THIS_FIRM,
  role: 'owner',
  name: 'this computer',
  device: null,
  provedAt: Number.POSITIVE_INFINITY,
  strong: true,
};

/** Where nobody signs in. */
export const oneMemberOnly: WhoAsks = { member: async () => oneMember, guest: async () => null };

/** s */
const YEAR = 31_536_000;
const HSTS = `max-age=${YEAR}; includeSubDomains`;

/** Of answers that are data: they are shown by no browser, framed by no page and fetched by no other site. */
const API_HEADERS = [
  ['Content-Security-Policy', "default-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'none'"],
  ['X-Content-Type-Options', 'nosniff'],
  ['X-Frame-Options', 'DENY'],
  ['Referrer-Policy', 'no-referrer'],
  ['Cross-Origin-Resource-Policy', 'same-origin'],
  ['Cross-Origin-Opener-Policy', 'same-origin'],
] as const;

/** The mark of one answer, as its policy names it. */
const nonceOf = (_request: unknown, response: unknown): string => `'nonce-${(response as express.Response).locals.nonce}'`;

/** The whole application: security headers, API, built interface. */
export function createApp({ services, webFolder, address, firm }: Settings): Express {
  const app = express();
  if (firm) app.set('trust proxy', firm.proxies);
  app.disable('x-powered-by');
  // A job is told by its revision; a sum over each answer would only cost.
  app.set('etag', false);
  app.use((_request, response, next) => {
    response.locals.requestId = randomUUID();
    response.setHeader('X-Request-Id', response.locals.requestId);
    // A proxy keeps connections for the next request: one that is about to end takes no next one.
    if (services.leaving()) response.setHeader('Connection', 'close');
    next();
  });
  if (firm) app.use(...firm.watch);
  app.use(ownOriginOnly(address));
  // A phone on the site's network waits for the bytes. Events are left as they are: they go out one by one.
  app.use(
    compression({
      filter: (request, response) =>
        !/event-stream/.test(String(response.getHeader('Content-Type'))) && compression.filter(request, response),
    }),
  );
  app.use('/api', (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    for (const [name, value] of API_HEADERS) response.setHeader(name, value);
    if (firm) response.setHeader('Strict-Transport-Security', HSTS);
    next();
  });
  if (firm) app.use('/api', firm.session);
  app.use('/api', mount(ROUTES, services, firm !== undefined));
  app.use((_request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: Object.fromEntries(
          Object.entries(PAGE_POLICY).map(([name, values]) => [name, values.map((value) => (value === NONCE ? nonceOf : value))]),
        ),
      },
      // On loopback it is served without TLS.
      strictTransportSecurity: firm ? { maxAge: YEAR } : false,
    }),
  );
  app.use('/assets', express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  // A browser asks for these anew each time: they say which program there is.
  const named = {
    index: false,
    setHeaders: (response: express.Response) => void response.setHeader('Cache-Control', 'no-cache'),
  };
  app.use(express.static(webFolder, named));
  app.get('/{*path}', async (request, response) => {
    const page = await pageFor(request.path, webFolder, response.locals.nonce, firm ? 'firm' : 'one');
    response.type('html').setHeader('Cache-Control', 'no-cache').send(page);
  });
  app.use((request) => {
    throw new Problem(405, 'Not done here', `${clipText(request.method, 20)} is not done at this address. Pages are only read.`);
  });
  app.use(problemHandler);
  return app;
}
