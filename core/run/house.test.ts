import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newFloor } from '../../model/new-emitter.ts';
import { designWithPlant } from '../job/design-job.ts';
import { gainsIn, SUN_HOUR, sunOn } from './gains.ts';
import { floorCapacity, zonesOfRun } from './house.ts';
import type { RunZone } from './zone.ts';

const zonesOf = (job: typeof thistleMill, mass: 'light' | 'medium' | 'heavy' = 'medium') => {
  const { plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  return zonesOfRun(job, plant, mass);
};

describe.each(Object.entries({ ...SYSTEMS, demo: thistleMill }))('the zones of system %s', (_, job) => {
  const zones = zonesOf(job);

  it('lose their load on the design day, and hold what the time constant says', () => {
    const { plant } = designWithPlant(job);
    expect(zones.map((zone) => zone.id)).toEqual(plant?.assembly.zones.map((zone) => zone.id));
    for (const zone of zones) {
      expect(zone.loss * (zone.setPoint - Math.min(job.site.outdoorDesignTemperature, zone.setPoint - 1))).toBeCloseTo(
        zone.load,
        6,
      );
      expect(zone.capacity / zone.loss / 3600).toBeCloseTo(70, 9);
      expect(zone.facing.reduce((sum, each) => sum + each.share, 0)).toBeCloseTo(1, 9);
      expect(zone.emitters.length).toBeGreaterThan(0);
      if (zone.floor) expect(zone.floor.capacity).toBeGreaterThan(0);
    }
  });

  it('can give their load with the water they were designed for', () => {
    for (const zone of zones) {
      const circuit = job.circuits.find((each) => each.id === zone.circuitId);
      if (!circuit) continue;
      const mean = circuit.flowTemperature - circuit.temperatureDifference / 2;
      // In a floor the way from water to screed and that from screed to room stand in a row.
      const into = zone.emitters.filter((each) => each.inFloor).reduce((sum, each) => sum + each.coefficient, 0);
      const direct = zone.emitters
        .filter((each) => !each.inFloor)
        .reduce((sum, each) => sum + each.coefficient * Math.max(mean - zone.setPoint, 0) ** each.exponent, 0);
      const throughFloor = zone.floor && into > 0 ? (mean - zone.setPoint) / (1 / into + 1 / zone.floor.toRoom) : 0;
      // By the arithmetic mean of the water; some rooms of the systems are short on purpose.
      expect((direct + throughFloor) / zone.load).toBeGreaterThan(0.5);
      expect((direct + throughFloor) / zone.load).toBeLessThan(2.5);
    }
  });
});

describe('what a house is made of', () => {
  it('a wet floor holds by its cover, a dry one little', () => {
    expect(floorCapacity({ system: 'wet', cover: 0.045 })).toBeCloseTo(2e6 * 0.065, 0);
    expect(floorCapacity({ ...newFloor('e', 10), system: 'grooved-panel' })).toBeLessThan(30_000);
  });

  it('a heavier house holds more and loses the same', () => {
    const [light, heavy] = [zonesOf(thistleMill, 'light'), zonesOf(thistleMill, 'heavy')];
    light.forEach((zone, z) => {
      expect((heavy[z]?.capacity ?? 0) / zone.capacity).toBeCloseTo(140 / 30, 6);
      expect(heavy[z]?.loss).toBe(zone.loss);
    });
  });

  it('thermostatic valves are followed, others are called', () => {
    const job = {
      ...thistleMill,
      circuits: thistleMill.circuits.map((circuit) =>
        circuit.id === 'c2' ? { ...circuit, loopValves: 'thermostatic' as const } : circuit,
      ),
    };
    const follows = zonesOf(job).map((zone) => [zone.circuitId, zone.follows !== null]);
    expect(follows.filter(([, yes]) => yes)).toEqual([['c2', true]]);
  });
});

describe('the sun', () => {
  it('stands on each side at its hour and is gone at night', () => {
    expect(sunOn(12, SUN_HOUR.s)).toBeCloseTo(1, 9);
    expect(sunOn(9, SUN_HOUR.e)).toBeGreaterThan(sunOn(15, SUN_HOUR.e));
    expect(sunOn(15, SUN_HOUR.w)).toBeGreaterThan(sunOn(9, SUN_HOUR.w));
    for (const side of [SUN_HOUR.s, SUN_HOUR.e, SUN_HOUR.n]) expect(sunOn(2, side)).toBe(0);
    // What looks north gets a quarter, from the sky.
    expect(sunOn(12, SUN_HOUR.n)).toBeCloseTo(0.25, 9);
  });

  it('and people give shares of the design load', () => {
    const zone = {
      load: 2000,
      facing: [
        { hour: SUN_HOUR.s, share: 0.5 },
        { hour: SUN_HOUR.n, share: 0.5 },
      ],
    } as unknown as RunZone;
    expect(gainsIn(zone, 0.05, 0.2, 0)).toBeCloseTo(100, 9);
    expect(gainsIn(zone, 0.05, 0.2, 12)).toBeCloseTo(100 + 2000 * 0.2 * 0.625, 9);
    expect(gainsIn(zone, 0, 0, 12)).toBe(0);
  });
});
