import type { InsulatedRun } from '../../model/job.ts';
import { decided, type Figure, given } from '../figure/figure.ts';
import { INSULATION_CONDUCTIVITY, pipeTransmittance, usualInsulation } from '../pipe/heat-loss.ts';
import type { Context } from './context.ts';
import type { SizedPipe } from './pipe-design.ts';

/** What a run loses to its surroundings. */
export interface RunHeat {
  /** Thickness of its insulation, m, and what a metre of it loses, W/(m K). */
  insulation: number;
  transmittance: number;
  /** W from both its pipes at design temperatures. */
  loss: Figure;
}

/** Heat lost by the flow and return pipe of a run at their design temperatures. */
export function designRunHeat(
  context: Context,
  label: string,
  run: InsulatedRun,
  { pipe }: SizedPipe,
  flowTemperature: Figure,
  returnTemperature: Figure,
): RunHeat {
  const { book, job } = context;
  const around = job.site.pipeSurroundings;
  const insulation = run.insulation === 'auto' ? usualInsulation(pipe.size.bore) : run.insulation;
  const value = pipeTransmittance(pipe.size.outside, insulation);
  const thickness =
    run.insulation === 'auto'
      ? given('insulation, as thick as usual', 'bore', insulation, 'common practice by bore; local codes decide')
      : decided('insulation', 'bore', insulation, `${pipe.place}/insulation`);
  const transmittance = book.add({
    id: `${pipe.place}/transmittance`,
    label: `${label}: heat lost by a metre`,
    kind: 'lineLoss',
    value,
    formula: '1 / U = ln(D_a / D_i) / (2π λ) + 1 / (h · π D_a)',
    source: 'ISO 12241; resistance of water and wall left out',
    terms: {
      D_i: given('outside of the pipe', 'bore', pipe.size.outside, `${pipe.material.source}: ${pipe.size.label}`),
      s: thickness,
      λ: given('conductivity of the insulation', 'conductivity', INSULATION_CONDUCTIVITY, 'common practice'),
    },
    note: 'D_a = D_i + 2 s; h = 10 W/m²K to still air, from memory.',
  });
  const loss = book.add({
    id: `${pipe.place}/heatLoss`,
    label: `${label}: heat lost on the way`,
    kind: 'power',
    value: Math.max(0, value * run.length * (flowTemperature.value + returnTemperature.value - 2 * around)),
    formula: 'Q = U · L · ((T_f − T_a) + (T_r − T_a)), at least 0',
    source: 'ISO 12241',
    terms: {
      U: transmittance,
      L: decided('length', 'length', run.length, `${pipe.place}/length`),
      T_f: flowTemperature,
      T_r: returnTemperature,
      T_a: decided('ambient temperature at the pipes', 'temperature', around, 'site/pipeSurroundings'),
    },
  });
  return { insulation, transmittance: value, loss };
}
