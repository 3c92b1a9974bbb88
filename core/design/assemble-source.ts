import type { PumpMode } from '../network/pump-law.ts';
import { kvOfZeta } from '../pipe/components.ts';
import type { Context } from './context.ts';
import { type AddLink, type AddNode, kvOf, LEAST_LOSS, linkOfParts, pumpLink, wallHeat } from './links.ts';
import type { Parts } from './plant-parts.ts';
import { type Ends, pointsOfPair, ringPairs } from './points.ts';

/** Points where the source's own pipes end: those of the bars, or the far side of the plates that part the two. */
const primaryEnds = ({ job }: Context) =>
  job.separation.kind === 'plate-exchanger' ? { flow: 'primary/flow', back: 'primary/back' } : { flow: 'flow', back: 'back' };

/** Source, its parts, pump and pipes, and what joins or parts flow and return behind them. */
export function addSource(context: Context, parts: Parts, node: AddNode, add: AddLink, mode: PumpMode | null): void {
  const { job } = context;
  const { source } = parts;
  const { size, material } = source.run.pipe;
  const ends = primaryEnds(context);
  node('flow');
  node('back');
  const pipe = {
    length: job.source.run.length * (1 + job.source.run.fittingsAllowance),
    bore: size.bore,
    roughness: material.roughness,
  };
  add({
    id: 'source',
    from: node('source/in'),
    to: node('source/out'),
    ...(source.loss.value > LEAST_LOSS ? { kv: kvOf(source.volumeFlow.value, source.loss.value, source.fluid.density) } : {}),
    heat: { kind: 'source', setPoint: job.source.flowTemperature, power: source.capacity.value },
  });
  add({
    id: 'source/parts',
    from: 'source/out',
    to: node('source/parted'),
    ...linkOfParts(job.source.components, size.bore),
  });
  let after = 'source/parted';
  if (parts.sourcePump && mode) {
    // Sources side by side push each other back where nothing holds.
    const check = parts.further.length > 0;
    add(pumpLink(context, { id: 'source/pump', from: after, to: node('source/pumped') }, parts.sourcePump, mode, check));
    after = 'source/pumped';
  }
  const heat = wallHeat(context, source.runHeat, job.source.run.length);
  add({ id: 'source/flow', from: after, to: node(ends.flow), pipe, heat });
  add({
    id: 'source/return',
    from: node(ends.back),
    to: 'source/in',
    pipe,
    ...linkOfParts(job.source.returnComponents, size.bore),
    heat,
  });
  addSeparation(context, parts, node, add);
  for (const further of parts.further) {
    const { place } = further;
    add({
      id: place,
      from: node(`${place}/in`),
      to: node(`${place}/out`),
      ...(further.loss > LEAST_LOSS ? { kv: kvOf(further.flow.value, further.loss, source.fluid.density) } : {}),
      heat: { kind: 'source', setPoint: further.setPoint, power: further.capacity.value },
    });
    add(
      pumpLink(
        context,
        { id: `${place}/pump`, from: `${place}/out`, to: node(`${place}/pumped`) },
        further.pump,
        further.mode,
        true,
      ),
    );
    add({ id: `${place}/flow`, from: `${place}/pumped`, to: ends.flow, pipe });
    add({ id: `${place}/return`, from: ends.back, to: `${place}/in`, pipe });
  }
}

/** What stands between the source's pipes and the bars. */
function addSeparation(context: Context, parts: Parts, node: AddNode, add: AddLink): void {
  const { job, rules } = context;
  const { material } = parts.source.run.pipe;
  const { roughness } = material;
  const between = (length: number, bore: number, id = 'header', { flow, back }: Ends = { flow: 'flow', back: 'back' }) =>
    add({
      id,
      from: flow,
      to: back,
      pipe: { length, bore, roughness },
      fittings: { zeta: rules.teeLoss.limit, bore },
    });
  switch (job.separation.kind) {
    case 'none':
      return;
    case 'low-loss-header':
      if (parts.header) between(8 * parts.header.bore.value, parts.header.bore.value);
      return;
    case 'buffer':
      // One water, however many pipes: what the circuits draw beyond the source's flow, or leave of it, passes through.
      if (parts.tank) between(parts.tank.height, parts.tank.diameter);
      return;
    case 'closely-spaced-tees':
      addPairs(context, parts, node, add, between);
      return;
    case 'plate-exchanger': {
      const { exchanger } = parts;
      if (!exchanger) return;
      const side = (id: string, other: string, from: string, to: string, kv: number) =>
        add({ id, from, to, kv, heat: { kind: 'exchanger', other, conductance: exchanger.conductance.value } });
      side('plates/source', 'plates/circuits', 'primary/flow', 'primary/back', exchanger.sourceKv);
      side('plates/circuits', 'plates/source', 'back', 'flow', exchanger.circuitsKv);
    }
  }
}

/** The pairs of tees of a loop, one behind the other, and the pipe from one to the next. */
function addPairs(
  { job, rules, piping }: Context,
  parts: Parts,
  node: AddNode,
  add: AddLink,
  between: (length: number, bore: number, id?: string, ends?: Ends) => void,
): void {
  const { size, material } = parts.source.run.pipe;
  const { separation } = job;
  const pairs = ringPairs(piping);
  const apart = (spacing: number | 'auto') => (spacing === 'auto' ? rules.teeSpacing.limit * size.bore : spacing);
  const named = ({ flow, back }: Ends): Ends => ({ flow: node(flow), back: node(back) });
  between(apart(separation.spacing), size.bore, 'header', named(pointsOfPair(pairs, 0)));
  separation.pairs.forEach(({ id, spacing, distance }, i) => {
    if (pairs.length === 0) return;
    const ends = named(pointsOfPair(pairs, i + 1));
    add({
      id: `pairs/${id}/before`,
      from: pointsOfPair(pairs, i).back,
      to: ends.flow,
      pipe: { length: distance, bore: size.bore, roughness: material.roughness },
    });
    between(apart(spacing), size.bore, `pairs/${id}/across`, ends);
  });
}

/** Kv of two close tees passed straight, for the short ways inside a circuit. */
export const teesKv = (context: Context, bore: number): number => kvOfZeta(context.rules.teeLoss.limit, bore);
