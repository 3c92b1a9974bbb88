import type { Job } from '../../model/job.ts';
import { COMMON_PRACTICE, MEMORY, RULES, type Rule, type RuleId } from './rules.ts';

export type { Rule, RuleId } from './rules.ts';

/** What a school of piping wants of a plant as a whole; null where it does not mind. */
export interface School {
  /** Something between source and circuits, nothing, or closely spaced tees above all. */
  separation: 'none' | 'some' | 'closely-spaced-tees' | null;
  /** Whether circuits may be mixed down, and zones may close. */
  mixing: boolean;
  closing: boolean;
}

export interface Rulebook {
  id: Job['rulebook'];
  /** Its name as it stands in a sentence, and what it comes to. */
  label: string;
  gist: string;
  /** Who works by it, in a sentence. */
  about: string;
  /** Which figure a bore is chosen and judged by. The two habits are alternatives and disagree. */
  boreBy: 'velocity' | 'gradient';
  school: School;
  rules: Record<RuleId, Rule>;
}

const ANY_SCHOOL: School = { separation: null, mixing: true, closing: true };
const FOOT = 0.3048;

type Own = Partial<Record<RuleId, Pick<Rule, 'limit'> & Partial<Rule>>>;

const book = (own: Own, rest: Omit<Rulebook, 'rules'>): Rulebook => ({
  ...rest,
  rules: Object.fromEntries(Object.entries(RULES).map(([id, shared]) => [id, { id, ...shared, ...own[id as RuleId] }])) as Record<
    RuleId,
    Rule
  >,
});

/** The rulebooks: the shared limits, and what each has its own. */
export const RULEBOOKS_BY_ID: Record<Job['rulebook'], Rulebook> = {
  'velocity-led': book(
    {},
    {
      id: 'velocity-led',
      label: 'velocity-led',
      gist: 'at most 0.9 m/s wanted, 1.5 m/s ever',
      about: 'Bores are chosen by how fast the water runs. No school of piping is asked for.',
      boreBy: 'velocity',
      school: ANY_SCHOOL,
    },
  ),
  'gradient-led': book(
    {},
    {
      id: 'gradient-led',
      label: 'gradient-led',
      gist: 'at most 300 Pa/m',
      about: 'Bores are chosen by what each metre costs the pump. No school of piping is asked for.',
      boreBy: 'gradient',
      school: ANY_SCHOOL,
    },
  ),
  'open-low-temperature': book(
    {
      hottestWater: {
        limit: 45,
        reason: 'A heat pump gives two to three per cent more for every kelvin less; above 45 °C something is too small.',
      },
      pumpOversize: { limit: 1.2, reason: 'One pump moves all the water all winter: it should be no stronger than needed.' },
      gradientMost: { limit: 150, reason: 'The pump inside a heat pump has little head left for the house.', source: MEMORY },
    },
    {
      id: 'open-low-temperature',
      label: 'open low-temperature',
      gist: 'one pump, nothing that closes',
      about:
        'One circuit straight from the source, every emitter for the same water, the flow temperature following the weather. No separator, no mixing valve, no zone that shuts.',
      boreBy: 'velocity',
      school: { separation: 'none', mixing: false, closing: false },
    },
  ),
  'separated-multi-zone': book(
    {
      headMargin: { limit: 1.1, reason: 'Circuits are added and settings changed later.', source: MEMORY },
      authorityLeast: {
        limit: 0.4,
        reason: 'Several mixing valves side by side pull at each other; sluggish ones hunt.',
        source: MEMORY,
      },
    },
    {
      id: 'separated-multi-zone',
      label: 'separated multi-zone',
      gist: 'header or buffer between',
      about:
        'The source has a loop of its own; behind a header, a buffer or plates each circuit takes the flow and temperature it needs, and zones may close one by one.',
      boreBy: 'velocity',
      school: { separation: 'some', mixing: true, closing: true },
    },
  ),
  'us-primary-secondary': book(
    {
      velocityWanted: {
        limit: 4 * FOOT,
        reason: 'Four feet a second: as fast as copper near rooms stays quiet.',
        source: COMMON_PRACTICE,
      },
      velocityLeast: {
        limit: 2 * FOOT,
        reason: 'Two feet a second carry air down to where it is taken out.',
        source: COMMON_PRACTICE,
      },
      gradientMost: { limit: 0.04 * 9806.65, reason: 'Four feet of head for a hundred feet of pipe.', source: COMMON_PRACTICE },
      gradientLeast: { limit: 0.01 * 9806.65, reason: 'One foot of head for a hundred feet of pipe.', source: COMMON_PRACTICE },
      straightBefore: { limit: 8, reason: 'Eight diameters of straight pipe let the water calm down before the tees.' },
      straightAfter: { limit: 4, reason: 'Four diameters behind them keep the next bend from pulling.' },
    },
    {
      id: 'us-primary-secondary',
      label: 'US primary/secondary',
      gist: 'closely spaced tees, 2 to 4 ft/s',
      about:
        'A primary loop round the source, each secondary on two closely spaced tees with a pump of its own. Eight diameters straight before them, four behind.',
      boreBy: 'velocity',
      school: { separation: 'closely-spaced-tees', mixing: true, closing: true },
    },
  ),
};

/** A rulebook with the limits a job has its own; what it names that is no rule is left out. */
export function rulebookOf(job: Pick<Job, 'rulebook' | 'ownRules'>): Rulebook {
  const standard = RULEBOOKS_BY_ID[job.rulebook];
  if (job.ownRules.length === 0) return standard;
  const rules = { ...standard.rules };
  for (const { id, limit, reason } of job.ownRules) {
    if (!Object.hasOwn(rules, id)) continue;
    const own = rules[id as RuleId];
    rules[id as RuleId] = { ...own, limit, reason: reason || own.reason, source: 'set in this job' };
  }
  return { ...standard, rules };
}
