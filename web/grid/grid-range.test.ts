import { describe, expect, it } from 'vitest';
import { cornersOf, isIn, movedBy, single, tabbedFrom } from './grid-range.ts';

const bounds = { rows: 20, columns: 4, page: 8 };
const at = (row: number, column: number) => single({ row, column });
const press = (key: string, shiftKey = false, ctrlKey = false) => ({ key, shiftKey, ctrlKey });

describe('the range of a grid', () => {
  it('moves with the arrows and stops at the edges', () => {
    expect(movedBy(at(3, 1), press('ArrowDown'), bounds)).toEqual(at(4, 1));
    expect(movedBy(at(0, 0), press('ArrowUp'), bounds)).toEqual(at(0, 0));
    expect(movedBy(at(19, 3), press('ArrowRight'), bounds)).toEqual(at(19, 3));
    expect(movedBy(at(3, 2), press('Home'), bounds)).toEqual(at(3, 0));
    expect(movedBy(at(3, 2), press('End', false, true), bounds)).toEqual(at(19, 3));
    expect(movedBy(at(3, 2), press('ArrowDown', false, true), bounds)).toEqual(at(19, 2));
    expect(movedBy(at(3, 2), press('PageDown'), bounds)).toEqual(at(11, 2));
    expect(movedBy(at(3, 2), press('a'), bounds)).toBeNull();
  });

  it('widens with Shift, from where it began', () => {
    const wide = movedBy(at(3, 1), press('ArrowDown', true), bounds);
    expect(wide).toEqual({ at: { row: 4, column: 1 }, from: { row: 3, column: 1 } });
    const wider = wide && movedBy(wide, press('ArrowLeft', true), bounds);
    expect(wider && cornersOf(wider)).toEqual({ top: 3, bottom: 4, left: 0, right: 1 });
    expect(wider && isIn(wider, 3, 0)).toBe(true);
    expect(wider && isIn(wider, 5, 0)).toBe(false);
  });

  it('goes on by Tab along the rows, and leaves the grid at its ends', () => {
    expect(tabbedFrom({ row: 3, column: 1 }, false, bounds)).toEqual({ row: 3, column: 2 });
    expect(tabbedFrom({ row: 3, column: 3 }, false, bounds)).toEqual({ row: 4, column: 0 });
    expect(tabbedFrom({ row: 3, column: 0 }, true, bounds)).toEqual({ row: 2, column: 3 });
    expect(tabbedFrom({ row: 0, column: 0 }, true, bounds)).toBeNull();
    expect(tabbedFrom({ row: 19, column: 3 }, false, bounds)).toBeNull();
  });
});
