// A firm at work: 200 people who save and read, one process and two behind a proxy, one of them killed. All in one run on this machine.
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { createHmac, randomBytes, randomUUID } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { installDebianPackages } from '../scripts/debian.mjs';
import { freePort, startPostgres } from '../scripts/postgres.mjs';
import { openDatabase } from '../server/database/open.ts';
import { THIS_FIRM } from '../server/database/this-computer.ts';
import { hashOf } from '../server/people/secrets.ts';

const PEOPLE = 200;
const SECONDS = Number(process.argv[2] ?? 60);
const ADDRESS = 'https://heat.example.org';
const SERVER = process.env.SERVER_FILE ?? 'dist-server/main.js';

const folder = mkdtempSync(join(tmpdir(), 'warm-firm-bench-'));
chmodSync(folder, 0o755);
const cluster = await startPostgres(folder);
const secret = randomBytes(30).toString('base64');
const secretsFile = join(folder, 'secrets');
writeFileSync(secretsFile, `${secret}\n`, { mode: 0o600 });
const environment = {
  ...process.env,
  ...{ FIRM: 'yes', ADDRESS, PROXY: '127.0.0.1', SECRETS_FILE: secretsFile, NODE_ENV: 'production' },
  DATABASE_URL: cluster.url(),
};

/** One process of the server, once it listens. */
async function serve(port: number): Promise<ChildProcess> {
  const child = spawn(process.execPath, [SERVER], {
    env: { ...environment, PORT: String(port), OWNER_DATABASE_URL: '' },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  await new Promise((done) => child.once('message', done));
  return child;
}
const memoryOf = (child: ChildProcess): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1000;

spawnSync(process.execPath, [SERVER, 'prepare'], {
  env: { ...environment, PORT: '1', OWNER_DATABASE_URL: cluster.ownerUrl() },
  stdio: 'ignore',
});
const owner = openDatabase(cluster.ownerUrl(), 2);

interface Person {
  cookie: string;
  job: string;
  revision: number;
  document: Job;
}

/** Signs a cookie as the server's package for sessions does: HMAC with SHA-256 behind a dot. */
function cookieOf(id: string): string {
  const signature = createHmac('sha256', secret).update(id).digest('base64').replace(/=+$/, '');
  return `__Host-warm=${encodeURIComponent(`s:${id}.${signature}`)}`;
}

/** People who are signed in, each with a job; made straight in the database, since sign-in is not what is measured. */
async function peopleOf(count: number): Promise<Person[]> {
  const people: Person[] = [];
  for (let i = 0; i < count; i++) {
    const { id: person } = await owner
      .insertInto('people')
      .values({
        login: `p${i}-${randomUUID()}`,
        name: `Person ${i}`,
        password: null,
        totp_secret: null,
        totp_step: null,
        erased_at: null,
      })
      .returning('id')
      .executeTakeFirstOrThrow();
    await owner
      .insertInto('memberships')
      .values({ person_id: person, firm_id: THIS_FIRM, role: 'designer', ended_at: null })
      .execute();
    const { id: device } = await owner
      .insertInto('devices')
      .values({ person_id: person, name: 'bench', secret_hash: randomUUID(), revoked_at: null })
      .returning('id')
      .executeTakeFirstOrThrow();
    const id = randomBytes(24).toString('base64url');
    const later = new Date(Date.now() + 86_400_000);
    await owner
      .insertInto('sessions')
      .values({
        id_hash: hashOf(id),
        person_id: person,
        firm_id: THIS_FIRM,
        device_id: device,
        proved_at: new Date(),
        idle_ends_at: later,
        ends_at: later,
        data: '{}',
      })
      .execute();
    people.push({ cookie: cookieOf(id), job: '', revision: 1, document: { ...thistleMill, name: `Job of person ${i}` } });
  }
  return people;
}

const agent = new Agent({ keepAlive: true, maxSockets: PEOPLE });
interface Answer {
  status: number;
  text: string;
  ms: number;
}
function ask(port: number, person: Person, method: string, path: string, body?: unknown): Promise<Answer> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const from = performance.now();
  return new Promise((done) => {
    const call = request(
      {
        agent,
        port,
        host: '127.0.0.1',
        method,
        path: `/api${path}`,
        headers: {
          Host: new URL(ADDRESS).host,
          'X-Forwarded-Proto': 'https',
          Origin: ADDRESS,
          Cookie: person.cookie,
          ...(text ? { 'Content-Type': 'application/json', 'Content-Length': String(Buffer.byteLength(text)) } : {}),
        },
      },
      (answer) => {
        let all = '';
        answer.setEncoding('utf8');
        answer.on('data', (chunk) => {
          all += chunk;
        });
        answer.on('end', () => done({ status: answer.statusCode ?? 0, text: all, ms: performance.now() - from }));
        answer.on('error', () => done({ status: 0, text: '', ms: performance.now() - from }));
      },
    );
    call.on('error', () => done({ status: 0, text: '', ms: performance.now() - from }));
    call.setTimeout(30_000, () => call.destroy());
    call.end(text);
  });
}

/** As the browser does: what passes by itself is sent again, as it was. */
async function again(
  port: number,
  person: Person,
  method: string,
  path: string,
  body?: unknown,
): Promise<Answer & { tries: number }> {
  const from = performance.now();
  for (let tries = 1; ; tries++) {
    const answer = await ask(port, person, method, path, body);
    if (![0, 502, 503, 504].includes(answer.status) || tries === 20) return { ...answer, ms: performance.now() - from, tries };
    await sleep(200 + Math.random() * 300);
  }
}

const percentile = (times: number[], share: number): number =>
  times.length === 0
    ? Number.NaN
    : (times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] as number);

interface Load {
  title: string;
  port: number;
  people: Person[];
  /** Mean pause between requests of one person, ms. */
  pause: number;
  seconds: number;
}

/** Everybody at once: half saves, a third reads, the rest lists. */
async function load({ title, port, people, pause, seconds }: Load): Promise<void> {
  const times: Record<'save' | 'read' | 'list', number[]> = { save: [], read: [], list: [] };
  let errors = 0;
  let retried = 0;
  let lost = 0;
  const until = performance.now() + seconds * 1000;
  const one = async (person: Person): Promise<void> => {
    if (pause > 0) await sleep(Math.random() * pause);
    while (performance.now() < until) {
      const dice = Math.random();
      const kind = dice < 0.5 ? 'save' : dice < 0.84 ? 'read' : 'list';
      const answer =
        kind === 'save'
          ? await (async () => {
              person.document = {
                ...person.document,
                site: { ...person.document.site, place: `Yard ${Math.floor(Math.random() * 1e6)}` },
              };
              const body = { revision: person.revision, summary: 'Place', job: person.document, saveId: randomUUID() };
              const done = await again(port, person, 'PUT', `/jobs/${person.job}`, body);
              if (done.status === 200) person.revision = (JSON.parse(done.text) as { revision: number }).revision;
              return done;
            })()
          : await again(port, person, 'GET', kind === 'read' ? `/jobs/${person.job}` : '/jobs');
      if (answer.tries > 1) retried++;
      if (answer.status !== 200) errors++;
      else times[kind].push(answer.ms);
      if (pause > 0) await sleep(pause * (0.5 + Math.random()));
    }
  };
  await Promise.all(people.map(one));
  // Nothing that was answered is missing.
  for (const person of people) {
    const answer = await again(port, person, 'GET', `/jobs/${person.job}`);
    const stored = JSON.parse(answer.text) as { revision: number; job: Job };
    if (stored.revision < person.revision || stored.job.site.place !== person.document.site.place) lost++;
  }
  const all = Object.values(times).reduce((sum, each) => sum + each.length, 0);
  const say = (kind: 'save' | 'read' | 'list') =>
    `${kind} ${percentile(times[kind], 0.5).toFixed(0)} / ${percentile(times[kind], 0.99).toFixed(0)} / ${percentile(times[kind], 1).toFixed(0)}`;
  console.log(
    `${title}: ${(all / seconds).toFixed(0)} requests/s; ms p50 / p99 / most: ${say('save')}, ${say('read')}, ${say('list')}; ${errors} errors, ${retried} sent again, ${lost} lost`,
  );
}

const people = await peopleOf(PEOPLE);
const [portA, portB, proxyPort] = [await freePort(), await freePort(), await freePort()];
let one = await serve(portA);
for (const person of people) {
  const made = await again(portA, person, 'POST', '/jobs', { name: person.document.name });
  person.job = (JSON.parse(made.text) as { id: string }).id;
  await again(portA, person, 'PUT', `/jobs/${person.job}`, { revision: 1, summary: 'x', job: person.document });
  person.revision = 2;
}
await load({ title: 'To warm up', port: portA, people, pause: 1000, seconds: 5 });
await load({ title: 'One process, a request a second from each', port: portA, people, pause: 1000, seconds: SECONDS });
console.log(`  memory ${memoryOf(one).toFixed(0)} MB`);
await load({
  title: 'One process, a request every two seconds from each',
  port: portA,
  people,
  pause: 2000,
  seconds: SECONDS / 2,
});
await load({ title: 'One process, without pause', port: portA, people, pause: 0, seconds: SECONDS / 3 });
console.log(`  memory ${memoryOf(one).toFixed(0)} MB`);

// Two processes behind the proxy that docs/deploy.md describes.
if (!existsSync('/usr/sbin/nginx')) installDebianPackages('nginx-light');
let two = await serve(portB);
const proxyFolder = join(folder, 'proxy');
mkdirSync(proxyFolder);
const page = readFileSync('docs/deploy.md', 'utf8');
const upstream = /```nginx\n(upstream [\s\S]*?)\nserver \{/.exec(page)?.[1] ?? '';
const locations = /( {2}location \/ \{[\s\S]*?\n {2}\})/.exec(page)?.[1] ?? '';
writeFileSync(
  join(proxyFolder, 'nginx.conf'),
  `daemon off; pid ${proxyFolder}/pid; error_log ${proxyFolder}/error.log; worker_processes 1;
events { worker_connections 2048; }
http { access_log off; client_body_temp_path ${proxyFolder}/body; proxy_temp_path ${proxyFolder}/proxy; fastcgi_temp_path ${proxyFolder}/f; uwsgi_temp_path ${proxyFolder}/u; scgi_temp_path ${proxyFolder}/s;
${upstream.replace(/127\.0\.0\.1:4310/, `127.0.0.1:${portA}`).replace(/127\.0\.0\.1:4311/, `127.0.0.1:${portB}`)}
server { listen 127.0.0.1:${proxyPort}; client_max_body_size 5m;
${locations.replace('$scheme', 'https')}
} }`,
);
const proxy = spawn('nginx', ['-c', join(proxyFolder, 'nginx.conf')], { stdio: 'ignore' });
process.on('exit', () => proxy.kill('SIGKILL'));
await sleep(500);
await load({
  title: 'Two processes behind the proxy, a request a second from each',
  port: proxyPort,
  people,
  pause: 1000,
  seconds: SECONDS / 2,
});
await load({ title: 'Two processes behind the proxy, without pause', port: proxyPort, people, pause: 0, seconds: SECONDS / 3 });

const killed = (async () => {
  await sleep((SECONDS * 1000) / 6);
  one.kill('SIGKILL');
  await sleep(500);
  one = await serve(portA);
})();
await load({
  title: 'One of two killed under load and started again',
  port: proxyPort,
  people,
  pause: 1000,
  seconds: SECONDS / 2,
});
await killed;
const rolled = (async () => {
  await sleep((SECONDS * 1000) / 8);
  for (const which of ['one', 'two'] as const) {
    const old = which === 'one' ? one : two;
    old.kill('SIGTERM');
    await new Promise((done) => old.once('exit', done));
    const fresh = await serve(which === 'one' ? portA : portB);
    if (which === 'one') one = fresh;
    else two = fresh;
  }
})();
await load({ title: 'Both renewed in turn under load', port: proxyPort, people, pause: 1000, seconds: SECONDS / 2 });
await rolled;

// How soon another's save is seen, through the proxy, by listeners of both processes.
const [writer, ...listeners] = people.slice(0, 21) as [Person, ...Person[]];
const seen: number[] = [];
let sentAt = 0;
const streams = listeners.map((person) => {
  const call = request({
    port: proxyPort,
    host: '127.0.0.1',
    path: '/api/events',
    headers: { Host: new URL(ADDRESS).host, 'X-Forwarded-Proto': 'https', Cookie: person.cookie },
  });
  call.on('response', (answer) =>
    answer.setEncoding('utf8').on('data', (text: string) => {
      if (text.includes('"saved"') && text.includes(writer.job)) seen.push(performance.now() - sentAt);
    }),
  );
  call.on('error', () => {});
  call.end();
  return call;
});
await sleep(1500);
for (let i = 0; i < 30; i++) {
  writer.document = { ...writer.document, site: { ...writer.document.site, place: `Yard ${i}` } };
  sentAt = performance.now();
  const done = await again(proxyPort, writer, 'PUT', `/jobs/${writer.job}`, {
    revision: writer.revision,
    summary: 'x',
    job: writer.document,
  });
  writer.revision = (JSON.parse(done.text) as { revision: number }).revision;
  await sleep(150);
}
console.log(
  `Another's save, seen by ${listeners.length} listeners through the proxy: ${seen.length} of ${30 * listeners.length} events, p50 ${percentile(seen, 0.5).toFixed(0)} ms, most ${percentile(seen, 1).toFixed(0)} ms`,
);
for (const call of streams) call.destroy();

// A firm of some years: 3,000 jobs, 300 MB of revisions.
const [first] = people as [Person];
await cluster.must(
  `insert into jobs (firm_id, name, place, room_count, heat_load, system, revision, document)
   select '${THIS_FIRM}', 'Job ' || n || ' ' || md5(n::text), 'Place ' || (n % 40), 12, 9000, 'metric', 8, document from generate_series(1, 2800) n, (select document from jobs limit 1) d;
   insert into revisions (job_id, firm_id, revision, document, summary)
   select j.id, j.firm_id, r, j.document || pad.filling, 'x' from jobs j, generate_series(100, 107) r,
     (select jsonb_build_object('pad', string_agg(md5(random()::text), '')) as filling from generate_series(1, 400)) pad where j.revision = 8;
   analyze jobs; analyze revisions;`,
  'filling',
  'warm_manifold',
);
const size = Number(await cluster.must("select pg_total_relation_size('revisions')", 'size', 'warm_manifold'));
const timed = async (path: string): Promise<number> => {
  const times: number[] = [];
  for (let i = 0; i < 40; i++) times.push((await again(portA, first, 'GET', path)).ms);
  return percentile(times, 0.5);
};
console.log(
  `${(await cluster.must('select count(*) from jobs', 'count', 'warm_manifold')).trim()} jobs, ${(size / 1e6).toFixed(0)} MB of revisions: list ${(await timed('/jobs')).toFixed(0)} ms, search ${(await timed('/jobs?find=place%2017')).toFixed(0)} ms`,
);
console.log(`Memory of the processes at the end: ${memoryOf(one).toFixed(0)} and ${memoryOf(two).toFixed(0)} MB`);

proxy.kill('SIGTERM');
one.kill('SIGTERM');
two.kill('SIGTERM');
await sleep(1500);
await owner.destroy();
cluster.stop();
rmSync(folder, { recursive: true, force: true });
process.exit(0);
