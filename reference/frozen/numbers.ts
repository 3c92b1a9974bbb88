import { createHash } from 'node:crypto';
import { controlParts } from '../../core/control/control-parts.ts';
import { sequenceOfOperation } from '../../core/control/sequence.ts';
import { wiringSchedule } from '../../core/control/wiring.ts';
import { partsList } from '../../core/design/parts-list.ts';
import { BACKUP_CALL, HOT_WATER_CALL } from '../../core/design/plant-state.ts';
import { LINE } from '../../core/drawing/layout.ts';
import type { Sheet } from '../../core/drawing/sheet.ts';
import { plantSheet } from '../../core/drawing/wall.ts';
import { designWithPlant } from '../../core/job/design-job.ts';
import { say } from '../../core/quantity/format.ts';
import { daySettings } from '../../core/run/settings.ts';
import { simulate } from '../../core/run/simulate.ts';
import type { Job } from '../../model/job.ts';

/** What follows from a job, by name: numbers as they are, whole drawings and lists as a digest of their text. */
export type Frozen = Record<string, number | string>;

/** Counts of the solver's own work, which no person sees. */
const WORK = new Set(['iterations', 'solved', 'known', 'flowError', 'looked', 'imbalance', 'moments', 'days']);

/** JSON knows no endless numbers. */
const plain = (value: number): number | string => (Number.isFinite(value) ? value : String(value));

/** Every number and word of plain data by its path. */
function flatten(value: unknown, path: string, into: Frozen): void {
  if (typeof value === 'number') into[path] = plain(value);
  else if (typeof value === 'string') into[path] = value;
  else if (typeof value === 'boolean' || value === null) into[path] = String(value);
  else if (Array.isArray(value)) for (const [i, each] of value.entries()) flatten(each, `${path}/${i}`, into);
  else if (typeof value === 'object')
    for (const [key, each] of Object.entries(value)) if (!WORK.has(key)) flatten(each, `${path}/${key}`, into);
}

const digest = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);

/** The wall as it was kept: without trees, and without what is required of pumps below what they do. */
const beforeTrees = ({ trees: _, ...sheet }: Sheet) => ({
  ...sheet,
  tags: sheet.tags.map(({ below, ...tag }) => (below ? { ...tag, height: tag.height - LINE } : tag)),
});

/** What is said otherwise since it was kept, now and before. */
const SAID: readonly (readonly [now: RegExp, before: string])[] = [
  [/When the cylinder thermostat calls/g, 'When the stat of the cylinder calls'],
  [/A high-limit thermostat in series stops the charging/g, 'An overheat stat in series stops the charging'],
  [/the source supplies /g, 'the source sends '],
  [
    /A high-limit thermostat on the flow of (.*?) stops its pump when the water is too hot; it is wired in series with the pump\./g,
    'A stat on the flow of $1 stops its pump when the water gets too hot; it stands in series with the pump.',
  ],
];
const digestSaid = (value: unknown): string =>
  digest(JSON.parse(SAID.reduce((text, [now, before]) => text.replace(now, before), JSON.stringify(value))));

/**
 * Everything a redesign of the inside must leave as it was: figures, findings, states of the solved plant, a day that is run,
 * wall, parts and controls.
 */
export function numbersOf(job: Job): Frozen {
  const frozen: Frozen = {};
  const { design, plant } = designWithPlant(job);
  for (const [id, { value }] of Object.entries(design.figures)) frozen[`figure ${id}`] = plain(value);
  for (const { id, severity } of design.findings) frozen[`finding ${id}`] = severity;
  frozen.wall = digest(beforeTrees(plantSheet(job, design)));
  // The list names pumps by their head in the units of the job; it was kept with metric names.
  const metric: Job = { ...job, display: { ...job.display, system: 'metric', units: {} } };
  frozen.parts = digest(partsList(metric, job.display.system === 'metric' ? design : designWithPlant(metric).design));
  frozen.controls = digestSaid([
    controlParts(job, design),
    wiringSchedule(job, design),
    sequenceOfOperation(job, design, (value, kind) => say(value, kind, job.display)),
  ]);
  if (!plant) return frozen;
  const zones = plant.assembly.zones.map((zone) => zone.id);
  const states: Record<string, string[]> = {
    'every zone': zones,
    'every other zone': zones.filter((_, i) => i % 2 === 0),
    'hot water': [HOT_WATER_CALL],
    'hot water beside all': [...zones, HOT_WATER_CALL],
    backup: [...zones, BACKUP_CALL],
  };
  for (const [name, calling] of Object.entries(states)) {
    if (name.startsWith('hot water') && !job.hotWater) continue;
    if (name === 'backup' && job.furtherSources.length === 0) continue;
    const { calling: _, ...state } = plant.run(calling, 'cold');
    // Numbers of a state without an answer are wherever the search stood when it gave up.
    flatten(state.converged ? state : { reason: state.reason }, `state ${name}`, frozen);
  }
  flatten(simulate(job, design, plant, daySettings(job, { mean: 0, swing: 4 }, { settle: 1 })), 'day', frozen);
  return frozen;
}
