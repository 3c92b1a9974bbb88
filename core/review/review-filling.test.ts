import { describe, expect, it } from 'vitest';
import { glycolAndTank } from '../../demo/glycol-and-tank.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits, type JobEdit } from '../../model/place.ts';
import { partsList } from '../design/parts-list.ts';
import { designJob } from '../job/design-job.ts';

const found = (job: Job, id: string) => designJob(job).findings.find((each) => each.id === id);
/** What a finding promises happens when its remedy is applied. */
const cured = (job: Job, id: string) => {
  const finding = found(job, id);
  expect(finding, id).toBeDefined();
  const after = applyEdits(job, finding?.remedies[0]?.edits ?? []);
  expect(found(after, id)).toBeUndefined();
  return finding;
};
const edited = (job: Job, ...edits: JobEdit[]) => applyEdits(job, edits);

describe('how each water is filled', () => {
  const glycol = glycolAndTank();
  const [second] = glycol.waters;

  it('names a main that is too weak for the height of the house, by the pressure it is filled to', () => {
    const fill = designJob(thistleMill).vessel?.fillPressure?.value ?? Number.NaN;
    // Filling pressure by EN 12828 for 7.5 m of height and the reserve of the vessel: above 0.75 bar, below the relief valve.
    expect(fill).toBeGreaterThan(75_000);
    expect(fill).toBeLessThan(300_000);
    const weak = edited(thistleMill, { at: 'safety/mainPressure', value: fill + 20_000 });
    expect(cured(weak, 'main-weak:vessel')?.place).toBe('vessel/topUp');
    expect(found(edited(thistleMill, { at: 'safety/mainPressure', value: fill + 40_000 }), 'main-weak:vessel')).toBeUndefined();
    expect(found(thistleMill, 'main-weak:vessel')).toBeUndefined();
  });

  it('names a main that lifts the relief valve where it is filled by hand', () => {
    const strong = edited(thistleMill, { at: 'safety/mainPressure', value: 450_000 });
    cured(strong, 'main-strong:vessel');
    expect(found(edited(strong, { at: 'vessel/topUp', value: 'reducing-valve' }), 'main-strong:vessel')).toBeUndefined();
  });

  it('keeps plain water out of glycol, in the water that holds it and in no other', () => {
    const both = edited(
      glycol,
      { at: 'vessel/topUp', value: 'reducing-valve' },
      { at: `waters/${second?.id}/vessel/topUp`, value: 'reducing-valve' },
    );
    const thinned = designJob(both).findings.filter(({ rule }) => rule === 'glycol-thinned');
    expect(thinned.map(({ place }) => place)).toEqual(['vessel/topUp']);
    cured(both, 'glycol-thinned:vessel');
    const parts = partsList(both, designJob(both)).filter(({ label }) => label === 'Reducing valve');
    expect(parts).toHaveLength(2);
  });

  it('asks where the air of a second water goes, unless a tank or a separator of its own takes it', () => {
    // Its tank settles it.
    expect(designJob(glycol).findings.filter(({ rule }) => rule === 'air-stays')).toEqual([]);
    const plates: Job = { ...thistleMill, separation: { ...thistleMill.separation, kind: 'plate-exchanger' } };
    const water = { ...(second as Job['waters'][number]), id: 'w2', of: 'st1/cold' as const };
    const bare: Job = {
      ...plates,
      waters: [water],
      circuits: plates.circuits.map((each) => ({
        ...each,
        components: each.components.filter((part) => part !== 'air-separator'),
        returnComponents: each.returnComponents.filter((part) => part !== 'air-separator'),
      })),
    };
    expect(cured(bare, 'air-stays:waters/w2')?.place).toBe('circuits/c1/components');
  });
});
