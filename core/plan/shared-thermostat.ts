import type { RoomThermostat } from '../../model/job.ts';

/** The thermostat that stands for a room and others; the first where it was given to several. */
export const thermostatOf = (thermostats: readonly RoomThermostat[], roomId: string): RoomThermostat | undefined =>
  thermostats.find((each) => each.rooms.includes(roomId));

/** Zones by what calls them: those of one thermostat together, any other by itself, in their order. */
export function byThermostat<T extends { id: string; thermostat?: string }>(zones: readonly T[]): T[][] {
  const groups = new Map<string, T[]>();
  for (const zone of zones) {
    const key = zone.thermostat ?? zone.id;
    groups.set(key, [...(groups.get(key) ?? []), zone]);
  }
  return [...groups.values()];
}
