import type { Circuit, Job } from '../../model/job.ts';
import { newRated } from '../../model/new-emitter.ts';
import { idsAfter, newCircuit, newJob, newRoom } from '../../model/new-job.ts';
import { usualEmitter } from '../emitter/usual-emitter.ts';
import type { AdditionAnswers } from './answers.ts';
import { usualCopper } from './zone-lines.ts';

/** Temperature of a workshop or garage that a unit heater is put into, degrees C; any other room keeps the usual. Common practice. */
const HALL = 15;

/** Parts of a plant that one more zone neither brings nor changes. */
const ALREADY_THERE = ['distribution/pump', 'distribution/bypass', 'separation', 'vessel', 'header'] as const;

/**
 * A plant that runs, as far as it is known, with one zone more: source and zones are there, the zone alone is new. One pump moves all
 * zones through a valve in each, as it is said of the plant; each zone that is there is one room with what it carries.
 */
export function draftAddition(answers: AdditionAnswers): Job {
  const { display, zones, added } = answers;
  const bare = newJob(answers.name, display);
  const source: Job['source'] = {
    ...bare.source,
    kind: answers.source,
    phase: 'there',
    capacity: answers.capacity,
    flowTemperature: answers.flowTemperature as Job['source']['flowTemperature'],
    temperatureDifference: answers.temperatureDifference as Job['source']['temperatureDifference'],
  };
  const base: Job = {
    ...bare,
    source,
    distribution: { ...bare.distribution, kind: 'valves', pump: answers.pump ?? 'auto' },
    presence: Object.fromEntries(ALREADY_THERE.map((place) => [place, 'there' as const])),
  };
  const next = idsAfter('c', []);
  const zoneCircuit = (name: string, fields: Partial<Circuit>) =>
    newCircuit(next(), base, {
      name,
      temperatureDifference: answers.temperatureDifference as Circuit['temperatureDifference'],
      ...fields,
    });
  const material = usualCopper(display);
  const circuits: Circuit[] = zones.map(({ name, size }) => {
    const circuit = zoneCircuit(name, { emitters: 'radiators', phase: 'there' });
    return { ...circuit, run: { ...circuit.run, material, size: size ?? 'auto' } };
  });
  const zone = zoneCircuit(added.name, { emitters: added.kind, connection: added.kind === 'floor' ? 'mixed' : 'direct' });
  const newZone: Circuit = { ...zone, run: { ...zone.run, length: added.run } };
  const rooms = zones.map(({ name, load }, i) =>
    newRoom(`r${i + 1}`, { name, heatLoad: load, circuit: (circuits[i] as Circuit).id }),
  );
  const room = newRoom(`r${zones.length + 1}`, {
    name: added.name,
    heatLoad: added.load,
    circuit: newZone.id,
    ...(added.kind === 'air-units' ? { roomTemperature: HALL as Job['rooms'][number]['roomTemperature'] } : {}),
  });
  const job: Job = { ...base, circuits: [...circuits, newZone], rooms };
  const { rating } = added;
  const emitter = rating
    ? newRated('e1', added.kind === 'air-units' ? 'unit-heater' : 'radiator', {
        ratedOutput: rating.output,
        ratedFlow: rating.flow as never,
        ratedReturn: rating.return as never,
        ratedRoom: rating.room as never,
      })
    : usualEmitter({ ...job, usual: { ...job.usual, emitter: 'by-circuit' } }, room);
  return { ...job, rooms: [...rooms, emitter ? { ...room, emitters: [emitter] } : room] };
}
