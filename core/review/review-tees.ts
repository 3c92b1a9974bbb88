import { FIRST_STATION } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { SourceDesign, UnreviewedDesign } from '../design/design.ts';
import { pairOf } from '../design/points.ts';
import type { Finding } from '../finding/finding.ts';
import { pipeFlow } from '../pipe/friction.ts';
import { portOf } from '../plan/plan.ts';

/** A pair of closely spaced tees as it is entered. */
interface Pair {
  place: string;
  /** Told from the others in ids and sentences; empty for a loop's only pair. */
  mark: string;
  name: string;
  spacing: number | 'auto';
  before: number | 'auto';
  after: number | 'auto';
}

/** Findings on closely spaced tees: too far apart, pressure left between them, bends too close by, and pairs in a poor order. */
export function reviewTees(context: Context, design: UnreviewedDesign): Finding[] {
  const { source } = design;
  if (context.piping.between().kind !== 'ring' || !source) return [];
  const { separation } = context.job;
  const several = source.pairs.length > 0;
  const pairs: Pair[] = [
    { ...separation, place: 'separation', mark: '', name: several ? 'the first pair of tees' : 'the tees' },
    ...separation.pairs.map((pair, i) => {
      const place = `separation/pairs/${pair.id}`;
      return { ...pair, place, mark: `:${place}`, name: `pair of tees ${i + 2}` };
    }),
  ];
  return [
    ...pairs.flatMap((pair) => [
      ...apart(context, source, pair),
      ...drift(context, source, pair),
      ...straight(context, source, pair),
    ]),
    ...short(context, source),
    ...order(context, source),
  ];
}

const closer = ({ place }: Pair) => ({ label: 'Four diameters apart', edits: [{ at: `${place}/spacing`, value: 'auto' }] });

/** A pair that draws more than the ring carries turns its own return round. */
function short({ job, say }: Context, source: SourceDesign): Finding[] {
  const ring = source.massFlow.value;
  const most = Math.max(0, ...source.pairs.map(({ drawn }) => drawn.value));
  const drop = Math.max(1, Math.floor(((job.source.temperatureDifference * ring) / most) * 2) / 2);
  return source.pairs.flatMap(({ id, drawn, supply }, i): Finding[] => {
    if (drawn.value <= ring * 1.001) return [];
    return [
      {
        id: `ring-short:${id}`,
        rule: 'ring-short',
        severity: 'mend',
        place: 'source/temperatureDifference',
        component: `pairs/${id}`,
        title: `Pair of tees ${i + 1} draws ${say(drawn.value, 'massFlow')}, the ring carries ${say(ring, 'massFlow')}`,
        why: `The rest is its own return that turns round between the tees: it gets ${say(supply.value, 'temperature')}. More flow through the source, that is a smaller delta T there, brings it what it wants.`,
        remedies:
          drop < job.source.temperatureDifference
            ? [
                {
                  label: `Run the source at delta T ${say(drop, 'temperatureDifference')}`,
                  edits: [{ at: 'source/temperatureDifference', value: drop }],
                },
              ]
            : [],
      },
    ];
  });
}

/** Whoever needs the hottest water belongs first: each pair leaves cooler water to the next. */
function order({ job, piping, say }: Context, source: SourceDesign): Finding[] {
  const needs = source.pairs.map((_, i) =>
    Math.max(
      Number.NEGATIVE_INFINITY,
      ...job.circuits.filter(({ id }) => pairOf(piping, `circuits/${id}`) === i).map(({ flowTemperature }) => flowTemperature),
    ),
  );
  const at = needs.findIndex((need, i) => needs.slice(0, i).some((before) => Number.isFinite(before) && before < need - 0.5));
  if (at < 0) return [];
  const ids = [null, ...job.separation.pairs.map(({ id }) => id)];
  const byNeed = needs.map((_, i) => i).sort((a, b) => (needs[b] as number) - (needs[a] as number) || a - b);
  const edits = job.circuits.flatMap(({ id }): JobEdit[] => {
    const here = pairOf(piping, `circuits/${id}`);
    const there = byNeed.indexOf(here);
    return there === here ? [] : [{ at: `circuits/${id}/at`, value: ids[there] ? portOf(FIRST_STATION, ids[there]) : null }];
  });
  return [
    {
      id: 'ring-order',
      rule: 'ring-order',
      severity: 'note',
      place: 'separation/kind',
      component: `pairs/${source.pairs[at]?.id}`,
      title: `Pair of tees ${at + 1} wants ${say(needs[at] as number, 'temperature')}, hotter than one before it`,
      why: 'Each pair of tees gets what the one before it left. With the hottest need first the source can send cooler water.',
      remedies: [{ label: 'The hottest need first', edits }],
    },
  ];
}

/** Tees further apart than four bores: whatever the pipe between them takes drives the circuits. */
function apart({ rules, say }: Context, source: SourceDesign, pair: Pair): Finding[] {
  const { spacing } = pair;
  const bore = source.run.size.bore;
  const most = rules.teeSpacing.limit * bore;
  if (spacing === 'auto' || spacing <= most * 1.001) return [];
  return [
    {
      id: `tees-apart${pair.mark}`,
      rule: 'tees-apart',
      severity: 'mend',
      place: `${pair.place}/spacing`,
      component: pair.mark ? `pairs/${pair.place.split('/').at(-1)}` : 'header',
      title: `${pair.mark ? `The tees of ${pair.name}` : 'The tees'} are ${(spacing / bore).toFixed(0)} bores apart, ${rules.teeSpacing.limit} are the most`,
      why: `${rules.teeSpacing.reason} ${say(most, 'bore')} is the most in this pipe, centre to centre. Further apart the source pump pushes water through circuits that should stand, and every circuit drifts when another starts.`,
      remedies: [closer(pair)],
    },
  ];
}

/** Pressure left between two tees when the circuits stand and all water passes between them. */
function drift({ rules, say, job, fluidAt }: Context, source: SourceDesign, pair: Pair): Finding[] {
  const bore = source.run.bore.value;
  const { spacing } = pair;
  const fluid = fluidAt(job.source.flowTemperature);
  const { gradient, velocity } = pipeFlow(source.volumeFlow.value, bore, source.run.material.roughness, fluid);
  const length = spacing === 'auto' ? rules.teeSpacing.limit * bore : spacing;
  const left = gradient * length + (rules.teeLoss.limit * fluid.density * velocity ** 2) / 2;
  if (left <= rules.teeDrift.limit) return [];
  return [
    {
      id: `tees-drift${pair.mark}`,
      rule: 'tees-drift',
      severity: 'mend',
      place: `${pair.place}/spacing`,
      component: pair.mark ? `pairs/${pair.place.split('/').at(-1)}` : 'header',
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
function straight({ job, rules, say }: Context, source: SourceDesign, pair: Pair): Finding[] {
  const bore = source.run.size.bore;
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
        component: pair.mark ? `pairs/${pair.place.split('/').at(-1)}` : 'header',
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
