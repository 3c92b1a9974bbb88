import type { TeeSpec } from '../network/network.ts';
import type { TwinLink } from '../network/twin.ts';
import type { LoopSetting } from './balancing.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { AddLink, AddNode } from './links.ts';

/** Where branches begin and end: on a section of the tree, or on the end of the run. */
export const endsOf = (place: string, section: string | null) =>
  section === null
    ? { supply: `${place}/supply`, collect: `${place}/collect` }
    : { supply: `${place}/sections/${section}/supply`, collect: `${place}/sections/${section}/collect` };

/** The pipe tree: a flow and a return pipe for each section, as wide and long as designed. */
export function addTree({ circuit, place, tree }: CircuitFlow, node: AddNode, add: AddLink): void {
  for (const { id, parent, pipe } of tree.sections) {
    const section = circuit.sections.find((each) => each.id === id);
    if (!section) continue;
    const { supply, collect } = endsOf(place, id);
    const from = endsOf(place, tree.sections[parent]?.id ?? null);
    const { size, material } = pipe.pipe;
    const laid = { length: section.length * (1 + section.fittingsAllowance), bore: size.bore, roughness: material.roughness };
    add({ id: `${pipe.pipe.place}/flow`, from: from.supply, to: node(supply, circuit.height), pipe: laid });
    add({ id: `${pipe.pipe.place}/return`, from: node(collect, circuit.height), to: from.collect, pipe: laid });
  }
}

/**
 * Tees where the tree parts in two: their losses follow the split. The wider leg, or the one that carries more, goes
 * straight on. Where more legs meet there is a manifold, which costs nothing.
 */
export function treeTees(links: readonly TwinLink[], flows: readonly CircuitFlow[], loops: readonly LoopSetting[][]): TeeSpec[] {
  const tees: TeeSpec[] = [];
  flows.forEach(({ place, tree, run, load: whole, volumeFlow }, i) => {
    if (tree.sections.length === 0) return;
    const carried = new Map<string, { load: number; bore: number }>();
    for (const { pipe, load } of tree.sections) {
      for (const way of ['flow', 'return'])
        carried.set(`${pipe.pipe.place}/${way}`, { load: load.value, bore: pipe.pipe.size.bore });
    }
    const own = loops[i] as LoopSetting[];
    for (const loop of own) {
      // What several give in a row, one stream carries.
      const inRow = own.some(({ behind, roomId }) => behind !== null && roomId === loop.roomId);
      const load = inRow ? (loop.volumeFlow * whole.value) / volumeFlow.value : loop.load;
      for (const id of [loop.valve, loop.place]) carried.set(id, { load, bore: loop.bore });
    }
    const all = { load: Number.POSITIVE_INFINITY, bore: run.pipe.size.bore };
    for (const way of ['flow', 'return']) carried.set(`${place}/${way}`, all);
    const ends = [null, ...tree.sections.map((each) => each.id)].flatMap((id) => Object.values(endsOf(place, id)));
    for (const end of ends) {
      const legs = links
        .filter((link) => (link.from === end || link.to === end) && carried.has(link.id))
        .map((link) => ({ id: link.id, ...(carried.get(link.id) as { load: number; bore: number }) }))
        .sort((a, b) => b.load - a.load);
      const [trunk, straight, branch, ...more] = legs;
      if (!trunk || !straight || !branch || more.length > 0) continue;
      tees.push({
        id: `${end}/tee`,
        node: end,
        straight: [trunk.id, straight.id],
        branch: branch.id,
        bore: trunk.bore,
        branchBore: Math.min(branch.bore, trunk.bore),
      });
    }
  });
  return tees;
}
