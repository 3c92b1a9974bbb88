import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { nameOf } from '../plant/further-sources.ts';
import { say } from '../quantity/format.ts';

/**
 * What comes later is joined on later: each circuit and source of a later stage wants its pair of ports now, with valves, shut and
 * capped, and what is laid once as large as it will have to be.
 * @param now the plant as it is built  @param then as it will be
 */
export function reviewLater(job: Job, now: Design, then: Design): Finding[] {
  const { display } = job;
  const laid = [
    now.source ? `the source pipe ${now.source.run.size.label}` : '',
    now.source?.header ? `the header ${say(now.source.header.bore.value, 'bore', display)}` : '',
    now.vessel?.volume ? `the vessel ${say(now.vessel.volume.value, 'volume', display)}` : '',
  ].filter(Boolean);
  const already = laid.length > 0 ? ` ${sentence(laid)} for it already.` : '';
  const finding = (place: string, component: string, name: string, pipe: string): Finding => ({
    id: `ports-for-later:${place}`,
    rule: 'ports-for-later',
    severity: 'note',
    place: `${place}/phase`,
    component,
    title: `${name}: leave its pair of ports now`,
    why: `It comes later, on ${pipe}. Two tees with valves, shut and capped, spare a drained plant then.${already}`,
    remedies: [],
  });
  const circuits = job.circuits
    .filter(({ phase }) => phase === 'later')
    .flatMap(({ id, name }): Finding[] => {
      const run = then.circuits.find((circuit) => circuit.id === id)?.sized?.run;
      return run ? [finding(`circuits/${id}`, `circuits/${id}/house`, name, run.size.label)] : [];
    });
  const sources = job.furtherSources
    .filter(({ phase }) => phase === 'later')
    .flatMap((source): Finding[] => {
      // One that takes the first one's place hangs on its pipes.
      if (job.source.phase === 'leaves' || !then.source) return [];
      return [finding(`furtherSources/${source.id}`, 'source', nameOf(source), then.source.run.size.label)];
    });
  return [...circuits, ...sources];
}

const sentence = (parts: readonly string[]): string => {
  const [first = '', ...rest] = parts;
  const said = rest.length === 0 ? first : `${[first, ...rest.slice(0, -1)].join(', ')} and ${rest.at(-1)}`;
  return `${said[0]?.toUpperCase()}${said.slice(1)} ${rest.length === 0 ? 'is' : 'are'}`;
};
