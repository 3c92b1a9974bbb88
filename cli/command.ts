/** Bad input: the message says where and what to do, and the exit code is 2. */
export class BadInput extends Error {}

/** What a command prints, as text and as JSON, and whether something in the input needs correcting. */
export interface Printed {
  text: string;
  json: Record<string, unknown> | object;
  mend?: boolean;
}
