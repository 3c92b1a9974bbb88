import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newFloor } from '../../model/new-emitter.ts';
import { newFurtherSource } from '../../model/new-job.ts';
import { applyEdits, valueAt } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { designJob } from '../job/design-job.ts';

type Edits = [string, unknown][];
const edited = (job: Job, edits: Edits) =>
  applyEdits(
    job,
    edits.map(([at, value]) => ({ at, value })),
  );
const found = (job: Job, rule: string) => designJob(job).findings.filter((each) => each.rule === rule);

const valves = ['relief-valve', 'isolating-valve'];
const heatPump: Edits = [
  ['source/kind', 'heat-pump'],
  ['source/temperatureDifference', 5],
];

const alone: Edits = [['separation/kind', 'none']];

/** A slip for each rule. What a rule asks for is common practice; the demo keeps all of them. */
const SLIPS: [rule: string, slip: Edits][] = [
  [
    'air-separator-missing',
    [
      ['separation/kind', 'closely-spaced-tees'],
      ['source/components', valves],
    ],
  ],
  ['dirt-filter-missing', [['source/returnComponents', ['isolating-valve', 'fill-valve']]]],
  [
    'strainer-chokes',
    [...heatPump, ['source/run/size', '28x0.9'], ['source/returnComponents', ['isolating-valve', 'y-strainer', 'fill-valve']]],
  ],
  ['vessel-behind-pump', [['vessel/connection', 'source-flow']]],
  ['pumps-fight', [['separation/kind', 'none']]],
  ['oxygen', [['rooms/r2/emitters', [newFloor('e1', 19, { pipe: { material: 'pex-open', size: '16x2' } })]]]],
  ['check-valves-in-series', [['circuits/c2/components', ['isolating-valve', 'spring-check-valve']]]],
  [
    'check-valves-in-series',
    [['source/components', ['relief-valve', 'low-water-cut-off', 'isolating-valve', 'spring-check-valve', 'spring-check-valve']]],
  ],
  [
    'tees-apart',
    [
      ['separation/kind', 'closely-spaced-tees'],
      ['separation/spacing', 2],
    ],
  ],
  [
    'tees-straight',
    [
      ['separation/kind', 'closely-spaced-tees'],
      ['separation/after', 0.05],
    ],
  ],
  ['source-not-firm', [['source/kind', 'solar']]],
  ['delta-t-wide', [['circuits/c1/temperatureDifference', 14]]],
  ['isolation-missing', [['circuits/c3/components', []]]],
  ['nothing-open', [['circuits/c2/loopValves', 'thermostatic']]],
  ['relief-discharge', [['safety/discharge', 'nowhere']]],
  ['relief-capacity', [['safety/reliefCapacity', 9000]]],
  ['filling-unprotected', [['safety/filling', 'unprotected']]],
  ['filling-thins', [['fluid', { kind: 'propylene-glycol', concentration: 0.3 }]]],
  ['filling-unknown', [['safety/filling', 'unknown']]],
  ['low-water', [['source/components', valves]]],
  ['heat-dump', [['source/kind', 'solid-fuel']]],
  ['source-enclosed', [...heatPump, ['source/standing', 'enclosed']]],
  ['frost-outdoors', [['source/standing', 'open-air']]],
  ['relief-missing', [['source/components', ['low-water-cut-off', 'isolating-valve']]]],
  ['relief-shut-off', [['source/components', ['isolating-valve', 'relief-valve', 'low-water-cut-off']]]],
  ['part-on-wrong-pipe', [['source/components', ['relief-valve', 'low-water-cut-off', 'magnetic-filter', 'isolating-valve']]]],
  ['part-on-wrong-pipe', [['source/returnComponents', ['isolating-valve', 'magnetic-filter', 'fill-valve', 'air-separator']]]],
  ['filter-shut-off', [['source/returnComponents', ['magnetic-filter', 'isolating-valve', 'fill-valve']]]],
  ['fill-valve-missing', [['source/returnComponents', ['isolating-valve', 'magnetic-filter']]]],
  ['bought-twice', [['source/inside', ['relief-valve']]]],
  ['purge-missing', [['circuits/c2/returnComponents', ['isolating-valve']]]],
  ['purge-missing', [['circuits/c2/returnComponents', ['isolating-valve', 'purge-valve']]]],
  ['vent-missing', [['circuits/c4/components', ['isolating-valve']]]],
  ['school-separation', [['rulebook', 'us-primary-secondary']]],
  ['own-rule-unknown', [['ownRules', [{ id: 'gone', limit: 1, reason: '' }]]]],
  [
    'tees-straight',
    [
      ['separation/kind', 'closely-spaced-tees'],
      ['separation/before', 0.1],
    ],
  ],
  ['sources-unseparated', [...alone, ['furtherSources', [newFurtherSource('f1')]]]],
  ['source-cooler', [['furtherSources', [newFurtherSource('f1', { flowTemperature: 45 })]]]],
  ['source-cooler', [['furtherSources', [newFurtherSource('f1', { flowTemperature: 57, approach: 5 })]]]],
  ['backup-small', [['furtherSources', [newFurtherSource('f1', { order: 'backup', capacity: 5000 })]]]],
  [
    'own-pump-short',
    [
      ['source/inside', ['pump']],
      ['source/spareHead', 0.5],
    ],
  ],
  [
    'own-pump-enough',
    [
      ['source/inside', ['pump']],
      ['source/spareHead', 6],
    ],
  ],
  ['drinking-water-source', [['source/kind', 'water-heater']]],
  ['vented-leftovers', [['safety/fromVented', true]]],
  ['data-beyond', [...heatPump, ['source/points', [{ id: 'p1', outdoor: 2, flow: 55, output: 17_000, cop: 2.6 }]]]],
  ['plates-second-vessel', [['separation/kind', 'plate-exchanger']]],
  [
    'exchanger-impossible',
    [
      ['separation/kind', 'plate-exchanger'],
      ['source/temperatureDifference', 25],
    ],
  ],
  ['high-limit-missing', [['circuits/c1/highLimit', false]]],
  [
    'cold-port-open',
    [
      ['separation/kind', 'none'],
      ['circuits/c1/coldPortCheck', true],
    ],
  ],
  [
    'injection-blind',
    [
      ['circuits/c1/mixing', 'injection-fixed'],
      ['circuits/c1/loopValves', 'thermostatic'],
    ],
  ],
  [
    'shared-pump-fixed',
    [
      ['distribution/kind', 'valves'],
      ['distribution/pumpControl', 'fixed-speed'],
    ],
  ],
  ['four-way-idle', [['circuits/c1/mixing', 'four-way']]],
  ['tempering-backflow', [['hotWater/coldCheck', false]]],
  ['drinking-vessel-missing', [['hotWater/drinkingVessel', false]]],
  ['hygiene-stale-pipe', [['hotWater/hygieneCirculates', false]]],
  ['overheat-missing', [['hotWater/overheatStat', false]]],
  ['parallel-direct', [['hotWater/charging', 'parallel']]],
  ['source-flow-low', [['source/leastFlow', 2 / 3600]]],
  ['least-above-capacity', [['source/leastOutput', 40_000]]],
  ['curve-below-rooms', [['source/curve', { slope: 0.6, shift: -28, least: 5, most: 70 }]]],
  ['curve-below-rooms', [['source/curve', { slope: 'auto', shift: 0, least: 10, most: 19 }]]],
  ['no-isolator', [['controls/isolator', 'none']]],
  ['no-isolator', [['controls/isolator', 'unknown']]],
  ['thermostat-idle', [['thermostats', [{ id: 't1', name: 'Spare', rooms: [] }]]]],
  ['thermostat-idle', [['thermostats', [{ id: 't1', name: 'Upstairs', rooms: ['r6', 'r7'] }]]]],
  ['thermostat-idle', [['thermostats', [{ id: 't1', name: 'Gone', rooms: ['r99'] }]]]],
  ['thermostat-gone', [['thermostats', [{ id: 't1', name: 'Wet rooms', rooms: ['r4', 'r5', 'r99'] }]]]],
  [
    'thermostat-shared',
    [
      [
        'thermostats',
        [
          { id: 't1', name: 'Wet rooms', rooms: ['r4', 'r5'] },
          { id: 't2', name: 'North', rooms: ['r3', 'r4'] },
        ],
      ],
    ],
  ],
];

describe.each(SLIPS)('%s', (rule, slip) => {
  const job = edited(thistleMill, slip);
  const findings = found(job, rule);

  it('is not found in the demo and found after the slip, at a place of the job, with its reason', () => {
    expect(found(thistleMill, rule)).toEqual([]);
    expect(findings).toHaveLength(1);
    const [finding] = findings;
    expect(finding?.why.length).toBeGreaterThan(40);
    expect(valueAt(job, finding?.place ?? '')).toBeDefined();
  });

  it('goes with each of its remedies, which leave a job that can be read', () => {
    for (const { label, edits } of findings[0]?.remedies ?? []) {
      const cured = applyEdits(job, edits);
      expect(readJob(JSON.parse(JSON.stringify(cured))).ok, label).toBe(true);
      // More flow through the source may take more than one step.
      if (rule !== 'source-flow-low') expect(found(cured, rule), label).toEqual([]);
    }
  });
});

describe('findings that hang on more than one thing', () => {
  it('a wide strainer, or a small flow, chokes nothing', () => {
    const wide = edited(thistleMill, [
      ...heatPump,
      ['source/returnComponents', ['isolating-valve', 'y-strainer']],
      ['source/run/size', '54x1.2'],
    ]);
    expect(found(wide, 'strainer-chokes')).toEqual([]);
    // One inside a ball valve is none for a heat pump in any pipe: common practice.
    const inside = edited(wide, [['source/returnComponents', ['isolating-valve', 'ball-valve-strainer']]]);
    const [finding] = found(inside, 'strainer-chokes');
    expect(finding?.title).toContain('ball valve');
    expect(found(applyEdits(inside, finding?.remedies[0]?.edits ?? []), 'strainer-chokes')).toEqual([]);
  });

  it('a header takes the air out by itself', () => {
    expect(found(edited(thistleMill, [['source/components', valves]]), 'air-separator-missing')).toEqual([]);
  });

  it('the flow that proves the pipework is a fifth over the least', () => {
    const flow = designJob(thistleMill).solved?.state.source.flow ?? 0;
    expect(found(edited(thistleMill, [['source/leastFlow', flow / 1.25]]), 'source-flow-low')).toEqual([]);
    expect(found(edited(thistleMill, [['source/leastFlow', flow / 1.1]]), 'source-flow-low')[0]?.severity).toBe('note');
    expect(found(edited(thistleMill, [['source/leastFlow', flow * 1.1]]), 'source-flow-low')[0]?.severity).toBe('stop');
  });

  it('a finding let stand keeps its reason, comes last, and counts no more', () => {
    const slip = edited(thistleMill, [['safety/discharge', 'nowhere']]);
    const job = edited(slip, [['accepted', [{ finding: 'relief-discharge', reason: 'The tundish comes with the boiler' }]]]);
    expect(designJob(slip).findings[0]?.rule).toBe('relief-discharge');
    expect(designJob(job).findings.at(-1)).toMatchObject({
      rule: 'relief-discharge',
      accepted: 'The tundish comes with the boiler',
    });
  });
});
