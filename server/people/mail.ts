import { createTransport } from 'nodemailer';
import type SMTPTransport from 'nodemailer/lib/smtp-transport';
import type { Mail } from '../services.ts';

/** Longest time a mail server is waited for, ms. */
const LONGEST = 15_000;

/**
 * Sends mail by a server that is given; nothing waits for it, and where it fails it is only said so.
 * @param url smtp:// or smtps:// with user and password where there are any
 * @param failed told what went wrong
 */
export function mailOf({ url, from }: { url: string; from: string }, failed: (error: Error) => void): Mail {
  const transport = createTransport(
    {
      url,
      connectionTimeout: LONGEST,
      socketTimeout: LONGEST,
      disableFileAccess: true,
      disableUrlAccess: true,
    } as SMTPTransport.Options,
    { from },
  );
  return async (to, subject, words) => {
    await transport.sendMail({ to, subject: `Warm Manifold: ${subject}`, text: `${words}\n` }).catch(failed);
  };
}
