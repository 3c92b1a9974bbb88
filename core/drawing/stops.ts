import type { Sheet } from './sheet.ts';

/** A place of the wall that fills a phone: the source, what separates, or one pair of risers. */
export interface Stop {
  /** Component it is of. */
  component: string;
  name: string;
  /** Its middle, in sheet units. */
  x: number;
  y: number;
  /** A pair of risers. */
  riser: boolean;
}

/** The places of a wall from the left, to be gone through one after the other: the source, the separation, then every riser. */
export function stopsOf(sheet: Sheet): Stop[] {
  const symbol = (component: string) => sheet.symbols.find((each) => each.component === component);
  const plant = ['source', 'header'].flatMap((component): Stop[] => {
    const found = symbol(component);
    return found ? [{ component, name: found.label, x: found.at[0], y: found.at[1], riser: false }] : [];
  });
  const risers = sheet.houses.map(
    ({ component, name, at, width }): Stop => ({ component, name, x: at[0] + width / 2, y: at[1], riser: true }),
  );
  const others = sheet.symbols
    .filter(({ component, kind }) => kind === 'cylinder' || (kind === 'source' && component !== 'source'))
    .map(({ component, label, at }): Stop => ({ component, name: label, x: at[0], y: at[1], riser: false }));
  return [...plant, ...risers, ...others].toSorted((a, b) => a.x - b.x);
}
