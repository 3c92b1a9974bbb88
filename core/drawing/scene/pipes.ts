import { ownerOf } from '../owner.ts';
import type { PipeLine, Point } from '../sheet.ts';
import { flowIn, type Look } from './look.ts';
import { type Group, type Ink, type PathMark, through } from './mark.ts';

const PIPE_WIDTH = 7;
/** What is there already is drawn thinner, what comes later in dashes. */
const THERE_WIDTH = 4.6;
const LATER_DASH = [11, 7] as const;
/** Distance between the arrows along a pipe, and the shortest run that gets one. */
const ARROW_EVERY = 150;
const SHORTEST = 34;
/** Width left free where a return crosses over the flow bar. */
const GAP = 14;

/** Pipes: flow is one solid band, return a band with a pale core; arrows show the way of the water. */
export function pipeGroups(pipes: readonly PipeLine[], look: Look): Group[] {
  const cold = look.state?.cools === true;
  // Flow first, then the gaps where return risers cross the flow bar, then return: only true crossings show a gap.
  const of = (role: PipeLine['role']) => pipes.filter((pipe) => pipe.role === role);
  const crossing = of('return').filter((pipe) => /^circuits\/.*\/(return|into-bar)$/.test(pipe.id));
  return [
    ...of('flow').map((pipe) => pipeGroup(pipe, flowIn(look, pipe.id), cold)),
    ...crossing.map(
      (pipe): Group => ({
        key: `${pipe.id}/gap`,
        role: 'gap',
        component: null,
        label: '',
        owner: null,
        at: [0, 0],
        marks: [{ kind: 'path', d: through(pipe.points), stroke: 'board', width: GAP }],
      }),
    ),
    ...of('return').map((pipe) => pipeGroup(pipe, flowIn(look, pipe.id), cold)),
  ];
}

/** Dashes in the middle of cold water: a row of dots on its way out, long ones on its way home. */
const COLD_DOTS = [0.1, 9] as const;
const COLD_DASH = [12, 9] as const;

/** The mark in the middle of a band that tells without colour what is in it; hot water on its way out has none. */
function coreOf(role: PipeLine['role'], d: string, width: number, cold: boolean): PathMark[] {
  if (cold && role === 'flow')
    return [{ kind: 'path', d, stroke: 'coldCore', width: width * 0.42, dash: COLD_DOTS, round: true }];
  if (cold) return [{ kind: 'path', d, stroke: 'coldCore', width: width * 0.3, dash: COLD_DASH }];
  return role === 'return' ? [{ kind: 'path', d, stroke: 'backCore', width: width * 0.34 }] : [];
}

/** A band of water and the mark in its middle. @param d its way @param cold cold water, in summer */
export const bandMarks = (role: PipeLine['role'], d: string, width: number, cold: boolean): PathMark[] => [
  { kind: 'path', d, stroke: inkOf(role, cold), width },
  ...coreOf(role, d, width, cold),
];

/** What a pipe is drawn with. */
export const inkOf = (role: PipeLine['role'], cold: boolean): Ink =>
  cold ? (role === 'flow' ? 'cold' : 'coldBack') : role === 'flow' ? 'flow' : 'back';

function pipeGroup({ id, role, points, presence }: PipeLine, flow: number | null, cold: boolean): Group {
  const d = through(points);
  const width = presence === 'there' ? THERE_WIDTH : PIPE_WIDTH;
  const dash = presence === 'later' ? { dash: LATER_DASH } : {};
  const ink = inkOf(role, cold);
  return {
    key: id,
    role: role === 'flow' ? 'flow-pipe' : 'return-pipe',
    component: null,
    label: id,
    owner: ownerOf(id),
    at: [0, 0],
    flow,
    marks: [
      ...bandMarks(role, d, width, cold).map((mark) => ({ ...mark, ...dash })),
      ...(flow === 0 ? [] : arrows(flow !== null && flow < 0 ? [...points].reverse() : points, ink)),
    ],
  };
}

function arrows(points: readonly Point[], ink: Ink): PathMark[] {
  return points.slice(1).flatMap((to, i) => {
    const from = points[i] as Point;
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const length = Math.hypot(dx, dy);
    if (length < SHORTEST) return [];
    const count = Math.max(1, Math.floor(length / ARROW_EVERY));
    const turn = (Math.atan2(dy, dx) * 180) / Math.PI;
    return Array.from({ length: count }, (_, k): PathMark => {
      const share = (k + 0.5) / count;
      return {
        kind: 'path',
        d: 'M-7 -8L9 0L-7 8z',
        fill: ink,
        stroke: 'board',
        width: 1.6,
        at: [from[0] + dx * share, from[1] + dy * share],
        turn,
      };
    });
  });
}
