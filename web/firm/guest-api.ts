import type { GuestPart } from '../../model/rights.ts';
import { call } from '../state/http.ts';

export interface GuestView {
  part: GuestPart;
  name: string;
  endsAt: string;
  papers: { paper: string; jobName: string; revision: number; madeAt: string }[];
}
/** The secret of the link goes with each request, never in an address. */
const by = (secret: string) => ({ Authorization: `Link ${secret}` });
export const guestView = async (secret: string): Promise<GuestView> =>
  (await call('GET', '/guest', undefined, undefined, by(secret))).json();
export const guestPaper = async (secret: string, paper: string): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await call('GET', `/guest/papers/${paper}`, undefined, undefined, by(secret))).arrayBuffer());
