import type { Circuit, Job, Section } from '../../model/job.ts';
import { chooseKvs, KVS_SERIES } from '../circuit/mixing.ts';
import type { Context } from '../design/context.ts';
import type { CircuitDesign, SizedCircuit, UnreviewedDesign } from '../design/design.ts';
import { suppliedBy } from '../design/supplied-by.ts';
import type { Finding } from '../finding/finding.ts';
import { reviewInsulation, reviewPipe } from './review-pipe.ts';
import { reviewPump } from './review-pump.ts';

/** Findings on every circuit: its temperatures, pipes, valve and pump. */
export function reviewCircuits(context: Context, design: UnreviewedDesign): Finding[] {
  const { job } = context;
  const decided = new Map(job.circuits.map((circuit) => [circuit.id, circuit]));
  const warmest = warmestRooms(job);
  return design.circuits.flatMap((each) => {
    const circuit = decided.get(each.id) as Circuit;
    if (!each.sized) return circuit?.phase === 'later' || each.onlyCools ? [] : [withoutLoad(each)];
    // Behind a mixing valve no more than the set point arrives; a direct circuit gets whatever the source sends.
    const hottest =
      circuit.connection === 'mixed' ? circuit.flowTemperature : Math.max(circuit.flowTemperature, job.source.flowTemperature);
    return [
      ...reviewTemperatures(context, circuit, each, design, warmest.get(each.id) ?? Number.NEGATIVE_INFINITY),
      ...reviewPipe(context, each.sized.run, {
        deltaT: circuit.temperatureDifference,
        deltaTPlace: `circuits/${circuit.id}/temperatureDifference`,
        component: `circuits/${circuit.id}/run`,
        hottest,
      }),
      ...reviewInsulation(context, each.sized.run, circuit.run, each.sized.runHeat, `circuits/${circuit.id}/run`),
      ...reviewPipe(context, each.sized.worstRun, {
        deltaT: circuit.temperatureDifference,
        deltaTPlace: `circuits/${circuit.id}/temperatureDifference`,
        component: `circuits/${circuit.id}/house`,
        hottest,
        branch: true,
      }),
      ...reviewTree(context, circuit, each.sized, hottest),
      ...floorDelta(context, circuit),
      ...reviewValve(context, circuit, each.sized),
      ...(each.sized.pump
        ? reviewPump(context, each.sized.pump, `circuits/${circuit.id}/pump`, `circuits/${circuit.id}/temperatureDifference`)
        : []),
    ];
  });
}

const REACH_WORDS: Record<Section['reach'], string> = {
  open: 'in the open',
  'under-boards': 'under boards',
  buried: 'buried',
};

/** Findings on the sections of the pipe tree: too small, and where the tree does not hang together. */
function reviewTree(context: Context, circuit: Circuit, sized: SizedCircuit, hottest: number): Finding[] {
  const component = `circuits/${circuit.id}/house`;
  const sections = new Map(circuit.sections.map((section) => [section.id, section]));
  return [
    ...sized.tree.flatMap(({ id, pipe, load }) => {
      const section = sections.get(id) as Section;
      if (load.value <= 0) return [];
      return reviewPipe(context, pipe, {
        deltaT: circuit.temperatureDifference,
        deltaTPlace: `circuits/${circuit.id}/temperatureDifference`,
        component,
        hottest,
        branch: true,
        note: `${context.say(2 * section.length, 'length')} of pipe, ${REACH_WORDS[section.reach]}`,
      });
    }),
    ...sized.astray.map(
      (id): Finding => ({
        id: `section-astray:circuits/${circuit.id}:${id}`,
        rule: 'section-astray',
        severity: 'mend',
        place: `circuits/${circuit.id}/sections/${id}/from`,
        component,
        title: `${circuit.name}: ${sections.get(id)?.name || id} hangs on nothing`,
        why: 'The section it branches off is not there, or leads back to it. It counts as if it hung on the run from the plant.',
        remedies: [{ label: 'Hang it on the run', edits: [{ at: `circuits/${circuit.id}/sections/${id}/from`, value: null }] }],
      }),
    ),
  ];
}

const withoutLoad = (circuit: CircuitDesign): Finding => ({
  id: `circuit-empty:circuits/${circuit.id}`,
  rule: 'circuit-empty',
  severity: 'note',
  place: `circuits/${circuit.id}/name`,
  component: `circuits/${circuit.id}/house`,
  title: `${circuit.name} has nothing to heat`,
  why:
    circuit.roomIds.length === 0
      ? 'No room is on this circuit. Put rooms on it or delete it.'
      : 'Its rooms have no heat load yet. Enter their loads.',
  remedies: [],
});

/** The highest room temperature on each circuit, C. */
function warmestRooms(job: Job): Map<string, number> {
  const warmest = new Map<string, number>();
  for (const { circuit, roomTemperature } of job.rooms) {
    if (circuit !== null) warmest.set(circuit, Math.max(roomTemperature, warmest.get(circuit) ?? roomTemperature));
  }
  return warmest;
}

function reviewTemperatures(
  context: Context,
  circuit: Circuit,
  design: CircuitDesign,
  whole: UnreviewedDesign,
  warmest: number,
): Finding[] {
  const { job, rules, say, piping } = context;
  const place = `circuits/${circuit.id}`;
  const findings: Finding[] = [];
  const back = design.sized?.returnTemperature.value ?? 0;
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
  // Plates take their approach off before any circuit is reached.
  const plates = piping.between().traits.partsWater ? job.separation.approach : 0;
  // On a ring main what the pairs before it left is what comes; beyond a further station what that gives.
  const pair = suppliedBy(whole, piping, place);
  const atSource = job.source.flowTemperature - plates;
  const supply = pair?.value ?? atSource;
  const lost = atSource - supply;
  const tolerance = rules.mixedTolerance.limit;
  const header = pair?.value ?? whole.source?.supplyTemperature.value ?? supply;
  if (circuit.connection === 'mixed' && circuit.flowTemperature > header + 0.05) {
    findings.push({
      id: `mixed-above-source:${place}`,
      rule: 'mixed-above-source',
      severity: 'stop',
      place: `${place}/flowTemperature`,
      component: `${place}/valve`,
      title: `${circuit.name}: set point ${say(circuit.flowTemperature, 'temperature')} is above its supply of ${say(header, 'temperature')}`,
      why: 'A mixing valve can only cool water down. Run the source hotter or this circuit cooler.',
      remedies: [
        ...(lost === 0 && circuit.flowTemperature > supply
          ? [
              {
                label: `Run the source at ${say(circuit.flowTemperature + plates, 'temperature')}`,
                edits: [{ at: 'source/flowTemperature', value: circuit.flowTemperature + plates }],
              },
            ]
          : []),
        {
          label: `Run this circuit at ${say(Math.floor(header), 'temperature')}`,
          edits: [{ at: `${place}/flowTemperature`, value: Math.floor(header) }],
        },
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
      title: `${circuit.name} needs ${say(circuit.flowTemperature, 'temperature')} and is supplied with ${say(supply, 'temperature')}`,
      why: `A direct circuit gets what ${pair ? 'the ring brings it' : 'the source sends'}. ${hotter ? 'Too hot for a floor and wasteful for radiators.' : 'Its rooms stay cold.'}`,
      remedies: [
        ...(hotter ? [{ label: 'Mix this circuit down', edits: [{ at: `${place}/connection`, value: 'mixed' }] }] : []),
        lost === 0
          ? {
              label: `Run the source at ${say(circuit.flowTemperature + plates, 'temperature')}`,
              edits: [{ at: 'source/flowTemperature', value: circuit.flowTemperature + plates }],
            }
          : {
              label: `Size it for ${say(Math.round(supply * 2) / 2, 'temperature')}`,
              edits: [{ at: `${place}/flowTemperature`, value: Math.round(supply * 2) / 2 }],
            },
      ],
    });
  }
  return findings;
}

/** A floor whose water falls further than it stays even. */
function floorDelta({ rules, say }: Context, circuit: Circuit): Finding[] {
  const { limit, reason } = rules.floorDeltaT;
  if (circuit.emitters !== 'floor' || circuit.temperatureDifference <= limit) return [];
  const place = `circuits/${circuit.id}/temperatureDifference`;
  const usual = USUAL_FLOOR_DELTA;
  return [
    {
      id: `delta-t-wide:${circuit.id}`,
      rule: 'delta-t-wide',
      severity: 'note',
      place,
      component: `circuits/${circuit.id}/house`,
      title: `${circuit.name}: its water falls by ${say(circuit.temperatureDifference, 'temperatureDifference')} in the floor`,
      why: `${reason} Floors are laid out for ${say(5, 'temperatureDifference')} to ${say(10, 'temperatureDifference')}, common practice. Where a very wide one is read on the gauges, too little water passes.`,
      remedies: [{ label: `A delta T of ${say(usual, 'temperatureDifference')}`, edits: [{ at: place, value: usual }] }],
    },
  ];
}

/** Delta T that floors are usually laid out for, K: common practice. */
const USUAL_FLOOR_DELTA = 8;

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
          ? [
              {
                label: `Fit a valve with ${say(better, 'flowCoefficient')}`,
                edits: [{ at: `${place}/mixingValve`, value: better }],
              },
            ]
          : [],
    },
  ];
}
