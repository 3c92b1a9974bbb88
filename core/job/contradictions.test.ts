import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { applyEdits } from '../../model/place.ts';
import { wallSheet } from '../drawing/wall.ts';
import { designJob } from './design-job.ts';

/** What a person may well enter that does not go together, and the finding that says so. */
const CONTRADICTIONS: [what: string, edits: [string, unknown][], rule: string][] = [
  [
    'a source cooler than its radiators',
    [
      ['source/flowTemperature', 35],
      ['circuits/c2/flowTemperature', 60],
    ],
    'direct-not-source',
  ],
  ['a mixed circuit hotter than its source', [['circuits/c3/flowTemperature', 62]], 'mixed-above-source'],
  ['a source smaller than the load', [['source/capacity', 5000]], 'source-too-small'],
  ['no separation while several pumps draw', [['separation/kind', 'none']], 'pumps-fight'],
  [
    'a fire with neither water nor dump',
    [
      ['source/kind', 'solid-fuel'],
      ['separation/kind', 'none'],
    ],
    'heat-dump',
  ],
  [
    'a buffer of a few litres',
    [
      ['separation/kind', 'buffer'],
      ['separation/volume', 0.005],
    ],
    'buffer-small',
  ],
  ['a least output above the capacity', [['source/leastOutput', 40_000]], 'least-above-capacity'],
  ['a relief valve below the static pressure', [['vessel/reliefPressure', 60_000]], 'vessel-impossible'],
  ['a circuit without a room', [['rooms/r13/circuit', null]], 'circuit-empty'],
  ['a return below the rooms', [['circuits/c1/temperatureDifference', 18]], 'return-below-room'],
  [
    'glycol that freezes',
    [
      ['fluid', { kind: 'propylene-glycol', concentration: 0.02 }],
      ['source/standing', 'open-air'],
    ],
    'fluid-freezes',
  ],
];

describe.each(CONTRADICTIONS)('%s', (_, edits, rule) => {
  const job = applyEdits(
    thistleMill,
    edits.map(([at, value]) => ({ at, value })),
  );

  it('is named, and the wall shows what can be shown', () => {
    const design = designJob(job);
    expect(design.findings.map((finding) => finding.rule)).toContain(rule);
    const sheet = wallSheet(job, design);
    expect(sheet.houses).toHaveLength(4);
    expect(sheet.symbols.length).toBeGreaterThan(6);
    for (const { component, figures } of sheet.tags) {
      for (const { id } of figures) expect(design.figures[id], `${component}: ${id}`).toBeDefined();
    }
  });
});
