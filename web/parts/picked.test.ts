import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { valueAt } from '../../model/place.ts';
import { picked, pickedAt } from './picked.ts';

describe('picks on a list', () => {
  it('are done to what is chosen by then: two quick ones both stay', () => {
    expect(picked([], [], ['a'])).toEqual(['a']);
    // The second was made on the list as it stood before the first.
    expect(picked(['a'], [], ['b'])).toEqual(['a', 'b']);
    expect(picked(['a', 'b'], ['a', 'b'], ['b'])).toEqual(['b']);
    expect(picked(['a', 'b', 'c'], ['a', 'b'], ['a'])).toEqual(['a', 'c']);
    expect(picked(['a'], [], ['a'])).toEqual(['a']);
  });

  it('find their place in the job', () => {
    const job = { ...thistleMill, thermostats: [{ id: 't1', name: '', rooms: ['r4'] }] };
    expect(valueAt(pickedAt('thermostats/t1/rooms', [], ['r5'])(job), 'thermostats/t1/rooms')).toEqual(['r4', 'r5']);
    const centres = [{ id: 'k2', name: '', circuits: ['c1'] }];
    const wired = { ...thistleMill, controls: { ...thistleMill.controls, centres } };
    expect(valueAt(pickedAt('controls/centres/k2/circuits', ['c1'], [])(wired), 'controls/centres/k2/circuits')).toEqual([]);
  });
});
