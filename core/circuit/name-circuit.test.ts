import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newJob } from '../../model/new-job.ts';
import { applyEdits } from '../../model/place.ts';
import { readJob } from '../../model/read-job.ts';
import { withKind } from './change-kind.ts';
import { circuitNamed, distinctName, withCircuit } from './name-circuit.ts';

describe('new circuits', () => {
  it('have names of their own', () => {
    let job = newJob('Names');
    for (let n = 0; n < 3; n++) job = withCircuit(job, 'floor').job;
    expect(job.circuits.map(({ name }) => name)).toEqual(['Floor heating', 'Floor heating 2', 'Floor heating 3']);
    expect(new Set(job.circuits.map(({ id }) => id)).size).toBe(3);
    expect(distinctName(job, 'FLOOR heating')).toBe('FLOOR heating 4');
  });

  it('are like those of their kind that are there', () => {
    const { job, id } = withCircuit(
      applyEdits(thistleMill, [{ at: 'circuits/c1/flowTemperature', value: 33 }]),
      'floor',
      'Annexe',
    );
    const made = job.circuits.find((each) => each.id === id);
    expect(made).toMatchObject({ name: 'Annexe', flowTemperature: 33, sections: [], manifolds: [] });
    expect(readJob(job).ok).toBe(true);
  });

  it('of a name are the one that has it, whatever the case; one drafted and bare takes the name', () => {
    expect(circuitNamed(thistleMill, ' ground FLOOR ', 'radiators').id).toBe('c1');
    const drafted = withCircuit(newJob('New'), 'floor').job;
    const named = circuitNamed(drafted, 'Ground', 'floor');
    expect(named.job.circuits.map(({ name }) => name)).toEqual(['Ground']);
    expect(circuitNamed(named.job, 'Upper', 'floor').job.circuits).toHaveLength(2);
  });
});

describe('another kind of emitter on a circuit', () => {
  it('brings its own defaults', () => {
    const job = withCircuit(newJob('Kinds'), 'radiators').job;
    const { job: floor, kept } = withKind(job, 'c1', 'floor');
    expect(kept).toEqual([]);
    expect(floor.circuits[0]).toMatchObject({
      name: 'Floor heating',
      emitters: 'floor',
      connection: 'mixed',
      flowTemperature: 38,
      temperatureDifference: 7,
      highLimit: true,
    });
    expect(withKind(floor, 'c1', 'radiators').job).toEqual(job);
  });

  it('leaves what a person set, and names it', () => {
    const job = applyEdits(withCircuit(newJob('Kinds'), 'radiators').job, [{ at: 'circuits/c1/flowTemperature', value: 48 }]);
    const { job: floor, kept } = withKind(job, 'c1', 'floor');
    expect(kept).toEqual(['flow temperature']);
    expect(floor.circuits[0]).toMatchObject({ flowTemperature: 48, temperatureDifference: 7 });
  });
});
