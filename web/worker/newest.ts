/** What came of one wish. */
export type Outcome<In, Out> = { input: In; output: Out } | { input: In; error: unknown };

/**
 * Works out the newest of what is wanted, one at a time. What was wanted meanwhile and is no longer is left out, so that nothing
 * piles up; the last wish is always worked out, whatever became of those before it.
 */
export class Newest<In, Out> {
  readonly #work: (input: In) => PromiseLike<Out>;
  readonly #tell: (outcome: Outcome<In, Out>) => void;
  #next: { input: In } | null = null;
  #busy = false;

  constructor(work: (input: In) => PromiseLike<Out>, tell: (outcome: Outcome<In, Out>) => void) {
    this.#work = work;
    this.#tell = tell;
  }

  want(input: In): void {
    this.#next = { input };
    if (!this.#busy) void this.#run();
  }

  async #run(): Promise<void> {
    this.#busy = true;
    while (this.#next) {
      const { input } = this.#next;
      this.#next = null;
      let outcome: Outcome<In, Out>;
      try {
        outcome = { input, output: await this.#work(input) };
      } catch (error) {
        outcome = { input, error };
      }
      this.#tell(outcome);
    }
    this.#busy = false;
  }
}
