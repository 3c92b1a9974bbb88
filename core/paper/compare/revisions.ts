import type { Job } from '../../../model/job.ts';
import { settingsOf } from '../../commission/settings.ts';
import { allPumps } from '../../design/all-pumps.ts';
import { builtCircuits } from '../../design/built-circuits.ts';
import type { Design } from '../../design/design.ts';
import { openFindings, type Severity } from '../../finding/finding.ts';
import { designJob } from '../../job/design-job.ts';
import { say } from '../../quantity/format.ts';
import { compareItems, type ItemChange } from '../../takeoff/compare.ts';
import { takeoff } from '../../takeoff/takeoff.ts';
import { type EntryChange, entryChanges } from './entries.ts';

/** A size, a pump, a setting or a figure of the plant that is another now. */
export interface DesignChange {
  /** Component on the wall; null where it is none. */
  component: string | null;
  title: string;
  before: string;
  after: string;
}

export interface FindingChange {
  severity: Severity;
  title: string;
}

/** Two versions of a job laid side by side. */
export interface RevisionChanges {
  entries: EntryChange[];
  design: DesignChange[];
  gone: FindingChange[];
  come: FindingChange[];
  parts: ItemChange[];
}

type Line = readonly [key: string, component: string | null, title: string, says: string];

/** What a design comes to, line by line: sizes, pumps with their duty, vessel and header, then every setting. */
function linesOf(job: Job, design: Design): Line[] {
  const { display } = job;
  const { source, vessel } = design;
  const lines: Line[] = [
    ['load', null, 'Heat load', say(design.load.value, 'power', display)],
    ...(source
      ? ([
          ['source', 'source', 'Source: capacity', say(source.capacity.value, 'power', display)],
          ['source/run', 'source/run', 'Source pipe', source.run.size.label],
          ...(source.header
            ? ([['header', 'header', 'Header: bore', say(source.header.bore.value, 'bore', display)]] as Line[])
            : []),
        ] satisfies Line[])
      : []),
    ...(vessel?.volume
      ? ([['vessel', 'vessel', 'Expansion vessel', say(vessel.volume.value, 'volume', display)]] as Line[])
      : []),
  ];
  for (const { id, name, load, sized } of builtCircuits(design)) {
    const place = `circuits/${id}`;
    lines.push([`${place}/load`, `${place}/house`, `${name}: heat load`, say(load.value, 'power', display)]);
    if (!sized) continue;
    lines.push([`${place}/run`, `${place}/run`, `${name}: pipe`, sized.run.size.label]);
    lines.push([`${place}/flow`, `${place}/house`, `${name}: flow`, say(sized.volumeFlow.value, 'volumeFlow', display)]);
    if (sized.valve)
      lines.push([
        `${place}/valve`,
        `${place}/valve`,
        `${name}: mixing valve`,
        say(sized.valve.kvs.value, 'flowCoefficient', display),
      ]);
    for (const { id: section, pipe } of sized.tree)
      lines.push([`${place}/sections/${section}`, null, pipe.label, pipe.size.label]);
  }
  for (const pump of allPumps(design))
    lines.push([
      `${pump.place}/pump`,
      pump.place,
      `Pump: ${pump.label}`,
      // Its duty point moves a little with everything: that is no other pump and no other setting.
      pump.duty ? `${pump.duty.label}, ${pump.duty.running}` : 'none',
    ]);
  for (const { where, what, to } of settingsOf(job, design))
    if (what !== 'Pump') lines.push([`set/${where}/${what}`, null, `${where}: ${what.toLowerCase()}`, to]);
  return lines;
}

/** What two versions of a job differ in: entries, the design that follows, findings, and what has to be bought. */
export function compareRevisions(before: Job, after: Job): RevisionChanges {
  const [was, is] = [designJob(before), designJob(after)];
  // Both are told in the units of the later one.
  const [linesBefore, linesAfter] = [linesOf({ ...before, display: after.display }, was), linesOf(after, is)];
  const [mapBefore, mapAfter] = [
    new Map(linesBefore.map((line) => [line[0], line])),
    new Map(linesAfter.map((line) => [line[0], line])),
  ];
  const design = [...new Set([...mapAfter.keys(), ...mapBefore.keys()])].flatMap((key): DesignChange[] => {
    const [old, now] = [mapBefore.get(key), mapAfter.get(key)];
    const line = now ?? old;
    if (!line || old?.[3] === now?.[3]) return [];
    return [{ component: now ? line[1] : null, title: line[2], before: old?.[3] ?? 'not there', after: now?.[3] ?? 'gone' }];
  });
  const open = (of: Design) => new Map(openFindings(of.findings).map((finding) => [finding.id, finding]));
  const [openBefore, openAfter] = [open(was), open(is)];
  const only = (list: typeof openBefore, other: typeof openBefore): FindingChange[] =>
    [...list].filter(([id]) => !other.has(id)).map(([, { severity, title }]) => ({ severity, title }));
  return {
    entries: entryChanges(before, after),
    design,
    gone: only(openBefore, openAfter),
    come: only(openAfter, openBefore),
    parts: compareItems(takeoff(before, was), takeoff(after, is)),
  };
}
