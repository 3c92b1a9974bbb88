import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { clipText } from '../model/clean-text.ts';
import { api } from './api.ts';
import type { Database } from './database.ts';
import { pageFor } from './page.ts';
import { Problem, problemHandler } from './problem.ts';

interface Settings {
  database: Database;
  /** Folder of the built interface. */
  webFolder: string;
  /** Host names this server answers to; anything else is a page elsewhere that had its name pointed here. */
  hosts: readonly string[];
  instance: string;
}

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/** Refuses requests for other host names (DNS rebinding) and changes asked for by pages of other origins. */
function ownOriginOnly(hosts: readonly string[]): RequestHandler {
  const allowed = new Set([...LOOPBACK, ...hosts]);
  return (request, _response, next) => {
    const host = request.headers.host ?? '';
    if (!allowed.has(host.replace(/:\d+$/, ''))) {
      throw new Problem(421, 'Wrong host', 'This server answers only under its own address. Open the address it printed.');
    }
    const origin = request.headers.origin;
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) {
      throw new Problem(403, 'Other origin', 'A page of another origin asked for this. Use the application itself.');
    }
    // A page elsewhere may leave the origin out, but not what its browser says of where it comes from; a link people follow is no harm.
    const crossed = request.headers['sec-fetch-site'] === 'cross-site';
    const followed = request.method === 'GET' && request.headers['sec-fetch-mode'] === 'navigate';
    if (crossed && !(followed && !request.path.startsWith('/api/')))
      throw new Problem(403, 'Other site', 'A page of another site asked for this. Use the application itself.');
    next();
  };
}

/** The mark of one answer, as its policy names it. */
const nonceOf = (_request: unknown, response: unknown): string => `'nonce-${(response as express.Response).locals.nonce}'`;

/** The whole application: security headers, API, built interface. */
export function createApp({ database, webFolder, hosts, instance }: Settings): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // The page's one script of its own, and its style tags, carry the nonce; the style engine writes those at run time.
          scriptSrc: ["'self'", nonceOf],
          workerSrc: ["'self'"],
          styleSrc: ["'self'", nonceOf],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Served on loopback without TLS.
      strictTransportSecurity: false,
    }),
  );
  app.use(ownOriginOnly(hosts));
  // A phone on the site's network waits for the bytes. Events are left as they are: they go out one by one.
  app.use(
    compression({
      filter: (request, response) =>
        !/event-stream/.test(String(response.getHeader('Content-Type'))) && compression.filter(request, response),
    }),
  );
  app.use('/api', (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use('/api', api(database, instance));
  app.use('/assets', express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(express.static(webFolder, { index: false }));
  app.get('/{*path}', async (request, response) => {
    const page = await pageFor(request.path, webFolder, response.locals.nonce);
    response.type('html').setHeader('Cache-Control', 'no-cache').send(page);
  });
  app.use((request) => {
    throw new Problem(405, 'Not done here', `${clipText(request.method, 20)} is not done at this address. Pages are only read.`);
  });
  app.use(problemHandler);
  return app;
}
