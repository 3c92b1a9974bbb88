import type { Circuit, Job } from '../../../model/job.ts';
import { curveFollowers, curveOf } from '../../control/curve-followers.ts';
import { hasHighLimit } from '../../control/high-limit.ts';
import { allPumps } from '../../design/all-pumps.ts';
import type { Design } from '../../design/design.ts';
import { formatNumber, say } from '../../quantity/format.ts';
import { type Column, column, type Table } from '../table.ts';

/** One thing that is set on the plant: where, what, to what. */
export interface Setting {
  where: string;
  what: string;
  /** In the units of the job. */
  to: string;
}

function circuitSettings(job: Job, design: Design, circuit: Circuit): Setting[] {
  const { display } = job;
  const designed = design.circuits.find(({ id }) => id === circuit.id);
  const sized = designed?.sized;
  if (!sized) return [];
  const where = circuit.name;
  const list: Setting[] = [];
  const put = (what: string, to: string) => list.push({ where, what, to });
  if (circuit.connection === 'mixed' && circuit.curve === null)
    put('Mixing valve, flow temperature', say(circuit.flowTemperature, 'temperature', display));
  if (sized.regulating) put('Regulating valve, opening by its curve', say(sized.regulating.value, 'flowCoefficient', display));
  else if (circuit.balancing === 'valve') put('Regulating valve', 'open');
  if (circuit.bypass !== null) put('Bypass opens at', say(circuit.bypass, 'pressure', display));
  if (hasHighLimit(circuit))
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
  const put = (where: string, what: string, to: string) => list.push({ where, what, to });
  const own = job.source.name || 'Source';
  if (job.source.curve === null) put(own, 'Flow temperature', say(source.supplyTemperature.value, 'temperature', display));
  if (job.source.returnLift) put(own, 'Loading valve', say(job.source.returnLift.temperature, 'temperature', display));
  if (vessel) {
    put('Vessel', 'Gas pressure, its water side empty', say(vessel.gasPressure.value, 'pressure', display));
    if (vessel.fillPressure) put('Filling', 'Pressure cold, pumps at rest', say(vessel.fillPressure.value, 'pressure', display));
    put('Relief valve', 'Opens at', say(vessel.reliefPressure.value, 'pressure', display));
  }
  for (const { name, vessel: other } of design.waters) {
    put(name, 'Gas pressure of its vessel', say(other.gasPressure.value, 'pressure', display));
    if (other.fillPressure) put(name, 'Filling pressure, cold', say(other.fillPressure.value, 'pressure', display));
  }
  for (const pump of allPumps(design)) {
    const { duty } = pump;
    put(pump.label, 'Pump', duty ? `${duty.label}, ${duty.running}` : 'none chosen');
  }
  for (const follower of curveFollowers(job)) {
    const curve = curveOf(job, design, follower);
    if (!curve || !follower.curve) continue;
    const { least, most } = follower.curve;
    put(
      follower.name,
      'Weather curve',
      `slope ${formatNumber(curve.slope, 2)}, shift ${say(curve.shift, 'temperatureDifference', display)}, from ${say(least, 'temperature', display)} to ${say(most, 'temperature', display)}`,
    );
  }
  for (const circuit of job.circuits) list.push(...circuitSettings(job, design, circuit));
  if (job.distribution.bypass !== null) put('Bars', 'Bypass opens at', say(job.distribution.bypass, 'pressure', display));
  if (job.hotWater) put('Cylinder', 'Kept at', say(job.hotWater.storeTemperature, 'temperature', display));
  put('Controls', 'Pumps run on', say(job.controls.overrun, 'duration', display));
  if (job.controls.priorityTimeout !== null)
    put('Controls', 'Heating waits for the cylinder at most', say(job.controls.priorityTimeout, 'duration', display));
  return list;
}

/** The settings, with room to write down how they were left. @param left whether those columns stand there */
export function settingsTable(job: Job, design: Design, left: boolean): Table {
  const byHand: Column[] = left
    ? [
        { label: 'As left', byHand: true },
        { label: 'By', byHand: true },
        { label: 'Date', byHand: true },
      ]
    : [];
  return {
    id: 'settings',
    title: left ? 'Settings, as left' : 'Settings',
    columns: [column('Where'), column('What is set'), column('To'), ...byHand],
    rows: settingsOf(job, design).map(({ where, what, to }) => [where, what, to, ...byHand.map(() => '')]),
  };
}
