/** The entries of the plant, parted as one walks along the wall. */
export const GROUPS = ['source', 'header', 'pumps', 'water', 'safety'] as const;
export type Group = (typeof GROUPS)[number];
/** The group in which a place, or a component of the wall, is entered. */
export function groupOf(place: string): Group {
  if (/^(distribution|ownPumps|source\/pump)/.test(place)) return 'pumps';
  if (/^(separation|stations|links|header|pairs|volumiser|source\/(volumiser|least(Output|RunTime)))/.test(place))
    return 'header';
  if (place.startsWith('hotWater')) return 'water';
  if (/^(vessel|waters|safety|relief)/.test(place)) return 'safety';
  return 'source';
}
