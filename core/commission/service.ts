import type { Job } from '../../model/job.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/** One thing done again and again to keep a plant well. */
export interface Service {
  id: string;
  what: string;
  /** In words, and in months. */
  every: string;
  months: number;
  /** When in the year, in words. */
  first: string;
  /** Month of the year it is first due, 1 to 12; null for counted from the handing over. */
  month: number | null;
}

/** What has to be done to keep this plant well, and how often: common practice; the makers' instructions go before it. */
export function serviceDates(job: Job): Service[] {
  const traits = traitsOf(job.source);
  const glycol = job.fluid.kind !== 'water' || job.waters.some(({ fluid }) => fluid.kind !== 'water');
  const yearly = (id: string, what: string, month: number | null, first: string): Service => ({
    id,
    what,
    every: 'every year',
    months: 12,
    first,
    month,
  });
  return [
    yearly('source', `Service of the source${traits.flame ? ', by a licensed person' : ''}`, 9, 'before the first winter'),
    yearly('pressure', 'Filling pressure cold, and gas pressure of the vessel', 9, 'before the first winter'),
    yearly('strainers', 'Strainers and dirt filters cleaned', 9, 'after the first week, then each autumn'),
    yearly('relief', 'Relief valve lifted once by hand, its discharge free', 9, 'before the first winter'),
    ...(glycol ? [yearly('glycol', 'Frost protection and acidity of the glycol measured', 10, 'before the first frost')] : []),
    ...(job.hotWater
      ? [yearly('cylinder', 'Cylinder: safety valve, and its anode if it has one', null, 'a year after handing over')]
      : []),
    ...(traits.fire ? [{ ...yearly('flue', 'Flue swept, thermal discharge tried', 9, 'before the first winter') }] : []),
    {
      id: 'exercise',
      what: 'Valves turned once to and fro, pumps heard',
      every: job.controls.exercise ? 'done by the controls each week' : 'every three months in summer',
      months: 3,
      first: 'in the first summer',
      month: 6,
    },
  ];
}
