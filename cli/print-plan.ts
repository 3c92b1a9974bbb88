import { DESIGN_DAY } from '../core/commission/book-state.ts';
import { expectedReadings } from '../core/commission/expected-readings.ts';
import { fillWaters, litresPerMinute, purgeStretches } from '../core/commission/fill-and-purge.ts';
import { commissioningPlan } from '../core/commission/plan/plan.ts';
import { PHASES } from '../core/commission/plan/step.ts';
import { readingPoints } from '../core/commission/reading-points.ts';
import { kindOfReading } from '../core/commission/reading-words.ts';
import { settingsOf } from '../core/commission/settings.ts';
import { SitePlant } from '../core/commission/site-plant.ts';
import { designWithPlant } from '../core/job/design-job.ts';
import { say } from '../core/quantity/format.ts';
import type { StateNote } from '../model/book/entry.ts';
import type { Job } from '../model/job.ts';
import { BadInput, type Printed } from './command.ts';
import { tame } from './print.ts';

/**
 * The plan of commissioning: steps with what they wait for, litres and minutes, settings, and what every gauge, thermometer and meter
 * shall show in a state with its band.
 */
export function printPlan(job: Job, state: Pick<StateNote, 'outdoor' | 'source'>): Printed {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new BadInput('There is no plant to commission: rooms with heat loads on a circuit are needed.');
  const plan = commissioningPlan(job, design);
  const note: StateNote = { ...DESIGN_DAY, ...state };
  const expected = expectedReadings(new SitePlant(job, design, plant), note);
  const points = readingPoints(job, design).flatMap((point) => {
    const shown = expected?.readings.get(point.key);
    return shown ? [{ ...point, value: shown.value, sigma: shown.sigma }] : [];
  });
  const lines: string[] = [`${tame(job.name)}: ${plan.length} steps`];
  let phase = '';
  for (const step of plan) {
    if (step.phase !== phase) lines.push('', PHASES[step.phase]);
    phase = step.phase;
    lines.push(`  ${step.hold ? '! ' : '- '}${tame(step.title)}`);
    if (step.caution) lines.push(`      Caution: ${step.caution}`);
  }
  const where = state.outdoor === null ? 'on the design day' : `at ${say(state.outdoor, 'temperature', job.display)} outdoors`;
  lines.push('', `Expected, every zone calling, ${where}`);
  for (const point of points) {
    const kind = kindOfReading(point);
    const band = say(2 * point.sigma, kind === 'temperature' ? 'temperatureDifference' : kind, job.display);
    lines.push(
      `  ${tame(point.where)}, ${point.label.toLowerCase()}: ${say(point.value, kind, job.display)}, give or take ${band}`,
    );
  }
  lines.push('', 'Local codes, the makers’ instructions and licensed trades decide; this is no approval.', '');
  return {
    text: lines.join('\n'),
    json: {
      job: job.name,
      state: note,
      steps: plan,
      waters: fillWaters(job, design),
      purge: purgeStretches(job, design).map((stretch) => ({ ...stretch, litresPerMinute: litresPerMinute(stretch) })),
      settings: settingsOf(job, design),
      expected: points.map(({ key, place, quantity, value, sigma }) => ({ key, place, quantity, value, sigma })),
    },
  };
}
