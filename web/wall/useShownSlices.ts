import { type RefObject, useEffect, useLayoutEffect, useState } from 'react';
import type { Slice } from '../../core/drawing/slices.ts';

/** Up to so many columns the whole wall is painted at once; beyond that only what is near the window. */
const FEW = 9;
/** Sheet units painted beyond either edge of the window, and columns put on in one frame. */
const BEYOND = 190;
const A_FRAME = 1;

/**
 * Which slices of the wall are painted: on a wide one those in the window and a little beyond, put on one after the other
 * so that no frame waits for many; all of them on paper.
 */
export function useShownSlices(frame: RefObject<HTMLElement | null>, slices: readonly Slice[], scale: number): readonly Slice[] {
  const wide = slices.length > FEW + 1;
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const [paper, setPaper] = useState(false);
  useLayoutEffect(() => {
    const element = frame.current;
    if (!element || !wide) return;
    let next = 0;
    const inView = () => {
      const from = element.scrollLeft / scale - BEYOND;
      const to = (element.scrollLeft + element.clientWidth) / scale + BEYOND;
      return slices.filter(({ id, left, right }) => id === 'plant' || (right >= from && left <= to)).map(({ id }) => id);
    };
    const step = () => {
      next = 0;
      setSeen((before) => {
        const wanted = inView();
        const kept = wanted.filter((id) => before.has(id));
        const missing = wanted.filter((id) => !before.has(id));
        if (missing.length === 0 && kept.length === before.size) return before;
        if (missing.length > A_FRAME) next = requestAnimationFrame(step);
        return new Set([...kept, ...missing.slice(0, A_FRAME)]);
      });
    };
    const soon = () => {
      if (next === 0) next = requestAnimationFrame(step);
    };
    soon();
    element.addEventListener('scroll', soon, { passive: true });
    const watcher = new ResizeObserver(soon);
    watcher.observe(element);
    return () => {
      cancelAnimationFrame(next);
      element.removeEventListener('scroll', soon);
      watcher.disconnect();
    };
  }, [frame, slices, scale, wide]);
  useEffect(() => {
    const all = () => setPaper(true);
    const window_ = () => setPaper(false);
    addEventListener('beforeprint', all);
    addEventListener('afterprint', window_);
    return () => {
      removeEventListener('beforeprint', all);
      removeEventListener('afterprint', window_);
    };
  }, []);
  return wide && !paper ? slices.filter((slice) => seen.has(slice.id)) : slices;
}
