import type { Job } from '../../model/job.ts';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

const WORDS: Partial<Record<keyof Job, string>> = {
  name: 'name of the job',
  site: 'site',
  display: 'units',
  rulebook: 'rulebook',
  wholeHouseLoad: 'whole-house heat load',
  source: 'source',
  separation: 'separation',
  vessel: 'expansion vessel',
  fluid: 'fluid',
  assumptions: 'what is only assumed',
  unread: 'entries that could not be read',
};

/** Most lines shown of each list. */
const MOST_LINES = 6;

/** What differs between two versions of a job, in words. */
export function differences(a: Job, b: Job): string[] {
  const lines = (Object.keys(WORDS) as (keyof Job)[]).filter((key) => !same(a[key], b[key])).map((key) => WORDS[key] as string);
  for (const [key, word] of [
    ['rooms', 'room'],
    ['circuits', 'circuit'],
  ] as const) {
    const others = new Map(b[key].map((item) => [item.id, item]));
    const ours = new Set(a[key].map((item) => item.id));
    const changed = [
      ...a[key].flatMap((item) => {
        const other = others.get(item.id);
        if (!other) return [`${word} ${item.name || item.id}, only here`];
        return same(item, other) ? [] : [`${word} ${item.name || item.id}`];
      }),
      ...b[key].filter((item) => !ours.has(item.id)).map((item) => `${word} ${item.name || item.id}, only there`),
    ];
    lines.push(...changed.slice(0, MOST_LINES));
    if (changed.length > MOST_LINES) lines.push(`${changed.length - MOST_LINES} more ${word}s`);
  }
  return lines;
}
