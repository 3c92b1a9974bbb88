import { describe, expect, it } from 'vitest';
import { flowOf, ownerOf } from '../../core/drawing/owner.ts';
import { FIELDS } from '../../model/fields.ts';
import { pageOfPlace } from '../parts/places.ts';
import { isDesignDay } from '../wall/usePlantState.ts';
import { groupOf } from './groups.ts';

describe('where a place is entered', () => {
  it.each([
    ['rooms/r1/heatLoad', 'rooms'],
    ['rooms/r1/emitters/e1/length', 'emitters'],
    ['circuits/c1/sections/s1/length', 'pipes'],
    ['circuits/c1/curve/slope', 'controls'],
    ['circuits/c1/mixing', 'circuits'],
    ['source/curve/slope', 'controls'],
    ['source/capacity', 'plant'],
    ['controls/overrun', 'controls'],
    ['distribution/kind', 'plant'],
    ['furtherSources/f1/capacity', 'plant'],
    ['rulebook', 'site'],
    ['hotWater/volume', 'plant'],
  ])('%s is on the page %s', (place, page) => expect(pageOfPlace(place)).toBe(page));

  it.each([
    ['source/capacity', 'source'],
    ['source/points/p1/cop', 'source'],
    ['furtherSources/f1/capacity', 'more'],
    ['source/pump', 'pumps'],
    ['source/pumpControl', 'pumps'],
    ['distribution/bypass', 'pumps'],
    ['ownPumps', 'pumps'],
    ['separation/kind', 'header'],
    ['source/volumiser', 'header'],
    ['pairs/p2', 'header'],
    ['separation/pairs/p2/spacing', 'header'],
    ['source/leastOutput', 'header'],
    ['source/leastFlow', 'inside'],
    ['source/run/length', 'pipe'],
    ['hotWater/run/length', 'water'],
    ['vessel/volume', 'vessel'],
    ['safety/fromVented', 'safety'],
    ['relief', 'safety'],
  ])('%s stands in the line %s', (place, group) => expect(groupOf(place)).toBe(group));

  it('every field of the job has a page', () => {
    for (const place of Object.keys(FIELDS))
      expect(['site', 'rooms', 'emitters', 'circuits', 'pipes', 'plant', 'controls', 'run']).toContain(pageOfPlace(place));
  });
});

describe('the wall in a state', () => {
  const zones = [{ id: 'a' }, { id: 'b' }];
  it('is the design day when every thermostat calls and nothing beside them', () => {
    expect(isDesignDay(['a', 'b'], zones)).toBe(true);
    expect(isDesignDay(['b', 'a'], zones)).toBe(true);
    expect(isDesignDay(['a'], zones)).toBe(false);
    expect(isDesignDay(['a', 'b', 'hotWater'], zones)).toBe(false);
    expect(isDesignDay(['a', 'hotWater'], zones)).toBe(false);
  });

  it('knows whose water a pipe carries, and when it stands', () => {
    expect(ownerOf('circuits/c1/flow')).toBe('circuits/c1');
    expect(ownerOf('hotWater/flow')).toBe('hotWater');
    expect(ownerOf('source/flow')).toBeNull();
    expect(ownerOf('bar/flow/c1')).toBeNull();
    expect(flowOf(null, 'x')).toBeNull();
    expect(flowOf({ pipes: { x: 1e-9, y: 2e-4, z: -2e-4 } } as never, 'x')).toBe(0);
    expect(flowOf({ pipes: { y: 2e-4 } } as never, 'y')).toBe(2e-4);
    expect(flowOf({ pipes: { y: 2e-4 } } as never, 'w')).toBeNull();
  });
});
