import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { SourceDesign, UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { pipeFlow } from '../pipe/friction.ts';

/** Findings on two closely spaced tees: too far apart, pressure left between them, bends too close by. */
export function reviewTees(context: Context, { source }: UnreviewedDesign): Finding[] {
  if (context.piping.between().kind !== 'ring' || !source) return [];
  return [...apart(context, source), ...drift(context, source), ...straight(context, source)];
}

const closer = { label: 'Four diameters apart', edits: [{ at: 'separation/spacing', value: 'auto' }] };

/** Tees further apart than four bores: whatever the pipe between them takes drives the circuits. */
function apart({ job, rules, say }: Context, source: SourceDesign): Finding[] {
  const { spacing } = job.separation;
  const bore = source.run.size.bore;
  const most = rules.teeSpacing.limit * bore;
  if (spacing === 'auto' || spacing <= most * 1.001) return [];
  return [
    {
      id: 'tees-apart',
      rule: 'tees-apart',
      severity: 'mend',
      place: 'separation/spacing',
      component: 'header',
      title: `The tees are ${(spacing / bore).toFixed(0)} bores apart, ${rules.teeSpacing.limit} are the most`,
      why: `${rules.teeSpacing.reason} ${say(most, 'bore')} is the most in this pipe, centre to centre. Further apart the source pump pushes water through circuits that should stand, and every circuit drifts when another starts.`,
      remedies: [closer],
    },
  ];
}

/** Pressure left between two tees when the circuits stand and all water passes between them. */
function drift({ rules, say, job, fluidAt }: Context, source: SourceDesign): Finding[] {
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
      remedies: spacing === 'auto' ? [] : [closer],
    },
  ];
}

/** Straight pipe before and behind the tees in bores, as the two schools ask for it: common practice. */
const SCHOOLS = [
  { label: 'six bores on either side', before: 6, after: 6 },
  { label: 'eight bores before and four behind', before: 8, after: 4 },
] as const;

/** Bends too close to the tees. The rulebook asks by its school; straight pipe that keeps the other one is worth a note only. */
function straight({ job, rules, say }: Context, source: SourceDesign): Finding[] {
  const bore = source.run.size.bore;
  const { before, after } = job.separation;
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
        id: `tees-straight-${key}`,
        rule: 'tees-straight',
        severity: kept ? 'note' : 'mend',
        place: `separation/${key}`,
        component: 'header',
        title: `${say(there[key], 'bore')} of straight pipe ${where}, ${say(wanted, 'bore')} wanted`,
        why: `${rule.reason} The rulebook asks for ${rule.limit} bores ${where}.${kept ? ` As it stands it keeps the other school: ${kept.label}.` : ''}`,
        remedies: [
          { label: `${rule.limit} bores of straight pipe`, edits: [{ at: `separation/${key}`, value: 'auto' }] },
          ...(kept ? [{ label: `Judge it by the other school: ${kept.label}`, edits: judgedBy(kept) }] : []),
          ...(!kept && other
            ? [
                {
                  label: `By the other school: ${other.label}`,
                  edits: [
                    { at: 'separation/before', value: other.before * bore },
                    { at: 'separation/after', value: other.after * bore },
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
