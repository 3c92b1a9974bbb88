import express, { type RequestHandler, type Router } from 'express';
import { clipText } from '../../model/clean-text.ts';
import { isOwnersAlone, may } from '../../model/rights.ts';
import { type Asker, asked } from '../database/asked.ts';
import { Problem } from '../problem.ts';
import type { Services } from '../services.ts';
import type { Member } from '../who.ts';
import {
  type Answer,
  type GateCall,
  idOf,
  needsProof,
  needsSecondFactor,
  notYours,
  parse,
  type Route,
  signedOut,
} from './route.ts';

/** Bytes of a body where a route names no other bound. */
const SMALL_BODY = 64_000;

function bodyReader(route: Route): RequestHandler[] {
  if (route.body === undefined) return [];
  const limit = route.limit ?? SMALL_BODY;
  if (route.body === 'bytes') return [express.raw({ type: () => true, limit })];
  return [route.body === 'text' ? express.text({ type: () => true, limit }) : express.json({ limit })];
}

function paramsOf(route: Route, given: Record<string, unknown>): Record<string, string> {
  return Object.fromEntries(
    Object.entries(given).map(([name, value]) => {
      const schema = route.params?.[name];
      if (!schema) return [name, idOf(value)];
      const read = schema.safeParse(value);
      if (!read.success) throw new Problem(400, 'Cannot be read', `This address has no ${name} that could be read.`);
      return [name, read.data];
    }),
  );
}

/** Who may take a route is looked at before anything of the request is read. */
function handlerOf(route: Route, services: Services): RequestHandler {
  return async (request, response) => {
    const { member, link } = response.locals as { member: Member | null; link: string | null };
    const call = {
      params: paramsOf(route, request.params),
      body:
        route.body === undefined ? undefined : typeof route.body === 'string' ? request.body : parse(route.body, request.body),
      query: route.query && parse(route.query, request.query),
      request,
      response,
      services,
      requestId: String(response.locals.requestId),
    };
    const askedAs =
      (asker: Asker): GateCall['asked'] =>
      (work, ways) =>
        asked(services.database, asker, work as never, ways);
    let answer: Answer;
    if (route.needs === 'guest') {
      answer = await route.handle({ ...call, link, asked: askedAs({ as: 'guest', link: link as string }) } as never);
    } else if (route.needs === 'nobody' || route.needs === 'self') {
      answer = await route.handle({ ...call, member, asked: askedAs({ as: 'gate' }) } as never);
    } else {
      const { person, firm } = member as Member;
      answer = await route.handle({ ...call, member, asked: askedAs({ as: 'member', person, firm }) } as never);
    }
    if (answer === null) return;
    response.status(answer.status);
    if (answer.json === undefined) response.end();
    else response.json(answer.json);
  };
}

function guard(route: Route, { who }: Services): RequestHandler {
  return async (request, response, next) => {
    const locals = response.locals as { member: Member | null; link: string | null; route: string };
    locals.route = `${route.method} ${route.path}`;
    if (route.needs === 'guest') {
      locals.link = await who.guest(request);
      if (!locals.link)
        throw new Problem(
          401,
          'Link ended',
          'This link is not valid, or no longer: it has run out or was taken back. Ask who sent it to you for a new one.',
        );
      return next();
    }
    locals.member = await who.member(request);
    if (route.needs === 'nobody') return next();
    if (!locals.member) throw signedOut();
    if (route.needs !== 'member' && route.needs !== 'self') {
      if (!may(locals.member.role, route.needs)) throw notYours(locals.member.role);
      if (isOwnersAlone(route.needs)) needsSecondFactor(locals.member);
    }
    if (route.proof) needsProof(locals.member);
    next();
  };
}

/** The routes under /api: each with its guard, none without. */
export function mount(routes: readonly Route[], services: Services, firm: boolean): Router {
  const router = express.Router();
  for (const route of routes) {
    if (route.needs === 'nobody' && route.only === 'firm' && !firm) continue;
    if ((route.needs === 'guest' || route.needs === 'self') && !firm) continue;
    const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
    router[method](route.path, guard(route, services), ...bodyReader(route), handlerOf(route, services));
  }
  router.use((request) => {
    throw new Problem(404, 'Nothing here', `There is no ${clipText(request.method, 20)} ${clipText(request.path, 100)} here.`);
  });
  return router;
}
