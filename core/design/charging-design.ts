import { byRule, decided, type Figure, given } from '../figure/figure.ts';
import { coilConductance } from '../plant/cylinder.ts';
import { lossOfStretches } from './behind-bars.ts';
import { type Asked, type ChosenPump, choose } from './choose-pump.ts';
import type { Context } from './context.ts';
import { kvOf } from './links.ts';
import { designPipe, type SizedPipe } from './pipe-design.ts';
import { designRunHeat, type RunHeat } from './run-heat.ts';
import type { SourceFlow } from './source-design.ts';

/** What charges the cylinder: its pipe, its pump and its coil. */
export interface Charging {
  run: SizedPipe;
  runHeat: RunHeat;
  /** Its own pump; null where a valve lets in what the shared pump moves. */
  pump: ChosenPump | null;
  /** Loss at design flow, Pa. */
  loss: number;
  volumeFlow: Figure;
  /** UA of the coil, W/K, and Kv of its ways, m3/h. */
  conductance: number;
  coilKv: number;
  /** Kv of its zone valve, where it has one. */
  valveKv: number;
}

/** Pipe and pump for the flow at which the coil was rated. */
export function designCharging(context: Context, source: SourceFlow): Charging | null {
  const { job, book, rules } = context;
  const { hotWater } = job;
  if (!hotWater) return null;
  const drop = Math.max(hotWater.coilFlow - hotWater.coilReturn, 1);
  const fluid = context.fluidAt(hotWater.flowTemperature - drop / 2, 'hotWater');
  const fall = given('fall across the coil at its rating', 'temperatureDifference', drop, 'data sheet of the cylinder');
  const load = book.add({
    id: 'hotWater/coilOutput',
    label: 'Coil: rated output',
    kind: 'power',
    value: hotWater.coilOutput,
    formula: 'Q as rated',
    source: 'data sheet of the cylinder',
    terms: { Q: decided('rated output of the coil', 'power', hotWater.coilOutput, 'hotWater/coilOutput') },
  });
  const volumeFlow = book.add({
    id: 'hotWater/volumeFlow',
    label: 'Flow through the coil',
    kind: 'volumeFlow',
    value: hotWater.coilOutput / (fluid.density * fluid.specificHeat * drop),
    formula: 'V = Q / (ρ c_p ΔT)',
    source: 'energy balance at the rating of the coil',
    terms: { Q: load, ΔT: fall, ρ: context.densityOf(fluid), c_p: context.specificHeatOf(fluid) },
  });
  const run = designPipe(context, {
    place: 'hotWater/run',
    label: 'Pipe to the cylinder',
    run: hotWater.run,
    volumeFlow,
    fluid,
    temperatureDifference: { value: drop, ingredient: fall },
    ways: 2,
  });
  const flowTemperature = book.add({
    id: 'hotWater/flow',
    label: 'Flow while charging',
    kind: 'temperature',
    value: hotWater.flowTemperature,
    formula: 'T_f decided in the job',
    source: 'decided in the job',
    terms: { T_f: decided('charged with', 'temperature', hotWater.flowTemperature, 'hotWater/flowTemperature') },
  });
  const coil = rules.coilLoss;
  const branch = context.piping.branch('hotWater');
  const behind = lossOfStretches(context, source, context.piping.drives.of(branch).beyond, volumeFlow.value);
  const loss = run.lossAt(volumeFlow.value) + coil.limit;
  const asked: Asked = {
    place: 'hotWater/pump',
    label: 'Charging pump',
    pinnedId: hotWater.pump,
    designFlow: volumeFlow,
    load,
    fluid,
    losses: {
      'Δp pipe': run.pipe.loss,
      'Δp coil': byRule(coil),
      ...behind.losses,
    },
    loss: loss + behind.loss,
    ownLossAt: (at) => run.lossAt(at) + coil.limit * (at / volumeFlow.value) ** 2,
  };
  const valveKv = kvOf(volumeFlow.value, rules.zoneValveLoss.limit, fluid.density);
  return {
    run,
    runHeat: designRunHeat(context, 'Pipe to the cylinder', hotWater.run, run, flowTemperature, flowTemperature),
    pump: branch.pump ? choose(context, asked) : null,
    loss: loss + rules.zoneValveLoss.limit,
    volumeFlow,
    valveKv,
    conductance: coilConductance(hotWater),
    coilKv: kvOf(volumeFlow.value, coil.limit, fluid.density),
  };
}
