import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newJob } from '../../model/new-job.ts';
import { holdersOf, isOwnersAlone, ROLE_IDS, type Role } from '../../model/rights.ts';
import { asked } from '../database/asked.ts';
import { type Answered, type Client, type Firm, openFirm, type SignedIn } from '../firm.fixture.ts';
import { createJob } from '../jobs/jobs.ts';
import { hashOf, newSecret } from '../people/secrets.ts';
import { ROUTES } from './all.ts';
import type { Route } from './route.ts';

let firm: Firm;
const people = {} as Record<Role, SignedIn>;
/** A job of another firm on the same server. */
let theirs: string;
let link: string;

beforeAll(async () => {
  firm = await openFirm();
  people.owner = firm.first;
  for (const role of ['designer', 'site', 'reader'] as const) people[role] = await firm.member(role);
  const { owner, database } = firm;
  const other = await owner.insertInto('firms').values({ name: 'Another firm' }).returning('id').executeTakeFirstOrThrow();
  const stranger = await owner
    .insertInto('people')
    .values({ login: `stranger-${randomUUID()}`, name: 'S', password: null, totp_secret: null, totp_step: null, erased_at: null })
    .returning('id')
    .executeTakeFirstOrThrow();
  await owner
    .insertInto('memberships')
    .values({ person_id: stranger.id, firm_id: other.id, role: 'owner', ended_at: null })
    .execute();
  theirs = (
    await asked(database, { as: 'member', person: stranger.id, firm: other.id }, (by) => createJob(by, newJob('Theirs'), 'x'))
  ).id;
  const { id: job } = (await people.owner.client.api('POST', '/jobs', { name: 'For guests' })).body;
  link = newSecret();
  await owner
    .insertInto('guest_links')
    .values({
      firm_id: (await owner.selectFrom('jobs').select('firm_id').where('id', '=', job).executeTakeFirstOrThrow()).firm_id,
      job_id: job,
      part: 'builder',
      name: 'x',
      secret_hash: hashOf(link),
      ends_at: new Date(Date.now() + 3_600_000),
      revoked_at: null,
      seen_at: null,
    } as never)
    .execute();
});
afterAll(() => firm?.close());

/** Ends what the tests themselves need: not sent to anybody real. */
const LASTING = new Set(['GET /events']);
const named = ({ method, path }: Route) => `${method} ${path}`;
/** Those that end the session or the membership they are asked with are not asked for real. */
const ENDS_ITSELF = new Set(['POST /sign-out', 'DELETE /me/time-codes']);

const addressOf = (route: Route, job: string): string =>
  route.path.replace(/:(\w+)/g, (_, name: string) =>
    name === 'id' ? job : name === 'revision' ? '1' : name === 'key' ? 'some-key' : '00000000-0000-4000-8000-00000000abcd',
  );
const send = (client: Client, route: Route, job: string, body: unknown = {}, more = {}): Promise<Answered> =>
  client.api(route.method, addressOf(route, job), route.method === 'GET' ? undefined : body, more);

const shutOut = [401, 403];

describe.each(ROUTES.map((route) => [named(route), route] as const))('%s', (name, route) => {
  const job = '00000000-0000-4000-8000-00000000beef';

  it('is for nobody who is not signed in, unless it is meant for them', async () => {
    if (route.needs === 'nobody') return;
    const answer = await send(firm.client(), route, job);
    expect(answer.status).toBe(401);
    expect(answer.body.detail).toMatch(/^\S.+\.$/s);
  });

  it('is for the roles of the table of rights', async () => {
    if (route.needs === 'nobody' || LASTING.has(name) || ENDS_ITSELF.has(name)) return;
    for (const role of ROLE_IDS) {
      const { status } = await send(people[role].client, route, job);
      const lets =
        route.needs === 'member' || route.needs === 'self' || (route.needs !== 'guest' && holdersOf(route.needs).includes(role));
      // Beyond the guard a body or an id is missing: 400 and 404 are its own answers.
      if (lets) expect(shutOut, `${role}: ${status}`).not.toContain(status);
      else expect(status, role).toBe(route.needs === 'guest' ? 401 : 403);
    }
  });

  it('gives nothing of another firm’s job', async () => {
    if (!route.path.startsWith('/jobs/:id')) return;
    const body = {
      ...{ revision: 1, summary: 'x', job: newJob('Taken'), saveId: randomUUID() },
      ...(route.path.endsWith('here') ? { tab: randomUUID(), page: 'plant' } : {}),
    };
    for (const role of ROLE_IDS) {
      const shapes = [
        body,
        {},
        { ended: true },
        { tab: randomUUID(), page: 'plant' },
        { id: randomUUID(), thing: 'x', label: 'x', body: 'x' },
        { part: 'builder', name: 'x', days: 3 },
      ];
      for (const shape of shapes) {
        const answer = await send(people[role].client, route, theirs, shape);
        if (route.path.endsWith('/here')) continue;
        // A list of what there is of it is empty; everything else is not there.
        if (answer.status === 200) expect(answer.body, `${role} ${answer.text}`).toEqual([]);
        else expect([400, 403, 404], `${role} ${answer.status} ${answer.text}`).toContain(answer.status);
      }
    }
    const row = await firm.owner
      .selectFrom('jobs')
      .select(['revision', 'name', 'deleted_at'])
      .where('id', '=', theirs)
      .executeTakeFirstOrThrow();
    expect(row).toEqual({ revision: 1, name: 'Theirs', deleted_at: null });
    for (const table of ['comments', 'guest_links', 'papers'] as const)
      expect(await firm.owner.selectFrom(table).select('id').where('job_id', '=', theirs).execute()).toEqual([]);
  });

  it('opens to no guest but what is meant for guests', async () => {
    if (route.needs === 'nobody') return;
    const { status } = await send(firm.client(), route, job, {}, { Authorization: `Link ${link}` });
    if (route.needs === 'guest') expect(shutOut).not.toContain(status);
    else expect(status).toBe(401);
  });

  it('changes nothing for a page of another origin', async () => {
    if (route.method === 'GET') return;
    const { client } = people.owner;
    for (const more of [
      { Origin: 'https://evil.example' },
      { Origin: 'null' },
      { Origin: undefined },
      { Origin: undefined, 'Sec-Fetch-Site': 'same-site' },
    ])
      expect((await send(client, route, job, {}, more)).status, JSON.stringify(more)).toBe(403);
  });

  it('answers anything with a sentence, never with a fault', { timeout: 60_000 }, async () => {
    if (LASTING.has(name) || ENDS_ITSELF.has(name)) return;
    await firm.owner.deleteFrom('guesses' as never).execute();
    const clients = route.needs === 'nobody' ? [firm.client()] : [people.owner.client, firm.client()];
    const anyBody = fc.oneof(
      fc.json(),
      fc.string(),
      fc.constant('{"__proto__":{"role":"owner"}}'),
      fc
        .dictionary(
          fc.constantFrom(
            'id',
            'name',
            'role',
            'secret',
            'login',
            'password',
            'code',
            'revision',
            'job',
            'summary',
            'thing',
            'body',
            'answer',
            'digits',
            'part',
            'days',
            'set',
          ),
          fc.oneof(
            fc.string(),
            fc.integer(),
            fc.constant(null),
            fc.constant('\u0000'),
            fc.constant("' or 1=1 --"),
            fc.constant({ $ne: null }),
          ),
        )
        .map((object) => JSON.stringify(object)),
    );
    await fc.assert(
      fc.asyncProperty(
        anyBody,
        fc.constantFrom(...clients),
        fc.constantFrom('application/json', 'text/plain', ''),
        async (body, client, type) => {
          const answer = await client.api(route.method, addressOf(route, job), route.method === 'GET' ? undefined : body, {
            'Content-Type': type || undefined,
          });
          expect(answer.status, answer.text).toBeLessThan(500);
          if (answer.status >= 400) expect(answer.body.detail).toMatch(/^\S.+\.$/s);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('takes only ids for what is named in its address', async () => {
    if (!route.path.includes(':')) return;
    for (const odd of ["1' or '1'='1", '..%2f..%2fetc', '%00', 'x'.repeat(5000), '{}']) {
      const path = route.path.replace(/:\w+/g, encodeURIComponent(odd));
      const { status } = await people.owner.client.api(route.method, path, route.method === 'GET' ? undefined : {});
      expect([400, 401, 404, 414, 431], `${odd.slice(0, 20)} ${status}`).toContain(status);
    }
  });
});

describe('the routes', () => {
  it('that are the owner’s alone ask for a second factor', () => {
    const alone = ROUTES.filter(
      ({ needs }) => !['nobody', 'guest', 'member', 'self'].includes(needs) && isOwnersAlone(needs as never),
    );
    expect(alone.length).toBeGreaterThan(5);
  });

  it('for nobody in particular are these and no more', () => {
    expect(
      ROUTES.filter(({ needs }) => needs === 'nobody')
        .map(named)
        .sort(),
    ).toEqual([
      'GET /health',
      'GET /session',
      'POST /join',
      'POST /join/wait',
      'POST /sign-in',
      'POST /sign-in/code',
      'POST /sign-in/passkey',
      'POST /sign-in/passkey/options',
      'POST /welcome',
      'POST /welcome/look',
    ]);
  });

  it('answer to no other host, whatever a proxy is told', async () => {
    for (const more of [
      { Host: 'evil.example' },
      { Host: '127.0.0.1' },
      { Host: 'heat.example.org:81' },
      { 'X-Forwarded-Host': 'evil.example', Host: 'evil.example' },
    ])
      expect((await firm.client().api('GET', '/session', undefined, more)).status, JSON.stringify(more)).toBe(421);
  });
});
