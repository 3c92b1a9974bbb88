import { describe, expect, it } from 'vitest';
import { ladder } from '../../core/emitter/ladder.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { scaleOf } from './scale.ts';

describe('the scale of the ladders', () => {
  it('holds every rung and line, in whole tens, and no wild need', () => {
    const scale = scaleOf(ladder(thistleMill), thistleMill.circuits);
    expect(scale).toEqual({ from: 20, to: 70 });
    const hot = applyEdits(thistleMill, [{ at: 'circuits/c2/flowTemperature', value: 92 }]);
    expect(scaleOf(ladder(hot), hot.circuits).to).toBe(100);
    const wild = applyEdits(thistleMill, [{ at: 'rooms/r9/heatLoad', value: 500_000 }]);
    expect(scaleOf(ladder(wild), wild.circuits).to).toBe(60);
    expect(scaleOf([], [])).toEqual({ from: 20, to: 60 });
  });
});
