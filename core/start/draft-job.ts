import { type Circuit, type EmitterKind, type Job, RULEBOOKS, type SourceKind } from '../../model/job.ts';
import { AUTO_CURVE, idsAfter, newCircuit, newJob, newRoom, newSeparation, USUAL_CYLINDER } from '../../model/new-job.ts';
import { CIRCUIT_NAMES } from '../circuit/name-circuit.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import type { StartAnswers } from './answers.ts';

/** Water that emitters are first drafted for by what heats it, degrees C, and its fall, K: common practice, from memory. */
const WATER: Record<EmitterKind, { heatPump: [flow: number, fall: number]; other: [flow: number, fall: number] }> = {
  floor: { heatPump: [35, 5], other: [38, 7] },
  radiators: { heatPump: [45, 5], other: [60, 15] },
  'air-units': { heatPump: [45, 5], other: [60, 12] },
};
/** Radiators and baseboards in the US are drafted for hotter water and a fall of 20 °F: common practice. */
const US_RADIATORS: [flow: number, fall: number] = [71, 11];

/** Schools that go with a kind of source and what it heats; the first is proposed. */
export function schoolFor(answers: Pick<StartAnswers, 'display' | 'source' | 'emitters'>): Job['rulebook'] {
  if (answers.display.system === 'us') return 'us-primary-secondary';
  if (!traitsOf({ kind: answers.source }).heatPump) return 'velocity-led';
  return answers.emitters.length > 1 ? 'separated-multi-zone' : 'open-low-temperature';
}

/** What stands between source and circuits as each school pipes it. */
function separationFor({ school, source, emitters }: StartAnswers): Job['separation']['kind'] {
  switch (school) {
    case 'open-low-temperature':
      return 'none';
    case 'us-primary-secondary':
      return 'closely-spaced-tees';
    case 'separated-multi-zone':
      return traitsOf({ kind: source }).heatPump ? 'buffer' : 'low-loss-header';
    default:
      return emitters.length > 1 ? 'low-loss-header' : 'none';
  }
}

/** Water by which a heat pump charges a cylinder, degrees C, and what its coil is rated at then: common practice, from memory. */
const HEAT_PUMP_CHARGE = { flowTemperature: 55, coilOutput: 8_000, coilFlow: 55, coilReturn: 50 } as const;

const cylinderOf = (volume: number, heatPump: boolean): NonNullable<Job['hotWater']> => ({
  ...USUAL_CYLINDER,
  ...(heatPump ? HEAT_PUMP_CHARGE : {}),
  volume,
});

/** Follows the weather unless it burns wood or runs at one temperature by itself. */
const weatherFollows = (kind: SourceKind): boolean => {
  const traits = traitsOf({ kind });
  return !traits.fire && !traits.bySun;
};

/**
 * A whole job from four answers: circuits, water, separation, curve and what new rooms start with. Everything a size can be chosen for
 * stays `auto`. Rooms follow, pasted or typed, and are put on the circuits drafted here.
 */
export function draftJob(answers: StartAnswers): Job {
  const { display, there, emitters } = answers;
  const heatPump = traitsOf({ kind: answers.source }).heatPump;
  const water = (kind: EmitterKind) => {
    if (heatPump) return WATER[kind].heatPump;
    return kind === 'radiators' && display.system === 'us' ? US_RADIATORS : WATER[kind].other;
  };
  const kinds = [...emitters].sort((a, b) => water(b)[0] - water(a)[0]);
  const [hottest, fall] = water(kinds[0] ?? 'radiators');
  const bare = newJob(answers.name, display);
  const base: Job = {
    ...bare,
    site: { ...bare.site, outdoorDesignTemperature: answers.outdoor ?? bare.site.outdoorDesignTemperature },
    rulebook: RULEBOOKS.includes(answers.school) ? answers.school : bare.rulebook,
    // What stands there is entered as it is; what is new is chosen.
    usual: { emitter: there === 'nothing' ? 'by-circuit' : 'none', construction: null },
    source: {
      ...bare.source,
      kind: answers.source,
      capacity: answers.capacity,
      flowTemperature: hottest,
      curve: weatherFollows(answers.source) ? { ...AUTO_CURVE, most: Math.max(AUTO_CURVE.most, hottest) } : null,
    },
    hotWater: answers.cylinder === null ? null : cylinderOf(answers.cylinder, heatPump),
    separation: newSeparation(separationFor(answers)),
  };
  const open = answers.school === 'open-low-temperature';
  const next = idsAfter('c', []);
  // The open school gives all emitters the same water on one circuit.
  const circuits = (open ? kinds.slice(0, 1) : kinds).map((kind): Circuit => {
    const [flow, drop] = open ? [hottest, fall] : water(kind);
    return newCircuit(next(), base, {
      emitters: kind,
      name: CIRCUIT_NAMES[kind],
      connection: flow < hottest ? 'mixed' : 'direct',
      flowTemperature: flow,
      temperatureDifference: drop,
    });
  });
  const [first] = circuits;
  const rough = answers.rough;
  return {
    ...base,
    circuits,
    roughLoads: rough?.building ?? null,
    rooms: Array.from({ length: rough?.rooms ?? 0 }, (_, i) =>
      newRoom(`r${i + 1}`, {
        name: `Room ${i + 1}`,
        area: Math.round(((rough?.area ?? 0) / (rough?.rooms ?? 1)) * 10) / 10,
        circuit: first?.id ?? null,
      }),
    ),
  };
}
