import type { Circuit, Job } from '../../model/job.ts';
import { type AuditedPipe, type AuditLine, auditPipes } from '../circuit/pipe-audit.ts';
import { fluidOf, fluidState } from '../fluid/fluid.ts';
import { rulebookOf } from '../rules/rulebooks.ts';
import type { SizedCircuit } from './design.ts';

/** The run from the plant, among the sections of a tree. */
export const RUN = 'run';

/** A section of a tree with what it carries: the run from the plant first, then the tree outwards. */
export interface AuditedSection {
  /** Id of the section, or `RUN`. */
  id: string;
  name: string;
  size: string;
  /** Index of what it hangs on; -1 for the run itself. */
  parent: number;
  /** 0 for the run. */
  depth: number;
  existing: boolean;
  /** Its tee was never seen. */
  unseen: boolean;
  /** On the index run. */
  onIndex: boolean;
  line: AuditLine;
}

/**
 * Every section of a circuit's pipes at a delta T: load, flow, velocity, and what is left of it.
 * @param temperatureDifference K; the circuit's own where none is tried
 */
export function auditTree(
  job: Job,
  circuit: Circuit,
  sized: SizedCircuit,
  temperatureDifference = circuit.temperatureDifference,
): AuditedSection[] {
  const pipes: AuditedPipe[] = [
    {
      place: sized.run.place,
      label: 'Plant to first tee',
      load: sized.loops.reduce((sum, loop) => sum + loop.load, 0),
      bore: sized.run.size.bore,
      roughness: sized.run.material.roughness,
    },
    ...sized.tree.map(({ id, place, load, pipe }) => ({
      place,
      label: circuit.sections.find((section) => section.id === id)?.name || id,
      load: load.value,
      bore: pipe.size.bore,
      roughness: pipe.material.roughness,
    })),
  ];
  const lines = auditPipes(
    pipes,
    temperatureDifference,
    rulebookOf(job).rules.velocityWanted.limit,
    fluidState(fluidOf(job.fluid), circuit.flowTemperature - temperatureDifference / 2),
  );
  const index = sized.loops.find((loop) => loop.index)?.section ?? null;
  const onIndex = new Set<string>([RUN]);
  for (let at = sized.tree.findIndex((each) => each.id === index); at >= 0; at = sized.tree[at]?.parent ?? -1)
    onIndex.add(sized.tree[at]?.id as string);
  return lines.map((line, i) => {
    const design = sized.tree[i - 1];
    const id = design?.id ?? RUN;
    const section = circuit.sections.find((each) => each.id === id);
    return {
      id,
      name: line.label,
      size: design ? design.pipe.size.label : sized.run.size.label,
      parent: design ? design.parent + 1 : -1,
      depth: design ? design.depth + 1 : 0,
      existing: section ? section.existing : circuit.run.size !== 'auto',
      unseen: section?.unseen != null,
      onIndex: onIndex.has(id),
      line,
    };
  });
}
