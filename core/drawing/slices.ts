import type { Sheet } from './sheet.ts';

/** A part of the sheet that can be painted by itself: the plant, or one column of the distributor. */
export interface Slice extends Omit<Sheet, 'width' | 'height'> {
  id: string;
  left: number;
  right: number;
}

const PLANT = 'plant';
const LISTS = ['pipes', 'symbols', 'parts', 'tags', 'houses', 'gauges', 'flows', 'trees'] as const;

/** The circuit a name belongs to, the cylinder, or the plant. */
const ownerOf = (name: string): string =>
  name.startsWith('circuits/') ? (name.split('/')[1] ?? PLANT) : name.startsWith('hotWater') ? 'hotWater' : PLANT;

/**
 * Parts a sheet into the plant and its columns from the left, so that a wide wall can be painted piece by piece. The
 * piece of a bar between two risers goes with the left one: what crosses it there is then painted over it.
 */
export function slicesOf(sheet: Sheet): Slice[] {
  const order = sheet.pipes.flatMap(({ id }) => (id.startsWith('bar/flow/') ? [id.slice('bar/flow/'.length)] : []));
  const slices = [PLANT, ...order].map(
    (id): Slice => ({
      id,
      left: Number.POSITIVE_INFINITY,
      right: Number.NEGATIVE_INFINITY,
      pipes: [],
      symbols: [],
      parts: [],
      tags: [],
      houses: [],
      gauges: [],
      flows: [],
      trees: [],
    }),
  );
  const byId = new Map(slices.map((slice) => [slice.id, slice]));
  const barHome = (id: string): string => {
    const riser = id.split('/')[2] ?? '';
    return order[order.indexOf(riser) - 1] ?? PLANT;
  };
  const home = (name: string): Slice => (byId.get(name.startsWith('bar/') ? barHome(name) : ownerOf(name)) ?? slices[0]) as Slice;
  const reach = (slice: Slice, from: number, to: number) => {
    slice.left = Math.min(slice.left, from);
    slice.right = Math.max(slice.right, to);
  };
  const put = <K extends (typeof LISTS)[number]>(list: K, each: Sheet[K][number], name: string, from: number, to: number) => {
    const slice = home(name);
    (slice[list] as Sheet[K][number][]).push(each);
    reach(slice, from, to);
  };
  for (const pipe of sheet.pipes) {
    const xs = pipe.points.map(([x]) => x);
    put('pipes', pipe, pipe.id, Math.min(...xs), Math.max(...xs));
  }
  for (const each of sheet.symbols)
    put('symbols', each, each.component, each.at[0] - each.width / 2, each.at[0] + each.width / 2);
  for (const each of sheet.parts) put('parts', each, each.pipe, each.at[0], each.at[0]);
  for (const each of sheet.tags) put('tags', each, each.component, each.at[0], each.at[0] + each.width);
  for (const each of sheet.houses) put('houses', each, each.component, each.at[0], each.at[0] + each.width);
  for (const each of sheet.trees) put('trees', each, each.component, each.at[0], each.at[0] + each.width);
  for (const each of sheet.gauges) put('gauges', each, each.point, each.at[0], each.at[0]);
  for (const each of sheet.flows) put('flows', each, each.pipe, each.at[0], each.at[0]);
  // Plants of several stations lay their columns out by where they hang.
  return slices
    .filter((slice) => slice.right >= slice.left)
    .sort((a, b) => Number(b.id === PLANT) - Number(a.id === PLANT) || a.left - b.left);
}
