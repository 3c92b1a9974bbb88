import type { Job } from '../../../model/job.ts';
import { manifoldLetter, manifoldTotals, portLabels } from '../../circuit/manifolds.ts';
import type { LoopSetting } from '../../design/balancing.ts';
import { builtCircuits } from '../../design/built-circuits.ts';
import type { Design, SizedCircuit } from '../../design/design.ts';
import { type CoilPlan, type Piece, planCoils } from '../../emitter/coils.ts';
import { floorPipe } from '../../emitter/floor.ts';
import { PIPE_MATERIALS } from '../../pipe/catalogue.ts';
import { type Cell, column, type Table } from '../table.ts';

export interface LabelledCircuit {
  id: string;
  name: string;
  number: number;
  sized: SizedCircuit;
  /** Label of each loop: number of the circuit, then port of the manifold or number of the loop. */
  labels: string[];
}

export const labelledCircuits = (job: Job, design: Design): LabelledCircuit[] =>
  builtCircuits(design).flatMap(({ id, name, sized }) => {
    if (!sized) return [];
    const number = job.circuits.findIndex((each) => each.id === id) + 1;
    const ports = portLabels(sized.manifolds);
    return [{ id, name, number, sized, labels: sized.loops.map((_, i) => `${number}.${ports.get(i) ?? i + 1}`) }];
  });

/**
 * Manifolds, loops with their settings, and the coils floors are laid from.
 * @param wanted which loops stand in their table
 */
export function loopTables(job: Job, design: Design, wanted: (loop: LoopSetting) => boolean = () => true): Table[] {
  const circuits = labelledCircuits(job, design);
  return [
    {
      id: 'manifolds',
      title: 'Manifolds',
      columns: [
        column('Circuit'),
        column('Manifold'),
        column('Storey'),
        column('Ports'),
        column('Flow', 'volumeFlow'),
        column('Pipe', 'length'),
      ],
      rows: circuits.flatMap(({ name, number: circuit, sized }) =>
        sized.manifolds.map((manifold, m): Cell[] => {
          const { ports, volumeFlow, length } = manifoldTotals(manifold, sized.loops);
          return [name, `${circuit}.${manifoldLetter(m)}`, manifold.name || manifold.storey, ports, volumeFlow, length];
        }),
      ),
    },
    {
      id: 'loops',
      title: 'Loops and their settings',
      columns: [
        column('Circuit'),
        column('Room'),
        column('Label'),
        column('Loop'),
        column('Heat', 'heatLoad'),
        column('Length', 'length'),
        column('Set the meter to', 'meterFlow'),
        column('Flow solved', 'meterFlow'),
        column('Pressure drop, open', 'pressure'),
        column('Opening of its valve', 'flowCoefficient'),
        column('Index'),
      ],
      rows: circuits.flatMap(({ id, name, sized, labels }) => {
        const states = design.solved?.state.circuits.find((circuit) => circuit.id === id)?.loops ?? [];
        const settable = job.circuits.find((circuit) => circuit.id === id)?.loopValves === 'set';
        return sized.loops.flatMap((loop, i): Cell[][] =>
          !wanted(loop)
            ? []
            : [
                [
                  name,
                  loop.roomName,
                  labels[i] as string,
                  Number(loop.place.split('/loop')[1]),
                  loop.load,
                  loop.length,
                  loop.volumeFlow,
                  states.find((state) => state.place === loop.place)?.flow ?? null,
                  loop.ownLoss,
                  settable && loop.behind === null ? loop.setting : null,
                  loop.behind !== null ? 'in series' : loop.index ? 'open' : '',
                ],
              ],
        );
      }),
    },
    {
      id: 'coils',
      title: 'Floor pipe to buy, and how it is cut',
      columns: [column('Pipe'), column('Coil', 'length'), column('Loops cut from it'), column('Left over', 'length')],
      rows: floorCoils(job, circuits).flatMap(([pipe, { coils, tooLong }]) => [
        ...coils.map((coil): Cell[] => [pipe, coil.length, coil.pieces.map((piece) => piece.label).join(', '), coil.offCut]),
        ...tooLong.map((piece): Cell[] => [pipe, null, `${piece.label} is longer than any coil: split the loop`, null]),
      ]),
    },
  ];
}

/** Loops of floors by the pipe they are laid in, cut from coils. */
function floorCoils(job: Job, circuits: readonly LabelledCircuit[]): [pipe: string, plan: CoilPlan][] {
  const pieces = new Map<string, Piece[]>();
  const rooms = new Map(job.rooms.map((room) => [room.id, room]));
  for (const { sized, labels } of circuits) {
    sized.loops.forEach((loop, i) => {
      const emitter = rooms.get(loop.roomId)?.emitters.find((other) => other.id === loop.emitterId);
      if (emitter?.kind !== 'floor') return;
      const pipe = `${PIPE_MATERIALS[emitter.pipe.material].label}, ${floorPipe(emitter).label}`;
      pieces.set(pipe, [...(pieces.get(pipe) ?? []), { label: labels[i] as string, length: loop.length }]);
    });
  }
  return [...pieces].map(([pipe, all]) => [pipe, planCoils(all)]);
}
