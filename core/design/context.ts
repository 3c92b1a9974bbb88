import type { Job, Room } from '../../model/job.ts';
import type { Celsius, QuantityKind } from '../../model/quantities.ts';
import { FigureBook, given, type Ingredient } from '../figure/figure.ts';
import { type Fluid, fluidName, fluidOf, fluidSource, fluidState } from '../fluid/fluid.ts';
import type { FluidState } from '../fluid/water.ts';
import { isRoughCooling } from '../load/cooling-loads.ts';
import { isRough } from '../load/rough-loads.ts';
import { waterAt } from '../piping/job-waters.ts';
import type { Piping } from '../piping/piping.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { type SettledJob, settledJob } from '../plan/settled-job.ts';
import { say } from '../quantity/format.ts';
import { type Rulebook, rulebookOf } from '../rules/rulebooks.ts';
import { type ColdFlows, coldFlowsOf } from './cold-flows.ts';

/** A fluid at one temperature, and which it is. */
export interface FilledState extends FluidState {
  fluid: Fluid;
}

/** What is laid once: bores by the place of their runs, m, and volumes of vessel and tank, m3. */
export interface Laid {
  bores: ReadonlyMap<string, number>;
  header: number;
  vessel: number;
  tank: number;
}

/** What every step of the design has at hand. */
export interface Context {
  /** With rough loads and the source's delta T filled in where there are none. */
  job: SettledJob;
  /** Whether its water is cold: the job as it stands in summer. */
  cools: boolean;
  /** Whether that delta T follows from the circuits. */
  derivedDrop: boolean;
  /** Whether the load of a room, as entered, is only a rough one. */
  isRough: (room: Room) => boolean;
  /** The same of its cooling load. */
  isRoughCooling: (room: Room) => boolean;
  /** How it is piped. */
  piping: Piping;
  /** What pipes and pumps carry in summer, where they are sized for it. */
  coldFlows: ColdFlows;
  /** What runs, header, vessel and tank have to be at least, for what comes later. */
  laid: Laid;
  book: FigureBook;
  rulebook: Rulebook;
  rules: Rulebook['rules'];
  /** What fills the plant, and its properties at a temperature. */
  fluid: Fluid;
  /** @param place of the branch whose water it is; the source's without one */
  fluidAt: (celsius: Celsius, place?: string) => FilledState;
  /** Properties as they enter sums. */
  densityOf: (fluid: FilledState) => Ingredient;
  specificHeatOf: (fluid: FilledState) => Ingredient;
  /** A value in the job's units. */
  say: (value: number, kind: QuantityKind) => string;
}

/** What a later stage needs of everything that is laid once; nothing without one. */
const NOTHING_LAID: Laid = { bores: new Map(), header: 0, vessel: 0, tank: 0 };

/** @param laid what everything that is laid once has to be at least */
export function contextOf(asEntered: Job, laid: Laid = NOTHING_LAID): Context {
  const job = settledJob(asEntered);
  const rough = new Set(asEntered.rooms.filter((room) => isRough(asEntered, room)).map((room) => room.id));
  const roughCold = new Set(asEntered.rooms.filter((room) => isRoughCooling(asEntered, room)).map((room) => room.id));
  const rulebook = rulebookOf(job);
  const fluid = fluidOf(job.fluid);
  return {
    job,
    cools: false,
    derivedDrop: asEntered.source.temperatureDifference === 'auto',
    isRough: (room) => rough.has(room.id),
    isRoughCooling: (room) => roughCold.has(room.id),
    piping: pipingOf(job),
    coldFlows: coldFlowsOf(job),
    laid,
    book: new FigureBook(),
    rulebook,
    rules: rulebook.rules,
    fluid,
    fluidAt: (celsius, place) => {
      const filled = place === undefined ? fluid : waterAt(job, place).fluid;
      return { ...fluidState(filled, celsius), fluid: filled };
    },
    densityOf: ({ density, fluid: filled }) =>
      given(`density of ${fluidName(filled)} at mean temperature`, 'density', density, fluidSource(filled)),
    specificHeatOf: ({ specificHeat, fluid: filled }) =>
      given(`specific heat of ${fluidName(filled)} at mean temperature`, 'specificHeat', specificHeat, fluidSource(filled)),
    say: (value, kind) => say(value, kind, job.display),
  };
}
