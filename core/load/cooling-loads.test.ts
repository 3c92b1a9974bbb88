import { describe, expect, it } from 'vitest';
import { newCircuit, newJob, newRoom, USUAL_COLD } from '../../model/new-job.ts';
import { coolingPeak, coolingProfile, isRoughCooling, roughCoolingLoad, sunShareOf } from './cooling-loads.ts';
import { withRoughLoads } from './rough-loads.ts';
import { sunAt, sunOnWall } from './sun-on-side.ts';

const hours = Array.from({ length: 24 }, (_, hour) => hour + 0.5);
const worst = (facing: Parameters<typeof sunOnWall>[0], latitude: number) =>
  hours.reduce((best, hour) => (sunOnWall(facing, latitude, hour) > sunOnWall(facing, latitude, best) ? hour : best), 12);

describe('the sun on a side of the house', () => {
  // Spherical trigonometry: at noon the sun stands 90 - latitude + declination high and due south; on the equinox line it rises due east.
  it('stands where it must', () => {
    for (const latitude of [30, 40, 52]) {
      const noon = sunAt(latitude, 12);
      expect((noon.height * 180) / Math.PI).toBeCloseTo(90 - latitude + 20.6, 6);
      expect(Math.abs((noon.azimuth * 180) / Math.PI)).toBeCloseTo(180, 6);
      expect(sunAt(latitude, 9).azimuth).toBeGreaterThan(0);
      expect(sunAt(latitude, 15).azimuth).toBeLessThan(0);
      expect(sunAt(latitude, 0).height).toBeLessThan(0);
    }
    // South of the equator the noon sun stands in the north.
    expect(sunAt(-35, 12).azimuth).toBeCloseTo(0, 6);
  });

  // ASHRAE Handbook Fundamentals, tables of sun on windows for 40 degrees north in July, as remembered: east and west about 680 W/m2 some
  // four hours from noon, south about 350 at noon, north hardly more than the sky.
  it('is as strong as the tables say', () => {
    expect(Math.abs(worst('e', 40) - 8)).toBeLessThanOrEqual(0.5);
    expect(Math.abs(worst('w', 40) - 16)).toBeLessThanOrEqual(0.5);
    expect(Math.abs(worst('s', 40) - 12)).toBeLessThanOrEqual(0.5);
    expect(sunOnWall('w', 40, 16)).toBeGreaterThan(600);
    expect(sunOnWall('w', 40, 16)).toBeLessThan(800);
    expect(sunOnWall('s', 40, 12)).toBeGreaterThan(280);
    expect(sunOnWall('s', 40, 12)).toBeLessThan(480);
    expect(sunOnWall('n', 40, 12)).toBeLessThan(180);
    expect(sunOnWall('s', 40, 2)).toBe(0);
  });
});

describe('cooling loads through the day', () => {
  it('have their height in the hour of the sun, later in a heavy house', () => {
    const at = (facing: 'e' | 's' | 'w', mass: 'light' | 'heavy') => {
      const profile = coolingProfile({ facing, sunShare: 0.8 }, 50, mass);
      expect(Math.max(...profile)).toBeCloseTo(1, 12);
      return profile.indexOf(1);
    };
    expect(at('e', 'light')).toBeLessThan(at('s', 'light'));
    expect(at('s', 'light')).toBeLessThan(at('w', 'light'));
    expect(at('w', 'heavy')).toBeGreaterThanOrEqual(at('w', 'light'));
  });

  it('never come all at once where rooms look to different sides', () => {
    const room = (facing: 'e' | 'w' | null) => newRoom('r', { facing, coolingLoad: 1000, latentLoad: 200 });
    const both = coolingPeak([room('e'), room('w')], 50, 'medium');
    expect(both.sum).toBe(2400);
    expect(both.most).toBeLessThan(0.93 * both.sum);
    expect(both.byHour[both.hour]).toBe(both.most);
    const alike = coolingPeak([room('w'), room('w')], 50, 'medium');
    expect(alike.most).toBeCloseTo(alike.sum, 9);
    expect(coolingPeak([], 50, 'medium').most).toBe(0);
  });

  it('are rough by area, and only where a room is cooled and nobody gave a load', () => {
    const base = newJob('Loft');
    const circuit = newCircuit('c1', base, { cooling: USUAL_COLD });
    const room = newRoom('r1', { area: 20, circuit: 'c1', facing: 'w' });
    const job = {
      ...base,
      mode: 'heating-and-cooling' as const,
      roughLoads: 'modern' as const,
      circuits: [circuit],
      rooms: [room],
    };
    // Common practice: 30 to 60 W/m2 in a house, more to the west.
    expect(roughCoolingLoad(job, room)).toBeCloseTo(20 * 35 * 1.35, 9);
    expect(isRoughCooling(job, room)).toBe(true);
    expect(withRoughLoads(job).rooms[0]?.coolingLoad).toBeCloseTo(945, 9);
    expect(isRoughCooling({ ...job, mode: 'heating' }, room)).toBe(false);
    expect(isRoughCooling(job, { ...room, coolingLoad: 500 })).toBe(false);
    expect(roughCoolingLoad(job, { ...room, area: null })).toBeNull();
  });

  it('take the share of the sun that is usual where nobody gave one', () => {
    expect(sunShareOf({ sunShare: 'auto', facing: null })).toBe(0);
    expect(sunShareOf({ sunShare: 'auto', facing: 'w' })).toBe(0.6);
    expect(sunShareOf({ sunShare: 0.3, facing: 'w' })).toBe(0.3);
  });
});
