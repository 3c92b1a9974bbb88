import { describe, expect, it } from 'vitest';
import { cascade } from '../../demo/more-plants.ts';
import { PLANTS } from '../../demo/plants.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import { woodAndRing } from '../../demo/wood-and-ring.ts';
import { type Job, SEPARATION_KINDS } from '../../model/job.ts';
import { newLink, newPair, newStation } from '../../model/new-job.ts';
import { readJob } from '../../model/read-job.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { portOfPlan } from '../piping/waters.ts';
import { changeoversOf } from './changeover.ts';
import { stationOf } from './plan.ts';
import { hasPort, planOf, portNames } from './plan-of-job.ts';
import { portsToFeed, portsToHangOn, stationName } from './ports.ts';
import { withoutPair, withoutStation, withStation } from './station-edits.ts';

describe('ports', () => {
  it.each(SEPARATION_KINDS)('of %s are those its kind has, by the name the file gives them', (kind) => {
    const job: Job = { ...thistleMill, separation: { ...thistleMill.separation, kind, pairs: [newPair('p2')] } };
    const { plan } = pipingOf(job);
    for (const port of portNames(job.separation)) expect(portOfPlan(plan, `st1/${port}`), port).toBeDefined();
    for (const { ref } of portsToHangOn(job)) expect(hasPort(job, ref)).toBe(true);
    expect(hasPort(job, 'st1/nowhere')).toBe(false);
    expect(hasPort(job, 'x9/a')).toBe(false);
  });

  it('are told apart in words, and only those that something can hang on', () => {
    const job = woodAndRing();
    expect(portsToHangOn(job).map(({ ref, label }) => `${ref} ${label}`)).toEqual([
      'st1/b Tank',
      'x1/b Ring main, pair 1',
      'x1/p2 Ring main, pair 2',
      'x1/p3 Ring main, pair 3',
      'x1/p4 Ring main, pair 4',
      'x2/cold Plates to the cylinder',
    ]);
    expect(portsToFeed(job).map(({ ref }) => ref)).toEqual(['x1/feed', 'x2/hot', 'x1/b', 'x1/p2', 'x1/p3', 'x1/p4']);
    expect(portsToHangOn(cascade()).map(({ label }) => label)).toEqual(['Pair of bars', 'Header']);
  });

  it('two of a kind are numbered until they have names', () => {
    const two: Job = {
      ...thistleMill,
      stations: [newStation('x1', 'low-loss-header'), newStation('x2', 'low-loss-header', { name: 'Barn' })],
    };
    expect(['st1', 'x1', 'x2'].map((id) => stationName(two, id))).toEqual(['Header 1', 'Header 2', 'Barn']);
    expect(stationName(two, 'x9')).toBe('x9');
  });

  it.each(Object.entries(PLANTS))('%s: everything hangs on a port that is there', (_, job) => {
    const plan = planOf(job);
    for (const branch of plan.branches) {
      expect(portOfPlan(plan, branch.at), branch.place).toBeDefined();
      if (branch.kind === 'link') expect(portOfPlan(plan, branch.to), branch.place).toBeDefined();
    }
    // Every station beyond the first is fed by a link or a source, or what cools turns over to it.
    const fed = new Set([...pipingOf(job).fedBySources, ...pipingOf(job).linksOutwards.map(({ to }) => stationOf(to))]);
    const turned = new Set(changeoversOf(job).map(({ coldAt }) => stationOf(coldAt)));
    for (const { id, cold } of job.stations) expect(cold ? turned.has(id) : fed.has(id), id).toBe(true);
  });
});

describe('stations put in and taken out', () => {
  it.each(SEPARATION_KINDS)('a %s behind the header can be kept, and gets an id that is free', (kind) => {
    const once = withStation(thistleMill, 'st1/b', kind);
    const twice = withStation(once, 'st1/b', kind);
    expect(twice.stations.map(({ id }) => id)).toEqual(['x1', 'x2']);
    expect(new Set(twice.links.map(({ id }) => id)).size).toBe(2);
    expect(readJob(JSON.parse(JSON.stringify(twice))).ok).toBe(true);
    expect(withoutStation(twice, 'x2')).toEqual(once);
  });

  it('with a station go its pipes, what was typed there, and what is assumed of it', () => {
    const job: Job = {
      ...woodAndRing(),
      unread: [
        { place: 'stations/x1/spacing', text: 'four' },
        { place: 'links/l2/run/length', text: 'far' },
        { place: 'source/capacity', text: 'much' },
      ],
      assumptions: [{ id: 'a1', place: 'links/l2/run/size', alternatives: ['28x0.9'] }],
    };
    const without = withoutStation(job, 'x1');
    expect(without.links).toEqual([]);
    expect(without.unread).toEqual([{ place: 'source/capacity', text: 'much' }]);
    expect(without.assumptions).toEqual([]);
    expect(without.furtherSources[0]?.at).toBeNull();
    // What hung on another station stays there.
    expect(without.hotWater?.at).toBe('x2/cold');
  });

  it('a pair of tees goes with the pipes on it; what hung there hangs where it usually does', () => {
    const job = woodAndRing();
    const fewer = withoutPair(job, 'x1', 'p2');
    expect(fewer.stations[0]?.pairs.map(({ id }) => id)).toEqual(['p3', 'p4']);
    expect(fewer.links.map(({ id }) => id)).toEqual(['l2']);
    expect(withoutPair(job, 'x1', 'p4').circuits.map(({ at }) => at)).toEqual(['x1/p3', null]);
  });
});

describe('what is refused of stations', () => {
  const problem = (change: Partial<Job>) => {
    const read = readJob(JSON.parse(JSON.stringify({ ...thistleMill, ...change })));
    return read.ok ? '' : read.problems.join(' ');
  };
  it.each([
    ['two of one id', { stations: [newStation('x1', 'buffer'), newStation('x1', 'buffer')] }, 'is used twice'],
    ['a port that is none', { links: [{ ...newLink('l2', 'st1/b', 'x1/a'), at: 'nowhere' as 'st1/b' }] }, 'is no port'],
    ['too many', { stations: Array.from({ length: 13 }, (_, i) => newStation(`x${i}`, 'buffer')) }, 'split the plant'],
  ] as [string, Partial<Job>, string][])('%s', (_, change, said) => {
    expect(problem(change)).toContain(said);
  });
});
