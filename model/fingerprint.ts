import type { Job } from './job.ts';

/** Parts of a job that no run depends on. */
const APART: readonly (keyof Job)[] = [
  'name',
  'stage',
  'usual',
  'display',
  'runs',
  'accepted',
  'unread',
  'presence',
  'articles',
  'quote',
];

/** FNV-1a of 32 bits over the UTF-16 units of a text (Fowler, Noll, Vo), as eight hexadecimal digits. */
export function fnv1a(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) {
    hash ^= text.charCodeAt(i);
    hash = Math.imul(hash, 0x01000193);
  }
  return (hash >>> 0).toString(16).padStart(8, '0');
}

/** The same text for the same content, in whatever order its keys were written. */
const ordered = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(ordered);
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, of]) => [key, ordered(of)]),
  );
};

/** Stands for all of a job that a run is made from: another one means that a result is stale. */
export function fingerprintOf(job: Job | Record<string, unknown>): string {
  const inputs = Object.fromEntries(Object.entries(job).filter(([key]) => !APART.includes(key as keyof Job)));
  return fnv1a(JSON.stringify(ordered(inputs)));
}
