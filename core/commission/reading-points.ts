import type { ReadingQuantity } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import { portLabels } from '../circuit/manifolds.ts';
import type { Design } from '../design/design.ts';
import { gaugeNames } from '../design/gauge-names.ts';
import { emitterLabel } from '../emitter/emitter.ts';

/** Something that is read on the plant: a thermometer, a meter, a gauge, a pump's display. */
export interface ReadingPoint {
  /** Place and quantity in one: `rooms/r1/e1/loop1#back`. */
  key: string;
  place: string;
  quantity: ReadingQuantity;
  /** Room, circuit or part, and what is read there. */
  where: string;
  label: string;
  /** Circuit it belongs to; null for the plant. */
  circuitId: string | null;
  roomId: string | null;
}

export const keyOf = (place: string, quantity: ReadingQuantity): string => `${place}#${quantity}`;

const point = (
  place: string,
  quantity: ReadingQuantity,
  where: string,
  label: string,
  circuitId: string | null = null,
  roomId: string | null = null,
): ReadingPoint => ({ key: keyOf(place, quantity), place, quantity, where, label, circuitId, roomId });

/** Label of each loop of a circuit beside its room's name: the manifold's port, or the number among several of a room. */
export function loopNames(
  job: Job,
  design: Design,
): Map<string, { label: string; roomName: string; roomId: string; circuitId: string }> {
  const names = new Map<string, { label: string; roomName: string; roomId: string; circuitId: string }>();
  for (const { id, sized } of design.circuits) {
    const ports = portLabels(sized?.manifolds ?? []);
    const loops = sized?.loops ?? [];
    loops.forEach(({ place, roomId, roomName, emitterId }, i) => {
      const beside = loops.filter((each) => each.roomId === roomId);
      const emitter = job.rooms.find((room) => room.id === roomId)?.emitters.find((each) => each.id === emitterId);
      const alike = beside.filter((each) => each.emitterId === emitterId);
      const number = alike.length > 1 ? `loop ${place.split('/loop')[1]}` : '';
      const label =
        ports.get(i) ??
        (beside.length > 1 ? [emitter ? emitterLabel(emitter, job.display) : '', number].filter(Boolean).join(', ') : '');
      names.set(place, { label, roomName, roomId, circuitId: id });
    });
  }
  return names;
}

/** Everything that can be read on a plant in the order of a walk: source, gauges, then each circuit with its loops. */
export function readingPoints(job: Job, design: Design): ReadingPoint[] {
  const { solved, source } = design;
  if (!solved || !source) return [];
  const own = job.source.name || 'Source';
  const gauges = new Map(gaugeNames(job, design).map((each) => [each.point, each]));
  const pumpPoints = (place: string, where: string, circuitId: string | null) => [
    point(place, 'head', where, 'Head across it', circuitId),
    point(place, 'power', where, 'Electric power', circuitId),
  ];
  const names = loopNames(job, design);
  const list: ReadingPoint[] = [
    point('source', 'supply', own, 'Flow temperature'),
    point('source', 'back', own, 'Return temperature'),
    point('source', 'flow', own, 'Flow'),
    ...(source.pump ? pumpPoints('source/pump', `${own}: pump`, null) : []),
    ...[...gauges.values()].map(({ point: at, label, where }) => {
      const circuitId = at.startsWith('circuits/') ? (at.split('/')[1] ?? null) : null;
      return point(at, 'pressure', where ?? 'Plant', label, circuitId);
    }),
    ...(design.distribution?.pump ? pumpPoints('distribution/pump', 'Pump of all circuits', null) : []),
  ];
  for (const { id, name, sized } of design.circuits) {
    if (!sized) continue;
    const place = `circuits/${id}`;
    list.push(point(place, 'supply', name, 'Flow temperature', id), point(place, 'back', name, 'Return temperature', id));
    list.push(point(place, 'flow', name, 'Flow', id));
    if (sized.pump) list.push(...pumpPoints(`${place}/pump`, `${name}: pump`, id));
    for (const loop of sized.loops) {
      const named = names.get(loop.place);
      const where = [loop.roomName, named?.label].filter(Boolean).join(', ');
      list.push(point(loop.place, 'back', where, 'Return temperature', id, loop.roomId));
      list.push(point(loop.place, 'flow', where, 'Flow', id, loop.roomId));
      list.push(point(`rooms/${loop.roomId}`, 'air', loop.roomName, 'Room temperature', id, loop.roomId));
    }
  }
  // A gauge that two circuits share stands once.
  return [...new Map(list.map((each) => [each.key, each])).values()];
}
