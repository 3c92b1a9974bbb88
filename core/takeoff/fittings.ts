import type { Job, MaterialId } from '../../model/job.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import type { PipeDesign } from '../design/pipe-design.ts';
import type { Point, Sheet } from '../drawing/sheet.ts';
import { PIPE_MATERIALS } from '../pipe/catalogue.ts';
import { presenceOf } from '../plan/presence.ts';
import type { JointFamily } from '../plant/bodies.ts';
import type { Item, PlacedPart } from './item.ts';
import { nominalSize, threadOf } from './nominal-size.ts';

/** Metres of run beyond the wall to one elbow in each of its two pipes: a rule of thumb. */
const METRES_TO_AN_ELBOW = 3;

/** How pipe of a material is joined: common practice. */
const JOINED: Record<MaterialId, string> = {
  'copper-en1057': 'pressed or soldered',
  'copper-b88-l': 'soldered',
  'copper-b88-m': 'soldered',
  'steel-en10255': 'threaded',
  multilayer: 'pressed',
  'pex-iso15875': 'compression',
  'pex-open': 'compression',
  'pex-f876': 'expansion',
};

const FAMILY: Record<JointFamily, string> = {
  union: 'union',
  thread: 'thread',
  flange: 'pump flange',
  socket: 'socket',
  hose: 'thread',
};

/** Corners of a drawn pipe: an elbow each. */
const corners = (points: readonly Point[]): number => Math.max(points.length - 2, 0);

/** Pipe that a drawn line is made of. */
function pipeOf(design: Design, line: string): PipeDesign | null {
  const circuit = /^circuits\/([^/]+)\//.exec(line)?.[1];
  if (circuit !== undefined) return builtCircuits(design).find(({ id }) => id === circuit)?.sized?.run ?? null;
  if (line.startsWith('hotWater')) return design.hotWater?.run ?? null;
  const link = design.links.find(({ place }) => line.startsWith(`${place}/`));
  return link?.run ?? design.source?.run ?? null;
}

/** Component whose presence a drawn line shares. */
const ownerOf = (line: string): string => {
  const circuit = /^circuits\/[^/]+/.exec(line)?.[0];
  return circuit !== undefined ? `${circuit}/run` : line.startsWith('hotWater') ? 'hotWater/run' : 'source/run';
};

/**
 * Elbows, tees and adaptors, counted off the drawing of the wall and by a rule of thumb along the runs: an estimate, marked as one.
 * @param sheet the wall as it is drawn
 * @param parts what hangs on it, each with the way it is joined
 */
export function fittingItems(job: Job, design: Design, sheet: Sheet, parts: readonly PlacedPart[]): Item[] {
  const items: Item[] = [];
  const put = (what: string, pipe: PipeDesign, place: string, quantity: number, note = '') => {
    const presence = presenceOf(job, place);
    if (quantity <= 0 || presence === 'there') return;
    items.push({
      group: 'fittings',
      what,
      size: pipe.size.label,
      quantity,
      unit: 'piece',
      presence,
      estimated: true,
      note,
      places: [place],
    });
  };
  const joined = (pipe: PipeDesign) => `${PIPE_MATERIALS[pipe.material.id].label.toLowerCase()}, ${JOINED[pipe.material.id]}`;
  for (const line of sheet.pipes) {
    const pipe = pipeOf(design, line.id);
    if (pipe) put(`Elbow, ${joined(pipe)}`, pipe, ownerOf(line.id), corners(line.points));
  }
  // Each pair of risers but the last leaves the bars by two tees; the last turns by two elbows.
  const risers = sheet.pipes.filter(({ id }) => id.startsWith('bar/flow/'));
  risers.forEach(({ id }, i) => {
    const branch = id.slice('bar/flow/'.length);
    const place = branch === 'hotWater' ? 'hotWater/run' : `circuits/${branch}/run`;
    const bar = design.source?.run;
    const own = pipeOf(design, `${place.replace(/\/run$/, '')}/x`);
    if (!bar || !own) return;
    put(i === risers.length - 1 ? `Elbow, ${joined(bar)}` : `Tee, ${joined(bar)}`, bar, place, 2, `branch ${own.size.label}`);
  });
  for (const { id, sized } of builtCircuits(design)) {
    const circuit = job.circuits.find((each) => each.id === id);
    if (!sized || !circuit) continue;
    const place = `circuits/${id}/run`;
    put(`Elbow, ${joined(sized.run)}`, sized.run, place, 2 * Math.floor(circuit.run.length / METRES_TO_AN_ELBOW));
    for (const section of sized.tree) {
      const entry = circuit.sections.find((each) => each.id === section.id);
      const at = `circuits/${id}/sections/${section.id}`;
      // A piece branches off by two tees, and each room at its end but the last by two more.
      put(`Tee, ${joined(section.pipe)}`, section.pipe, at, 2 + 2 * Math.max((entry?.rooms.length ?? 0) - 1, 0));
    }
    // Where the pipe of the wall is of another material than that of the run, both of its pipes change over once.
    const bar = design.source?.run;
    if (bar && bar.material.id !== sized.run.material.id)
      put(`Adaptor, ${joined(bar)} to ${JOINED[sized.run.material.id]}`, sized.run, place, 2);
  }
  for (const { component, place, label, body } of parts) {
    const pipe = pipeOf(design, `${component}/x`);
    const presence = presenceOf(job, place);
    if (!pipe || presence === 'there') continue;
    const own = JOINED[pipe.material.id];
    // A part that screws or flanges on to pressed, soldered or compression pipe takes an adaptor at each port.
    if (body.joint === 'socket' || own === 'threaded') continue;
    items.push({
      group: 'fittings',
      what: `Adaptor, ${joined(pipe)} to ${FAMILY[body.joint]} ${threadOf(body.bore)}`,
      size: nominalSize(body.bore),
      quantity: Math.min(body.ports, 4),
      unit: 'piece',
      presence,
      estimated: true,
      note: label,
      places: [place],
    });
  }
  return items.map((item) => ({ ...item, note: item.what.startsWith('Adaptor') ? '' : item.note }));
}
