import { EventEmitter } from 'node:events';
import type { Request, Response } from 'express';
import { Problem } from './problem.ts';

/** Connections that may listen at once; beyond that windows find out when they save. */
const MOST_LISTENING = 500;
/** Proxies and browsers drop what is silent for long, ms. */
const HEARTBEAT = 25_000;

/** Tells whoever has a job open that another revision of it was saved. One process tells its own listeners. */
export class JobNews {
  private readonly saves = new EventEmitter().setMaxListeners(0);
  private listening = 0;

  saved(id: string, revision: number): void {
    this.saves.emit(id, revision);
  }

  /** Keeps the connection open as server-sent events until the other end goes. */
  listen(id: string, request: Request, response: Response): void {
    if (this.listening >= MOST_LISTENING)
      throw new Problem(
        503,
        'Too many listen',
        'Too many windows listen at once. This one finds out about others when it saves.',
      );
    this.listening++;
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    response.write(': open\n\n');
    const tell = (revision: number) => response.write(`data: ${JSON.stringify({ revision })}\n\n`);
    const beat = setInterval(() => response.write(': still here\n\n'), HEARTBEAT);
    this.saves.on(id, tell);
    request.on('close', () => {
      this.listening--;
      clearInterval(beat);
      this.saves.off(id, tell);
    });
  }
}
