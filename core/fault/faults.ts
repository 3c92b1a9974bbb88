import { circuitFaults, pumpFaults } from './circuit-faults.ts';
import { controlFaults } from './control-faults.ts';
import { emitterFaults } from './emitter-faults.ts';
import type { Fault, FaultFamily, SoundPlant } from './fault.ts';
import { hotWaterFaults } from './hot-water-faults.ts';
import { loopFaults } from './loop-faults.ts';
import { mixingFaults } from './mixing-faults.ts';
import { runFaults } from './run-faults.ts';
import { sourceFaults } from './source-faults.ts';
import { stationFaults } from './station-faults.ts';
import { waterFaults } from './water-faults.ts';

/** Families of faults: a new one is a file and a line here. */
const FAMILIES: readonly FaultFamily[] = [
  loopFaults,
  emitterFaults,
  circuitFaults,
  pumpFaults,
  mixingFaults,
  sourceFaults,
  runFaults,
  stationFaults,
  waterFaults,
  controlFaults,
  hotWaterFaults,
];

/** Every fault that a plant can have, at every place where it can be. */
export const faultsOf = (plant: SoundPlant): Fault[] => FAMILIES.flatMap((family) => family(plant));
