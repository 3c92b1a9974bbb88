import type { Plant } from '../design/operate.ts';
import type { PlantState } from '../design/plant-state.ts';
import { HOT_WATER_CALL, pumpPowerOf } from '../design/plant-state.ts';
import { byThermostat } from '../plan/shared-thermostat.ts';

/** What the plant does in one state of its calls. Plain data. */
export interface CallRow {
  label: string;
  /** Calls by id, as an address of the wall writes them. */
  calling: string[];
  converged: boolean;
  /** Circuits whose valves open or pumps run, by id. */
  running: string[];
  /** m3/s through the source, degrees C leaving and coming back, W it gives, W of all pumps. */
  flow: number;
  supply: number;
  back: number;
  heat: number;
  power: number;
}

/**
 * The telling states: every thermostat, none, each alone, all but each where there are few, and the cylinder. All combinations
 * stand on the duty map.
 */
export function callsTable(plant: Plant): CallRow[] {
  const { zones, cylinder } = plant.assembly;
  const all = zones.map((zone) => zone.id);
  // A thermostat of several rooms calls all its zones at once.
  const thermostats = byThermostat(zones).map((group) => ({ label: group[0]?.label ?? '', ids: group.map((zone) => zone.id) }));
  const states: [string, string[]][] = [
    ['Every thermostat calls', all],
    ...(thermostats.length > 1 ? thermostats.map(({ label, ids }): [string, string[]] => [`${label} alone`, ids]) : []),
    ...(thermostats.length > 2 && thermostats.length <= 6
      ? thermostats.map(({ label, ids }): [string, string[]] => [`All but ${label}`, all.filter((id) => !ids.includes(id))])
      : []),
    ...(cylinder ? [['The cylinder', [HOT_WATER_CALL]] as [string, string[]]] : []),
    ...(cylinder && !cylinder.first ? [['Everything and the cylinder', [...all, HOT_WATER_CALL]] as [string, string[]]] : []),
    ['Nothing calls', []],
  ];
  return states.map(([label, calling]) => rowOf(label, calling, plant.run(calling, 'cold')));
}

function rowOf(label: string, calling: string[], state: PlantState): CallRow {
  return {
    label,
    calling,
    converged: state.converged,
    running: [
      ...state.circuits.filter((circuit) => circuit.running).map((circuit) => circuit.id),
      ...(state.hotWater?.running ? [HOT_WATER_CALL] : []),
    ],
    flow: state.source.flow + state.further.reduce((sum, each) => sum + Math.max(each.flow, 0), 0),
    supply: state.source.supply,
    back: state.source.back,
    heat: state.source.heat + state.further.reduce((sum, each) => sum + each.heat, 0),
    power: pumpPowerOf(state),
  };
}
