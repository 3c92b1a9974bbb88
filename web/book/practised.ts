import { z } from 'zod';

/** What was practised on this device. */
interface Practised {
  count: number;
  right: number;
  points: number;
}
const KEY = 'practised';
const Schema = z.object({ count: z.number(), right: z.number(), points: z.number() });
let here: Practised = { count: 0, right: 0, points: 0 };

export function practised(): Practised {
  try {
    const kept = Schema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null'));
    return kept.success ? kept.data : here;
  } catch {
    return here;
  }
}

/** Adds one fault to the record of this device. */
export function keepPractised({ right, points }: { right: boolean; points: number }): void {
  const before = practised();
  here = { count: before.count + 1, right: before.right + (right ? 1 : 0), points: before.points + points };
  try {
    localStorage.setItem(KEY, JSON.stringify(here));
  } catch {
    // It lasts as long as the page.
  }
}
