import { useCallback, useEffect, useRef, useState } from 'react';
import { Lane } from './lane.ts';

type Outcome<T> = { ended: true } | { ended: false; value: T | null };

/** A long computation in workers of its own: how far it is, and an end to it. Leaving the page ends it too. */
export function useLongRun() {
  const [progress, setProgress] = useState<number | null>(null);
  const end = useRef<() => void>(() => {});
  useEffect(() => () => end.current(), []);
  /** @returns what came of it; `ended` when it was called off, a null value when it failed */
  const start = useCallback(
    <T>(
      count: number,
      job: (lanes: Lane[], tell: (share: number) => void) => PromiseLike<T> | undefined,
    ): Promise<Outcome<T>> => {
      end.current();
      const own = Array.from({ length: count }, () => new Lane());
      return new Promise((done) => {
        // Said once: what workers still had under way when they were ended is of no run any more.
        let over = false;
        const finish = (outcome: Outcome<T>) => {
          if (over) return;
          over = true;
          for (const each of own) each.end();
          setProgress(null);
          end.current = () => {};
          done(outcome);
        };
        end.current = () => finish({ ended: true });
        setProgress(0);
        Promise.resolve(
          job(own, (share) => {
            if (!over) setProgress(share);
          }),
        ).then(
          (value) => finish({ ended: false, value: value ?? null }),
          () => finish({ ended: false, value: null }),
        );
      });
    },
    [],
  );
  const cancel = useCallback(() => end.current(), []);
  return { progress, start, cancel };
}
