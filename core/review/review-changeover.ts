import type { Job } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { Finding } from '../finding/finding.ts';
import { type Changeover, changeoversOf, coldStations, isCold } from '../plan/changeover.ts';
import { type PortRef, stationOf } from '../plan/plan.ts';
import { stationName } from '../plan/ports.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/** Findings on a plant with a cold side: what turns over to it, who cools it, and what must not hang on it. */
export function reviewChangeover({ job }: Context): Finding[] {
  return [...oneSided(job), ...cannotCool(job), ...heated(job)];
}

const drop = ({ place }: Changeover) => [{ label: 'No changeover', edits: [{ at: `${place}/coldAt`, value: null }] }];

/** A changeover of which one side is missing: nothing to turn over to, nobody that cools there, or nobody that takes it. */
function oneSided(job: Job): Finding[] {
  const all = changeoversOf(job);
  const atSource = job.source.coldAt;
  const said = (change: Changeover): string | null => {
    if (job.mode !== 'heating-and-cooling') return 'the plant only heats';
    if (!isCold(job, change.coldAt)) return 'no tank of cold water is there';
    if (change.place === 'source') {
      const taken = all.some((each) => each.place !== 'source' && stationOf(each.coldAt) === stationOf(change.coldAt));
      return taken ? null : 'no circuit takes its cold water';
    }
    return atSource !== null && stationOf(atSource) === stationOf(change.coldAt) ? null : 'no source cools what it turns over to';
  };
  return all.flatMap((change): Finding[] => {
    const missing = said(change);
    if (missing === null) return [];
    return [
      {
        id: `changeover-one-side:${change.place}`,
        rule: 'changeover-one-side',
        severity: 'mend',
        place: `${change.place}/coldAt`,
        component: change.place === 'source' ? 'source' : `${change.place}/house`,
        title: `${change.name}: a changeover to cold water, and ${missing}`,
        why: 'Two valves on flow and return lead it to one water or the other. Both sides have to be there, and both valves turn together.',
        remedies: drop(change),
      },
    ];
  });
}

/** A source that is to cool and cannot. */
function cannotCool(job: Job): Finding[] {
  const { source } = job;
  if (source.coldAt === null || traitsOf(source).heatPump) return [];
  return [
    {
      id: 'source-cannot-cool',
      rule: 'source-cannot-cool',
      severity: 'stop',
      place: 'source/coldAt',
      component: 'source',
      title: 'A source of this kind makes no cold water',
      why: 'Only a heat pump that can be turned round cools a tank. Its plate says whether it can.',
      remedies: [{ label: 'No changeover', edits: [{ at: 'source/coldAt', value: null }] }],
    },
  ];
}

/** A tank of cold water that heat hangs on or comes to. */
function heated(job: Job): Finding[] {
  const cold = new Set(coldStations(job));
  const meets = (at: PortRef | null) => at !== null && cold.has(stationOf(at));
  const hung = [
    ...job.circuits.map(({ id, name, at }) => ({ place: `circuits/${id}/at`, name, at, value: null as PortRef | null })),
    ...job.furtherSources.map(({ id, name, at }) => ({
      place: `furtherSources/${id}/at`,
      name: name || 'A further source',
      at,
      value: null,
    })),
    ...(job.hotWater ? [{ place: 'hotWater/at', name: 'The cylinder', at: job.hotWater.at, value: null }] : []),
  ].filter(({ at }) => meets(at));
  const fed = job.links.filter(({ at, to }) => meets(to) || meets(at));
  return [
    ...hung.map(
      ({ place, name, at, value }): Finding => ({
        id: `cold-tank-heated:${place}`,
        rule: 'cold-tank-heated',
        severity: 'stop',
        place,
        component: `stations/${stationOf(at as PortRef)}`,
        title: `${name}: hung on a tank of cold water`,
        why: 'Warm and cold water never meet: the warm side would warm the tank and the cold side the floor. What cools turns over to it; what heats hangs elsewhere.',
        remedies: [{ label: 'Hang it where it usually does', edits: [{ at: place, value }] }],
      }),
    ),
    ...fed.map(
      ({ id, to, at }): Finding => ({
        id: `cold-tank-heated:links/${id}`,
        rule: 'cold-tank-heated',
        severity: 'stop',
        place: `links/${id}/at`,
        component: `stations/${stationOf(meets(to) ? to : at)}`,
        title: `Pipes lead heat to ${stationName(job, stationOf(meets(to) ? to : at)).toLowerCase()}, which is to be cold`,
        why: 'A tank of cold water is fed by the source that turns over to it, and by nothing that heats.',
        remedies: [
          { label: 'Use these circuits pipes away', edits: [{ at: 'links', value: job.links.filter((link) => link.id !== id) }] },
        ],
      }),
    ),
  ];
}
