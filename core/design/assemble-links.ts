import type { ControlSpec } from '../network/control.ts';
import type { AssembledLink } from './assembly.ts';
import type { Context } from './context.ts';
import type { LinkFlow } from './link-design.ts';
import { type AddLink, type AddNode, linkOfParts, pumpLink, pumpMode, wallHeat } from './links.ts';
import type { Parts } from './plant-parts.ts';
import { endsOfBranch, pointsOf } from './points.ts';

/** The pipes from one station to the next: pump, parts, flow and return. */
export function addLinks(context: Context, parts: Parts, node: AddNode, add: AddLink, controls: ControlSpec[]): AssembledLink[] {
  return parts.source.beyond.links.map((link) => addLinkTo(context, parts, link, node, add, controls));
}

function addLinkTo(
  context: Context,
  parts: Parts,
  { place, entry, branch, run, runHeat, supply, back }: LinkFlow,
  node: AddNode,
  add: AddLink,
  controls: ControlSpec[],
): AssembledLink {
  const { piping, job } = context;
  const { size, material } = run.pipe;
  const from = endsOfBranch(piping, place);
  const to = pointsOf(piping, branch.to);
  const pipe = {
    length: entry.run.length * (1 + entry.run.fittingsAllowance),
    bore: size.bore,
    roughness: material.roughness,
  };
  const heat = wallHeat(context, runHeat, entry.run.length);
  const pump = parts.linkPumps.get(place) ?? null;
  const mode = pump && pumpMode(context, pump, entry.pumpControl);
  let after = node(from.flow);
  if (pump && mode) {
    add(pumpLink(context, { id: `${place}/pump`, from: after, to: node(`${place}/pumped`) }, pump, mode));
    after = `${place}/pumped`;
  }
  add({ id: `${place}/parts`, from: after, to: node(`${place}/parted`), ...linkOfParts(entry.components, size.bore) });
  add({ id: `${place}/flow`, from: `${place}/parted`, to: node(to.flow), pipe, heat });
  add({
    id: `${place}/return`,
    from: node(to.back),
    to: node(from.back),
    pipe,
    ...linkOfParts(entry.returnComponents, size.bore),
    heat,
  });
  const holds = entry.pumpControl === 'constant-difference' && pump?.speed;
  if (holds)
    controls.push({
      kind: 'difference',
      id: `${place}/difference`,
      pump: `${place}/pump`,
      supply: to.flow,
      back: to.back,
      difference: entry.temperatureDifference === 'auto' ? Math.max(supply.value - back.value, 1) : entry.temperatureDifference,
    });
  const behind = new Set(piping.behind(branch).map((each) => each.place));
  return {
    id: entry.id,
    place,
    to: branch.to,
    own: pump && mode && { pump, mode },
    circuits: job.circuits.flatMap(({ id }) => (behind.has(`circuits/${id}`) ? [id] : [])),
    hotWater: behind.has('hotWater'),
    differenceControl: holds ? `${place}/difference` : null,
  };
}
