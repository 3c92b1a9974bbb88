import type { Request, Response } from 'express';
import { z } from 'zod';
import { type Right, ROLES, type Role } from '../../model/rights.ts';
import type { Asked, Asker } from '../database/asked.ts';
import { Problem } from '../problem.ts';
import type { Services } from '../services.ts';
import type { Member } from '../who.ts';

/** A request on its way through a route. */
interface Call<B, Q, A extends Asker> {
  params: Record<string, string>;
  body: B;
  query: Q;
  request: Request;
  response: Response;
  services: Services;
  /** Names this request in the log, in the record and in answers that are no success. */
  requestId: string;
  /** Does work in the database on behalf of who asks; all of it or nothing. */
  asked: <T>(work: (asked: Asked<A>) => Promise<T>, ways?: { snapshot?: boolean }) => Promise<T>;
}
type As<K extends Asker['as']> = Extract<Asker, { as: K }>;
export type MemberCall<B = unknown, Q = unknown> = Call<B, Q, As<'member'>> & { member: Member };
export type GuestCall<B = unknown, Q = unknown> = Call<B, Q, As<'guest'>> & { link: string };
export type GateCall<B = unknown, Q = unknown> = Call<B, Q, As<'gate'>> & { member: Member | null };
export type SelfCall<B = unknown, Q = unknown> = Call<B, Q, As<'gate'>> & { member: Member };

/** What goes back. Null where the route wrote the answer itself. */
export type Answer = { status: number; json?: unknown } | null;
export const json = (value: unknown, status = 200): Answer => ({ status, json: value });
export const created = (value: unknown): Answer => ({ status: 201, json: value });
export const nothing = (): Answer => ({ status: 204 });

/** What a body or a query has to be, and the sentence for one that is not. */
export interface Shape<T> {
  schema: z.ZodType<T>;
  sentence: string;
}

interface Common<B, Q> {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** Below /api; parts with a colon are ids unless `params` says otherwise. */
  path: string;
  params?: Record<string, z.ZodType<string>>;
  /** Bytes of the largest body; a small one without. */
  limit?: number;
  body?: Shape<B> | 'text' | 'bytes';
  query?: Shape<Q>;
  /** Whether who asks must have proved who they are a moment ago. */
  proof?: true;
}

/** A route as it is mounted: nothing gets mounted without who may take it. */
export type Route =
  | (Common<never, never> & { needs: Right | 'member'; handle: (call: MemberCall<never, never>) => Promise<Answer> })
  | (Common<never, never> & { needs: 'guest'; handle: (call: GuestCall<never, never>) => Promise<Answer> })
  /** What members do about their own sign-in: work of the gate, which reads what no member may. */
  | (Common<never, never> & { needs: 'self'; handle: (call: SelfCall<never, never>) => Promise<Answer> })
  /** Before or besides signing in. `only` says how the program has to be run for it. */
  | (Common<never, never> & { needs: 'nobody'; only?: 'firm'; handle: (call: GateCall<never, never>) => Promise<Answer> });

/** A route for members with a right, or for any member. */
export const forMember = <B = undefined, Q = undefined>(
  needs: Right | 'member',
  route: Common<B, Q> & { handle: (call: MemberCall<B, Q>) => Promise<Answer> },
): Route => ({ ...route, needs }) as Route;

/** A route for whoever holds a link to a job. */
export const forGuest = <B = undefined, Q = undefined>(
  route: Common<B, Q> & { handle: (call: GuestCall<B, Q>) => Promise<Answer> },
): Route => ({ ...route, needs: 'guest' }) as Route;

/** A route for members about their own sign-in. */
export const forSelf = <B = undefined, Q = undefined>(
  route: Common<B, Q> & { handle: (call: SelfCall<B, Q>) => Promise<Answer> },
): Route => ({ ...route, needs: 'self' }) as Route;

/** A route that anyone may take. */
export const forAnyone = <B = undefined, Q = undefined>(
  route: Common<B, Q> & { only?: 'firm'; handle: (call: GateCall<B, Q>) => Promise<Answer> },
): Route => ({ ...route, needs: 'nobody' }) as Route;

/** Parses a boundary value or answers 400 with the sentence given. */
export function parse<T>({ schema, sentence }: Shape<T>, value: unknown): T {
  const read = schema.safeParse(value);
  if (!read.success) throw new Problem(400, 'Cannot be read', sentence);
  return read.data;
}

const Id = z.uuid();

/** @throws Problem 404 where an address names nothing that could be there */
export function idOf(value: unknown): string {
  const read = Id.safeParse(value);
  if (!read.success)
    throw new Problem(404, 'Nothing here', 'This address names nothing that is here. Go back to the list of jobs.');
  return read.data;
}

/** @throws Problem 401 for who is not signed in */
export const signedOut = (): Problem =>
  new Problem(401, 'Signed out', 'You are not signed in here, or no longer. Sign in; what you typed is kept in this browser.');

/** A proof of who somebody is holds this long for what needs one, ms. */
const PROOF_HOLDS = 10 * 60_000;

/** @throws Problem 403 with `prove` where the last proof was too long ago */
export function needsProof({ provedAt }: Member): void {
  if (Date.now() - provedAt > PROOF_HOLDS)
    throw new Problem(
      403,
      'Prove that it is you',
      'Say once more who you are, with your password or a passkey; then it is done.',
      {
        prove: true,
      },
    );
}

/** @throws Problem 403 with `second` where a password alone was given */
export function needsSecondFactor({ strong }: Member): void {
  if (!strong)
    throw new Problem(
      403,
      'A second factor is missing',
      'What only an owner may do needs more than a password. Add a passkey or set up time codes on your own page, then do it.',
      { second: true },
    );
}

/** @throws Problem 403 for who may not do this */
export const notYours = (role: Role): Problem =>
  new Problem(
    403,
    'Not yours to do',
    `As ${ROLES[role].title.toLowerCase()} of this firm you may not do this. Ask an owner of the firm.`,
  );
