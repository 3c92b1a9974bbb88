import { describe, expect, it } from 'vitest';
import { designJob } from '../core/job/design-job.ts';
import { SAMPLE_RUN } from '../demo/sample-run.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import { fingerprintOf } from './fingerprint.ts';
import { type InsulatedRun, JOB_VERSION } from './job.ts';
import { newRated } from './new-emitter.ts';
import { newFurtherSource, newRoom } from './new-job.ts';
import { readJob } from './read-job.ts';
import { upgradeJob } from './upgrade.ts';

const bare = ({ insulation, ...run }: InsulatedRun) => run;

/** The demo as version 1 wrote it. */
function asVersion1(): Record<string, unknown> {
  const { assumptions, roughLoads, ...job } = structuredClone(thistleMill);
  return {
    ...job,
    version: 1,
    fluid: { kind: 'water' },
    rooms: job.rooms.map(({ branchLength, use, facing, coolingLoad, latentLoad, ...room }) => room),
    site: (({ pipeSurroundings, summerRoom, summerHumidity, mass, ...site }) => site)(job.site),
    circuits: job.circuits.map(
      ({
        pumpControl,
        components,
        balancing,
        loopValves,
        loopSplit,
        ports,
        cooling,
        sections,
        bypass,
        zones,
        height,
        ...circuit
      }) => ({
        ...circuit,
        run: bare(circuit.run),
      }),
    ),
    source: (({ pumpControl, components, ...source }) => ({ ...source, run: bare(source.run) }))(job.source),
    separation: { kind: 'low-loss-header', bore: 'auto' },
    vessel: (({ connection, ...vessel }) => vessel)(job.vessel),
  };
}

describe('a job file of version 4', () => {
  const old = (): Record<string, unknown> => {
    const { ownRules, furtherSources, ownPumps, distribution, controls, ...job } = structuredClone(thistleMill);
    return {
      ...job,
      version: 4,
      source: (({ returnComponents, inside, spareHead, points, curve, ...source }) => ({
        ...source,
        components: ['isolating-valve', 'magnetic-filter', 'air-separator', 'isolating-valve'],
      }))(job.source),
      circuits: job.circuits.map(
        ({ returnComponents, mixing, mixingDrive, injectionPump, curve, hand, coldPortCheck, highLimit, ...circuit }) => ({
          ...circuit,
          components: ['isolating-valve', 'y-strainer', 'isolating-valve'],
        }),
      ),
      hotWater: (({ pump, run, circulation, hygieneCirculates, overheatStat, coldCheck, drinkingVessel, ...rest }) => rest)(
        job.hotWater as NonNullable<typeof job.hotWater>,
      ),
      separation: { kind: 'buffer', bore: 'auto', spacing: 'auto', volume: 0.2 },
      safety: { ...job.safety, lowWaterCutOff: true },
    };
  };
  const read = () => {
    const found = readJob(JSON.parse(JSON.stringify(old())));
    if (!found.ok) throw new Error(found.problems.join(' '));
    return found.job;
  };

  it('has its one line of parts parted: filters on the return, relief first, valves on both sides', () => {
    const { source, circuits } = read();
    expect(source.components).toEqual(['relief-valve', 'low-water-cut-off', 'isolating-valve', 'air-separator']);
    expect(source.returnComponents).toEqual(['magnetic-filter', 'isolating-valve', 'fill-valve']);
    expect(circuits[0]).toMatchObject({
      components: ['isolating-valve'],
      returnComponents: ['y-strainer', 'isolating-valve'],
      mixing: 'three-way',
      highLimit: true,
    });
  });

  it('keeps a pump in each circuit, one source, and its buffer with four pipes', () => {
    const job = read();
    expect(job.distribution.kind).toBe('pumps');
    expect(job.furtherSources).toEqual([]);
    expect(job.separation).toMatchObject({ kind: 'buffer', volume: 0.2, connections: 'four' });
    expect(job.hotWater).toMatchObject({ pump: 'auto', circulation: 'none' });
    expect(job.safety).not.toHaveProperty('lowWaterCutOff');
  });

  it('runs as it did: as much flow everywhere, since the parts lose what they lost', () => {
    const then = designJob(read());
    const both = designJob({
      ...read(),
      source: {
        ...read().source,
        components: [...read().source.components, 'magnetic-filter'],
        returnComponents: ['isolating-valve'],
      },
    });
    expect(then.solved?.state.source.flow).toBeCloseTo(both.solved?.state.source.flow ?? 0, 5);
  });
});

describe('a job file of version 3', () => {
  it('only heats, and its emitters have no cooling rating', () => {
    const unit = { ...newRated('e1', 'fan-unit'), cooling: undefined };
    const now = { ...thistleMill, rooms: [newRoom('r1', { emitters: [unit as never] })] };
    const { summerRoom, summerHumidity, ...site } = now.site;
    const read = readJob(JSON.parse(JSON.stringify({ ...now, version: 3, site })));
    if (!read.ok) throw new Error(read.problems.join(' '));
    expect(read.job.rooms[0]?.emitters[0]).toMatchObject({ cooling: null });
    expect(read.job.circuits[0]).toMatchObject({ loopSplit: 'by-floor', ports: 12, cooling: null });
  });
});

describe('a job file of version 5', () => {
  it('keeps a thermostat for each zoned room, and knows no isolator, no prices and no results', () => {
    const { thermostats, energy, runs, ...rest } = thistleMill;
    const { isolator, ...controls } = rest.controls;
    const { mass, ...site } = rest.site;
    const hotWater = { ...rest.hotWater, dailyDraw: undefined };
    const read = readJob(JSON.parse(JSON.stringify({ ...rest, site, controls, hotWater, version: 5 })));
    if (!read.ok) throw new Error(read.problems.join(' '));
    expect(read.job).toMatchObject({ version: JOB_VERSION, thermostats: [], runs: [] });
    expect(Object.values(read.job.energy).every((value) => value === null)).toBe(true);
    expect([read.job.site.mass, read.job.hotWater?.dailyDraw]).toEqual(['medium', 0.2]);
    expect(read.job.controls).toEqual({ ...thistleMill.controls, isolator: 'unknown' });
    expect(designJob(read.job).solved?.zones).toEqual(designJob(thistleMill).solved?.zones);
  });
});

describe('a job file of version 6', () => {
  it('stops, starts and cools as is usual, and its backup stays in the hands of whoever switched it', () => {
    const beside = {
      ...newFurtherSource('f1'),
      takesOver: undefined,
      runsBelow: undefined,
      delay: undefined,
      efficiency: undefined,
    };
    const old = {
      ...thistleMill,
      furtherSources: [beside, { ...beside, id: 'f2', order: 'backup' }],
      source: { ...thistleMill.source, firing: undefined, lockOutBelow: undefined },
      separation: { ...thistleMill.separation, standingLoss: undefined },
      controls: { ...thistleMill.controls, actuatorTime: undefined },
      hotWater: {
        ...thistleMill.hotWater,
        hygieneBy: undefined,
        immersion: undefined,
        standingLoss: undefined,
        tapTemperature: undefined,
      },
      version: 6,
    };
    const read = readJob(JSON.parse(JSON.stringify(old)));
    if (!read.ok) throw new Error(read.problems.join(' '));
    expect({ ...read.job, furtherSources: [] }).toEqual(thistleMill);
    expect(read.job.furtherSources.map(({ takesOver, delay }) => [takesOver, delay])).toEqual([
      [false, 0],
      [false, 1200],
    ]);
  });
});

describe('a job file of version 9', () => {
  it('feeds each emitter from the manifold, lays all rows alike, and keeps the results of its runs fresh', () => {
    const old = {
      ...thistleMill,
      rooms: thistleMill.rooms.map((room) => ({
        ...room,
        emitters: room.emitters.map(({ behind, ...emitter }) => {
          if (emitter.kind !== 'floor') return emitter;
          const { otherGap, openEdge, edgeInsulation, ...floor } = emitter;
          return floor;
        }),
      })),
      version: 9,
    };
    const runs = [{ ...SAMPLE_RUN, inputs: fingerprintOf(old) }];
    const read = readJob(JSON.parse(JSON.stringify({ ...old, runs })));
    if (!read.ok) throw new Error(read.problems.join(' '));
    expect({ ...read.job, runs: [] }).toEqual(thistleMill);
    expect(read.job.runs[0]?.inputs).toBe(fingerprintOf(thistleMill));
  });
});

describe('a job file of version 10', () => {
  it('has nothing that is there by itself and no articles, and its runs stay fresh', () => {
    const { presence, articles, quote, ...rest } = thistleMill;
    const old = { ...rest, version: 10 };
    const runs = [{ ...SAMPLE_RUN, inputs: fingerprintOf(old) }];
    const read = readJob(JSON.parse(JSON.stringify({ ...old, runs })));
    if (!read.ok) throw new Error(read.problems.join(' '));
    expect(read.job).toMatchObject({ presence: {}, articles: [], quote: { currency: '', margin: 0, tax: 0 } });
    expect(read.job.runs[0]?.inputs).toBe(fingerprintOf(read.job));
  });
});

describe('a job file of version 1', () => {
  it('is brought up so that the plant stays what it was', () => {
    const read = readJob(asVersion1());
    if (!read.ok) throw new Error(read.problems.join(' '));
    expect(read.job.version).toBe(JOB_VERSION);
    expect(read.job.circuits[0]).toMatchObject({
      pumpControl: 'fixed-speed',
      components: [],
      balancing: 'none',
      zones: 'circuit',
      run: { insulation: 'auto' },
    });
    expect(read.job.site).toMatchObject({ pipeSurroundings: 15, summerRoom: 26 });
    expect(read.job.rooms[0]).toMatchObject({ branchLength: null, name: 'Mill hall' });
    expect(read.job.assumptions).toEqual([]);
  });

  it('still names what is wrong in it', () => {
    const broken = { ...asVersion1(), rooms: [{ id: 'r1' }], vessel: 3 };
    const read = readJob(broken);
    if (read.ok) throw new Error('read');
    expect(read.problems.join(' ')).toContain('rooms[0]');
    expect(read.problems.join(' ')).toContain('vessel');
  });

  it('leaves anything else alone', () => {
    for (const raw of [null, 7, 'x', [], { version: JOB_VERSION }]) expect(upgradeJob(raw)).toBe(raw);
  });
});
