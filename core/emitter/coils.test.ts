import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COIL_LENGTHS, planCoils } from './coils.ts';

const piece = (length: number, label = `${length}`) => ({ label, length });

describe('coils for loops', () => {
  it('are cut so that little is left', () => {
    // 60 + 39 fill a coil of 100 but for the ends; 3 x 66 one of 200.
    expect(planCoils([piece(60), piece(39)])).toMatchObject({ bought: 100, offCuts: 0 });
    const three = planCoils([piece(66), piece(66), piece(66)]);
    expect(three.coils).toHaveLength(1);
    expect(three.coils[0]).toMatchObject({ length: 200 });
  });

  it('hold every loop whole, once, and never more than they are long', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1, max: 130, noNaN: true }), { maxLength: 40 }), (lengths) => {
        const plan = planCoils(lengths.map((length, i) => piece(length, `L${i}`)));
        const cut = plan.coils.flatMap((coil) => coil.pieces.map((each) => each.label));
        expect(cut.sort()).toEqual(lengths.map((_, i) => `L${i}`).sort());
        for (const coil of plan.coils) {
          expect(coil.offCut).toBeGreaterThanOrEqual(0);
          const taken = coil.pieces.reduce((sum, each) => sum + each.length + 0.5, 0);
          expect(taken + coil.offCut).toBeCloseTo(coil.length, 9);
        }
        expect(new Set(plan.coils.map((coil) => coil.length)).size).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('name loops that no coil holds', () => {
    const plan = planCoils([piece(650), piece(80)]);
    expect(plan.tooLong.map((each) => each.label)).toEqual(['650']);
    expect(plan.coils).toHaveLength(1);
    expect(planCoils([])).toMatchObject({ bought: 0, offCuts: 0 });
    expect(COIL_LENGTHS).toContain(plan.coils[0]?.length);
  });
});
