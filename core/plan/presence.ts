import type { Job, Presence } from '../../model/job.ts';

type Present = Pick<Job, 'presence' | 'circuits' | 'source' | 'furtherSources' | 'ownPumps'>;

/** What leaves later is there now. */
const ofPhase = (phase: Job['source']['phase']): Presence => (phase === 'leaves' ? 'there' : phase);

/** Pump that is chosen at a place, by its id; "auto" where none is pinned. */
function pumpAt(job: Present, component: string): string | undefined {
  const [list, id] = component.split('/');
  if (!component.endsWith('/pump')) return undefined;
  if (list === 'circuits') return job.circuits.find((each) => each.id === id)?.pump;
  if (list === 'furtherSources') return job.furtherSources.find((each) => each.id === id)?.pump;
  return component === 'source/pump' ? job.source.pump : undefined;
}

/**
 * Whether a component is there already, is new, or comes later: as it is said of itself, else as its pipe or pump says, else as its
 * circuit or its source is, else new.
 * @param component its place on the wall, `circuits/c1/pump`
 */
export function presenceOf(job: Present, component: string): Presence {
  const said = job.presence[component];
  if (said !== undefined) return said;
  const pinned = pumpAt(job, component);
  if (job.ownPumps.some(({ id, existing }) => existing && id === pinned)) return 'there';
  const [list, id, part, section] = component.split('/');
  const circuit = list === 'circuits' ? job.circuits.find((each) => each.id === id) : undefined;
  if (circuit) {
    if (part === 'sections' && circuit.sections.find((each) => each.id === section)?.existing) return 'there';
    // The whole of a circuit may be said at once.
    return job.presence[`circuits/${circuit.id}`] ?? ofPhase(circuit.phase);
  }
  const further = list === 'furtherSources' ? job.furtherSources.find((each) => each.id === id) : undefined;
  if (further) return ofPhase(further.phase);
  return list === 'source' ? ofPhase(job.source.phase) : 'new';
}
