import type { Request } from 'express';
import { sql } from 'kysely';
import { Secret, TOTP } from 'otpauth';
import type { AskedByGate } from '../database/asked.ts';
import { THIS_FIRM } from '../database/this-computer.ts';
import { Problem } from '../problem.ts';
import { note } from '../record/audit.ts';
import type { GateCall } from '../routes/route.ts';
import type { FirmServices } from '../services.ts';
import { deviceName, knownDevice, newDevice } from './devices.ts';
import { hashPassword, isCheap, isPassword } from './passwords.ts';
import { type Credentials, personByLogin, tell } from './people.ts';
import { unseal } from './secrets.ts';

/** The name of what a code belongs to, in the program that shows it. */
const ISSUER = 'Warm Manifold';
/** A time code may be one step (30 s) early or late: clocks differ. */
const WINDOW = 1;
/** Time between the password and the code, ms. */
const CODE_WITHIN = 5 * 60_000;

/** The services of a firm; routes that use them are only there where one is. */
export function firmOf(call: { services: { firm: FirmServices | null } }): FirmServices {
  if (!call.services.firm) throw new Error('no firm uses this server');
  return call.services.firm;
}

const networkOf = (request: Request): string => request.ip ?? 'unknown';

/** Gives the session a new id, so that one planted in a browser before is of no use. */
const renew = (request: Request): Promise<void> =>
  new Promise((done, failed) => request.session.regenerate((error) => (error ? failed(error) : done())));
const keep = (request: Request): Promise<void> =>
  new Promise((done, failed) => request.session.save((error) => (error ? failed(error) : done())));
export const endSession = (request: Request): Promise<void> =>
  new Promise((done, failed) => request.session.destroy((error) => (error ? failed(error) : done())));

/** One sentence for all that can be wrong, so that nobody learns which logins there are. */
const refused = (): Problem =>
  new Problem(
    401,
    'Not signed in',
    'Login and password do not go together. Look at both; an owner of the firm can give you a new password.',
  );

export const timeCodesOf = (secret: string, login: string): TOTP =>
  new TOTP({ issuer: ISSUER, label: login, algorithm: 'SHA1', digits: 6, period: 30, secret: Secret.fromBase32(secret) });

/**
 * The step a time code belongs to, RFC 6238; null for a wrong one.
 * @param after the step of the last one taken: none is taken twice
 */
export function stepOf(secret: string, code: string, after: number | null, now = Date.now()): number | null {
  const delta = timeCodesOf(secret, '').validate({ token: code, window: WINDOW, timestamp: now });
  if (delta === null) return null;
  const step = Math.floor(now / 30_000) + delta;
  return after !== null && step <= after ? null : step;
}

/** Signs a person in on the device a request comes from. */
export async function signIn(
  call: GateCall,
  person: Credentials,
  how: { strong: boolean; device?: string; isNew?: boolean },
): Promise<void> {
  const { request, response, requestId } = call;
  const device = await call.asked(async (by) => {
    const known = how.device ? null : await knownDevice(by, request, person.id);
    const name = how.device ?? deviceName(request);
    // Whoever has only just become a member has no other device that could be told.
    if (!known && !how.isNew) {
      const words = `${name} signed in for the first time. If that was not you, revoke it below and change your password.`;
      await tell(by, person.id, words);
      if (person.login?.includes('@')) void call.services.firm?.mail?.(person.login, 'A new device signed in', words);
    }
    await note(by, { what: 'signed in', thing: name, person: person.id, firm: person.firm, requestId });
    return known ?? (await newDevice(by, response, person.id, name));
  });
  await renew(request);
  Object.assign(request.session, {
    person: person.id,
    firm: person.firm,
    device,
    provedAt: Date.now(),
    strong: how.strong,
  });
  await keep(request);
}

/**
 * Looks at login and password.
 * @returns the person; null where a time code is still to come
 * @throws Problem 401 with one sentence for whatever is wrong, after the same time
 */
async function checkPassword(call: GateCall, login: string, password: string): Promise<Credentials> {
  const { guesses } = firmOf(call);
  const network = networkOf(call.request);
  const key = login.toLowerCase();
  await guesses.take('network', network);
  await guesses.take('login-network', `${key} ${network}`);
  const { person, known } = await call.asked(async (by) => {
    const found = await personByLogin(by, login);
    return { person: found, known: found ? await knownDevice(by, call.request, found.id) : null };
  });
  // Wrong passwords from elsewhere lock nobody out of a device they know.
  if (!known) await guesses.take('login', key);
  if (!(await isPassword(password, person?.password ?? null)) || !person) {
    await call.asked((by) =>
      note(by, {
        what: 'sign-in refused',
        thing: login.slice(0, 100),
        person: person?.id ?? null,
        firm: person?.firm ?? THIS_FIRM,
        requestId: call.requestId,
        more: { from: network },
      }),
    );
    throw refused();
  }
  await guesses.giveBack('network', network);
  await guesses.giveBack('login-network', `${key} ${network}`);
  if (!known) await guesses.giveBack('login', key);
  const kept = person.password as string;
  if (isCheap(kept)) {
    const renewed = await hashPassword(password);
    await call.asked(({ rows }) => rows.updateTable('people').set({ password: renewed }).where('id', '=', person.id).execute());
  }
  return person;
}

/** First step: login and password. @returns what is to come next */
export async function withPassword(call: GateCall, login: string, password: string): Promise<'in' | 'code'> {
  const person = await checkPassword(call, login, password);
  if (person.totpSecret) {
    await renew(call.request);
    call.request.session.pending = { person: person.id, at: Date.now() };
    await keep(call.request);
    return 'code';
  }
  await signIn(call, person, { strong: false });
  return 'in';
}

/** Takes a time code of a person, once. */
async function takeCode(by: AskedByGate, person: Credentials, code: string, secrets: readonly string[]): Promise<boolean> {
  if (!person.totpSecret) return false;
  const step = stepOf(unseal(person.totpSecret, secrets), code, person.totpStep);
  if (step === null) return false;
  // Two requests with one code: only the first finds the older step.
  const done = await by.rows
    .updateTable('people')
    .set({ totp_step: step })
    .where('id', '=', person.id)
    .where(sql<boolean>`coalesce(totp_step, 0) < ${step}`)
    .executeTakeFirst();
  return done.numUpdatedRows === 1n;
}

const wrongCode = (): Problem =>
  new Problem(
    401,
    'Wrong code',
    'This code is not right, or it was used already. Wait for the next one; look that the clock of the device that shows it is right.',
  );

/** Second step: the time code. */
export async function withCode(
  call: GateCall,
  code: string,
  personOf: (by: AskedByGate, id: string) => Promise<Credentials | null>,
): Promise<void> {
  const { guesses, secrets } = firmOf(call);
  const pending = call.request.session.pending;
  if (!pending || Date.now() - pending.at > CODE_WITHIN)
    throw new Problem(401, 'Begin again', 'Too much time went by since the password. Give login and password again.');
  await guesses.take('login-network', `code ${pending.person}`);
  const person = await call.asked(async (by) => {
    const found = await personOf(by, pending.person);
    return found && (await takeCode(by, found, code, secrets)) ? found : null;
  });
  if (!person) throw wrongCode();
  await guesses.giveBack('login-network', `code ${pending.person}`);
  await signIn(call, person, { strong: true });
}

/** Proves once more who is signed in, with the password and, where they have them, a time code. */
export async function proveAgain(call: GateCall, password: string, code: string | undefined): Promise<'proved' | 'code'> {
  const member = call.member;
  if (!member) throw refused();
  const login = await call.asked(({ rows }) =>
    rows.selectFrom('people').select('login').where('id', '=', member.person).executeTakeFirst(),
  );
  const person = await checkPassword(call, login?.login ?? '', password);
  if (person.id !== member.person) throw refused();
  if (person.totpSecret) {
    if (!code) return 'code';
    await firmOf(call).guesses.take('login-network', `code ${person.id}`);
    if (!(await call.asked((by) => takeCode(by, person, code, firmOf(call).secrets)))) throw wrongCode();
    await firmOf(call).guesses.giveBack('login-network', `code ${person.id}`);
    call.request.session.strong = true;
  }
  call.request.session.provedAt = Date.now();
  await keep(call.request);
  return 'proved';
}
