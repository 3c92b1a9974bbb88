import type { Presence } from '../../model/job.ts';
import type { WallPart } from '../design/parts-list.ts';

/** Groups of what is bought, in the order of a merchant's counter. */
export const ITEM_GROUPS = {
  source: 'Sources',
  pumps: 'Pumps',
  valves: 'Valves',
  manifolds: 'Manifolds',
  emitters: 'Emitters',
  pipe: 'Pipe',
  fittings: 'Fittings',
  insulation: 'Insulation',
  controls: 'Controls',
} as const;
export type ItemGroup = keyof typeof ITEM_GROUPS;

/** One line of a takeoff: so many of a thing of one nominal size. */
export interface Item {
  group: ItemGroup;
  what: string;
  /** Nominal size or duty; '' where the thing has none. */
  size: string;
  quantity: number;
  unit: 'piece' | 'm';
  presence: Presence;
  /** Counted off the drawing or by a rule of thumb, not from what was entered. */
  estimated: boolean;
  note: string;
  /** Components it stands for. */
  places: string[];
}

/** What an article of somebody's own catalogue is found by. */
export const articleKey = ({ what, size }: Pick<Item, 'what' | 'size'>): string => (size === '' ? what : `${what}|${size}`);

/** Items of one thing, size and presence as one line, in the order of the groups. */
export function gathered(items: readonly Item[]): Item[] {
  const lines = new Map<string, Item>();
  for (const item of items) {
    const key = [item.group, item.what, item.size, item.unit, item.presence, item.estimated].join('\n');
    const line = lines.get(key);
    if (!line) lines.set(key, { ...item, places: [...item.places] });
    else {
      line.quantity += item.quantity;
      line.places.push(...item.places);
      if (item.note && !line.note.includes(item.note)) line.note = [line.note, item.note].filter(Boolean).join('; ');
    }
  }
  const order = Object.keys(ITEM_GROUPS);
  return [...lines.values()].sort(
    (a, b) =>
      order.indexOf(a.group) - order.indexOf(b.group) ||
      a.what.localeCompare(b.what) ||
      a.size.localeCompare(b.size, 'en', { numeric: true }),
  );
}

/** A part of the wall with the place its presence is said at. */
export interface PlacedPart extends WallPart {
  place: string;
}

/**
 * Gives each part of the wall a place of its own: what hangs in line shares a pipe with others, and saying that one is there already says
 * nothing of the pipe.
 */
export function placedParts(parts: readonly WallPart[]): PlacedPart[] {
  const seen = new Set<string>();
  return parts.map((part) => {
    const { component, label } = part;
    const first = !seen.has(component);
    seen.add(component);
    const main = first && !component.endsWith('/run') && !component.startsWith('furtherSources/');
    return { ...part, place: main ? component : `${component}/${label.toLowerCase().replace(/[^a-z0-9]+/g, '-')}` };
  });
}
