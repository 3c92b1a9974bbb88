import { describe, expect, it } from 'vitest';
import { newFloor, newPanel, newRated, USUAL_COOLING } from './new-emitter.ts';
import { entryOfEmitter, OwnEntrySchema } from './own-entry.ts';

describe('an entry of the own catalogue', () => {
  it.each([
    newPanel('e4', { type: '3-3', length: 1.8 }),
    newRated('e2', 'fan-unit', { cooling: USUAL_COOLING }),
    newFloor('e9', 14, { system: 'grooved-panel', heatTransfer: 4.2 }),
  ])('keeps what the data sheet says of a $kind and drops where it hung', (emitter) => {
    const entry = entryOfEmitter('Sheet 12', { ...emitter, circuit: 'c7', share: 0.4 });
    expect(OwnEntrySchema.safeParse(JSON.parse(JSON.stringify(entry))).success).toBe(true);
    expect(entry).toMatchObject({
      kind: 'emitter',
      name: 'Sheet 12',
      emitter: { circuit: null, share: 'auto', name: 'Sheet 12' },
    });
  });

  it('holds pipes by material and size', () => {
    const pipe = { material: 'multilayer', size: '24x1.5' };
    expect(OwnEntrySchema.safeParse({ kind: 'pipe', name: 'From the barn', pipe }).success).toBe(true);
    for (const broken of [
      { kind: 'pipe', name: '', pipe },
      { kind: 'pipe', name: 'x'.repeat(121), pipe },
      { kind: 'pipe', name: 'Lead', pipe: { ...pipe, material: 'lead' } },
      { kind: 'emitter', name: 'Too hot', emitter: newRated('e1', 'radiator', { ratedFlow: 900 }) },
      { kind: 'emitter', name: 'Null\u0000', emitter: newPanel('e1') },
    ]) {
      expect(OwnEntrySchema.safeParse(broken).success, JSON.stringify(broken).slice(0, 60)).toBe(false);
    }
  });
});
