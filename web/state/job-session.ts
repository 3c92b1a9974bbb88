import type { Job } from '../../model/job.ts';
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
  /** The server took another change meanwhile: both versions are kept until one is chosen. */
  | { state: 'conflict'; theirs: Stored }
  /** The server refuses this job, with the reason. */
  | { state: 'refused'; detail: string };

/** What is kept in the browser, so that nothing typed is lost with the tab. */
export interface Draft {
  revision: number;
  job: Job;
  dirty: boolean;
  past: JobChange[];
  future: JobChange[];
}

export interface SessionState {
  job: Job;
  revision: number;
  saving: Saving;
  past: readonly JobChange[];
  future: readonly JobChange[];
}

export type SaveAnswer =
  | { kind: 'saved'; revision: number }
  | { kind: 'conflict'; theirs: Stored }
  | { kind: 'offline'; detail: string }
  | { kind: 'refused'; detail: string };

/** The world outside the session, so that it can be tried without one. */
export interface Outside {
  save(revision: number, job: Job, summary: string): Promise<SaveAnswer>;
  keep(draft: Draft): void;
  /** Runs something later; returns how to call it off. */
  later(run: () => void, milliseconds: number): () => void;
}

const SEND_AFTER = 500;
const TRY_AGAIN_AFTER = [1000, 3000, 8000, 15_000];
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
    if (draft && draft.revision === stored.revision) {
      this.#state = {
        job: draft.job,
        revision: stored.revision,
        saving: { state: draft.dirty ? 'waiting' : 'saved' },
        past: draft.past,
        future: draft.future,
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
      };
    } else if (draft?.dirty) {
      // Changed here without ever reaching the server, and changed there meanwhile: the person decides.
      this.#state = {
        job: draft.job,
        revision: draft.revision,
        saving: { state: 'conflict', theirs: stored },
        past: draft.past,
        future: draft.future,
      };
    } else {
      this.#state = {
        job: stored.job,
        revision: stored.revision,
        saving: { state: 'saved' },
        past: [],
        future: [],
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
    const job = recipe(before);
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

  /** Settles a conflict: keep this version on top of theirs, or take theirs. */
  settle(choice: 'mine' | 'theirs'): void {
    const { saving } = this.#state;
    if (saving.state !== 'conflict') return;
    const { theirs } = saving;
    if (choice === 'theirs') {
      this.#set({
        job: theirs.job,
        revision: theirs.revision,
        saving: { state: 'saved' },
        past: [],
        future: [],
      });
      this.#keep();
    } else {
      this.#set({ ...this.#state, revision: theirs.revision, saving: { state: 'waiting' } });
      this.#summary.push('Kept over a change from another window');
      this.#keep();
      this.#sendLater(0);
    }
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
    this.#summary.push(label);
    const { saving } = this.#state;
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
    const answer = await this.#outside.save(revision, job, summarise(labels));
    this.#sending = false;
    const changed = this.#state.job !== job;
    if (answer.kind === 'saved') {
      this.#failures = 0;
      this.#set({
        ...this.#state,
        revision: answer.revision,
        saving: { state: changed ? 'waiting' : 'saved' },
      });
      if (changed) this.#sendLater(SEND_AFTER);
    } else {
      this.#summary = [...labels, ...this.#summary];
      if (answer.kind === 'conflict') this.#set({ ...this.#state, saving: { state: 'conflict', theirs: answer.theirs } });
      else if (answer.kind === 'refused') {
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
  return (unique.length > 3 ? `${shown}; and ${unique.length - 3} more` : shown).slice(0, 200) || 'Saved';
}
