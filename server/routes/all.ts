import { BOOK_ROUTES } from './book.ts';
import { CATALOGUE_ROUTES } from './catalogue.ts';
import { GUEST_ROUTES } from './guests.ts';
import { HEALTH_ROUTES } from './health.ts';
import { JOB_ROUTES } from './jobs.ts';
import { ME_ROUTES } from './me.ts';
import { PAPER_ROUTES } from './papers.ts';
import { PEOPLE_ROUTES } from './people.ts';
import { RECORD_ROUTES } from './record.ts';
import type { Route } from './route.ts';
import { SIGN_IN_ROUTES } from './sign-in.ts';
import { TOGETHER_ROUTES } from './together.ts';

/** Everything that can be asked of the server. */
export const ROUTES: readonly Route[] = [
  // Asked for most, and found first.
  ...JOB_ROUTES,
  ...BOOK_ROUTES,
  ...HEALTH_ROUTES,
  ...SIGN_IN_ROUTES,
  ...ME_ROUTES,
  ...CATALOGUE_ROUTES,
  ...TOGETHER_ROUTES,
  ...GUEST_ROUTES,
  ...PAPER_ROUTES,
  ...PEOPLE_ROUTES,
  ...RECORD_ROUTES,
];
