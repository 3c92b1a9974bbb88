import { fieldAt } from '../../model/fields.ts';
import type { Assumption, Job, Structure } from '../../model/job.ts';
import { applyEdits, type JobEdit, type Place, valueAt } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { STRUCTURE_LABELS, unseenPlace, withTeeAt } from '../../model/unseen-tee.ts';
import { builtCircuits } from '../design/built-circuits.ts';
import type { Design } from '../design/design.ts';
import { placeName } from '../design/place-name.ts';
import { findSize, type PipeSize } from '../pipe/catalogue.ts';
import { circulatorName, findCirculator } from '../plant/circulator.ts';
import { say } from '../quantity/format.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import { designJob, designWithPlant } from './design-job.ts';

/** A way to find out what is really there. */
export interface Settling {
  kind: 'look' | 'reading';
  /** What to do, and what it shows when the guess holds and when it does not. */
  how: string;
  pass: string;
}

export interface LedgerAlternative {
  label: string;
  /** What would be chosen differently were this known. */
  choices: string[];
  /** What the plant would do, built for the guess but met with this. */
  consequences: string[];
  /** Titles of findings that come up only then. */
  findings: string[];
}

/** One line of the ledger: a guess, what hangs on it, and what settles it. */
export interface LedgerEntry {
  id: string;
  place: Place;
  name: string;
  taken: string;
  alternatives: LedgerAlternative[];
  /** Cheapest first. */
  settling: Settling[];
  /** Why this line could not be worked out, or null. */
  problem: string | null;
}

/** What can be told apart on site: pressures in Pa on a small gauge, differences in K between two clip thermometers. */
const GAUGE_STEP = 2000;
const THERMOMETER_STEP = 1;
/** Share of a flow that meters and pump displays can be wrong by: judgement. */
const METER_SHARE = 0.08;
const CALIPER_STEP = 0.5e-3;
/** Changes smaller than this share are not worth a line. */
const WORTH = 0.02;

/**
 * The assumption ledger: for each guess the design is worked out with every stated alternative, twice. Once as if it
 * had been known, to see what would be chosen differently; once with pumps, pipes and settings as chosen for the guess,
 * to see what that plant would do. Readings that tell the two apart by more than an ordinary instrument's step settle the guess.
 */
export function assumptionLedger(job: Job): LedgerEntry[] {
  if (job.assumptions.length === 0) return [];
  const base = designJob(job);
  const built = pinned(job, base);
  const builtDesign = designJob(built);
  return job.assumptions.map((assumption) => ledgerEntry(job, built, base, builtDesign, assumption));
}

function ledgerEntry(job: Job, built: Job, base: Design, builtDesign: Design, assumption: Assumption): LedgerEntry {
  const { id, place } = assumption;
  const taken = valueAt(job, place);
  const name = placeName(job, place);
  const empty = { id, place, name, taken: '', alternatives: [], settling: [] };
  if (typeof taken !== 'string' && typeof taken !== 'number') {
    return { ...empty, problem: `The job has no ${place} any more. Take this line out.` };
  }
  const others: Design[][] = [];
  const alternatives: LedgerAlternative[] = [];
  for (const value of assumption.alternatives) {
    const known = tryEdit(job, { at: place, value });
    const met = tryEdit(built, { at: place, value });
    if (!known || !met) {
      return {
        ...empty,
        taken: valueWords(job, place, taken),
        problem: `“${value}” cannot stand at ${name}. Correct the alternative.`,
      };
    }
    const knownDesign = designJob(known);
    const metDesign = designWithPlant(met, builtDesign).design;
    others.push([metDesign, ...spreadOf(met, place).map((each) => designWithPlant(each, builtDesign).design)]);
    const before = new Set(builtDesign.findings.map((finding) => finding.id));
    alternatives.push({
      label: valueWords(job, place, value),
      choices: choices(job, base, knownDesign, place),
      consequences: consequences(job, builtDesign, metDesign),
      findings: metDesign.findings.filter((finding) => !before.has(finding.id)).map((finding) => finding.title),
    });
  }
  return {
    id,
    place,
    name,
    taken: valueWords(job, place, taken),
    alternatives,
    settling: [
      ...looks(job, base, assumption, taken),
      ...readings(
        job,
        place,
        [builtDesign, ...spreadOf(built, place).map((each) => designWithPlant(each, builtDesign).design)],
        others,
      ),
    ],
    problem: null,
  };
}

/** A guess, and the plant that was bought for it met with what was taken and with each alternative. */
export interface AssumptionVariants {
  builtDesign: Design;
  /** As taken first. */
  met: { label: string; job: Job }[];
}

/** @returns null where the guess or one of its alternatives cannot stand in the job any more */
export function variantsOf(job: Job, id: string): AssumptionVariants | null {
  const assumption = job.assumptions.find((each) => each.id === id);
  const taken = assumption && valueAt(job, assumption.place);
  if (!assumption || (typeof taken !== 'string' && typeof taken !== 'number')) return null;
  const { place, alternatives } = assumption;
  const built = pinned(job, designJob(job));
  const met = alternatives.map((value) => ({ label: valueWords(job, place, value), job: tryEdit(built, { at: place, value }) }));
  if (met.some((each) => each.job === null)) return null;
  return {
    builtDesign: designJob(built),
    met: [{ label: valueWords(job, place, taken), job: built }, ...met.map((each) => ({ ...each, job: each.job as Job }))],
  };
}

/** A job with an edit, or null when the schema refuses it. */
function tryEdit(job: Job, edit: JobEdit): Job | null {
  const read = readJob(applyEdits(job, [edit]));
  return read.ok ? read.job : null;
}

/** The job with pumps, pipes, valves and header of its design pinned: the plant as it would be bought. */
function pinned(job: Job, design: Design): Job {
  const edits: JobEdit[] = [];
  const pin = (at: Place, value: string | number | undefined) => {
    if (value !== undefined && valueAt(job, at) === 'auto') edits.push({ at, value });
  };
  for (const { id, sized } of builtCircuits(design)) {
    pin(`circuits/${id}/pump`, sized?.pump?.duty?.modelId);
    pin(`circuits/${id}/mixingValve`, sized?.valve?.kvs.value);
    pin(`circuits/${id}/run/size`, sized?.run.size.id);
    pin(`circuits/${id}/worstRun/size`, sized?.worstRun.size.id);
  }
  pin('source/pump', design.source?.pump?.duty?.modelId);
  pin('source/run/size', design.source?.run.size.id);
  pin('separation/bore', design.source?.header?.bore.value);
  return applyEdits(job, edits);
}

/** Pipes, pumps and valves that would be chosen differently. */
function choices(job: Job, base: Design, other: Design, place: Place): string[] {
  const lines: string[] = [];
  const compare = (what: string, at: Place, before: string | undefined, after: string | undefined) => {
    if (at !== place && before !== after) lines.push(`${what}: ${after ?? 'none'} instead of ${before ?? 'none'}`);
  };
  const speed = (duty: { label: string; step: number } | null | undefined) =>
    duty ? `${duty.label}, speed ${duty.step}` : undefined;
  for (const circuit of builtCircuits(base)) {
    const match = builtCircuits(other).find((each) => each.id === circuit.id);
    const at = `circuits/${circuit.id}`;
    compare(`${circuit.name}, pump`, `${at}/pump`, speed(circuit.sized?.pump?.duty), speed(match?.sized?.pump?.duty));
    compare(`${circuit.name}, pipe`, `${at}/run/size`, circuit.sized?.run.size.label, match?.sized?.run.size.label);
    compare(
      `${circuit.name}, index run`,
      `${at}/worstRun/size`,
      circuit.sized?.worstRun.size.label,
      match?.sized?.worstRun.size.label,
    );
    const kvs = (design: typeof circuit | undefined) =>
      design?.sized?.valve && say(design.sized.valve.kvs.value, 'flowCoefficient', job.display);
    compare(`${circuit.name}, mixing valve`, `${at}/mixingValve`, kvs(circuit) ?? undefined, kvs(match) ?? undefined);
  }
  compare('Source pump', 'source/pump', speed(base.source?.pump?.duty), speed(other.source?.pump?.duty));
  return lines;
}

/** What the plant as bought does differently: flows, heat and head that move by more than a fiftieth. */
function consequences(job: Job, base: Design, other: Design): string[] {
  const lines: string[] = [];
  const compare = (
    what: string,
    before: number | undefined,
    after: number | undefined,
    kind: 'volumeFlow' | 'power' | 'head',
  ) => {
    if (before === undefined || after === undefined || Math.abs(after - before) <= WORTH * Math.abs(before)) return;
    lines.push(`${what}: ${say(after, kind, job.display)} instead of ${say(before, kind, job.display)}`);
  };
  for (const circuit of builtCircuits(base)) {
    const match = builtCircuits(other).find((each) => each.id === circuit.id);
    const heat = (design: Design) => design.solved?.circuits.find((each) => each.id === circuit.id)?.heat.value;
    compare(`${circuit.name}, flow`, circuit.sized?.pump?.duty?.flow.value, match?.sized?.pump?.duty?.flow.value, 'volumeFlow');
    compare(`${circuit.name}, heat`, heat(base), heat(other), 'power');
    compare(`${circuit.name}, head of the index run`, circuit.sized?.pump?.head.value, match?.sized?.pump?.head.value, 'head');
  }
  compare('Source, flow', base.source?.pump?.duty?.flow.value, other.source?.pump?.duty?.flow.value, 'volumeFlow');
  for (const circuit of base.cooling?.circuits ?? []) {
    const { circuitId } = circuit;
    const match = other.cooling?.circuits.find((each) => each.circuitId === circuitId);
    const name = base.circuits.find(({ id }) => id === circuitId)?.name ?? circuitId;
    // As the whole plant gives it, or as its emitters would while that is not solved.
    const comes = (of: typeof match) => of?.solved?.heat.value ?? of?.output.value;
    compare(`${name}, cooling`, comes(circuit), comes(match), 'power');
  }
  return lines;
}

/** The ends of what a structure that nobody has seen may be: its tee as near and as far as it may lie. Nothing for anything else. */
function spreadOf(job: Job, place: Place): Job[] {
  const at = unseenPlace(place);
  const section = job.circuits.find(({ id }) => id === at?.circuit)?.sections.find(({ id }) => id === at?.section);
  if (!section?.unseen || section.unseen.taken === 'through') return [];
  const { least, most } = section.unseen;
  return [withTeeAt(job, place, least), withTeeAt(job, place, most)];
}

/** What a person can see or measure on the thing itself. */
function looks(job: Job, base: Design, { place, alternatives }: Assumption, taken: string | number): Settling[] {
  if (place.endsWith('/size')) {
    const material = valueAt(job, place.replace(/size$/, 'material')) as Parameters<typeof findSize>[0];
    const own = taken === 'auto' ? sizeIn(base, place) : findSize(material, String(taken));
    const outside = (size: PipeSize | undefined) => size?.outside;
    const ours = outside(own);
    const apart = alternatives.every((each) => {
      const other = outside(findSize(material, String(each)));
      return ours !== undefined && other !== undefined && Math.abs(other - ours) > CALIPER_STEP;
    });
    if (ours === undefined || !apart) return [];
    return [
      {
        kind: 'look',
        how: 'Put a caliper across the bare pipe where it comes out of the wall or floor.',
        pass: `As taken: ${say(ours, 'bore', job.display)} outside. ${alternatives
          .map(
            (each) =>
              `${say(outside(findSize(material, String(each))) ?? 0, 'bore', job.display)} means ${valueWords(job, place, each)}`,
          )
          .join('; ')}.`,
      },
    ];
  }
  const structure = lookAtTee(job, place);
  if (structure) return [structure];
  if (place.endsWith('/pump')) {
    const label = (id: string | number) => pumpName(job, id);
    return [{ kind: 'look', how: 'Read the name plate of the pump.', pass: `As taken: ${label(taken)}.` }];
  }
  if (/[lL]ength$/.test(place)) {
    return [
      {
        kind: 'look',
        how: 'Follow the run with a tape or a measuring wheel, both ways where the length is there and back.',
        pass: `As taken: ${valueWords(job, place, taken)}, a tenth either way.`,
      },
    ];
  }
  return [];
}

/** How a tee out of sight is found: the pipe at the start of the stretch says which structure it is where the two differ there. */
function lookAtTee(job: Job, place: Place): Settling | null {
  const at = unseenPlace(place);
  const section = job.circuits.find(({ id }) => id === at?.circuit)?.sections.find(({ id }) => id === at?.section);
  if (!section?.unseen) return null;
  const { least, most, trunk, through } = section.unseen;
  const outside = (size: string) => findSize(section.material, size)?.outside;
  const [thick, thin] = [outside(trunk), outside(through)];
  if (thick !== undefined && thin !== undefined && Math.abs(thick - thin) > CALIPER_STEP) {
    return {
      kind: 'look',
      how: `Put a caliper across the bare pipe where ${section.name || section.id} is last seen before it goes out of sight.`,
      pass: `${say(thick, 'bore', job.display)} outside means ${STRUCTURE_LABELS.tee}; ${say(thin, 'bore', job.display)} means ${STRUCTURE_LABELS.through}.`,
    };
  }
  return {
    kind: 'look',
    how: `Lift a board between ${say(least, 'length', job.display)} and ${say(most, 'length', job.display)} from where ${section.name || section.id} goes out of sight.`,
    pass: `A tee there means ${STRUCTURE_LABELS.tee}; plain pipe means ${STRUCTURE_LABELS.through}.`,
  };
}

function sizeIn(design: Design, place: Place): PipeSize | undefined {
  const [list, id, run] = place.split('/');
  if (list === 'source') return design.source?.run.size;
  const sized = builtCircuits(design).find((circuit) => circuit.id === id)?.sized;
  return run === 'worstRun' ? sized?.worstRun.size : sized?.run.size;
}

/**
 * Readings with every zone calling that lie apart by more than the step of the instrument, wherever within its range each of them lies.
 * @param ours designs of what was taken @param others of each alternative
 */
function readings(job: Job, place: Place, ours: readonly Design[], others: readonly (readonly Design[])[]): Settling[] {
  const owner = place.startsWith('circuits/') ? place.split('/')[1] : null;
  const [base] = ours;
  const circuits = base?.circuits.filter((circuit) => owner === null || circuit.id === owner) ?? [];
  const found: Settling[] = [];
  for (const { id, name } of circuits) {
    const drop = (design: Design) => {
      const state = design.solved?.state.circuits.find((each) => each.id === id);
      return state && design.solved?.state.converged ? state.supply - state.back : undefined;
    };
    const across = (design: Design) => {
      const duty = design.circuits.find((each) => each.id === id)?.sized?.pump?.duty;
      return duty ? duty.head.value * PASCAL_PER_METRE : undefined;
    };
    const flow = (design: Design) => design.circuits.find((each) => each.id === id)?.sized?.pump?.duty?.flow.value;
    for (const { how, of, step, kind } of [
      {
        how: `${name}, every zone calling: flow by the meters of its branches, or by what the pump shows.`,
        of: flow,
        step: (flow(base as Design) ?? 0) * METER_SHARE,
        kind: 'volumeFlow',
      },
      {
        how: `${name}, every zone calling and settled: two clip thermometers on flow and return of the manifold.`,
        of: drop,
        step: THERMOMETER_STEP,
        kind: 'temperatureDifference',
      },
      { how: `${name}, every zone calling: pressure gauge across the pump.`, of: across, step: GAUGE_STEP, kind: 'pressure' },
    ] as const) {
      const own = rangeOf(ours, of);
      const theirs = others.map((each) => rangeOf(each, of));
      if (!own || theirs.length === 0 || !theirs.every((each) => each !== null)) continue;
      const gaps = theirs.map((each) => Math.max(each[0] - own[1], own[0] - each[1]));
      if (!gaps.every((gap) => gap > step)) continue;
      const middle = (own[0] + own[1]) / 2;
      const allowance = (own[1] - own[0]) / 2 + Math.min(...gaps) / 2;
      found.push({
        kind: 'reading',
        how,
        pass: `As taken: ${say(middle, kind, job.display)}, give or take ${say(allowance, kind, job.display)}. ${theirs
          .map(([low, high]) =>
            high - low < step / 10
              ? say(low, kind, job.display)
              : `${say(low, kind, job.display)} to ${say(high, kind, job.display)}`,
          )
          .join(' or ')} means otherwise.`,
      });
    }
  }
  return found;
}

/** Least and most of a reading over the designs of one guess; null where one of them has none. */
function rangeOf(designs: readonly Design[], of: (design: Design) => number | undefined): [number, number] | null {
  const values = designs.map(of);
  if (values.some((each) => each === undefined)) return null;
  return [Math.min(...(values as number[])), Math.max(...(values as number[]))];
}

/** Water at about 50 C: 988 kg/m3 times standard gravity. */
const PASCAL_PER_METRE = 988 * GRAVITY;

/** A value as a person reads it at its place. */
function valueWords(job: Job, place: Place, value: unknown): string {
  const field = fieldAt(place);
  if (typeof value === 'number' && field) return say(value, field.kind, job.display);
  if (unseenPlace(place)) return STRUCTURE_LABELS[value as Structure] ?? String(value);
  if (place.endsWith('/size')) {
    const material = valueAt(job, place.replace(/size$/, 'material')) as Parameters<typeof findSize>[0];
    return findSize(material, String(value))?.label ?? String(value);
  }
  if (place.endsWith('/pump')) return pumpName(job, String(value));
  return String(value);
}

function pumpName(job: Job, id: string | number): string {
  const model = findCirculator(String(id), job.ownPumps);
  return model ? circulatorName(model, job.display) : String(id);
}
