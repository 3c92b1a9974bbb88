import type { Asked } from '../database/asked.ts';

/** What is written down of who did what to whom. */
export type Noted =
  | 'signed in'
  | 'sign-in refused'
  | 'signed out'
  | 'device joined'
  | 'device revoked'
  | 'password set'
  | 'passkey added'
  | 'passkey removed'
  | 'time codes set up'
  | 'time codes removed'
  | 'invited'
  | 'recovery link made'
  | 'became a member'
  | 'role changed'
  | 'membership ended'
  | 'person exported'
  | 'person erased'
  | 'job deleted'
  | 'job brought back'
  | 'job exported'
  | 'guest link made'
  | 'guest link revoked'
  | 'firm renamed';

export interface Note {
  what: Noted;
  /** What it was done to: an id, or a login tried. */
  thing?: string;
  person: string | null;
  firm: string | null;
  requestId: string;
  more?: Record<string, string | number>;
}

/** Writes down what was done, in the transaction that does it. Nobody can change or take out what is written. */
export async function note({ rows }: Asked, { what, thing = '', person, firm, requestId, more = {} }: Note): Promise<void> {
  await rows
    .insertInto('audit')
    .values({ what, thing, person_id: person, firm_id: firm, request_id: requestId, more: JSON.stringify(more) })
    .execute();
}
