import type { Job } from '../../model/job.ts';
import { DISTRIBUTIONS, type Distribution } from '../../model/job.ts';
import { allPumps } from '../design/all-pumps.ts';
import type { Design } from '../design/design.ts';
import { openFindings } from '../finding/finding.ts';
import { designJob } from './design-job.ts';

/** The same plant with a pump in each circuit, with one pump and a valve in each, or on the pump of the source. */
export interface DistributionOption {
  kind: Distribution['kind'];
  pumps: number;
  valves: number;
  /** Electric power of all pumps with every zone calling, and with the smallest zone alone, W. */
  power: number;
  /** Open findings by which one is told from the other. */
  findings: string[];
  /** The edit that makes it so. */
  edits: { at: string; value: unknown }[];
}

/** The ways side by side, each designed and solved. */
export function compareDistribution(job: Job): DistributionOption[] {
  // The source's own pump reaches the circuits only where nothing stands between.
  const ways = DISTRIBUTIONS.filter((kind) => kind !== 'source' || job.separation.kind === 'none');
  return ways.map((kind) => {
    const design = designJob({ ...job, distribution: { ...job.distribution, kind } });
    return {
      kind,
      pumps: allPumps(design).length,
      valves: zoneValves(job, design),
      power: design.pumpPower?.value ?? 0,
      findings: openFindings(design.findings)
        .filter((finding) => finding.severity !== 'note')
        .map((finding) => finding.title),
      edits: [{ at: 'distribution/kind', value: kind }],
    };
  });
}

/** Valves in the circuits, and that of the cylinder where it has no pump. */
const zoneValves = (job: Job, design: Design): number =>
  design.circuits.filter((circuit) => circuit.sized?.zoneValve).length +
  (job.hotWater && design.hotWater && !design.hotWater.pump && design.source ? 1 : 0);
