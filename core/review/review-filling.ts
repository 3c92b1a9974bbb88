import type { Job } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { VesselDesign } from '../design/vessel-design.ts';
import type { Finding } from '../finding/finding.ts';
import { bothWays } from '../pipe/components.ts';
import { type JobWater, jobWaters } from '../piping/job-waters.ts';
import { KINDS } from '../station/kinds.ts';

/** The vessel of one water with where its entries stand. */
interface Filled {
  place: string;
  name: string;
  component: string;
  glycol: boolean;
  topUp: Job['vessel']['topUp'];
  relief: number;
  vessel: VesselDesign;
}

/** What a reducing valve takes to open, Pa: common practice. */
const OVER = 30_000;

/** Findings on how each water is filled and topped up from the main, and on where its air goes. */
export function reviewFilling(context: Context, design: UnreviewedDesign): Finding[] {
  const { job } = context;
  const waters: Filled[] = [
    ...(design.vessel
      ? [
          {
            place: 'vessel',
            name: 'The plant',
            component: 'vessel',
            glycol: job.fluid.kind !== 'water',
            topUp: job.vessel.topUp,
            relief: job.vessel.reliefPressure,
            vessel: design.vessel,
          },
        ]
      : []),
    ...design.waters.flatMap(({ id, place, name, vessel }): Filled[] => {
      const entry = job.waters.find((each) => each.id === id);
      if (!entry) return [];
      const { topUp, reliefPressure: relief } = entry.vessel;
      return [{ place: `${place}/vessel`, name, component: place, glycol: entry.fluid.kind !== 'water', topUp, relief, vessel }];
    }),
  ];
  return [
    ...waters.flatMap((water) => [...thinned(water), ...againstMain(context, water)]),
    ...jobWaters(job).flatMap((water) => airStays(context, water)),
  ];
}

/** A reducing valve lets plain water into glycol whenever a little is missing. */
function thinned({ place, name, component, glycol, topUp }: Filled): Finding[] {
  if (!glycol || topUp !== 'reducing-valve') return [];
  return [
    {
      id: `glycol-thinned:${place}`,
      rule: 'glycol-thinned',
      severity: 'mend',
      place: `${place}/topUp`,
      component,
      title: `${name} is topped up with plain water and holds glycol`,
      why: 'Each litre that leaks is replaced by one that freezes, and nobody sees it until it does. A feeder draws from a can of the same mixture; a leak empties the can and not the house.',
      remedies: [{ label: 'A feeder with its own can', edits: [{ at: `${place}/topUp`, value: 'feeder' }] }],
    },
  ];
}

/** The pressure of the main against what the water is filled to, and against its relief valve. */
function againstMain({ job, say }: Context, { place, name, component, topUp, relief, vessel }: Filled): Finding[] {
  const main = job.safety.mainPressure;
  if (main === null || topUp === 'feeder' || (place === 'vessel' && job.safety.filling === 'feeder')) return [];
  const fill = vessel.fillPressure?.value ?? vessel.gasPressure.value;
  const base = { place: `${place}/topUp`, component };
  if (main < fill + OVER)
    return [
      {
        ...base,
        id: `main-weak:${place}`,
        rule: 'main-weak',
        severity: 'mend',
        title: `${name}: the main has ${say(main, 'pressure')} and ${say(fill, 'pressure')} are needed`,
        why: `It cannot fill to the top of the house: ${say(OVER, 'pressure')} more than the filling pressure are wanted for its valve to open. A feeder brings its own pump.`,
        remedies: [{ label: 'A feeder with its own pump', edits: [{ at: `${place}/topUp`, value: 'feeder' }] }],
      },
    ];
  if (topUp === 'hand' && main > relief)
    return [
      {
        ...base,
        id: `main-strong:${place}`,
        rule: 'main-strong',
        severity: 'note',
        title: `${name}: the main has ${say(main, 'pressure')}, the relief valve opens at ${say(relief, 'pressure')}`,
        why: 'Whoever leaves the hose open lifts it, and it seldom closes tight again. A reducing valve set to the filling pressure ends there.',
        remedies: [{ label: 'A reducing valve', edits: [{ at: `${place}/topUp`, value: 'reducing-valve' }] }],
      },
    ];
  return [];
}

/** A water beside the source's where nothing takes the air out: what the source has is on the other side of plates or coil. */
function airStays({ job, piping }: Context, water: JobWater): Finding[] {
  const { entry, ofSource, branches, holds } = water;
  if (ofSource || !entry) return [];
  const settles = piping.plan.stations.some(({ id, kind }) => holds.includes(id) && KINDS[kind].traits.settles);
  const runs = [
    ...job.circuits.map((circuit) => ({ place: `circuits/${circuit.id}`, of: circuit })),
    ...job.links.map((link) => ({ place: `links/${link.id}`, of: link })),
  ].filter(({ place }) => branches.includes(place));
  const [first] = runs;
  if (settles || !first || runs.some(({ of }) => bothWays(of).includes('air-separator'))) return [];
  return [
    {
      id: `air-stays:waters/${entry.id}`,
      rule: 'air-stays',
      severity: 'note',
      place: `${first.place}/components`,
      component: `waters/${entry.id}`,
      title: `${entry.name || 'The second water'}: nothing takes its air out`,
      why: 'What stands at the source is on the other side. Air of this water gathers in its own pumps and high loops; a separator belongs where it is hottest, close behind plates or coil.',
      remedies: [
        {
          label: 'An air separator on its flow',
          edits: [{ at: `${first.place}/components`, value: ['air-separator', ...first.of.components] }],
        },
      ],
    },
  ];
}
