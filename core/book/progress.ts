import type { EntryOf } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import { type CoverUp, coverUps } from '../commission/plan/build-steps.ts';
import type { PlanStep } from '../commission/plan/step.ts';
import { judgeTest, type TestVerdict, testTarget } from '../commission/pressure-test.ts';
import { keyOf } from '../commission/reading-points.ts';
import type { Design } from '../design/design.ts';
import { say } from '../quantity/format.ts';
import { type Book, type BookItem, photosOf, standing, stands } from './book.ts';

export type StepState = 'done' | 'skipped' | 'open' | 'waits' | 'failed';

/** A step of the plan with how far the book has come. */
export interface StepProgress {
  step: PlanStep;
  state: StepState;
  /** Why it failed, or why it was skipped. */
  why: string;
  /** Entries that speak to it, the latest first. */
  entries: string[];
}

type StepItem = BookItem & { entry: EntryOf<'step'> };

/** What a test of the book came to, by the plan's own target. */
export function verdictOf(test: EntryOf<'test'>, job: Job, design: Pick<Design, 'vessel'>): TestVerdict {
  const target = testTarget(design.vessel?.reliefPressure.value ?? job.vessel.reliefPressure);
  return judgeTest(
    {
      medium: test.medium,
      pipe: test.pipe,
      start: test.start,
      end: test.end,
      minutes: (Date.parse(test.end.at) - Date.parse(test.start.at)) / 60_000,
    },
    target,
    (pressure) => say(pressure, 'pressure', job.display),
  );
}

/** How far each step of a plan has come. */
export function progressOf(plan: readonly PlanStep[], book: Book, job: Job, design: Design): StepProgress[] {
  const ticks = new Map<string, StepItem[]>();
  for (const item of standing(book, 'step')) ticks.set(item.entry.step, [...(ticks.get(item.entry.step) ?? []), item]);
  const known = new Map<string, StepProgress>();
  const list = plan.map((step): StepProgress => {
    const own = ownState(step, book, job, design, ticks.get(step.id) ?? []);
    const waits = own.state === 'open' && step.after.some((id) => !isPassed(known.get(id)?.state));
    const progress = { step, ...own, state: waits ? 'waits' : own.state } as StepProgress;
    known.set(step.id, progress);
    return progress;
  });
  return list;
}

const isPassed = (state: StepState | undefined): boolean => state === undefined || state === 'done' || state === 'skipped';

function ownState(
  step: PlanStep,
  book: Book,
  job: Job,
  design: Design,
  ticks: readonly StepItem[],
): Pick<StepProgress, 'state' | 'why' | 'entries'> {
  const { target } = step;
  const [tick] = ticks;
  if (target.kind === 'test') {
    const tests = standing(book, 'test').filter(({ entry }) => entry.place === gatePlace(step.id));
    const entries = tests.map(({ entry }) => entry.id);
    const [latest] = tests;
    if (latest) {
      const { verdict, words } = verdictOf(latest.entry, job, design);
      return { state: verdict === 'tight' ? 'done' : verdict === 'leaks' ? 'failed' : 'open', why: words, entries };
    }
    // A test cannot be ticked away; a part that is not there can.
    if (tick?.entry.outcome === 'not-here') return { state: 'skipped', why: tick.entry.why, entries: [tick.entry.id] };
    return { state: 'open', why: '', entries: [] };
  }
  if (target.kind === 'photo') {
    const place = step.place ?? '';
    if (photosOf(book, place).length > 0)
      return {
        state: 'done',
        why: '',
        entries: book.items.filter((item) => stands(item) && item.entry.place === place).map(({ entry }) => entry.id),
      };
  }
  if (target.kind === 'signature') {
    const signed = standing(book, 'signature').filter(({ entry }) => entry.of === step.id);
    if (signed[0])
      return { state: 'done', why: `Signed by ${signed[0].entry.name}`, entries: signed.map(({ entry }) => entry.id) };
    return { state: 'open', why: '', entries: [] };
  }
  if (target.kind === 'reading') {
    const read = standing(book, 'reading').filter(
      ({ entry }) => entry.place !== null && target.keys.includes(keyOf(entry.place, entry.quantity)),
    );
    // At rest every gauge is asked for; elsewhere one way of reading it is enough.
    const all =
      step.id === 'rest'
        ? target.keys.every((key) =>
            read.some(({ entry }) => keyOf(entry.place ?? '', entry.quantity) === key && !entry.state.running),
          )
        : read.length > 0;
    if (all && read.length > 0) return { state: 'done', why: '', entries: read.map(({ entry }) => entry.id) };
  }
  if (target.kind === 'setting') {
    const set = standing(book, 'setting').filter(({ entry }) => entry.place === step.place && entry.what === target.what);
    if (set[0])
      return {
        state: 'done',
        why: set[0].entry.after === target.to ? '' : `Left at ${set[0].entry.after}`,
        entries: set.map(({ entry }) => entry.id),
      };
  }
  if (target.kind === 'water') {
    const cause = step.id.startsWith('fill/') ? 'fill' : 'purge';
    const put = standing(book, 'water').filter(({ entry }) => entry.cause === cause && entry.place === step.place);
    if (put[0]) return { state: 'done', why: '', entries: put.map(({ entry }) => entry.id) };
  }
  if (!tick) return { state: 'open', why: '', entries: [] };
  const { outcome, why } = tick.entry;
  return { state: outcome === 'done' ? 'done' : 'skipped', why, entries: ticks.map(({ entry }) => entry.id) };
}

/** Place that a test of a gate is entered at: the gate itself, as several may stand on one circuit. */
const gatePlace = (testStep: string): string => testStep.slice('test/'.length);

/** A gate before covering, with what is still missing in words. */
export interface GateState {
  gate: CoverUp;
  tested: TestVerdict | null;
  laid: { place: string; label: string; photos: string[] }[];
  signedBy: string | null;
  /** Entries were added or corrected after it was signed. */
  changedSince: boolean;
  open: boolean;
  missing: string[];
}

/** The gates of a job: red until tested, labelled, photographed and signed. */
export function gatesOf(book: Book, job: Job, design: Design): GateState[] {
  return coverUps(job, design).map((gate): GateState => {
    const test = standing(book, 'test').find(({ entry }) => entry.place === gate.id);
    const tested = test ? verdictOf(test.entry, job, design) : null;
    const places =
      gate.loops.length > 0
        ? gate.loops.map(({ place, label, roomName }) => ({ place, label: `${label} ${roomName}` }))
        : [{ place: gate.place, label: gate.label }];
    const laid = places.map(({ place, label }) => ({ place, label, photos: photosOf(book, place) }));
    const signature = standing(book, 'signature').find(({ entry }) => entry.of === gate.id);
    const bare = laid.filter(({ photos }) => photos.length === 0);
    const missing = [
      ...(tested === null
        ? ['no test yet']
        : tested.verdict === 'tight'
          ? []
          : [tested.verdict === 'leaks' ? 'it leaks' : 'the test tells nothing yet']),
      ...(bare.length > 0
        ? [`${bare.length === 1 ? bare[0]?.label : `${bare.length} of ${laid.length} loops`} without label and photo`]
        : []),
      ...(signature ? [] : ['not signed']),
    ];
    const changedSince =
      signature !== undefined &&
      [test, ...book.items.filter((item) => places.some(({ place }) => place === item.entry.place))].some(
        (item) =>
          item !== undefined && stands(item) && item.time > signature.time && !signature.entry.signed.includes(item.entry.id),
      );
    return { gate, tested, laid, signedBy: signature?.entry.name ?? null, changedSince, open: missing.length === 0, missing };
  });
}
