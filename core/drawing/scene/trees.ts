import type { SketchedSection, TreeSketch } from '../sheet.ts';
import { type Group, type PathMark, ringOf, words } from './mark.ts';

const line = ({ points }: SketchedSection): string => points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('');

/** A section: on the index run with a copper edge, too small in dashes of the colour of a stop, never seen in dashes of string. */
function sectionMarks(section: SketchedSection): PathMark[] {
  const d = line(section);
  const { width, short, onIndex, unseen } = section;
  return [
    ...(onIndex ? [{ kind: 'path', d, stroke: 'copper', width: width + 5 } as const] : []),
    {
      kind: 'path',
      d,
      stroke: short ? 'stop' : unseen ? 'string' : 'metal',
      width,
      ...(short ? { dash: [5, 2.5] } : unseen ? { dash: [2.5, 3] } : {}),
    },
  ];
}

/** How a tree is said in a few words: "5 sections, 2 too small". */
const treeWords = ({ count, short }: TreeSketch): string =>
  `${count} ${count === 1 ? 'section' : 'sections'}${short > 0 ? `, ${short} too small` : ''}`;

/** Pipe trees in small above their houses, as wide as their bores. */
export const treeGroups = (trees: readonly TreeSketch[]): Group[] =>
  trees.map((tree) => {
    const [x, y] = tree.at;
    const outline = `M${x} ${y}h${tree.width}v${tree.height}h${-tree.width}z`;
    return {
      key: `tree/${tree.circuitId}`,
      role: 'tree',
      component: tree.component,
      label: `${tree.name}: pipe tree, ${treeWords(tree)}`,
      owner: `circuits/${tree.circuitId}`,
      at: [0, 0],
      outline,
      marks: [
        words(treeWords(tree), [x + 8, y + 13], {
          size: 12.5,
          weight: tree.short > 0 ? 700 : 450,
          ink: tree.short > 0 ? 'stop' : 'metal',
        }),
        // The index run last, so that no other section crosses it.
        ...tree.sections.toSorted((a, b) => Number(a.onIndex) - Number(b.onIndex)).flatMap(sectionMarks),
        // A ring at every tee tells the sections apart.
        ...tree.sections.flatMap(({ points, hung }): PathMark[] => {
          const tee = points.at(-1);
          return tee && hung ? [{ kind: 'path', d: ringOf(3.4, ...tee), fill: 'tag', stroke: 'metal', width: 1.6 }] : [];
        }),
      ],
    };
  });
