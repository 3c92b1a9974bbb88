import { cleaned, clipText } from '../../model/clean-text.ts';
import type { Job } from '../../model/job.ts';
import { type Collision, mergeJobs, settled } from '../../model/merge-jobs.ts';
import { changeBetween, doAgain, type JobChange, takeBack } from './job-change.ts';

/** A job as the server holds it. */
export interface Stored {
  revision: number;
  job: Job;
}

/** How far the work is saved. */
export type Saving =
  | { state: 'saved' }
  /** Changed here, about to be sent. */
  | { state: 'waiting' }
  | { state: 'sending' }
  /** The server does not answer; it is tried again, and the work is kept in the browser. */
  | { state: 'offline'; detail: string }
  /**
   * Another window saved meanwhile, and both gave some entries different values. `merged` has all that does not collide; the rest is
   * chosen entry by entry, and nothing is sent until then.
   */
  | { state: 'conflict'; theirs: Stored; merged: Job; collisions: readonly Collision[] }
  /** Who is here may not save: what they change is only tried, in this window alone. */
  | { state: 'tried' }
  /** The server refuses this job, with the reason. */
  | { state: 'refused'; detail: string };

/** What is kept in the browser, so that nothing typed is lost with the tab. */
export interface Draft {
  revision: number;
  job: Job;
  /** The version on the server that it began from, while it differs from that. */
  base?: Job;
  /** What was sent last without an answer: the server may hold it. */
  sent?: Job;
  dirty: boolean;
  past: JobChange[];
  future: JobChange[];
}

export interface SessionState {
  job: Job;
  revision: number;
  saving: Saving;
  /** Whether this browser keeps the work; where it does not, closing the tab before it is saved loses it. */
  keeps: boolean;
  past: readonly JobChange[];
  future: readonly JobChange[];
}

export type SaveAnswer =
  | { kind: 'saved'; revision: number }
  | { kind: 'conflict'; theirs: Stored }
  | { kind: 'offline'; detail: string }
  /** The server failed at it, which another try may cure or not. */
  | { kind: 'failed'; detail: string }
  | { kind: 'refused'; detail: string };

/** The world outside the session, so that it can be tried without one. */
export interface Outside {
  save(revision: number, job: Job, summary: string): Promise<SaveAnswer>;
  /** Told of each save that was taken. */
  saved?(revision: number): void;
  keep(draft: Draft): void;
  /** Whether who is here only reads. */
  reads?: boolean;
  /** Runs something later; returns how to call it off. */
  later(run: () => void, milliseconds: number): () => void;
}

const SEND_AFTER = 500;
const TRY_AGAIN_AFTER = [1000, 3000, 8000, 15_000];
/** Tries at which the server may fail before it is said so and left until the next change. */
const MOST_FAILURES = 4;
/** Steps that can be taken back. */
const MOST_STEPS = 200;
/** Changes to one field within this time are one step. */
const SAME_STEP_WITHIN = 1500;

/**
 * One opened job: the typed change is there at once, is kept in the browser at once, and goes to the server as soon as
 * it answers. Plain state machine; screens subscribe to it.
 */
export class JobSession {
  #state: SessionState;
  /** The version on the server that the work here began from. */
  #base: Job;
  /** What was sent last, while no answer to it has come. */
  #sent: Job | null = null;
  #outside: Outside;
  #listeners = new Set<() => void>();
  #cancel: (() => void) | null = null;
  #sending = false;
  #failures = 0;
  #summary: string[] = [];
  #lastEdit = { key: '', at: 0 };
  #clock: () => number;

  constructor(stored: Stored, draft: Draft | null, outside: Outside, clock: () => number = Date.now) {
    this.#outside = outside;
    this.#clock = clock;
    this.#base = stored.job;
    if (draft && draft.revision === stored.revision) {
      this.#state = {
        job: draft.job,
        revision: stored.revision,
        saving: { state: draft.dirty ? 'waiting' : 'saved' },
        past: draft.past,
        future: draft.future,
        keeps: true,
      };
      if (draft.dirty) this.#sendLater(0);
    } else if (draft && JSON.stringify(draft.job) === JSON.stringify(stored.job)) {
      // The same content under another revision is a save whose answer never came back.
      this.#state = {
        job: stored.job,
        revision: stored.revision,
        saving: { state: 'saved' },
        past: draft.past,
        future: draft.future,
        keeps: true,
      };
    } else if (draft?.dirty) {
      // Changed here without ever reaching the server, and changed there meanwhile.
      this.#base = draft.base ?? stored.job;
      this.#sent = draft.sent ?? null;
      this.#state = {
        job: draft.job,
        revision: draft.revision,
        saving: { state: 'waiting' },
        past: draft.past,
        future: draft.future,
        keeps: true,
      };
      this.#meet(stored);
    } else {
      this.#state = {
        job: stored.job,
        revision: stored.revision,
        saving: { state: 'saved' },
        past: [],
        future: [],
        keeps: true,
      };
    }
  }

  get state(): SessionState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /**
   * Changes the job.
   * @param label what was done, in a few words
   * @param recipe gives the changed job; returning the same job changes nothing
   * @param key edits with the same key in quick succession become one step
   */
  edit(label: string, recipe: (job: Job) => Job, key = ''): void {
    const before = this.#state.job;
    // Whatever it came from, a text that no database keeps would make the server refuse all that follows.
    const job = cleaned(recipe(before), before);
    if (job === before) return;
    const now = this.#clock();
    const last = this.#state.past.at(-1);
    const joins = key !== '' && key === this.#lastEdit.key && now - this.#lastEdit.at < SAME_STEP_WITHIN && last !== undefined;
    this.#lastEdit = { key, at: now };
    const base = joins ? takeBack(before, last) : before;
    const change = changeBetween(base, job, label);
    const past = [...(joins ? this.#state.past.slice(0, -1) : this.#state.past), change].slice(-MOST_STEPS);
    this.#move({ job, past, future: [] }, label);
  }

  undo(): string | null {
    const change = this.#state.past.at(-1);
    if (!change) return null;
    this.#lastEdit = { key: '', at: 0 };
    this.#move(
      {
        job: takeBack(this.#state.job, change),
        past: this.#state.past.slice(0, -1),
        future: [change, ...this.#state.future],
      },
      `Undo: ${change.label}`,
    );
    return change.label;
  }

  redo(): string | null {
    const change = this.#state.future[0];
    if (!change) return null;
    this.#lastEdit = { key: '', at: 0 };
    this.#move(
      {
        job: doAgain(this.#state.job, change),
        past: [...this.#state.past, change],
        future: this.#state.future.slice(1),
      },
      `Redo: ${change.label}`,
    );
    return change.label;
  }

  /**
   * Settles a conflict: all of theirs, or what both changed with their value at the places named and this window's at the others.
   */
  settle(choice: 'theirs' | ReadonlySet<string>): void {
    const { saving } = this.#state;
    if (saving.state !== 'conflict') return;
    const { theirs, merged, collisions } = saving;
    if (choice === 'theirs') this.#adopt(theirs);
    else this.#join(theirs, settled(merged, collisions, choice), 'Joined with a change from another window');
  }

  /** Lets go of what was only tried. */
  letGo(): void {
    if (this.#state.saving.state === 'tried') this.#adopt({ revision: this.#state.revision, job: this.#base });
  }

  /** Another window or computer saved: taken in at once where nothing collides. */
  arrived(theirs: Stored): void {
    const { revision, saving } = this.#state;
    if (theirs.revision <= revision || this.#sending) return;
    if (saving.state === 'saved' || saving.state === 'tried') this.#adopt(theirs);
    else this.#meet(theirs);
  }

  /** Puts what was changed here and there together, or holds where they collide. */
  #meet(theirs: Stored): void {
    // A save whose answer got lost comes back as the server's version: no other window stands behind it.
    if (this.#sent && JSON.stringify(this.#sent) === JSON.stringify(theirs.job)) this.#base = theirs.job;
    const { job: merged, collisions } = mergeJobs(this.#base, this.#state.job, theirs.job);
    if (collisions.length === 0) this.#join(theirs, merged, 'Joined with a change from another window');
    else {
      this.#cancel?.();
      this.#set({ ...this.#state, saving: { state: 'conflict', theirs, merged, collisions } });
      this.#keep();
    }
  }

  #adopt(theirs: Stored): void {
    this.#base = theirs.job;
    this.#set({ ...this.#state, job: theirs.job, revision: theirs.revision, saving: { state: 'saved' }, past: [], future: [] });
    this.#keep();
  }

  /** Goes on from theirs with what was changed here. Steps back lead through whole rooms, which others may have changed: they end here. */
  #join(theirs: Stored, job: Job, label: string): void {
    this.#base = theirs.job;
    this.#summary.push(label);
    this.#set({ ...this.#state, job, revision: theirs.revision, saving: { state: 'waiting' }, past: [], future: [] });
    this.#keep();
    this.#sendLater(0);
  }

  /** Whether the browser took what was kept last. */
  kept(keeps: boolean): void {
    if (keeps !== this.#state.keeps) this.#set({ ...this.#state, keeps });
  }

  /**
   * Takes over unsent work of a tab that is gone.
   * @returns false where it collides with what is here, or lacks the version it began from: it is then left where it is kept
   */
  takeOver(draft: Draft): boolean {
    if (!draft.base || this.#state.saving.state === 'conflict') return false;
    const { job, collisions } = mergeJobs(draft.base, draft.job, this.#state.job);
    if (collisions.length > 0) return false;
    if (JSON.stringify(job) !== JSON.stringify(this.#state.job)) this.edit('Unsent work of another tab', () => job);
    return true;
  }

  /** Sends what waits now, for example when the connection is back or the tab is hidden. */
  sendNow(): void {
    const { state } = this.#state.saving;
    if (state === 'waiting' || state === 'offline') this.#sendLater(0);
  }

  close(): void {
    this.#cancel?.();
    if (this.#state.saving.state === 'waiting') void this.#send();
  }

  #move(next: Pick<SessionState, 'job' | 'past' | 'future'>, label: string): void {
    const { saving } = this.#state;
    if (this.#outside.reads && (saving.state === 'saved' || saving.state === 'tried')) {
      this.#set({ ...this.#state, ...next, saving: next.past.length > 0 ? { state: 'tried' } : { state: 'saved' } });
      return;
    }
    this.#summary.push(label);
    const held = saving.state === 'conflict';
    this.#set({ ...this.#state, ...next, saving: held ? saving : { state: 'waiting' } });
    this.#keep();
    if (!held) this.#sendLater(SEND_AFTER);
  }

  #sendLater(milliseconds: number): void {
    this.#cancel?.();
    this.#cancel = this.#outside.later(() => void this.#send(), milliseconds);
  }

  async #send(): Promise<void> {
    this.#cancel = null;
    if (this.#sending) return;
    this.#sending = true;
    const { job, revision } = this.#state;
    const labels = this.#summary;
    this.#summary = [];
    this.#set({ ...this.#state, saving: { state: 'sending' } });
    const before = this.#sent;
    this.#sent = job;
    this.#keep();
    const answer = await this.#outside
      .save(revision, job, summarise(labels))
      .catch((error): SaveAnswer => ({ kind: 'failed', detail: error instanceof Error ? error.message : String(error) }));
    this.#sending = false;
    const changed = this.#state.job !== job;
    if (answer.kind === 'saved') {
      this.#failures = 0;
      this.#base = job;
      this.#sent = null;
      this.#outside.saved?.(answer.revision);
      this.#set({
        ...this.#state,
        revision: answer.revision,
        saving: { state: changed ? 'waiting' : 'saved' },
      });
      if (changed) this.#sendLater(SEND_AFTER);
    } else {
      this.#summary = [...labels, ...this.#summary];
      if (answer.kind === 'conflict') {
        // What was refused is not what the server holds; what went out before it may be.
        this.#sent = before;
        this.#meet(answer.theirs);
        this.#sent = null;
      } else if (answer.kind === 'refused' || (answer.kind === 'failed' && ++this.#failures > MOST_FAILURES)) {
        this.#failures = 0;
        this.#set({ ...this.#state, saving: { state: 'refused', detail: answer.detail } });
        if (changed) this.#sendLater(SEND_AFTER);
      } else {
        this.#set({ ...this.#state, saving: { state: 'offline', detail: answer.detail } });
        this.#sendLater(TRY_AGAIN_AFTER[Math.min(this.#failures++, TRY_AGAIN_AFTER.length - 1)] as number);
      }
    }
    this.#keep();
  }

  #keep(): void {
    const { job, revision, saving, past, future } = this.#state;
    this.#outside.keep({
      job,
      revision,
      dirty: saving.state !== 'saved',
      ...(saving.state === 'saved' ? {} : { base: this.#base, ...(this.#sent ? { sent: this.#sent } : {}) }),
      past: [...past],
      future: [...future],
    });
  }

  #set(state: SessionState): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

/** A line for the history: the last steps, newest first, each once. */
function summarise(labels: readonly string[]): string {
  const unique = [...new Set([...labels].reverse())];
  const shown = unique.slice(0, 3).join('; ');
  return clipText(unique.length > 3 ? `${shown}; and ${unique.length - 3} more` : shown, 200) || 'Saved';
}
