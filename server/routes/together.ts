import { z } from 'zod';
import { MOST_COMMENT } from '../../model/comment.ts';
import { text } from '../../model/schema-parts.ts';
import { endComment, listComments, writeComment } from '../jobs/comments.ts';
import { created, forMember, json, nothing, type Route } from './route.ts';

const HERE = {
  schema: z.strictObject({ tab: z.uuid(), turn: z.int().min(0), page: text(40), gone: z.boolean().optional() }),
  sentence: 'A window says its own id and the page it shows.',
};

const COMMENT = {
  schema: z.strictObject({
    id: z.uuid(),
    thing: text(200),
    label: text(200),
    body: text(MOST_COMMENT)
      .transform((body) => body.trim())
      .pipe(z.string().min(1)),
  }),
  sentence: `A comment has 1 to ${MOST_COMMENT} characters and names the thing it is about.`,
};
const ENDED = { schema: z.strictObject({ ended: z.boolean() }), sentence: 'A comment is ended, or opened again.' };

export const TOGETHER_ROUTES: readonly Route[] = [
  forMember('read job', {
    method: 'GET',
    path: '/events',
    handle: async ({ member, request, response, services }) => {
      services.news.open(member.firm, request, response, async () => {
        const still = await services.who.member(request);
        return still?.person === member.person && still.firm === member.firm;
      });
      return null;
    },
  }),
  forMember('read job', {
    method: 'POST',
    path: '/jobs/:id/here',
    body: HERE,
    handle: async ({ asked, params: { id = '' }, body: { tab, turn, page, gone }, member, services }) => {
      await asked((by) =>
        services.news.tell(
          by,
          gone
            ? { of: 'gone', job: id, tab, turn }
            : { of: 'here', job: id, tab, turn, page, person: member.person, name: member.name },
        ),
      );
      return nothing();
    },
  }),
  forMember('read comment', {
    method: 'GET',
    path: '/jobs/:id/comments',
    handle: async ({ asked, params: { id = '' } }) => json(await asked((by) => listComments(by, id))),
  }),
  forMember('write comment', {
    method: 'POST',
    path: '/jobs/:id/comments',
    body: COMMENT,
    handle: async ({ asked, params: { id = '' }, body, services }) => {
      await asked(async (by) => {
        await writeComment(by, id, body);
        await services.news.tell(by, { of: 'comment', job: id });
      });
      return created({ id: body.id });
    },
  }),
  forMember('end comment', {
    method: 'PUT',
    path: '/jobs/:id/comments/:comment',
    body: ENDED,
    handle: async ({ asked, params: { id = '', comment = '' }, body: { ended }, services }) => {
      await asked(async (by) => {
        await endComment(by, id, comment, ended);
        await services.news.tell(by, { of: 'comment', job: id });
      });
      return nothing();
    },
  }),
];
