import { hash, verify } from '@node-rs/argon2';
import { Problem } from '../problem.ts';

/** Least and most characters of a password. */
const LEAST_PASSWORD = 12;
export const MOST_PASSWORD = 128;
/** Guesses that a password has to withstand, as a power of ten: what a common one, a name or a row of keys does not reach. */
const LEAST_GUESSES = 8;

/** The package's number for argon2id. */
const ARGON2ID = 2;
/** argon2id with 19 MiB and 2 passes, the least that OWASP's Password Storage Cheat Sheet (2024, from memory) takes. */
const COST = { algorithm: ARGON2ID, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** Hashes at once: each takes a thread of the few that also read files and look up names. */
const AT_ONCE = 2;
/** Hashes that may wait; beyond that people are asked to come again. */
const MOST_WAITING = 50;
let running = 0;
const waiting: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING)
      throw new Problem(503, 'Many sign in', 'Many people sign in at this moment. Try again in a few seconds.');
    await new Promise<void>((done) => waiting.push(done));
  }
  running++;
  try {
    return await work();
  } finally {
    running--;
    waiting.shift()?.();
  }
}

export const hashPassword = (password: string): Promise<string> => inTurn(() => hash(password, COST));

/** Of nobody: verified where there is no such person, so that it takes as long. Made with the same cost. */
let nobodys: Promise<string> | null = null;

/**
 * Whether a password is the one kept; as long in coming where none is kept.
 * @param kept hash, or null where there is no such person or none was set
 */
export async function isPassword(password: string, kept: string | null): Promise<boolean> {
  nobodys ??= hashPassword('nobody at all');
  const against = kept ?? (await nobodys);
  const same = await inTurn(() => verify(against, password.slice(0, MOST_PASSWORD)));
  return kept !== null && same;
}

/** Whether a kept hash cost less than one made now. */
export const isCheap = (kept: string): boolean =>
  !kept.startsWith(`$argon2id$v=19$m=${COST.memoryCost},t=${COST.timeCost},p=${COST.parallelism}$`);

/** Its lists of words are only read where somebody sets a password. */
async function strengthMeter() {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ]);
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
}
let meter: ReturnType<typeof strengthMeter> | null = null;

/**
 * What is wrong with a new password, as a sentence; null for a good one. There are no rules of kinds of characters.
 * @param words of this person and firm, which others would try first
 */
export async function passwordProblem(password: string, words: readonly string[]): Promise<string | null> {
  if (password.length < LEAST_PASSWORD)
    return `A password has ${LEAST_PASSWORD} characters or more. A few words in a row that nobody would put together are easy to remember.`;
  if (password.length > MOST_PASSWORD) return `A password has ${MOST_PASSWORD} characters at most.`;
  meter ??= strengthMeter();
  const { guessesLog10 } = (await meter).check(password, [...words]);
  return guessesLog10 < LEAST_GUESSES
    ? 'This password is among the first that somebody would try. Take a few words in a row that nobody would put together.'
    : null;
}
