import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { DESIGN_DAY } from '../commission/book-state.ts';
import { sharesOf, withRoomAir } from './room-air.ts';

const job = { ...thistleMill, site: { ...thistleMill.site, outdoorDesignTemperature: -12 } };
const air = (share: number, outdoor: number | null = null): number =>
  withRoomAir(new Map([['rooms/r2#air', 20]]), new Map([['r2', share]]), { job }, { ...DESIGN_DAY, outdoor }).get(
    'rooms/r2#air',
  ) as number;

describe('the air of a room that gets too little heat', () => {
  it('stands as designed with its usual heat', () => {
    expect(air(1)).toBe(20);
  });

  // Common practice, no source: a room whose neighbours are heated falls by about a quarter of what it stands above outdoors.
  it('falls by a quarter of 32 K without any heat, by half of that with half', () => {
    expect(air(0)).toBeCloseTo(12, 9);
    expect(air(0.5)).toBeCloseTo(16, 9);
  });

  it('falls less on a mild day, and not at all when it is as warm outdoors', () => {
    expect(air(0, 8)).toBeCloseTo(17, 9);
    expect(air(0, 20)).toBeCloseTo(20, 9);
  });

  it('warms up by no more than windows let it', () => {
    expect(air(1.2)).toBeCloseTo(21.6, 9);
    expect(air(4)).toBe(23);
  });

  it('is told by shares of the usual heat, and not for rooms that have none', () => {
    const shares = sharesOf(
      new Map([['r2', 250]]),
      new Map([
        ['r2', 1000],
        ['r3', 500],
        ['r4', 0],
      ]),
    );
    expect([...shares]).toEqual([
      ['r2', 0.25],
      ['r3', 0],
    ]);
  });
});
