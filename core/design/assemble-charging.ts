import type { Assembly } from './assembly.ts';
import type { Charging } from './charging-design.ts';
import type { Context } from './context.ts';
import { type AddLink, type AddNode, pumpLink, pumpMode, wallHeat } from './links.ts';
import { endsOfBranch } from './points.ts';

/** The cylinder on the bars: pump, pipe, coil against its store as warm as when it calls, pipe back. */
export function addCharging(
  context: Context,
  charging: Charging,
  node: AddNode,
  add: AddLink,
): NonNullable<Assembly['cylinder']> {
  const { hotWater } = context.job;
  const { flow: from, back } = endsOfBranch(context.piping, 'hotWater');
  if (!hotWater) throw new RangeError('no cylinder to charge');
  const { size, material } = charging.run.pipe;
  const pipe = {
    length: hotWater.run.length * (1 + hotWater.run.fittingsAllowance),
    bore: size.bore,
    roughness: material.roughness,
  };
  const heat = wallHeat(context, charging.runHeat, hotWater.run.length);
  const { pump } = charging;
  const own = pump && { pump, mode: pumpMode(context, pump, 'fixed-speed') };
  const pumped = node('hotWater/pumped');
  if (own) add(pumpLink(context, { id: 'hotWater/pump', from, to: pumped }, own.pump, own.mode, true));
  else add({ id: 'hotWater/zone-valve', from, to: pumped, kv: charging.valveKv });
  add({ id: 'hotWater/flow', from: 'hotWater/pumped', to: node('hotWater/supply'), pipe, heat });
  add({
    id: 'hotWater/coil',
    from: 'hotWater/supply',
    to: node('hotWater/collect'),
    kv: charging.coilKv,
    heat: {
      kind: 'emitter',
      coefficient: charging.conductance,
      exponent: 1,
      room: hotWater.storeTemperature - context.rules.storeSwing.limit,
    },
  });
  add({ id: 'hotWater/return', from: 'hotWater/collect', to: back, pipe, heat });
  return {
    own,
    first: hotWater.charging === 'priority' || hotWater.diverter,
    flowTemperature: hotWater.flowTemperature,
  };
}
