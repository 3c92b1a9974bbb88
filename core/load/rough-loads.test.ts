import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits, keepUnread } from '../../model/place.ts';
import { ladder } from '../emitter/ladder.ts';
import { designJob } from '../job/design-job.ts';
import { isRough, roughLoad, withRoughLoads } from './rough-loads.ts';

const rough: Job = applyEdits(thistleMill, [
  { at: 'roughLoads', value: 'insulated' },
  { at: 'rooms/r3/heatLoad', value: null },
  { at: 'rooms/r6/heatLoad', value: null },
]);
const room = (job: Job, id: string) => job.rooms.find((each) => each.id === id) as Job['rooms'][number];

describe('a rough load', () => {
  // By hand: 14 m2 at 65 W/m2 for 32 K, with 20 °C inside and -9 °C outside: 14 * 65 * 29 / 32 = 825 W.
  it('goes by area, class and temperature', () => {
    expect(roughLoad(rough, room(rough, 'r3'))).toBeCloseTo(824.7, 1);
    expect(roughLoad(rough, { ...room(rough, 'r3'), area: null })).toBeNull();
    expect(roughLoad(thistleMill, room(thistleMill, 'r3'))).toBeNull();
  });

  it('stands in only where nothing was entered, and never in the job itself', () => {
    expect(withRoughLoads(thistleMill)).toBe(thistleMill);
    const filled = withRoughLoads(rough);
    expect(room(filled, 'r3').heatLoad).toBeCloseTo(824.7, 1);
    expect(room(filled, 'r1').heatLoad).toBe(2150);
    expect(room(rough, 'r3').heatLoad).toBeNull();
    expect(withRoughLoads(filled)).toBe(filled);
    // What was typed and could not be read has to be mended, not guessed.
    expect(isRough(keepUnread(rough, 'rooms/r3/heatLoad', 'much'), room(rough, 'r3'))).toBe(false);
  });

  it('is marked wherever it reaches: findings, sums, ladder', () => {
    const design = designJob(rough);
    const [finding] = design.findings.filter((each) => each.rule === 'loads-rough');
    expect(finding?.title).toBe('2 rooms have only a rough load');
    expect(design.findings.some((each) => each.rule === 'load-missing')).toBe(false);
    const sum = JSON.stringify(design.circuits[0]?.load);
    expect(sum).toContain('Study, rough');
    expect(sum).toContain('provisional');
    expect(ladder(rough).find((rung) => rung.roomId === 'r6')?.load).toBeGreaterThan(500);
    expect(design.load.value).toBeGreaterThan(14_000);
  });
});
