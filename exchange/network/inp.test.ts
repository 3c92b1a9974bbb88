import { LinkProperty, Project, Workspace } from 'epanet-js';
import { describe, expect, it } from 'vitest';
import { designWithPlant } from '../../core/job/design-job.ts';
import { PLANTS } from '../../demo/plants.ts';
import { SYSTEMS } from '../../demo/systems.ts';
import { thistleMill } from '../../demo/thistle-mill.ts';
import type { Job } from '../../model/job.ts';
import { HOSTILE_NAMES } from '../hostile-names.fixture.ts';
import { twinToInp } from './inp.ts';

// Source: the EPANET 2.2 engine through epanet-js, which opens the file as anybody's program would.

const workspace = new Workspace();
await workspace.loadModule();

/** The flows the engine finds, m3/s by the names of our links. */
function theirFlows(text: string, names: Map<string, string>): Map<string, number> {
  workspace.writeFile('plant.inp', text);
  const project = new Project(workspace);
  project.open('plant.inp', 'report.rpt', 'out.bin');
  project.solveH();
  const flows = new Map(
    [...names].map(([id, short]): [string, number] => [
      id,
      project.getLinkValue(project.getLinkIndex(short), LinkProperty.Flow) / 1000,
    ]),
  );
  project.close();
  return flows;
}

function solved(job: Job) {
  const { plant, design } = designWithPlant(job);
  if (!plant || !design.solved?.state.converged) return null;
  plant.run(
    design.solved.zones.map((zone) => zone.id),
    'cold',
  );
  return plant.twin;
}

const jobs: [string, Job][] = [
  ['the demo', thistleMill],
  ...Object.values(SYSTEMS).map((job): [string, Job] => [job.name, job]),
  ...Object.values(PLANTS).map((job): [string, Job] => [job.name, job]),
];

/** Share by which the two laws of friction, one viscosity for all water and heights left out let flows differ. */
const LAW = 0.06;

describe('the solved plant in the general network engine', () => {
  it.each(jobs)('%s: the flows are ours, but for its friction law and its one water', (_, job) => {
    const twin = solved(job);
    if (!twin) throw new Error('no solved plant');
    const { text, names } = twinToInp(twin, job.name);
    const theirs = theirFlows(text, names);
    const { flow, laws } = twin.hydraulics;
    const largest = Math.max(...flow.map(Math.abs));
    const off = twin.network.linkIds.flatMap((id, l): [string, number][] => {
      const own = (flow[l] as number) / (laws.density[l] as number);
      if (Math.abs(flow[l] as number) < 0.03 * largest) return [];
      return [[id, (theirs.get(id) ?? 0) / own - 1]];
    });
    const worst = off.reduce((most, each) => (Math.abs(each[1]) > Math.abs(most[1]) ? each : most), ['', 0]);
    expect(Math.abs(worst[1]), worst[0]).toBeLessThan(LAW);
  });

  it.each(HOSTILE_NAMES)('called “%s”, it opens all the same', (name) => {
    const twin = solved({ ...thistleMill, name, circuits: thistleMill.circuits.map((each) => ({ ...each, name })) });
    if (!twin) throw new Error('no plant');
    const { text, names } = twinToInp(twin, name);
    expect(theirFlows(text, names).size).toBe(twin.network.links.length);
  });
});
