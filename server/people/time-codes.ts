import { Secret } from 'otpauth';
import { Problem } from '../problem.ts';
import { note } from '../record/audit.ts';
import type { SelfCall } from '../routes/route.ts';
import { personById } from './people.ts';
import { seal } from './secrets.ts';
import { firmOf, stepOf, timeCodesOf } from './sign-in.ts';

/** A new secret for time codes: kept in the session until a code made with it was given. */
export async function offerTimeCodes(call: SelfCall): Promise<{ secret: string; uri: string }> {
  const secret = new Secret({ size: 20 }).base32;
  const person = await call.asked((by) => personById(by, call.member.person));
  call.request.session.timeCodes = seal(secret, firmOf(call).secrets[0] as string);
  return { secret, uri: timeCodesOf(secret, person?.login ?? call.member.name).toString() };
}

/**
 * Takes the new secret into use, since a code shows that it arrived.
 * @throws Problem 401 where the code is not right
 */
export async function setTimeCodes(call: SelfCall, code: string, open: (sealed: string) => string): Promise<void> {
  const sealed = call.request.session.timeCodes;
  if (!sealed)
    throw new Problem(401, 'Begin again', 'Show the code for your phone once more, then give the six digits it shows.');
  const step = stepOf(open(sealed), code, null);
  if (step === null)
    throw new Problem(
      401,
      'Wrong code',
      'This code is not right. Look that the clock of the device that shows it is right, and give the next one.',
    );
  await call.asked(async (by) => {
    await by.rows
      .updateTable('people')
      .set({ totp_secret: sealed, totp_step: step })
      .where('id', '=', call.member.person)
      .execute();
    await note(by, { what: 'time codes set up', person: call.member.person, firm: call.member.firm, requestId: call.requestId });
  });
  delete call.request.session.timeCodes;
  call.request.session.strong = true;
}

/** Gives time codes up. */
export async function removeTimeCodes(call: SelfCall): Promise<void> {
  await call.asked(async (by) => {
    await by.rows
      .updateTable('people')
      .set({ totp_secret: null, totp_step: null })
      .where('id', '=', call.member.person)
      .execute();
    await note(by, { what: 'time codes removed', person: call.member.person, firm: call.member.firm, requestId: call.requestId });
  });
}
