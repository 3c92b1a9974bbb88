import type { Context } from '../design/context.ts';
import type { SizedCircuit, UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { fluidName, fluidRange } from '../fluid/fluid.ts';
import { findCirculator } from '../plant/circulator.ts';
import { roomsShort } from './review-emitters.ts';
import { reviewTees } from './review-tees.ts';

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
  return [...findings, ...reviewFlows(context, design), ...reviewSuction(context, design), ...reviewTees(context, design)];
}

/** A part of the network as a place of the job and as a component on the wall. */
const placeOf = (part: string): string => part.split('/').slice(0, 2).join('/');
const componentOf = (part: string): string | null =>
  part.startsWith('circuits/') || part === 'source' || part === 'header' ? part : null;

/** Circuits that get less water or less heat than they need. Too much water is the pump's finding. */
function reviewFlows(context: Context, design: UnreviewedDesign): Finding[] {
  const { rules, say, job } = context;
  const shortRooms = new Set(roomsShort(context, design).map((rung) => rung.circuitId));
  return (design.solved?.circuits ?? []).flatMap(({ id, heat, flowShare, supply }) => {
    const circuit = design.circuits.find((each) => each.id === id);
    const { sized, name, load } = circuit ?? {};
    if (!sized || !load || (sized.pump && !sized.pump.duty)) return [];
    const place = `circuits/${id}`;
    const findings: Finding[] = [];
    const decided = job.circuits.find((each) => each.id === id);
    const drop = design.solved?.state.circuits.find((each) => each.id === id);
    const delta = drop && drop.supply - drop.back;
    // One that holds a delta T slows down with the heat that is taken: short of heat it is short of flow by itself.
    const follows = sized.pump !== null && decided?.pumpControl === 'constant-difference';
    const held = follows && delta !== undefined && Math.abs(delta - decided.temperatureDifference) < 0.5;
    // A pump that cannot reach the duty says so itself.
    if (flowShare.value < 1 - rules.solvedGap.limit && (sized.pump ?? design.distribution?.pump)?.reaches !== false && !held) {
      findings.push({
        id: `flow-short:${place}`,
        rule: 'flow-short',
        severity: 'mend',
        place: `${place}/pump`,
        component: `${place}/pump`,
        title: `${name}: ${say(flowShare.value, 'fraction')} of its flow`,
        why: `Solved with all the others running it passes ${say(flowShare.value * sized.volumeFlow.value, 'volumeFlow')} instead of ${say(sized.volumeFlow.value, 'volumeFlow')}${delta === undefined ? '' : `, and delta T becomes ${say(delta, 'temperatureDifference')} where ${say(sized.flowTemperature.value - sized.returnTemperature.value, 'temperatureDifference')} is meant`}. ${shortOf(context, design, sized)}`,
        remedies: [],
      });
    }
    // Emitters too small for the water they are given are named room by room; that is then no second fault.
    const asSent = supply.value > sized.flowTemperature.value - AS_SENT;
    const told = asSent && (flowShare.value > 1 - rules.solvedGap.limit || held) && shortRooms.has(id);
    if (heat.value < (1 - rules.heatShort.limit) * load.value && !told) {
      findings.push({
        id: `heat-short:${place}`,
        rule: 'heat-short',
        severity: 'mend',
        place: `${place}/flowTemperature`,
        component: `${place}/house`,
        title: `${name}: ${say(load.value - heat.value, 'power')} short`,
        why: asSent
          ? `Water comes as wanted, at ${say(supply.value, 'temperature')}, but too little of it passes: its emitters give ${say(heat.value, 'power')} of ${say(load.value, 'power')}.`
          : `Water comes at ${say(supply.value, 'temperature')} where ${say(sized.flowTemperature.value, 'temperature')} is wanted, so its emitters give ${say(heat.value, 'power')} of ${say(load.value, 'power')}.`,
        remedies: [],
      });
    }
    const meant = sized.flowTemperature.value - sized.returnTemperature.value;
    const pump = sized.pump ?? design.distribution?.pump;
    const toldOfFlow = findings.some(({ rule }) => rule === 'flow-short') || pump?.reaches === false;
    const strong = (pump?.duty?.flow.value ?? 0) > rules.pumpOversize.limit * (pump?.designFlow.value ?? 0);
    const off = delta === undefined ? 1 : delta / meant;
    if (delta !== undefined && !toldOfFlow && !strong && (off > rules.deltaTOff.limit || off < 1 / rules.deltaTOff.limit)) {
      findings.push({
        id: `delta-t-off:${place}`,
        rule: 'delta-t-off',
        severity: off > 1 ? 'note' : 'mend',
        place: `${place}/temperatureDifference`,
        component: `${place}/house`,
        title: `${name}: delta T comes to ${say(delta, 'temperatureDifference')} where ${say(meant, 'temperatureDifference')} is meant`,
        why: `${rules.deltaTOff.reason} With its water of ${say(supply.value, 'temperature')} the emitters give ${say(heat.value, 'power')}, ${say(load.value, 'power')} are needed. ${off > 1 ? 'Cooler water or more flow' : 'Hotter water or less flow'} brings it to where it is meant.`,
        remedies: [],
      });
    }
    return findings;
  });
}

/** Supply below what is wanted by less than this is as wanted, K. */
const AS_SENT = 0.5;

/** What keeps the water from a circuit: never named but where it is there. */
function shortOf({ job }: Context, { circuits, distribution }: UnreviewedDesign, sized: SizedCircuit): string {
  const check = sized.pump?.duty && findCirculator(sized.pump.duty.modelId, job.ownPumps)?.checkValve;
  const others = circuits.filter((each) => each.sized && each.sized !== sized).length;
  const causes = [
    ...(distribution ? ['the one pump gives the others what this one lacks'] : []),
    ...(others > 0 && !distribution ? ['what it shares with the other circuits takes the pressure'] : []),
    ...(check ? ['the check valve in its pump wants its share'] : []),
  ];
  const [first, second] = causes;
  if (!first) return 'Its own pipes take more than its pump gives at that flow.';
  return `${first[0]?.toUpperCase()}${first.slice(1)}${second ? `, and ${second}` : ''}.`;
}

/** A pump that sucks: air comes in at its flanges and the water boils in its eye. */
function reviewSuction(context: Context, design: UnreviewedDesign): Finding[] {
  const { rules, say, job, piping } = context;
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
      // Without separation the source lies between a vessel on its return and the pumps, which draw from its flow.
      remedies:
        job.vessel.connection === 'source-flow'
          ? [{ label: 'Connect the vessel on the source’s return', edits: [{ at: 'vessel/connection', value: 'source-return' }] }]
          : !piping.between().traits.decouples
            ? [{ label: 'Connect the vessel on the source’s flow', edits: [{ at: 'vessel/connection', value: 'source-flow' }] }]
            : [],
    },
  ];
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
