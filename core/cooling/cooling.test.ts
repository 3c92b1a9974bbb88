import { describe, expect, it } from 'vitest';
import { coilAndStores } from '../../demo/coil-and-stores.ts';
import { summerMill } from '../../demo/summer-mill.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import type { Job } from '../../model/job.ts';
import { newRated, USUAL_COOLING } from '../../model/new-emitter.ts';
import {
  newCircuit,
  newJob,
  newRoom,
  newSeparation,
  newStation,
  USUAL_CHILLER,
  USUAL_COLD,
  USUAL_SOURCE_COOLING,
} from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { designWithPlant } from '../job/design-job.ts';
import { assumptionLedger } from '../job/ledger.ts';
import { absentCircuits, coldSideOf } from '../plan/cold-side.ts';

const edited = (job: Job, ...edits: [string, unknown][]): Job =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const cooled = (job: Job) => {
  const { design, coldPlant } = designWithPlant(job);
  if (!design.cooling || !coldPlant) throw new Error('nothing is solved for summer');
  return { ...design, cooling: design.cooling, plant: coldPlant };
};

/** Three fan units on a chiller's tank, heated by a boiler: four pipes side by side. */
function fourPipes(): Job {
  const base = newJob('Assembly room');
  const job: Job = {
    ...base,
    mode: 'heating-and-cooling',
    source: { ...base.source, kind: 'condensing-boiler', flowTemperature: 55, temperatureDifference: 10 },
    stations: [newStation('x1', 'buffer', { cold: true, volume: 0.2, chiller: USUAL_CHILLER })],
  };
  return {
    ...job,
    circuits: [
      newCircuit('c1', job, {
        name: 'Fan units',
        emitters: 'air-units',
        flowTemperature: 50,
        temperatureDifference: 8,
        coldAt: 'x1/b',
        cooling: { ...USUAL_COLD, flowTemperature: 7, temperatureDifference: 5, drain: 'trap', sealed: true },
      }),
    ],
    rooms: [1, 2, 3].map((n) =>
      newRoom(`r${n}`, {
        name: `Hall ${n}`,
        circuit: 'c1',
        heatLoad: 2000,
        coolingLoad: 1300,
        latentLoad: 300,
        area: 40,
        emitters: [newRated('e1', 'fan-unit', { ratedOutput: 3000, cooling: USUAL_COOLING })],
      }),
    ),
  };
}

const PLANTS: [string, Job][] = [
  ['a floor behind plates', SYSTEMS[8] as Job],
  ['fan units behind a buffer, with glycol', SYSTEMS[16] as Job],
  ['a floor that turns over to a cold tank', coilAndStores()],
  ['fan units on a tank with a chiller of its own', fourPipes()],
  ['the demo house in both modes', summerMill],
];

describe.each(PLANTS)('%s', (_name, job) => {
  const { cooling, plant } = cooled(job);
  const state = cooling.state as NonNullable<typeof cooling.state>;

  it('is solved, and heat is neither made nor lost: what the machine takes, rooms and pipes have given', () => {
    expect(state.converged).toBe(true);
    const rooms = state.circuits.reduce((sum, { heat }) => sum + heat, 0);
    const taken = cooling.source?.taken?.value ?? 0;
    expect(taken).toBeGreaterThan(0);
    expect(Math.abs(state.source.heat - rooms - state.pipeLoss)).toBeLessThan(1e-9 * taken + 1e-5);
    expect(taken).toBeCloseTo(0 - state.source.heat, 9);
    // Pipes take heat in where they are colder than the house.
    expect(state.pipeLoss).toBeLessThan(0);
  });

  it('takes out of each room what its circuit carries, and dries what its coils let go', () => {
    for (const { circuitId, solved } of cooling.circuits) {
      const own = cooling.parts.filter((part) => part.circuitId === circuitId);
      const sensible = own.reduce((sum, { comes }) => sum + (comes?.sensible ?? 0), 0);
      const latent = own.reduce((sum, { comes }) => sum + (comes?.latent ?? 0), 0);
      const heat = solved?.heat.value ?? 0;
      expect(Math.abs(sensible + latent - heat)).toBeLessThan(1e-6 * heat);
      expect(solved?.latent.value).toBeCloseTo(latent, 9);
      // Each kilogram of water brings 2.48 MJ (ASHRAE Handbook Fundamentals, at 10 degrees C).
      expect((solved?.condensate.value ?? 0) * 2.4777e6).toBeCloseTo(latent, 0);
    }
    const drops = cooling.parts.reduce((sum, { comes }) => sum + (comes?.condensate ?? 0), 0);
    expect(cooling.condensate?.value).toBeCloseTo(drops, 12);
  });

  it('carries its heat by flow and rise, as any water does', () => {
    for (const circuit of state.circuits) {
      const circuitHeat = circuit.massFlow * (plant.twin.thermal.specificHeat[0] as number) * (circuit.back - circuit.supply);
      expect(circuitHeat / (0 - circuit.heat)).toBeCloseTo(1, 4);
    }
  });

  it('needs the electricity that its EER says, and leaves the plant of winter as it was', () => {
    const { source } = cooling;
    expect((source?.taken?.value ?? 0) / (source?.power?.value ?? 1)).toBeCloseTo(source?.eer.value ?? 0, 9);
    const winter = designWithPlant({ ...job, mode: 'heating' }).design;
    // Nothing is sized for summer here: that a plant also cools changes no figure of the winter.
    const asInWinter = {
      ...job,
      circuits: job.circuits.map((circuit) => ({ ...circuit, cooling: circuit.cooling && { ...circuit.cooling, sized: false } })),
    };
    const both = designWithPlant(asInWinter).design;
    for (const [id, figure] of Object.entries(winter.figures)) expect(both.figures[id]?.value, id).toBe(figure.value);
  });
});

describe('pipes and pumps sized for both modes', () => {
  // Practice: fan units sized for hot water alone get so little cold water that it comes home 8 to 10 K, 15 to 18 F, warmer than it went.
  it('bring the water home 5 K warmer where it came home more than 10 K warmer', () => {
    const sized = (to: boolean) =>
      cooled(
        edited(
          summerMill,
          ['circuits/c3/cooling/sized', to],
          ['circuits/c4/cooling/sized', to],
          ['circuits/c1/cooling/sized', to],
        ),
      );
    const rise = (of: ReturnType<typeof cooled>) => {
      const solved = of.cooling.circuits.find(({ circuitId }) => circuitId === 'c4')?.solved;
      return (solved?.back.value ?? 0) - (solved?.supply.value ?? 0);
    };
    const [winter, both] = [sized(false), sized(true)];
    expect(rise(winter)).toBeGreaterThan(8);
    expect(rise(both)).toBeLessThan(6);
    const comes = (of: typeof winter) => of.cooling.circuits.reduce((sum, { solved }) => sum + (solved?.heat.value ?? 0), 0);
    expect(comes(both)).toBeGreaterThan(1.15 * comes(winter));
    const bore = (of: typeof winter) => of.circuits.find(({ id }) => id === 'c4')?.sized?.run.bore.value ?? 0;
    expect(bore(both)).toBeGreaterThan(bore(winter));
    // Winter still gets its heat.
    for (const { id } of summerMill.circuits)
      expect(both.solved?.circuits.find((each) => each.id === id)?.flowShare.value).toBeGreaterThan(0.85);
    expect(winter.findings.some(({ id }) => id === 'cooling-flow:c4')).toBe(true);
    expect(both.findings.some(({ id }) => id === 'cooling-flow:c4')).toBe(false);
  });
});

describe('a guess about the summer', () => {
  it('is worked out with its alternatives, and the cooling that moves is told', () => {
    const job: Job = {
      ...summerMill,
      assumptions: [{ id: 'a9', place: 'circuits/c1/cooling/flowTemperature', alternatives: [21] }],
    };
    const [entry] = assumptionLedger(job);
    expect(entry?.problem).toBeNull();
    expect(entry?.alternatives[0]?.consequences.some((line) => line.startsWith('Ground floor, cooling: '))).toBe(true);
  });
});

describe('what takes part in summer', () => {
  it('is what has cold water and hangs where that is', () => {
    const job = fourPipes();
    expect(coldSideOf(job)?.circuits.map(({ id }) => id)).toEqual(['c1']);
    expect(coldSideOf(edited(job, ['mode', 'heating']))).toBeNull();
    expect(absentCircuits(edited(job, ['circuits/c1/coldAt', null]))[0]?.why).toBe('no-tank');
    const boiler = edited(job, ['stations', []], ['circuits/c1/coldAt', null]);
    expect(absentCircuits(boiler)[0]?.why).toBe('no-source');
    expect(coldSideOf(boiler)).toBeNull();
  });

  it('leaves shut what somebody shuts, and what thermostatic heads shut', () => {
    const job = SYSTEMS[8] as Job;
    const whole = cooled(job).cooling;
    const shut = cooled(edited(job, ['rooms/r1/emitters/e1/summer', 'shut'])).cooling;
    expect(shut.parts).toHaveLength(whole.parts.length - 1);
    // The others share the water that the shut one leaves.
    const of = (parts: typeof whole.parts) => parts.find(({ roomId }) => roomId === 'r2')?.comes?.sensible ?? 0;
    expect(of(shut.parts)).toBeGreaterThan(of(whole.parts));
    const heads = cooled(edited(job, ['circuits/c1/loopValves', 'thermostatic'])).cooling;
    expect(heads.circuits[0]?.solved?.heat.value).toBeCloseTo(0, 6);
  });

  it('cools with the ground alone where that is cold enough, and with the compressor where it is not', () => {
    const free = (temperature: number) =>
      cooled(
        edited(SYSTEMS[8] as Job, [
          'source/cooling',
          { ...USUAL_SOURCE_COOLING, flowTemperature: 13, free: { temperature, approach: 2, capacity: 9000 } },
        ]),
      ).cooling.source;
    expect(free(10)?.free).toBe(true);
    expect(free(10)?.power?.value).toBeLessThan(free(14)?.power?.value ?? 0);
    expect(free(14)?.free).toBe(false);
  });

  it('comes warmer from a machine that is too small', () => {
    const small = cooled(edited(fourPipes(), ['stations/x1/chiller/capacity', 1500]));
    const state = small.cooling.state;
    expect(state?.source.supply).toBeGreaterThan(8);
    expect(0 - (state?.source.heat ?? 0)).toBeCloseTo(1500, 3);
    expect(small.findings.some(({ rule }) => rule === 'cooling-capacity')).toBe(true);
  });

  it('shares a header as it does in winter', () => {
    const behind = edited(SYSTEMS[16] as Job, ['separation', newSeparation('low-loss-header')]);
    const { cooling } = cooled(behind);
    expect(cooling.state?.converged).toBe(true);
    // Common practice: at fan units the water goes home 3 to 6 K, 5 to 10 F, warmer, up to 8 K where it is short.
    const solved = cooling.circuits[0]?.solved;
    expect((solved?.back.value ?? 0) - (solved?.supply.value ?? 0)).toBeGreaterThan(3);
    expect((solved?.back.value ?? 0) - (solved?.supply.value ?? 0)).toBeLessThan(8);
  });
});
