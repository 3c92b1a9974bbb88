import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../demo/systems.ts';
import type { Job } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { sourceNeed } from '../control/weather-curve.ts';
import { designJob, designWithPlant } from '../job/design-job.ts';
import { runsOpen } from '../plan/open-plant.ts';

const open: Job = SYSTEMS[14];
/** The same plant sent the water its loops are set for. */
const atCurve = (job: Job): Job => {
  const sent = designJob(job).circuits[0]?.sized?.setAt?.value ?? 0;
  return applyEdits(job, [
    { at: 'source/flowTemperature', value: sent },
    { at: 'circuits/c1/flowTemperature', value: sent },
  ]);
};

describe('loops where nothing shuts', () => {
  it('are set so that the solved plant gives each room its load by the water the curve sends', () => {
    expect(runsOpen(open)).toBe(true);
    const job = atCurve(open);
    const { design, plant } = designWithPlant(job);
    const sized = design.circuits[0]?.sized;
    const solved = design.solved?.state.circuits[0];
    expect(sized?.setAt?.value).toBeCloseTo(job.source.flowTemperature, 1);
    // As dealt out, the pump a little strong: every room within an eighth of what it was set for.
    for (const [i, loop] of (sized?.loops ?? []).entries())
      expect(Math.abs((solved?.loops[i]?.heat ?? 0) / loop.load / (1 + loop.surplus) - 1), loop.roomName).toBeLessThan(0.12);
    expect(plant).not.toBeNull();
    // Loads alone would have left the generous room far above the tight ones.
    const heats = sized?.loops.map((loop, i) => (solved?.loops[i]?.heat ?? 0) / loop.load) ?? [];
    expect(Math.max(...heats) / Math.min(...heats)).toBeLessThan(1.35);
  });

  it('ask the curve for the same water', () => {
    const design = designJob(open);
    const setAt = design.circuits[0]?.sized?.setAt?.value ?? 0;
    expect(sourceNeed(open, design.circuits)[0]?.flow).toBeCloseTo(setAt, 1);
  });

  it('keep the flow of the whole, and go as heat does where rooms have thermostats', () => {
    const zoned = applyEdits(open, [{ at: 'circuits/c1/zones', value: 'rooms' }]);
    for (const job of [open, zoned]) {
      const sized = designJob(job).circuits[0]?.sized;
      const sum = sized?.loops.reduce((all, loop) => all + loop.volumeFlow, 0) ?? 0;
      expect(sum).toBeCloseTo(sized?.volumeFlow.value ?? 0, 9);
    }
    const sized = designJob(zoned).circuits[0]?.sized;
    expect(sized?.setAt).toBeNull();
    const perWatt = sized?.loops.map((loop) => loop.volumeFlow / loop.load) ?? [];
    expect(Math.max(...perWatt)).toBeCloseTo(Math.min(...perWatt), 12);
  });

  it('name the room that nothing holds back, and the wider floor that does', () => {
    const warm = applyEdits(SYSTEMS[6] as Job, [{ at: 'rooms/r4/heatLoad', value: 330 }]);
    const design = designJob(warm);
    const finding = design.findings.find((each) => each.rule === 'room-over-warm');
    expect(finding?.title).toContain('Room 4');
    const remedy = finding?.remedies[0];
    expect(remedy?.edits.length).toBeGreaterThan(0);
    const after = designJob(applyEdits(warm, remedy?.edits ?? []));
    expect(after.findings.some((each) => each.rule === 'room-over-warm')).toBe(false);
  });
});
