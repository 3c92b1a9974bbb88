import type { Circuit } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { CoolingDesign } from '../design/cooling-design.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { coolingLaw } from '../emitter/cooling.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import type { Finding } from '../finding/finding.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { type Absent, absentCircuits } from '../plan/cold-side.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/** Findings on circuits with cold water: who gets none, what takes no part, and what guards them. */
export function reviewColdCircuits(context: Context, cooling: CoolingDesign, design: UnreviewedDesign): Finding[] {
  const { job } = context;
  const cold = job.circuits.flatMap((circuit) => (circuit.cooling ? [{ ...circuit, cooling: circuit.cooling }] : []));
  return [
    ...withoutCold(context),
    ...nothingInWinter(context, cooling, design),
    ...cold.flatMap((circuit) => [
      ...tooWarm(context, circuit),
      ...shutHeads(circuit),
      ...takesNoPart(context, circuit, cooling),
      ...unguarded(context, circuit, cooling),
      ...limitAstray(context, circuit, cooling),
      ...blindGuard(circuit, cooling),
    ]),
    ...underWood(context, cooling),
  ];
}

/** Circuits that only cool in a plant that heats nothing: there is nothing they could hang on. */
function nothingInWinter({ job }: Context, { circuits }: CoolingDesign, design: UnreviewedDesign): Finding[] {
  return circuits.flatMap(({ circuitId }): Finding[] => {
    const circuit = job.circuits.find(({ id }) => id === circuitId);
    const designed = design.circuits.find(({ id }) => id === circuitId);
    if (
      !circuit ||
      designed?.sized ||
      designed?.onlyCools ||
      absentCircuits(job).some(({ circuit: absent }) => absent.id === circuitId)
    )
      return [];
    return [
      {
        id: `cold-only:${circuitId}`,
        rule: 'cold-only',
        severity: 'mend',
        place: `circuits/${circuitId}/cooling`,
        component: `circuits/${circuitId}/house`,
        title: `${circuit.name}: nothing of this plant heats, so nothing is sized`,
        why: 'A circuit that only cools is sized by what it takes in summer, on the bars of a plant that is sized by its heat loads. Without any of those there are no bars. Enter the heat load of at least one room.',
        remedies: [],
      },
    ];
  });
}

type Cold = Circuit & { cooling: NonNullable<Circuit['cooling']> };

const WHY_ABSENT: Record<Exclude<Absent, 'later' | 'no-source'>, string> = {
  'no-tank': 'The cold water of this plant is in a tank, and the circuit does not turn over to it.',
  'other-tank': 'It turns over to another place than where the cold water is.',
};

/** Cold water in the entries of a circuit, and none that comes. */
function withoutCold({ job }: Context): Finding[] {
  const absent = absentCircuits(job);
  const nowhere = absent.filter(({ why }) => why === 'no-source');
  const tank = [job.source.coldAt, ...changeoversOf(job).map(({ coldAt }) => coldAt)].find((at) => at !== null) ?? null;
  const findings = absent.flatMap(({ circuit, why }): Finding[] => {
    if (why === 'later' || why === 'no-source') return [];
    const at = `circuits/${circuit.id}/coldAt`;
    return [
      {
        id: `cold-water-missing:${circuit.id}`,
        rule: 'cold-water-missing',
        severity: 'mend',
        place: at,
        component: `circuits/${circuit.id}/house`,
        title: `${circuit.name}: no cold water comes to it`,
        why: WHY_ABSENT[why],
        remedies: tank === null ? [] : [{ label: 'Turn it over to the cold tank', edits: [{ at, value: tank }] }],
      },
    ];
  });
  const [first] = nowhere;
  const { source } = job;
  // A source of the wrong kind that turns over is a finding of its own.
  if (!first || (source.coldAt !== null && !traitsOf(source).heatPump)) return findings;
  const { heatPump } = traitsOf(source);
  const names = nowhere.map(({ circuit }) => circuit.name).join(', ');
  const sent = Math.min(...nowhere.map(({ circuit }) => circuit.cooling?.flowTemperature ?? 18));
  const turned = { capacity: 'auto', flowTemperature: sent, leastOutput: 'auto', points: [], free: null };
  return [
    ...findings,
    {
      id: 'cold-source-missing',
      rule: 'cold-source-missing',
      severity: 'stop',
      place: heatPump ? 'source/cooling' : `circuits/${first.circuit.id}/cooling`,
      component: 'source',
      title: `${names}: nothing makes cold water`,
      why: heatPump
        ? 'The heat pump is not said to be one that can be turned round. Its plate says whether it can, and how cold.'
        : 'A source of this kind only heats. Cold water comes from a heat pump that can be turned round, or from a chiller or ground water at a cold tank.',
      remedies: heatPump
        ? [
            {
              label: 'Turn the heat pump round for summer',
              edits: [
                { at: 'source/cooling', value: turned },
                ...(tank !== null && source.coldAt === null ? [{ at: 'source/coldAt', value: tank }] : []),
              ],
            },
          ]
        : [
            {
              label: nowhere.length === 1 ? 'It does not cool' : 'None of them cools',
              edits: nowhere.map(({ circuit }) => ({ at: `circuits/${circuit.id}/cooling`, value: null })),
            },
          ],
    },
  ];
}

/** Room over the cold water below which nothing to speak of is taken, K. */
const LEAST_DRIVE = 1;

/** Cold water as warm as the room. */
function tooWarm({ job, say }: Context, { id, name, cooling }: Cold): Finding[] {
  const { summerRoom } = job.site;
  const mean = cooling.flowTemperature + cooling.temperatureDifference;
  if (mean < summerRoom - LEAST_DRIVE) return [];
  const colder = Math.floor(summerRoom - LEAST_DRIVE - cooling.temperatureDifference - 3);
  const place = `circuits/${id}/cooling/flowTemperature`;
  return [
    {
      id: `cold-too-warm:${id}`,
      rule: 'cold-too-warm',
      severity: 'mend',
      place,
      component: `circuits/${id}/house`,
      title: `${name}: its water comes home at ${say(mean, 'temperature')}, the rooms are ${say(summerRoom, 'temperature')}`,
      why: 'Water as warm as the room takes nothing out of it.',
      remedies: colder >= 2 ? [{ label: `Cool with ${say(colder, 'temperature')}`, edits: [{ at: place, value: colder }] }] : [],
    },
  ];
}

/** Thermostatic heads shut when the room is warm: just when it should be cooled. */
function shutHeads({ id, name, loopValves }: Cold): Finding[] {
  if (loopValves !== 'thermostatic') return [];
  return [
    {
      id: `thermostatic-cooling:${id}`,
      rule: 'thermostatic-cooling',
      severity: 'stop',
      place: `circuits/${id}/loopValves`,
      component: `circuits/${id}/house`,
      title: `${name}: thermostatic heads shut when it is warm`,
      why: 'A head for heating closes as the room warms: with cold water in the pipes it keeps it out. Valves that are set, or heads made for both, let it through; the thermostat of the room then decides.',
      remedies: [{ label: 'Valves that are set', edits: [{ at: `circuits/${id}/loopValves`, value: 'set' }] }],
    },
  ];
}

/** Emitters on a cold circuit that take no heat by their kind: they are shut in summer, or sweat. */
function takesNoPart({ job }: Context, { id, name }: Cold, { parts }: CoolingDesign): Finding[] {
  const idle = job.rooms.flatMap((room) =>
    room.emitters.flatMap((emitter) =>
      (emitter.circuit ?? room.circuit) === id && emitter.summer === 'usual' && coolingLaw(emitter) === null
        ? [{ room, emitter }]
        : [],
    ),
  );
  const [first] = idle;
  if (!first) return [];
  const none = !parts.some(({ circuitId }) => circuitId === id);
  const all = idle.map(({ room, emitter }) => `${room.name || room.id}: ${emitterLabel(emitter, job.display)}`);
  const shut = {
    label: idle.length === 1 ? 'Shut it in summer' : 'Shut them in summer',
    edits: idle.map(({ room, emitter }) => ({ at: `rooms/${room.id}/emitters/${emitter.id}/summer`, value: 'shut' })),
  };
  return [
    {
      id: `no-part-in-summer:${id}`,
      rule: 'no-part-in-summer',
      severity: none ? 'mend' : 'note',
      place: `rooms/${first.room.id}/emitters/${first.emitter.id}/summer`,
      component: `circuits/${id}/house`,
      title: none
        ? `${name}: nothing on it can cool`
        : `${name}: ${idle.length === 1 ? 'an emitter takes' : `${idle.length} emitters take`} no part in summer`,
      why: `${all.slice(0, 4).join('; ')}${all.length > 4 ? ' and others' : ''}. Radiators, towel rails and fan units without a cooling rating are counted as shut: with cold water in them they sweat and drip.`,
      remedies: none ? [{ label: 'It does not cool', edits: [{ at: `circuits/${id}/cooling`, value: null }] }] : [shut],
    },
  ];
}

/** Surfaces that meet the air with nothing that shuts them. */
function unguarded(context: Context, { id, name, cooling }: Cold, design: CoolingDesign): Finding[] {
  if (cooling.guard !== 'none' || !coolsBySurface(design, id)) return [];
  const place = `circuits/${id}/cooling/guard`;
  return [
    {
      id: `guard-missing:${id}`,
      rule: 'guard-missing',
      severity: 'mend',
      place,
      component: `circuits/${id}/house`,
      title: `${name}: it cools, and nothing shuts it above the dew point`,
      why: `A sensor on the manifold, where the coldest pipe lies bare, shuts the circuit or mixes it warmer as soon as it is damp there. Without one a wet summer day, ${context.say(design.dewPoint.value + 3, 'temperature')} of dew point and more, ruins boards and plaster.`,
      remedies: [{ label: 'A sensor on the manifold', edits: [{ at: place, value: 'dew-point' }] }],
    },
  ];
}

const coolsBySurface = ({ parts }: CoolingDesign, circuitId: string): boolean =>
  parts.some((part) => part.circuitId === circuitId && part.coldest !== null);

/** A fixed limit below the dew point, or above the water that it should let through. */
function limitAstray({ say, rules }: Context, { id, name, cooling }: Cold, design: CoolingDesign): Finding[] {
  if (cooling.guard !== 'fixed' || !coolsBySurface(design, id)) return [];
  const least = design.dewPoint.value + rules.dewPointMargin.limit;
  const place = `circuits/${id}/cooling/limit`;
  const base = { rule: 'guard-limit', place, component: `circuits/${id}/house` } as const;
  if (cooling.limit < least) {
    return [
      {
        ...base,
        id: `guard-limit:${id}`,
        severity: 'mend',
        title: `${name}: its limit of ${say(cooling.limit, 'temperature')} lies below what stays dry`,
        why: `With the dew point at ${say(design.dewPoint.value, 'temperature')} nothing colder than ${say(least, 'temperature')} stays dry, and this guard knows nothing of the air.`,
        remedies: [
          {
            label: `A limit of ${say(Math.ceil(least), 'temperature')}`,
            edits: [
              { at: place, value: Math.ceil(least) },
              ...(cooling.flowTemperature < Math.ceil(least)
                ? [{ at: `circuits/${id}/cooling/flowTemperature`, value: Math.ceil(least) }]
                : []),
            ],
          },
        ],
      },
    ];
  }
  if (cooling.limit <= cooling.flowTemperature) return [];
  return [
    {
      ...base,
      id: `guard-limit:${id}`,
      severity: 'mend',
      title: `${name}: its limit of ${say(cooling.limit, 'temperature')} keeps out its own water`,
      why: `It is to cool with ${say(cooling.flowTemperature, 'temperature')}: the limit shuts it at once.`,
      remedies: [
        {
          label: `Cool with ${say(cooling.limit, 'temperature')}`,
          edits: [{ at: `circuits/${id}/cooling/flowTemperature`, value: cooling.limit }],
        },
      ],
    },
  ];
}

/** A guard with no sensor in the house: it knows nothing of cooking, showers and wet laundry. */
function blindGuard({ id, name, cooling }: Cold, design: CoolingDesign): Finding[] {
  if ((cooling.guard !== 'weather' && cooling.guard !== 'fixed') || !coolsBySurface(design, id)) return [];
  const place = `circuits/${id}/cooling/guard`;
  return [
    {
      id: `guard-blind:${id}`,
      rule: 'guard-blind',
      severity: 'note',
      place,
      component: `circuits/${id}/house`,
      title: `${name}: its guard has no sensor in the house`,
      why: 'Outdoor air tells nothing of showers, cooking and wet laundry, and a fixed limit tells nothing at all. In kitchens and bathrooms the air is damper than the day.',
      remedies: [{ label: 'A sensor on the manifold', edits: [{ at: place, value: 'dew-point' }] }],
    },
  ];
}

/** Resistance of a covering from which it is boards or carpet, m2 K/W. */
const BOARDS = 0.1;

/** Floors under wood: boards move with the damp that a cold floor brings. */
function underWood({ job }: Context, { parts }: CoolingDesign): Finding[] {
  const boards = job.rooms.flatMap((room) =>
    room.emitters.flatMap((emitter) =>
      emitter.kind === 'floor' &&
      emitter.covering >= BOARDS &&
      parts.some((part) => part.roomId === room.id && part.emitterId === emitter.id)
        ? [{ room, emitter }]
        : [],
    ),
  );
  const [first] = boards;
  if (!first) return [];
  return [
    {
      id: 'cold-under-boards',
      rule: 'cold-under-boards',
      severity: 'note',
      place: `rooms/${first.room.id}/emitters/${first.emitter.id}/summer`,
      component: first.room.circuit === null ? null : `circuits/${first.room.circuit}/house`,
      title: `${boards.map(({ room }) => room.name || room.id).join(', ')}: a cooled floor under boards or carpet`,
      why: 'A covering of 0.1 m²K/W or more lets little through, and under it the screed is colder than the surface: damp collects between. Ask the maker of the boards, or leave these floors shut in summer.',
      remedies: [
        {
          label: boards.length === 1 ? 'Leave it shut in summer' : 'Leave them shut in summer',
          edits: boards.map(({ room, emitter }) => ({ at: `rooms/${room.id}/emitters/${emitter.id}/summer`, value: 'shut' })),
        },
      ],
    },
  ];
}
