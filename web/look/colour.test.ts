import { describe, expect, it } from 'vitest';
import { contrast, DARK, groundOf, LIGHT, luminance, ROLES } from './colour.ts';

describe('the colours', () => {
  // WCAG 2.2: black on white is 21; #767676 on white is the lightest grey of 4.5 that is usually named.
  it('are compared as the standard has it', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
    expect(contrast('#767676', '#ffffff')).toBeGreaterThan(4.5);
    expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5);
    expect(luminance('#ff0000')).toBeCloseTo(0.2126, 4);
  });

  it.each(ROLES.map((role) => [role.name, role] as const))(
    '%s stands off from every ground it is on, light and dark',
    (_, role) => {
      for (const scheme of [LIGHT, DARK])
        for (const on of role.on)
          expect(contrast(role.colour(scheme), groundOf(scheme, on)), on).toBeGreaterThanOrEqual(role.least);
    },
  );

  it('of flow and return are not told apart by brightness alone: a shape or word goes with them', () => {
    // Said on purpose: dashes and words carry the difference, see the wall.
    expect(contrast(LIGHT.wall.flow, LIGHT.wall.back)).toBeLessThan(3);
  });
});
