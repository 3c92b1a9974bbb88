import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { FLOOR_DATA, floorPipe } from '../../emitter/floor.ts';
import { PIPE_MATERIALS } from '../../pipe/catalogue.ts';
import { type Cell, column, type Table } from '../table.ts';
import { labelledCircuits } from './loop-tables.ts';

/** The floors to lay: where, of what pipe, how far apart, and the loops each is laid in. */
export function floorsTable(job: Job, design: Design): Table {
  const loops = labelledCircuits(job, design).flatMap(({ sized, labels }) =>
    sized.loops.map((loop, i) => ({ ...loop, label: labels[i] as string })),
  );
  const rows = job.rooms.flatMap((room) =>
    room.emitters.flatMap((emitter): Cell[][] => {
      if (emitter.kind !== 'floor') return [];
      const own = loops.filter((loop) => loop.roomId === room.id && loop.emitterId === emitter.id);
      return [
        [
          room.storey,
          room.name,
          FLOOR_DATA[emitter.system].label,
          `${PIPE_MATERIALS[emitter.pipe.material].label}, ${floorPipe(emitter).label}`,
          emitter.area,
          emitter.spacing,
          emitter.edgeArea > 0 ? emitter.edgeArea : null,
          emitter.edgeArea > 0 ? emitter.edgeSpacing : null,
          emitter.layout === 'serpentine' ? 'one way' : 'flow beside return',
          own.map(({ label }) => label).join(', '),
        ],
      ];
    }),
  );
  return {
    id: 'floors',
    title: 'Floors to lay',
    columns: [
      column('Storey'),
      column('Room'),
      column('System'),
      column('Pipe'),
      column('Area', 'area'),
      column('Spacing', 'bore'),
      column('Edge area', 'area'),
      column('Edge spacing', 'bore'),
      column('Laid'),
      column('Loops'),
    ],
    rows,
  };
}
