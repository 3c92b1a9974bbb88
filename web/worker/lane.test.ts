import { expose } from 'comlink';
import { describe, expect, it, vi } from 'vitest';
import { BROKE, Lane, Stopped } from './lane.ts';
import { Newest, type Outcome } from './newest.ts';

/** The page's end of a worker whose other end is here: one that answers, and can be made to fail. */
class Stand extends EventTarget {
  readonly #port: MessagePort;
  terminated = false;
  constructor(answers: Record<string, () => unknown>) {
    super();
    const { port1, port2 } = new MessageChannel();
    expose(answers, port1 as never);
    this.#port = port2;
    port2.start();
    port2.onmessage = (event) => this.dispatchEvent(new MessageEvent('message', { data: event.data }));
  }
  postMessage(message: unknown, transfer: Transferable[] = []): void {
    this.#port.postMessage(message, transfer as never);
  }
  terminate(): void {
    this.terminated = true;
    this.#port.close();
  }
  fail(): void {
    this.dispatchEvent(new Event('error'));
  }
}

const laneOf = (...stands: Stand[]) => {
  const restarts = vi.fn();
  const start = vi.fn(() => stands.shift() as unknown as Worker);
  return { lane: new Lane(restarts, start), restarts, start };
};
const never = () => new Promise(() => {});
const ask = (lane: Lane) => lane.ask((work) => (work as unknown as { answer: () => Promise<number> }).answer());

describe('a lane', () => {
  it('starts its worker once, and asks it again and again', async () => {
    const { lane, start } = laneOf(new Stand({ answer: () => 7 }));
    lane.warmUp();
    expect([await ask(lane), await ask(lane)]).toEqual([7, 7]);
    expect(start).toHaveBeenCalledTimes(1);
    lane.end();
  });

  it('asks the next worker what the first one left unanswered, and says so', async () => {
    const first = new Stand({ answer: never });
    const { lane, restarts, start } = laneOf(first, new Stand({ answer: () => 8 }));
    const answers = [ask(lane), ask(lane)];
    first.fail();
    expect(await Promise.all(answers)).toEqual([8, 8]);
    expect([restarts.mock.calls.length, start.mock.calls.length, first.terminated]).toEqual([1, 2, true]);
    lane.end();
  });

  it('gives up with a sentence when the second ends over it too, and starts a third for the next question', async () => {
    const [first, second] = [new Stand({ answer: never }), new Stand({ answer: never })];
    const { lane } = laneOf(first, second, new Stand({ answer: () => 9 }));
    const answer = ask(lane);
    first.fail();
    await new Promise((done) => setTimeout(done));
    second.fail();
    await expect(answer).rejects.toThrow(BROKE);
    expect(await ask(lane)).toBe(9);
    lane.end();
  });

  it('answers what was left unanswered when it is ended, and does not ask it again', async () => {
    const first = new Stand({ answer: never });
    const { lane, restarts, start } = laneOf(first, new Stand({ answer: () => 4 }));
    const answer = ask(lane);
    lane.end();
    await expect(answer).rejects.toThrow(Stopped);
    expect([restarts.mock.calls.length, start.mock.calls.length, first.terminated]).toEqual([0, 1, true]);
    expect(await ask(lane)).toBe(4);
    lane.end();
  });

  it('passes on what the work itself throws, and keeps its worker', async () => {
    const { lane, start } = laneOf(
      new Stand({
        answer: () => {
          throw new Error('a bore of nothing');
        },
      }),
    );
    await expect(ask(lane)).rejects.toThrow('a bore of nothing');
    await expect(ask(lane)).rejects.toThrow('a bore of nothing');
    expect(start).toHaveBeenCalledTimes(1);
    lane.end();
  });
});

describe('the newest of what is wanted', () => {
  /** Work that waits to be let go on, by its input. */
  function held() {
    const waiting = new Map<number, { done: (output: string) => void; fail: (error: Error) => void }>();
    const told: Outcome<number, string>[] = [];
    const newest = new Newest<number, string>(
      (input) => new Promise((done, fail) => waiting.set(input, { done, fail })),
      (outcome) => told.push(outcome),
    );
    const settled = () => new Promise((done) => setTimeout(done));
    return { newest, waiting, told, settled };
  }

  it('leaves out what came between', async () => {
    const { newest, waiting, told, settled } = held();
    for (const input of [1, 2, 3]) newest.want(input);
    waiting.get(1)?.done('one');
    await settled();
    expect([...waiting.keys()]).toEqual([1, 3]);
    waiting.get(3)?.done('three');
    await settled();
    expect(told).toEqual([
      { input: 1, output: 'one' },
      { input: 3, output: 'three' },
    ]);
  });

  it('works out the last even when the one before failed', async () => {
    const { newest, waiting, told, settled } = held();
    newest.want(1);
    newest.want(2);
    waiting.get(1)?.fail(new Error('broke'));
    await settled();
    waiting.get(2)?.done('two');
    await settled();
    newest.want(4);
    waiting.get(4)?.done('four');
    await settled();
    expect(told.map((each) => ('output' in each ? each.output : String(each.error)))).toEqual(['Error: broke', 'two', 'four']);
  });
});
