import { describe, expect, it } from 'vitest';
import { PLANTS } from '../../demo/plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { designWithPlant } from '../job/design-job.ts';
import { DESIGN_DAY } from './book-state.ts';
import { expectedReadings } from './expected-readings.ts';
import { SitePlant } from './site-plant.ts';
import { movesWords, whatMoves } from './what-moves.ts';

describe.each([['demo', thistleMill] as const, ...Object.entries(PLANTS)])('what moves in %s', (_, job) => {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  const site = new SitePlant(job, design, plant);
  const circuits = plant.assembly.circuits.filter(
    ({ loops }) => loops.length > 1 && loops.every(({ holds, behind }) => holds === null && behind === null),
  );
  // Thermostatic valves take up by themselves what a hand turns.
  const byHand = circuits.filter(({ id }) => job.circuits.find((each) => each.id === id)?.loopValves === 'set');

  it.each(byHand.map(({ id, loops }) => [id, loops[0]?.place ?? ''] as const))(
    'in circuit %s: the one turned down passes less, no other does',
    (_circuit, place) => {
      const moves = whatMoves(site, DESIGN_DAY, place);
      expect(moves?.own.by).toBeLessThan(0);
      for (const { by, name } of moves?.others ?? []) expect(by, name).toBeGreaterThan(-1e-9);
      // A pump gives the others no more than was taken from the one.
      const given = moves?.others.reduce((sum, { by }) => sum + by, 0) ?? 0;
      expect(given).toBeLessThan(-(moves?.own.by ?? 0) + 1e-9);
      expect(movesWords(moves as NonNullable<typeof moves>, job.display)).toMatch(/^Turning it down until it passes .+\.$/);
    },
  );

  it('leaves the plant as it was', () => {
    const place = plant.assembly.circuits[0]?.loops[0]?.place ?? '';
    const before = expectedReadings(site, DESIGN_DAY)?.readings.get('source#back')?.value ?? 0;
    whatMoves(site, DESIGN_DAY, place);
    expect(expectedReadings(site, DESIGN_DAY)?.readings.get('source#back')?.value).toBeCloseTo(before, 2);
  });

  it('says nothing of a loop that is not there, or of a plant at rest', () => {
    expect(whatMoves(site, DESIGN_DAY, 'rooms/none/loop1')).toBeNull();
    const place = plant.assembly.circuits[0]?.loops[0]?.place ?? '';
    expect(whatMoves(site, { ...DESIGN_DAY, running: false }, place)).toBeNull();
  });
});
