// One process of the server, started again when it ends without being asked to.
import { spawn } from 'node:child_process';
import { once } from 'node:events';

/** A server that ends this many times shortly after its start is not started again. */
const MOST_QUICK_ENDS = 5;
const QUICK = 10_000;
/** The server's word for "starting again would not help". */
const CANNOT_START = 78;

export class ServerProcess {
  #child = null;
  #quickEnds = 0;
  #stopping = false;

  /**
   * @param {{ file: string, environment: () => Record<string, string>, onListening?: () => void, onGivenUp: () => void }} how
   *   environment: asked for at each start, on top of this process's own
   */
  constructor(how) {
    this.how = how;
  }

  start() {
    const since = Date.now();
    const child = spawn(process.execPath, [this.how.file], {
      // The channel tells the server when this process is gone, so that it never stays behind alone.
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      // Ctrl-C reaches this process, which stops the others in order.
      detached: true,
      env: { ...process.env, NODE_ENV: 'production', ...this.how.environment() },
    });
    this.#child = child;
    child.on('message', (message) => message === 'listening' && this.how.onListening?.());
    child.on('exit', (code) => {
      if (this.#stopping) return;
      this.#quickEnds = Date.now() - since < QUICK ? this.#quickEnds + 1 : 0;
      if (code === CANNOT_START) this.how.onGivenUp();
      else if (this.#quickEnds >= MOST_QUICK_ENDS) {
        console.log('The server ends right after every start; the reason stands above.');
        this.how.onGivenUp();
      } else {
        console.log('The server stopped; starting it again.');
        setTimeout(() => this.#stopping || this.start(), 500);
      }
    });
    return child;
  }

  get ended() {
    return !this.#child || this.#child.exitCode !== null || this.#child.signalCode !== null;
  }

  /** Ends it in order; settles when it has ended. */
  async stop() {
    this.#stopping = true;
    if (this.ended) return;
    const ended = once(this.#child, 'exit');
    this.#child.kill('SIGTERM');
    await ended;
  }

  /** Ends it in order and starts another in its place; settles when that one serves. */
  async renew() {
    await this.stop();
    this.#stopping = false;
    const child = this.start();
    await Promise.race([once(child, 'message'), once(child, 'exit')]);
  }

  /** Ends it, to be started again by itself. */
  kick() {
    this.#child?.kill('SIGTERM');
  }
}
