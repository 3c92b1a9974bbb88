import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newFloor, newPanel } from '../../model/new-emitter.ts';
import { applyEdits } from '../../model/place.ts';
import type { Finding } from '../finding/finding.ts';
import { designJob } from '../job/design-job.ts';

const found = (...edits: [string, unknown][]): Finding[] =>
  designJob(
    applyEdits(
      thistleMill,
      edits.map(([at, value]) => ({ at, value })),
    ),
  ).findings;
const of = (rule: string, findings: readonly Finding[]) => findings.filter((finding) => finding.rule === rule);
const floor = (fields: Parameters<typeof newFloor>[2]) => [newFloor('e1', 12, fields)];

describe('findings on emitters', () => {
  it('name a room short of heat, with changes that mend it', () => {
    const short = of('emitter-short', found());
    expect(short.map((finding) => finding.title.split(':')[0]).sort()).toEqual(['Bathroom', 'Study']);
    const bath = short.find((finding) => finding.title.startsWith('Bathroom')) as Finding;
    expect(bath.title).toMatch(/^Bathroom: 1\d\d\u00a0W short at 55\u00a0°C$/);
    expect(bath.remedies.length).toBeGreaterThan(1);
    for (const remedy of bath.remedies) {
      const after = designJob(applyEdits(thistleMill, remedy.edits)).findings;
      expect(
        of('emitter-short', after).some((finding) => finding.title.startsWith('Bathroom')),
        remedy.label,
      ).toBe(false);
    }
  });

  it('say so where no water is hot enough', () => {
    const short = of(
      'emitter-short',
      found(['rooms/r12/emitters', [newPanel('e1', { length: 0.1, height: 0.1, type: '1-0' })]], ['rooms/r12/heatLoad', 90_000]),
    );
    expect(short.some(({ why }) => why.includes('No water is hot enough'))).toBe(true);
  });

  it('stop a floor that would get too hot, and none that does not', () => {
    const hot = of('floor-too-hot', found(['rooms/r3/heatLoad', 2600]));
    expect(hot).toHaveLength(1);
    expect(hot[0]).toMatchObject({ severity: 'stop', component: 'circuits/c1/house' });
    expect(of('floor-too-hot', found())).toEqual([]);
  });

  it('name a floor that gets too warm at the water it is fed with: an air gap saves it, good plates do not', () => {
    const fed = (fields: Parameters<typeof newFloor>[2]) =>
      of('floor-over-warm', found(['rooms/r10/emitters', [newFloor('e1', 10, { ...fields, circuit: 'c2' })]]));
    expect(fed({ system: 'wet' })[0]?.title).toBe('Landing: the floor gets too warm at 55\u00a0°C');
    expect(fed({ system: 'joist-space' })).toEqual([]);
    expect(of('floor-over-warm', found())).toEqual([]);
  });

  it.each([
    ['floor-spacing', { spacing: 0.4 }, 'wider than the method goes'],
    ['floor-data', { system: 'plates-below' as const, spacing: 0.375 }, 'nothing is known of this floor at 375'],
    ['floor-data', { system: 'low-build' as const, spacing: 0.1, otherGap: 0.3 }, 'nothing is known of this floor at 300'],
    ['slab-edge-bare', { openEdge: 8 }, 'the edge of the heated slab stands open'],
    ['floor-covering', { covering: 0.2 }, 'too thick for a heated floor'],
    ['floor-edge', { edgeArea: 20 }, 'larger than the floor'],
    ['floor-pipe', { pipe: { material: 'pex-iso15875' as const, size: 'DN99' } }, 'no size “DN99”'],
    ['loop-long', { loops: 1, spacing: 0.1 }, 'are too long'],
  ])('%s', (rule, fields, words) => {
    const [finding] = of(rule, found(['rooms/r3/emitters', floor(fields)]));
    expect(finding?.title).toContain(words);
    expect(of(rule, found(['rooms/r3/emitters', floor({})]))).toEqual([]);
  });

  it('insulate the edge of a slab as asked, and lay a floor where its figures are known, by one click', () => {
    for (const [rule, fields] of [
      ['slab-edge-bare', { openEdge: 8 }],
      ['floor-data', { system: 'plates-below', spacing: 0.375 }],
    ] as const) {
      const before = applyEdits(thistleMill, [{ at: 'rooms/r3/emitters', value: floor(fields) }]);
      const [remedy] = of(rule, designJob(before).findings)[0]?.remedies ?? [];
      expect(of(rule, designJob(applyEdits(before, remedy?.edits ?? [])).findings)).toEqual([]);
    }
  });

  it('name loops of unlike length that nothing sets, and split them alike', () => {
    const none: [string, unknown] = ['circuits/c1/loopValves', 'none'];
    const [unlike] = of('loops-unlike', found(none));
    expect(unlike?.remedies.map((each) => each.label)).toEqual(['Give each a meter to set', 'Split floors into equal loops']);
    expect(of('loops-unlike', found())).toEqual([]);
    const floors = [8, 16].map((area, i): [string, unknown] => [`rooms/r${i + 1}/emitters`, [newFloor('e1', area)]]);
    const others = [3, 4, 5].map((n): [string, unknown] => [`rooms/r${n}/circuit`, null]);
    expect(of('loops-unlike', found(none, ...floors, ...others))).toHaveLength(1);
    expect(of('loops-unlike', found(none, ...floors, ...others, ['circuits/c1/loopSplit', 'equal']))).toEqual([]);
  });

  it('count rooms without emitters, once others have some', () => {
    const [bare] = of('emitters-missing', found(['rooms/r1/emitters', []], ['rooms/r2/emitters', []]));
    expect(bare?.title).toBe('2 rooms have no emitters yet');
    const none = thistleMill.rooms.map((room): [string, unknown] => [`rooms/${room.id}/emitters`, []]);
    expect(of('emitters-missing', found(...none))).toEqual([]);
  });

  it('name an emitter that no circuit feeds', () => {
    const [unfed] = of('emitter-unfed', found(['rooms/r5/circuit', null]));
    expect(unfed?.title).toBe('Shower: Screed over the pipe, 100 mm is on no circuit');
  });
});
