import { FIRST_PAIR, FIRST_STATION } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { SourceDesign, UnreviewedDesign } from '../design/design.ts';
import type { PipeDesign } from '../design/pipe-design.ts';
import type { Figure } from '../figure/figure.ts';
import type { Finding } from '../finding/finding.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { portIdOf, portOf, stationOf } from '../plan/plan.ts';
import { entryOf } from '../plan/plan-of-job.ts';

/** A pair of closely spaced tees as it is entered. */
interface Pair {
  place: string;
  /** Told from the others in ids and sentences; empty for a loop's only pair. */
  mark: string;
  name: string;
  component: string;
  spacing: number | 'auto';
  before: number | 'auto';
  after: number | 'auto';
}

/** A loop with its pairs of tees: that of the source, or one that a link feeds. */
interface Ring {
  /** The station, and the place of its entries. */
  station: string;
  place: string;
  pairs: SourceDesign['pairs'];
  massFlow: Figure;
  volumeFlow: Figure;
  run: PipeDesign;
  /** Degrees C and K of what feeds it, where its delta T stands, and who that is. */
  hot: number;
  drop: number;
  dropPlace: string;
  fed: string;
  /** What the review calls a pair on the wall. */
  component: (pair: string) => string;
}

/** The loops of a plant. */
function ringsOf({ job, piping }: Context, { source, links, stations }: UnreviewedDesign): Ring[] {
  const rings: Ring[] = [];
  if (source && piping.between().kind === 'ring')
    rings.push({
      station: FIRST_STATION,
      place: 'separation',
      pairs: source.pairs,
      massFlow: source.massFlow,
      volumeFlow: source.volumeFlow,
      run: source.run,
      hot: job.source.flowTemperature,
      drop: job.source.temperatureDifference,
      dropPlace: 'source/temperatureDifference',
      fed: 'the source',
      component: (pair) => (pair === FIRST_PAIR ? 'header' : `pairs/${pair}`),
    });
  for (const { id, kind, place, pairs } of stations) {
    const link = links.find(({ place: own }) => own === piping.feedOf(id)?.place);
    if (kind !== 'ring' || !link) continue;
    const { massFlow, volumeFlow, run, supply, back } = link;
    rings.push({
      station: id,
      place,
      pairs,
      massFlow,
      volumeFlow,
      run,
      hot: supply.value,
      drop: Math.max(supply.value - back.value, 1),
      dropPlace: `${link.place}/temperatureDifference`,
      fed: link.name,
      component: (pair) => (pair === FIRST_PAIR ? place : `${place}/pairs/${pair}`),
    });
  }
  return rings;
}

/** Findings on closely spaced tees: too far apart, pressure left between them, bends too close by, and pairs in a poor order. */
export function reviewTees(context: Context, design: UnreviewedDesign): Finding[] {
  return ringsOf(context, design).flatMap((ring) => {
    const entry = entryOf(context.job, ring.station);
    if (!entry) return [];
    const several = ring.pairs.length > 1;
    const own = ring.station === FIRST_STATION;
    const pairs: Pair[] = [
      {
        ...entry,
        place: ring.place,
        mark: own ? '' : `:${ring.place}`,
        name: several ? 'the first pair of tees' : 'the tees',
        component: ring.component(FIRST_PAIR),
      },
      ...entry.pairs.map((pair, i) => {
        const place = `${ring.place}/pairs/${pair.id}`;
        return { ...pair, place, mark: `:${place}`, name: `pair of tees ${i + 2}`, component: ring.component(pair.id) };
      }),
    ];
    return [
      ...pairs.flatMap((pair) => [
        ...apart(context, ring, pair),
        ...drift(context, ring, pair),
        ...straight(context, ring, pair),
      ]),
      ...short(context, ring),
      ...order(context, ring),
    ];
  });
}

const closer = ({ place }: Pair) => ({ label: 'Four diameters apart', edits: [{ at: `${place}/spacing`, value: 'auto' }] });

/** A pair that draws more than the ring carries turns its own return round. */
function short({ say }: Context, { station, pairs, massFlow, drop: now, dropPlace, fed, component }: Ring): Finding[] {
  const ring = massFlow.value;
  const most = Math.max(0, ...pairs.map(({ drawn }) => drawn.value));
  const drop = Math.max(1, Math.floor(((now * ring) / most) * 2) / 2);
  return pairs.flatMap(({ id, drawn, supply }, i): Finding[] => {
    if (drawn.value <= ring * 1.001) return [];
    return [
      {
        id: station === FIRST_STATION ? `ring-short:${id}` : `ring-short:${station}/${id}`,
        rule: 'ring-short',
        severity: 'mend',
        place: dropPlace,
        component: component(id),
        title: `Pair of tees ${i + 1} draws ${say(drawn.value, 'massFlow')}, the ring carries ${say(ring, 'massFlow')}`,
        why: `The rest is its own return that turns round between the tees: it gets ${say(supply.value, 'temperature')}. More flow from ${fed}, that is a smaller delta T there, brings it what it wants.`,
        remedies:
          drop < now
            ? [
                {
                  label:
                    station === FIRST_STATION
                      ? `Run the source at delta T ${say(drop, 'temperatureDifference')}`
                      : `${fed} at delta T ${say(drop, 'temperatureDifference')}`,
                  edits: [{ at: dropPlace, value: drop }],
                },
              ]
            : [],
      },
    ];
  });
}

/** Whoever needs the hottest water belongs first: each pair leaves cooler water to the next. */
function order({ job, piping, say }: Context, { station, place, pairs, component }: Ring): Finding[] {
  const ids = pairs.map(({ id }) => id);
  /** Number of the pair a circuit hangs on, -1 for one that hangs elsewhere. */
  const pairAt = (id: string) => {
    const { at } = piping.branch(`circuits/${id}`);
    return stationOf(at) === station ? ids.indexOf(portIdOf(at)) : -1;
  };
  const needs = pairs.map((_, i) =>
    Math.max(
      Number.NEGATIVE_INFINITY,
      ...job.circuits.filter(({ id }) => pairAt(id) === i).map(({ flowTemperature }) => flowTemperature),
    ),
  );
  const at = needs.findIndex((need, i) => needs.slice(0, i).some((before) => Number.isFinite(before) && before < need - 0.5));
  if (at < 0) return [];
  // Pairs that something else hangs on stay where they are; the circuits of the others change places.
  const used = needs.flatMap((need, i) => (Number.isFinite(need) ? [i] : []));
  const byNeed = [...used].sort((a, b) => (needs[b] as number) - (needs[a] as number) || a - b);
  const edits = job.circuits.flatMap(({ id }): JobEdit[] => {
    const here = pairAt(id);
    const there = used[byNeed.indexOf(here)];
    if (here < 0 || there === undefined || there === here) return [];
    const usual = station === FIRST_STATION && there === 0;
    return [{ at: `circuits/${id}/at`, value: usual ? null : portOf(station, ids[there] as string) }];
  });
  return [
    {
      id: station === FIRST_STATION ? 'ring-order' : `ring-order:${place}`,
      rule: 'ring-order',
      severity: 'note',
      place: `${place}/kind`,
      component: component(ids[at] as string),
      title: `Pair of tees ${at + 1} needs ${say(needs[at] as number, 'temperature')}, hotter than one before it`,
      why: 'Each pair of tees gets what the one before it left. With the hottest need first the source can send cooler water.',
      remedies: [{ label: 'The hottest need first', edits }],
    },
  ];
}

/** Tees further apart than four bores: whatever the pipe between them takes drives the circuits. */
function apart({ rules, say }: Context, ring: Ring, pair: Pair): Finding[] {
  const { spacing } = pair;
  const bore = ring.run.size.bore;
  const most = rules.teeSpacing.limit * bore;
  if (spacing === 'auto' || spacing <= most * 1.001) return [];
  return [
    {
      id: `tees-apart${pair.mark}`,
      rule: 'tees-apart',
      severity: 'mend',
      place: `${pair.place}/spacing`,
      component: pair.component,
      title: `${pair.mark ? `The tees of ${pair.name}` : 'The tees'} are ${(spacing / bore).toFixed(0)} bores apart, ${rules.teeSpacing.limit} are the most`,
      why: `${rules.teeSpacing.reason} ${say(most, 'bore')} is the most in this pipe, centre to centre. Further apart the source pump pushes water through circuits that should stand, and every circuit drifts when another starts.`,
      remedies: [closer(pair)],
    },
  ];
}

/** Pressure left between two tees when the circuits stand and all water passes between them. */
function drift({ rules, say, fluidAt }: Context, ring: Ring, pair: Pair): Finding[] {
  const bore = ring.run.bore.value;
  const { spacing } = pair;
  const fluid = fluidAt(ring.hot);
  const { gradient, velocity } = pipeFlow(ring.volumeFlow.value, bore, ring.run.material.roughness, fluid);
  const length = spacing === 'auto' ? rules.teeSpacing.limit * bore : spacing;
  const left = gradient * length + (rules.teeLoss.limit * fluid.density * velocity ** 2) / 2;
  if (left <= rules.teeDrift.limit) return [];
  return [
    {
      id: `tees-drift${pair.mark}`,
      rule: 'tees-drift',
      severity: 'mend',
      place: `${pair.place}/spacing`,
      component: pair.component,
      title: `${say(left, 'pressure')} are left between ${pair.mark ? `the tees of ${pair.name}` : 'the tees'}`,
      why: `${rules.teeDrift.reason} Bring the tees closer together or make the pipe between them wider.`,
      remedies: spacing === 'auto' ? [] : [closer(pair)],
    },
  ];
}

/** Straight pipe before and behind the tees in bores, as the two schools ask for it: common practice. */
const SCHOOLS = [
  { label: 'six bores on either side', before: 6, after: 6 },
  { label: 'eight bores before and four behind', before: 8, after: 4 },
] as const;

/** Bends too close to the tees. The rulebook asks by its school; straight pipe that keeps the other one is worth a note only. */
function straight({ job, rules, say }: Context, ring: Ring, pair: Pair): Finding[] {
  const bore = ring.run.size.bore;
  const { before, after } = pair;
  const there = {
    before: before === 'auto' ? rules.straightBefore.limit * bore : before,
    after: after === 'auto' ? rules.straightAfter.limit * bore : after,
  };
  const kept = SCHOOLS.find((school) => there.before >= school.before * bore - 1e-6 && there.after >= school.after * bore - 1e-6);
  const other = SCHOOLS.find((school) => school.before !== rules.straightBefore.limit);
  const sides = [
    ['before', 'before the first tee', rules.straightBefore],
    ['after', 'behind the second tee', rules.straightAfter],
  ] as const;
  // What a job asks of its own takes the place of the rulebook's.
  const judgedBy = (school: (typeof SCHOOLS)[number]): JobEdit[] => [
    {
      at: 'ownRules',
      value: [
        ...job.ownRules.filter(({ id }) => id !== 'straightBefore' && id !== 'straightAfter'),
        { id: 'straightBefore', limit: school.before, reason: `Judged by ${school.label}.` },
        { id: 'straightAfter', limit: school.after, reason: `Judged by ${school.label}.` },
      ],
    },
  ];
  return sides.flatMap(([key, where, rule]): Finding[] => {
    const wanted = rule.limit * bore;
    if (there[key] >= wanted - 1e-6) return [];
    return [
      {
        id: `tees-straight-${key}${pair.mark}`,
        rule: 'tees-straight',
        severity: kept ? 'note' : 'mend',
        place: `${pair.place}/${key}`,
        component: pair.component,
        title: `${say(there[key], 'bore')} of straight pipe ${where}${pair.mark ? ` of ${pair.name}` : ''}, ${say(wanted, 'bore')} wanted`,
        why: `${rule.reason} The rulebook asks for ${rule.limit} bores ${where}.${kept ? ` As it stands it keeps the other school: ${kept.label}.` : ''}`,
        remedies: [
          { label: `${rule.limit} bores of straight pipe`, edits: [{ at: `${pair.place}/${key}`, value: 'auto' }] },
          ...(kept ? [{ label: `Judge it by the other school: ${kept.label}`, edits: judgedBy(kept) }] : []),
          ...(!kept && other
            ? [
                {
                  label: `By the other school: ${other.label}`,
                  edits: [
                    { at: `${pair.place}/before`, value: other.before * bore },
                    { at: `${pair.place}/after`, value: other.after * bore },
                    ...judgedBy(other),
                  ],
                },
              ]
            : []),
        ],
      },
    ];
  });
}
