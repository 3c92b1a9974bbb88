import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Remote } from 'comlink';
import type { Work } from './design.worker.ts';
import type { Lane } from './lane.ts';
import { runLane } from './lanes.ts';

const names = new WeakMap<object, number>();
let named = 0;

/** A short name of an input: an object's own number, since jobs are never changed in place and are too large to spell out. */
function nameOf(input: unknown): unknown {
  if (typeof input !== 'object' || input === null) return input;
  const known = names.get(input);
  if (known !== undefined) return `#${known}`;
  names.set(input, ++named);
  return `#${named}`;
}

export interface Worked<T> {
  /** The newest answer there is, of these inputs or, while those are at work, of the last ones; null before the first. */
  data: T | null;
  /** Whether `data` is of these very inputs. */
  fresh: boolean;
  /** Why these inputs could not be worked out, or null. */
  failed: string | null;
}

interface Options {
  /** Which worker is asked; what takes longer than a design leaves the one that follows every key alone. */
  lane?: Lane;
  /** Nothing is asked while false. */
  enabled?: boolean;
  /** Rest after the last change before it is asked, ms. */
  rest?: number;
}

const later = (milliseconds: number, signal: AbortSignal) =>
  new Promise<void>((done, left) => {
    const timer = setTimeout(done, milliseconds);
    signal.addEventListener('abort', () => {
      clearTimeout(timer);
      left(signal.reason);
    });
  });

/**
 * Asks a worker whenever the inputs are others.
 * @param name what is asked, told from every other question
 * @param inputs what the answer follows from; objects are told apart by being another object
 * @param ask the question
 */
export function useWork<T>(
  name: string,
  inputs: readonly unknown[],
  ask: (work: Remote<Work>) => PromiseLike<T>,
  { lane = runLane, enabled = true, rest = 0 }: Options = {},
): Worked<T> {
  const query = useQuery({
    queryKey: ['work', name, ...inputs.map(nameOf)],
    queryFn: async ({ signal }) => {
      // With the signal read, a question nobody waits for any more is not asked.
      if (rest > 0) await later(rest, signal);
      return { answer: await lane.ask(ask) };
    },
    enabled,
    placeholderData: keepPreviousData,
    // It follows from its inputs alone.
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    retry: false,
    networkMode: 'always',
    structuralSharing: false,
  });
  return {
    data: query.data?.answer ?? null,
    fresh: query.isSuccess && !query.isPlaceholderData,
    failed: query.error ? query.error.message : null,
  };
}
