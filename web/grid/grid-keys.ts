import type { KeyboardEvent } from 'react';
import { movedBy, single, tabbedFrom } from './grid-range.ts';
import type { GridCells } from './use-grid-cells.ts';

/** A key in the grid: in an open cell it ends the typing, elsewhere it moves, chooses, opens, empties, fills or ticks. */
export function gridKeys(
  {
    rooms,
    columns,
    count,
    bounds,
    range,
    setRange,
    editing,
    leaving,
    setLeaving,
    go,
    commit,
    open,
    typeOver,
    drop,
    clear,
    down,
    tick,
  }: GridCells,
  event: KeyboardEvent,
) {
  if (event.nativeEvent.isComposing) return;
  const { key, shiftKey } = event;
  const ctrlKey = event.ctrlKey || event.metaKey;
  const { at } = range;
  if (editing) {
    if (key === 'Escape') {
      event.stopPropagation();
      drop();
    } else if (key === 'Enter') {
      event.preventDefault();
      commit({ row: Math.min(at.row + (shiftKey ? -1 : 1), count), column: at.column });
    } else if (key === 'Tab') {
      event.preventDefault();
      // The row that is typed into makes another below it.
      commit(tabbedFrom(at, shiftKey, { ...bounds, rows: count + 1 }) ?? at);
    }
    return;
  }
  if (key === 'Tab') {
    const next = leaving || ctrlKey ? null : tabbedFrom(at, shiftKey, bounds);
    if (!next) return;
    event.preventDefault();
    return go(single(next));
  }
  if (key === 'Escape') return setLeaving(true);
  const moved = movedBy(range, { key, shiftKey, ctrlKey }, bounds);
  if (moved) {
    event.preventDefault();
    return go(moved);
  }
  if (ctrlKey && key.toLowerCase() === 'd') {
    event.preventDefault();
    return down();
  }
  if (ctrlKey && key.toLowerCase() === 'a') {
    event.preventDefault();
    return setRange({ from: { row: 0, column: 0 }, at: { row: Math.max(0, rooms.length - 1), column: columns.length - 1 } });
  }
  if (ctrlKey || event.altKey) return;
  if (key === 'Enter' || key === 'F2') {
    event.preventDefault();
    return open(at, null);
  }
  if (key === 'Delete' || key === 'Backspace') {
    event.preventDefault();
    return clear();
  }
  if (key === ' ' && rooms[at.row]) {
    event.preventDefault();
    return tick(at.row);
  }
  if (key.length === 1) {
    event.preventDefault();
    typeOver(at, key);
  }
}
