import type { SymbolKind } from '../../core/drawing/sheet.ts';
import { fieldKeyAt } from '../../model/fields.ts';
import type { Place } from '../../model/place.ts';

/** Where the manual tells of a field; its first page where it tells of none. */
export function manualOfField(place: Place): string {
  const key = fieldKeyAt(place);
  return key ? `/manual/fields#${encodeURIComponent(key)}` : '/manual';
}

/** Where the manual tells of a sign of the wall. */
export const manualOfSign = (kind: SymbolKind): string => `/manual/signs#${kind}`;
