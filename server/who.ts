import type { Request } from 'express';
import type { Role } from '../model/rights.ts';

/** Who asks, as the sign-in found. */
export interface Member {
  person: string;
  firm: string;
  role: Role;
  name: string;
  /** Null where one person runs the program for themselves, without signing in. */
  device: string | null;
  /** When they last proved who they are, ms. */
  provedAt: number;
  /** Whether that took more than a password: a passkey, or a time code besides. */
  strong: boolean;
}

/** Finds out who sent a request. */
export interface WhoAsks {
  /** The member signed in; null for nobody, or nobody any more. */
  member: (request: Request) => Promise<Member | null>;
  /** The id of the live link whose secret came with it; null for none, or none any more. */
  guest: (request: Request) => Promise<string | null>;
}
