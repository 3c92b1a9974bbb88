import { HEATING_LIMIT } from '../rules/heating-limit.ts';
import type { RunSettings } from './run.ts';
import { type RunZone, thermostatCalls, thermostaticShare, type ZoneState } from './zone.ts';

/**
 * Which zones call just now: each by its thermostat, several rooms of one thermostat by their mean, weighed by their loads;
 * thermostatic valves keep their circuit running while any is open; an open plant runs while it is cold outdoors.
 * @param lowered K below the set points @param outdoor degrees C
 */
export function askThermostats(
  zones: readonly RunZone[],
  states: readonly ZoneState[],
  { open, only }: Pick<RunSettings, 'open' | 'only'>,
  lowered: number,
  outdoor: number,
): void {
  const heard = new Map<string, { load: number; warm: number; wanted: number }>();
  zones.forEach((zone, z) => {
    const shared = heard.get(zone.thermostat) ?? { load: 0, warm: 0, wanted: 0 };
    shared.load += zone.load;
    shared.warm += zone.load * (states[z] as ZoneState).room;
    shared.wanted += zone.load * (zone.setPoint - lowered);
    heard.set(zone.thermostat, shared);
  });
  zones.forEach((zone, z) => {
    const state = states[z] as ZoneState;
    const { load, warm, wanted } = heard.get(zone.thermostat) as { load: number; warm: number; wanted: number };
    const cold = outdoor < HEATING_LIMIT;
    const asks = open
      ? cold
      : zone.follows !== null
        ? cold && thermostaticShare(state.room, zone.setPoint - lowered, zone.follows) > 0
        : thermostatCalls(warm / load, wanted / load, state.calls);
    state.calls = asks && (only === null || only.includes(zone.id));
  });
}

/** Turns what the thermostats ask of: it opens, and shuts, as long after the call as its actuators take. */
export function turnValves(zones: readonly RunZone[], states: readonly ZoneState[], step: number): void {
  zones.forEach(({ opensIn }, z) => {
    const state = states[z] as ZoneState;
    if (state.calls === state.open) {
      state.turning = 0;
      return;
    }
    // At the end of a step as near as may be to the time they take.
    if (state.turning >= opensIn - step / 2) {
      state.open = state.calls;
      state.turning = 0;
    } else state.turning += step;
  });
}
