import type { Request } from 'express';
import { asked } from '../database/asked.ts';
import type { Database } from '../database/tables.ts';
import type { WhoAsks } from '../who.ts';
import type { Guesses } from './guesses.ts';
import { hashOf } from './secrets.ts';
import type { SessionStore } from './session-store.ts';

/** The secret of a link, which its page sends with each request: nothing of it stands in an address or a cookie. */
const linkOf = (request: Request): string | null =>
  /^Link ([A-Za-z0-9_-]{43})$/.exec(request.headers.authorization ?? '')?.[1] ?? null;

/** A link is marked as opened at most this often, ms. */
const MARKED_EVERY = 60_000;

/** Whether the session of a request is still good; looked at anew, for connections that stay open. */
const stillThere = (store: SessionStore, request: Request): Promise<boolean> =>
  new Promise((done, failed) =>
    store.get(request.sessionID, (error, session) => (error ? failed(error) : done(Boolean(session?.person)))),
  );

/** Who asks, where people sign in. */
export const whoAsksOf = (database: Database, store: SessionStore, guesses: Guesses): WhoAsks => ({
  member: async (request) => {
    const { person, firm, device, provedAt = 0, strong = false, member } = request.session;
    if (!person || !firm || !device || !member) return null;
    if (request.res?.headersSent && !(await stillThere(store, request))) return null;
    return { person, firm, role: member.role, name: member.name, device, provedAt, strong };
  },
  guest: async (request) => {
    const secret = linkOf(request);
    if (!secret) return null;
    const network = String(request.ip);
    await guesses.take('secret', `link ${network}`);
    const link = await asked(database, { as: 'gate' }, async ({ rows }) => {
      const found = await rows
        .selectFrom('guest_links')
        .select(['id', 'seen_at'])
        .where('secret_hash', '=', hashOf(secret))
        .where('revoked_at', 'is', null)
        .where('ends_at', '>', new Date())
        .executeTakeFirst();
      if (found && Date.now() - (found.seen_at?.getTime() ?? 0) > MARKED_EVERY)
        await rows.updateTable('guest_links').set({ seen_at: new Date() }).where('id', '=', found.id).execute();
      return found;
    });
    if (link) await guesses.giveBack('secret', `link ${network}`);
    return link?.id ?? null;
  },
});
