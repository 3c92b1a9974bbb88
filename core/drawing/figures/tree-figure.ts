import type { Job } from '../../../model/job.ts';
import { builtCircuits } from '../../design/built-circuits.ts';
import type { Design } from '../../design/design.ts';
import { presenceOf } from '../../plan/presence.ts';
import { say } from '../../quantity/format.ts';
import type { Drawing } from '../paper/drawing.ts';
import { fitted } from '../scene/fit.ts';
import { type Group, type Mark, ringOf, words } from '../scene/mark.ts';

/** mm: one row to a piece of pipe, one step to the right for each tee it lies behind. */
const ROW = 9;
const STEP = 9;
const LEFT = 6;
const TOP = 12;
const WORDS = 120;

/** The pipe tree of a circuit: each piece with its size, length, heat and rooms, behind the piece it branches off. */
export function treeFigures(job: Job, design: Design): Drawing[] {
  const { display } = job;
  return builtCircuits(design).flatMap(({ id, name, sized }): Drawing[] => {
    const circuit = job.circuits.find((each) => each.id === id);
    if (!sized || !circuit || sized.tree.length === 0) return [];
    const deepest = Math.max(...sized.tree.map(({ depth }) => depth));
    const rowOf = (i: number) => TOP + (i + 1) * ROW;
    const x = (depth: number) => LEFT + depth * STEP;
    const roomNames = new Map(job.rooms.map((room) => [room.id, room.name]));
    const start: Mark[] = [
      words(`Pipe tree: ${name}`, [LEFT - 2, 5], { size: 4, weight: 700 }),
      { kind: 'path', d: ringOf(1.6, LEFT, TOP), fill: 'metal' },
      words(`from the plant, ${sized.run.size.label}, ${say(circuit.run.length, 'length', display)}`, [LEFT + 4, TOP + 1.1], {
        size: 3.2,
      }),
    ];
    const pieces = sized.tree.flatMap(({ id: section, parent, depth, load, pipe }, i): Mark[] => {
      const entry = circuit.sections.find((each) => each.id === section);
      const y = rowOf(i);
      const from = parent < 0 ? TOP : rowOf(parent);
      const left = x(depth);
      const there = presenceOf(job, `circuits/${id}/sections/${section}`) === 'there';
      const rooms = (entry?.rooms ?? []).map((room) => roomNames.get(room) ?? room).join(', ');
      const says = [
        pipe.size.label,
        entry ? say(entry.length, 'length', display) : '',
        say(load.value, 'power', display),
        there ? 'there already' : '',
      ]
        .filter(Boolean)
        .join(' · ');
      return [
        { kind: 'path', d: `M${left} ${from}V${y}H${left + STEP}`, stroke: there ? 'string' : 'flow', width: there ? 0.7 : 1.2 },
        { kind: 'path', d: ringOf(1.3, left + STEP, y), fill: 'tag', stroke: 'metal', width: 0.5 },
        fitted(words(entry?.name || section, [left + STEP + 3, y - 0.6], { size: 3.2, weight: 700 }), WORDS / 2 - 6),
        fitted(words(says, [left + STEP + 3, y + 3], { size: 2.8 }), WORDS / 2),
        fitted(words(rooms, [left + STEP + WORDS / 2, y + 1], { size: 2.8 }), WORDS / 2),
      ];
    });
    const group: Group = {
      key: id,
      role: 'frame',
      component: null,
      label: name,
      owner: null,
      at: [0, 0],
      marks: [...start, ...pieces],
    };
    return [
      {
        title: `Pipe tree: ${name}`,
        width: x(deepest + 1) + STEP + WORDS,
        height: rowOf(sized.tree.length - 1) + 6,
        placed: [{ at: [0, 0], scale: 1, groups: [group] }],
      },
    ];
  });
}
