import { describe, expect, it } from 'vitest';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { newPanel } from '../../model/new-emitter.ts';
import { newJob, newRoom } from '../../model/new-job.ts';
import { readJob } from '../../model/read-job.ts';
import { ladder } from '../emitter/ladder.ts';
import { designJob } from '../job/design-job.ts';
import { proposeCircuits } from './propose-circuits.ts';

describe('proposed circuits', () => {
  it('are as many temperatures as lie apart: the hottest direct, the others mixed', () => {
    const proposal = proposeCircuits(thistleMill, 'temperature');
    expect(proposal?.circuits.map((circuit) => [circuit.connection, circuit.emitters])).toEqual([
      ['direct', 'radiators'],
      ['mixed', 'air-units'],
      ['mixed', 'floor'],
    ]);
    const [hot, , floors] = proposal?.circuits ?? [];
    expect(hot?.flowTemperature).toBeGreaterThan((floors?.flowTemperature ?? 0) + 5);
    expect(floors?.rooms.sort()).toEqual(['r1', 'r2', 'r3', 'r4', 'r5']);
  });

  it('make a sound job in which nobody is short', () => {
    for (const by of ['temperature', 'storey'] as const) {
      const proposal = proposeCircuits(thistleMill, by);
      if (!proposal) throw new Error('nothing proposed');
      expect(readJob(proposal.job).ok).toBe(true);
      const design = designJob(proposal.job);
      expect(design.findings.filter((finding) => finding.rule === 'emitter-short').map((finding) => finding.title)).toEqual([]);
      expect(ladder(proposal.job)).toHaveLength(14);
      expect(design.solved?.state.converged).toBe(true);
    }
  });

  it('are one for each storey as well, where asked', () => {
    const names = proposeCircuits(thistleMill, 'storey')?.circuits.map((circuit) => circuit.name) ?? [];
    expect(names).toContain('Floors, Ground');
    expect(names.length).toBeGreaterThan(3);
    expect(new Set(names).size).toBe(names.length);
  });

  it('are one for each use or side of the sky, where asked and said', () => {
    const zonesOf = (by: 'use' | 'facing') => proposeCircuits(thistleMill, by)?.circuits.map((circuit) => circuit.name) ?? [];
    expect(zonesOf('use')).toContain('Radiators, sleeping');
    expect(zonesOf('facing')).toContain('Floors, north');
    const rooms = thistleMill.rooms.map((room) => ({ ...room, use: null }));
    const untold = proposeCircuits({ ...thistleMill, rooms }, 'use');
    expect(untold?.circuits.map((circuit) => circuit.name)).toEqual(
      proposeCircuits(thistleMill, 'temperature')?.circuits.map((circuit) => circuit.name),
    );
  });

  it('are a single one where all need about the same', () => {
    const base = newJob('Plain');
    const rooms = [1, 2].map((i) => newRoom(`r${i}`, { heatLoad: 800, emitters: [newPanel('e1', { length: 1.2 })] }));
    expect(proposeCircuits({ ...base, rooms }, 'temperature')?.circuits).toHaveLength(1);
    expect(proposeCircuits(base, 'temperature')).toBeNull();
  });
});
