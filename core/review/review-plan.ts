import type { Job } from '../../model/job.ts';
import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { Finding } from '../finding/finding.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { type PortRef, stationOf } from '../plan/plan.ts';
import { hasPort } from '../plan/plan-of-job.ts';
import { portsToHangOn, stationName } from '../plan/ports.ts';
import { reviewChangeover } from './review-changeover.ts';

/** Findings on how the plant hangs together: what hangs on nothing, is fed by nothing, or feeds itself. */
export function reviewPlan(context: Context): Finding[] {
  const { job } = context;
  return [...astray(job), ...leadingNowhere(job), ...unfed(context), ...unused(context), ...reviewChangeover(context)];
}

/** Something that names a port which is not there. */
function astray(job: Job): Finding[] {
  const hanging: { place: string; component: string; name: string; at: PortRef | null }[] = [
    ...job.circuits.map(({ id, name, at }) => ({ place: `circuits/${id}`, component: `circuits/${id}/house`, name, at })),
    ...job.furtherSources.map(({ id, name, at }) => ({
      place: `furtherSources/${id}`,
      component: `furtherSources/${id}`,
      name: name || 'A further source',
      at,
    })),
    ...(job.hotWater ? [{ place: 'hotWater', component: 'hotWater', name: 'The cylinder', at: job.hotWater.at }] : []),
  ];
  return hanging.flatMap(({ place, component, name, at }): Finding[] =>
    at === null || hasPort(job, at)
      ? []
      : [
          {
            id: `port-missing:${place}`,
            rule: 'port-missing',
            severity: 'mend',
            place: `${place}/at`,
            component,
            title: `${name} hangs on something that is not there`,
            why: 'It is worked out as if it hung where it usually does. Choose what it hangs on.',
            remedies: [{ label: 'Hang it where it usually does', edits: [{ at: `${place}/at`, value: null }] }],
          },
        ],
  );
}

/** Pipes between stations of which one end is nowhere, or that come back to the station they leave. */
function leadingNowhere(job: Job): Finding[] {
  return job.links.flatMap(({ id, at, to }): Finding[] => {
    const whole = hasPort(job, at) && hasPort(job, to);
    const round = stationOf(at) === stationOf(to);
    if (whole && !round) return [];
    const free = portsToHangOn(job).find(({ ref }) => stationOf(ref) !== stationOf(to));
    const edits: JobEdit[] =
      hasPort(job, to) && free
        ? [{ at: `links/${id}/at`, value: free.ref }]
        : [{ at: 'links', value: job.links.filter((link) => link.id !== id) }];
    return [
      {
        id: `link-nowhere:links/${id}`,
        rule: 'link-nowhere',
        severity: 'mend',
        place: `links/${id}/at`,
        component: `links/${id}`,
        title: round ? 'Pipes that come back to the station they leave' : 'Pipes between stations that lead nowhere',
        why: 'No water goes through them, and nothing is worked out for what hangs behind them.',
        remedies: [{ label: hasPort(job, to) && free ? `Feed them from ${free.label}` : 'Take them away', edits }],
      },
    ];
  });
}

/** A station that no water from any source comes to. */
function unfed({ job, piping }: Context): Finding[] {
  const reached = new Set(piping.fedBySources);
  for (const link of piping.linksOutwards) reached.add(stationOf(link.to));
  const turned = new Set(changeoversOf(job).map(({ coldAt }) => stationOf(coldAt)));
  return job.stations.flatMap(({ id, cold }): Finding[] => {
    // What turns over to a tank of cold water is judged with the changeover.
    if (reached.has(id) || (cold && turned.has(id))) return [];
    const link = job.links.find(({ to }) => stationOf(to) === id);
    const free = portsToHangOn(job).find(({ ref }) => reached.has(stationOf(ref)));
    return [
      {
        id: `station-unfed:stations/${id}`,
        rule: 'station-unfed',
        severity: 'stop',
        place: `stations/${id}/kind`,
        component: `stations/${id}`,
        title: `${stationName(job, id)}: no source reaches it`,
        why: 'Whatever hangs on it stays cold. Pipes have to lead to it from a station that a source reaches.',
        remedies:
          link && free ? [{ label: `Feed it from ${free.label}`, edits: [{ at: `links/${link.id}/at`, value: free.ref }] }] : [],
      },
    ];
  });
}

/** A station that nothing draws from. */
function unused({ job, piping }: Context): Finding[] {
  const turned = new Set(changeoversOf(job).map(({ coldAt }) => stationOf(coldAt)));
  return job.stations.flatMap(({ id }): Finding[] => {
    if (turned.has(id)) return [];
    if (piping.drawing(id).length > 0 || piping.plan.branches.some((each) => each.kind === 'source' && stationOf(each.at) === id))
      return [];
    return [
      {
        id: `station-unused:stations/${id}`,
        rule: 'station-unused',
        severity: 'note',
        place: `stations/${id}/kind`,
        component: `stations/${id}`,
        title: `${stationName(job, id)}: nothing hangs on it`,
        why: 'It is left out of the sums until a circuit, the cylinder or further pipes hang on it.',
        remedies: [],
      },
    ];
  });
}
