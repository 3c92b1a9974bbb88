import { useCallback, useSyncExternalStore } from 'react';
import { useParams } from 'react-router';

/** Something this device keeps of each job: the same on every page, and still there after it was closed. */
export interface KeptOfJob<T> {
  /** What is kept of the open job, and how to put something in its place. */
  use: () => [value: T, put: (change: (before: T) => T) => void];
}

/**
 * @param name under which a browser keeps it, before the id of the job
 * @param read what stands in the browser as what it should be; null where it is none
 * @param none what holds until something is kept
 */
export function keptOfJob<T>(name: string, read: (kept: unknown) => T | null, none: T): KeptOfJob<T> {
  const listeners = new Set<() => void>();
  const known = new Map<string, T>();
  const keyOf = (job: string) => `${name}:${job}`;
  const keptOf = (job: string): T => {
    const there = known.get(job);
    if (there !== undefined) return there;
    let value = none;
    try {
      value = read(JSON.parse(localStorage.getItem(keyOf(job)) ?? 'null')) ?? none;
    } catch {
      // Said anew.
    }
    known.set(job, value);
    return value;
  };
  const listen = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  const use: KeptOfJob<T>['use'] = () => {
    const { id = '' } = useParams();
    const value = useSyncExternalStore(listen, () => keptOf(id));
    const put = useCallback(
      (change: (before: T) => T) => {
        const next = change(keptOf(id));
        known.set(id, next);
        try {
          localStorage.setItem(keyOf(id), JSON.stringify(next));
        } catch {
          // It lasts as long as the page.
        }
        for (const listener of listeners) listener();
      },
      [id],
    );
    return [value, put];
  };
  return { use };
}
