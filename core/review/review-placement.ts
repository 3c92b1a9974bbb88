import type { Circuit, ComponentId, Job } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { bothWays, COMPONENT_DATA } from '../pipe/components.ts';

const SHUTS: readonly ComponentId[] = ['isolating-valve', 'ball-valve-strainer'];
const shuts = (part: ComponentId) => SHUTS.includes(part);

/** Findings on where parts stand: what must come first, what belongs on the other pipe, what cannot be shut off or purged. */
export function reviewPlacement({ job }: Context, design: UnreviewedDesign): Finding[] {
  if (!design.source) return [];
  return [
    ...relief(job),
    ...wrongSide(job),
    ...filterIsolation(job),
    ...filling(job),
    ...boughtTwice(job),
    ...job.circuits.flatMap((circuit) => {
      if (!design.circuits.find((each) => each.id === circuit.id)?.sized) return [];
      return [...isolation(circuit), ...purging(circuit), ...venting(circuit)];
    }),
  ];
}

/** Puts a part where it belongs around the source: on the flow straight behind it, on the return straight before it. */
export function putBehindSource(job: Job, part: ComponentId): JobEdit[] {
  const { components, returnComponents } = job.source;
  if (COMPONENT_DATA[part].side === 'return')
    return [{ at: 'source/returnComponents', value: [...returnComponents.slice(0, 1), part, ...returnComponents.slice(1)] }];
  const behindRelief = components[0] === 'relief-valve' ? 1 : 0;
  return [{ at: 'source/components', value: components.toSpliced(behindRelief, 0, part) }];
}

/** Nothing that shuts may stand between source and relief valve. */
function relief(job: Job): Finding[] {
  const { components, returnComponents, inside } = job.source;
  if (inside.includes('relief-valve')) return [];
  const base = { place: 'source/components', component: 'relief', severity: 'stop' as const };
  const first = (parts: readonly ComponentId[]): JobEdit[] => [
    { at: 'source/components', value: ['relief-valve', ...parts.filter((part) => part !== 'relief-valve')] },
    { at: 'source/returnComponents', value: returnComponents.filter((part) => part !== 'relief-valve') },
  ];
  const at = components.indexOf('relief-valve');
  const onReturn = returnComponents.lastIndexOf('relief-valve');
  const remedies = [{ label: 'Relief valve straight behind the source', edits: first(components) }];
  if (at < 0 && onReturn < 0) {
    return [
      {
        ...base,
        id: 'relief-missing',
        rule: 'relief-missing',
        title: 'The source has no relief valve',
        why: 'Water heated in a closed plant bursts it. A relief valve stands on the source or straight behind it, with nothing between that could be shut. If it is inside the source, say so there. Local codes decide its size and its pipe.',
        remedies,
      },
    ];
  }
  const between = at >= 0 ? components.slice(0, at) : returnComponents.slice(onReturn + 1);
  if (!between.some(shuts)) return [];
  return [
    {
      ...base,
      id: 'relief-shut-off',
      rule: 'relief-shut-off',
      title: 'A valve can shut the source off from its relief valve',
      why: 'Shut for a service and fired by mistake, the source has nowhere to let go its pressure. The relief valve comes first, then whatever shuts.',
      remedies,
    },
  ];
}

const WHY_SIDE: Partial<Record<ComponentId, string>> = {
  'air-separator':
    'Air leaves water where it is hottest: on the flow, close behind the source. On the return it stays dissolved.',
  'magnetic-filter':
    'Dirt comes back from the house: the filter catches it on the return, before the narrow ways of the source, not behind them.',
  'dirt-separator': 'Dirt comes back from the house: it is caught on the return, before the source.',
  'y-strainer': 'A strainer guards what comes behind it: on the return it keeps dirt out of the source.',
  'ball-valve-strainer': 'A strainer guards what comes behind it: on the return it keeps dirt out of the source.',
  'fill-valve':
    'Filling belongs on the return, where the vessel holds the pressure: on the hot flow behind a pump it fights its head, and cold water meets a hot exchanger.',
};

function wrongSide(job: Job): Finding[] {
  const { source } = job;
  const strays = [
    ...source.components.filter((part) => COMPONENT_DATA[part].side === 'return'),
    ...source.returnComponents.filter((part) => COMPONENT_DATA[part].side === 'flow' && part !== 'relief-valve'),
  ];
  return [...new Set(strays)].map((part) => {
    const without = (parts: readonly ComponentId[]) => parts.filter((each) => each !== part);
    const bare = {
      ...job,
      source: { ...source, components: without(source.components), returnComponents: without(source.returnComponents) },
    };
    const { label, side } = COMPONENT_DATA[part];
    return {
      id: `part-on-wrong-pipe:${part}`,
      rule: 'part-on-wrong-pipe',
      severity: 'mend',
      place: side === 'return' ? 'source/components' : 'source/returnComponents',
      component: 'source/run',
      title: `${label} on the ${side === 'return' ? 'flow' : 'return'} of the source`,
      why: WHY_SIDE[part] ?? `It belongs on the ${side}.`,
      remedies: [
        {
          label: `Move it to the ${side}`,
          edits: [
            { at: 'source/components', value: bare.source.components },
            { at: 'source/returnComponents', value: bare.source.returnComponents },
            ...putBehindSource(bare, part),
          ],
        },
      ],
    };
  });
}

const FILTERS: readonly ComponentId[] = ['magnetic-filter', 'y-strainer', 'dirt-separator'];

/** A filter is emptied in minutes between two valves, and never without. */
function filterIsolation(job: Job): Finding[] {
  const line = job.source.returnComponents;
  const filter = line.findIndex((part) => FILTERS.includes(part));
  if (filter < 0 || line.slice(0, filter).some(shuts)) return [];
  return [
    {
      id: 'filter-shut-off',
      rule: 'filter-shut-off',
      severity: 'note',
      place: 'source/returnComponents',
      component: 'source/run',
      title: `The ${COMPONENT_DATA[line[filter] as ComponentId].label.toLowerCase()} cannot be shut off from the plant`,
      why: 'Opened for cleaning it lets the whole plant run out. A valve before it, and the source shut on its flow, keep the water in.',
      remedies: [
        {
          label: 'A valve before it',
          edits: [{ at: 'source/returnComponents', value: line.toSpliced(filter, 0, 'isolating-valve') }],
        },
      ],
    },
  ];
}

/** A plant that somebody fills needs a place to do it. */
function filling(job: Job): Finding[] {
  const there = [job.source, ...job.circuits].some((each) => bothWays(each).includes('fill-valve'));
  if (there || job.source.inside.includes('filling') || job.safety.filling === 'unknown') return [];
  return [
    {
      id: 'fill-valve-missing',
      rule: 'fill-valve-missing',
      severity: 'note',
      place: 'source/returnComponents',
      component: 'source/run',
      title: 'Nowhere to fill the plant',
      why: 'A filling valve stands on the return beside the vessel, where the pressure does not move with the pumps.',
      remedies: [{ label: 'A filling valve on the return', edits: putBehindSource(job, 'fill-valve') }],
    },
  ];
}

/** What the casing holds and the pipe holds again. */
function boughtTwice(job: Job): Finding[] {
  const { source } = job;
  const twins: [(typeof source.inside)[number], ComponentId][] = [
    ['relief-valve', 'relief-valve'],
    ['vent', 'vent'],
    ['filling', 'fill-valve'],
    ['low-water-cut-off', 'low-water-cut-off'],
  ];
  return twins
    .filter(([within, part]) => source.inside.includes(within) && bothWays(source).includes(part))
    .map(([, part]) => ({
      id: `bought-twice:${part}`,
      rule: 'bought-twice',
      severity: 'note',
      place: 'source/inside',
      component: 'source',
      title: `${COMPONENT_DATA[part].label}: inside the source, and on its pipe again`,
      why: 'One is enough, and the list of parts names both.',
      remedies: [
        {
          label: 'Take the one on the pipe away',
          edits: (['components', 'returnComponents'] as const).map((line) => ({
            at: `source/${line}`,
            value: source[line].filter((each) => each !== part),
          })),
        },
      ],
    }));
}

/** A pump that cannot be changed without draining the plant. */
function isolation(circuit: Circuit): Finding[] {
  const flow = circuit.components.some(shuts);
  const back = circuit.returnComponents.some(shuts);
  if (flow && back) return [];
  const place = `circuits/${circuit.id}`;
  return [
    {
      id: `isolation-missing:${circuit.id}`,
      rule: 'isolation-missing',
      severity: 'note',
      place: `${place}/components`,
      component: `${place}/pump`,
      title: `${circuit.name}: cannot be shut off on ${flow ? 'its return' : back ? 'its flow' : 'either side'}`,
      why: 'With a valve on flow and return a pump is changed, and a circuit purged, without draining the plant.',
      remedies: [
        {
          label: flow || back ? 'Add the other valve' : 'Add two valves',
          edits: [
            ...(flow ? [] : [{ at: `${place}/components`, value: ['isolating-valve', ...circuit.components] }]),
            ...(back ? [] : [{ at: `${place}/returnComponents`, value: [...circuit.returnComponents, 'isolating-valve'] }]),
          ],
        },
      ],
    },
  ];
}

/** Water has to leave before a shut valve, so that fresh water pushes the air out of the circuit. */
function purging(circuit: Circuit): Finding[] {
  // Manifolds bring their own hose cocks.
  if (circuit.emitters === 'floor') return [];
  const line = circuit.returnComponents;
  const cock = line.indexOf('purge-valve');
  const place = `circuits/${circuit.id}/returnComponents`;
  const base = { place, component: `circuits/${circuit.id}/run`, rule: 'purge-missing' as const, severity: 'note' as const };
  if (cock < 0) {
    const before = line.findIndex(shuts);
    return [
      {
        ...base,
        id: `purge-missing:${circuit.id}`,
        title: `${circuit.name}: nothing to purge it through`,
        why: 'A hose cock on the return, before the valve that shuts towards the bar, lets the filling water drive the air out of one circuit at a time.',
        remedies: [
          {
            label: 'A purge valve on the return',
            edits: [{ at: place, value: line.toSpliced(before < 0 ? line.length : before, 0, 'purge-valve') }],
          },
        ],
      },
    ];
  }
  if (line.slice(cock + 1).some(shuts) || !line.some(shuts)) return [];
  return [
    {
      ...base,
      id: `purge-order:${circuit.id}`,
      title: `${circuit.name}: its purge valve stands behind the valve that shuts`,
      why: 'Shut that valve and no water of the circuit reaches the cock; leave it open and the water takes the short way round. The cock comes first.',
      remedies: [
        {
          label: 'Purge valve before the isolating valve',
          edits: [{ at: place, value: ['purge-valve', ...line.filter((part) => part !== 'purge-valve')] }],
        },
      ],
    },
  ];
}

/** Fan units hang high and have no vent of their own; radiators and manifolds bring theirs. */
function venting(circuit: Circuit): Finding[] {
  if (circuit.emitters !== 'air-units' || bothWays(circuit).includes('vent')) return [];
  return [
    {
      id: `vent-missing:${circuit.id}`,
      rule: 'vent-missing',
      severity: 'note',
      place: `circuits/${circuit.id}/components`,
      component: `circuits/${circuit.id}/run`,
      title: `${circuit.name}: no vent at its high point`,
      why: 'Coils hang under the ceiling and collect the air of the circuit until nothing flows. A vent at the highest point lets it out.',
      remedies: [
        {
          label: 'A vent on the flow',
          edits: [{ at: `circuits/${circuit.id}/components`, value: [...circuit.components, 'vent'] }],
        },
      ],
    },
  ];
}
