import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newJob, newRoom, nextId } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { pasteBlock, removeRooms, setCell } from '../grid/room-edits.ts';
import { changeBetween, doAgain, takeBack } from './job-change.ts';
import { type Draft, JobSession, type SaveAnswer } from './job-session.ts';

/** A world in which the test decides what the server answers and when time passes. */
function world(stored: { revision: number; job: Job } = { revision: 4, job: thistleMill }, draft: Draft | null = null) {
  const waiting: (() => void)[] = [];
  const saves: { revision: number; job: Job; summary: string }[] = [];
  const answers: SaveAnswer[] = [];
  const kept: Draft[] = [];
  let now = 0;
  const session = new JobSession(
    stored,
    draft,
    {
      save: async (revision, job, summary) => {
        saves.push({ revision, job, summary });
        return answers.shift() ?? { kind: 'saved', revision: revision + 1 };
      },
      keep: (next) => kept.push(next),
      later: (run) => {
        waiting.push(run);
        return () => waiting.splice(waiting.indexOf(run), 1);
      },
    },
    () => now,
  );
  const pass = async () => {
    now += 10_000;
    for (const run of waiting.splice(0)) run();
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return { session, saves, answers, kept, pass };
}

const rename = (name: string) => (job: Job) => applyEdits(job, [{ at: 'name', value: name }]);

describe('an open job', () => {
  it('shows a change at once, keeps it in the browser at once and saves it a little later', async () => {
    const { session, saves, kept, pass } = world();
    session.edit('Name', rename('Mill'));
    expect(session.state.job.name).toBe('Mill');
    expect(session.state.saving.state).toBe('waiting');
    expect(kept.at(-1)).toMatchObject({ revision: 4, dirty: true, job: { name: 'Mill' } });
    await pass();
    expect(saves).toMatchObject([{ revision: 4, summary: 'Name' }]);
    expect(session.state).toMatchObject({ revision: 5, saving: { state: 'saved' } });
    expect(kept.at(-1)?.dirty).toBe(false);
  });

  it('goes on while the server is away and sends everything when it is back', async () => {
    const { session, answers, saves, pass } = world();
    answers.push({ kind: 'offline', detail: 'away' });
    session.edit('Name', rename('One'));
    await pass();
    expect(session.state.saving).toEqual({ state: 'offline', detail: 'away' });
    session.edit('Name', rename('Two'), 'other');
    await pass();
    expect(saves.at(-1)?.job.name).toBe('Two');
    expect(session.state.saving.state).toBe('saved');
  });

  it('joins what another window saved where nothing collides, and sends the whole', async () => {
    const theirs = { revision: 9, job: applyEdits(thistleMill, [{ at: 'hotWater/storeTemperature', value: 51 }]) };
    const { session, answers, saves, pass } = world();
    answers.push({ kind: 'conflict', theirs });
    session.edit('Name', rename('Mine'));
    await pass();
    await pass();
    expect(session.state.saving.state).toBe('saved');
    expect(session.state.job.name).toBe('Mine');
    expect(session.state.job.hotWater?.storeTemperature).toBe(51);
    expect(saves.at(-1)).toMatchObject({ revision: 9, job: { name: 'Mine', hotWater: { storeTemperature: 51 } } });
  });

  it('holds where both gave one entry two values, sends nothing, and goes on with what is chosen', async () => {
    const theirs = { revision: 9, job: { ...thistleMill, name: 'Theirs', wholeHouseLoad: 12_345 } };
    for (const choice of [new Set<string>(), new Set(['name']), 'theirs'] as const) {
      const { session, answers, saves, pass } = world();
      answers.push({ kind: 'conflict', theirs });
      session.edit('Name', rename('Mine'));
      await pass();
      const { saving } = session.state;
      expect(saving).toMatchObject({
        state: 'conflict',
        theirs,
        collisions: [{ place: 'name', mine: 'Mine', theirs: 'Theirs' }],
      });
      expect(session.state.job.name).toBe('Mine');
      await pass();
      expect(saves).toHaveLength(1);
      session.settle(choice);
      await pass();
      const mine = choice !== 'theirs' && !choice.has('name');
      expect(session.state.job.name).toBe(mine ? 'Mine' : 'Theirs');
      // What only they changed is there in any case.
      expect(session.state.job.wholeHouseLoad).toBe(12_345);
      expect(session.state.saving.state).toBe('saved');
      if (mine) expect(saves[1]).toMatchObject({ revision: 9, job: { name: 'Mine' } });
    }
  });

  it('takes in a save of another window at once, and joins it to what is not sent yet', async () => {
    const theirs = { revision: 5, job: { ...thistleMill, wholeHouseLoad: 12_345 } };
    const idle = world();
    idle.session.arrived(theirs);
    expect(idle.session.state).toMatchObject({ revision: 5, saving: { state: 'saved' }, job: { wholeHouseLoad: 12_345 } });
    idle.session.arrived({ revision: 4, job: thistleMill });
    expect(idle.session.state.revision).toBe(5);
    const busy = world();
    busy.session.edit('Name', rename('Mine'));
    busy.session.arrived(theirs);
    await busy.pass();
    expect(busy.saves).toMatchObject([{ revision: 5, job: { name: 'Mine', wholeHouseLoad: 12_345 } }]);
  });

  it('a save whose answer got lost is no other window, whatever was typed since', async () => {
    const { session, answers, saves, pass } = world();
    answers.push({ kind: 'offline', detail: 'cut off' });
    session.edit('Name', rename('Sent'));
    await pass();
    session.edit('Name', rename('Typed since'), 'again');
    answers.push({ kind: 'conflict', theirs: { revision: 5, job: saves[0]?.job as Job } });
    await pass();
    await pass();
    expect(session.state.saving.state).toBe('saved');
    expect(session.state.job.name).toBe('Typed since');
    expect(saves.at(-1)?.revision).toBe(5);
  });

  it('a server that fails is tried a few times, then said so, and tried again after the next change', async () => {
    const { session, answers, saves, pass } = world();
    for (let i = 0; i < 9; i++) answers.push({ kind: 'failed', detail: 'broken' });
    session.edit('Name', rename('One'));
    for (let i = 0; i < 12; i++) await pass();
    expect(session.state.saving).toEqual({ state: 'refused', detail: 'broken' });
    const tried = saves.length;
    expect(tried).toBeLessThan(8);
    for (let i = 0; i < 5; i++) await pass();
    expect(saves.length).toBe(tried);
    answers.length = 0;
    session.edit('Name', rename('Two'), 'again');
    await pass();
    expect(session.state.saving.state).toBe('saved');
  });

  it('a save that throws ends nothing', async () => {
    let calls = 0;
    const waiting: (() => void)[] = [];
    const session = new JobSession({ revision: 4, job: thistleMill }, null, {
      save: async () => {
        if (calls++ === 0) throw new Error('no answer of any kind');
        return { kind: 'saved', revision: 5 };
      },
      keep: () => {},
      later: (run) => {
        waiting.push(run);
        return () => {};
      },
    });
    session.edit('Name', rename('One'));
    for (let i = 0; i < 3; i++) {
      for (const run of waiting.splice(0)) run();
      await new Promise((done) => setTimeout(done, 0));
    }
    expect(session.state.saving.state).toBe('saved');
  });

  it('takes over unsent work of a tab that is gone, where it collides with nothing', () => {
    const draft: Draft = {
      revision: 4,
      base: thistleMill,
      job: { ...thistleMill, wholeHouseLoad: 777 },
      dirty: true,
      past: [],
      future: [],
    };
    const { session } = world();
    session.edit('Name', rename('Mine'));
    expect(session.takeOver(draft)).toBe(true);
    expect(session.state.job).toMatchObject({ name: 'Mine', wholeHouseLoad: 777 });
    expect(session.takeOver({ ...draft, job: { ...thistleMill, name: 'Other' } })).toBe(false);
    expect(session.state.job.name).toBe('Mine');
  });

  it('cleans whatever comes in, so that nothing typed after it is refused', async () => {
    const { session, saves, pass } = world();
    session.edit('Name', rename('Mi\u0000ll \ud83d'));
    expect(session.state.job.name).toBe('Mill ');
    await pass();
    expect(saves[0]?.job.name).toBe('Mill ');
  });

  it('says why the server refuses a job and tries again after the next change', async () => {
    const { session, answers, pass } = world();
    answers.push({ kind: 'refused', detail: 'too large' });
    session.edit('Name', rename('One'));
    await pass();
    expect(session.state.saving).toEqual({ state: 'refused', detail: 'too large' });
    session.edit('Name', rename('Two'), 'again');
    await pass();
    expect(session.state.saving.state).toBe('saved');
  });

  it('comes back with what the browser kept, undo included', () => {
    const before = world();
    before.session.edit('Name', rename('Kept'));
    const again = world({ revision: 4, job: thistleMill }, structuredClone(before.kept.at(-1) as Draft));
    expect(again.session.state.job.name).toBe('Kept');
    expect(again.session.undo()).toBe('Name');
    expect(again.session.state.job).toEqual(thistleMill);
  });

  it('opened from the browser alone, sends the work that never got out', async () => {
    const draft: Draft = { revision: 4, job: { ...thistleMill, name: 'Unsent' }, dirty: true, past: [], future: [] };
    const { session, saves, pass } = world({ revision: 4, job: draft.job }, draft);
    expect(session.state.saving.state).toBe('waiting');
    await pass();
    expect(saves).toMatchObject([{ revision: 4, job: { name: 'Unsent' } }]);
    expect(session.state.saving.state).toBe('saved');
    expect(world({ revision: 4, job: draft.job }, { ...draft, dirty: false }).session.state.saving.state).toBe('saved');
  });

  it('takes a save whose answer got lost for saved, and real changes elsewhere for two versions', () => {
    const draft: Draft = {
      revision: 4,
      job: { ...thistleMill, name: 'Mine' },
      dirty: true,
      past: [],
      future: [],
    };
    expect(world({ revision: 5, job: { ...thistleMill, name: 'Mine' } }, draft).session.state.saving.state).toBe('saved');
    const base = { ...draft, base: thistleMill };
    expect(world({ revision: 5, job: { ...thistleMill, name: 'Theirs' } }, base).session.state.saving.state).toBe('conflict');
    expect(world({ revision: 5, job: thistleMill }, { ...draft, dirty: false }).session.state.job.name).toBe('Thistle Mill');
  });

  it('joins the keys typed into one field into one step', () => {
    const { session } = world();
    for (const name of ['M', 'Mi', 'Mil']) session.edit('Name', rename(name), 'name');
    expect(session.state.past.length).toBe(1);
    session.undo();
    expect(session.state.job.name).toBe('Thistle Mill');
    session.redo();
    expect(session.state.job.name).toBe('Mil');
    expect(session.undo() !== null && session.undo() === null).toBe(true);
  });
});

describe('steps', () => {
  const recipes: ((job: Job) => Job)[] = [
    rename('Other'),
    (job) => ({ ...job, rooms: job.rooms.slice(1) }),
    (job) => ({ ...job, rooms: [...job.rooms].reverse() }),
    (job) => ({ ...job, rooms: [newRoom(nextId('n', job.rooms)), ...job.rooms] }),
    (job) => ({
      ...job,
      circuits: job.circuits.slice(0, -1),
      rooms: job.rooms.map((room) => ({ ...room, circuit: null })),
    }),
    (job) => setCell(job, job.rooms[0]?.id ?? 'r1', 'heatLoad', '12 parsecs'),
  ];

  it('can be taken back and done again in any order of edits', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(recipes.length - 1), { maxLength: 12 }), (order) => {
        const jobs: Job[] = [thistleMill];
        const changes = order.map((i) => {
          const before = jobs.at(-1) as Job;
          const after = (recipes[i] as (job: Job) => Job)(before);
          jobs.push(after);
          return changeBetween(before, after, 'step');
        });
        let job = jobs.at(-1) as Job;
        for (const change of [...changes].reverse()) job = takeBack(job, structuredClone(change));
        expect(job).toEqual(thistleMill);
        for (const change of changes) job = doAgain(job, change);
        expect(job).toEqual(jobs.at(-1));
      }),
    );
  });

  it('stay small: one cell of a large job is one room', () => {
    const large = {
      ...newJob('Large'),
      rooms: Array.from({ length: 1000 }, (_, i) => newRoom(`r${i}`, { heatLoad: 500 })),
    };
    expect(JSON.stringify(changeBetween(large, setCell(large, 'r500', 'heatLoad', '700'), 'cell')).length).toBeLessThan(600);
  });
});

describe('the room grid', () => {
  it('takes typed texts with units, words and nothing', () => {
    let job = setCell(thistleMill, 'r1', 'heatLoad', '2,2 kW');
    expect(job.rooms[0]?.heatLoad).toBe(2200);
    job = setCell(job, 'r1', 'heatLoad', 'lots');
    expect(job.rooms[0]?.heatLoad).toBe(2200);
    expect(job.unread).toEqual([{ place: 'rooms/r1/heatLoad', text: 'lots' }]);
    job = setCell(job, 'r1', 'heatLoad', '');
    expect(job.rooms[0]?.heatLoad).toBeNull();
    expect(job.unread).toEqual([]);
    expect(setCell(job, 'r1', 'circuit', 'loft').rooms[0]?.circuit).toBe('c3');
    expect(setCell(job, 'new', 'name', '  ')).toBe(job);
    expect(setCell(job, 'r1', 'area', '-4').unread).toEqual([{ place: 'rooms/r1/area', text: '-4' }]);
  });

  it('takes a block across rows, making the rooms that are missing', () => {
    const job = pasteBlock(thistleMill, 12, 'name', [
      ['Forge', 'Yard', '30', '2 kW'],
      ['Stable', 'Yard', 'big', '900'],
    ]);
    expect(job.rooms.length).toBe(14);
    expect(job.rooms[12]).toMatchObject({
      id: 'r13',
      name: 'Forge',
      area: 30,
      heatLoad: 2000,
      circuit: 'c4',
    });
    expect(job.rooms[13]).toMatchObject({ name: 'Stable', heatLoad: 900, area: null });
    expect(job.unread).toEqual([{ place: 'rooms/r14/area', text: 'big' }]);
    expect(removeRooms(job, new Set(['r14'])).unread).toEqual([]);
  });
});

describe('a long history', () => {
  it('forgets its oldest steps first: the last two hundred can be taken back, one by one', () => {
    const { session } = world();
    for (let i = 1; i <= 205; i++) session.edit(`Step ${i}`, (job) => ({ ...job, name: `Name ${i}` }));
    const undone: (string | null)[] = [];
    for (let label = session.undo(); label !== null; label = session.undo()) undone.push(label);
    expect(undone).toHaveLength(200);
    expect([undone[0], undone.at(-1)]).toEqual(['Step 205', 'Step 6']);
    expect(session.state.job.name).toBe('Name 5');
  });
});

describe('who only reads', () => {
  const reading = () => {
    const saves: unknown[] = [];
    const kept: Draft[] = [];
    const session = new JobSession({ revision: 4, job: thistleMill }, null, {
      reads: true,
      save: async () => {
        saves.push(1);
        return { kind: 'saved', revision: 5 };
      },
      keep: (draft) => kept.push(draft),
      later: (run) => {
        run();
        return () => {};
      },
    });
    return { session, saves, kept };
  };

  it('may try things, which nobody else sees and nothing keeps', () => {
    const { session, saves, kept } = reading();
    session.edit('Name', rename('Tried'));
    expect(session.state).toMatchObject({ job: { name: 'Tried' }, saving: { state: 'tried' } });
    session.sendNow();
    session.close();
    expect([saves, kept]).toEqual([[], []]);
    session.undo();
    expect(session.state.saving.state).toBe('saved');
  });

  it('lets go of it, and of what others replace', () => {
    const { session } = reading();
    session.edit('Name', rename('Tried'));
    session.letGo();
    expect(session.state).toMatchObject({ job: { name: thistleMill.name }, saving: { state: 'saved' } });
    session.edit('Name', rename('Tried'));
    session.arrived({ revision: 5, job: { ...thistleMill, name: 'Theirs' } });
    expect(session.state).toMatchObject({ revision: 5, job: { name: 'Theirs' }, saving: { state: 'saved' } });
  });
});
