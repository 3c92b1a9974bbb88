import { isDeepStrictEqual } from 'node:util';
import { create } from 'jsondiffpatch';

/** What leads from one version of a document to another, small where little was changed. */
export type Difference = object;

const differ = create({
  // Rooms, circuits and the like are told by their ids wherever they stand in their list.
  objectHash: (item: { id?: unknown }) => (typeof item.id === 'string' ? item.id : undefined),
});

/**
 * The difference that leads back from a newer version of a document to an older one.
 * @param newer JSON value
 * @param older JSON value
 * @returns null when going back by it would not give the older one exactly; it then has to be kept whole
 */
export function wayBack(newer: object, older: object): Difference | null {
  const difference = differ.diff(newer, older);
  if (difference === undefined) return {};
  return isDeepStrictEqual(goBack(newer, [difference as Difference]), older) ? (difference as Difference) : null;
}

/**
 * An older version of a document.
 * @param newest JSON value, left as it is
 * @param back differences from `wayBack`, the newest first
 */
export function goBack(newest: object, back: readonly Difference[]): object {
  let document: unknown = structuredClone(newest);
  // A difference hands its parts on; a later one would change them in place.
  for (const difference of back)
    if (Object.keys(difference).length > 0) document = differ.patch(document, structuredClone(difference) as never);
  return document as object;
}
