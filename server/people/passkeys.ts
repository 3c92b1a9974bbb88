import { Problem } from '../problem.ts';
import { note } from '../record/audit.ts';
import type { GateCall } from '../routes/route.ts';
import type { Member } from '../who.ts';
import { type Credentials, personById } from './people.ts';
import { firmOf } from './sign-in.ts';

/** Only fetched where a passkey is used. */
const webauthn = () => import('@simplewebauthn/server');

/** A challenge is answered within this time or not at all, ms. */
const ANSWER_WITHIN = 5 * 60_000;
const MOST_PASSKEYS = 20;

/** What a browser sends back: its shape is looked at by the package that verifies it. */
export type BrowserAnswer = Record<string, unknown> & { id: string };

/**
 * The name a passkey is bound to.
 * @throws Problem 422 where the address is a number, which passkeys are not for
 */
function boundTo(address: string): string {
  const { hostname } = new URL(address);
  if (/^[\d.]+$|:/.test(hostname))
    throw new Problem(
      422,
      'No passkeys here',
      `Passkeys need an address with a name; this server is reached as ${hostname}. Use time codes instead.`,
    );
  return hostname;
}

function ask(call: GateCall, value: string): void {
  call.request.session.challenge = { value, at: Date.now() };
}

/** The challenge that was asked, once. */
function asked(call: GateCall): string {
  const challenge = call.request.session.challenge;
  delete call.request.session.challenge;
  if (!challenge || Date.now() - challenge.at > ANSWER_WITHIN)
    throw new Problem(401, 'Begin again', 'Too much time went by, or this was answered already. Begin again.');
  return challenge.value;
}

const refused = (): Problem =>
  new Problem(
    401,
    'Passkey not taken',
    'This passkey is not known here. Sign in with your password, then add it on your own page.',
  );

/** What a browser needs to make a passkey for who is signed in. */
export async function offerPasskey(call: GateCall, member: Member) {
  const { address } = firmOf(call);
  const rpID = boundTo(address);
  const { person, keys } = await call.asked(async (by) => ({
    person: await personById(by, member.person),
    keys: await by.rows.selectFrom('passkeys').select('id').where('person_id', '=', member.person).execute(),
  }));
  if (keys.length >= MOST_PASSKEYS)
    throw new Problem(
      422,
      'Enough passkeys',
      `You have ${MOST_PASSKEYS} passkeys, the most there can be. Remove one you no longer use.`,
    );
  const options = await (await webauthn()).generateRegistrationOptions({
    rpName: 'Warm Manifold',
    rpID,
    userID: new TextEncoder().encode(member.person),
    userName: person?.login ?? member.name,
    userDisplayName: member.name,
    attestationType: 'none',
    excludeCredentials: keys.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  ask(call, options.challenge);
  return options;
}

/** Keeps a passkey that a browser made. */
export async function addPasskey(call: GateCall, member: Member, name: string, answer: BrowserAnswer): Promise<void> {
  const { address } = firmOf(call);
  const verified = await (await webauthn())
    .verifyRegistrationResponse({
      response: answer as never,
      expectedChallenge: asked(call),
      expectedOrigin: address,
      expectedRPID: boundTo(address),
      requireUserVerification: true,
    })
    .catch(() => null);
  if (!verified?.verified)
    throw new Problem(401, 'Passkey not taken', 'What the browser made could not be verified. Begin again.');
  const { credential } = verified.registrationInfo;
  await call.asked(async (by) => {
    await by.rows
      .insertInto('passkeys')
      .values({
        id: credential.id,
        person_id: member.person,
        public_key: Buffer.from(credential.publicKey),
        counter: credential.counter,
        transports: JSON.stringify(credential.transports ?? []),
        name,
        used_at: null,
      })
      .execute();
    await note(by, { what: 'passkey added', thing: name, person: member.person, firm: member.firm, requestId: call.requestId });
  });
  call.request.session.strong = true;
}

/** What a browser needs to sign in with a passkey; it does not say whose. */
export async function askForPasskey(call: GateCall) {
  // Each of them leaves a session behind.
  await firmOf(call).guesses.take('secret', `ask ${call.request.ip}`);
  const options = await (await webauthn()).generateAuthenticationOptions({
    rpID: boundTo(firmOf(call).address),
    userVerification: 'required',
  });
  ask(call, options.challenge);
  return options;
}

/**
 * The person a passkey is of.
 * @throws Problem 401 for one that is not known, or did not sign what was asked here
 */
export async function personByPasskey(call: GateCall, answer: BrowserAnswer): Promise<Credentials> {
  const { address, guesses } = firmOf(call);
  await guesses.take('secret', `passkey ${call.request.ip}`);
  const expectedChallenge = asked(call);
  return call.asked(async (by) => {
    const key = await by.rows.selectFrom('passkeys').selectAll().where('id', '=', answer.id).executeTakeFirst();
    const person = key && (await personById(by, key.person_id));
    if (!key || !person) throw refused();
    const verified = await (await webauthn())
      .verifyAuthenticationResponse({
        response: answer as never,
        expectedChallenge,
        expectedOrigin: address,
        expectedRPID: boundTo(address),
        requireUserVerification: true,
        credential: {
          id: key.id,
          publicKey: new Uint8Array(key.public_key),
          counter: Number(key.counter),
          transports: JSON.parse(key.transports),
        },
      })
      .catch(() => null);
    if (!verified?.verified) throw refused();
    await by.rows
      .updateTable('passkeys')
      .set({ counter: verified.authenticationInfo.newCounter, used_at: new Date() })
      .where('id', '=', key.id)
      .execute();
    await guesses.giveBack('secret', `passkey ${call.request.ip}`);
    return person;
  });
}
