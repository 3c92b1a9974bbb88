import type { Kelvin } from '../../model/quantities.ts';
import { loadsAlong, type PipeTree, sectionOfRoom, sumsAlong } from '../circuit/pipe-tree.ts';
import { type Figure, given, type Ingredient } from '../figure/figure.ts';
import type { CircuitPart } from './circuit-parts.ts';
import type { Context, FilledState } from './context.ts';
import type { FlowShares } from './flow-shares.ts';
import { designPipe, type SizedPipe } from './pipe-design.ts';

/** One section of the pipe tree with its load and what the water does in it. */
export interface SectionDesign {
  id: string;
  /** `circuits/c1/sections/s1`. */
  place: string;
  /** Index of the section it branches off, -1 at the run; how deep it lies. */
  parent: number;
  depth: number;
  load: Figure;
  pipe: SizedPipe;
  /** What all pipe from the run to its end takes, both ways, Pa. */
  pathLoss: number;
}

/** The sized tree of a circuit; empty where all branches hang on the run. */
export interface TreeDesign {
  sections: SectionDesign[];
  /** Sections that branch off nothing, or off themselves. */
  astray: string[];
  /** Index of the section each room hangs on; a room that is not in it hangs on the run. */
  ofRoom: ReadonlyMap<string, number>;
}

interface Asked {
  place: string;
  name: string;
  tree: PipeTree;
  parts: readonly CircuitPart[];
  shares: FlowShares;
  load: Figure;
  volumeFlow: Figure;
  fluid: FilledState;
  delta: { value: Kelvin; ingredient: Ingredient };
  /** Flow in summer over that of winter, where it is sized for that too. */
  summer: number;
}

/** Adds loads up along the tree and sizes or checks each section at its flow. A section that carries nothing is left out of the sums. */
export function designTree(context: Context, asked: Asked): TreeDesign {
  const { place, tree, parts, load, volumeFlow, fluid, delta } = asked;
  if (tree.sections.length === 0) return { sections: [], astray: [], ofRoom: new Map() };
  const ofRoom = sectionOfRoom(tree);
  const own: number[] = tree.sections.map(() => 0);
  const ownShare: number[] = tree.sections.map(() => 0);
  parts.forEach((part, i) => {
    const at = ofRoom.get(part.room.id);
    if (at === undefined) return;
    own[at] = (own[at] as number) + part.load;
    if (part.behind === null) ownShare[at] = (ownShare[at] as number) + (asked.shares.share[i] as number);
  });
  const loads = loadsAlong(tree, own);
  const shares = loadsAlong(tree, ownShare);
  const asHeat = asked.shares.flowTemperature === null;
  const sized = tree.sections.map(({ section, parent, children, depth }, i) => {
    const at = `${place}/sections/${section.id}`;
    const label = `${asked.name}, ${section.name || section.id}`;
    const carried = context.book.add({
      id: `${at}/load`,
      label: `${label}: load`,
      kind: 'heatLoad',
      value: loads[i] as number,
      formula: 'Q = Σ rooms at its end + Σ sections that branch off it',
      source: 'loads add up at each tee',
      terms: Object.fromEntries([
        ...parts
          .filter((part) => ofRoom.get(part.room.id) === i && part.load > 0)
          .map((part, k) => [
            `Q${k + 1}`,
            given(part.room.name || part.room.id, 'heatLoad', part.load, 'its emitters on this circuit'),
          ]),
        ...children.map((child) => {
          const { section: branch } = tree.sections[child] as PipeTree['sections'][number];
          return [
            `Q_${branch.id}`,
            given(branch.name || branch.id, 'heatLoad', loads[child] as number, 'section that branches off'),
          ];
        }),
      ]),
    });
    const flow = context.book.add({
      id: `${at}/volumeFlow`,
      label: `${label}: flow`,
      kind: 'volumeFlow',
      value: volumeFlow.value * (shares[i] as number),
      formula: asHeat ? 'V_s = V · Q_s / Q' : 'V_s = V · Σ shares of its rooms',
      source: asHeat ? 'flow is shared as heat is' : 'loops set for what each room needs from one water',
      terms: asHeat
        ? { V: volumeFlow, Q_s: carried, Q: load }
        : {
            V: volumeFlow,
            s: given('share of the flow that its rooms are set to', 'fraction', shares[i] as number, 'law of each emitter'),
          },
    });
    const pipe = designPipe(context, {
      place: at,
      label,
      run: section,
      volumeFlow: flow,
      fluid,
      temperatureDifference: delta,
      summer: asked.summer,
      ways: 2,
    });
    return { id: section.id, place: at, parent, depth, load: carried, pipe };
  });
  const paths = sumsAlong(
    tree,
    sized.map((each) => each.pipe.pipe.loss.value),
  );
  return { sections: sized.map((each, i) => ({ ...each, pathLoss: paths[i] as number })), astray: tree.astray, ofRoom };
}
