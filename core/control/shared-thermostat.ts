import type { RoomThermostat } from '../../model/job.ts';

/** The thermostat that stands for a room and others; the first where it was given to several. */
export const thermostatOf = (thermostats: readonly RoomThermostat[], roomId: string): RoomThermostat | undefined =>
  thermostats.find((each) => each.rooms.includes(roomId));
