import type { PumpMode } from '../network/pump-law.ts';
import { kvOfZeta } from '../pipe/components.ts';
import { addStations } from './assemble-stations.ts';
import type { Context } from './context.ts';
import { type AddLink, type AddNode, kvOf, LEAST_LOSS, linkOfParts, pumpLink, wallHeat } from './links.ts';
import type { Parts } from './plant-parts.ts';
import { endsOfSource, pointsOf } from './points.ts';

/** Source, its parts, pump and pipes, those beside it, and the stations. */
export function addSource(context: Context, parts: Parts, node: AddNode, add: AddLink, mode: PumpMode | null): void {
  const { job } = context;
  const { source } = parts;
  const { size, material } = source.run.pipe;
  const ends = pointsOf(context.piping, context.piping.lead.at);
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
  let home = 'source/in';
  if (parts.sourcePump && mode && job.source.pumpOn === 'return') {
    const check = parts.further.length > 0;
    add(pumpLink(context, { id: 'source/pump', from: node('source/drawn'), to: 'source/in' }, parts.sourcePump, mode, check));
    home = 'source/drawn';
  } else if (parts.sourcePump && mode) {
    // Sources side by side push each other back where nothing holds.
    const check = parts.further.length > 0;
    add(pumpLink(context, { id: 'source/pump', from: after, to: node('source/pumped') }, parts.sourcePump, mode, check));
    after = 'source/pumped';
  }
  const heat = wallHeat(context, source.runHeat, job.source.run.length);
  add({ id: 'source/flow', from: after, to: node(ends.flow), pipe, heat });
  const { lift } = source;
  add({
    id: 'source/return',
    from: node(ends.back),
    to: lift ? node('source/returned') : home,
    pipe,
    ...linkOfParts(job.source.returnComponents, size.bore),
    heat,
  });
  if (lift) {
    // The valve stands on the return: its hot port takes what was just sent, its cold one what comes back.
    add({ id: 'source/lift-hot', from: after, to: home, kv: lift.kvs.value });
    add({ id: 'source/lift-cold', from: 'source/returned', to: home, kv: lift.kvs.value });
  }
  addStations(context, parts, node, add);
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
    const branch = context.piping.branch(place);
    const at = branch.kind === 'source' ? endsOfSource(context.piping, branch) : ends;
    add({ id: `${place}/flow`, from: `${place}/pumped`, to: node(at.flow), pipe });
    add({ id: `${place}/return`, from: node(at.back), to: `${place}/in`, pipe });
  }
}

/** Kv of two close tees passed straight, for the short ways inside a circuit. */
export const teesKv = (context: Context, bore: number): number => kvOfZeta(context.rules.teeLoss.limit, bore);
