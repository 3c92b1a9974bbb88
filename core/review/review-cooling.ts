import type { Circuit, Room } from '../../model/job.ts';
import { USUAL_COOLING } from '../../model/new-emitter.ts';
import type { Context } from '../design/context.ts';
import type { CoolingDesign } from '../design/cooling-design.ts';
import type { CircuitDesign, UnreviewedDesign } from '../design/design.ts';
import { coolingRatingStands } from '../emitter/cooling.ts';
import type { Finding } from '../finding/finding.ts';

/** Findings on a plant that also cools: water below the dew point, rooms left warm or damp, more flow than in winter. */
export function reviewCooling(context: Context, design: UnreviewedDesign): Finding[] {
  const { cooling } = design;
  if (!cooling) return [];
  const { job } = context;
  return [
    ...job.circuits.flatMap((circuit) => [
      ...belowDewPoint(context, circuit, cooling),
      ...moreFlow(
        context,
        circuit,
        cooling,
        design.circuits.find((each) => each.id === circuit.id),
      ),
      ...trays(circuit, cooling),
    ]),
    ...damp(context, cooling),
    ...job.rooms.flatMap((room) => [...ratingsAstray(context, room), ...roomsCooled(context, room, cooling)]),
  ];
}

/** Floors and bare pipe sweat where water or surface is colder than the dew point with its margin. */
function belowDewPoint({ say, rules }: Context, circuit: Circuit, { dewPoint, parts }: CoolingDesign): Finding[] {
  if (!circuit.cooling) return [];
  const least = dewPoint.value + rules.dewPointMargin.limit;
  const place = `circuits/${circuit.id}/cooling/flowTemperature`;
  const floors = parts.flatMap((part) => (part.circuitId === circuit.id && part.coldest !== null ? [part.coldest] : []));
  const coldest = Math.min(...floors);
  const safe = Math.ceil(least);
  const component = `circuits/${circuit.id}/house`;
  const warmer = [{ label: `Cool with ${say(safe, 'temperature')}`, edits: [{ at: place, value: safe }] }];
  const findings: Finding[] = [];
  if (floors.length > 0 && circuit.cooling.flowTemperature < least) {
    const wet = coldest < dewPoint.value;
    findings.push({
      id: `dew-point:${circuit.id}`,
      rule: 'dew-point',
      severity: wet ? 'stop' : 'mend',
      place,
      component,
      title: `${circuit.name}: condensation on ${wet ? 'the floor' : 'pipes and manifold'} at ${say(circuit.cooling.flowTemperature, 'temperature')}`,
      why: `Air of the hottest day drops its water at ${say(dewPoint.value, 'temperature')}; with ${say(rules.dewPointMargin.limit, 'temperatureDifference')} of margin nothing may be colder than ${say(least, 'temperature')}. The coldest floor comes to ${say(coldest, 'temperature')}. Cool with warmer water, dry the air, and let a dew-point guard shut the circuit.`,
      remedies: warmer,
    });
  }
  if (floors.some((surface) => surface < rules.coldFloor.limit && surface >= dewPoint.value)) {
    findings.push({
      id: `floor-cold:${circuit.id}`,
      rule: 'floor-cold',
      severity: 'note',
      place,
      component,
      title: `${circuit.name}: floors as cold as ${say(coldest, 'temperature')}`,
      why: `Below ${say(rules.coldFloor.limit, 'temperature')} bare feet complain (${rules.coldFloor.source}). Cool with warmer water where people sit.`,
      remedies: [],
    });
  }
  return findings;
}

function moreFlow({ say }: Context, circuit: Circuit, cooling: CoolingDesign, design?: CircuitDesign): Finding[] {
  const cold = cooling.circuits.find((each) => each.circuitId === circuit.id);
  const winter = design?.sized?.volumeFlow.value;
  if (!cold || !winter || !circuit.cooling || cold.volumeFlow.value <= winter * 1.1) return [];
  const wider = Math.ceil((circuit.cooling.temperatureDifference * cold.volumeFlow.value) / winter);
  return [
    {
      id: `cooling-flow:${circuit.id}`,
      rule: 'cooling-flow',
      severity: 'mend',
      place: `circuits/${circuit.id}/cooling/temperatureDifference`,
      component: `circuits/${circuit.id}/pump`,
      title: `${circuit.name}: cooling needs ${say(cold.volumeFlow.value, 'volumeFlow')}, heating ${say(winter, 'volumeFlow')}`,
      why: 'Pipes, pump and valve are sized for heating; in summer the water would warm further than written here and cool less. Let it warm further, or size the circuit for the larger flow with a smaller delta T when heating.',
      remedies: [
        {
          label: `Let it warm by ${say(Math.min(wider, 20), 'temperatureDifference')}`,
          edits: [{ at: `circuits/${circuit.id}/cooling/temperatureDifference`, value: Math.min(wider, 20) }],
        },
      ],
    },
  ];
}

/** Coils that dry the air make water, which has to go somewhere. */
function trays(circuit: Circuit, { parts }: CoolingDesign): Finding[] {
  const wet = parts.filter((part) => part.circuitId === circuit.id && part.latent > 0);
  if (wet.length === 0) return [];
  return [
    {
      id: `condensate:${circuit.id}`,
      rule: 'condensate',
      severity: 'note',
      place: `circuits/${circuit.id}/cooling/flowTemperature`,
      component: `circuits/${circuit.id}/house`,
      title: `${circuit.name}: ${wet.length === 1 ? 'a coil makes' : `${wet.length} coils make`} water`,
      why: `${[...new Set(wet.map((part) => part.label))].join(', ')}: their tray needs a drain with fall and a trap, or a pump for it; cold pipes to them need insulation that keeps vapour out.`,
      remedies: [],
    },
  ];
}

/** Rooms whose damp nothing takes out, all of them as one. */
function damp({ job, say }: Context, { parts }: CoolingDesign): Finding[] {
  const rooms = job.rooms.flatMap((room) => {
    const latent = parts.reduce((sum, part) => sum + (part.roomId === room.id ? part.latent : 0), 0);
    const missing = (room.latentLoad ?? 0) - latent;
    return room.latentLoad !== null && missing > 0.01 * room.latentLoad ? [{ room, missing }] : [];
  });
  const [first] = rooms;
  if (!first) return [];
  const missing = rooms.reduce((sum, each) => sum + each.missing, 0);
  const names = rooms.slice(0, 4).map(({ room }) => room.name || room.id);
  return [
    {
      id: 'drying-short',
      rule: 'drying-short',
      severity: 'mend',
      place: `rooms/${first.room.id}/latentLoad`,
      component: first.room.circuit === null ? null : `circuits/${first.room.circuit}/house`,
      title: `Nothing dries ${say(missing, 'heatLoad')} of damp in ${rooms.length === 1 ? names[0] : `${rooms.length} rooms`}`,
      why: `${rooms.length === 1 ? '' : `${names.join(', ')}${rooms.length > names.length ? ' and others' : ''}. `}A floor takes no moisture from the air: water only condenses on it. Until something does, the air grows damper and its dew point rises. Add a coil with a drain, or a dehumidifier.`,
      remedies: [],
    },
  ];
}

/** A cooling rating whose water comes back colder than it goes, or warmer than the room. */
function ratingsAstray({ say }: Context, room: Room): Finding[] {
  return room.emitters.flatMap((emitter): Finding[] => {
    if (emitter.kind !== 'rated' || !emitter.cooling || coolingRatingStands(emitter.cooling)) return [];
    const { flow, return: back, room: air } = emitter.cooling;
    const place = `rooms/${room.id}/emitters/${emitter.id}/cooling`;
    const usual = USUAL_COOLING;
    return [
      {
        id: `cooling-rating:${place}`,
        rule: 'cooling-rating',
        severity: 'stop',
        place: `${place}/return`,
        component: room.circuit === null ? null : `circuits/${room.circuit}/house`,
        title: `${room.name || room.id}: its cooling rating cannot be`,
        why: `Water that comes with ${say(flow, 'temperature')} and goes back with ${say(back, 'temperature')} takes no heat out of air at ${say(air, 'temperature')}: it has to go back warmer than it came and colder than the room. Until then this unit counts as cooling nothing.`,
        remedies: [
          {
            label: `Rated at ${say(usual.flow, 'temperature')} to ${say(usual.return, 'temperature')} in air of ${say(usual.room, 'temperature')}, as is usual`,
            edits: [
              { at: `${place}/flow`, value: usual.flow },
              { at: `${place}/return`, value: usual.return },
              { at: `${place}/room`, value: usual.room },
            ],
          },
        ],
      },
    ];
  });
}

function roomsCooled({ say }: Context, room: Room, { parts }: CoolingDesign): Finding[] {
  const own = parts.filter((part) => part.roomId === room.id);
  const name = room.name || room.id;
  const findings: Finding[] = [];
  const sensible = own.reduce((sum, part) => sum + part.sensible, 0);
  const base = { component: room.circuit === null ? null : `circuits/${room.circuit}/house`, remedies: [] };
  if (room.coolingLoad !== null && sensible < room.coolingLoad * 0.99) {
    findings.push({
      ...base,
      id: `cooling-short:rooms/${room.id}`,
      rule: 'cooling-short',
      severity: 'mend',
      place: `rooms/${room.id}/coolingLoad`,
      title: `${name}: ${say(room.coolingLoad - sensible, 'heatLoad')} short of cooling`,
      why: `Its emitters take out ${say(sensible, 'heatLoad')} of ${say(room.coolingLoad, 'heatLoad')}. ${own.length === 0 ? 'None of them gets cold water: give its circuit a flow temperature for cooling, and fan units their cooling rating.' : 'Shade it, add a fan unit, or cool with colder water where the dew point allows.'}`,
    });
  }
  return findings;
}
