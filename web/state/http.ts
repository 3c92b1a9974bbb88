import { takeEarly } from './early.ts';

/** The server said no, with a sentence for the person. `status` 0 means it did not answer at all. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly body: Record<string, unknown>;
  constructor(status: number, detail: string, body: Record<string, unknown> = {}) {
    super(detail);
    this.status = status;
    this.body = body;
  }
}

const AWAY = 'The server does not answer. Check that it runs where it was started.';
const HANGS = 'The server took longer than half a minute and was not waited for. It is asked again.';
/** Longest time a call is waited for, ms. */
const LONGEST_CALL = 30_000;
const signedOut = new Set<() => void>();
/** Hears when the server no longer knows who this is. @returns how to stop */
export function onSignedOut(listener: () => void): () => void {
  signedOut.add(listener);
  return () => signedOut.delete(listener);
}

/**
 * Calls the server.
 * @throws ApiProblem with a sentence for the person
 */
export async function call(
  method: string,
  path: string,
  body?: BodyInit,
  type?: string,
  more: Record<string, string> = {},
): Promise<Response> {
  const early = method === 'GET' ? await takeEarly(path) : null;
  const answer = early?.ok
    ? early
    : await fetch(`/api${path}`, {
        method,
        body,
        headers: { ...(type ? { 'Content-Type': type } : {}), ...more },
        signal: AbortSignal.timeout(LONGEST_CALL),
      }).catch((error) => {
        throw new ApiProblem(0, error instanceof DOMException && error.name === 'TimeoutError' ? HANGS : AWAY);
      });
  if (answer.ok) return answer;
  const problem = (await answer.json().catch(() => ({}))) as Record<string, unknown>;
  if (answer.status === 401) for (const listener of signedOut) listener();
  throw new ApiProblem(answer.status, typeof problem.detail === 'string' ? problem.detail : AWAY, problem);
}

/** No answer, bad gateway, not available, gateway time-out: a server that goes, another that comes. */
const PASSES: readonly number[] = [0, 502, 503, 504];

/**
 * A call that may be sent twice, since what it makes has its id from here: where no answer came it is sent once more.
 * @throws ApiProblem as `call`
 */
export async function callTwice(method: string, path: string, body?: BodyInit, type?: string): Promise<Response> {
  try {
    return await call(method, path, body, type);
  } catch (error) {
    if (!(error instanceof ApiProblem) || !PASSES.includes(error.status)) throw error;
    await new Promise((done) => setTimeout(done, 1000));
    return call(method, path, body, type);
  }
}

/** Body and type of a call. */
export const asJson = (value: unknown): [string, string] => [JSON.stringify(value), 'application/json'];
