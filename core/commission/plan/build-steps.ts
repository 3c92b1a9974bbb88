import type { Job } from '../../../model/job.ts';
import { manifoldLetter, portLabels } from '../../circuit/manifolds.ts';
import { builtCircuits } from '../../design/built-circuits.ts';
import type { Design } from '../../design/design.ts';
import { PIPE_MATERIALS } from '../../pipe/catalogue.ts';
import { say } from '../../quantity/format.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import { testTarget } from '../pressure-test.ts';
import type { PlanStep } from './step.ts';

/** What is covered together: the loops of one manifold, or the pipes of one circuit to it. */
export interface CoverUp {
  /** `cover/circuits/c1/A`, `cover/circuits/c1/run`. */
  id: string;
  place: string;
  label: string;
  /** Loops under it, by place; empty for a run. */
  loops: { place: string; label: string; length: number; roomName: string }[];
  pipe: 'plastic' | 'metal';
}

/** A pipe that gives under pressure, or one that does not. */
const pipeKind = (material: string): CoverUp['pipe'] => (/^(pex|multilayer)/.test(material) ? 'plastic' : 'metal');

/** Everything that disappears under screed, boards or insulation, and has to be proved tight before. */
export function coverUps(job: Job, design: Design): CoverUp[] {
  return builtCircuits(design).flatMap(({ id, name, sized }): CoverUp[] => {
    const circuit = job.circuits.find((each) => each.id === id);
    if (!sized || !circuit) return [];
    const loops = sized.loops ?? [];
    const ports = portLabels(sized.manifolds);
    const number = job.circuits.indexOf(circuit) + 1;
    const manifolds = sized.manifolds.map((manifold, m): CoverUp => {
      const letter = manifoldLetter(m);
      return {
        id: `cover/circuits/${id}/${letter}`,
        place: `circuits/${id}`,
        label: `${name}: floors of manifold ${number}.${letter}`,
        loops: manifold.loops.flatMap((i) => {
          const loop = loops[i];
          return loop
            ? [{ place: loop.place, label: `${number}.${ports.get(i) ?? i + 1}`, length: loop.length, roomName: loop.roomName }]
            : [];
        }),
        pipe: 'plastic',
      };
    });
    const run: CoverUp = {
      id: `cover/circuits/${id}/run`,
      place: `circuits/${id}/run`,
      label: `${name}: pipes to it`,
      loops: [],
      pipe: pipeKind(circuit.run.material),
    };
    return [run, ...manifolds];
  });
}

/** What is laid, and the gates before it is covered. */
export function buildSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  const test = testTarget(design.vessel?.reliefPressure.value ?? job.vessel.reliefPressure);
  const steps: PlanStep[] = [];
  for (const { id, place, label, loops, pipe } of coverUps(job, design)) {
    const circuit = job.circuits.find((each) => place.startsWith(`circuits/${each.id}`));
    const sized = builtCircuits(design).find((each) => each.id === circuit?.id)?.sized;
    for (const loop of loops) {
      steps.push({
        id: `lay/${loop.place}`,
        phase: 'build',
        place: loop.place,
        placeLabel: `${loop.label} ${loop.roomName}`,
        title: `Lay ${loop.label}, ${loop.roomName}: ${say(loop.length, 'length', display)}; label both ends and photograph it`,
        why: 'The photo with its length is the only map of this floor once it is covered. A label at each end saves the balancing.',
        tools: ['tape', 'labels', 'camera'],
        target: { kind: 'photo' },
        after: [],
      });
    }
    if (loops.length === 0 && circuit && sized)
      steps.push({
        id: `lay/${place}`,
        phase: 'build',
        place,
        placeLabel: label,
        title: `Run ${sized.run.size.label} ${PIPE_MATERIALS[circuit.run.material].label}, ${say(circuit.run.length, 'length', display)} each way; label and photograph it`,
        why: 'What is drawn and what is laid differ by a bend or two. The photo and a note of the route settle it later.',
        tools: ['tape', 'labels', 'camera'],
        target: { kind: 'photo' },
        after: [],
      });
    const laid = steps.filter((step) => step.id === `lay/${place}` || loops.some((loop) => step.id === `lay/${loop.place}`));
    steps.push({
      id: `test/${id}`,
      phase: 'build',
      place,
      placeLabel: label,
      title: `Test with water: ${say(test.pressure, 'pressure', display)} for ${test.minutes} min, at most ${say(test.allowedFall, 'pressure', display)} lost`,
      why: `Fill, vent, pump up and let it settle; begin when it stands. Write pressure and temperature at both ends. ${pipe === 'plastic' ? 'A plastic pipe stretches at first: pump up again after half an hour.' : 'Metal moves by 3 bar with each kelvin: wait until it is as warm as the room.'} The maker’s sheet of the pipe goes before this.`,
      tools: ['test pump', 'gauge', 'thermometer'],
      target: { kind: 'test', test },
      after: laid.map((step) => step.id),
      caution:
        'Frost bursts a pipe that stands full. An air test stores energy: only with what the local rules ask for, nobody near, and never above 0.5 bar without them.',
    });
    steps.push({
      id,
      phase: 'build',
      place,
      placeLabel: label,
      title: `${label}: sign that it may be covered`,
      why: 'Once screed or boards lie on it, a leak costs the floor. Nobody covers what is not tested, labelled, photographed and signed.',
      tools: [],
      target: { kind: 'signature' },
      after: [`test/${id}`, ...laid.map((step) => step.id)],
      hold: true,
      ...(loops.length > 0 ? { caution: CAUTIONS.drill } : {}),
    });
  }
  return steps;
}
