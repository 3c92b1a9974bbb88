import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { newJob } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { runsOpen } from '../plan/open-plant.ts';
import { syntheticSeason, type Weather } from '../run/weather.ts';
import { designWithPlant } from './design-job.ts';
import { type Side, sideBySide, unlike, type WayKey, waysOf } from './side-by-side.ts';

/** Two weeks about freezing, by the hour: each is told from the others by then. */
const WEEKS: Weather = { outdoor: syntheticSeason(-9, 18, 4, 3600).slice(60 * 24, 74 * 24), step: 3600 };

const all = (job: Job = SYSTEMS[20], keys?: readonly WayKey[]): { sides: Side[]; shares: number[] } => {
  const run = sideBySide(
    waysOf(job).filter(({ key }) => !keys || keys.includes(key)),
    WEEKS,
  );
  const shares: number[] = [];
  for (;;) {
    const { done, value } = run.next();
    if (done) return { sides: value, shares };
    shares.push(value);
  }
};

describe('ways of piping the same rooms side by side', () => {
  const { sides, shares } = all(SYSTEMS[20], ['present', 'open', 'header', 'tees', 'buffer']);
  const side = (key: WayKey) => sides.find((each) => each.key === key) as Side;

  it('are the job and its four drafts, each through all of the weather, balanced', () => {
    expect(sides.map((each) => each.key)).toEqual(['present', 'open', 'header', 'tees', 'buffer']);
    for (const { run, title } of sides) {
      expect(run?.broke, title).toBeNull();
      expect(run?.imbalance, title).toBeLessThan(1e-9);
      expect(run?.lasted, title).toBe(14 * 86_400);
    }
    expect(shares.at(-1)).toBe(1);
  });

  it('an open plant has fewer pumps and parts, and nothing that shuts', () => {
    expect(side('open').pumps).toBeLessThan(side('header').pumps);
    expect(side('open').parts).toBeLessThan(side('header').parts);
    expect(side('open').run?.zones).toHaveLength(1);
    expect(sides.filter(({ job }) => runsOpen(job)).map(({ key }) => key)).toEqual(['open']);
  });

  it('a buffer starts the source no more often than a header', () => {
    expect(side('buffer').run?.cycles).toBeLessThanOrEqual((side('header').run?.cycles ?? 0) * 1.05);
  });

  it('rulebooks stand beside them: the same plant, sized by other limits', () => {
    const ways = waysOf(SYSTEMS[20]);
    expect(ways.map((way) => way.key)).toEqual([
      'present',
      'open',
      'header',
      'tees',
      'ring',
      'buffer',
      'diverter',
      'parted',
      ...['velocity-led', 'gradient-led', 'open-low-temperature', 'separated-multi-zone', 'us-primary-secondary']
        .filter((id) => id !== SYSTEMS[20].rulebook)
        .map((id) => `rulebook:${id}`),
    ]);
    const [velocity, gradient] = all(thistleMill, ['present', 'rulebook:gradient-led']).sides;
    expect(gradient?.job.rulebook).toBe('gradient-led');
    // Gradient-led bores are wider, so the pumps need less.
    expect(gradient?.pumpPower).toBeLessThan(velocity?.pumpPower ?? 0);
  });

  it('what all have is no drawback of one', () => {
    const of = (drawbacks: string[]) => ({ ...side('open'), drawbacks });
    expect(unlike([of(['a', 'b', 'c']), of(['c', 'a', 'd'])]).map((each) => each.drawbacks)).toEqual([['b'], ['d']]);
    expect(unlike([of(['a', 'b', 'c', 'd'])])[0]?.drawbacks).toEqual(['a', 'b', 'c']);
  });

  it('each can become the job', () => {
    for (const { job } of sides) expect(designWithPlant(job).plant).not.toBeNull();
  });

  it('without rooms there is nothing beside the job, and nothing to run', () => {
    const empty = all(newJob('Empty')).sides;
    expect(empty.map((each) => [each.key, each.run])).toEqual([['present', null]]);
  });
});

describe('flows that stand while temperatures move', () => {
  it('differ by little from those of a plant solved at cooler water: what taking them as they were costs', () => {
    const cooler = applyEdits(thistleMill, [
      { at: 'source/flowTemperature', value: 42 },
      { at: 'circuits/c1/flowTemperature', value: 31 },
      { at: 'circuits/c3/flowTemperature', value: 38 },
    ]);
    const { design, plant } = designWithPlant(thistleMill);
    const other = designWithPlant(cooler, design).plant;
    const [warm, cool] = [plant?.runAll(), other?.runAll()];
    warm?.circuits.forEach((circuit, i) => {
      const ratio = (cool?.circuits[i]?.flow ?? 0) / circuit.flow;
      expect(Math.abs(ratio - 1), circuit.id).toBeLessThan(0.05);
    });
  });
});
