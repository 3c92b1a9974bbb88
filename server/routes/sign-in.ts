import { z } from 'zod';
import { text } from '../../model/schema-parts.ts';
import { deviceName } from '../people/devices.ts';
import { presentCode, takeAllowed } from '../people/join.ts';
import { lookAtLink, useLink } from '../people/one-time-links.ts';
import { askForPasskey, type BrowserAnswer, personByPasskey } from '../people/passkeys.ts';
import { MOST_PASSWORD } from '../people/passwords.ts';
import { personById } from '../people/people.ts';
import { endSession, firmOf, proveAgain, signIn, withCode, withPassword } from '../people/sign-in.ts';
import { Problem } from '../problem.ts';
import { note } from '../record/audit.ts';
import { forAnyone, forSelf, json, nothing, type Route, signedOut } from './route.ts';

const Secret = z.string().regex(/^[A-Za-z0-9_-]{43}$/);
const Password = z.string().min(1).max(MOST_PASSWORD);
const Code = z.string().regex(/^\d{6}$/);
/** A name to sign in with, or an address of mail. */
const Login = text(80)
  .transform((login) => login.trim())
  .pipe(z.string().min(2));
const PersonName = text(80)
  .transform((name) => name.trim())
  .pipe(z.string().min(1));
/** What a browser makes with a passkey: the package that verifies it looks into it. */
export const PasskeyAnswer = z
  .looseObject({
    id: z.string().min(1).max(1024),
    rawId: z.string().max(1024),
    type: z.literal('public-key'),
    response: z.object({}).loose(),
  })
  .transform((answer) => answer as BrowserAnswer);

const shape = <T>(schema: z.ZodType<T>, sentence: string) => ({ schema, sentence });
const SECRET = shape(z.strictObject({ secret: Secret }), 'This link is not whole. Copy all of it, or ask for a new one.');
const CODE_SENTENCE = 'A code has six digits.';

/** What whoever opens a page is told of themselves. */
const SESSION = forAnyone({
  method: 'GET',
  path: '/session',
  handle: async ({ asked, member, services }) => {
    if (!services.firm) return json({ mode: 'one', member });
    if (!member) return json({ mode: 'firm', member: null });
    const second = await asked(({ rows }) =>
      rows
        .selectFrom('people')
        .innerJoin('firms', (join) => join.on('firms.id', '=', member.firm))
        .select(['totp_secret', 'firms.name as firm_name'])
        .where('people.id', '=', member.person)
        .executeTakeFirst(),
    );
    return json({ mode: 'firm', member, firmName: second?.firm_name ?? '', timeCodes: Boolean(second?.totp_secret) });
  },
});

export const SIGN_IN_ROUTES: readonly Route[] = [
  SESSION,
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/sign-in',
    body: shape(z.strictObject({ login: Login, password: Password }), 'Signing in takes a login and a password.'),
    handle: async (call) => json({ next: await withPassword(call, call.body.login, call.body.password) }),
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/sign-in/code',
    body: shape(z.strictObject({ code: Code }), CODE_SENTENCE),
    handle: async (call) => {
      await withCode(call, call.body.code, personById);
      return json({ next: 'in' });
    },
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/sign-in/passkey/options',
    handle: async (call) => json(await askForPasskey(call)),
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/sign-in/passkey',
    body: shape(PasskeyAnswer, 'The browser sent no passkey.'),
    handle: async (call) => {
      await signIn(call, await personByPasskey(call, call.body), { strong: true });
      return json({ next: 'in' });
    },
  }),
  forSelf({
    method: 'POST',
    path: '/sign-out',
    handle: async ({ asked, member, request, requestId }) => {
      await asked((by) => note(by, { what: 'signed out', person: member.person, firm: member.firm, requestId }));
      await endSession(request);
      return nothing();
    },
  }),
  forSelf({
    method: 'POST',
    path: '/prove',
    body: shape(
      z.strictObject({ password: Password, code: Code.optional() }),
      'This takes your password, and your time code where you have one.',
    ),
    handle: async (call) => json({ next: await proveAgain(call, call.body.password, call.body.code) }),
  }),
  forSelf({
    method: 'POST',
    path: '/prove/passkey',
    body: shape(PasskeyAnswer, 'The browser sent no passkey.'),
    handle: async (call) => {
      const person = await personByPasskey(call, call.body);
      if (person.id !== call.member.person) throw signedOut();
      Object.assign(call.request.session, { provedAt: Date.now(), strong: true });
      return json({ next: 'proved' });
    },
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/welcome/look',
    body: SECRET,
    handle: async (call) => {
      await firmOf(call).guesses.take('secret', String(call.request.ip));
      const link = await call.asked((by) => lookAtLink(by, call.body.secret));
      await firmOf(call).guesses.giveBack('secret', String(call.request.ip));
      return json(link);
    },
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/welcome',
    body: shape(
      z.strictObject({ secret: Secret, login: Login, name: PersonName, password: Password }),
      'This takes a login of 2 to 80 characters, a name and a password of up to 128 characters.',
    ),
    handle: async (call) => {
      await firmOf(call).guesses.take('secret', String(call.request.ip));
      const { secret, ...wanted } = call.body;
      const { person, isNew } = await call.asked(async (by) => {
        const done = await useLink(by, secret, wanted);
        await note(by, {
          what: done.isNew ? 'became a member' : 'password set',
          thing: done.person.role,
          person: done.person.id,
          firm: done.person.firm,
          requestId: call.requestId,
        });
        return done;
      });
      await firmOf(call).guesses.giveBack('secret', String(call.request.ip));
      await signIn(call, person, { strong: false, isNew });
      return json({ next: 'in', isNew });
    },
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/join',
    body: SECRET,
    handle: async (call) => {
      await firmOf(call).guesses.take('secret', String(call.request.ip));
      const shown = await call.asked((by) => presentCode(by, call.body.secret, deviceName(call.request)));
      await firmOf(call).guesses.giveBack('secret', String(call.request.ip));
      return json(shown);
    },
  }),
  forAnyone({
    only: 'firm',
    method: 'POST',
    path: '/join/wait',
    body: shape(z.strictObject({ waits: Secret }), 'This device does not wait for anything. Scan a new code.'),
    handle: async (call) => {
      const allowed = await call.asked((by) => takeAllowed(by, call.body.waits));
      if (!allowed) return json({ next: 'wait' });
      const person = await call.asked((by) => personById(by, allowed.person));
      if (!person) throw new Problem(410, 'Code ended', 'Who showed this code is no longer a member. Ask an owner of the firm.');
      await signIn(call, person, { strong: false, device: allowed.device });
      await call.asked((by) =>
        note(by, {
          what: 'device joined',
          thing: allowed.device,
          person: person.id,
          firm: person.firm,
          requestId: call.requestId,
        }),
      );
      return json({ next: 'in' });
    },
  }),
];
