import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { changeBetween } from './job-change.ts';
import { JobSession, type Outside } from './job-session.ts';
import { draftOf } from './late-change.ts';

const OUTSIDE: Outside = {
  save: () => new Promise(() => {}),
  keep: () => {},
  later: () => () => {},
};
const put = (at: string, value: unknown, job = thistleMill) => applyEdits(job, [{ at, value }]);
/** As it comes back from the browser's storage. */
const late = (job: typeof thistleMill) => ({
  revision: 4,
  change: JSON.parse(JSON.stringify(changeBetween(thistleMill, job, ''))) as ReturnType<typeof changeBetween>,
});

describe('a change noted as the tab closed', () => {
  const typed = late(put('site/place', 'Typed last', put('rooms/r2/heatLoad', 1500)));

  it('comes back on the version it was made from', () => {
    const session = new JobSession({ revision: 4, job: thistleMill }, draftOf(typed, thistleMill, null), OUTSIDE);
    expect(session.state.job.site.place).toBe('Typed last');
    expect(session.state.job.rooms[1]?.heatLoad).toBe(1500);
    expect(session.state.saving.state).toBe('waiting');
  });

  it('joins what was saved meanwhile at other places', () => {
    const theirs = put('rooms/r3/heatLoad', 777);
    const session = new JobSession({ revision: 5, job: theirs }, draftOf(typed, theirs, null), OUTSIDE);
    expect(session.state.job.rooms.slice(1, 3).map((room) => room.heatLoad)).toEqual([1500, 777]);
    expect(session.state.job.site.place).toBe('Typed last');
  });

  it('is asked about where another changed the same', () => {
    const theirs = put('site/place', 'Saved elsewhere');
    const session = new JobSession({ revision: 5, job: theirs }, draftOf(typed, theirs, null), OUTSIDE);
    expect(session.state.saving.state).toBe('conflict');
    // What was typed is still what is on the screen.
    expect(session.state.job.site.place).toBe('Typed last');
  });
});
