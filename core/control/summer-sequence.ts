import type { Circuit, Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { coldSideOf } from '../plan/cold-side.ts';
import { stationOf } from '../plan/plan.ts';
import { stationName } from '../plan/ports.ts';

type Say = (value: number, kind: 'temperature' | 'temperatureDifference') => string;

/** How the plant works in summer, step by step: who turns it over, what then runs with how cold water, what keeps it dry, what stays off. */
export function summerSequence(job: Job, design: Design, say: Say): string[] {
  if (job.mode !== 'heating-and-cooling') return [];
  return [
    ...turnedBy(job, say),
    ...turnsOver(job),
    ...running(job, say),
    ...job.circuits.flatMap((circuit) => guarded(circuit, design, say)),
    ...order(job),
    ...source(job, say),
  ];
}

/** Who decides between heating and cooling, and what keeps it from doing both. */
function turnedBy({ controls: { summer }, circuits }: Job, say: Say): string[] {
  if (!circuits.some(({ cooling }) => cooling !== null)) return [];
  const who = {
    hand: 'Somebody turns the plant from heating to cooling by a switch, once in spring and once in autumn.',
    season: 'The calendar turns the plant from heating to cooling and back, with a pause of days between.',
    weather: `The plant heats while the mean of a day outdoors is below ${say(summer.heatsBelow, 'temperature')} and cools while it is above ${say(summer.coolsAbove, 'temperature')}; between the two it rests.`,
    rooms: 'The first room that calls decides between heating and cooling; the other mode waits until nothing calls.',
  }[summer.master];
  return summer.lock
    ? [who, 'One contact takes away the call of the other mode: heating and cooling never call at once.']
    : [who];
}

/** Valves that turn over to cold water. */
function turnsOver(job: Job): string[] {
  const turning = changeoversOf(job);
  const [first] = turning;
  return first
    ? [
        `For summer one contact turns the changeover valves of ${turning.map(({ name }) => name).join(' and ')} to ${stationName(job, stationOf(first.coldAt)).toLowerCase()}, flow and return together; the source is turned round only when the end switch of every valve has closed. Heating and cooling never call at once.`,
      ]
    : [];
}

function running(job: Job, say: Say): string[] {
  const side = coldSideOf(job);
  if (!side) return [];
  const takes = side.circuits.map(
    ({ name, cooling, connection }) =>
      `${name} with water at ${say(cooling.flowTemperature, 'temperature')}${connection === 'mixed' ? ', mixed warmer by its valve, which then turns the other way' : ''}`,
  );
  const off = job.circuits.filter(({ id }) => !side.circuits.some((circuit) => circuit.id === id));
  const fans = side.circuits.filter(({ emitters }) => emitters === 'air-units');
  return [
    `In summer a thermostat calls for cold when its room is too warm, and starts ${takes.join('; ')}.`,
    ...(off.length > 0
      ? [
          `${off.map(({ name }) => name).join(' and ')} take${off.length === 1 ? 's' : ''} no part: pump off and valves shut, whatever its thermostats say.`,
        ]
      : []),
    ...(fans.length > 0
      ? [
          `The stat that holds the fans of ${fans.map(({ name }) => name).join(' and ')} in winter is one that changes over: in summer it lets them run while the water is cold.`,
        ]
      : []),
  ];
}

/** What keeps the water of a circuit above the dew point, and what it does. */
function guarded({ name, cooling }: Circuit, { cooling: design }: Design, say: Say): string[] {
  if (!cooling || cooling.guard === 'none') return [];
  const does =
    cooling.onDamp === 'shut'
      ? `stops its pump`
      : `mixes its water warmer, ${say(1, 'temperatureDifference')} at a time, and stops its pump when that is not enough,`;
  switch (cooling.guard) {
    case 'dew-point':
      return cooling.onDamp === 'shut'
        ? [`The dew-point guard of ${name} stops its pump as soon as it is damp at the manifold, whatever calls.`]
        : [`The dew-point guard of ${name} ${does} as soon as it is damp at the manifold, whatever calls.`];
    case 'room':
      return [
        `Humidity sensors in the rooms of ${name} work out their dew point; the dampest room ${does} when the water comes near it.`,
      ];
    case 'weather':
      return [
        `${name} follows the dew point outdoors: the controller ${does} when the water comes near it. It knows nothing of what happens indoors.`,
      ];
    case 'fixed':
      return [
        `Nothing colder than ${say(cooling.limit, 'temperature')} is let into ${name}${design ? `; the dew point is ${say(design.dewPoint.value, 'temperature')} on the hottest day` : ''}. On a damper day somebody shuts it.`,
      ];
  }
}

/** What comes first where air has to be cooled and dried. */
function order({ controls: { summer }, circuits, rooms, site }: Job): string[] {
  const surfaces = circuits.some(({ cooling, emitters }) => cooling && emitters === 'floor');
  const dries = circuits.some(({ cooling, emitters }) => cooling && emitters === 'air-units') || site.drier !== null;
  if (!surfaces || !dries || !rooms.some(({ latentLoad }) => latentLoad !== null)) return [];
  return [
    summer.first === 'dew-point'
      ? 'The air is dried first: fan units and drier run until the dew point of the rooms is low enough, then the floors cool.'
      : 'Rooms are brought to their set point first, fan units and floors together; the air is dried by what the coils take with it.',
  ];
}

function source(job: Job, say: Say): string[] {
  const side = coldSideOf(job);
  if (!side) return [];
  const lines: string[] = [];
  if (side.source.kind === 'own') {
    const { chiller, station } = side.source;
    lines.push(
      `${chiller.name || (chiller.kind === 'chiller' ? 'The chiller' : 'The well pump')} keeps ${stationName(job, station.id).toLowerCase()} at ${say(chiller.flowTemperature, 'temperature')} and lets it warm by its band before it starts again; the source of heat is not concerned.`,
    );
    return lines;
  }
  const { cooling } = side.source.source;
  lines.push(`The source is called for cold by a contact of its own and sends ${say(cooling.flowTemperature, 'temperature')}.`);
  if (cooling.free)
    lines.push('The ground cools over plates first; the compressor comes only when that water is too warm for what calls.');
  if (job.hotWater)
    lines.push(
      'When the cylinder calls in summer the source turns round to heat, the cooling waits, and turns back when it is charged.',
    );
  return lines;
}
