import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { fluidName, fluidRange } from '../fluid/fluid.ts';
import { pipeFlow } from '../pipe/friction.ts';
import type { Finding } from './finding.ts';

/** Findings on the plant as solved: what does not get its water, its heat or its pressure. */
export function reviewSolved(context: Context, design: UnreviewedDesign): Finding[] {
  const { solved } = design;
  if (!solved) return reviewFluid(context);
  const findings: Finding[] = reviewFluid(context);
  for (const problem of solved.problems) {
    findings.push({
      id: `network:${problem.kind}:${problem.at}`,
      rule: `network-${problem.kind}`,
      severity: 'stop',
      place: placeOf(problem.at),
      component: componentOf(problem.at),
      title: 'A part cannot be computed as entered',
      why: `${problem.message} The rest of the plant is solved without it.`,
      remedies: [],
    });
  }
  if (!solved.state.converged) {
    findings.push({
      id: 'not-solved',
      rule: 'not-solved',
      severity: 'stop',
      place: 'source',
      component: null,
      title: 'Flow and temperature of the plant could not be found',
      why: `${solved.state.reason ?? ''} Sizes are shown as designed, but duty points are not.`,
      remedies: [],
    });
    return findings;
  }
  return [
    ...findings,
    ...reviewFlows(context, design),
    ...reviewSuction(context, design),
    ...reviewDrift(context, design),
    ...teesStraight(context, design),
  ];
}

/** A part of the network as a place of the job and as a component on the wall. */
const placeOf = (part: string): string => part.split('/').slice(0, 2).join('/');
const componentOf = (part: string): string | null =>
  part.startsWith('circuits/') || part === 'source' || part === 'header' ? part : null;

/** Circuits that get less water or less heat than they need. Too much water is the pump's finding. */
function reviewFlows(context: Context, design: UnreviewedDesign): Finding[] {
  const { rules, say } = context;
  return (design.solved?.circuits ?? []).flatMap(({ id, heat, flowShare, supply }) => {
    const circuit = design.circuits.find((each) => each.id === id);
    const { sized, name, load } = circuit ?? {};
    if (!sized || !load || (sized.pump && !sized.pump.duty)) return [];
    const place = `circuits/${id}`;
    const findings: Finding[] = [];
    // A pump that cannot reach the duty says so itself.
    if (flowShare.value < 1 - rules.solvedGap.limit && (sized.pump ?? design.distribution?.pump)?.reaches !== false) {
      findings.push({
        id: `flow-short:${place}`,
        rule: 'flow-short',
        severity: 'mend',
        place: `${place}/pump`,
        component: `${place}/pump`,
        title: `${name}: gets ${say(flowShare.value, 'fraction')} of its flow`,
        why: `Solved with all the others running it passes ${say(flowShare.value * sized.volumeFlow.value, 'volumeFlow')} instead of ${say(sized.volumeFlow.value, 'volumeFlow')}. What it shares with them, or a check valve in its way, takes the pressure.`,
        remedies: [],
      });
    }
    if (heat.value < (1 - rules.heatShort.limit) * load.value) {
      findings.push({
        id: `heat-short:${place}`,
        rule: 'heat-short',
        severity: 'mend',
        place: `${place}/flowTemperature`,
        component: `${place}/house`,
        title: `${name}: ${say(load.value - heat.value, 'power')} short`,
        why: `Water comes at ${say(supply.value, 'temperature')} where ${say(sized.flowTemperature.value, 'temperature')} is wanted, so its emitters give ${say(heat.value, 'power')} of ${say(load.value, 'power')}.`,
        remedies: [],
      });
    }
    return findings;
  });
}

/** A pump that sucks: air comes in at its flanges and the water boils in its eye. */
function reviewSuction(context: Context, design: UnreviewedDesign): Finding[] {
  const { rules, say, job } = context;
  const gauges = design.solved?.state.gauges ?? {};
  const low = Object.entries(gauges).filter(
    (gauge): gauge is [string, number] => gauge[1] !== null && gauge[1] < rules.gaugeLeast.limit,
  );
  if (low.length === 0) return [];
  const [point, pressure] = low.reduce((least, each) => (each[1] < least[1] ? each : least));
  const label = design.solved?.gauges.find((gauge) => gauge.point === point)?.label ?? point;
  const owner = design.circuits.find((circuit) => point.startsWith(`circuits/${circuit.id}/`));
  return [
    {
      id: 'suction-low',
      rule: 'suction-low',
      severity: 'mend',
      place: 'vessel/connection',
      component: owner ? `circuits/${owner.id}/pump` : 'vessel',
      title: `Only ${say(pressure, 'pressure')} ${owner ? `${owner.name}: ` : ''}${label.toLowerCase()}`,
      why: `Below ${say(rules.gaugeLeast.limit, 'pressure')} air is drawn in and hot water steams. Fill higher, connect the vessel before the pump, or carry less height above it.`,
      remedies:
        job.vessel.connection === 'source-flow'
          ? [{ label: 'Connect the vessel on the source’s return', edits: [{ at: 'vessel/connection', value: 'source-return' }] }]
          : [],
    },
  ];
}

/** Pressure left between two tees when the circuits stand and all water passes between them. */
function reviewDrift(context: Context, { source }: UnreviewedDesign): Finding[] {
  const { rules, say, job, fluidAt } = context;
  if (job.separation.kind !== 'closely-spaced-tees' || !source) return [];
  const bore = source.run.bore.value;
  const { spacing } = job.separation;
  const fluid = fluidAt(job.source.flowTemperature);
  const { gradient, velocity } = pipeFlow(source.volumeFlow.value, bore, source.run.material.roughness, fluid);
  const length = spacing === 'auto' ? rules.teeSpacing.limit * bore : spacing;
  const left = gradient * length + (rules.teeLoss.limit * fluid.density * velocity ** 2) / 2;
  if (left <= rules.teeDrift.limit) return [];
  return [
    {
      id: 'tees-drift',
      rule: 'tees-drift',
      severity: 'mend',
      place: 'separation/spacing',
      component: 'header',
      title: `${say(left, 'pressure')} are left between the tees`,
      why: `${rules.teeDrift.reason} Bring the tees closer together or make the pipe between them wider.`,
      remedies:
        job.separation.spacing === 'auto'
          ? []
          : [{ label: 'Four diameters apart', edits: [{ at: 'separation/spacing', value: 'auto' }] }],
    },
  ];
}

/** Bends too close to the tees, by the straight pipe the rulebook asks for. */
function teesStraight({ job, rules, say }: Context, { source }: UnreviewedDesign): Finding[] {
  if (job.separation.kind !== 'closely-spaced-tees' || !source) return [];
  const bore = source.run.size.bore;
  const sides = [
    ['before', 'before the first tee', rules.straightBefore],
    ['after', 'behind the second tee', rules.straightAfter],
  ] as const;
  return sides.flatMap(([key, where, rule]): Finding[] => {
    const there = job.separation[key];
    const wanted = rule.limit * bore;
    if (there === 'auto' || there >= wanted - 1e-6) return [];
    return [
      {
        id: `tees-straight-${key}`,
        rule: 'tees-straight',
        severity: 'mend',
        place: `separation/${key}`,
        component: 'header',
        title: `${say(there, 'bore')} of straight pipe ${where}, ${say(wanted, 'bore')} wanted`,
        why: `${rule.reason} The rulebook asks for ${rule.limit} diameters ${where}.`,
        remedies: [{ label: `${rule.limit} diameters of straight pipe`, edits: [{ at: `separation/${key}`, value: 'auto' }] }],
      },
    ];
  });
}

/** Glycol beyond what its data cover, and what it can stand. */
function reviewFluid(context: Context): Finding[] {
  const { job, fluid, say } = context;
  if (fluid.kind === 'water') return [];
  const { from, to } = fluidRange(fluid);
  const findings: Finding[] = [];
  const base = { place: 'fluid/concentration', component: null, remedies: [] };
  const hottest = Math.max(job.source.flowTemperature, ...job.circuits.map((circuit) => circuit.flowTemperature));
  if (hottest > to || job.vessel.fillTemperature < from) {
    findings.push({
      ...base,
      id: 'fluid-range',
      rule: 'fluid-range',
      severity: 'mend',
      title: `${say(hottest > to ? hottest : job.vessel.fillTemperature, 'temperature')} is outside the data of ${fluidName(fluid)}`,
      why: `Its properties are known from ${say(from, 'temperature')} to ${say(to, 'temperature')}; beyond that the nearest are taken. Glycol also ages faster above 100 °C.`,
    });
  }
  if (fluid.concentration > 0 && from > job.site.outdoorDesignTemperature) {
    findings.push({
      ...base,
      id: 'fluid-freezes',
      rule: 'fluid-freezes',
      severity: 'note',
      title: `${fluidName(fluid)} freezes at ${say(from, 'temperature')}`,
      why: `The design day is ${say(job.site.outdoorDesignTemperature, 'temperature')}. Pipe outdoors needs a mix that stays liquid below that; indoors none is needed.`,
    });
  }
  return findings;
}
