import { intPool } from './pool.ts';

/**
 * Order of elimination and places of fill for a sparse matrix whose pattern is a graph, worked out once for a graph
 * and used for every solve on it.
 */
export interface Elimination {
  /** Number of unknowns. */
  size: number;
  /** Unknown at each place of the order. */
  order: Int32Array;
  /** Place of each unknown in the order. */
  place: Int32Array;
  /** Below-diagonal entries of column c are `columnStart[c]` up to `columnStart[c + 1]`, their rows rising. */
  columnStart: Int32Array;
  row: Int32Array;
  /** Entry of the factor that holds each edge given; -1 for an edge from an unknown to itself. */
  edgeEntry: Int32Array;
  /**
   * The updates of column c run from `updateStart[c]` to `updateStart[c + 1]`: entry (c, k) of an earlier column k.
   * Its own column's entries from there to the column's end each change one target, listed one after the other.
   */
  updateStart: Int32Array;
  updateEntry: Int32Array;
  updateColumn: Int32Array;
  target: Int32Array;
}

/** Adjacency as linked cells in one pool, so that the thousands of small lists cost no objects. */
interface Cells {
  head: Int32Array;
  next: Int32Array;
  to: Int32Array;
  degree: Int32Array;
  used: number;
}

/** Edges to self and repeated edges add nothing to the pattern. */
function adjacency(size: number, from: ArrayLike<number>, to: ArrayLike<number>): Cells {
  const edges = from.length;
  const room = 3 * edges + 16;
  const cut = intPool(2 * size + 2 * room);
  const cells: Cells = { head: cut(size).fill(-1), next: cut(room), to: cut(room), degree: cut(size), used: 0 };
  for (let e = 0; e < edges; e++) {
    const a = from[e]!;
    const b = to[e]!;
    if (a !== b && !connected(cells, a, b)) {
      link(cells, a, b);
      link(cells, b, a);
    }
  }
  return cells;
}

function connected({ head, next, to, degree }: Cells, a: number, b: number): boolean {
  const [short, other] = degree[a]! <= degree[b]! ? [a, b] : [b, a];
  for (let c = head[short]!; c >= 0; c = next[c]!) if (to[c] === other) return true;
  return false;
}

function link(cells: Cells, a: number, b: number): void {
  if (cells.used === cells.to.length) {
    const next = new Int32Array(cells.used * 2);
    const to = new Int32Array(cells.used * 2);
    next.set(cells.next);
    to.set(cells.to);
    cells.next = next;
    cells.to = to;
  }
  const cell = cells.used++;
  cells.to[cell] = b;
  cells.next[cell] = cells.head[a]!;
  cells.head[a] = cell;
  cells.degree[a]!++;
}

function unlink({ head, next, to, degree }: Cells, a: number, b: number): void {
  let before = -1;
  for (let c = head[a]!; c >= 0; before = c, c = next[c]!) {
    if (to[c] !== b) continue;
    if (before < 0) head[a] = next[c]!;
    else next[before] = next[c]!;
    degree[a]!--;
    return;
  }
}

/** Unknowns waiting in one list for each degree, doubly linked, so that the least is found without a search. */
interface Waiting {
  head: Int32Array;
  next: Int32Array;
  before: Int32Array;
}

function enter({ head, next, before }: Waiting, v: number, degree: number): void {
  const first = head[degree]!;
  next[v] = first;
  before[v] = -1;
  if (first >= 0) before[first] = v;
  head[degree] = v;
}

function leave({ head, next, before }: Waiting, v: number, degree: number): void {
  const after = next[v]!;
  const ahead = before[v]!;
  if (ahead >= 0) next[ahead] = after;
  else head[degree] = after;
  if (after >= 0) before[after] = ahead;
}

/**
 * Eliminates the unknown with the fewest neighbours first (minimum degree, Tinney & Walker 1967): branches and chains
 * of a pipe network go without any fill, and only its meshed core costs more.
 * @param size number of unknowns, 0 .. size - 1
 * @param from one end of each edge @param to the other end
 */
export function planElimination(size: number, from: ArrayLike<number>, to: ArrayLike<number>): Elimination {
  const cells = adjacency(size, from, to);
  const cut = intPool(7 * size + 2);
  const order = cut(size);
  const place = cut(size);
  const waiting: Waiting = { head: cut(size + 1).fill(-1), next: cut(size), before: cut(size) };
  for (let v = size - 1; v >= 0; v--) enter(waiting, v, cells.degree[v]!);
  const columnStart = cut(size + 1);
  let neighbours = new Int32Array(4 * size + 16);
  let filled = 0;
  const mark = cut(size).fill(-1);
  let least = 0;
  for (let c = 0; c < size; c++) {
    while (waiting.head[least]! < 0) least++;
    const v = waiting.head[least]!;
    leave(waiting, v, least);
    order[c] = v;
    place[v] = c;
    columnStart[c] = filled;
    const degree = cells.degree[v]!;
    if (filled + degree > neighbours.length) {
      const wider = new Int32Array(2 * neighbours.length + degree);
      wider.set(neighbours);
      neighbours = wider;
    }
    for (let cell = cells.head[v]!; cell >= 0; cell = cells.next[cell]!) neighbours[filled++] = cells.to[cell]!;
    joinNeighbours(cells, waiting, v, neighbours, columnStart[c]!, filled, mark);
    least = Math.max(0, least - 1);
  }
  columnStart[size] = filled;
  return placeUpdates(size, order, place, columnStart, sortedRows(size, place, columnStart, neighbours), from, to);
}

/** Takes v out of the graph and joins all it was linked to: what the elimination of v fills. */
function joinNeighbours(
  cells: Cells,
  waiting: Waiting,
  v: number,
  neighbours: Int32Array,
  start: number,
  end: number,
  mark: Int32Array,
): void {
  if (end - start === 2) {
    const a = neighbours[start]!;
    const b = neighbours[start + 1]!;
    if (!connected(cells, a, b)) {
      // The middle of a row goes: its two neighbours meet, and neither has more or fewer than before.
      relink(cells, a, v, b);
      relink(cells, b, v, a);
      return;
    }
  }
  for (let i = start; i < end; i++) {
    const a = neighbours[i]!;
    leave(waiting, a, cells.degree[a]!);
    unlink(cells, a, v);
  }
  if (end - start > 2) {
    for (let i = start; i < end - 1; i++) {
      const a = neighbours[i]!;
      for (let cell = cells.head[a]!; cell >= 0; cell = cells.next[cell]!) mark[cells.to[cell]!] = a;
      for (let j = i + 1; j < end; j++) {
        const b = neighbours[j]!;
        if (mark[b] === a) continue;
        link(cells, a, b);
        link(cells, b, a);
      }
    }
  }
  for (let i = start; i < end; i++) {
    const a = neighbours[i]!;
    enter(waiting, a, cells.degree[a]!);
  }
}

function relink({ head, next, to }: Cells, a: number, from: number, b: number): void {
  for (let c = head[a]!; c >= 0; c = next[c]!) {
    if (to[c] !== from) continue;
    to[c] = b;
    return;
  }
}

/** Rows of each column as places in the order, rising. */
function sortedRows(size: number, place: Int32Array, columnStart: Int32Array, neighbours: Int32Array): Int32Array {
  const row = new Int32Array(columnStart[size]!);
  for (let c = 0; c < size; c++) {
    const start = columnStart[c]!;
    for (let i = start; i < columnStart[c + 1]!; i++) {
      const r = place[neighbours[i]!]!;
      let at = i;
      while (at > start && row[at - 1]! > r) {
        row[at] = row[at - 1]!;
        at--;
      }
      row[at] = r;
    }
  }
  return row;
}

/** Finds, once, where every product of the factorisation goes, so that the factorisation itself never searches. */
function placeUpdates(
  size: number,
  order: Int32Array,
  place: Int32Array,
  columnStart: Int32Array,
  row: Int32Array,
  from: ArrayLike<number>,
  to: ArrayLike<number>,
): Elimination {
  const entries = row.length;
  const cut = intPool(3 * size + 1 + 2 * entries + from.length);
  const updateStart = cut(size + 1);
  let targets = 0;
  for (let c = 0; c < size; c++) {
    const end = columnStart[c + 1]!;
    for (let e = columnStart[c]!; e < end; e++) {
      updateStart[row[e]! + 1]!++;
      targets += end - e - 1;
    }
  }
  for (let c = 0; c < size; c++) updateStart[c + 1]! += updateStart[c]!;
  const updateEntry = cut(entries);
  const updateColumn = cut(entries);
  const fill = cut(size);
  fill.set(updateStart.subarray(0, size));
  for (let c = 0; c < size; c++) {
    for (let e = columnStart[c]!; e < columnStart[c + 1]!; e++) {
      const u = fill[row[e]!]!++;
      updateEntry[u] = e;
      updateColumn[u] = c;
    }
  }
  const target = new Int32Array(targets);
  const entryOfRow = cut(size);
  let t = 0;
  for (let c = 0; c < size; c++) {
    for (let e = columnStart[c]!; e < columnStart[c + 1]!; e++) entryOfRow[row[e]!] = e;
    for (let u = updateStart[c]!; u < updateStart[c + 1]!; u++) {
      const end = columnStart[updateColumn[u]! + 1]!;
      for (let e = updateEntry[u]! + 1; e < end; e++) target[t++] = entryOfRow[row[e]!]!;
    }
  }
  const edgeEntry = cut(from.length);
  for (let edge = 0; edge < from.length; edge++) {
    const a = place[from[edge]!]!;
    const b = place[to[edge]!]!;
    edgeEntry[edge] = a === b ? -1 : findEntry(columnStart, row, Math.min(a, b), Math.max(a, b));
  }
  return { size, order, place, columnStart, row, edgeEntry, updateStart, updateEntry, updateColumn, target };
}

function findEntry(columnStart: Int32Array, row: Int32Array, column: number, wanted: number): number {
  let low = columnStart[column]!;
  let high = columnStart[column + 1]! - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (row[middle]! < wanted) low = middle + 1;
    else high = middle;
  }
  return low;
}
