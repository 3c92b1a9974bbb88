import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { runsOpen } from '../plan/open-plant.ts';
import { nameOf } from '../plant/further-sources.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { HEATING_LIMIT } from '../rules/heating-limit.ts';
import { SIGNAL_WORDS } from './devices.ts';
import { hasHighLimit } from './high-limit.ts';
import { summerSequence } from './summer-sequence.ts';

/** Says a quantity in the units of the job. */
type Say = (value: number, kind: 'temperature' | 'duration' | 'temperatureDifference') => string;

/**
 * How the plant works, step by step, in plain sentences: what a call opens, what runs, what the source sends, what comes first,
 * and what stops it.
 */
export function sequenceOfOperation(job: Job, design: Design, say: Say): string[] {
  const { solved } = design;
  if (!solved || !design.source) return [];
  const lines: string[] = [];
  const { controls } = job;
  for (const circuit of design.circuits) {
    const decided = job.circuits.find((each) => each.id === circuit.id);
    const { sized } = circuit;
    if (!sized || !decided) continue;
    const zones = solved.zones.filter((zone) => zone.circuitId === circuit.id);
    const who = runsOpen(job)
      ? `Nothing shuts on ${zones.map((zone) => zone.label).join(', ')}. While it is colder than ${say(HEATING_LIMIT, 'temperature')} outdoors`
      : zones.length === 1
        ? `When the thermostat of ${zones[0]?.label} calls`
        : `When any of ${zones.map((zone) => zone.label).join(', ')} calls`;
    const opens = zones.some((zone) => zone.valves.length > 0)
      ? `its valves open${controls.endSwitches ? ', their end switches close once they are open' : ''}, `
      : '';
    const runs = sized.pump
      ? `the pump of ${circuit.name} runs`
      : `the zone valve of ${circuit.name} opens and the pump of all circuits runs`;
    const mixes = sized.valve
      ? ` Its mixing valve is turned by ${decided.mixingDrive === 'motorised' ? 'its motor' : 'its thermostatic head'} until ${flowWords(decided.curve, decided.flowTemperature, say)} go up.`
      : sized.injection
        ? ` The injection pump brings hot water ${sized.injection.variable ? 'at a speed that follows the mix' : 'at a flow set by hand'}, so that ${flowWords(decided.curve, decided.flowTemperature, say)} go up.`
        : '';
    lines.push(`${who}, ${opens}${runs}, and the source is called.${mixes}`);
    if (decided.loopValves === 'thermostatic')
      lines.push(`The thermostatic valves of ${circuit.name} follow their rooms by themselves; nothing is wired to them.`);
    if (decided.emitters === 'air-units')
      lines.push(
        `A stat strapped on the flow of ${circuit.name} holds its fans until the water is warm, so that they blow no cold air.`,
      );
    if (hasHighLimit(decided))
      lines.push(
        `A high-limit thermostat on the flow of ${circuit.name} stops its pump when the water is too hot; it is wired in series with the pump.`,
      );
  }
  const call = { contact: 'by a dry contact', '0-10V': 'by 0 to 10 V', bus: 'over its bus' }[controls.sourceCall];
  lines.push(
    `The source is called ${call}${!pipingOf(job).lead.pump ? '' : ', its pump starts with it'}, and sends ${flowWords(job.source.curve, job.source.flowTemperature, say)}.`,
  );
  for (const further of job.furtherSources) {
    lines.push(
      further.order === 'together'
        ? traitsOf(further).bySun
          ? `${nameOf(further)} brings what the sun gives; its pump runs while it is warmer than the water.${further.onceWarm === 'cylinder' && job.hotWater ? ' Once the tank is warm its valve turns to the cylinder.' : ''}`
          : `${nameOf(further)} is called together with it; its pump runs while it is warm.`
        : `${nameOf(further)} stands by: it is switched over by hand or when the first source reports a fault, never both at once.`,
    );
  }
  lines.push(...hotWater(job, say));
  lines.push(...summerSequence(job, design, say));
  lines.push(
    `When the last call ends the source stops; pumps run on for ${say(controls.overrun, 'duration')} to carry its heat away.`,
  );
  if (controls.exercise) lines.push('In summer every pump and valve moves once a week, so that nothing sticks.');
  lines.push(
    `The source’s own controller is the master of its flow temperature; ${controls.wiringCentre ? `the wiring centre is the master of the zones and only calls it` : `the thermostats give ${SIGNAL_WORDS[controls.thermostat]} straight to what they switch`}. Settings of any other controller are parked and written down.`,
  );
  return lines;
}

const flowWords = (curve: Job['source']['curve'], fixed: number, say: Say): string =>
  curve
    ? `${say(curve.least, 'temperature')} to ${say(Math.min(curve.most, Math.max(fixed, curve.least)), 'temperature')} by the weather`
    : say(fixed, 'temperature');

function hotWater(job: Job, say: Say): string[] {
  const { hotWater: cylinder, controls } = job;
  if (!cylinder) return [];
  const opens = !pipingOf(job).branch('hotWater').pump ? 'its valve opens' : 'its charging pump runs';
  const lines = [
    `When the cylinder thermostat calls, ${opens} and the source supplies ${say(cylinder.flowTemperature, 'temperature')} until the store is at ${say(cylinder.storeTemperature, 'temperature')}.`,
    cylinder.charging === 'priority'
      ? `The heating waits meanwhile${controls.priorityTimeout === null ? ', however long that takes' : `, for ${say(controls.priorityTimeout, 'duration')} at most`}.`
      : 'The heating goes on beside it.',
  ];
  if (cylinder.overheatStat) lines.push('A high-limit thermostat in series stops the charging whatever calls.');
  if (cylinder.hygieneTemperature !== null)
    lines.push(
      `Once a week the store is heated to ${say(cylinder.hygieneTemperature, 'temperature')}${cylinder.circulation === 'none' ? '' : cylinder.hygieneCirculates ? ', and the circulation pump runs with it' : ''}.`,
    );
  if (cylinder.circulation !== 'none')
    lines.push(
      `The circulation to the taps runs ${cylinder.circulation === 'timed' ? 'by the clock' : 'when somebody asks'}, never all day.`,
    );
  return lines;
}
