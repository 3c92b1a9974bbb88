import { byRule, decided, type Figure } from '../figure/figure.ts';
import type { PumpMode } from '../network/pump-law.ts';
import { nameOf } from '../plant/further-sources.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { lossAtDesign } from './behind-bars.ts';
import { type ChosenPump, choose, type PumpDesign } from './choose-pump.ts';
import type { Context } from './context.ts';
import { pumpMode } from './links.ts';
import type { SourceFlow } from './source-design.ts';

/** A source beside the first. */
export interface FurtherDesign {
  id: string;
  name: string;
  backup: boolean;
  /** Gives nothing on the design night. */
  bySun: boolean;
  capacity: Figure;
  flow: Figure;
  pump: PumpDesign;
  /** UA of its plates, W/K; null where it is the same water. */
  conductance: Figure | null;
}

export interface FurtherFlow extends Omit<FurtherDesign, 'pump'> {
  place: string;
  pump: ChosenPump;
  mode: PumpMode;
  /** What reaches the plant: its flow less the approach of its plates, degrees C. */
  setPoint: number;
  /** Pressure its ways take at design flow, Pa. */
  loss: number;
}

/**
 * Flow, pump and plates of each source beside the first. Its pipes count as the first one's. Behind plates the plant gets
 * its flow less the approach; its own loop on the far side is not part of the network.
 */
export function designFurther(context: Context, source: SourceFlow): FurtherFlow[] {
  const { job, book, rules } = context;
  const drop = source.deltaT;
  return job.furtherSources.map((further) => {
    const place = `furtherSources/${further.id}`;
    const name = nameOf(further);
    const capacity = book.add({
      id: `${place}/capacity`,
      label: `${name}: capacity`,
      kind: 'power',
      value: further.capacity,
      formula: 'P decided in the job',
      source: 'data plate',
      terms: { P: decided('capacity', 'power', further.capacity, `${place}/capacity`) },
    });
    const flow = book.add({
      id: `${place}/volumeFlow`,
      label: `${name}: flow`,
      kind: 'volumeFlow',
      value:
        Math.min(further.capacity, source.load.value) /
        (source.fluid.density * source.fluid.specificHeat * job.source.temperatureDifference),
      formula: 'V = min(P, Q) / (ρ c_p ΔT)',
      source: 'energy balance; the same delta T as the first source',
      terms: {
        P: capacity,
        Q: source.load,
        ΔT: drop,
        ρ: context.densityOf(source.fluid),
        c_p: context.specificHeatOf(source.fluid),
      },
    });
    const inside = further.approach === null ? rules.sourceAllowance : rules.plateLoss;
    const pipeLoss = source.run.lossAt(flow.value);
    // Pipes without a pump between the bars and a further station carry the water of all sources.
    const beyond = lossAtDesign(
      context,
      source,
      context.piping.drives
        .of(context.piping.branch(place))
        .loads.flatMap(({ stretch }) => ('branch' in stretch && stretch.branch.kind === 'link' ? [stretch] : [])),
    );
    const pump = choose(context, {
      place: `${place}/pump`,
      label: `${name}: pump`,
      pinnedId: further.pump,
      designFlow: flow,
      load: capacity,
      fluid: source.fluid,
      losses: { 'Δp source': byRule(inside), 'Δp source pipe': source.run.pipe.loss, ...beyond.losses },
      loss: inside.limit + pipeLoss + beyond.loss,
      ownLossAt: (at) => inside.limit * (at / flow.value) ** 2 + source.run.lossAt(at),
    });
    const conductance =
      further.approach === null
        ? null
        : book.add({
            id: `${place}/conductance`,
            label: `${name}: heat for each kelvin across its plates`,
            kind: 'heatPerKelvin',
            value: Math.min(further.capacity, source.load.value) / further.approach,
            formula: 'UA = Q / ΔT_approach',
            source: 'counterflow exchanger with equal flows: the difference is the same all along',
            terms: {
              P: capacity,
              ΔT_approach: decided('approach', 'temperatureDifference', further.approach, `${place}/approach`),
            },
          });
    return {
      id: further.id,
      name,
      place,
      backup: further.order === 'backup',
      bySun: traitsOf(further).bySun,
      capacity,
      flow,
      pump,
      mode: pumpMode(context, pump, 'fixed-speed'),
      setPoint: further.flowTemperature - (further.approach ?? 0),
      loss: inside.limit,
      conductance,
    };
  });
}
