import { DESIGN_DAY } from '../core/commission/book-state.ts';
import { ALL_QUANTITIES, libraryOf, nextWords, tell } from '../core/diagnosis/told.ts';
import { CALL_FIRST, saidWords } from '../core/diagnosis/verdict.ts';
import type { SoundPlant } from '../core/fault/fault.ts';
import { faultsOf } from '../core/fault/faults.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { inUnits } from '../core/quantity/in-units.ts';
import { readEvidence } from '../exchange/evidence-file.ts';
import type { Job } from '../model/job.ts';
import { BadInput, type Printed } from './command.ts';
import { tame } from './print.ts';

/** Faults and next readings that are printed. */
const MOST_PRINTED = 5;
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
      lines.push(`  - ${cause}. ${look ? `${look.ask} ` : ''}${inUnits(cure, job.display)}${licensed ? ` (${licensed})` : ''}`);
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
  const told = tell(libraryOf(plant), evidence, {
    states: states.length > 0 ? states : [DESIGN_DAY],
    quantities: ALL_QUANTITIES,
  });
  if (!told)
    throw new BadInput(
      'The plant of this job finds no state of its own even with nothing wrong: warm design says what is the matter with it.',
    );
  const { verdict, faults, sound, something, next } = told;
  const lines = [`${tame(job.name)}: ${verdict.headline}`, ''];
  for (const said of evidence.said) lines.push(`  Said: ${tame(saidWords(said, plant))}`);
  for (const reason of verdict.reasons) lines.push(`  ${tame(reason)}`);
  lines.push('', 'What may be the matter');
  for (const fault of faults.slice(0, MOST_PRINTED)) {
    lines.push(`  ${percent(fault.chance)}  ${tame(fault.label)}`);
    for (const { label, cure, chance } of fault.causes) lines.push(`        ${percent(chance)}  ${label}. ${cure}`);
  }
  lines.push(
    `  ${percent(sound)}  Nothing is wrong with water and heat`,
    `  ${percent(something)}  Something that is not on the list`,
  );
  if (verdict.rows.length > 0) {
    lines.push('', 'Read, expected, with the likeliest fault');
    for (const { where, what, read: shown, expected, withFault } of verdict.rows)
      lines.push(`  ${tame(where)}, ${what.toLowerCase()}: ${shown}, ${expected}, ${withFault}`);
  }
  lines.push('', verdict.enough ? 'Reading on tells little more. What could be read:' : 'Read or look at next, the best first');
  for (const each of next.slice(0, MOST_PRINTED))
    lines.push(`  ${minutes(Math.round(10 * each.minutes) / 10)}  ${tame(nextWords(each))}`);
  for (const licensed of verdict.callFirst) lines.push('', CALL_FIRST[licensed]);
  lines.push('', LICENCE, '');
  return { text: lines.join('\n'), json: { job: job.name, ...told } };
}

const percent = (chance: number): string => `${Math.round(100 * chance)} %`.padStart(5);
const minutes = (value: number): string => `${value} min`.padStart(7);
