import type { FurtherSource, Job, Source } from '../../model/job.ts';
import { USUAL_FIRING } from '../../model/new-job.ts';
import type { Laid } from '../design/context.ts';
import type { Design } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';

/** Whether anything of a job comes later, or leaves when that comes. */
export const hasPhases = ({ source, circuits, furtherSources }: Job): boolean =>
  source.phase === 'leaves' || [...circuits, ...furtherSources].some(({ phase }) => phase === 'later' || phase === 'leaves');

/** A source that comes in place of the first one, with all that job says of where that stands. */
const inPlace = (source: Source, later: FurtherSource): Source => ({
  ...source,
  kind: later.kind,
  name: later.name,
  capacity: later.capacity,
  leastOutput: later.leastOutput,
  flowTemperature: later.flowTemperature,
  temperatureDifference: 'auto',
  firing: USUAL_FIRING,
  lockOutBelow: null,
  leastFlow: null,
  returnLift: null,
  taps: null,
  loss: 'auto',
  waterContent: 'auto',
  points: [],
  spareHead: null,
  phase: 'new',
});

/** The plant as it will be: what comes later is there, what leaves is gone. A first source that leaves makes room for the first that comes. */
export function jobThen(job: Job): Job {
  const staying = job.furtherSources.filter(({ phase }) => phase !== 'leaves');
  const follows = job.source.phase === 'leaves' ? (staying.find(({ phase }) => phase === 'later') ?? staying[0]) : undefined;
  return {
    ...job,
    source: follows ? inPlace(job.source, follows) : { ...job.source, phase: 'new' },
    circuits: job.circuits.filter(({ phase }) => phase !== 'leaves').map((circuit) => ({ ...circuit, phase: 'new' })),
    furtherSources: staying.filter((each) => each !== follows).map((each) => ({ ...each, phase: 'new' })),
  };
}

/** What the plant as it will be needs of everything that is laid once. */
export function laidFor({ source, links, hotWater, vessel, buffer }: Design): Laid {
  const runs = [source?.run, hotWater?.run, ...links.map(({ run }) => run)].flatMap((run) => (run ? [run] : []));
  return {
    bores: new Map(runs.map(({ place, size }) => [place, size.bore])),
    header: source?.header?.bore.value ?? 0,
    vessel: vessel?.volume?.value ?? 0,
    tank: buffer?.tank?.volume.value ?? 0,
  };
}

/** What will have to be mended once the rest has come, told now, while the walls are open. */
export function laterFindings(now: readonly Finding[], then: readonly Finding[]): Finding[] {
  const known = new Set(now.map(({ id }) => id));
  return then
    .filter(({ id, severity }) => severity !== 'note' && !known.has(id))
    .map((finding) => ({
      ...finding,
      id: `later:${finding.id}`,
      severity: 'note',
      title: `Later: ${finding.title}`,
      why: `Once what is planned has come. ${finding.why}`,
      // What mends the plant as it will be may not fit the one of today.
      remedies: [],
    }));
}
