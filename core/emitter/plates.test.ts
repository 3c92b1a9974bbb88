import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newFloor } from '../../model/new-emitter.ts';
import { FLOOR_DATA, fieldTransfer, floorTransfer } from './floor.ts';
import { type DeckFloor, deckTransfer } from './plates.ts';

/**
 * The same deck on a grid of finite differences, relaxed point by point: another method by another hand. One bay from row to row, each
 * row in the middle of its sheet and 1 K warm, so that gaps need not be alike.
 * @param gaps to the left and to the right of the row, m
 */
function onGrid(
  { deck, conductivity, covering, sheet }: DeckFloor,
  gaps: readonly [number, number],
  across = 60,
  up = 16,
): number {
  const film = 1 / (1 / 10.8 + covering);
  const half = (gap: number) => {
    const [dx, dy] = [gap / 2 / across, deck / up];
    const pieces = Math.round(Math.min(sheet.width, gap) / 2 / dx);
    const air = new Float64Array(across * up).fill(0.4);
    const metal = new Float64Array(pieces).fill(0.9);
    const sideways = (conductivity * dy) / dx;
    const upwards = (conductivity * dx) / dy;
    const top = dx / (dy / 2 / conductivity + 1 / film);
    const bond = dx / (dy / 2 / conductivity + sheet.bond);
    const along = (sheet.conductivity * sheet.thickness) / dx;
    for (let round = 0, moved = 1; moved > 1e-9 && round < 50_000; round++) {
      moved = 0;
      for (let c = 0; c < air.length; c++) {
        const [i, j] = [c % across, Math.floor(c / across)];
        let [sum, all] = [0, 0];
        const take = (conductance: number, value: number) => {
          sum += conductance * value;
          all += conductance;
        };
        if (i > 0) take(sideways, air[c - 1] as number);
        if (i < across - 1) take(sideways, air[c + 1] as number);
        if (j > 0) take(upwards, air[c - across] as number);
        take(j < up - 1 ? upwards : top, j < up - 1 ? (air[c + across] as number) : 0);
        if (j === 0 && i < pieces) take(bond, metal[i] as number);
        const step = 1.85 * (sum / all - (air[c] as number));
        air[c] = (air[c] as number) + step;
        moved = Math.max(moved, Math.abs(step));
      }
      for (let i = 0; i < pieces; i++) {
        const before = i === 0 ? 2 * along : along;
        const after = i < pieces - 1 ? along : 0;
        const sum = before * (i === 0 ? 1 : (metal[i - 1] as number)) + after * (metal[i + 1] ?? 0) + bond * (air[i] as number);
        metal[i] = (metal[i] as number) + 1.5 * (sum / (before + after + bond) - (metal[i] as number));
      }
    }
    return 2 * along * (1 - (metal[0] as number));
  };
  return (2 * (half(gaps[0]) + half(gaps[1]))) / (gaps[0] + gaps[1]);
}

/** A pipe whose wall does not count: the grid has none. */
const BARE = { outside: 0.016, wall: { thickness: 1e-9, conductivity: 50 } };
const sheetOf = (system: 'tracks-below' | 'plates-under-slab') => FLOOR_DATA[system].sheet as DeckFloor['sheet'];

describe('pipes in sheets under a deck', () => {
  // Source: finite differences of the conduction equation, worked out here.
  it.each([
    ['tracks-below', 0.022, 0.13, 0.15, 0],
    ['tracks-below', 0.022, 0.13, 0.3, 0.1],
    ['tracks-below', 0.05, 1.2, 0.2, 0],
    ['plates-under-slab', 0.14, 1.8, 0.2, 0.05],
    ['plates-under-slab', 0.2, 1.8, 0.375, 0],
    ['plates-under-slab', 0.05, 2, 0.12, 0],
  ] as const)(
    '%s under %f m of %f W/(m K), rows at %f m, covering %f: as on a grid within 2 %%',
    (system, deck, conductivity, spacing, covering) => {
      const floor = { spacing, deck, conductivity, covering, sheet: sheetOf(system), ...BARE };
      expect(deckTransfer(floor) / onGrid(floor, [spacing, spacing])).toBeCloseTo(1, 1.4);
    },
  );

  it('lie in pairs, the wider gap across the joist: as on a grid', () => {
    const sheet = sheetOf('tracks-below');
    const floor = newFloor('e', 10, {
      system: 'tracks-below',
      spacing: 0.15,
      otherGap: 0.3,
      covering: 0,
      cover: 0.022,
      conductivity: 0.13,
    });
    const deck = { spacing: 0.15, deck: 0.022, conductivity: 0.13, covering: 0, sheet, ...BARE };
    const pairs = onGrid(deck, [0.15, 0.3]);
    const rows = (gap: number) => deckTransfer({ ...deck, spacing: gap });
    expect((0.15 * rows(0.15) + 0.3 * rows(0.3)) / 0.45 / pairs).toBeCloseTo(1, 1.7);
    expect(fieldTransfer(floor)).toBeCloseTo((0.15 * floorTransfer(floor, 0.15) + 0.3 * floorTransfer(floor, 0.3)) / 0.45, 12);
    // Less than rows at the closer gap give, more than at the wider.
    expect(fieldTransfer(floor)).toBeLessThan(floorTransfer(floor, 0.15));
    expect(fieldTransfer(floor)).toBeGreaterThan(floorTransfer(floor, 0.3));
  });

  // By hand: a sheet over the whole bay that conducts without end leaves the resistances in series and nothing else.
  it('are resistances in series where the sheet is as wide as the bay and perfect', () => {
    const sheet = { width: 0.2, thickness: 0.1, conductivity: 1e6, bond: 0.01 };
    const floor = { spacing: 0.2, deck: 0.02, conductivity: 0.15, covering: 0.05, sheet, ...BARE };
    expect(deckTransfer(floor)).toBeCloseTo(1 / (1 / 10.8 + 0.05 + 0.02 / 0.15 + 0.01), 4);
    // The wall of the pipe, half of its round in the groove, comes on top: ln(16 / 12) / (2 pi 0.35 0.5) over the spacing.
    const wall = { outside: 0.016, wall: { thickness: 0.002, conductivity: 0.35 } };
    const ofWall = (Math.log(16 / 12) / (2 * Math.PI * 0.35 * 0.5)) * 0.2;
    expect(1 / deckTransfer({ ...floor, ...wall }) - 1 / deckTransfer(floor)).toBeCloseTo(ofWall, 6);
  });

  it('give less with every step of spacing, deck and covering', () => {
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        number(0.1, 0.37),
        number(0.015, 0.2),
        number(0.12, 2.2),
        number(0, 0.15),
        (spacing, deck, conductivity, covering) => {
          const floor = {
            spacing,
            deck,
            conductivity,
            covering,
            sheet: sheetOf('tracks-below'),
            outside: 0.016,
            wall: { thickness: 0.002, conductivity: 0.35 },
          };
          const here = deckTransfer(floor);
          expect(here).toBeGreaterThan(0);
          expect(here).toBeLessThan(10.8);
          expect(deckTransfer({ ...floor, spacing: spacing + 0.03 })).toBeLessThan(here);
          expect(deckTransfer({ ...floor, covering: covering + 0.02 })).toBeLessThan(here);
          expect(deckTransfer({ ...floor, conductivity: conductivity * 1.1 })).toBeGreaterThan(here);
        },
      ),
      { numRuns: 60 },
    );
  });

  // Typical figures of thin plates under a wooden deck, from memory: what is worked out for tracks lies by them, not elsewhere.
  it('lie near the usual figures of plates under a wooden deck', () => {
    for (const spacing of [0.15, 0.2, 0.3]) {
      const usual = floorTransfer(newFloor('e', 10, { system: 'plates-below', covering: 0 }), spacing);
      const worked = floorTransfer(
        newFloor('e', 10, { system: 'tracks-below', covering: 0, cover: 0.022, conductivity: 0.13 }),
        spacing,
      );
      expect(worked / usual).toBeGreaterThan(0.7);
      expect(worked / usual).toBeLessThan(1.2);
    }
  });
});
