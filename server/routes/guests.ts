import { z } from 'zod';
import { GUEST_PART_IDS, GUEST_PARTS, type GuestPart } from '../../model/rights.ts';
import { text } from '../../model/schema-parts.ts';
import { guestPaper, guestView, listLinks, MOST_LINK_DAYS, makeLink, revokeLink } from '../people/guest-links.ts';
import { note } from '../record/audit.ts';
import { created, forGuest, forMember, json, nothing, type Route } from './route.ts';

const LINK = {
  schema: z.strictObject({
    part: z.enum(GUEST_PART_IDS as [GuestPart, ...GuestPart[]]),
    name: text(80)
      .transform((name) => name.trim())
      .pipe(z.string().min(1)),
    days: z.int().min(1).max(MOST_LINK_DAYS),
  }),
  sentence: `A link is for ${GUEST_PART_IDS.join(', ')}, for somebody with a name, for 1 to ${MOST_LINK_DAYS} days.`,
};
const PAPER = z.string().regex(/^[a-z]{1,20}$/);

/** Links to one part of one job, and what they show. Only where a firm uses the server. */
export const GUEST_ROUTES: readonly Route[] = [
  forMember('read link', {
    method: 'GET',
    path: '/jobs/:id/links',
    handle: async ({ asked, params: { id = '' } }) => json(await asked((by) => listLinks(by, id))),
  }),
  forMember('make link', {
    method: 'POST',
    path: '/jobs/:id/links',
    body: LINK,
    handle: async ({ asked, params: { id = '' }, body, member, requestId, services }) => {
      const { person, firm } = member;
      const made = await asked(async (by) => {
        const link = await makeLink(by, id, body);
        await note(by, {
          what: 'guest link made',
          thing: id,
          person,
          firm,
          requestId,
          more: { part: body.part, for: body.name },
        });
        return link;
      });
      for (const paper of GUEST_PARTS[body.part].papers) await services.firm?.queue.order({ firm, person, job: id, paper });
      return created({ id: made.id, address: `${services.firm?.address ?? ''}/guest#${made.secret}`, endsAt: made.endsAt });
    },
  }),
  forMember('end link', {
    method: 'DELETE',
    path: '/jobs/:id/links/:link',
    handle: async ({ asked, params: { id = '', link = '' }, member, requestId }) => {
      await asked(async (by) => {
        await revokeLink(by, id, link);
        await note(by, { what: 'guest link revoked', thing: id, person: member.person, firm: member.firm, requestId });
      });
      return nothing();
    },
  }),
  forGuest({
    method: 'GET',
    path: '/guest',
    handle: async ({ asked }) => json(await asked((by) => guestView(by))),
  }),
  forGuest({
    method: 'GET',
    path: '/guest/papers/:paper',
    params: { paper: PAPER },
    handle: async ({ asked, params: { paper = '' }, response }) => {
      const bytes = await asked((by) => guestPaper(by, paper));
      response.attachment(`${paper}.pdf`).type('application/pdf').send(bytes);
      return null;
    },
  }),
];
