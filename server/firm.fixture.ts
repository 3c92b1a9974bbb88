import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { type IncomingMessage, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Role } from '../model/rights.ts';
import { freePort } from '../scripts/postgres.mjs';
import type { Database } from './database/tables.ts';
import { openTestDatabase } from './kit.fixture.ts';
import { ownerLink } from './people/one-time-links.ts';
import { timeCodesOf } from './people/sign-in.ts';
import { type Running, run } from './run.ts';
import { readSettings, type Settings } from './settings.ts';

const ADDRESS = 'https://heat.example.org';
export const PASSWORD = 'copper otter lantern';

export interface Answered {
  status: number;
  headers: IncomingMessage['headers'];
  text: string;
  // biome-ignore lint/suspicious/noExplicitAny: answers of every kind are looked into
  body: any;
}

/** A browser as far as a server sees it: it keeps cookies and says which page asks. Requests come as a proxy passes them on. */
export class Client {
  readonly cookies = new Map<string, string>();
  private readonly port: number;
  private readonly headers: Record<string, string>;

  constructor(port: number, headers: Record<string, string> = {}) {
    this.port = port;
    this.headers = headers;
  }

  send(method: string, path: string, body?: unknown, more: Record<string, string | undefined> = {}): Promise<Answered> {
    const text = body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body);
    const headers: Record<string, string | undefined> = {
      Host: new URL(ADDRESS).host,
      'X-Forwarded-Proto': 'https',
      'X-Forwarded-For': '192.0.2.7',
      'User-Agent': 'Mozilla/5.0 (X11; Linux x86_64) Chrome/156.0',
      ...(method === 'GET' ? {} : { Origin: ADDRESS }),
      ...(text === undefined ? {} : { 'Content-Length': String(Buffer.byteLength(text)) }),
      ...(text === undefined ? {} : { 'Content-Type': typeof body === 'string' ? 'text/plain' : 'application/json' }),
      ...(this.cookies.size > 0 ? { Cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ') } : {}),
      ...this.headers,
      ...more,
    };
    const given = Object.fromEntries(Object.entries(headers).filter(([, value]) => value !== undefined)) as Record<
      string,
      string
    >;
    return new Promise((done, failed) => {
      const call = request({ port: this.port, host: '127.0.0.1', method, path, headers: given }, (answer) => {
        for (const cookie of answer.headers['set-cookie'] ?? []) {
          const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(cookie) ?? [];
          if (/Expires=Thu, 01 Jan 1970/.test(cookie)) this.cookies.delete(name);
          else this.cookies.set(name, value);
        }
        let all = '';
        answer.setEncoding('utf8');
        answer.on('data', (chunk) => {
          all += chunk;
        });
        answer.on('end', () =>
          done({
            status: answer.statusCode ?? 0,
            headers: answer.headers,
            text: all,
            body: /^[{[]/.test(all) ? JSON.parse(all) : null,
          }),
        );
      });
      call.on('error', failed);
      call.end(text);
    });
  }

  api(method: string, path: string, body?: unknown, more: Record<string, string | undefined> = {}): Promise<Answered> {
    return this.send(method, `/api${path}`, body, more);
  }
}

export interface SignedIn {
  client: Client;
  login: string;
  id: string;
  /** What their time codes are made of; null without. */
  timeCodes: string | null;
}

/** The code a phone would show now, or some steps of 30 s from now. */
export const codeOf = (secret: string, steps = 0): string =>
  timeCodesOf(secret, '').generate({ timestamp: Date.now() + steps * 30_000 });

export interface Firm {
  port: number;
  running: Running;
  settings: Settings;
  database: Database;
  owner: Database;
  client: (headers?: Record<string, string>) => Client;
  /** The first owner, with time codes. */
  first: SignedIn;
  /** Another member, signed in; owners with time codes. */
  member: (role: Role, by?: SignedIn) => Promise<SignedIn>;
  close: () => Promise<void>;
}

async function setUpTimeCodes(client: Client): Promise<string> {
  const { body } = await client.api('POST', '/me/time-codes');
  const done = await client.api('POST', '/me/time-codes/confirm', { code: codeOf(body.secret) });
  if (done.status !== 204) throw new Error(done.text);
  return body.secret as string;
}

async function welcome(client: Client, secret: string, name: string): Promise<{ login: string; id: string }> {
  const login = `${name.toLowerCase()}-${randomUUID().slice(0, 8)}`;
  const done = await client.api('POST', '/welcome', { secret, login, name, password: PASSWORD });
  if (done.status !== 200) throw new Error(done.text);
  const { body } = await client.api('GET', '/session');
  return { login, id: body.member.person };
}

/** A server as a firm runs it, behind a proxy, on the database of these tests. */
export async function openFirm(environment: Record<string, string> = {}): Promise<Firm> {
  const { database, owner, url } = await openTestDatabase(true);
  const folder = mkdtempSync(join(tmpdir(), 'warm-firm-'));
  const secretsFile = join(folder, 'secrets');
  writeFileSync(secretsFile, `${'a'.repeat(40)}\n`, { mode: 0o600 });
  const port = await freePort();
  const read = readSettings({
    FIRM: 'yes',
    PORT: String(port),
    ADDRESS,
    PROXY: '127.0.0.1',
    SECRETS_FILE: secretsFile,
    DATABASE_URL: url,
    WEB_FOLDER: process.env.WEB_FOLDER ?? 'dist',
    ...environment,
  });
  if ('faults' in read) throw new Error(read.faults.join(' '));
  // What earlier tests guessed wrong does not count for these.
  await owner.deleteFrom('guesses' as never).execute();
  const running = await run(read.settings);
  const client = (headers?: Record<string, string>) => new Client(port, headers);
  const firstClient = client();
  const made = await welcome(firstClient, await ownerLink(owner), 'Owner');
  const first: SignedIn = { client: firstClient, ...made, timeCodes: await setUpTimeCodes(firstClient) };
  return {
    port,
    running,
    settings: read.settings,
    database,
    owner,
    client,
    first,
    member: async (role, by = first) => {
      const { body } = await by.client.api('POST', '/people/invite', { name: role, role });
      const own = client();
      const person = await welcome(own, String(body.address).split('#')[1] ?? '', role);
      return { client: own, ...person, timeCodes: role === 'owner' ? await setUpTimeCodes(own) : null };
    },
    close: async () => {
      await running.stop();
      await database.destroy();
      await owner.destroy();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
