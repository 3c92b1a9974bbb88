import { DESIGN_DAY } from '../core/commission/book-state.ts';
import { nextReadings } from '../core/diagnosis/next-reading.ts';
import { Library } from '../core/diagnosis/predict.ts';
import { rank } from '../core/diagnosis/rank.ts';
import { CALL_FIRST, readingNamer, saidWords, verdictOf } from '../core/diagnosis/verdict.ts';
import type { SoundPlant } from '../core/fault/fault.ts';
import { faultsOf } from '../core/fault/faults.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { readEvidence } from '../exchange/evidence-file.ts';
import type { ReadingQuantity } from '../model/book/entry.ts';
import type { Job } from '../model/job.ts';
import { BadInput, type Printed } from './command.ts';
import { tame } from './print.ts';

const ALL: ReadonlySet<ReadingQuantity> = new Set(['supply', 'back', 'air', 'flow', 'pressure', 'head', 'power']);
/** Faults and next readings that are printed. */
const MOST_TOLD = 5;
const LICENCE = 'Local codes, the makers’ instructions and licensed trades decide; this is no approval.';

function soundPlant(job: Job): SoundPlant {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new BadInput('There is no plant to look into: rooms with heat loads on a circuit are needed.');
  return { job, design, assembly: plant.assembly };
}

/** Every fault the plant of a job can have, with its causes, looks and cures. */
export function printFaults(job: Job): Printed {
  const faults = faultsOf(soundPlant(job));
  const lines = [`${tame(job.name)}: ${faults.length} faults it can have`, ''];
  for (const { id, label, causes } of faults) {
    lines.push(tame(label), `  ${id}`);
    for (const { label: cause, look, cure, licensed } of causes)
      lines.push(`  - ${cause}.${look ? ` ${look.ask}.`.replace('?.', '?') : ''} ${cure}${licensed ? ` (${licensed})` : ''}`);
  }
  lines.push('', LICENCE, '');
  return {
    text: lines.join('\n'),
    json: { job: job.name, faults: faults.map(({ apply: _, bend: __, shows: ___, ...plain }) => plain) },
  };
}

/** What explains the evidence of a file, how sure that is, and what to read next. */
export function printDiagnosis(job: Job, text: string, name: string): Printed {
  const plant = soundPlant(job);
  const read = readEvidence(text, plant);
  if (!read.ok) throw new BadInput(read.problems.map((problem) => `${name}: ${problem}`).join('\n'));
  const { evidence, states } = read;
  const library = new Library(plant, faultsOf(plant));
  const ranking = rank(library, evidence);
  if (!ranking)
    throw new BadInput(
      'The plant of this job finds no state of its own even with nothing wrong: warm design says what is the matter with it.',
    );
  const asked = states.length > 0 ? states : [DESIGN_DAY];
  const next = nextReadings(library, evidence, ranking, {
    states: asked,
    quantities: ALL,
    without: (each) =>
      'key' in each
        ? evidence.readings.some(({ key }) => key === each.key)
        : evidence.seen.some(({ fault, look }) => fault === each.fault && look === each.look),
  }).filter(({ gain }) => gain > 0);
  const verdict = verdictOf(plant, evidence, ranking, next);
  const namer = readingNamer(plant);
  const lines = [`${tame(job.name)}: ${verdict.headline}`, ''];
  for (const said of evidence.said) lines.push(`  Said: ${tame(saidWords(said, plant))}`);
  for (const reason of verdict.reasons) lines.push(`  ${tame(reason)}`);
  lines.push('', 'What may be the matter');
  for (const { fault, chance, causes } of ranking.faults.slice(0, MOST_TOLD)) {
    lines.push(`  ${percent(chance)}  ${tame(fault.label)}`);
    for (const { cause, chance: of } of causes) lines.push(`        ${percent(of)}  ${cause.label}. ${cause.cure}`);
  }
  lines.push(
    `  ${percent(ranking.sound)}  Nothing is wrong with water and heat`,
    `  ${percent(ranking.something)}  Something that is not on the list`,
  );
  if (verdict.rows.length > 0) {
    lines.push('', 'Read, expected, with the likeliest fault');
    for (const { where, what, read: shown, expected, withFault } of verdict.rows)
      lines.push(`  ${tame(where)}, ${what.toLowerCase()}: ${shown}, ${expected}, ${withFault}`);
  }
  lines.push('', verdict.enough ? 'Reading on tells little more. What could be read:' : 'Read or look at next, the best first');
  for (const each of next.slice(0, MOST_TOLD)) {
    if (each.kind === 'look') lines.push(`  ${minutes(each.minutes)}  ${tame(each.fault.label)}: ${each.look.ask}`);
    else {
      const { where, what } = namer(each.key);
      lines.push(`  ${minutes(each.minutes)}  ${tame(where)}, ${what.toLowerCase()}`);
    }
  }
  for (const licensed of verdict.callFirst) lines.push('', CALL_FIRST[licensed]);
  lines.push('', LICENCE, '');
  return {
    text: lines.join('\n'),
    json: {
      job: job.name,
      headline: verdict.headline,
      reasons: verdict.reasons,
      faults: ranking.faults.slice(0, 20).map(({ fault, chance, magnitude, causes }) => ({
        id: fault.id,
        label: fault.label,
        place: fault.place,
        chance,
        magnitude,
        causes: causes.map(({ cause, chance: of }) => ({ id: cause.id, label: cause.label, cure: cause.cure, chance: of })),
      })),
      sound: ranking.sound,
      something: ranking.something,
      readings: verdict.rows,
      next: next
        .slice(0, 10)
        .map((each) =>
          each.kind === 'look'
            ? { look: each.look.id, fault: each.fault.id, ask: each.look.ask, minutes: each.minutes, gain: each.gain }
            : { at: each.key, state: each.state.calls, minutes: each.minutes, gain: each.gain },
        ),
    },
  };
}

const percent = (chance: number): string => `${Math.round(100 * chance)} %`.padStart(5);
const minutes = (value: number): string => `${value} min`.padStart(7);
