import type { Circuit } from '../../model/job.ts';
import { FIELDS } from '../../model/fields.ts';
import { KVS_SERIES, chooseKvs } from '../circuit/mixing.ts';
import type { Context } from '../design/context.ts';
import type { CircuitDesign, SizedCircuit } from '../design/design.ts';
import type { PipeDesign } from '../design/pipe-design.ts';
import { reviewPump } from './review-pump.ts';
import type { Finding, Remedy } from './finding.ts';
import type { Reviewed } from './review.ts';

/** Findings on every circuit: its temperatures, pipes, valve and pump. */
export function reviewCircuits(context: Context, design: Reviewed): Finding[] {
  return design.circuits.flatMap((each) => {
    const circuit = context.job.circuits.find((one) => one.id === each.id) as Circuit;
    if (!each.sized) return [withoutLoad(each)];
    return [
      ...reviewTemperatures(context, circuit, each, design),
      ...reviewPipe(context, each.sized.run, { deltaT: circuit.temperatureDifference, deltaTPlace: `circuits/${circuit.id}/temperatureDifference`, component: `circuits/${circuit.id}/run`, hottest: circuit.flowTemperature }),
      ...reviewPipe(context, each.sized.worstRun, { deltaT: circuit.temperatureDifference, deltaTPlace: `circuits/${circuit.id}/temperatureDifference`, component: `circuits/${circuit.id}/house`, hottest: circuit.flowTemperature, branch: true }),
      ...reviewValve(context, circuit, each.sized),
      ...reviewPump(context, each.sized.pump, `circuits/${circuit.id}/pump`, `circuits/${circuit.id}/temperatureDifference`),
    ];
  });
}

const withoutLoad = (circuit: CircuitDesign): Finding => ({
  id: `circuit-empty:circuits/${circuit.id}`,
  rule: 'circuit-empty',
  severity: 'note',
  place: `circuits/${circuit.id}/name`,
  component: `circuits/${circuit.id}/house`,
  title: `${circuit.name} has nothing to heat`,
  why: circuit.roomIds.length === 0 ? 'No room is on this circuit. Put rooms on it or delete it.' : 'Its rooms have no heat load yet. Enter their loads.',
  remedies: [],
});

function reviewTemperatures(context: Context, circuit: Circuit, design: CircuitDesign, whole: Reviewed): Finding[] {
  const { job, rules, say } = context;
  const place = `circuits/${circuit.id}`;
  const findings: Finding[] = [];
  const back = design.sized?.returnTemperature.value ?? 0;
  const warmest = job.rooms.filter((room) => room.circuit === circuit.id).reduce((most, room) => Math.max(most, room.roomTemperature), Number.NEGATIVE_INFINITY);
  if (back <= warmest + rules.returnAboveRoom.limit) {
    findings.push({
      id: `return-below-room:${place}`,
      rule: 'return-below-room',
      severity: 'stop',
      place: `${place}/temperatureDifference`,
      component: `${place}/house`,
      title: `${circuit.name}: return of ${say(back, 'temperature')} is not above the room`,
      why: `Water at ${say(circuit.flowTemperature, 'temperature')} that loses ${say(circuit.temperatureDifference, 'temperatureDifference')} would come back at ${say(back, 'temperature')}, into rooms of ${say(warmest, 'temperature')}. Heat does not flow that way: raise the flow temperature or take a smaller delta T.`,
      remedies: [],
    });
  }
  const supply = job.source.flowTemperature;
  const tolerance = rules.mixedTolerance.limit;
  if (circuit.connection === 'mixed' && circuit.flowTemperature > (whole.source?.supplyTemperature.value ?? supply) + 0.05) {
    const header = whole.source?.supplyTemperature.value ?? supply;
    findings.push({
      id: `mixed-above-source:${place}`,
      rule: 'mixed-above-source',
      severity: 'stop',
      place: `${place}/flowTemperature`,
      component: `${place}/valve`,
      title: `${circuit.name}: set point ${say(circuit.flowTemperature, 'temperature')} is above its supply of ${say(header, 'temperature')}`,
      why: 'A mixing valve can only cool water down. Run the source hotter or this circuit cooler.',
      remedies: [
        ...(circuit.flowTemperature > supply ? [{ label: `Run the source at ${say(circuit.flowTemperature, 'temperature')}`, edits: [{ at: 'source/flowTemperature', value: circuit.flowTemperature }] }] : []),
        { label: `Run this circuit at ${say(Math.floor(header), 'temperature')}`, edits: [{ at: `${place}/flowTemperature`, value: Math.floor(header) }] },
      ],
    });
  }
  if (circuit.connection === 'direct' && Math.abs(circuit.flowTemperature - supply) > tolerance) {
    const hotter = supply > circuit.flowTemperature;
    findings.push({
      id: `direct-not-source:${place}`,
      rule: 'direct-not-source',
      severity: hotter ? 'mend' : 'stop',
      place: `${place}/flowTemperature`,
      component: `${place}/house`,
      title: `${circuit.name} wants ${say(circuit.flowTemperature, 'temperature')} and gets ${say(supply, 'temperature')}`,
      why: `A direct circuit gets what the source sends. ${hotter ? 'Too hot for a floor and wasteful for radiators.' : 'Its rooms stay cold.'}`,
      remedies: [
        ...(hotter ? [{ label: 'Mix this circuit down', edits: [{ at: `${place}/connection`, value: 'mixed' }] }] : []),
        { label: `Run the source at ${say(circuit.flowTemperature, 'temperature')}`, edits: [{ at: 'source/flowTemperature', value: circuit.flowTemperature }] },
      ],
    });
  }
  return findings;
}

interface PipeSetting {
  deltaT: number;
  deltaTPlace: string;
  component: string;
  /** Hottest water in it, C. */
  hottest: number;
  /** Loops and branches beyond a manifold run slower by nature; slow water there is no finding. */
  branch?: boolean;
}

/** Findings on one run of pipe: too small, noisy, needlessly large, too hot, unknown size. */
export function reviewPipe(context: Context, pipe: PipeDesign, setting: PipeSetting): Finding[] {
  const { rules, rulebook, say } = context;
  const findings: Finding[] = [];
  const base = { place: `${pipe.place}/size`, component: setting.component };
  const velocity = pipe.velocity.value;
  const gradient = pipe.gradient.value;
  const wanted = rulebook.boreBy === 'velocity' ? pipe.byVelocity : pipe.byGradient;
  const tooSmall = rulebook.boreBy === 'velocity' ? velocity > rules.velocityWanted.limit * 1.0001 : gradient > rules.gradientMost.limit * 1.0001;
  const both = `${say(velocity, 'velocity')} and ${say(gradient, 'gradient')}`;
  const allowed = rulebook.boreBy === 'velocity' ? say(rules.velocityWanted.limit, 'velocity') : say(rules.gradientMost.limit, 'gradient');
  if (tooSmall) {
    findings.push({
      ...base,
      id: `pipe-too-small:${pipe.place}`,
      rule: 'pipe-too-small',
      severity: velocity > rules.velocityMost.limit ? 'stop' : 'mend',
      title: `${pipe.label}: ${pipe.size.label} is too small`,
      why: `At this flow it runs ${both}; the ${rulebook.label.toLowerCase()} rulebook allows ${allowed}. It carries ${say(pipe.capacity.value, 'power')} at this delta T. ${pipe.pinned ? 'It is pinned, so it was kept.' : 'No bore of this material is larger.'}`,
      remedies: curesForSmallPipe(context, pipe, setting, wanted),
    });
  } else if (velocity > rules.velocityMost.limit) {
    findings.push({
      ...base,
      id: `velocity-high:${pipe.place}`,
      rule: 'velocity-high',
      severity: 'mend',
      title: `${pipe.label}: ${say(velocity, 'velocity')} is fast`,
      why: `${rules.velocityMost.reason} Limit ${say(rules.velocityMost.limit, 'velocity')}. The gradient-led choice allows it; the velocity-led one would take ${pipe.byVelocity?.label ?? 'a larger material'}.`,
      remedies: pipe.byVelocity ? [pin(pipe, pipe.byVelocity.id, pipe.byVelocity.label)] : [],
    });
  }
  const smallest = pipe.material.sizes[0];
  const tooLarge = rulebook.boreBy === 'velocity' ? velocity < rules.velocityLeast.limit : gradient < rules.gradientLeast.limit;
  if (!setting.branch && pipe.pinned && tooLarge && wanted && wanted.bore < pipe.size.bore && pipe.size !== smallest) {
    findings.push({
      ...base,
      id: `velocity-low:${pipe.place}`,
      rule: 'velocity-low',
      severity: 'note',
      title: `${pipe.label}: slow water in ${pipe.size.label}`,
      why: `It runs ${both}. ${rules.velocityLeast.reason} ${wanted.label} would do.`,
      remedies: [pin(pipe, wanted.id, wanted.label)],
    });
  }
  if (pipe.unknownSize !== null) {
    findings.push({
      ...base,
      id: `size-unknown:${pipe.place}`,
      rule: 'size-unknown',
      severity: 'mend',
      title: `${pipe.label}: no size “${pipe.unknownSize}” in ${pipe.material.label}`,
      why: `The size was chosen automatically instead (${pipe.size.label}). Pick one of the sizes of this material, or auto.`,
      remedies: [{ label: 'Size it automatically', edits: [{ at: base.place, value: 'auto' }] }],
    });
  }
  if (setting.hottest > pipe.material.hottest) {
    findings.push({
      ...base,
      id: `pipe-too-hot:${pipe.place}`,
      rule: 'pipe-too-hot',
      severity: 'stop',
      title: `${pipe.label}: ${pipe.material.label} carries no ${say(setting.hottest, 'temperature')}`,
      why: `It is made for up to ${say(pipe.material.hottest, 'temperature')} (${pipe.material.source}, from memory). Take metal pipe near the source or run cooler.`,
      remedies: [],
    });
  }
  return findings;
}

const pin = (pipe: PipeDesign, id: string, label: string): Remedy => ({ label: `Lay ${label} here`, edits: [{ at: `${pipe.place}/size`, value: id }] });

/** The three cures of a short pipe: a wider delta T, faster water, or the next bore that carries it. */
function curesForSmallPipe(context: Context, pipe: PipeDesign, setting: PipeSetting, wanted: PipeDesign['byVelocity']): Remedy[] {
  const { say } = context;
  const remedies: Remedy[] = [];
  if (wanted && wanted !== pipe.size) remedies.push(pin(pipe, wanted.id, wanted.label));
  const needed = (setting.deltaT * pipe.velocity.value) / pipe.velocityAllowed.value;
  const rounded = Math.ceil(needed * 10 - 1e-9) / 10;
  if (rounded <= FIELDS['circuits/*/temperatureDifference'].max) {
    remedies.push({
      label: `Widen delta T from ${say(setting.deltaT, 'temperatureDifference')} to ${say(rounded, 'temperatureDifference')}; the emitters must allow the cooler return`,
      edits: [{ at: setting.deltaTPlace, value: rounded }],
    });
  }
  if (pipe.velocity.value <= context.rules.velocityMost.limit) {
    remedies.push({ label: `Keep it and accept ${say(pipe.velocity.value, 'velocity')}, ${say(pipe.gradient.value, 'gradient')}`, edits: [] });
  }
  return remedies;
}

function reviewValve(context: Context, circuit: Circuit, sized: SizedCircuit): Finding[] {
  const { rules, say } = context;
  const { valve } = sized;
  if (!valve || valve.authority.value >= rules.authorityLeast.limit) return [];
  const place = `circuits/${circuit.id}`;
  const wantedLoss = Math.max(
    rules.valveLeastLoss.limit,
    (valve.variableLoss.value * rules.authorityLeast.limit) / (1 - rules.authorityLeast.limit),
  );
  const density = sized.massFlow.value / sized.volumeFlow.value;
  const better = chooseKvs(sized.volumeFlow.value, wantedLoss, density);
  return [
    {
      id: `authority-low:${place}`,
      rule: 'authority-low',
      severity: 'mend',
      place: `${place}/mixingValve`,
      component: `${place}/valve`,
      title: `${circuit.name}: mixing valve with authority ${say(valve.authority.value, 'fraction')}`,
      why: `It loses ${say(valve.loss.value, 'pressure')} where the rest of its path loses ${say(valve.variableLoss.value, 'pressure')}. ${rules.authorityLeast.reason} At least ${say(rules.authorityLeast.limit, 'fraction')}, ${say(rules.authorityWanted.limit, 'fraction')} wanted.`,
      remedies:
        better < valve.kvs.value && better > (KVS_SERIES[0] as number) - 1e-9
          ? [{ label: `Fit a valve with ${say(better, 'flowCoefficient')}`, edits: [{ at: `${place}/mixingValve`, value: better }] }]
          : [],
    },
  ];
}
