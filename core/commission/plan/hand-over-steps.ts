import type { Job } from '../../../model/job.ts';
import { serviceDates } from '../service.ts';
import type { PlanStep } from './step.ts';

/** What is shown and signed at the end. */
export function handOverSteps(): PlanStep[] {
  const base = { phase: 'hand-over' as const, place: null, tools: [] };
  return [
    {
      ...base,
      id: 'show',
      placeLabel: 'Owner',
      title: 'Show the owner the gauge, topping up, the thermostats and what to leave alone',
      why: 'Half of the calls of the first winter are questions that ten minutes answer.',
      target: { kind: 'look' },
      after: [],
    },
    {
      ...base,
      id: 'as-left',
      placeLabel: 'As-left sheet',
      title: 'Sign the as-left sheet: every setting, every reading beside its target, and what was let stand',
      why: 'Whoever comes next can tell what changed. Local codes and licensed trades decide what else has to be certified.',
      target: { kind: 'signature' },
      after: ['show'],
      hold: true,
    },
  ];
}

/** What is done again and again afterwards. */
export const liveSteps = (job: Job): PlanStep[] =>
  serviceDates(job).map(
    ({ id, what, every, first }): PlanStep => ({
      id: `service/${id}`,
      phase: 'live',
      place: null,
      placeLabel: 'Service',
      title: `${what}: ${every}, ${first}`,
      why: 'A plant that is read once a year tells in time what would cost a cold week.',
      tools: [],
      target: { kind: 'look' },
      after: ['as-left'],
    }),
  );
