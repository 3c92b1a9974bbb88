import { z } from 'zod';
import { ROLE_IDS, type Role } from '../../model/rights.ts';
import { text } from '../../model/schema-parts.ts';
import type { AskedByMember } from '../database/asked.ts';
import { addressOf, invite, recoveryLink } from '../people/one-time-links.ts';
import { Problem } from '../problem.ts';
import { type Noted, note } from '../record/audit.ts';
import { personData } from '../record/person-data.ts';
import { created, forMember, json, type MemberCall, nothing, type Route } from './route.ts';

const AsRole = z.enum(ROLE_IDS as [Role, ...Role[]]);
const shape = <T>(schema: z.ZodType<T>, sentence: string) => ({ schema, sentence });
const PersonName = text(80)
  .transform((name) => name.trim())
  .pipe(z.string().min(1));
const ROLE_SENTENCE = 'A member is owner, designer, site or reader.';

const noSuchPerson = (): Problem => new Problem(404, 'No such member', 'Nobody of this firm is named by this address.');

const memberOf = async ({ rows }: AskedByMember, id: string) => {
  const row = await rows
    .selectFrom('memberships')
    .innerJoin('people', 'people.id', 'memberships.person_id')
    .select(['people.id', 'people.name', 'people.login', 'role', 'ended_at', 'erased_at'])
    .where('people.id', '=', id)
    .executeTakeFirst();
  if (!row) throw noSuchPerson();
  return row;
};

/** A firm without an owner could let nobody in any more. */
async function keepAnOwner({ rows }: AskedByMember, changed: string): Promise<void> {
  const other = await rows
    .selectFrom('memberships')
    .innerJoin('people', 'people.id', 'memberships.person_id')
    .select('people.id')
    .where('role', '=', 'owner')
    .where('memberships.ended_at', 'is', null)
    .where('people.login', 'is not', null)
    .where('people.id', '<>', changed)
    .limit(1)
    .executeTakeFirst();
  if (!other)
    throw new Problem(
      422,
      'The last owner',
      'A firm keeps at least one owner. Make somebody else an owner first, then change this.',
    );
}

const written = (call: MemberCall<never, never> | MemberCall, by: AskedByMember, what: Noted, thing: string, more = {}) =>
  note(by, { what, thing, person: call.member.person, firm: call.member.firm, requestId: call.requestId, more });

export const PEOPLE_ROUTES: readonly Route[] = [
  forMember('change firm', {
    method: 'PUT',
    path: '/firm',
    body: shape(z.strictObject({ name: PersonName }), 'A firm has a name of 1 to 80 characters.'),
    handle: async (call) => {
      await call.asked(async (by) => {
        await by.rows.updateTable('firms').set({ name: call.body.name }).where('id', '=', call.member.firm).execute();
        await written(call as never, by, 'firm renamed', call.body.name);
      });
      return nothing();
    },
  }),
  forMember('read people', {
    method: 'GET',
    path: '/people',
    handle: async ({ asked }) =>
      json(
        await asked(async ({ rows }) => {
          const found = await rows
            .selectFrom('memberships')
            .innerJoin('people', 'people.id', 'memberships.person_id')
            .select(['people.id', 'people.name', 'people.login', 'role', 'since', 'memberships.ended_at', 'people.erased_at'])
            .orderBy('people.name')
            .execute();
          return found
            .filter((row) => row.login !== null)
            .map((row) => ({
              id: row.id,
              name: row.name,
              login: row.login,
              role: row.role,
              since: row.since.toISOString(),
              endedAt: row.ended_at?.toISOString() ?? null,
            }));
        }),
      ),
  }),
  forMember('change people', {
    method: 'POST',
    path: '/people/invite',
    proof: true,
    body: shape(
      z.strictObject({
        name: text(80)
          .transform((name) => name.trim())
          .pipe(z.string().min(1)),
        role: AsRole,
      }),
      'An invitation needs a name of 1 to 80 characters and a role.',
    ),
    handle: async (call) => {
      const { name, role } = call.body;
      const made = await call.asked(async (by) => {
        await written(call as never, by, 'invited', name, { role });
        return invite(by, name, role);
      });
      return created({ address: addressOf(String(call.services.firm?.address ?? ''), made.secret), endsAt: made.endsAt });
    },
  }),
  forMember('change people', {
    method: 'POST',
    path: '/people/:id/role',
    proof: true,
    body: shape(z.strictObject({ role: AsRole }), ROLE_SENTENCE),
    handle: async (call) => {
      const { id = '' } = call.params;
      await call.asked(async (by) => {
        await memberOf(by, id);
        if (call.body.role !== 'owner') await keepAnOwner(by, id);
        await by.rows.updateTable('memberships').set({ role: call.body.role }).where('person_id', '=', id).execute();
        await written(call as never, by, 'role changed', id, { role: call.body.role });
      });
      return nothing();
    },
  }),
  forMember('change people', {
    method: 'POST',
    path: '/people/:id/end',
    proof: true,
    handle: async (call) => {
      const { id = '' } = call.params;
      await call.asked(async (by) => {
        await memberOf(by, id);
        await keepAnOwner(by, id);
        await by.rows.updateTable('memberships').set({ ended_at: new Date() }).where('person_id', '=', id).execute();
        await written(call, by, 'membership ended', id);
      });
      return nothing();
    },
  }),
  forMember('change people', {
    method: 'POST',
    path: '/people/:id/recovery',
    proof: true,
    handle: async (call) => {
      const { id = '' } = call.params;
      const made = await call.asked(async (by) => {
        const { name, role, ended_at } = await memberOf(by, id);
        if (ended_at) throw noSuchPerson();
        await written(call, by, 'recovery link made', id);
        return recoveryLink(by, { id, name, role });
      });
      return created({ address: addressOf(String(call.services.firm?.address ?? ''), made.secret), endsAt: made.endsAt });
    },
  }),
  forMember('change people', {
    method: 'GET',
    path: '/people/:id/export',
    proof: true,
    handle: async (call) => {
      const { id = '' } = call.params;
      const data = await call.asked(async (by) => {
        await memberOf(by, id);
        await written(call, by, 'person exported', id);
        return personData(by, id);
      });
      call.response
        .attachment('person.json')
        .type('application/json')
        .send(JSON.stringify(data, null, 2));
      return null;
    },
  }),
  forMember('change people', {
    method: 'POST',
    path: '/people/:id/erase',
    proof: true,
    handle: async (call) => {
      const { id = '' } = call.params;
      await call.asked(async (by) => {
        await memberOf(by, id);
        await keepAnOwner(by, id);
        // What hangs on the person goes with it: sign-in, devices, notices. What they did stays as a former member's.
        await by.rows.updateTable('people').set({ erased_at: new Date() }).where('id', '=', id).execute();
        await written(call, by, 'person erased', id);
      });
      return nothing();
    },
  }),
];
