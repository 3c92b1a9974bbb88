import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, codeOf, type Firm, openFirm, PASSWORD, type SignedIn } from '../firm.fixture.ts';
import { ownerLink } from './one-time-links.ts';
import { SESSION_ENDS } from './session-store.ts';

let firm: Firm;
beforeAll(async () => {
  firm = await openFirm();
});
afterAll(() => firm?.close());

const forget = () => firm.owner.deleteFrom('guesses' as never).execute();
const signIn = (client: Client, login: string, password = PASSWORD) => client.api('POST', '/sign-in', { login, password });
const isIn = async (client: Client): Promise<boolean> => (await client.api('GET', '/jobs')).status === 200;
const sessionOf = (client: Client) => client.cookies.get('__Host-warm') ?? '';

describe('the first owner', () => {
  it('comes by a link that is good once', async () => {
    const secret = await ownerLink(firm.owner);
    const wanted = { secret, login: 'second-owner', name: 'Second', password: PASSWORD };
    const clients = [firm.client(), firm.client(), firm.client()];
    const answers = await Promise.all(
      clients.map((client, i) => client.api('POST', '/welcome', { ...wanted, login: `owner-${i}` })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 410, 410]);
    expect(answers.find(({ status }) => status === 410)?.body.detail).toContain('used already');
  });

  it('needs a second factor for what only an owner may do', async () => {
    const client = firm.client();
    await client.api('POST', '/welcome', {
      secret: await ownerLink(firm.owner),
      login: 'weak-owner',
      name: 'Weak',
      password: PASSWORD,
    });
    const answer = await client.api('GET', '/record');
    expect(answer).toMatchObject({ status: 403, body: { second: true } });
    expect(await isIn(client)).toBe(true);
    expect((await firm.first.client.api('GET', '/record')).status).toBe(200);
  });
});

describe('signing in', () => {
  let designer: SignedIn;
  beforeAll(async () => {
    designer = await firm.member('designer');
  });

  it('takes a login in any case, and the password as it is', async () => {
    const client = firm.client();
    expect((await signIn(client, designer.login.toUpperCase())).body).toEqual({ next: 'in' });
    expect(await isIn(client)).toBe(true);
    expect((await signIn(firm.client(), designer.login, PASSWORD.toUpperCase())).status).toBe(401);
    await forget();
  });

  it('says the same of a wrong password and of a login there is not', async () => {
    const [wrong, nobody] = [
      await signIn(firm.client(), designer.login, 'x'.repeat(14)),
      await signIn(firm.client(), 'nobody', 'x'.repeat(14)),
    ];
    const { request: _, ...said } = wrong.body;
    const { request: __, ...saidOther } = nobody.body;
    expect([wrong.status, said]).toEqual([nobody.status, saidOther]);
    await forget();
  });

  it('takes as long for a login there is not', { timeout: 60_000 }, async () => {
    // Medians in turn: what the machine does besides falls on both. The hash alone takes 20 ms and more.
    const times: Record<'one' | 'none', number[]> = { one: [], none: [] };
    for (let i = 0; i < 9; i++)
      for (const [key, login] of [
        ['one', designer.login],
        ['none', `nobody-${i}`],
      ] as const) {
        const from = performance.now();
        await signIn(firm.client(), login, `wrong ${i} password`);
        times[key].push(performance.now() - from);
        await forget();
      }
    const median = (all: number[]): number => all.sort((a, b) => a - b)[all.length >> 1] as number;
    expect(median(times.none) / median(times.one)).toBeGreaterThan(0.5);
    expect(median(times.none) / median(times.one)).toBeLessThan(2);
  });

  it('gives a new session, so that one planted before is of no use', async () => {
    const client = firm.client();
    client.cookies.set('__Host-warm', 's%3Aplanted.by-somebody');
    await signIn(client, designer.login);
    const [signedIn] = [sessionOf(client)];
    expect(signedIn).not.toContain('planted');
    const again = firm.client();
    again.cookies.set('__Host-warm', signedIn);
    await signIn(again, designer.login);
    expect(sessionOf(again)).not.toBe(signedIn);
  });

  it('sets a cookie that no script reads, no other site sends, and that goes over HTTPS alone', async () => {
    const answer = await signIn(firm.client(), designer.login);
    const cookies = answer.headers['set-cookie'] ?? [];
    expect(cookies.length).toBeGreaterThan(0);
    for (const cookie of cookies) expect(cookie).toMatch(/^__Host-.*Path=\/;.*HttpOnly; Secure; SameSite=Lax/);
    const inTheClear = await firm
      .client({ 'X-Forwarded-Proto': 'http' })
      .api('POST', '/sign-in', { login: designer.login, password: PASSWORD });
    expect((inTheClear.headers['set-cookie'] ?? []).filter((cookie) => cookie.startsWith('__Host-warm'))).toEqual([]);
  });

  it('keeps only the hash of a session', async () => {
    const id = decodeURIComponent(sessionOf(designer.client)).replace(/^s:|\..*$/g, '');
    const rows = await firm.owner.selectFrom('sessions').selectAll().execute();
    expect(id.length).toBeGreaterThan(20);
    expect(JSON.stringify(rows)).not.toContain(id);
  });

  it('ends: by signing out, when idle, in any case after a while', async () => {
    const client = firm.client();
    await signIn(client, designer.login);
    const cookie = sessionOf(client);
    expect((await client.api('POST', '/sign-out')).status).toBe(204);
    client.cookies.set('__Host-warm', cookie);
    expect(await isIn(client)).toBe(false);
    for (const column of ['idle_ends_at', 'ends_at'] as const) {
      const other = firm.client();
      await signIn(other, designer.login);
      expect(await isIn(other)).toBe(true);
      const newest = await firm.owner
        .selectFrom('sessions')
        .select('id_hash')
        .orderBy('born_at', 'desc')
        .limit(1)
        .executeTakeFirstOrThrow();
      await firm.owner
        .updateTable('sessions')
        .set({ [column]: new Date(Date.now() - 1000) })
        .where('id_hash', '=', newest.id_hash)
        .execute();
      const answer = await other.api('GET', '/jobs');
      expect(answer).toMatchObject({ status: 401, body: { title: 'Signed out' } });
      expect(answer.body.detail).toContain('kept in this browser');
    }
    const lasting = await firm.owner.selectFrom('sessions').select(['born_at', 'ends_at']).execute();
    for (const { born_at, ends_at } of lasting)
      expect(ends_at.getTime() - born_at.getTime()).toBeLessThanOrEqual(SESSION_ENDS + 1000);
  });

  it('is refused after some wrong passwords, wherever they are counted', { timeout: 60_000 }, async () => {
    await forget();
    const tries = await Promise.all(
      Array.from({ length: 30 }, (_, i) => signIn(firm.client(), designer.login, `wrong ${i} password`)),
    );
    const statuses = tries.map(({ status }) => status);
    expect(statuses.filter((status) => status === 401)).toHaveLength(10);
    expect(statuses.filter((status) => status === 429)).toHaveLength(20);
    const right = await signIn(firm.client(), designer.login);
    expect(right.status).toBe(429);
    expect(right.body.detail).toMatch(/Try again in \d+ minute/);
    // From another network it goes on.
    expect((await signIn(firm.client({ 'X-Forwarded-For': '198.51.100.9' }), designer.login)).status).toBe(200);
    await forget();
  });

  it('a device that is known is not locked out by others', { timeout: 60_000 }, async () => {
    await forget();
    for (let i = 0; i < 55; i++)
      await signIn(firm.client({ 'X-Forwarded-For': `198.51.100.${i + 20}` }), designer.login, 'wrong password it is');
    expect((await signIn(firm.client({ 'X-Forwarded-For': '198.51.100.250' }), designer.login)).status).toBe(429);
    const known = firm.client({ 'X-Forwarded-For': '198.51.100.251' });
    known.cookies.set('__Host-device', designer.client.cookies.get('__Host-device') ?? '');
    expect((await signIn(known, designer.login)).status).toBe(200);
    await forget();
  });
});

describe('time codes', () => {
  it('come after the password, are good once, and for a device whose clock is a little off', async () => {
    const { login, timeCodes } = await firm.member('owner');
    const secret = timeCodes as string;
    const client = firm.client();
    expect((await signIn(client, login)).body).toEqual({ next: 'code' });
    expect(await isIn(client)).toBe(false);
    expect((await client.api('POST', '/sign-in/code', { code: '000000' })).status).toBe(401);
    // The one that set them up was of this moment: the next step is 30 s ahead.
    const code = codeOf(secret, 1);
    expect((await client.api('POST', '/sign-in/code', { code })).body).toEqual({ next: 'in' });
    expect(await isIn(client)).toBe(true);
    const other = firm.client();
    await signIn(other, login);
    expect((await other.api('POST', '/sign-in/code', { code })).status).toBe(401);
    expect((await other.api('POST', '/sign-in/code', { code: codeOf(secret, 3) })).status).toBe(401);
    expect(await isIn(other)).toBe(false);
    const never = firm.client();
    expect((await never.api('POST', '/sign-in/code', { code })).body.detail).toContain('Give login and password again');
    await forget();
  });

  it('lie sealed in the database', async () => {
    const rows = await firm.owner.selectFrom('people').select('totp_secret').where('totp_secret', 'is not', null).execute();
    expect(rows.length).toBeGreaterThan(0);
    expect(JSON.stringify(rows)).not.toContain(firm.first.timeCodes);
  });
});

describe('passwords', () => {
  it('have a length and are not among the first tried; nothing else is asked of them', async () => {
    for (const [password, sentence] of [
      ['short', '12 characters'],
      ['password1234', 'first that somebody would try'],
      ['qwertyuiop12', 'first that somebody would try'],
      ['heatheatheat', 'first that somebody would try'],
    ]) {
      const answer = await firm.first.client.api('POST', '/me/password', { password });
      expect(answer.status, password).toBe(422);
      expect(answer.body.detail).toContain(sentence);
    }
    expect((await firm.first.client.api('POST', '/me/password', { password: 'x'.repeat(129) })).status).toBe(400);
  });

  it('are hashed with argon2id', async () => {
    const { password } = await firm.owner
      .selectFrom('people')
      .select('password')
      .where('login', '=', firm.first.login)
      .executeTakeFirstOrThrow();
    expect(password).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });

  it('set anew, shut all other devices out', async () => {
    const reader = await firm.member('reader');
    const other = firm.client();
    await signIn(other, reader.login);
    expect((await reader.client.api('POST', '/me/password', { password: 'seven brass kettles sing' })).status).toBe(204);
    expect([await isIn(reader.client), await isIn(other)]).toEqual([true, false]);
    expect((await signIn(firm.client(), reader.login)).status).toBe(401);
    expect((await signIn(firm.client(), reader.login, 'seven brass kettles sing')).status).toBe(200);
    await forget();
  });

  it('are asked for again when the last proof is a while ago', async () => {
    const site = await firm.member('site');
    await firm.owner
      .updateTable('sessions')
      .set({ proved_at: new Date(Date.now() - 11 * 60_000) })
      .where('person_id', '=', site.id)
      .execute();
    const refused = await site.client.api('POST', '/me/password', { password: 'four patient green herons' });
    expect(refused).toMatchObject({ status: 403, body: { prove: true } });
    expect((await site.client.api('POST', '/prove', { password: 'not this one at all' })).status).toBe(401);
    expect((await site.client.api('POST', '/prove', { password: PASSWORD })).body).toEqual({ next: 'proved' });
    expect((await site.client.api('POST', '/me/password', { password: 'four patient green herons' })).status).toBe(204);
    await forget();
  });

  it('are recovered by an owner, with a link of a quarter of an hour', async () => {
    const designer = await firm.member('designer');
    const { body } = await firm.first.client.api('POST', `/people/${designer.id}/recovery`);
    expect(Date.parse(body.endsAt) - Date.now()).toBeLessThanOrEqual(15 * 60_000);
    const client = firm.client();
    const secret = body.address.split('#')[1];
    expect((await client.api('POST', '/welcome/look', { secret })).body).toMatchObject({ kind: 'recovery', name: 'designer' });
    const set = { secret, login: designer.login, name: 'designer', password: 'nine slow copper barges' };
    expect((await client.api('POST', '/welcome', set)).status).toBe(200);
    expect([await isIn(client), await isIn(designer.client)]).toEqual([true, false]);
    expect((await firm.client().api('POST', '/welcome', set)).status).toBe(410);
  });
});

describe('devices', () => {
  it('are told of when they are new, and once only', async () => {
    const designer = await firm.member('designer');
    const notices = async () => (await designer.client.api('GET', '/me')).body.notices as { words: string }[];
    await designer.client.api('POST', '/me/notices/read');
    const phone = firm.client({ 'User-Agent': 'Mozilla/5.0 (Android 14; Mobile) Firefox/140.0' });
    await signIn(phone, designer.login);
    expect((await notices()).map(({ words }) => words)).toEqual([
      expect.stringContaining('Firefox on Android signed in for the first time'),
    ]);
    await designer.client.api('POST', '/me/notices/read');
    await signIn(phone, designer.login);
    expect(await notices()).toEqual([]);
  });

  it('revoked, are out at once, and nobody else can revoke them', async () => {
    const designer = await firm.member('designer');
    const phone = firm.client({ 'User-Agent': 'Mozilla/5.0 (Android 14; Mobile) Firefox/140.0' });
    await signIn(phone, designer.login);
    const devices = (await designer.client.api('GET', '/me')).body.devices as { id: string; name: string; here: boolean }[];
    const there = devices.find(({ here }) => !here);
    expect(there?.name).toBe('Firefox on Android');
    expect((await firm.first.client.api('DELETE', `/me/devices/${there?.id}`)).status).toBe(404);
    expect(await isIn(phone)).toBe(true);
    expect((await designer.client.api('DELETE', `/me/devices/${there?.id}`)).status).toBe(204);
    expect(await isIn(phone)).toBe(false);
  });

  it('join by a code, only when the person says that the digits are theirs', async () => {
    const designer = await firm.member('designer');
    const shown = (await designer.client.api('POST', '/me/devices/code')).body;
    expect(shown.address).toMatch(/\/join#[\w-]{43}$/);
    const phone = firm.client({ 'User-Agent': 'Mozilla/5.0 (iPhone) Safari/605' });
    const { digits, waits } = (await phone.api('POST', '/join', { secret: shown.secret })).body;
    expect((await firm.client().api('POST', '/join', { secret: shown.secret })).status).toBe(410);
    expect((await phone.api('POST', '/join/wait', { waits })).body).toEqual({ next: 'wait' });
    const look = (await designer.client.api('POST', '/me/devices/look', { secret: shown.secret })).body;
    expect(look).toEqual({ state: 'shown', digits, device: 'Safari on iOS' });
    expect((await firm.first.client.api('POST', '/me/devices/allow', { secret: shown.secret, digits })).status).toBe(410);
    expect(
      (
        await designer.client.api('POST', '/me/devices/allow', {
          secret: shown.secret,
          digits: '9'.repeat(4) === digits ? '0000' : '9999',
        })
      ).status,
    ).toBe(410);
    expect((await designer.client.api('POST', '/me/devices/allow', { secret: shown.secret, digits })).status).toBe(204);
    expect((await phone.api('POST', '/join/wait', { waits })).body).toEqual({ next: 'in' });
    expect(await isIn(phone)).toBe(true);
    expect((await firm.client().api('POST', '/join/wait', { waits })).status).toBe(410);
    expect((await phone.api('GET', '/session')).body.member.person).toBe(designer.id);
  });
});

describe('members', () => {
  it('whose membership ends are out at once; the last owner stays', async () => {
    const site = await firm.member('site');
    expect((await firm.first.client.api('POST', `/people/${site.id}/end`)).status).toBe(204);
    expect(await isIn(site.client)).toBe(false);
    expect((await signIn(firm.client(), site.login)).status).toBe(401);
    const owners = (await firm.first.client.api('GET', '/people')).body.filter(
      (each: { role: string; endedAt: null }) => each.role === 'owner' && !each.endedAt,
    );
    for (const { id } of owners.filter((each: { id: string }) => each.id !== firm.first.id))
      expect((await firm.first.client.api('POST', `/people/${id}/end`)).status).toBe(204);
    const last = await firm.first.client.api('POST', `/people/${firm.first.id}/end`);
    expect(last).toMatchObject({ status: 422, body: { title: 'The last owner' } });
    await forget();
  });

  it('erased, leave no name and no way in; what they did stays', async () => {
    const designer = await firm.member('designer');
    const { id } = (await designer.client.api('POST', '/jobs', { name: 'Of somebody' })).body;
    const exported = (await firm.first.client.api('GET', `/people/${designer.id}/export`)).body;
    expect(exported).toMatchObject({ person: { login: designer.login }, saves: [{ job_id: id, revision: 1 }] });
    expect((await firm.first.client.api('POST', `/people/${designer.id}/erase`)).status).toBe(204);
    expect(await isIn(designer.client)).toBe(false);
    expect((await signIn(firm.client(), designer.login)).status).toBe(401);
    const history = (await firm.first.client.api('GET', `/jobs/${id}/history`)).body;
    expect(history[0].author).toBe('a former member');
    const left = await firm.owner.selectFrom('people').selectAll().where('id', '=', designer.id).executeTakeFirstOrThrow();
    expect(left).toMatchObject({ login: null, name: '', password: null, totp_secret: null });
    await forget();
  });
});
