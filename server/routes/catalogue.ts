import { findSize } from '../../core/pipe/catalogue.ts';
import { OwnEntrySchema } from '../../model/own-entry.ts';
import * as entries from '../jobs/own-entries.ts';
import { Problem } from '../problem.ts';
import { created, forMember, json, nothing, type Route } from './route.ts';

const ENTRY = {
  schema: OwnEntrySchema,
  sentence: 'An entry of the catalogue needs a name of 1 to 120 characters and an emitter or a pipe within its bounds.',
};

export const CATALOGUE_ROUTES: readonly Route[] = [
  forMember('read catalogue', {
    method: 'GET',
    path: '/own-entries',
    handle: async ({ asked }) => json(await asked((by) => entries.listEntries(by))),
  }),
  forMember('change catalogue', {
    method: 'POST',
    path: '/own-entries',
    body: ENTRY,
    handle: async ({ asked, body: entry }) => {
      if (entry.kind === 'pipe' && !findSize(entry.pipe.material, entry.pipe.size))
        throw new Problem(
          422,
          'No such pipe',
          'A pipe is named by a size of its material, or by outside diameter and wall in mm: 24x1.5.',
        );
      return created(await asked((by) => entries.keepEntry(by, entry)));
    },
  }),
  forMember('change catalogue', {
    method: 'DELETE',
    path: '/own-entries/:id',
    handle: async ({ asked, params: { id = '' } }) => {
      await asked((by) => entries.deleteEntry(by, id));
      return nothing();
    },
  }),
];
