import type { ErrorRequestHandler, Response } from 'express';

/** An answer that is no success, as an RFC 9457 problem document with a sentence a person can act on. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly more: Record<string, unknown>;
  constructor(status: number, title: string, detail: string, more: Record<string, unknown> = {}) {
    super(detail);
    this.status = status;
    this.title = title;
    this.more = more;
  }
}

function sendProblem(response: Response, problem: Problem): void {
  response
    .status(problem.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title: problem.title,
        status: problem.status,
        detail: problem.message,
        // Whoever is asked about it finds it in the log by this.
        request: response.locals.requestId,
        ...problem.more,
      }),
    );
}

/** Error codes of the driver and of sockets that mean: the database is not there just now. */
const DATABASE_AWAY = new Set([
  ...['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN', '57P01', '57P02', '57P03', '53300'],
  // It can only be read just now, because another takes its place; two pieces of work got in each other's way.
  ...['25006', '40001', '40P01', '55P03', '57014'],
]);

/** The database's own refusal: its policies do not let this asker do it. */
const REFUSED_BY_POLICY = '42501';

/** The database's code for a full disk, and the one of Node's own file functions. */
const DISK_FULL = new Set(['53100', 'ENOSPC']);

const databaseIsAway = (error: { code?: unknown; message?: string }): boolean =>
  DATABASE_AWAY.has(String(error.code)) ||
  String(error.code).startsWith('08') ||
  /Connection terminated|timeout exceeded when trying to connect/.test(error.message ?? '');

/** Last handler of the application: turns whatever was thrown into a problem document. */
export const problemHandler: ErrorRequestHandler = (error, _request, response, next) => {
  if (response.headersSent) return next(error);
  if (error instanceof Problem) return sendProblem(response, error);
  if (error?.type === 'entity.too.large') {
    const most = Math.round(Number(error.limit) / 1e6);
    return sendProblem(
      response,
      new Problem(413, 'Too large', `At most ${most} MB are taken in. Split the job or keep only what is needed.`),
    );
  }
  if (error?.type === 'entity.parse.failed') {
    return sendProblem(response, new Problem(400, 'Not JSON', 'The request holds no readable JSON. Send a JSON body.'));
  }
  if (typeof error?.status === 'number' && error.status >= 400 && error.status < 500) {
    return sendProblem(
      response,
      new Problem(error.status, 'Bad request', 'The request could not be read. Check its address, type and encoding.'),
    );
  }
  if (String(error?.code) === REFUSED_BY_POLICY) {
    // A check in the code should have said so first.
    console.error(`The database refused request ${response.locals.requestId}: ${error.message}`);
    return sendProblem(
      response,
      new Problem(403, 'Not yours to do', 'You may not do this with what this address names. Ask an owner of the firm.'),
    );
  }
  if (databaseIsAway(error ?? {})) {
    return sendProblem(
      response,
      new Problem(503, 'Database away', 'The database does not answer just now. Nothing is lost; it is tried again.'),
    );
  }
  if (DISK_FULL.has(String(error?.code))) {
    return sendProblem(
      response,
      new Problem(
        507,
        'Disk full',
        'The disk of the computer the jobs are kept on is full. Nothing is lost; free some space there, and it is tried again.',
      ),
    );
  }
  console.error(error);
  return sendProblem(
    response,
    new Problem(500, 'Unexpected', 'Something went wrong on the server. Try again; the terminal it runs in says more.'),
  );
};
