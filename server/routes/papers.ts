import { z } from 'zod';
import { PAPER_SET_IDS } from '../../core/paper/sets/set-list.ts';
import { jobIsThere } from '../jobs/jobs.ts';
import { notFound } from '../jobs/stored-job.ts';
import { Problem } from '../problem.ts';
import { isPaper } from '../queue/make-paper.ts';
import { forMember, json, type Route } from './route.ts';

const ORDER = {
  schema: z.strictObject({ paper: z.string().refine(isPaper) }),
  sentence: `A paper is one of ${PAPER_SET_IDS.join(', ')}.`,
};
const PAPER = z.string().refine(isPaper);

/** Papers made on the server: for whoever's own device is too slow for it, and for guests. */
export const PAPER_ROUTES: readonly Route[] = [
  forMember('order paper', {
    method: 'GET',
    path: '/jobs/:id/papers',
    handle: async ({ asked, params: { id = '' }, services }) => {
      const [made, waiting] = await asked(async ({ rows }) => {
        const found = await rows.selectFrom('papers').select(['paper', 'revision', 'made_at']).where('job_id', '=', id).execute();
        const there = await jobIsThere(rows, id);
        return [found, there ? ((await services.firm?.queue.waiting(id)) ?? []) : []] as const;
      });
      if (made.length === 0 && waiting.length === 0) return json([]);
      return json([
        ...made.map((row) => ({
          paper: row.paper,
          revision: row.revision,
          madeAt: row.made_at.toISOString(),
          waiting: waiting.includes(row.paper),
        })),
        ...waiting
          .filter((paper) => !made.some((row) => row.paper === paper))
          .map((paper) => ({ paper, revision: null, madeAt: null, waiting: true })),
      ]);
    },
  }),
  forMember('order paper', {
    method: 'POST',
    path: '/jobs/:id/papers',
    body: ORDER,
    handle: async ({ asked, params: { id = '' }, body, member, services }) => {
      await asked(async ({ rows }) => {
        if (!(await jobIsThere(rows, id))) throw notFound();
      });
      if (!services.firm)
        throw new Problem(404, 'Made in the browser', 'Run by one person, the program makes papers in the browser.');
      await services.firm.queue.order({ firm: member.firm, person: member.person, job: id, paper: body.paper });
      return json({ waiting: true }, 202);
    },
  }),
  forMember('order paper', {
    method: 'GET',
    path: '/jobs/:id/papers/:paper',
    params: { paper: PAPER },
    handle: async ({ asked, params: { id = '', paper = '' }, response }) => {
      const row = await asked(({ rows }) =>
        rows.selectFrom('papers').select('bytes').where('job_id', '=', id).where('paper', '=', paper).executeTakeFirst(),
      );
      if (!row) throw new Problem(404, 'Not made yet', 'This paper is not made yet. Order it, and look again in a minute.');
      response.attachment(`${paper}.pdf`).type('application/pdf').send(row.bytes);
      return null;
    },
  }),
];
