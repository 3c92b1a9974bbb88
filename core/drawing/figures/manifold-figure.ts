import type { Display, Job } from '../../../model/job.ts';
import { manifoldLetter } from '../../circuit/manifolds.ts';
import { builtCircuits } from '../../design/built-circuits.ts';
import type { Design } from '../../design/design.ts';
import { say } from '../../quantity/format.ts';
import type { Drawing } from '../paper/drawing.ts';
import { fitted } from '../scene/fit.ts';
import { boxOf, type Group, type Mark, ringOf, words } from '../scene/mark.ts';

/** mm: from port to port, and where the bars and the loops stand. */
const PORT = 15;
const LEFT = 12;
const FLOW_BAR = 12;
const RETURN_BAR = 22;
const LOOP = { top: 30, bottom: 48 };
const HEIGHT = 68;

interface Port {
  label: string;
  room: string;
  length: string;
  setting: string;
}

function manifoldGroup(name: string, ports: readonly Port[]): Group {
  const width = ports.length * PORT;
  const marks: Mark[] = [
    words(name, [LEFT, 5], { size: 4, weight: 700 }),
    { kind: 'path', d: boxOf(LEFT - 8, FLOW_BAR - 2.5, width + 10, 5, 2.4), fill: 'flow', stroke: 'metal', width: 0.3 },
    { kind: 'path', d: boxOf(LEFT - 8, RETURN_BAR - 2.5, width + 10, 5, 2.4), fill: 'backCore', stroke: 'back', width: 0.8 },
    ...ports.flatMap(({ label, room, length, setting }, i): Mark[] => {
      const x = LEFT + i * PORT + 2;
      const back = x + 6;
      return [
        { kind: 'path', d: `M${x} ${FLOW_BAR + 2.5}V${LOOP.bottom}`, stroke: 'flow', width: 1 },
        { kind: 'path', d: `M${back} ${RETURN_BAR + 2.5}V${LOOP.bottom}`, stroke: 'back', width: 1 },
        { kind: 'path', d: `M${x} ${LOOP.bottom}q0 3 3 3t3 -3`, stroke: 'string', width: 0.8 },
        { kind: 'path', d: ringOf(1.7, x, FLOW_BAR), fill: 'tag', stroke: 'metal', width: 0.4 },
        { kind: 'path', d: boxOf(back - 1.5, RETURN_BAR - 1.5, 3, 3), fill: 'tag', stroke: 'metal', width: 0.4 },
        words(label, [x + 3, LOOP.top + 6], { size: 3.2, weight: 700, anchor: 'middle' }),
        fitted(words(room, [x - 1, LOOP.bottom + 8], { size: 2.8 }), PORT - 2),
        fitted(words(length, [x - 1, LOOP.bottom + 12], { size: 2.8 }), PORT - 2),
        fitted(words(setting, [x - 1, LOOP.bottom + 16], { size: 2.8, weight: 700 }), PORT - 2),
      ];
    }),
  ];
  return { key: name, role: 'frame', component: null, label: name, owner: null, at: [0, 0], marks };
}

/** Each manifold of a job with its loops: label, room, length of pipe, and what its meter is set to. */
export function manifoldFigures(job: Job, design: Design): Drawing[] {
  const display: Display = job.display;
  return builtCircuits(design).flatMap(({ id, name, sized }) => {
    const number = job.circuits.findIndex((each) => each.id === id) + 1;
    return (sized?.manifolds ?? []).map((manifold, m): Drawing => {
      const letter = manifoldLetter(m);
      const ports = manifold.loops.flatMap((l, port): Port[] => {
        const loop = sized?.loops[l];
        return loop
          ? [
              {
                label: `${number}.${letter}${port + 1}`,
                room: loop.roomName,
                length: say(loop.length, 'length', display),
                setting: say(loop.volumeFlow, 'meterFlow', display),
              },
            ]
          : [];
      });
      const title = `Manifold ${number}.${letter}: ${name}${manifold.name || manifold.storey ? `, ${manifold.name || manifold.storey}` : ''}`;
      return {
        title,
        width: LEFT + ports.length * PORT + 6,
        height: HEIGHT,
        placed: [{ at: [0, 0], scale: 1, groups: [manifoldGroup(title, ports)] }],
      };
    });
  });
}
