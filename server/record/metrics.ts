import { createServer, type Server } from 'node:http';
import type { RequestHandler } from 'express';
import { sql } from 'kysely';
import { Counter, collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import type { Services } from '../services.ts';

/** Figures of this process for an operator, in the text format that Prometheus reads. */
export class Metrics {
  private readonly registry = new Registry();
  private readonly answers = new Histogram({
    name: 'warm_answer_seconds',
    help: 'Time to answer, by route and kind of answer',
    labelNames: ['route', 'status'] as const,
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5],
    registers: [this.registry],
  });
  private readonly refused = new Counter({
    name: 'warm_refused_total',
    help: 'Answers that let nobody in: 401, 403, 421, 429',
    labelNames: ['status'] as const,
    registers: [this.registry],
  });

  /** @param listening how many windows listen to this process */
  constructor(listening: () => number) {
    collectDefaultMetrics({ register: this.registry });
    new Gauge({
      name: 'warm_listening',
      help: 'Windows that listen for news',
      registers: [this.registry],
      collect() {
        this.set(listening());
      },
    });
  }

  /** Counts each answer as it ends. */
  readonly count: RequestHandler = (_request, response, next) => {
    const end = this.answers.startTimer();
    response.on('finish', () => {
      const status = response.statusCode;
      end({ route: (response.locals.route as string | undefined) ?? 'page', status: `${Math.floor(status / 100)}xx` });
      if ([401, 403, 421, 429].includes(status)) this.refused.inc({ status: String(status) });
    });
    next();
  };

  /** All of it as text. */
  text(): Promise<string> {
    return this.registry.metrics();
  }
}

/**
 * Answers an operator on loopback: /health and /metrics.
 * @throws what the system says where it cannot listen
 */
export async function listenForOperator(port: number, metrics: Metrics, { database, leaving }: Services): Promise<Server> {
  const server = createServer(async (request, response) => {
    if (request.url === '/metrics') {
      response.setHeader('Content-Type', 'text/plain; version=0.0.4; charset=utf-8').end(await metrics.text());
    } else if (request.url === '/health') {
      const up = await sql`select 1`.execute(database).then(
        () => true,
        () => false,
      );
      response.statusCode = up && !leaving() ? 200 : 503;
      response
        .setHeader('Content-Type', 'application/json')
        .end(JSON.stringify({ database: up ? 'up' : 'away', leaving: leaving() }));
    } else {
      response.statusCode = 404;
      response.end('There is /health and /metrics here.\n');
    }
  });
  await new Promise<void>((done, failed) => {
    server.once('error', failed);
    server.listen(port, '127.0.0.1', () => done());
  });
  return server;
}
