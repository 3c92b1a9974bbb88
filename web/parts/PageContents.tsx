import Box from '@mui/material/Box';
import { type RefObject, useEffect, useRef, useState } from 'react';

/** A page of so many windows has a list of its parts; once it stands it stays until the page is clearly shorter. */
const FROM_WINDOWS = 3;
const UNTIL_WINDOWS = 2.4;

interface Part {
  name: string;
  element: HTMLElement;
}

/** The parts of a page by their names, the outer ones alone. */
function partsOf(page: HTMLElement): Part[] {
  return [...page.querySelectorAll<HTMLElement>('section')]
    .filter((element) => !element.parentElement?.closest('section'))
    .flatMap((element) => {
      const name = element.getAttribute('aria-label') ?? element.querySelector('h2')?.textContent ?? '';
      return name === '' ? [] : [{ name, element }];
    });
}

/** Brings a part under the strip and puts the focus on what opens it, so that keys go on from there. */
function goTo({ element }: Part): void {
  element.scrollIntoView({ block: 'start' });
  const first = element.querySelector<HTMLElement>('button, a, input, [tabindex="0"]');
  first?.focus({ preventScroll: true });
}

/** The parts of a page that is long; none for one that is not. */
export function useLongPage(page: RefObject<HTMLElement | null>): readonly Part[] {
  const [parts, setParts] = useState<readonly Part[]>([]);
  const long = useRef(false);
  useEffect(() => {
    const element = page.current;
    if (!element) return;
    const look = () => {
      const windows = document.documentElement.scrollHeight / innerHeight;
      // On a phone, where it stands on a row of its own, it is always there: nothing moves when a part is opened.
      long.current = innerWidth < 600 || windows > (long.current ? UNTIL_WINDOWS : FROM_WINDOWS);
      const found = long.current ? partsOf(element) : [];
      setParts((before) =>
        before.length === found.length &&
        before.every(({ name, element: was }, i) => was === found[i]?.element && name === found[i]?.name)
          ? before
          : found,
      );
    };
    const watcher = new ResizeObserver(look);
    watcher.observe(element);
    look();
    return () => watcher.disconnect();
  }, [page]);
  return parts.length > 1 ? parts : [];
}

/** The parts of a long page, in the row of its heading: nothing below moves when the page becomes long. */
export function PageContents({ parts }: { parts: readonly Part[] }) {
  return (
    <Box
      component="select"
      aria-label="On this page"
      value=""
      onChange={({ target }) => {
        const part = parts[Number(target.value)];
        if (part) goTo(part);
      }}
      sx={{
        minHeight: { xs: 48, sm: 36 },
        maxWidth: '100%',
        px: 1,
        font: 'inherit',
        color: 'text.primary',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'wall.edge',
        borderRadius: 1,
      }}
    >
      <option value="">On this page ({parts.length})</option>
      {parts.map(({ name }, i) => (
        <option key={name} value={i}>
          {name}
        </option>
      ))}
    </Box>
  );
}
