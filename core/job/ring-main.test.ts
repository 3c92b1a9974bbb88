import { describe, expect, it } from 'vitest';
import { ringMain } from '../../demo/ring-main.ts';
import type { Job } from '../../model/job.ts';
import { newPair } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { circuitNeed, sourceNeed } from '../control/weather-curve.ts';
import { HOT_WATER_CALL } from '../design/plant-state.ts';
import { pairOf } from '../design/points.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { daySettings } from '../run/settings.ts';
import { simulate } from '../run/simulate.ts';
import { stateAt } from '../run/state-at.ts';
import { designWithPlant } from './design-job.ts';

const WATER = 4180;
const job = ringMain();

const designed = (of: Job) => {
  const { design, plant } = designWithPlant(of);
  if (!plant || !design.source || !design.solved) throw new Error('no plant');
  return { design, plant, source: design.source, state: design.solved.state };
};

describe('a ring main with four pairs of tees', () => {
  const { design, plant, source, state } = designed(job);

  it('is a job that can be kept', () => {
    expect(readJob(JSON.parse(JSON.stringify(job)))).toMatchObject({ ok: true });
  });

  it('is refused with two pairs of one id, or one that is called as the first', () => {
    const withPair = (id: string) => readJob(applyEdits(job, [{ at: 'separation/pairs', value: [newPair('p2'), newPair(id)] }]));
    const [twice, first] = [withPair('p2'), withPair('b')];
    expect(twice.ok ? '' : twice.problems.join()).toContain('is used twice; leave one');
    expect(first.ok ? '' : first.problems.join()).toContain('is the id of the first pair of tees; take another');
  });

  it('gives each pair what the one before it left, by the energy balance', () => {
    const ring = source.massFlow.value;
    expect(source.pairs.map(({ id }) => id)).toEqual(['b', 'p2', 'p3', 'p4']);
    let arrives = 75;
    source.pairs.forEach(({ supply, back, drawn }, i) => {
      expect(supply.value).toBeCloseTo(arrives, 9);
      // By hand: the pair takes what its circuit needs out of the ring's water.
      const own = design.circuits[i];
      const load = own?.load.value ?? 0;
      const sized = own?.sized;
      expect(arrives - back.value).toBeCloseTo(
        (sized?.massFlow.value ?? 0) * ((job.circuits[i]?.temperatureDifference ?? 0) / ring),
        9,
      );
      expect(arrives - back.value).toBeCloseTo(load / ring / WATER, 1);
      expect(drawn.value).toBeLessThan(ring);
      arrives = back.value;
    });
    expect(source.returnTemperature.value).toBeCloseTo(arrives, 9);
    // The injection gets the hot share of water as warm as its own pair, not as the source.
    const share = design.circuits[3]?.sized?.injection?.hotShare.value ?? 0;
    expect(share).toBeCloseTo(7 / ((source.pairs[3]?.supply.value ?? 0) - 31), 6);
  });

  it('is solved as one network that keeps mass and heat, and agrees with the design', () => {
    expect(state.converged).toBe(true);
    const ring = state.source.massFlow;
    state.pairs.forEach((pair, i) => {
      expect(pair.supply).toBeCloseTo(state.pairs[i - 1]?.back ?? state.toCircuits, 6);
      const drawn = state.circuits[i]?.drawn ?? 0;
      // What is not drawn passes between the tees.
      expect(pair.across).toBeCloseTo(ring - drawn, 6);
      expect(pair.supply).toBeCloseTo(source.pairs[i]?.supply.value ?? 0, -0.5);
      const heat = (state.circuits[i]?.heat ?? 0) / WATER / ring;
      expect(pair.supply - pair.back).toBeCloseTo(heat, 0);
    });
    const supplies = state.pairs.map(({ supply }) => supply);
    expect(supplies).toEqual([...supplies].sort((a, b) => b - a));
    for (const [i, { flow }] of state.circuits.entries())
      expect(flow / (design.circuits[i]?.sized?.volumeFlow.value ?? 1)).toBeGreaterThan(0.85);
  });

  it('runs in any state of its calls; no pump on one pair moves water through another', () => {
    const zones = plant.assembly.zones.filter(({ circuitId }) => circuitId === 'c2').map(({ id }) => id);
    const alone = plant.run(zones);
    expect(alone.converged).toBe(true);
    const still = alone.circuits.filter(({ id }) => id !== 'c2');
    for (const { massFlow } of still) expect(Math.abs(massFlow)).toBeLessThan(0.02 * alone.source.massFlow);
    const charging = plant.run([HOT_WATER_CALL]);
    expect(charging.hotWater?.heat).toBeGreaterThan(10_000);
  });

  it('runs through a day: later pairs get cooler water, rooms are warm, no joule is lost', () => {
    const result = simulate(job, design, plant, daySettings(job, { mean: -8, swing: 2 }));
    expect(result.broke).toBeNull();
    expect(result.imbalance).toBeLessThan(1e-6);
    // The largest nursery floor runs at the end of what it can.
    result.zones.forEach(({ id }, i) => {
      expect(result.hoursShort[i], id).toBeLessThan(id.startsWith('rooms/c4') ? 4 : 0.1);
    });
    const on = result.moments.filter(({ circuits }) => circuits.every(({ flow }) => flow > 0));
    expect(on.length).toBeGreaterThan(0);
    for (const { circuits, toCircuits, pairs } of on) {
      expect((circuits[1]?.supply ?? 0) < toCircuits + 0.01).toBe(true);
      expect(pairs[0]).toBe(toCircuits);
    }
    // On the whole: just after the source started or stopped a later pair may still have older water.
    const means = [0, 1, 2, 3].map((i) => on.reduce((sum, { pairs }) => sum + (pairs[i] ?? 0), 0) / on.length);
    expect(means).toEqual([...means].sort((a, b) => b - a));
    expect((means[0] ?? 0) - (means[3] ?? 0)).toBeGreaterThan(3);
    // A moment put back on the wall says what the run says.
    const moment = on[0] as (typeof on)[number];
    const stood = stateAt(plant, result.circuits, moment);
    expect(stood.pairs.map(({ supply }) => supply)).toEqual(moment.pairs);
    const drawn = stood.circuits.map((circuit) => circuit.drawn);
    stood.pairs.forEach(({ across }, i) => {
      expect(across + (drawn[i] ?? 0)).toBeCloseTo(moment.flow, 2);
    });
  });

  it('is followed by the weather curve: the source sends what the last need takes, and what the ring loses on the way', () => {
    const hot = designed(
      applyEdits(job, [
        { at: 'circuits/c2/at', value: 'st1/p3' },
        { at: 'circuits/c3/at', value: 'st1/p2' },
      ]),
    );
    const { circuits } = hot.design;
    const below = circuits.map(({ sized }) => sized?.below ?? Number.NaN);
    expect(below[0]).toBe(0);
    expect(below[2]).toBeCloseTo(75 - (hot.source.pairs[1]?.supply.value ?? 0), 9);
    const coldest = job.site.outdoorDesignTemperature;
    const at = (points: { outdoor: number; flow: number }[], outdoor: number) =>
      points.find((each) => each.outdoor === outdoor)?.flow ?? 0;
    const whole = sourceNeed(job, circuits);
    const one = circuits.map((circuit) => circuitNeed(job, circuit));
    // On the design day all of it; half way to 20 degrees half of it.
    expect(at(whole, coldest)).toBeCloseTo(Math.max(...one.map((points, i) => at(points, coldest) + (below[i] ?? 0))), 9);
    const middle = one[0]?.find(({ outdoor }) => outdoor === 5)?.outdoor ?? 5;
    expect(at(whole, middle)).toBeCloseTo(
      Math.max(...one.map((points, i) => at(points, middle) + ((below[i] ?? 0) * (20 - middle)) / 30)),
      9,
    );
  });

  it('counts the pipe from pair to pair', () => {
    // The pipe from pair to pair and the tees on it stand in the head of the source pump.
    const without = designed(
      applyEdits(
        job,
        job.separation.pairs.map(({ id }) => ({ at: `separation/pairs/${id}/distance`, value: 0.05 })),
      ),
    );
    expect(source.pump?.head.value).toBeGreaterThan(without.source.pump?.head.value ?? 0);
    expect(design.vessel?.content.value).toBeGreaterThan(without.design.vessel?.content.value ?? 0);
  });
});

describe('what is told of a ring main', () => {
  const rules = (of: Job) => designed(of).design.findings.map(({ id }) => id);

  it('the hottest need belongs first; the remedy puts it there', () => {
    const turned = applyEdits(job, [
      { at: 'circuits/c1/at', value: 'st1/p4' },
      { at: 'circuits/c4/at', value: null },
    ]);
    const found = designed(turned).design.findings.find(({ id }) => id === 'ring-order');
    expect(found?.remedies[0]?.label).toBe('The hottest need first');
    const mended = applyEdits(turned, found?.remedies[0]?.edits ?? []);
    expect(rules(mended)).not.toContain('ring-order');
    expect(['c1', 'c2', 'c3', 'c4'].map((id) => pairOf(pipingOf(mended), `circuits/${id}`))).toEqual([0, 1, 2, 3]);
  });

  it('a ring that carries less than a pair draws; the remedy makes it carry more', () => {
    const slow = applyEdits(job, [{ at: 'source/temperatureDifference', value: 40 }]);
    const { design } = designed(slow);
    const found = design.findings.find(({ id }) => id === 'ring-short:b');
    expect(found).toBeDefined();
    const mended = applyEdits(slow, found?.remedies[0]?.edits ?? []);
    expect(rules(mended)).not.toContain('ring-short:b');
  });

  it('a direct circuit on a later pair is sized for what comes there', () => {
    expect(rules(job)).not.toContain('direct-not-source:circuits/c2');
    const hotter = applyEdits(job, [{ at: 'circuits/c2/flowTemperature', value: 73 }]);
    const found = designed(hotter).design.findings.find(({ id }) => id === 'direct-not-source:circuits/c2');
    expect(found?.title).toContain('supplied with 68.5');
    const mended = applyEdits(hotter, found?.remedies.at(-1)?.edits ?? []);
    expect(rules(mended)).not.toContain('direct-not-source:circuits/c2');
  });

  it('a pair that is not there, and tees too far apart on one that is', () => {
    const lost = applyEdits(job, [{ at: 'circuits/c2/at', value: 'st1/p9' }]);
    const found = designed(lost).design.findings.find(({ id }) => id === 'port-missing:circuits/c2');
    expect(found?.title).toBe('Classrooms hangs on something that is not there');
    expect(rules(applyEdits(lost, found?.remedies[0]?.edits ?? []))).not.toContain('port-missing:circuits/c2');
    const wide = applyEdits(job, [{ at: 'separation/pairs/p3/spacing', value: 2 }]);
    const apart = designed(wide).design.findings.find(({ id }) => id === 'tees-apart:separation/pairs/p3');
    expect(apart?.title).toContain('The tees of pair of tees 3 are');
    expect(rules(applyEdits(wide, apart?.remedies[0]?.edits ?? []))).not.toContain('tees-apart:separation/pairs/p3');
  });
});
