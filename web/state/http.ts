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
/**
 * Calls the server.
 * @throws ApiProblem with a sentence for the person
 */
export async function call(method: string, path: string, body?: BodyInit, type?: string): Promise<Response> {
  const early = method === 'GET' ? await takeEarly(path) : null;
  const answer = early?.ok
    ? early
    : await fetch(`/api${path}`, {
        method,
        body,
        headers: type ? { 'Content-Type': type } : {},
        signal: AbortSignal.timeout(LONGEST_CALL),
      }).catch((error) => {
        throw new ApiProblem(0, error instanceof DOMException && error.name === 'TimeoutError' ? HANGS : AWAY);
      });
  if (answer.ok) return answer;
  const problem = (await answer.json().catch(() => ({}))) as Record<string, unknown>;
  throw new ApiProblem(answer.status, typeof problem.detail === 'string' ? problem.detail : AWAY, problem);
}

/** Body and type of a call. */
export const asJson = (value: unknown): [string, string] => [JSON.stringify(value), 'application/json'];
