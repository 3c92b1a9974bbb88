import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { RULES } from '../rules/rules.ts';

/** Findings on what the school of the rulebook wants of the plant as a whole, and on limits that are no rules. */
export function reviewSchool(context: Context, design: UnreviewedDesign): Finding[] {
  return [...unknownRules(context), ...(design.source ? [...separation(context), ...closing(context), ...hottest(context)] : [])];
}

function unknownRules({ job }: Context): Finding[] {
  return job.ownRules
    .filter(({ id }) => !Object.hasOwn(RULES, id))
    .map(({ id }) => ({
      id: `own-rule-unknown:${id}`,
      rule: 'own-rule-unknown',
      severity: 'note',
      place: 'rulebook',
      component: null,
      title: `The job has its own limit for "${id}", which is no rule here`,
      why: 'It came from another version of the program, or from a slip in the file. It changes nothing.',
      remedies: [{ label: 'Drop it', edits: [{ at: 'ownRules', value: job.ownRules.filter((rule) => rule.id !== id) }] }],
    }));
}

function separation({ job, rulebook }: Context): Finding[] {
  const wants = rulebook.school.separation;
  const { kind } = job.separation;
  const kept = wants === null || wants === kind || (wants === 'some' && kind !== 'none');
  if (kept) return [];
  const open = wants === 'none';
  return [
    {
      id: 'school-separation',
      rule: 'school-separation',
      severity: 'note',
      place: 'separation/kind',
      component: open ? 'header' : 'source',
      title: open
        ? 'The rulebook has nothing between source and circuits'
        : wants === 'some'
          ? 'The rulebook has source and circuits separated'
          : 'The rulebook has closely spaced tees',
      why: open
        ? 'Every separator mixes return into flow sooner or later, and the source has to run hotter for it. Without one the water content and the open emitters have to be enough for the source.'
        : 'With a loop of its own the source keeps its flow whatever the zones do.',
      remedies: [
        {
          label: open
            ? 'Straight through the source'
            : wants === 'some'
              ? 'A low-loss header between'
              : 'Closely spaced tees between',
          edits: [{ at: 'separation/kind', value: wants === 'some' ? 'low-loss-header' : wants }],
        },
      ],
    },
  ];
}

/** An open plant has nothing that shuts and nothing that mixes. */
function closing({ job, rulebook }: Context): Finding[] {
  const { school } = rulebook;
  return job.circuits.flatMap((circuit): Finding[] => {
    const place = `circuits/${circuit.id}`;
    const mixes = !school.mixing && circuit.connection === 'mixed';
    const shuts = !school.closing && (circuit.zones === 'rooms' || circuit.loopValves === 'thermostatic');
    return [
      ...(mixes
        ? [
            {
              id: `school-mixing:${circuit.id}`,
              rule: 'school-mixing' as const,
              severity: 'note' as const,
              place: `${place}/connection`,
              component: `${place}/valve`,
              title: `${circuit.name}: mixed down, which the rulebook does without`,
              why: 'The source makes water hotter than this circuit needs, and pays for it. Larger emitters elsewhere let all run at one temperature.',
              remedies: [{ label: 'Connect it directly', edits: [{ at: `${place}/connection`, value: 'direct' }] }],
            },
          ]
        : []),
      ...(shuts
        ? [
            {
              id: `school-closing:${circuit.id}`,
              rule: 'school-closing' as const,
              severity: 'note' as const,
              place: `${place}/zones`,
              component: `${place}/house`,
              title: `${circuit.name}: rooms may shut, which the rulebook does without`,
              why: 'Each valve that shuts takes water and output from the source, until it cycles. One sensor and the weather do for a plant whose rooms are balanced.',
              remedies: [
                {
                  label: 'One thermostat for the circuit, loops set by hand',
                  edits: [
                    { at: `${place}/zones`, value: 'circuit' },
                    { at: `${place}/loopValves`, value: 'set' },
                  ],
                },
              ],
            },
          ]
        : []),
    ];
  });
}

function hottest({ job, rules, say }: Context): Finding[] {
  const rule = rules.hottestWater;
  if (job.source.flowTemperature <= rule.limit) return [];
  return [
    {
      id: 'water-too-hot',
      rule: 'water-too-hot',
      severity: 'mend',
      place: 'source/flowTemperature',
      component: 'source',
      title: `Flow temperature ${say(job.source.flowTemperature, 'temperature')}, the rulebook allows ${say(rule.limit, 'temperature')}`,
      why: `${rule.reason} The ladder under Emitters shows what the hottest room would take to come down.`,
      remedies: [],
    },
  ];
}
