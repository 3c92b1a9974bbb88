import type { Section } from '../../model/job.ts';

/** A section in its place: what it hangs on, what hangs on it. */
export interface TreeSection {
  section: Section;
  /** Index of the section it branches off; -1 at the end of the run from the plant. */
  parent: number;
  children: number[];
  /** Sections between it and the run. */
  depth: number;
}

export interface PipeTree {
  /** From the run outwards: a section stands behind the one it branches off. */
  sections: TreeSection[];
  /** Ids of sections that branch off nothing that is there, or off themselves in a ring; they hang on the run. */
  astray: string[];
}

/**
 * Sets the sections of a circuit out as a tree. A section whose origin is missing, or that leads back to itself, hangs on
 * the run instead, and is named.
 */
export function pipeTree(sections: readonly Section[]): PipeTree {
  const byId = new Map(sections.map((section) => [section.id, section]));
  const astray: string[] = [];
  const originOf = (section: Section): string | null => {
    if (section.from === null) return null;
    const seen = new Set([section.id]);
    for (let id: string | null = section.from; id !== null; id = byId.get(id)?.from ?? null) {
      if (!byId.has(id) || seen.has(id)) {
        // Only what is itself missing its origin, or stands in the ring, is astray; what hangs on it is not.
        if (id === section.id || !byId.has(section.from)) {
          astray.push(section.id);
          return null;
        }
        return section.from;
      }
      seen.add(id);
    }
    return section.from;
  };
  const origins = new Map(sections.map((section) => [section.id, originOf(section)]));
  const ordered: TreeSection[] = [];
  const place = (from: string | null, parent: number, depth: number): void => {
    for (const section of sections) {
      if (origins.get(section.id) !== from) continue;
      const index = ordered.push({ section, parent, children: [], depth }) - 1;
      ordered[parent]?.children.push(index);
      place(section.id, index, depth + 1);
    }
  };
  place(null, -1, 0);
  return { sections: ordered, astray };
}

/**
 * Loads that add up towards the plant: of each section its own rooms and all that branches off it.
 * @param own load at the end of each section itself, in the order of the tree
 */
export function loadsAlong({ sections }: PipeTree, own: readonly number[]): number[] {
  const loads = [...own];
  for (let i = sections.length - 1; i >= 0; i--) {
    const { parent } = sections[i] as TreeSection;
    if (parent >= 0) loads[parent] = (loads[parent] as number) + (loads[i] as number);
  }
  return loads;
}

/** Sums from the run to the end of each section, of something each section takes. */
export function sumsAlong({ sections }: PipeTree, each: readonly number[]): number[] {
  const sums: number[] = [];
  sections.forEach(({ parent }, i) => {
    sums.push((each[i] as number) + (parent >= 0 ? (sums[parent] as number) : 0));
  });
  return sums;
}

/** Index of the section that a room hangs on, by room; the first that names it counts. */
export function sectionOfRoom({ sections }: PipeTree): Map<string, number> {
  const found = new Map<string, number>();
  sections.forEach(({ section }, i) => {
    for (const room of section.rooms) if (!found.has(room)) found.set(room, i);
  });
  return found;
}
