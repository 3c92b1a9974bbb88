import { describe, expect, it } from 'vitest';
import { thistleMillByLoads as thistleMill, thistleMill as withTree } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { placeName } from '../design/place-name.ts';
import { assumptionLedger } from './ledger.ts';

const guessing = (place: string, ...alternatives: (string | number)[]): Job => ({
  ...thistleMill,
  assumptions: [{ id: 'x', place, alternatives }],
});
const only = (job: Job) => {
  const entry = assumptionLedger(job)[0];
  if (!entry) throw new Error('no entry');
  return entry;
};

describe('the assumption ledger', () => {
  it('shows what a wider pipe than guessed changes, and a caliper settles it', () => {
    const entry = only(guessing('circuits/c2/run/size', '22x0.9'));
    expect(entry).toMatchObject({ name: 'Upper radiators: pipe, plant to manifold', taken: '15 × 0.7 mm', problem: null });
    const other = entry.alternatives[0];
    expect(other?.label).toBe('22 × 0.9 mm');
    expect(other?.choices.join()).toMatch(/Upper radiators, pump/);
    // The same pump at the same speed and settings moves more water through a wider pipe.
    expect(other?.consequences.join()).toMatch(/Upper radiators, flow/);
    expect(entry.settling[0]).toMatchObject({ kind: 'look', pass: expect.stringMatching(/15.mm outside.*22 × 0\.9 mm/) });
  });

  it('takes a guess about a piece of the pipe tree like any other', () => {
    const circuit = withTree.circuits.find((each) => each.sections.length > 0);
    const section = circuit?.sections[0];
    const place = `circuits/${circuit?.id}/sections/${section?.id}`;
    const [entry] = assumptionLedger({
      ...withTree,
      assumptions: [{ id: 'x', place: `${place}/size`, alternatives: ['12x0.7'] }],
    });
    expect(entry?.name).toBe(`${circuit?.name}, ${section?.name || section?.id}: pipe`);
    expect(entry?.taken).toBe('15 × 0.7 mm');
    expect(entry?.alternatives[0]?.consequences.join()).toMatch(/head of the index run: .* instead of/);
    expect(placeName(withTree, `${place}/length`)).toBe(`${circuit?.name}, ${section?.name || section?.id}: length`);
  });

  it('finds a reading where the two differ by more than the instrument tells', () => {
    const entry = only(guessing('circuits/c2/run/length', 30));
    const reading = entry.settling.find((each) => each.kind === 'reading');
    expect(reading?.how).toMatch(/Upper radiators/);
    expect(reading?.pass).toMatch(/^As taken: .* give or take .* means otherwise\.$/);
    const none = only(guessing('circuits/c2/run/length', 7.1));
    expect(none.settling.some((each) => each.kind === 'reading')).toBe(false);
    expect(none.alternatives[0]).toMatchObject({ choices: [], consequences: [], findings: [] });
  });

  it('keeps the pressure a pump was set to, whatever the pipe turns out to be', () => {
    const held: Job = {
      ...guessing('circuits/c2/run/size', '22x0.9'),
      circuits: thistleMill.circuits.map((circuit) =>
        circuit.id === 'c2' ? { ...circuit, pumpControl: 'constant-pressure' as const } : circuit,
      ),
    };
    // Half the loss is gone and the pump still holds what it held: much more water runs.
    expect(only(held).alternatives[0]?.consequences.join()).toMatch(/Upper radiators, flow: [67]\d\d/);
  });

  it('names the plate of a pump, and what would then need mending', () => {
    const entry = only(guessing('circuits/c1/pump', 'a3'));
    expect(entry.settling[0]).toMatchObject({ kind: 'look', how: expect.stringContaining('name plate') });
    expect(entry.alternatives[0]?.findings.length).toBeGreaterThan(0);
  });

  it('says what is wrong with a line that cannot be worked out', () => {
    expect(only(guessing('circuits/c9/run/size', '22x0.9')).problem).toContain('has no circuits/c9/run/size any more');
    expect(only(guessing('circuits/c2/run/length', -5)).problem).toContain('cannot stand at Upper radiators');
    for (const place of ['circuits/c2', '__proto__', 'constructor/name', '', 'rooms', 'name/length']) {
      expect(only(guessing(place, 'x')).problem, place).toContain('Take this line out');
    }
  });

  it('names places as people do', () => {
    expect(placeName(thistleMill, 'source/run/size')).toBe('Source: source pipe');
    expect(placeName(thistleMill, 'source/run/length')).toBe('Source: length of its pipe');
    expect(placeName(thistleMill, 'rooms/r1/heatLoad')).toBe('Mill hall: heat load');
    expect(placeName(thistleMill, 'wholeHouseLoad')).toBe('whole-house heat load');
  });
});

describe('a tee out of sight in the ledger', () => {
  const [, upper] = withTree.circuits;
  if (!upper) throw new Error('the demo has radiators');
  const [first] = upper.sections.filter(({ from }) => from === null);
  if (!first) throw new Error('the demo has a tree');
  const tree: Job = {
    ...withTree,
    circuits: withTree.circuits.map((each) =>
      each.id === upper.id
        ? {
            ...each,
            sections: each.sections.map((section) =>
              section.id === first.id ? { ...section, size: '22x0.9', length: 12 } : section,
            ),
          }
        : each,
    ),
  };
  const guessed = (trunk: string, through: string, least: number, most: number) => {
    const section = `circuits/${upper.id}/sections/${first.id}`;
    const marked = applyEdits(tree, [
      { at: `${section}/unseen`, value: { taken: 'tee', total: 12, least, most, trunk, through } },
    ]);
    return only({ ...marked, assumptions: [{ id: 'x', place: `${section}/unseen/taken`, alternatives: ['through'] }] });
  };

  it('is worked out as either structure, and settled where their readings lie apart', () => {
    const entry = guessed('28x0.9', '12x0.7', 9, 11);
    expect(entry).toMatchObject({
      name: `${upper.name}, ${first.name}: tee out of sight`,
      taken: 'a trunk to a tee, then branches',
      problem: null,
    });
    expect(entry.alternatives[0]?.label).toBe('one pipe right through');
    expect(entry.alternatives[0]?.consequences.join()).toMatch(/flow: .* instead of/);
    expect(entry.settling[0]).toMatchObject({ kind: 'look', how: expect.stringContaining('caliper') });
    expect(entry.settling.some(({ kind, pass }) => kind === 'reading' && /give or take/.test(pass))).toBe(true);
  });

  it('is not settled by a reading that either structure may give', () => {
    // The same pipe either way: nothing tells them apart but a board.
    const entry = guessed('15x0.7', '15x0.7', 11.9, 12);
    expect(entry.settling.map(({ kind }) => kind)).toEqual(['look']);
    expect(entry.settling[0]?.how).toContain('Lift a board');
  });
});
