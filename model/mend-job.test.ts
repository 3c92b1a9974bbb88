import { describe, expect, it } from 'vitest';
import { thistleMill } from '../demo/thistle-mill.ts';
import { mendJob } from './mend-job.ts';

const raw = () => structuredClone(thistleMill) as unknown as Record<string, never> & typeof thistleMill;

describe('a kept job that no longer reads', () => {
  it('that reads is taken as it is', () => {
    expect(mendJob(thistleMill, thistleMill)).toEqual({ job: thistleMill, leftOut: [] });
  });

  it('keeps everything but the one value, which is put back to the other version and told', () => {
    const kept = raw() as unknown as { name: string; rooms: { name: string; heatLoad: unknown }[] };
    kept.name = 'Typed after it';
    (kept.rooms[1] as { heatLoad: unknown }).heatLoad = -50;
    (kept.rooms[2] as { name: string }).name = 'Renamed';
    const mended = mendJob(kept, thistleMill);
    expect(mended?.job.name).toBe('Typed after it');
    expect(mended?.job.rooms[2]?.name).toBe('Renamed');
    expect(mended?.job.rooms[1]?.heatLoad).toBe(thistleMill.rooms[1]?.heatLoad);
    expect(mended?.leftOut).toEqual([{ place: `rooms ${thistleMill.rooms[1]?.id} heatLoad`, was: '-50' }]);
  });

  it('leaves out an item that the other version does not have, and finds items by id wherever they stand', () => {
    const kept = raw() as unknown as { rooms: Record<string, unknown>[] };
    kept.rooms = [
      { ...kept.rooms[0], id: 'r99', roomTemperature: 'warm' },
      ...kept.rooms.slice(1),
      kept.rooms[0] as Record<string, unknown>,
    ];
    (kept.rooms.at(-1) as { area: unknown }).area = 'wide';
    const mended = mendJob(kept, thistleMill);
    expect(mended?.job.rooms.at(-1)).toEqual(thistleMill.rooms[0]);
    expect(mended?.leftOut.map(({ was }) => was)).toContain('"warm"');
  });

  it('drops keys it does not know, and the last of a list that is too long', () => {
    const kept = {
      ...raw(),
      surprise: 7,
      circuits: Array.from({ length: 201 }, (_, i) => ({ ...thistleMill.circuits[0], id: `c${i + 1}` })),
    };
    const mended = mendJob(kept, { ...thistleMill, circuits: [] });
    expect(mended?.job.circuits.length ?? 0).toBeLessThanOrEqual(200);
    expect(mended?.leftOut.map(({ place }) => place)).toContain('surprise');
  });

  it('is none where there is no job', () => {
    expect(mendJob('nothing', thistleMill)).toBeNull();
  });
});
