/** Characters no text of a job can hold: controls other than tab and line ends, and halves of surrogate pairs. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: those are what is looked for
const UNKEEPABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]|[\ud800-\udfff]/gu;

/** A text without what cannot be kept: a database holds no zero bytes, and no half characters. */
export const cleanText = (text: string): string => text.replace(UNKEEPABLE, '');

/**
 * A clean text of at most so many UTF-16 units, as the job file counts, never cut inside a character.
 * @param most units
 */
export function clipText(text: string, most: number): string {
  const clean = cleanText(text);
  return clean.length <= most ? clean : cleanText(clean.slice(0, most));
}

/**
 * A value with every text in it cleaned. What is the same object as before is taken to be clean, so that after one edit of a job only
 * what that edit touched is looked through; what needs no cleaning stays the same object.
 */
export function cleaned<T>(value: T, before?: unknown): T {
  if (value === before) return value;
  if (typeof value === 'string') return cleanText(value) as T;
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const old = new Set<unknown>(Array.isArray(before) ? before : []);
    let changed = false;
    const next = value.map((each) => {
      const clean = old.has(each) ? each : cleaned(each);
      if (clean !== each) changed = true;
      return clean;
    });
    return (changed ? next : value) as T;
  }
  const old = (typeof before === 'object' && before !== null ? before : {}) as Record<string, unknown>;
  let next: Record<string, unknown> | null = null;
  for (const [key, each] of Object.entries(value)) {
    const clean = cleaned(each, old[key]);
    if (clean !== each) {
      next ??= { ...(value as Record<string, unknown>) };
      next[key] = clean;
    }
  }
  return (next ?? value) as T;
}
