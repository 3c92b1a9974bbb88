import { manifoldLetter, manifoldTotals, portLabels } from '../core/circuit/manifolds.ts';
import type { Design, SizedCircuit } from '../core/design/design.ts';
import { type CoilPlan, type Piece, planCoils } from '../core/emitter/coils.ts';
import { floorPipe } from '../core/emitter/floor.ts';
import { PIPE_MATERIALS } from '../core/pipe/catalogue.ts';
import { unitFor } from '../core/quantity/units.ts';
import type { Job } from '../model/job.ts';
import type { ResultCell, ResultTable, Writing } from './result-cells.ts';

interface Labelled {
  id: string;
  name: string;
  number: number;
  sized: SizedCircuit;
  /** Label of each loop: number of the circuit, then port of the manifold or number of the loop. */
  labels: string[];
}

const labelled = (job: Job, design: Design): Labelled[] =>
  design.circuits.flatMap(({ id, name, sized }) => {
    if (!sized) return [];
    const number = job.circuits.findIndex((each) => each.id === id) + 1;
    const ports = portLabels(sized.manifolds);
    return [{ id, name, number, sized, labels: sized.loops.map((_, i) => `${number}.${ports.get(i) ?? i + 1}`) }];
  });

/** Manifolds, loops with their settings, and the coils floors are laid from. */
export function loopTables(job: Job, design: Design, { head, number }: Writing): ResultTable[] {
  const circuits = labelled(job, design);
  return [
    {
      id: 'manifolds',
      title: 'Manifolds',
      headings: ['Circuit', 'Manifold', 'Storey', 'Ports', head('Flow', 'volumeFlow'), head('Pipe', 'length')],
      rows: circuits.flatMap(({ name, number: circuit, sized }) =>
        sized.manifolds.map((manifold, m): ResultCell[] => {
          const { ports, volumeFlow, length } = manifoldTotals(manifold, sized.loops);
          return [
            name,
            `${circuit}.${manifoldLetter(m)}`,
            manifold.storey,
            ports,
            number(volumeFlow, 'volumeFlow'),
            number(length, 'length'),
          ];
        }),
      ),
    },
    {
      id: 'loops',
      title: 'Loops and their settings',
      headings: [
        'Circuit',
        'Room',
        'Label',
        'Loop',
        head('Heat', 'heatLoad'),
        head('Length', 'length'),
        head('Set the meter to', 'meterFlow'),
        head('Flow solved', 'meterFlow'),
        head('Takes, open', 'pressure'),
        `Opening of its valve (${unitFor('flowCoefficient', job.display)})`,
        'Index',
      ],
      rows: circuits.flatMap(({ id, name, sized, labels }) => {
        const states = design.solved?.state.circuits.find((circuit) => circuit.id === id)?.loops ?? [];
        const settable = job.circuits.find((circuit) => circuit.id === id)?.loopValves === 'set';
        return sized.loops.map((loop, i): ResultCell[] => [
          name,
          loop.roomName,
          labels[i] as string,
          Number(loop.place.split('/loop')[1]),
          number(loop.load, 'heatLoad'),
          number(loop.length, 'length'),
          number(loop.volumeFlow, 'meterFlow'),
          number(states.find((state) => state.place === loop.place)?.flow, 'meterFlow'),
          number(loop.ownLoss, 'pressure'),
          settable && loop.behind === null ? number(loop.setting, 'flowCoefficient') : null,
          loop.behind !== null ? 'in series' : loop.index ? 'open' : '',
        ]);
      }),
    },
    {
      id: 'coils',
      title: 'Floor pipe to buy, and how it is cut',
      headings: ['Pipe', head('Coil', 'length'), 'Loops cut from it', head('Left over', 'length')],
      rows: floorCoils(job, circuits).flatMap(([pipe, { coils, tooLong }]) => [
        ...coils.map((coil): ResultCell[] => [
          pipe,
          number(coil.length, 'length'),
          coil.pieces.map((piece) => piece.label).join(', '),
          number(coil.offCut, 'length'),
        ]),
        ...tooLong.map((piece): ResultCell[] => [pipe, null, `${piece.label} is longer than any coil: split the loop`, null]),
      ]),
    },
  ];
}

/** Loops of floors by the pipe they are laid in, cut from coils. */
function floorCoils(job: Job, circuits: readonly Labelled[]): [pipe: string, plan: CoilPlan][] {
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
