/** The decisions of the plant in the order in which one walks along the wall. */
export const GROUPS = ['source', 'inside', 'pipe', 'more', 'cold', 'header', 'pumps', 'water', 'vessel', 'safety'] as const;
export type Group = (typeof GROUPS)[number];

/** The decision in which a place, or a component of the wall, is entered. */
export function groupOf(place: string): Group {
  if (/^(source\/(cooling|coldAt)|stations\/[^/]+\/(chiller|band))/.test(place)) return 'cold';
  if (/^(distribution|ownPumps|source\/pump)/.test(place)) return 'pumps';
  if (/^(separation|stations|links|header|pairs|volumiser|source\/(volumiser|least(Output|RunTime)))/.test(place))
    return 'header';
  if (place.startsWith('hotWater')) return 'water';
  if (/^(vessel|waters)/.test(place)) return 'vessel';
  if (/^(safety|relief)/.test(place)) return 'safety';
  if (place.startsWith('furtherSources')) return 'more';
  if (/^source\/(run|components|returnComponents)/.test(place)) return 'pipe';
  if (/^source\/(standing|leastFlow|loss|waterContent|returnLift|firing|inside|spareHead)/.test(place)) return 'inside';
  return 'source';
}

/** The line of a decision on the page. */
export const lineOfGroup = (group: Group): string => `plant/${group}`;
