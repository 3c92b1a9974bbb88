import type { PipeRun } from '../../model/job.ts';
import type { Kelvin } from '../../model/quantities.ts';
import { byRule, decided, type Figure, given, type Ingredient } from '../figure/figure.ts';
import { findSize, PIPE_MATERIALS, type PipeMaterial, type PipeSize } from '../pipe/catalogue.ts';
import { boreArea, pipeFlow } from '../pipe/friction.ts';
import { sizeByGradient, sizeByVelocity, velocityAtGradient } from '../pipe/sizing.ts';
import type { Context, FilledState } from './context.ts';

export interface PipeDesign {
  /** Place of the pipe in the job, and start of its figures' ids. */
  place: string;
  label: string;
  material: PipeMaterial;
  size: PipeSize;
  pinned: boolean;
  /** A pinned size the catalogue does not hold; `size` is then the automatic one. */
  unknownSize: string | null;
  /** What each habit would choose; null when no bore of the material is large enough. */
  byVelocity: PipeSize | null;
  byGradient: PipeSize | null;
  volumeFlow: Figure;
  bore: Figure;
  velocity: Figure;
  reynolds: Figure;
  gradient: Figure;
  /** Both ways, with fittings, Pa. */
  loss: Figure;
  /** The load this bore carries at this delta T and the rulebook's limit, W. */
  capacity: Figure;
  /** Velocity at the rulebook's limit for this bore, m/s. */
  velocityAllowed: Figure;
  content: Figure;
}

/** A pipe with what the duty point needs to know of it: its loss in Pa at any flow in m3/s. */
export interface SizedPipe {
  pipe: PipeDesign;
  lossAt: (volumeFlow: number) => number;
}

interface Asked {
  place: string;
  label: string;
  run: PipeRun;
  volumeFlow: Figure;
  fluid: FilledState;
  temperatureDifference: { value: Kelvin; ingredient: Ingredient };
  /** Flow in summer over that of winter, where it is sized for that too. */
  summer?: number;
  /** How often the given length is passed: 2 for a run measured one way, 1 for a loop measured there and back. */
  ways: 1 | 2;
}

/** The size an `auto` pipe gets: by the habit of the rulebook, the largest bore when none is large enough. */
function automaticSize(context: Context, material: PipeMaterial, byVelocity?: PipeSize, byGradient?: PipeSize): PipeSize {
  const wanted = context.rulebook.boreBy === 'velocity' ? byVelocity : byGradient;
  return wanted ?? (material.sizes[material.sizes.length - 1] as PipeSize);
}

/** The size of a run at a flow in m3/s: the pinned one, or the smallest that keeps the habit of the rulebook. */
export function sizeOfRun(context: Context, run: PipeRun, flow: number, fluid: FilledState): PipeSize {
  const material = PIPE_MATERIALS[run.material];
  const pinned = run.size === 'auto' ? undefined : findSize(run.material, run.size);
  return (
    pinned ??
    automaticSize(
      context,
      material,
      sizeByVelocity(material, flow, context.rules.velocityWanted.limit),
      sizeByGradient(material, flow, context.rules.gradientMost.limit, fluid),
    )
  );
}

/** Chooses or checks the bore of one run and works out what the water does in it. */
export function designPipe(context: Context, asked: Asked): SizedPipe {
  const { book, rules } = context;
  const { place, label, run, volumeFlow, fluid, ways, summer = 1 } = asked;
  const material = PIPE_MATERIALS[run.material];
  const flow = volumeFlow.value;
  const byVelocity = sizeByVelocity(material, flow, rules.velocityWanted.limit);
  const byGradient = sizeByGradient(material, flow, rules.gradientMost.limit, fluid);
  const pinnedSize = run.size === 'auto' ? undefined : findSize(run.material, run.size);
  const forWinter = sizeOfRun(context, run, flow, fluid);
  const forNow = summer > 1 ? sizeOfRun(context, run, flow * summer, fluid) : forWinter;
  // What is laid once is laid for what comes later too.
  const least = pinnedSize ? 0 : (context.laid.bores.get(place) ?? 0);
  const size = least > forNow.bore ? (material.sizes.find(({ bore }) => bore >= least - 1e-9) ?? forNow) : forNow;
  const state = pipeFlow(flow, size.bore, material.roughness, fluid);
  const length = decided('length', 'length', run.length, `${place}/length`);
  const allowance = decided('fittings allowance', 'fraction', run.fittingsAllowance, `${place}/fittingsAllowance`);
  const meters = ways * run.length * (1 + run.fittingsAllowance);

  const bore = book.add({
    id: `${place}/bore`,
    label: `${label}: bore`,
    kind: 'bore',
    value: size.bore,
    formula: pinnedSize
      ? 'd = inside diameter of the fixed size'
      : size !== forNow
        ? 'd = what comes later needs'
        : size !== forWinter
          ? 'd = what the flow of summer needs'
          : context.rulebook.boreBy === 'velocity'
            ? 'd = smallest inside diameter with V / (π d² / 4) ≤ v max'
            : 'd = smallest inside diameter with R(V, d) ≤ R max',
    source: `${material.source}: ${material.label}, ${size.label}`,
    terms: {
      V: volumeFlow,
      ...(context.rulebook.boreBy === 'velocity'
        ? { 'v max': byRule(rules.velocityWanted) }
        : { 'R max': byRule(rules.gradientMost) }),
    },
    note: `${pinnedSize ? 'Pinned in the job, so it is checked, not replaced.' : 'Smallest bore of the material within the limit.'} By velocity: ${byVelocity?.label ?? 'none large enough'}. By gradient: ${byGradient?.label ?? 'none large enough'}.`,
  });
  const velocity = book.add({
    id: `${place}/velocity`,
    label: `${label}: velocity`,
    kind: 'velocity',
    value: state.velocity,
    formula: 'v = V / (π d² / 4)',
    source: 'continuity',
    terms: { V: volumeFlow, d: bore },
  });
  const viscosity = given(
    'kinematic viscosity at mean temperature',
    'viscosity',
    fluid.kinematicViscosity,
    fluid.fluid.kind === 'water' ? 'IAPWS 2008' : 'IAPWS 2008 with the glycol formulas of Conde (2011)',
  );
  const density = context.densityOf(fluid);
  const reynolds = book.add({
    id: `${place}/reynolds`,
    label: `${label}: Reynolds number`,
    kind: 'factor',
    value: state.reynolds,
    formula: 'Re = v · d / ν',
    source: 'Reynolds',
    terms: { v: velocity, d: bore, ν: viscosity },
    note:
      state.reynolds < 2000
        ? 'Laminar.'
        : state.reynolds < 4000
          ? 'Between laminar and turbulent: blended, and uncertain in nature.'
          : 'Turbulent.',
  });
  const gradient = book.add({
    id: `${place}/gradient`,
    label: `${label}: pressure gradient`,
    kind: 'gradient',
    value: state.gradient,
    formula: 'R = f / d · ρ v² / 2',
    source: 'Darcy-Weisbach; f by Colebrook-White (64/Re when laminar)',
    terms: {
      f: given('friction factor', 'factor', state.frictionFactor, 'Colebrook-White, or 64/Re when laminar'),
      Re: reynolds,
      k: given('wall roughness', 'roughness', material.roughness, 'common practice for the material'),
      d: bore,
      ρ: density,
      v: velocity,
    },
  });
  const loss = book.add({
    id: `${place}/loss`,
    label: `${label}: pressure loss`,
    kind: 'pressure',
    value: state.gradient * meters,
    formula: ways === 2 ? 'Δp = R · 2 · L · (1 + a)' : 'Δp = R · L · (1 + a)',
    source: 'Darcy-Weisbach with fittings as a share of the straight length',
    terms: { R: gradient, L: length, a: allowance },
    note:
      ways === 2 ? 'The length is measured one way; the water goes there and back.' : 'The length is measured there and back.',
  });
  const velocityAllowed =
    context.rulebook.boreBy === 'velocity'
      ? rules.velocityWanted.limit
      : velocityAtGradient(rules.gradientMost.limit, size.bore, material.roughness, fluid);
  const allowed = book.add({
    id: `${place}/velocityAllowed`,
    label: `${label}: velocity allowed`,
    kind: 'velocity',
    value: velocityAllowed,
    formula: context.rulebook.boreBy === 'velocity' ? 'v = v max' : 'v at which R = R max',
    source: `rulebook ${context.rulebook.label}`,
    terms:
      context.rulebook.boreBy === 'velocity'
        ? { 'v max': byRule(rules.velocityWanted) }
        : { 'R max': byRule(rules.gradientMost), d: bore },
  });
  const capacity = book.add({
    id: `${place}/capacity`,
    label: `${label}: load this bore carries`,
    kind: 'power',
    value: velocityAllowed * boreArea(size.bore) * fluid.density * fluid.specificHeat * asked.temperatureDifference.value,
    formula: 'Q = v · π d² / 4 · ρ · c_p · ΔT',
    source: 'energy balance',
    terms: {
      v: allowed,
      d: bore,
      ρ: density,
      c_p: context.specificHeatOf(fluid),
      ΔT: asked.temperatureDifference.ingredient,
    },
  });
  const content = book.add({
    id: `${place}/content`,
    label: `${label}: water content`,
    kind: 'volume',
    value: ways * run.length * boreArea(size.bore),
    formula: ways === 2 ? 'V = 2 · L · π d² / 4' : 'V = L · π d² / 4',
    source: 'geometry',
    terms: { L: length, d: bore },
  });
  const pipe: PipeDesign = {
    place,
    label,
    material,
    size,
    pinned: pinnedSize !== undefined,
    unknownSize: run.size !== 'auto' && !pinnedSize ? run.size : null,
    byVelocity: byVelocity ?? null,
    byGradient: byGradient ?? null,
    volumeFlow,
    bore,
    velocity,
    reynolds,
    gradient,
    loss,
    capacity,
    velocityAllowed: allowed,
    content,
  };
  return { pipe, lossAt: (at) => pipeFlow(at, size.bore, material.roughness, fluid).gradient * meters };
}
