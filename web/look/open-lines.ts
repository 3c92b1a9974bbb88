import { useCallback, useEffect, useState } from 'react';
import { useParams } from 'react-router';

const keyOf = (job: string) => `lines:${job}`;

function kept(job: string): Record<string, boolean> {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(keyOf(job)) ?? '{}');
    return typeof read === 'object' && read !== null ? (read as Record<string, boolean>) : {};
  } catch {
    return {};
  }
}

function keep(job: string, id: string, open: boolean): void {
  try {
    localStorage.setItem(keyOf(job), JSON.stringify({ ...kept(job), [id]: open }));
  } catch {
    // Without storage a line forgets with the page whether it was open.
  }
}

/** Lines asked for that are not on the page yet. */
const asked = new Set<string>();

/** Asks a line of the page to open, wherever it stands and as soon as it is there. */
const OPEN_LINE = 'open-line';
export const openLine = (id: string): void => {
  asked.add(id);
  window.dispatchEvent(new CustomEvent(OPEN_LINE, { detail: id }));
};

/** Whether a line of decisions is open, as this browser keeps it with the job. */
export function useOpenLines(id: string, first: boolean): [open: boolean, toggle: () => void] {
  const { id: job = '' } = useParams();
  const [open, setOpen] = useState(() => asked.delete(id) || (kept(job)[id] ?? first));
  const toggle = useCallback(() => {
    setOpen((before) => {
      keep(job, id, !before);
      return !before;
    });
  }, [job, id]);
  useEffect(() => {
    const onAsked = (event: Event) => {
      if ((event as CustomEvent).detail !== id) return;
      asked.delete(id);
      setOpen(true);
    };
    window.addEventListener(OPEN_LINE, onAsked);
    return () => window.removeEventListener(OPEN_LINE, onAsked);
  }, [id]);
  return [open, toggle];
}
