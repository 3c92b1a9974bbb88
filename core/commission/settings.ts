import type { Circuit, Job } from '../../model/job.ts';
import { curveFollowers, curveOf } from '../control/curve-followers.ts';
import { hasHighLimit } from '../control/high-limit.ts';
import { allPumps } from '../design/all-pumps.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { formatNumber, say } from '../quantity/format.ts';

/** One thing that is set on the plant: where, what, to what. */
export interface Setting {
  /** Place of the job or part of the plant it is made at. */
  place: string;
  where: string;
  what: string;
  /** In the units of the job. */
  to: string;
}

function circuitSettings(job: Job, design: Design, circuit: Circuit): Setting[] {
  const { display } = job;
  const designed = builtCircuits(design).find(({ id }) => id === circuit.id);
  const sized = designed?.sized;
  if (!sized) return [];
  const where = circuit.name;
  const list: Setting[] = [];
  const place = `circuits/${circuit.id}`;
  const put = (what: string, to: string) => list.push({ place, where, what, to });
  if (circuit.connection === 'mixed' && circuit.curve === null)
    put('Mixing valve, flow temperature', say(sized.flowTemperature.value, 'temperature', display));
  if (sized.regulating) put('Regulating valve, opening by its curve', say(sized.regulating.value, 'flowCoefficient', display));
  else if (circuit.balancing === 'valve') put('Regulating valve', 'open');
  if (circuit.bypass !== null) put('Bypass opens at', say(circuit.bypass, 'pressure', display));
  if (!designed.onlyCools && hasHighLimit(circuit))
    put(
      'Limit stat on the flow',
      `above ${say(circuit.flowTemperature, 'temperature', display)}, as the maker of the emitters says`,
    );
  return list;
}

/** Everything that is set by hand on the plant, in the order of a walk along it. Loops have a table of their own. */
export function settingsOf(job: Job, design: Design): Setting[] {
  const { display } = job;
  const { source, vessel } = design;
  if (!source) return [];
  const list: Setting[] = [];
  const put = (place: string, where: string, what: string, to: string) => list.push({ place, where, what, to });
  const own = job.source.name || 'Source';
  if (job.source.curve === null)
    put('source', own, 'Flow temperature', say(source.supplyTemperature.value, 'temperature', display));
  if (job.source.returnLift) put('source', own, 'Loading valve', say(job.source.returnLift.temperature, 'temperature', display));
  if (vessel) {
    put('vessel', 'Vessel', 'Gas pressure, its water side empty', say(vessel.gasPressure.value, 'pressure', display));
    if (vessel.fillPressure)
      put('vessel', 'Filling', 'Pressure cold, pumps at rest', say(vessel.fillPressure.value, 'pressure', display));
    put('vessel', 'Relief valve', 'Opens at', say(vessel.reliefPressure.value, 'pressure', display));
  }
  for (const { place, name, vessel: other } of design.waters) {
    put(`${place}/vessel`, name, 'Gas pressure of its vessel', say(other.gasPressure.value, 'pressure', display));
    if (other.fillPressure)
      put(`${place}/vessel`, name, 'Filling pressure, cold', say(other.fillPressure.value, 'pressure', display));
  }
  for (const pump of allPumps(design)) {
    const { duty } = pump;
    put(pump.place, pump.label, 'Pump', duty ? `${duty.label}, ${duty.running}` : 'none chosen');
  }
  for (const follower of curveFollowers(job)) {
    const curve = curveOf(job, design, follower);
    if (!curve || !follower.curve) continue;
    const { least, most } = follower.curve;
    put(
      follower.place,
      follower.name,
      'Weather curve',
      `slope ${formatNumber(curve.slope, 2)}, shift ${say(curve.shift, 'temperatureDifference', display)}, from ${say(least, 'temperature', display)} to ${say(most, 'temperature', display)}`,
    );
  }
  for (const circuit of job.circuits) list.push(...circuitSettings(job, design, circuit));
  if (job.distribution.bypass !== null)
    put('distribution', 'Bars', 'Bypass opens at', say(job.distribution.bypass, 'pressure', display));
  if (job.hotWater) put('hotWater', 'Cylinder', 'Kept at', say(job.hotWater.storeTemperature, 'temperature', display));
  put('controls', 'Controls', 'Pump overrun', say(job.controls.overrun, 'duration', display));
  if (job.controls.priorityTimeout !== null)
    put('controls', 'Controls', 'Heating waits for the cylinder at most', say(job.controls.priorityTimeout, 'duration', display));
  return list;
}
