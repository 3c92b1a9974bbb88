import type { RequestHandler } from 'express';
import { pino } from 'pino';
import type { Member } from '../who.ts';

/** One line of JSON for each thing that happened; nothing secret stands in one: no body, no query, no header. */
export const log = pino({ base: { pid: process.pid }, timestamp: pino.stdTimeFunctions.isoTime });

/** Answers are written down as they end: what was asked, by whom, what came of it, how long it took. */
export const requestLog: RequestHandler = (request, response, next) => {
  const from = performance.now();
  response.on('finish', () => {
    const {
      requestId,
      route = 'page',
      member,
    } = response.locals as { requestId: string; route?: string; member?: Member | null };
    // The page and its parts are of no interest while they are found.
    if (route === 'page' && response.statusCode < 400) return;
    const line = {
      request: requestId,
      route,
      status: response.statusCode,
      ms: Math.round(performance.now() - from),
      from: request.ip,
      ...(member ? { person: member.person } : {}),
    };
    if (response.statusCode >= 500) log.error(line, 'answered');
    else log.info(line, 'answered');
  });
  next();
};
