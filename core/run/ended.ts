/** Runs a long computation to its end at once, whatever it tells on the way. */
export function ended<T>(run: Generator<unknown, T>): T {
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
  }
}
