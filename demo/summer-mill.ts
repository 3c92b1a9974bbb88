import type { Job } from '../model/job.ts';
import { newRated, USUAL_COOLING } from '../model/new-emitter.ts';
import { USUAL_COLD, USUAL_SOURCE_COOLING } from '../model/new-job.ts';
import { thistleMill } from './thistle-mill.ts';

/** Sensible and latent load of the rooms that are cooled, W. */
const LOADS: Record<string, [number, number]> = {
  r1: [1050, 180],
  r2: [560, 150],
  r3: [220, 40],
  r11: [1150, 120],
  r13: [2300, 420],
};

const fanUnit = (id: string, name: string) =>
  newRated(id, 'fan-unit', {
    name,
    ratedOutput: 2400,
    ratedFlow: 60,
    ratedReturn: 48,
    ratedRoom: 18,
    cooling: { ...USUAL_COOLING, total: 2600, sensible: 1950, airFlow: 460 / 3600 },
  });

/** The demo house with a heat pump in place of the boiler, that is turned round in summer: floors cool gently, fan units in workshop and loft cool and dry. */
export const summerMill: Job = {
  ...thistleMill,
  name: 'Thistle Mill, both modes',
  mode: 'heating-and-cooling',
  source: {
    ...thistleMill.source,
    kind: 'heat-pump',
    name: 'Heat pump behind the mill',
    capacity: 17_500,
    standing: 'open-air',
    flowTemperature: 55,
    temperatureDifference: 7,
    curve: { slope: 'auto', shift: 0, least: 25, most: 58 },
    leastFlow: 900 / 3.6e6,
    cooling: {
      ...USUAL_SOURCE_COOLING,
      flowTemperature: 7,
      points: [
        { id: 'p1', outdoor: 35, flow: 7, output: 9600, eer: 2.9 },
        { id: 'p2', outdoor: 25, flow: 7, output: 10_900, eer: 3.7 },
        { id: 'p3', outdoor: 35, flow: 18, output: 12_800, eer: 4.1 },
        { id: 'p4', outdoor: 25, flow: 18, output: 14_300, eer: 5.3 },
      ],
    },
  },
  hotWater: thistleMill.hotWater && {
    ...thistleMill.hotWater,
    flowTemperature: 58,
    coilOutput: 14_000,
    coilFlow: 58,
    coilReturn: 50,
    hygieneBy: 'immersion',
    immersion: 3000,
  },
  circuits: thistleMill.circuits.map((circuit) => {
    if (circuit.id === 'c1')
      return {
        ...circuit,
        cooling: {
          ...USUAL_COLD,
          flowTemperature: 18,
          temperatureDifference: 3,
          guard: 'dew-point',
          onDamp: 'warm',
          sealed: true,
        },
      };
    if (circuit.id === 'c3' || circuit.id === 'c4')
      return {
        ...circuit,
        ...(circuit.id === 'c3' ? { emitters: 'air-units' as const } : {}),
        terminalLoss: 'auto' as const,
        cooling: {
          ...USUAL_COLD,
          flowTemperature: circuit.id === 'c3' ? 10 : 7,
          temperatureDifference: 5,
          drain: 'trap',
          sealed: true,
        },
      };
    return circuit;
  }),
  rooms: thistleMill.rooms.map((room) => {
    const [coolingLoad, latentLoad] = LOADS[room.id] ?? [null, null];
    const loaded = { ...room, coolingLoad, latentLoad };
    if (room.id === 'r11') return { ...loaded, emitters: [fanUnit('e1', 'Unit under the ridge')] };
    if (room.id === 'r13')
      return { ...loaded, emitters: [fanUnit('e1', 'Unit by the lathe'), fanUnit('e2', 'Unit by the gate')] };
    // Boards in the study stay dry: its floor is shut in summer.
    if (room.id === 'r3')
      return {
        ...loaded,
        coolingLoad: null,
        latentLoad: null,
        emitters: room.emitters.map((each) => ({ ...each, summer: 'shut' as const })),
      };
    return loaded;
  }),
};
