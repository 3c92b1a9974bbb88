import { describe, expect, it } from 'vitest';
import { coilAndStores } from '../../../demo/coil-and-stores.ts';
import { summerMill } from '../../../demo/summer-mill.ts';
import { SYSTEMS } from '../../../demo/systems.ts';
import type { Job } from '../../../model/job.ts';
import { designWithPlant } from '../../job/design-job.ts';
import { ColdBook, type ColdFlows } from './cold-book.ts';

const PLANTS: [string, Job][] = [
  ['the demo house in both modes', summerMill],
  ['a floor behind plates', SYSTEMS[8] as Job],
  ['fan units with glycol', SYSTEMS[16] as Job],
  ['a floor on a cold tank', coilAndStores()],
];

describe.each(PLANTS)('booked flows of %s', (_name, job) => {
  const { coldPlant } = designWithPlant(job);
  if (!coldPlant) throw new Error('nothing cools');
  const zones = coldPlant.assembly.zones.map(({ id }) => id);
  const sets = [
    zones,
    ...zones.map((id) => [id]),
    ...(zones.length > 2 ? zones.map((id) => zones.filter((each) => each !== id)) : []),
  ];

  it('are near those of the plant solved whole, whoever calls', () => {
    const book = new ColdBook(coldPlant);
    for (const calling of sets) {
      const booked = book.at(calling) as ColdFlows;
      const whole = (designWithPlant(job).coldPlant as typeof coldPlant).run(calling, 'cold');
      for (const { id, massFlow, running } of whole.circuits) {
        if (!running) expect(booked.circuits.get(id)).toBe(0);
        else expect(Math.abs((booked.circuits.get(id) ?? 0) / massFlow - 1), `${calling.join(' ')}: ${id}`).toBeLessThan(0.05);
      }
    }
  });

  it('of loops add up to those of their circuits, and are solved once for each set of calls', () => {
    const book = new ColdBook(coldPlant);
    const flows = book.at(zones) as ColdFlows;
    for (const { id, loops } of coldPlant.assembly.circuits) {
      const sum = loops
        .filter(({ behind }) => behind === null)
        .reduce((total, { place }) => total + (flows.loops.get(place) ?? 0), 0);
      expect(Math.abs(sum / (flows.circuits.get(id) ?? 1) - 1)).toBeLessThan(1e-6);
    }
    book.at(zones);
    expect(book.solved).toBe(1);
    expect((book.at([]) as ColdFlows).pipes).toBe(0);
    expect(flows.pipes).toBeGreaterThan(0);
  });
});
