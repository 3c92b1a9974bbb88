import { z } from 'zod';
import { forMember, json, type Route } from './route.ts';

/** Most lines of one answer. */
const PAGE = 100;
const BEFORE = {
  schema: z.strictObject({
    before: z
      .string()
      .regex(/^\d{1,18}$/)
      .optional(),
  }),
  sentence: 'The record is asked for before the number of a line.',
};

export const RECORD_ROUTES: readonly Route[] = [
  forMember('read record', {
    method: 'GET',
    path: '/record',
    query: BEFORE,
    handle: async ({ asked, query: { before } }) =>
      json(
        await asked(async ({ rows }) => {
          let found = rows
            .selectFrom('audit')
            .leftJoin('people', 'people.id', 'audit.person_id')
            .select(['audit.id', 'at', 'what', 'thing', 'request_id', 'more', 'people.name as person'])
            .orderBy('audit.id', 'desc')
            .limit(PAGE);
          if (before !== undefined) found = found.where('audit.id', '<', before);
          return (await found.execute()).map((row) => ({
            id: row.id,
            at: row.at.toISOString(),
            what: row.what,
            thing: row.thing,
            person: row.person,
            request: row.request_id,
            more: row.more,
          }));
        }),
      ),
  }),
];
