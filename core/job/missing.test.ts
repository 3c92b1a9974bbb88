import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { missingOf } from './missing.ts';

const texts = (job: Parameters<typeof missingOf>[0]) => missingOf(job).map(({ page, text }) => `${page}: ${text}`);

describe('what is missing of a job', () => {
  it('begins with rooms, then goes on in the order of the work', () => {
    const bare = newJob('Bare');
    expect(texts(bare)).toEqual(['rooms: No rooms yet.']);
    const roomed = { ...bare, rooms: [newRoom('r1', { heatLoad: 900 }), newRoom('r2')] };
    expect(texts(roomed)).toEqual([
      'rooms: 1 room has no heat load.',
      'emitters: 2 rooms have no emitters.',
      'circuits: No circuits yet.',
      'plant: How the plant is filled and where the relief valve discharges is not known.',
    ]);
    expect(texts({ ...roomed, circuits: [newCircuit('c1', bare)] })).toContain('circuits: 2 rooms are on no circuit.');
  });

  it('is nothing that the design could not do without once the demo is whole', () => {
    expect(texts(thistleMill).filter((text) => !text.startsWith('plant'))).toEqual([]);
  });
});
