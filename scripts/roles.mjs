// The roles of the database. `node scripts/roles.mjs` prints the SQL that makes them, for a database on another machine.
import { randomBytes } from 'node:crypto';
import { fileURLToPath } from 'node:url';

/** Owns the tables and brings them to the newest form. */
export const OWNER = 'warm';
/** What the server signs in as: it has no rights of its own, and takes on one of the roles below for each piece of work. */
export const SERVER = 'warm_server';
/**
 * What a piece of work is done as: a member of the firm, a guest by link, the gate (signing in), the keeper (what is due for
 * deletion), the queue of long work.
 */
export const ASKING = ['warm_member', 'warm_guest', 'warm_gate', 'warm_keeper', 'warm_queue'];

const role = (name, how) =>
  `do $$ begin if not exists (select from pg_roles where rolname = '${name}') then create role ${name} ${how}; end if; end $$;`;

/**
 * SQL that makes the roles where they are missing and sets the passwords; to be run by a superuser.
 * @param {{ owner: string, server: string }} passwords hexadecimal
 */
export const rolesSql = (passwords) =>
  [
    role(OWNER, 'login'),
    role(SERVER, 'login noinherit'),
    `alter role ${OWNER} password '${passwords.owner}';`,
    `alter role ${SERVER} noinherit nosuperuser nocreatedb nocreaterole nobypassrls password '${passwords.server}';`,
    ...ASKING.map((name) => role(name, 'nologin noinherit')),
    `grant ${ASKING.join(', ')} to ${SERVER};`,
    // The owner has work of the queue's package done under its role when it makes the tables.
    `grant warm_queue to ${OWNER};`,
  ].join('\n');

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const [owner, server] = [randomBytes(24).toString('hex'), randomBytes(24).toString('hex')];
  console.log(`${rolesSql({ owner, server })}\ncreate database warm_manifold owner ${OWNER};`);
}
