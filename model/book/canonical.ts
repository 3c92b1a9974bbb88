/**
 * A document as one text, whatever order its fields came in: what digests are taken of.
 * Fields stand in the order of their names; fields that are undefined are left out, as JSON leaves them.
 */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map((each) => canonical(each ?? null)).join(',')}]`;
  if (typeof value === 'object' && value !== null) {
    const fields = Object.entries(value).filter(([, each]) => each !== undefined);
    fields.sort(([a], [b]) => (a < b ? -1 : 1));
    return `{${fields.map(([key, each]) => `${JSON.stringify(key)}:${canonical(each)}`).join(',')}}`;
  }
  return JSON.stringify(value);
}
