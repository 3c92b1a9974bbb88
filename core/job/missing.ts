import type { Job } from '../../model/job.ts';
import { roughLoad } from '../load/rough-loads.ts';

/** Pages on which something can be missing, in the order of the work. */
export const WORK_PAGES = [
  'site',
  'rooms',
  'emitters',
  'circuits',
  'pipes',
  'plant',
  'controls',
  'run',
  'papers',
  'book',
] as const;
export type WorkPage = (typeof WORK_PAGES)[number];

/** What a page waits for, as a sentence. */
export interface Missing {
  page: WorkPage;
  text: string;
}

const rooms = (n: number, rest: (many: boolean) => string): string => `${n} ${n === 1 ? 'room' : 'rooms'} ${rest(n !== 1)}`;

/**
 * What is still missing of a job, page by page in the order of the work. Nothing of it stops anybody: the start of a job, the list of
 * jobs and the foot of every page say it alike.
 */
export function missingOf(job: Job): Missing[] {
  const found: Missing[] = [];
  const say = (page: WorkPage, text: string) => found.push({ page, text });
  if (job.rooms.length === 0) {
    say('rooms', 'No rooms yet.');
    return found;
  }
  const loadless = job.rooms.filter((room) => room.heatLoad === null && roughLoad(job, room) === null).length;
  if (loadless > 0)
    say(
      'rooms',
      rooms(loadless, (many) => `${many ? 'have' : 'has'} no heat load.`),
    );
  const heated = job.rooms.filter(({ heatLoad }) => heatLoad === null || heatLoad > 0);
  const bare = heated.filter(({ emitters }) => emitters.length === 0).length;
  if (bare > 0)
    say(
      'emitters',
      rooms(bare, (many) => `${many ? 'have' : 'has'} no emitters.`),
    );
  if (job.circuits.length === 0) say('circuits', 'No circuits yet.');
  else {
    const lost = heated.filter((room) => room.circuit === null && room.emitters.every(({ circuit }) => circuit === null)).length;
    if (lost > 0)
      say(
        'circuits',
        rooms(lost, (many) => `${many ? 'are' : 'is'} on no circuit.`),
      );
    const idle = job.circuits.filter(
      ({ id }) => !job.rooms.some((room) => room.circuit === id || room.emitters.some((each) => each.circuit === id)),
    );
    for (const { name, id } of idle.slice(0, 1)) say('circuits', `${name || id} heats nothing yet.`);
  }
  if (job.safety.filling === 'unknown' || job.safety.discharge === 'unknown')
    say('plant', 'How the plant is filled and where the relief valve discharges is not known.');
  return found;
}
