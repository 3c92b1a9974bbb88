import { describe, expect, it } from 'vitest';
import { USUAL_CYLINDER } from '../../model/new-job.ts';
import { CylinderCall, PumpExercise, within } from './calling.ts';

const cylinder = {
  ...USUAL_CYLINDER,
  storeTemperature: 48,
  flowTemperature: 58,
  hygieneTemperature: null,
  charging: 'priority' as const,
};

describe('the cycle against germs', () => {
  it('comes once a week, at two in the morning of its day, and ends when all of the store is hot', () => {
    const call = new CylinderCall({ ...cylinder, hygieneTemperature: 65 }, 5, null);
    const starts: number[] = [];
    for (let hour = 0; hour < 21 * 24; hour++) {
      const before = call.cleaning;
      // An hour after it has begun the whole store is hot.
      call.next(hour * 3600, 50, false, before ? 65 : 50);
      if (call.cleaning && !before) starts.push(hour);
    }
    expect(starts).toEqual([6 * 24 + 2, 13 * 24 + 2, 20 * 24 + 2]);
    expect(call.reached).toBe(3);
  });

  it('has a flow of its own, or none where an immersion heater does it', () => {
    const begun = (hygieneBy: 'source' | 'immersion') => {
      const call = new CylinderCall({ ...cylinder, hygieneTemperature: 65, hygieneBy, immersion: 3000 }, 5, null);
      call.next((6 * 24 + 2) * 3600, 50, false, 50);
      return [call.flowTemperature, call.immersion(50), call.immersion(65)];
    };
    expect(begun('source')).toEqual([70, 0, 0]);
    expect(begun('immersion')).toEqual([58, 3000, 0]);
  });
});

describe('the turn of the cylinder', () => {
  it('charges from a swing below its temperature up to it', () => {
    const call = new CylinderCall(cylinder, 5, null);
    expect(call.next(0, 44, false)).toBe('none');
    expect(call.next(60, 42.9, false)).toBe('cylinder');
    expect(call.next(120, 47.9, true)).toBe('cylinder');
    expect(call.next(180, 48, true)).toBe('heating');
  });

  it('beside the heating where it is piped so', () => {
    const call = new CylinderCall({ ...cylinder, charging: 'parallel' }, 5, null);
    expect([call.next(0, 40, true), call.next(60, 40, false)]).toEqual(['both', 'cylinder']);
  });

  it('lets the heating have a turn as long as it waited, again and again, and counts it', () => {
    const call = new CylinderCall(cylinder, 5, 1800);
    const turns = Array.from({ length: 130 }, (_, i) => call.next(i * 60, 40, true));
    expect(turns.slice(0, 30).every((turn) => turn === 'cylinder')).toBe(true);
    expect(turns.slice(30, 60).every((turn) => turn === 'heating')).toBe(true);
    expect(turns.slice(60, 90).every((turn) => turn === 'cylinder')).toBe(true);
    expect(call.ended).toBe(2);
  });

  it('without an end the heating waits for ever', () => {
    const call = new CylinderCall(cylinder, 5, null);
    expect(Array.from({ length: 3000 }, (_, i) => call.next(i * 60, 40, true)).every((turn) => turn === 'cylinder')).toBe(true);
  });

  it('once a week it is brought to the temperature of the cycle, or given up after four hours', () => {
    const call = new CylinderCall({ ...cylinder, hygieneTemperature: 65 }, 5, null);
    const week = 6 * 86_400;
    expect(call.next(week + 3600, 47, false)).toBe('none');
    expect(call.next(week + 2 * 3600, 47, false)).toBe('cylinder');
    expect([call.target, call.flowTemperature]).toEqual([65, 70]);
    expect(call.next(week + 3 * 3600, 65, false)).toBe('none');
    expect([call.reached, call.target]).toEqual([1, 48]);
    const cold = new CylinderCall({ ...cylinder, hygieneTemperature: 65 }, 5, null);
    for (let t = week + 7200; t < week + 7 * 3600; t += 300) cold.next(t, 55, false);
    expect([cold.reached, cold.target]).toEqual([0, 48]);
  });
});

describe('clocks', () => {
  it('a set-back may lie over midnight', () => {
    expect([21.9, 22, 23.9, 0, 5.9, 6].map((hour) => within(hour, 22, 6))).toEqual([false, true, true, true, true, false]);
    expect([8.9, 9, 12, 17].map((hour) => within(hour, 9, 17))).toEqual([false, true, true, false]);
  });

  it('pumps are moved after a week at rest, and not while anything runs', () => {
    const exercise = new PumpExercise();
    const hours = Array.from({ length: 24 * 21 }, () => exercise.next(false, 3600));
    expect(hours.filter(Boolean)).toHaveLength(3);
    for (let i = 0; i < 24 * 21; i++) exercise.next(i % 100 === 0, 3600);
    expect(exercise.times).toBe(3);
  });
});
