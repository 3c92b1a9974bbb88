import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newSeparation } from '../../model/new-job.ts';
import { designWithPlant } from '../job/design-job.ts';
import { daySettings } from './settings.ts';
import { simulate } from './simulate.ts';
import { stateAt } from './state-at.ts';

const day = (job: typeof thistleMill) => {
  const { design, plant } = designWithPlant(job);
  if (!plant) throw new Error('no plant');
  const result = simulate(job, design, plant, daySettings(job, { mean: 2, swing: 5 }, { keepEvery: 60 }));
  return { plant, result, states: result.moments.map((moment) => stateAt(plant, result.circuits, moment)) };
};

describe.each([
  ['demo', thistleMill],
  ['7', SYSTEMS[7]],
  ['20', SYSTEMS[20]],
] as const)('the plant of system %s at each hour of a day', (_, job) => {
  const { result, states } = day(job);

  it('stands as the run had it: what called, what flowed, how warm', () => {
    states.forEach((state, i) => {
      const moment = result.moments[i];
      if (!moment) throw new Error('no moment');
      expect(state.converged).toBe(true);
      expect(state.calling).toEqual(moment.calling);
      expect(state.source).toMatchObject({ supply: moment.supply, back: moment.back, heat: moment.output });
      result.circuits.forEach(({ id }, c) => {
        const circuit = state.circuits.find((each) => each.id === id);
        expect(circuit?.supply).toBe(moment.circuits[c]?.supply);
        // The network at that minute moves what the run had from its book.
        if (circuit?.running && !job.circuits.find((each) => each.id === id)?.loopValves.includes('thermostatic'))
          expect(circuit.massFlow / (moment.circuits[c]?.flow ?? 1)).toBeCloseTo(1, 1);
      });
    });
  });

  it('carries its heat: flow, temperatures and watts of each circuit agree', () => {
    for (const moment of result.moments)
      for (const { flow, supply, back, heat } of moment.circuits)
        if (flow > 0) expect(flow * 4180 * (supply - back)).toBeCloseTo(heat, -2);
  });
});

describe('the source pump beside a buffer', () => {
  it('stands while the source rests, and the wall says so', () => {
    const { result, states } = day({ ...SYSTEMS[20], separation: newSeparation('buffer', { volume: 0.2 }) });
    const resting = result.moments.findIndex((moment) => !moment.firing && moment.flow === 0 && moment.drawn > 0);
    expect(resting).toBeGreaterThanOrEqual(0);
    expect(states[resting]?.pipes['source/flow']).toBe(0);
    expect(states[resting]?.source.pump?.power ?? 0).toBe(0);
    // All that the circuits draw comes up through the tank.
    expect(states[resting]?.header).toBeCloseTo(-(result.moments[resting]?.drawn ?? 0), 9);
    expect(result.moments[resting]?.layers).toHaveLength(10);
  });
});
