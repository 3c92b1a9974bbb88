import type { Job } from '../../model/job.ts';

/** Rooms that a thermostat can open and shut by themselves: on a circuit zoned by rooms, with no valve that follows the air. */
export function zonedRooms(
  { circuits }: Pick<Job, 'circuits'>,
  designed: readonly { id: string; roomIds: readonly string[] }[],
): Set<string> {
  const zoned = circuits.filter(({ zones, loopValves }) => zones === 'rooms' && loopValves !== 'thermostatic');
  return new Set(zoned.flatMap(({ id }) => designed.find((each) => each.id === id)?.roomIds ?? []));
}
