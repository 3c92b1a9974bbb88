import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../../scripts/postgres.mjs';
import { Client, type Firm, openFirm, PASSWORD } from '../firm.fixture.ts';
import { mailOf } from '../people/mail.ts';

let firm: Firm;
let operatorPort: number;
beforeAll(async () => {
  operatorPort = await freePort();
  firm = await openFirm({ OPERATOR_PORT: String(operatorPort) });
});
afterAll(() => firm?.close());

describe('the record', () => {
  it('says who did what, newest first, page by page', async () => {
    const designer = await firm.member('designer');
    const { id } = (await designer.client.api('POST', '/jobs', { name: 'Written down' })).body;
    await designer.client.api('GET', `/jobs/${id}/export`);
    await designer.client.api('DELETE', `/jobs/${id}`);
    await firm.client().api('POST', '/sign-in', { login: designer.login, password: 'wrong password it is' });
    await firm.client().api('POST', '/sign-in', { login: 'nobody-here', password: 'wrong password it is' });
    const lines = (await firm.first.client.api('GET', '/record')).body as {
      id: string;
      what: string;
      thing: string;
      person: string | null;
      more: object;
    }[];
    expect(lines.slice(0, 4).map(({ what, thing, person }) => [what, thing, person])).toEqual([
      ['sign-in refused', 'nobody-here', null],
      ['sign-in refused', designer.login, 'designer'],
      ['job deleted', id, 'designer'],
      ['job exported', id, 'designer'],
    ]);
    expect(lines[0]?.more).toEqual({ from: '192.0.2.7' });
    const older = (await firm.first.client.api('GET', `/record?before=${lines[3]?.id}`)).body as { id: string }[];
    expect(older.every((line) => Number(line.id) < Number(lines[3]?.id))).toBe(true);
    await firm.owner.deleteFrom('guesses' as never).execute();
  });

  it('an answer names its request, and so does the record', async () => {
    const designer = await firm.member('designer');
    const { id } = (await designer.client.api('POST', '/jobs', { name: 'With an id' })).body;
    const answer = await designer.client.api('DELETE', `/jobs/${id}`);
    const [line] = (await firm.first.client.api('GET', '/record')).body;
    expect(line.request).toBe(answer.headers['x-request-id']);
    const refused = await designer.client.api('GET', '/record');
    expect(refused.body.request).toBe(refused.headers['x-request-id']);
  });
});

describe('what an operator sees', () => {
  const read = async (path: string) => {
    const answer = await fetch(`http://127.0.0.1:${operatorPort}${path}`);
    return { status: answer.status, text: await answer.text() };
  };

  it('is health, and figures in the text format', async () => {
    expect(await read('/health')).toEqual({ status: 200, text: '{"database":"up","leaving":false}' });
    await firm.client().api('GET', '/jobs');
    const { text } = await read('/metrics');
    expect(text).toMatch(/^warm_answer_seconds_bucket\{le="0.1",route="GET \/jobs",status="4xx"\} \d+$/m);
    expect(text).toMatch(/^warm_refused_total\{status="401"\} [1-9]/m);
    expect(text).toMatch(/^warm_listening 0$/m);
    // One line a sample: name, labels, number; or a comment.
    for (const line of text.split('\n').filter(Boolean))
      expect(line).toMatch(/^(# (HELP|TYPE) .+|[a-z_][a-z_\d]*(\{.*\})? (-?[\d.e+-]+|NaN))$/i);
    expect((await read('/')).status).toBe(404);
  });

  it('is not what everybody sees', async () => {
    expect((await firm.client().send('GET', '/metrics')).text).not.toContain('warm_answer_seconds');
  });
});

describe('the log', () => {
  it('has a line for each answer, and nothing secret', { timeout: 60_000 }, async () => {
    const folder = mkdtempSync(join(tmpdir(), 'warm-log-'));
    const secrets = join(folder, 'secrets');
    writeFileSync(secrets, `${'a'.repeat(40)}\n`, { mode: 0o600 });
    const port = await freePort();
    const child = spawn(
      process.execPath,
      process.env.SERVER_FILE ? [process.env.SERVER_FILE] : ['--import', 'tsx', 'server/main.ts'],
      {
        env: {
          ...process.env,
          ...{ FIRM: 'yes', PORT: String(port), ADDRESS: 'https://heat.example.org', PROXY: '127.0.0.1', SECRETS_FILE: secrets },
          ...{ DATABASE_URL: firm.settings.databaseUrl, OWNER_DATABASE_URL: '' },
        },
        stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
      },
    );
    let said = '';
    child.stdout?.setEncoding('utf8').on('data', (text: string) => {
      said += text;
    });
    await new Promise((done) => child.once('message', done));
    const client = new Client(port);
    const signedIn = await client.api('POST', '/sign-in', { login: (await firm.member('reader')).login, password: PASSWORD });
    await client.api('GET', '/jobs?find=something%20private');
    await client.api('GET', '/guest', undefined, { Authorization: `Link ${'S'.repeat(43)}` });
    await sleep(300);
    const ended = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await ended;
    rmSync(folder, { recursive: true, force: true });
    const lines = said
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line));
    expect(lines.map(({ route, status }) => `${route} ${status}`)).toEqual([
      'POST /sign-in 200',
      'GET /jobs 200',
      'GET /guest 401',
    ]);
    expect(lines[0].request).toBe(signedIn.headers['x-request-id']);
    for (const secret of [PASSWORD, 'something', 'private', 'SSSS', client.cookies.get('__Host-warm') ?? 'none'])
      expect(said).not.toContain(secret);
  });
});

describe('mail', () => {
  /** A mail server as far as a sender sees one. */
  function mailServer(): Promise<{ server: Server; port: number; got: () => string }> {
    let got = '';
    const server = createServer((socket) => {
      let inData = false;
      socket.write('220 here\r\n');
      socket.setEncoding('utf8').on('data', (text: string) => {
        got += text;
        for (const line of text.split('\r\n').filter(Boolean)) {
          if (inData) {
            if (line === '.') {
              inData = false;
              socket.write('250 taken\r\n');
            }
          } else if (/^(EHLO|HELO)/i.test(line)) socket.write('250 here\r\n');
          else if (/^DATA/i.test(line)) {
            inData = true;
            socket.write('354 go on\r\n');
          } else if (/^QUIT/i.test(line)) socket.end('221 bye\r\n');
          else socket.write('250 ok\r\n');
        }
      });
    });
    return new Promise((done) =>
      server.listen(0, '127.0.0.1', () => done({ server, port: (server.address() as { port: number }).port, got: () => got })),
    );
  }

  it('goes out where a server for it is given, and a failure of it is only said', async () => {
    const { server, port, got } = await mailServer();
    const failures: string[] = [];
    const mail = mailOf({ url: `smtp://127.0.0.1:${port}/?ignoreTLS=true`, from: 'heat@example.org' }, (error) =>
      failures.push(error.message),
    );
    await mail('ben@example.org', 'A new device signed in', 'Firefox on Android signed in for the first time.');
    expect(got()).toContain('RCPT TO:<ben@example.org>');
    expect(got()).toContain('Subject: Warm Manifold: A new device signed in');
    expect(got()).toContain('Firefox on Android signed in for the first time.');
    expect(failures).toEqual([]);
    server.close();
    await mailOf({ url: 'smtp://127.0.0.1:1', from: 'heat@example.org' }, (error) => failures.push(error.message))(
      'x@example.org',
      'x',
      'x',
    );
    expect(failures).toHaveLength(1);
  });
});
