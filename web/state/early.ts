const asked = new Map<string, Promise<Response | null>>();

/**
 * Asks for an address before the program that wants its answer is there. Whoever calls it first gets that answer.
 * @param path below /api
 */
export function askEarly(path: string): void {
  if (asked.has(path)) return;
  // One that fails is asked again by whoever wants it, with its sentence.
  asked.set(
    path,
    fetch(`/api${path}`, { signal: AbortSignal.timeout(30_000) }).catch(() => null),
  );
}

/** The answer asked for early, once; null where there is none. */
export function takeEarly(path: string): Promise<Response | null> {
  const answer = asked.get(path) ?? Promise.resolve(null);
  asked.delete(path);
  return answer;
}
