import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { variantsOf } from '../job/ledger.ts';
import { DESIGN_DAY } from './book-state.ts';
import { expectedReadings } from './expected-readings.ts';
import { instrumentFor, readingError } from './instruments.ts';
import type { TakenReading } from './judge-readings.ts';
import { ledgerOdds } from './ledger-odds.ts';
import { SitePlant } from './site-plant.ts';

/** The upper radiators’ pipe is taken as 15 mm; it may also be 12 or 22 mm. */
const job: Job = {
  ...thistleMill,
  assumptions: [{ id: 'a1', place: 'circuits/c2/run/size', alternatives: ['12x0.7', '22x0.9'] }],
};

/** What the plant shows that was bought for the guess and met with one of its variants. */
function readings(met: number, wanted: RegExp): TakenReading[] {
  const variants = variantsOf(job, 'a1');
  const variant = variants?.met[met];
  if (!variants || !variant) throw new Error('no such variant');
  const { design, plant } = designWithPlant(variant.job, variants.builtDesign);
  if (!plant) throw new Error('no plant');
  const shown = expectedReadings(new SitePlant(variant.job, design, plant), DESIGN_DAY);
  return [...(shown?.readings.values() ?? [])]
    .filter(({ key }) => wanted.test(key))
    .map(({ key, value }) => {
      const quantity = key.split('#')[1] as TakenReading['quantity'];
      return { id: key, key, quantity, value, error: readingError(instrumentFor(quantity, null, []), value) };
    });
}

describe('what readings say of a guess', () => {
  it.each([0, 1, 2])('names the pipe that is there, whichever it is (%i)', (met) => {
    const [told] = ledgerOdds(job, [{ note: DESIGN_DAY, readings: readings(met, /circuits\/c2/) }]);
    expect(told?.odds).toHaveLength(3);
    const best = told?.odds.reduce((a, b) => (b.odds > a.odds ? b : a));
    expect(best).toBe(told?.odds[met]);
    expect(best?.odds).toBeGreaterThan(0.8);
    expect(told?.odds.reduce((sum, { odds }) => sum + odds, 0)).toBeCloseTo(1, 9);
  });

  it('leaves a guess open that no reading touches', () => {
    const [told] = ledgerOdds(job, [{ note: DESIGN_DAY, readings: readings(0, /^source#supply/) }]);
    for (const { odds } of told?.odds ?? []) expect(odds).toBeGreaterThan(0.2);
  });

  it('says nothing without a reading of a running plant', () => {
    expect(ledgerOdds(job, [])).toEqual([]);
    expect(ledgerOdds(job, [{ note: { ...DESIGN_DAY, running: false }, readings: readings(0, /c2/) }])).toEqual([]);
  });
});
