import { FIRST_STATION, type Job } from '../../model/job.ts';
import { newWater, nextId } from '../../model/new-job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { jobWaters } from '../piping/job-waters.ts';
import { portIdOf, stationOf } from '../plan/plan.ts';
import { BETWEEN, betweenAs } from '../plan/station-edits.ts';
import { findCirculator } from '../plant/circulator.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { GRAVITY } from '../quantity/gravity.ts';

/** Findings on what mixes, parts and moves the water: plates, mixing valves, one pump for all, valves against full head. */
export function reviewDistribution(context: Context, design: UnreviewedDesign): Finding[] {
  if (!design.source) return [];
  return [
    ...plates(context, design),
    ...mixing(context, design),
    ...unlimitedFloors(context, design),
    ...sharedPump(context, design),
    ...sourcePump(context),
    ...closeOff(context, design),
  ];
}

/** Plates: a vessel for each water, and temperatures that they can do. */
function plates(context: Context, design: UnreviewedDesign): Finding[] {
  const { source } = design;
  const { job } = context;
  if (!source) return [];
  const findings = secondVessels(job);
  if (source.exchanger && !source.exchanger.possible)
    findings.push(
      impossible(context, {
        id: 'exchanger-impossible',
        place: 'separation/approach',
        component: 'header',
        back: source.returnTemperature.value,
        enters: source.circuitsReturn.value,
        flow: job.source.flowTemperature,
        drop: 'source/temperatureDifference',
        who: 'The source',
      }),
    );
  for (const { id, place, exchanger, back } of design.stations) {
    if (!exchanger || exchanger.possible) continue;
    const link = design.links.find((each) => job.links.some(({ id: own, to }) => own === each.id && stationOf(to) === id));
    if (!link) continue;
    findings.push(
      impossible(context, {
        id: `exchanger-impossible:${place}`,
        place: `${place}/approach`,
        component: place,
        back: link.back.value,
        enters: back.value,
        flow: link.supply.value,
        drop: `${link.place}/temperatureDifference`,
        who: link.name,
      }),
    );
  }
  return findings;
}

/** Every water wants a vessel, a relief valve and a filling of its own. */
function secondVessels(job: Job): Finding[] {
  const next = nextId('w', [{ id: 'w1' }, ...job.waters]);
  const bare = jobWaters(job).filter(({ ofSource, entry }) => !ofSource && entry === null);
  const missing = bare.flatMap(({ ports, stations }, i): Finding[] => {
    const of = ports.find((ref) => portIdOf(ref) === 'cold') ?? ports[0];
    if (!of) return [];
    const [station] = stations;
    const place = station === FIRST_STATION || station === undefined ? null : `stations/${station}`;
    return [
      {
        id: i === 0 && place === null ? 'plates-second-vessel' : `plates-second-vessel:${of}`,
        rule: 'plates-second-vessel',
        severity: 'note',
        place: place === null ? BETWEEN : `${place}/kind`,
        component: place ?? 'header',
        title: 'Two waters need two vessels and two relief valves',
        why: 'The vessel here counts all the water together. Each side of plates or a coil wants a vessel, a relief valve, a gauge and a filling of its own; size each by the water on its side. Plates want a flush every year where the water is hard or dirty.',
        remedies: [
          { label: 'Enter the second water', edits: [{ at: 'waters', value: [...job.waters, newWater(next, of, job)] }] },
        ],
      },
    ];
  });
  // An entry that names the source's water, or one that another entry names already.
  const counted = new Set(jobWaters(job).map(({ entry }) => entry?.id));
  const idle = job.waters
    .filter(({ id }) => !counted.has(id))
    .map(
      ({ id, name }): Finding => ({
        id: `water-twice:waters/${id}`,
        rule: 'water-twice',
        severity: 'mend',
        place: `waters/${id}/name`,
        component: 'vessel',
        title: `${name || 'A water'} is no water of its own`,
        why: 'Nothing parts it from another that has a vessel already: two vessels on one water hold its pressure at two points, and neither is right.',
        remedies: [{ label: 'Leave one', edits: [{ at: 'waters', value: job.waters.filter((each) => each.id !== id) }] }],
      }),
    );
  return [...missing, ...idle];
}

interface Impossible {
  id: string;
  place: string;
  component: string;
  /** What is to come back on the hot side, and what enters on the cold one, degrees C. */
  back: number;
  enters: number;
  flow: number;
  /** Where the delta T of the hot side stands, and who wants it. */
  drop: string;
  who: string;
}

function impossible({ say }: Context, { id, place, component, back, enters, flow, drop, who }: Impossible): Finding {
  const wanted = Math.floor((flow - (enters + 1)) * 2) / 2;
  return {
    id,
    rule: 'exchanger-impossible',
    severity: 'stop',
    place,
    component,
    title: `${who} is to get its water back ${say(enters - back, 'temperatureDifference')} colder than the circuits send theirs`,
    why: `It would come back with ${say(back, 'temperature')}, and ${say(enters, 'temperature')} enter the plates from the circuits. No plate cools one water below what enters on the other side. A narrower delta T on the hot side, or circuits that come back cooler, make it possible.`,
    remedies:
      wanted >= 1
        ? [{ label: `${who} at delta T ${say(wanted, 'temperatureDifference')}`, edits: [{ at: drop, value: wanted }] }]
        : [],
  };
}

/** Water above this harms screed, boards and feet, degrees C: EN 1264-4 asks for 55 at most in screed, from memory. */
export const MOST_IN_FLOOR = 55;

/** Floors that take what the source sends, and nothing stops water that is too hot for them. */
function unlimitedFloors({ job, say }: Context, { circuits }: UnreviewedDesign): Finding[] {
  const most = traitsOf(job.source).mostFlow;
  return job.circuits.flatMap((circuit): Finding[] => {
    const sized = circuits.find((each) => each.id === circuit.id)?.sized;
    if (!sized || circuit.connection !== 'direct' || circuit.emitters !== 'floor' || circuit.highLimit || most <= MOST_IN_FLOOR)
      return [];
    const place = `circuits/${circuit.id}/highLimit`;
    return [
      {
        id: `floor-unlimited:${circuit.id}`,
        rule: 'floor-unlimited',
        severity: 'mend',
        place,
        component: `circuits/${circuit.id}/pump`,
        title: `${circuit.name}: nothing stops water too hot for the floor`,
        why: `The floor takes what the source sends, and one of this kind can send ${say(most, 'temperature')} when its control fails or the cylinder is charged. Above about ${say(MOST_IN_FLOOR, 'temperature')} screed cracks and boards shrink. A high-limit thermostat on the flow that stops the pump guards it.`,
        remedies: [{ label: 'A stat that stops the pump', edits: [{ at: place, value: true }] }],
      },
    ];
  });
}

function mixing({ job, say, piping }: Context, { circuits }: UnreviewedDesign): Finding[] {
  return job.circuits.flatMap((circuit): Finding[] => {
    const sized = circuits.find((each) => each.id === circuit.id)?.sized;
    if (!sized || circuit.connection !== 'mixed') return [];
    const place = `circuits/${circuit.id}`;
    const component = `${place}/valve`;
    const findings: Finding[] = [];
    if (circuit.emitters === 'floor' && !circuit.highLimit && job.source.flowTemperature > circuit.flowTemperature + 5) {
      findings.push({
        id: `high-limit-missing:${circuit.id}`,
        rule: 'high-limit-missing',
        severity: 'mend',
        place: `${place}/highLimit`,
        component,
        title: `${circuit.name}: nothing stops hot water when the mixing fails`,
        why: `A stuck valve sends ${say(job.source.flowTemperature, 'temperature')} into the floor: screed cracks, boards shrink, feet burn. A high-limit thermostat on the flow that stops the pump guards it.`,
        remedies: [{ label: 'A stat that stops the pump', edits: [{ at: `${place}/highLimit`, value: true }] }],
      });
    }
    const injected = circuit.mixing.startsWith('injection');
    if (!injected && !piping.partedFromSource(piping.branch(place)) && !circuit.coldPortCheck) {
      findings.push({
        id: `cold-port-open:${circuit.id}`,
        rule: 'cold-port-open',
        severity: 'note',
        place: `${place}/coldPortCheck`,
        component,
        title: `${circuit.name}: the cold port may be fed backwards`,
        why: 'Other pumps on the same source push through its cold port when its own pump stands or is the weaker one: hot water then comes back the wrong way. A check valve in the cold port, or a separator, stops that.',
        remedies: [{ label: 'A check valve on the cold port', edits: [{ at: `${place}/coldPortCheck`, value: true }] }],
      });
    }
    if (circuit.mixing === 'four-way' && !piping.sharedLink) {
      findings.push({
        id: `four-way-idle:${circuit.id}`,
        rule: 'four-way-idle',
        severity: 'note',
        place: `${place}/mixing`,
        component,
        title: `${circuit.name}: its fourth port has nothing to drive it`,
        why: 'The port that sends hot water round to the source works where a pump stands before the valve. Here every pump stands behind it, so that no water goes round and the return is not lifted: three ways do as much for less.',
        remedies: [
          { label: 'A valve with three ways', edits: [{ at: `${place}/mixing`, value: 'three-way' }] },
          { label: 'One pump before the valves', edits: [{ at: 'distribution/kind', value: 'valves' }] },
        ],
      });
    }
    if (circuit.mixing === 'injection-fixed' && circuit.loopValves === 'thermostatic') {
      findings.push({
        id: `injection-blind:${circuit.id}`,
        rule: 'injection-blind',
        severity: 'mend',
        place: `${place}/mixing`,
        component,
        title: `${circuit.name}: a fixed injection cannot follow valves that close`,
        why: 'It brings the same hot water however little the circuit passes: the fewer rooms are open, the hotter the rest gets. A speed that follows the mix, or a valve, keeps the temperature.',
        remedies: [
          { label: 'Injection with a speed that follows', edits: [{ at: `${place}/mixing`, value: 'injection-variable' }] },
        ],
      });
    }
    return findings;
  });
}

/** The source's own pump for all: something between keeps it from the circuits, and a diverter that has nothing to divert. */
function sourcePump({ job, piping }: Context): Finding[] {
  const findings: Finding[] = [];
  if (
    job.distribution.kind === 'source' &&
    !piping.sourceMovesCircuits &&
    job.circuits.some((each) => each.connection === 'direct')
  )
    findings.push({
      id: 'source-pump-parted',
      rule: 'source-pump-parted',
      severity: 'mend',
      place: 'distribution/kind',
      component: 'source/pump',
      title: 'The pump of the source does not reach the circuits',
      why: 'What stands between parts the two: every circuit is worked out with a pump of its own. With nothing between, the pump of the source moves all of it.',
      remedies: [
        { label: 'Nothing between', edits: betweenAs('bars') },
        { label: 'A pump in each circuit', edits: [{ at: 'distribution/kind', value: 'pumps' }] },
      ],
    });
  const { hotWater } = job;
  if (!hotWater?.diverter) return findings;
  const base = { place: 'hotWater/diverter', component: 'hotWater/pump' };
  if (piping.branch('hotWater').pump)
    findings.push({
      ...base,
      id: 'diverter-idle',
      rule: 'diverter-idle',
      severity: 'mend',
      title: 'A diverting valve, and a pump of its own at the cylinder',
      why: 'A diverting valve turns the water of one pump from the heating to the coil. Here the cylinder has a pump of its own, and nothing is turned.',
      remedies: [{ label: 'No diverting valve', edits: [{ at: 'hotWater/diverter', value: false }] }],
    });
  else if (hotWater.charging === 'parallel')
    findings.push({
      ...base,
      id: 'diverter-parallel',
      rule: 'diverter-parallel',
      severity: 'note',
      title: 'A diverting valve cannot charge beside the heating',
      why: 'It sends all the water one way or the other: the heating waits, whatever is said of it.',
      remedies: [{ label: 'The heating waits', edits: [{ at: 'hotWater/charging', value: 'priority' }] }],
    });
  return findings;
}

/** One pump against valves that close one by one. */
function sharedPump({ job, rules, say, piping }: Context, { solved }: UnreviewedDesign): Finding[] {
  const { distribution } = job;
  const zones = solved?.zones.length ?? 0;
  if (!piping.sharedLink || distribution.pumpControl !== 'fixed-speed' || distribution.bypass !== null || zones < 2) return [];
  const opening = rules.bypassOpening.limit;
  return [
    {
      id: 'shared-pump-fixed',
      rule: 'shared-pump-fixed',
      severity: 'mend',
      place: 'distribution/pumpControl',
      component: 'distribution/pump',
      title: 'One pump at full speed against valves that close',
      why: 'With one zone left open it pushes all it has through that one: the valve hisses and the pump burns what it makes too much. It should slow down, or something should let water past.',
      remedies: [
        {
          label: 'Let it hold a falling pressure',
          edits: [{ at: 'distribution/pumpControl', value: 'proportional-pressure' }],
        },
        { label: `A bypass that opens at ${say(opening, 'pressure')}`, edits: [{ at: 'distribution/bypass', value: opening }] },
      ],
    },
  ];
}

/** The head of a pump against a shut valve, beside what its actuator holds. */
function closeOff({ job, rules, say }: Context, { circuits, distribution }: UnreviewedDesign): Finding[] {
  const limit = rules.closeOff.limit;
  const behind = circuits.filter((circuit) => {
    const decided = job.circuits.find((each) => each.id === circuit.id);
    return circuit.sized && (decided?.zones === 'rooms' || circuit.sized.zoneValve);
  });
  const worst = behind.flatMap(({ id, name, sized }) => {
    const duty = (sized?.pump ?? distribution?.pump)?.duty;
    const model = duty && findCirculator(duty.modelId, job.ownPumps);
    const dead = duty && model ? (model.curve[0]?.[1] ?? 0) * duty.speed ** 2 * 1000 * GRAVITY : 0;
    return dead > limit ? [{ id, name, dead }] : [];
  });
  return worst.map(({ id, name, dead }) => ({
    id: `close-off:${id}`,
    rule: 'close-off',
    severity: 'note',
    place: `circuits/${id}/zones`,
    component: `circuits/${id}/pump`,
    title: `${name}: its valves close against up to ${say(dead, 'pressure')}`,
    why: `${rules.closeOff.reason} ${say(limit, 'pressure')} is usual; look it up, or take a pump that slows down.`,
    remedies: [],
  }));
}
