/**
 * The point that stands for the part a point belongs to, the way there shortened for the next search (union-find).
 * @param parent of each point; a point that is its own parent stands for its part
 */
export function rootOf(parent: Int32Array, of: number): number {
  let at = of;
  while (parent[at] !== at) {
    parent[at] = parent[parent[at]!]!;
    at = parent[at]!;
  }
  return at;
}
