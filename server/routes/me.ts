import { z } from 'zod';
import { text } from '../../model/schema-parts.ts';
import { listDevices, revokeDevice } from '../people/devices.ts';
import { allowDevice, lookAtCode, showCode } from '../people/join.ts';
import { addPasskey, offerPasskey } from '../people/passkeys.ts';
import { hashPassword, MOST_PASSWORD, passwordProblem } from '../people/passwords.ts';
import { personById } from '../people/people.ts';
import { unseal } from '../people/secrets.ts';
import { firmOf } from '../people/sign-in.ts';
import { offerTimeCodes, removeTimeCodes, setTimeCodes } from '../people/time-codes.ts';
import { Problem } from '../problem.ts';
import { note } from '../record/audit.ts';
import { personData } from '../record/person-data.ts';
import { forMember, forSelf, json, nothing, type Route } from './route.ts';
import { PasskeyAnswer } from './sign-in.ts';

const shape = <T>(schema: z.ZodType<T>, sentence: string) => ({ schema, sentence });
const Secret = z.string().regex(/^[A-Za-z0-9_-]{43}$/);
const CODE = shape(z.strictObject({ secret: Secret }), 'Show a new code.');

/** What members do about themselves. */
export const ME_ROUTES: readonly Route[] = [
  forMember('member', {
    method: 'GET',
    path: '/me',
    handle: async ({ asked, member, services }) =>
      json(
        await asked(async (by) => {
          const passkeys = await by.rows.selectFrom('passkeys').select(['id', 'name', 'created_at', 'used_at']).execute();
          const notices = await by.rows
            .selectFrom('notices')
            .select(['id', 'at', 'words'])
            .where('read_at', 'is', null)
            .orderBy('at', 'desc')
            .limit(20)
            .execute();
          const person = await by.rows
            .selectFrom('people')
            .select(['login', 'name'])
            .where('id', '=', member.person)
            .executeTakeFirst();
          return {
            login: person?.login ?? '',
            name: person?.name ?? member.name,
            address: services.firm?.address ?? null,
            passkeys: passkeys.map((key) => ({ id: key.id, name: key.name, usedAt: key.used_at?.toISOString() ?? null })),
            notices: notices.map((notice) => ({ id: notice.id, at: notice.at.toISOString(), words: notice.words })),
            devices: await listDevices(by, member.device),
          };
        }),
      ),
  }),
  forMember('member', {
    method: 'POST',
    path: '/me/notices/read',
    handle: async ({ asked }) => {
      await asked(({ rows }) => rows.updateTable('notices').set({ read_at: new Date() }).where('read_at', 'is', null).execute());
      return nothing();
    },
  }),
  forMember('member', {
    method: 'DELETE',
    path: '/me/devices/:id',
    handle: async ({ asked, params: { id = '' }, member, requestId }) => {
      const done = await asked(async (by) => {
        const name = await revokeDevice(by, id);
        if (name) await note(by, { what: 'device revoked', thing: name, person: member.person, firm: member.firm, requestId });
        return name;
      });
      if (!done)
        throw new Problem(404, 'No such device', 'None of your devices is named by this address; it may be revoked already.');
      return nothing();
    },
  }),
  forMember('member', {
    method: 'GET',
    path: '/me/export',
    handle: async ({ asked, member, response, requestId }) => {
      const data = await asked(async (by) => {
        await note(by, { what: 'person exported', thing: member.person, person: member.person, firm: member.firm, requestId });
        return personData(by, member.person);
      });
      response
        .attachment('my-data.json')
        .type('application/json')
        .send(JSON.stringify(data, null, 2));
      return null;
    },
  }),
  forSelf({
    method: 'POST',
    path: '/me/devices/code',
    proof: true,
    handle: async ({ asked, member, services }) => {
      const { secret, endsAt } = await asked((by) => showCode(by, member.person, member.firm));
      return json({ secret, endsAt, address: `${services.firm?.address}/join#${secret}` });
    },
  }),
  forSelf({
    method: 'POST',
    path: '/me/devices/look',
    body: CODE,
    handle: async ({ asked, body, member }) => json(await asked((by) => lookAtCode(by, member.person, body.secret))),
  }),
  forSelf({
    method: 'POST',
    path: '/me/devices/allow',
    body: shape(z.strictObject({ secret: Secret, digits: z.string().regex(/^\d{4}$/) }), 'Show a new code.'),
    handle: async ({ asked, body, member }) => {
      await asked((by) => allowDevice(by, member.person, body.secret, body.digits));
      return nothing();
    },
  }),
  forSelf({
    method: 'POST',
    path: '/me/password',
    proof: true,
    body: shape(
      z.strictObject({ password: z.string().min(1).max(MOST_PASSWORD) }),
      `A password has up to ${MOST_PASSWORD} characters.`,
    ),
    handle: async ({ asked, body, member, requestId }) => {
      const person = await asked((by) => personById(by, member.person));
      const problem = await passwordProblem(body.password, [
        person?.login ?? '',
        member.name,
        person?.firmName ?? '',
        'warm',
        'manifold',
      ]);
      if (problem) throw new Problem(422, 'Another password', problem);
      const password = await hashPassword(body.password);
      await asked(async (by) => {
        await by.rows.updateTable('people').set({ password }).where('id', '=', member.person).execute();
        // Every other device has to sign in with it.
        await by.rows
          .deleteFrom('sessions')
          .where('person_id', '=', member.person)
          .where('device_id', 'is distinct from', member.device)
          .execute();
        await note(by, { what: 'password set', person: member.person, firm: member.firm, requestId });
      });
      return nothing();
    },
  }),
  forSelf({
    method: 'POST',
    path: '/me/passkeys/options',
    proof: true,
    handle: async (call) => json(await offerPasskey(call, call.member)),
  }),
  forSelf({
    method: 'POST',
    path: '/me/passkeys',
    proof: true,
    body: shape(
      z.strictObject({
        name: text(60)
          .transform((name) => name.trim())
          .pipe(z.string().min(1)),
        answer: PasskeyAnswer,
      }),
      'A passkey has a name of up to 60 characters.',
    ),
    handle: async (call) => {
      await addPasskey(call, call.member, call.body.name, call.body.answer);
      return nothing();
    },
  }),
  forMember('member', {
    method: 'DELETE',
    path: '/me/passkeys/:key',
    params: { key: z.string().regex(/^[A-Za-z0-9_-]{1,1024}$/) },
    proof: true,
    handle: async ({ asked, params: { key = '' }, member, requestId }) => {
      await asked(async (by) => {
        await by.rows.deleteFrom('passkeys').where('id', '=', key).execute();
        await note(by, { what: 'passkey removed', person: member.person, firm: member.firm, requestId });
      });
      return nothing();
    },
  }),
  forSelf({ method: 'POST', path: '/me/time-codes', proof: true, handle: async (call) => json(await offerTimeCodes(call)) }),
  forSelf({
    method: 'POST',
    path: '/me/time-codes/confirm',
    body: shape(z.strictObject({ code: z.string().regex(/^\d{6}$/) }), 'A code has six digits.'),
    handle: async (call) => {
      await setTimeCodes(call, call.body.code, (sealed) => unseal(sealed, firmOf(call).secrets));
      return nothing();
    },
  }),
  forSelf({
    method: 'DELETE',
    path: '/me/time-codes',
    proof: true,
    handle: async (call) => {
      await removeTimeCodes(call);
      return nothing();
    },
  }),
];
