import { type KeyboardEvent, type RefObject, useEffect } from 'react';

const focusOn = (element: Element | undefined) => {
  if (element instanceof HTMLElement || element instanceof SVGElement) element.focus();
};

/**
 * Makes a row of links or buttons one stop of the Tab key: arrows walk within it, Home and End go to its ends. The stop is what was
 * walked to last, at first the current page or the first of the row.
 * @param row what holds them @param selector tells them from all else in it @param way which arrows walk
 * @returns what hears the keys of the row
 */
export function useOneStop(
  row: RefObject<HTMLElement | SVGElement | null>,
  selector: string,
  way: 'across' | 'down' = 'across',
): (event: KeyboardEvent) => void {
  const items = () => [...(row.current?.querySelectorAll<HTMLElement>(selector) ?? [])];
  const stopAt = (stop: HTMLElement | undefined) => {
    for (const each of items()) each.tabIndex = each === stop ? 0 : -1;
  };
  // After each painting: what was added takes part, what went leaves the stop to another.
  useEffect(() => {
    const all = items();
    const current = all.find((each) => each.getAttribute('aria-current') === 'page');
    stopAt(all.find((each) => each === document.activeElement) ?? current ?? all.find((each) => each.dataset.stop) ?? all[0]);
  });
  return (event) => {
    const all = items();
    const at = all.indexOf(event.target as HTMLElement);
    if (at < 0 || event.ctrlKey || event.altKey || event.metaKey) return;
    const [after, before] = way === 'across' ? ['ArrowRight', 'ArrowLeft'] : ['ArrowDown', 'ArrowUp'];
    const to = { [after]: at + 1, [before]: at - 1, Home: 0, End: all.length - 1 }[event.key];
    const next = to === undefined ? undefined : all[to];
    if (!next) return;
    event.preventDefault();
    for (const each of all) delete each.dataset.stop;
    next.dataset.stop = 'here';
    stopAt(next);
    next.focus();
  };
}

const DIRECTIONS: Record<string, readonly [x: number, y: number]> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

const middleOf = (element: Element): [x: number, y: number] => {
  const { left, top, width, height } = element.getBoundingClientRect();
  return [left + width / 2, top + height / 2];
};

/**
 * Walks a drawing that is one stop of the Tab key: an arrow goes to the nearest part on that side, Home to the first part, a letter to
 * the next part whose name begins with it.
 * @returns whether the key was one of these
 */
export function walkDrawing(event: KeyboardEvent<HTMLElement>): boolean {
  if (event.ctrlKey || event.altKey || event.metaKey) return false;
  const parts = [...event.currentTarget.querySelectorAll('svg [role="button"]')];
  const from = parts.find((part) => part === document.activeElement);
  const direction = DIRECTIONS[event.key];
  let next: Element | undefined;
  if (direction) {
    if (!from) next = parts[0];
    else {
      const [x, y] = middleOf(from);
      const [dx, dy] = direction;
      const far = (part: Element): number => {
        const [px, py] = middleOf(part);
        const along = (px - x) * dx + (py - y) * dy;
        const aside = Math.abs((px - x) * dy) + Math.abs((py - y) * dx);
        return along > 4 ? along + 2.5 * aside : Number.POSITIVE_INFINITY;
      };
      const nearest = parts.reduce((best, part) => (far(part) < far(best) ? part : best), from);
      next = Number.isFinite(far(nearest)) ? nearest : from;
    }
  } else if (event.key === 'Home') next = parts[0];
  else if (/^\p{L}$/u.test(event.key)) {
    const named = parts.filter((part) => part.getAttribute('aria-label')?.toLowerCase().startsWith(event.key.toLowerCase()));
    next = named[(from ? named.indexOf(from) : -1) + 1] ?? named[0];
  }
  if (!next) return false;
  event.preventDefault();
  focusOn(next);
  return true;
}
