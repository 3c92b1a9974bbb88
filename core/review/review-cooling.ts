import type { CoolingRating } from '../../model/emitter.ts';
import type { Circuit, Room } from '../../model/job.ts';
import { USUAL_COOLING } from '../../model/new-emitter.ts';
import { coldSurfaces, coldWaterOf } from '../cooling/cold-surfaces.ts';
import type { Context } from '../design/context.ts';
import type { CoolingDesign, CoolingPart } from '../design/cooling-design.ts';
import type { CircuitDesign, UnreviewedDesign } from '../design/design.ts';
import { coilOfRating, type RatingAstray } from '../emitter/coil-rating.ts';
import { coolingLaw } from '../emitter/cooling.ts';
import { isFanForm } from '../emitter/forms.ts';
import type { Finding } from '../finding/finding.ts';
import { insulationAgainstDew, insulationWords } from '../pipe/heat-loss.ts';
import { reviewColdCircuits } from './review-cold-circuits.ts';
import { reviewColdSource } from './review-cold-source.ts';

/** Findings on a plant that also cools: water below the dew point, rooms left warm or damp, more flow than in winter. */
export function reviewCooling(context: Context, design: UnreviewedDesign): Finding[] {
  const { cooling } = design;
  if (!cooling) return [];
  const { job } = context;
  return [
    ...saturated(context),
    ...job.circuits.flatMap((circuit) => {
      const designed = design.circuits.find((each) => each.id === circuit.id);
      return [
        ...belowDewPoint(context, circuit, cooling, designed),
        ...moreFlow(context, circuit, cooling, designed),
        ...trays(circuit, cooling),
      ];
    }),
    ...roughLoads(context),
    ...damp(context, cooling),
    ...job.rooms.flatMap((room) => [...ratingsAstray(context, room), ...roomsCooled(context, room, cooling)]),
    ...reviewColdCircuits(context, cooling, design),
    ...reviewColdSource(context, cooling),
  ];
}

/** Rooms whose cooling load is only guessed by area, all as one. */
function roughLoads({ job, isRoughCooling, say }: Context): Finding[] {
  const rough = job.rooms.filter(isRoughCooling);
  const [first] = rough;
  if (!first) return [];
  const sum = rough.reduce((total, { coolingLoad }) => total + (coolingLoad ?? 0), 0);
  return [
    {
      id: 'cooling-loads-rough',
      rule: 'cooling-loads-rough',
      severity: 'note',
      place: `rooms/${first.id}/coolingLoad`,
      component: null,
      title: `${rough.length === 1 ? 'A cooling load is' : `${rough.length} cooling loads are`} guessed by area`,
      why: `${say(sum, 'power')} by area, class of building and side of the house. Glass and shade move a cooling load more than anything a heating load knows; everything sized from these is provisional.`,
      remedies: [],
    },
  ];
}

/** Relative humidity from which air is as good as saturated. */
const NEARLY_SATURATED = 0.97;

/** Air whose dew point lies at or above the room: everything in it drips already. */
function saturated({ job, say }: Context): Finding[] {
  if (job.site.summerHumidity < NEARLY_SATURATED) return [];
  return [
    {
      id: 'air-saturated',
      rule: 'air-saturated',
      severity: 'stop',
      place: 'site/summerHumidity',
      component: null,
      title: `Room air of ${say(job.site.summerHumidity, 'fraction')}: its dew point is the room itself`,
      why: 'Anything colder than the room drips. Air that people live in has 40 to 60 % on the hottest day; outdoors it is damper at night, when it is cooler.',
      remedies: [{ label: `Take ${say(0.5, 'fraction')}`, edits: [{ at: 'site/summerHumidity', value: 0.5 }] }],
    },
  ];
}

/** Floors, manifolds and runs sweat where they are colder than the dew point with its margin. */
function belowDewPoint(context: Context, circuit: Circuit, cooling: CoolingDesign, design: CircuitDesign | undefined): Finding[] {
  const { say, rules, job } = context;
  if (!circuit.cooling || !cooling.circuits.some(({ circuitId }) => circuitId === circuit.id)) return [];
  const own = { ...circuit, cooling: circuit.cooling };
  const dew = cooling.dewPoint.value;
  const least = dew + rules.dewPointMargin.limit;
  const place = `circuits/${circuit.id}/cooling/flowTemperature`;
  const all = coldSurfaces(context, own, cooling, design);
  const floors = all.filter(({ what }) => what === 'surface');
  const water = coldWaterOf(own, cooling);
  const component = `circuits/${circuit.id}/house`;
  const findings: Finding[] = [];
  const coldest = floors.length > 0 ? floors.reduce((a, b) => (b.temperature < a.temperature ? b : a)) : null;
  // What a coil's tray does not catch has to stay dry by its water.
  if (coldest && circuit.cooling.flowTemperature < least) {
    const wet = coldest.temperature < dew;
    const safe = Math.ceil(least);
    findings.push({
      id: `dew-point:${circuit.id}`,
      rule: 'dew-point',
      severity: wet ? 'stop' : 'mend',
      place,
      component,
      title: `${circuit.name}: condensation on ${wet ? coldest.label : 'pipes and manifold'} at ${say(circuit.cooling.flowTemperature, 'temperature')}`,
      why: `The dew point on the hottest day is ${say(dew, 'temperature')}; with ${say(rules.dewPointMargin.limit, 'temperatureDifference')} of margin nothing may be colder than ${say(least, 'temperature')}. The coldest surface comes to ${say(coldest.temperature, 'temperature')}. Cool with warmer water, dry the air first, and let a dew-point guard shut the circuit.`,
      remedies: [{ label: `Cool with ${say(safe, 'temperature')}`, edits: [{ at: place, value: safe }] }],
    });
  }
  if (
    coldest &&
    coldest.temperature < rules.coldFloor.limit &&
    coldest.temperature >= dew &&
    hasFloor(context, cooling, circuit)
  ) {
    findings.push({
      id: `floor-cold:${circuit.id}`,
      rule: 'floor-cold',
      severity: 'note',
      place,
      component,
      title: `${circuit.name}: floors as cold as ${say(coldest.temperature, 'temperature')}`,
      why: `Below ${say(rules.coldFloor.limit, 'temperature')} bare feet complain (${rules.coldFloor.source}). Cool with warmer water where people sit.`,
      remedies: [],
    });
  }
  if (water < least && !circuit.cooling.sealed) {
    findings.push({
      id: `cold-pipe-bare:${circuit.id}`,
      rule: 'cold-pipe-bare',
      severity: 'mend',
      place: `circuits/${circuit.id}/cooling/sealed`,
      component,
      title: `${circuit.name}: pipes, valves and manifold at ${say(water, 'temperature')} sweat where they lie bare`,
      why: `The dew point is ${say(dew, 'temperature')}. Cold pipe wants closed-cell insulation with every joint glued, through clamps, valves, pump and manifold: what breathes draws vapour in until it drips.`,
      remedies: [
        { label: 'Insulate it all against vapour', edits: [{ at: `circuits/${circuit.id}/cooling/sealed`, value: true }] },
      ],
    });
  }
  const run = all.find(({ what }) => what === 'run');
  const size = (design?.sized ?? design?.onlyCools)?.run.size;
  if (run && size && run.temperature < Math.min(dew + INSULATION_MARGIN, job.site.summerRoom)) {
    const thickness = insulationAgainstDew(size.outside, water, job.site.summerRoom, dew + INSULATION_MARGIN);
    findings.push({
      id: `cold-insulation:${circuit.id}`,
      rule: 'cold-insulation',
      severity: 'mend',
      place: `circuits/${circuit.id}/run/insulation`,
      component,
      title: `${circuit.name}: its insulation sweats at ${say(run.temperature, 'temperature')}`,
      why: `The outside of the insulation comes within ${say(INSULATION_MARGIN, 'temperatureDifference')} of the dew point of ${say(dew, 'temperature')} with water at ${say(water, 'temperature')}.`,
      remedies:
        thickness === null
          ? []
          : [
              {
                label: `Insulate it with ${insulationWords(thickness, job.display)}`,
                edits: [{ at: `circuits/${circuit.id}/run/insulation`, value: thickness }],
              },
            ],
    });
  }
  return findings;
}

/** The outside of insulation stays so far above the dew point, K: common practice. */
const INSULATION_MARGIN = 0.5;

const hasFloor = ({ job }: Context, { parts }: CoolingDesign, { id }: Circuit): boolean =>
  parts.some(
    ({ circuitId, roomId, emitterId }) =>
      circuitId === id &&
      job.rooms.some(
        (room) =>
          room.id === roomId &&
          room.emitters.some((each) => each.id === emitterId && each.kind === 'floor' && each.lies === 'floor'),
      ),
  );

function moreFlow({ say }: Context, circuit: Circuit, cooling: CoolingDesign, design?: CircuitDesign): Finding[] {
  const cold = cooling.circuits.find((each) => each.circuitId === circuit.id);
  const winter = design?.sized?.volumeFlow.value;
  if (!cold || !winter || !circuit.cooling || cold.volumeFlow.value <= winter * 1.1) return [];
  // With what really comes it may be enough all the same.
  if (cold.solved && cold.solved.heat.value >= 0.95 * cold.output.value) return [];
  const wider = Math.ceil((circuit.cooling.temperatureDifference * cold.volumeFlow.value) / winter);
  return [
    {
      id: `cooling-flow:${circuit.id}`,
      rule: 'cooling-flow',
      severity: 'mend',
      place: `circuits/${circuit.id}/cooling/temperatureDifference`,
      component: `circuits/${circuit.id}/pump`,
      title: `${circuit.name}: cooling needs ${say(cold.volumeFlow.value, 'volumeFlow')}, heating ${say(winter, 'volumeFlow')}`,
      why: `Pipes, pump and valve are sized for heating; in summer the water warms further than written here and cools less${cold.solved ? `: ${say(cold.solved.heat.value, 'power')} of ${say(cold.output.value, 'power')} come` : ''}. Let it warm further, or size the circuit for the larger flow with a smaller delta T when heating.`,
      remedies: [
        ...(circuit.cooling.sized
          ? []
          : [
              {
                label: 'Size pipes and pump for summer too',
                edits: [{ at: `circuits/${circuit.id}/cooling/sized`, value: true }],
              },
            ]),
        {
          label: `Let it warm by ${say(Math.min(wider, 20), 'temperatureDifference')}`,
          edits: [{ at: `circuits/${circuit.id}/cooling/temperatureDifference`, value: Math.min(wider, 20) }],
        },
      ],
    },
  ];
}

const latentOf = ({ latent, comes }: CoolingPart): number => comes?.latent ?? latent;
const sensibleOf = ({ sensible, comes }: CoolingPart): number => comes?.sensible ?? sensible;

/** Coils that dry the air make water, which has to go somewhere. */
function trays(circuit: Circuit, { parts }: CoolingDesign): Finding[] {
  const wet = parts.filter((part) => part.circuitId === circuit.id && latentOf(part) > 0);
  const drain = circuit.cooling?.drain ?? 'trap';
  if (wet.length === 0 || drain === 'trap' || drain === 'pump') return [];
  const place = `circuits/${circuit.id}/cooling/drain`;
  return [
    {
      id: `condensate:${circuit.id}`,
      rule: 'condensate',
      severity: drain === 'none' ? 'stop' : 'note',
      place,
      component: `circuits/${circuit.id}/house`,
      title: `${circuit.name}: ${wet.length === 1 ? 'a coil makes' : `${wet.length} coils make`} water, and ${drain === 'none' ? 'nothing drains it' : 'nobody has looked where it goes'}`,
      why: `${[...new Set(wet.map((part) => part.label))].join(', ')}: each tray needs a drain with a fall of 1 to 2 % and a trap deep enough for its fan, or a small pump with a float switch that stops the unit.`,
      remedies: [
        { label: 'Drain with fall and trap', edits: [{ at: place, value: 'trap' }] },
        { label: 'A condensate pump', edits: [{ at: place, value: 'pump' }] },
      ],
    },
  ];
}

/** Rooms whose damp nothing takes out, all of them as one; ventilation or a drier of the house takes its part. */
function damp({ job, say }: Context, { parts }: CoolingDesign): Finding[] {
  const short = job.rooms.flatMap((room) => {
    const latent = parts.reduce((sum, part) => sum + (part.roomId === room.id ? latentOf(part) : 0), 0);
    const missing = (room.latentLoad ?? 0) - latent;
    return room.latentLoad !== null && missing > 0.01 * room.latentLoad ? [{ room, missing }] : [];
  });
  const [first] = short;
  if (!first) return [];
  const drier = (job.site.drier ?? 0) * LATENT_HEAT;
  const missing = short.reduce((sum, each) => sum + each.missing, 0) - drier;
  if (missing <= 0.01 * short.reduce((sum, { room }) => sum + (room.latentLoad ?? 0), 0)) return [];
  const names = short.slice(0, 4).map(({ room }) => room.name || room.id);
  const enough = missing + drier;
  return [
    {
      id: 'drying-short',
      rule: 'drying-short',
      severity: 'mend',
      place: `rooms/${first.room.id}/latentLoad`,
      component: first.room.circuit === null ? null : `circuits/${first.room.circuit}/house`,
      title: `Nothing dries ${say(missing, 'heatLoad')} of damp in ${short.length === 1 ? names[0] : `${short.length} rooms`}`,
      why: `${short.length === 1 ? '' : `${names.join(', ')}${short.length > names.length ? ' and others' : ''}. `}A floor takes no moisture from the air: water only condenses on it. Until something does, the air grows damper and its dew point rises. Add a coil with a drain, or a dehumidifier for ${say(enough / LATENT_HEAT, 'condensate')}.`,
      remedies: [
        {
          label: `A dehumidifier for ${say(enough / LATENT_HEAT, 'condensate')}`,
          edits: [{ at: 'site/drier', value: enough / LATENT_HEAT }],
        },
      ],
    },
  ];
}

/** Heat in a kilogram of vapour at room temperature, J/kg: ASHRAE Handbook Fundamentals. */
const LATENT_HEAT = 2.45e6;

/** Why a cooling rating cannot be, in words. */
const ASTRAY: Record<RatingAstray, string> = {
  water: 'Its water has to go back warmer than it came and colder than the room.',
  'sensible-over-total': 'Its sensible part is larger than the total.',
  'wetter-than-possible': 'Air of that state has too little water for so much drying: the sensible part has to be larger.',
  'air-flow': 'So little air cannot take up so much: the air flow belongs to another speed of the fan.',
  'too-much': 'With water of these temperatures no coil takes so much out of that air.',
};

/** A cooling rating that no coil can have. */
function ratingsAstray({ say }: Context, room: Room): Finding[] {
  return room.emitters.flatMap((emitter): Finding[] => {
    if (emitter.kind !== 'rated' || !emitter.cooling) return [];
    const why = isFanForm(emitter.form) ? coilOfRating(emitter.cooling) : coilOfRating({ ...emitter.cooling, airFlow: 'auto' });
    if (typeof why !== 'string' || (!isFanForm(emitter.form) && why !== 'water')) return [];
    const place = `rooms/${room.id}/emitters/${emitter.id}/cooling`;
    const { flow, return: back, room: air } = emitter.cooling;
    return [
      {
        id: `cooling-rating:${place}`,
        rule: 'cooling-rating',
        severity: 'stop',
        place: `${place}/${why === 'water' ? 'return' : why === 'air-flow' ? 'airFlow' : 'sensible'}`,
        component: room.circuit === null ? null : `circuits/${room.circuit}/house`,
        title: `${room.name || room.id}: its cooling rating cannot be`,
        why: `Rated with water at ${say(flow, 'temperature')} to ${say(back, 'temperature')} in air of ${say(air, 'temperature')}. ${ASTRAY[why]} Until then this unit counts as cooling nothing.`,
        remedies: ratingRemedies(emitter.cooling, why, place, say),
      },
    ];
  });
}

/** What makes a rating one that can be: the usual temperatures, or the usual sensible share of the total. */
function ratingRemedies(rating: CoolingRating, why: RatingAstray, place: string, say: Context['say']): Finding['remedies'] {
  const usual = USUAL_COOLING;
  const conditions = [
    { at: `${place}/flow`, value: usual.flow },
    { at: `${place}/return`, value: usual.return },
    { at: `${place}/room`, value: usual.room },
    { at: `${place}/humidity`, value: usual.humidity },
    { at: `${place}/airFlow`, value: 'auto' },
  ];
  const sensible = (usual.sensible / usual.total) * rating.total;
  const asUsual = {
    label: `Rated at ${say(usual.flow, 'temperature')} to ${say(usual.return, 'temperature')} in air of ${say(usual.room, 'temperature')}, as is usual`,
    edits:
      why === 'water' && rating.sensible <= rating.total
        ? conditions
        : [...conditions, { at: `${place}/sensible`, value: sensible }],
  };
  if (why === 'air-flow')
    return [{ label: 'The air flow that is usual', edits: [{ at: `${place}/airFlow`, value: 'auto' }] }, asUsual];
  return [asUsual];
}

function roomsCooled({ say, job }: Context, room: Room, { parts }: CoolingDesign): Finding[] {
  const own = parts.filter((part) => part.roomId === room.id);
  const name = room.name || room.id;
  const sensible = own.reduce((sum, part) => sum + sensibleOf(part), 0);
  const base = { component: room.circuit === null ? null : `circuits/${room.circuit}/house`, remedies: [] };
  if (room.coolingLoad !== null && sensible < room.coolingLoad * 0.99) {
    return [
      {
        ...base,
        id: `cooling-short:rooms/${room.id}`,
        rule: 'cooling-short',
        severity: 'mend',
        place: `rooms/${room.id}/coolingLoad`,
        title: `${name}: ${say(room.coolingLoad - sensible, 'heatLoad')} short of cooling`,
        why: `Its emitters take out ${say(sensible, 'heatLoad')} of ${say(room.coolingLoad, 'heatLoad')}. ${own.length === 0 ? 'None of them gets cold water: give its circuit a flow temperature for cooling, and fan units their cooling rating.' : 'Shade it, add a fan unit, or cool with colder water where the dew point allows.'}`,
      },
    ];
  }
  const takes =
    own.length > 0 || room.emitters.some((emitter) => coolingLaw(emitter) !== null && circuitCools(job.circuits, room));
  if (room.coolingLoad === null && takes && own.length > 0) {
    return [
      {
        ...base,
        id: `cooling-load-missing:rooms/${room.id}`,
        rule: 'cooling-load-missing',
        severity: 'note',
        place: `rooms/${room.id}/coolingLoad`,
        title: `${name}: cooled, and nobody has said how much it needs`,
        why: `It gets ${say(sensible, 'heatLoad')}. Without a cooling load nobody knows whether that is enough${room.area === null ? '; without an area not even roughly' : ''}.`,
        remedies:
          room.area === null || job.roughLoads !== null
            ? []
            : [{ label: 'Take rough loads by area for now', edits: [{ at: 'roughLoads', value: 'modern' }] }],
      },
    ];
  }
  return [];
}

const circuitCools = (circuits: readonly Circuit[], { circuit }: Room): boolean =>
  circuits.some(({ id, cooling }) => id === circuit && cooling !== null);
