import { Bench } from 'tinybench';
import { wallSheet } from '../core/drawing/wall.ts';
import { designJob } from '../core/job/design-job.ts';
import { draftPlants } from '../core/job/draft-plant.ts';
import { thistleMill } from '../demo/thistle-mill.ts';
import type { Job } from '../model/job.ts';
import { newFloor, newPanel } from '../model/new-emitter.ts';
import { newCircuit, newJob, newRoom, newSeparation } from '../model/new-job.ts';
import { applyEdits } from '../model/place.ts';

/** A job of many rooms, five to a circuit, every third circuit mixed. */
function largeJob(roomCount: number): Job {
  const base = newJob(`${roomCount} rooms`);
  const circuitCount = roomCount / 5;
  return {
    ...base,
    separation: newSeparation('low-loss-header'),
    circuits: Array.from({ length: circuitCount }, (_, i) =>
      newCircuit(`c${i}`, base, { name: `Circuit ${i}`, emitters: i % 3 === 0 ? 'floor' : 'radiators' }),
    ),
    rooms: Array.from({ length: roomCount }, (_, i) =>
      newRoom(`r${i}`, {
        name: `Room ${i}`,
        heatLoad: 400 + ((i * 137) % 900),
        circuit: `c${i % circuitCount}`,
      }),
    ),
  };
}

const SIZES = [50, 100, 200, 400, 800];
const withoutHeader = {
  ...largeJob(200),
  separation: newSeparation('none'),
} satisfies Job;

/** Twelve rooms and a source, nothing else decided. */
const twelveRooms: Job = {
  ...newJob('Twelve rooms'),
  rooms: Array.from({ length: 12 }, (_, i) =>
    newRoom(`r${i}`, {
      area: 16,
      heatLoad: 700 + 20 * i,
      emitters: i < 6 ? [newFloor('e1', 15)] : [newPanel('e1', { type: '3-3', length: 1.8 })],
    }),
  ),
};

/** Twenty circuits with ten rooms each, an emitter in every room. */
const manyEmitters: Job = (() => {
  const job = largeJob(200);
  return {
    ...job,
    circuits: job.circuits.slice(0, 20),
    rooms: job.rooms.map((room, i) => ({
      ...room,
      circuit: `c${i % 20}`,
      emitters: (i % 20) % 3 === 0 ? [newFloor('e1', 14)] : [newPanel('e1', { type: '2-2', length: 1.4 })],
    })),
  };
})();

async function main(): Promise<void> {
  const bench = new Bench({ time: 1500, warmupTime: 400 });
  bench.add('demo job', () => void designJob(thistleMill));
  bench.add('demo job with its drawing', () => void wallSheet(thistleMill, designJob(thistleMill)));
  bench.add('four drafts of 12 rooms, and one drawn', () => {
    const [draft] = draftPlants(twelveRooms);
    if (draft) wallSheet(draft.job, designJob(draft.job));
  });
  bench.add('20 circuits, 200 emitters, reviewed', () => void designJob(manyEmitters));
  const cured = designJob(thistleMill).findings.flatMap((finding) => finding.remedies)[0];
  bench.add('preview of a remedy', () => void designJob(applyEdits(thistleMill, cured?.edits ?? [])));
  for (const rooms of SIZES) {
    const job = largeJob(rooms);
    bench.add(`${rooms} rooms, ${rooms / 5} circuits`, () => void designJob(job));
  }
  bench.add('200 rooms, 40 circuits, no header', () => void designJob(withoutHeader));
  await bench.run();
  const medians = new Map<string, number>();
  console.log('designJob, median of one run on this machine');
  for (const task of bench.tasks) {
    if (task.result.state !== 'completed') throw new Error(`${task.name}: ${task.result.state}`);
    const median = task.result.latency.p50;
    medians.set(task.name, median);
    console.log(`  ${task.name.padEnd(36)} ${median.toFixed(2).padStart(8)} ms   (${task.result.latency.samplesCount} runs)`);
  }
  const at = (rooms: number) => medians.get(`${rooms} rooms, ${rooms / 5} circuits`) as number;
  const exponent = Math.log(at(800) / at(50)) / Math.log(800 / 50);
  console.log(
    `  growth from 50 to 800 rooms: time ~ rooms^${exponent.toFixed(2)}, 16 times the rooms take ${(at(800) / at(50)).toFixed(1)} times as long`,
  );
}

await main();
