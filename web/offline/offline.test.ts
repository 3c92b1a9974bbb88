import { describe, expect, it } from 'vitest';
import { readEntry } from '../../model/book/entry.ts';
import { sizeByHeader } from './photo.ts';
import { localTime, newId } from './uuid.ts';

describe('ids of entries', () => {
  it('are UUIDs of version 7 whose first bits are the time (RFC 9562, its example of 2022-02-22T19:22:22Z)', () => {
    // The example of appendix A.6 of the standard has 0x017F22E279B0 as its time.
    const id = newId(Date.parse('2022-02-22T19:22:22.000Z'));
    expect(id.slice(0, 13)).toBe('017f22e2-79b0');
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect(new Set(Array.from({ length: 1000 }, () => newId())).size).toBe(1000);
  });

  it('a time says its distance from UTC, and reads back to the second', () => {
    const now = new Date('2026-11-30T10:15:30.500Z');
    const text = localTime(now);
    expect(text).toMatch(/^2026-\d\d-\d\dT\d\d:\d\d:30[+-]\d\d:\d\d$/);
    expect(Date.parse(text)).toBe(Date.parse('2026-11-30T10:15:30Z'));
    const read = readEntry({
      kind: 'remark',
      v: 1,
      id: newId(),
      at: text,
      device: newId(),
      order: 1,
      who: 'x',
      place: null,
      placeLabel: '',
      corrects: null,
      designRevision: 0,
      note: '',
      photos: [],
    });
    expect(read).toMatchObject({ ok: true });
  });
});

describe('the size of a picture by its headers', () => {
  it('PNG: width and height stand in IHDR (ISO/IEC 15948)', () => {
    const png = new Uint8Array(30);
    png.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
    new DataView(png.buffer).setUint32(16, 40_000);
    new DataView(png.buffer).setUint32(20, 3000);
    expect(sizeByHeader(png)).toEqual({ width: 40_000, height: 3000 });
  });

  it('JPEG: behind other segments, in the start of the frame, progressive ones too (ITU-T T.81)', () => {
    const bytes = new Uint8Array([
      0xff, 0xd8, 0xff, 0xe1, 0, 6, 1, 2, 3, 4, 0xff, 0xc4, 0, 4, 0, 0, 0xff, 0xc2, 0, 11, 8, 0x0b, 0xb8, 0x0f, 0xa0, 3, 0, 0, 0,
    ]);
    expect(sizeByHeader(bytes)).toEqual({ width: 4000, height: 3000 });
    expect(sizeByHeader(new TextEncoder().encode('GIF89a, and more'))).toBeNull();
    expect(sizeByHeader(new Uint8Array([0xff, 0xd8, 0xff]))).toBeNull();
  });
});
