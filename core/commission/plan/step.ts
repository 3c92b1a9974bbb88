import type { TestTarget } from '../pressure-test.ts';

/** The parts of commissioning in the order of the work. */
export const PHASES = {
  build: 'Build',
  fill: 'Fill and purge',
  start: 'First start',
  prove: 'Prove the flow',
  balance: 'Balance',
  tune: 'Tune',
  'hand-over': 'Hand over',
  live: 'Live',
} as const;
export type Phase = keyof typeof PHASES;
export const PHASE_IDS = Object.keys(PHASES) as Phase[];

/** What is to come out of a step. */
export type StepTarget =
  /** A reading at a point, by its key; what is expected follows from the state it is taken in. */
  | { kind: 'reading'; keys: string[] }
  /** Something set by hand, in words in the job's units. */
  | { kind: 'setting'; what: string; to: string }
  | { kind: 'test'; test: TestTarget }
  | { kind: 'photo' }
  | { kind: 'signature' }
  /** Litres put in, and minutes it takes. */
  | { kind: 'water'; litres: number; minutes: number | null }
  | { kind: 'tuning'; follower: string }
  | { kind: 'look' };

/** One step of the work. Plain data. */
export interface PlanStep {
  /** From its place, so that the book holds when the design is edited. */
  id: string;
  phase: Phase;
  place: string | null;
  placeLabel: string;
  /** What to do, as an instruction. */
  title: string;
  /** Why, and what done looks like. */
  why: string;
  tools: string[];
  target: StepTarget;
  /** Steps that come first: this one waits for them. */
  after: string[];
  /** What can hurt somebody here. */
  caution?: string;
  /** Where the step may not be skipped: what is behind it cannot be undone. */
  hold?: boolean;
}
