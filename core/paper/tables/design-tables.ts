import type { Job } from '../../../model/job.ts';
import { allPumps } from '../../design/all-pumps.ts';
import { builtCircuits } from '../../design/built-circuits.ts';
import type { Design } from '../../design/design.ts';
import { emitterLabel } from '../../emitter/emitter.ts';
import { ladder, rungOutput } from '../../emitter/ladder.ts';
import type { Figure } from '../../figure/figure.ts';
import { isRough, roughLoad } from '../../load/rough-loads.ts';
import { unitFor } from '../../quantity/units.ts';
import { type Cell, column, type Table } from '../table.ts';

const sizedCircuits = (design: Design) =>
  builtCircuits(design).flatMap((circuit) => (circuit.sized ? [{ ...circuit, sized: circuit.sized }] : []));
const decidedCircuits = (job: Job) => new Map(job.circuits.map((circuit) => [circuit.id, circuit]));

/** What each circuit is sized for, and with what. */
export function circuitsTable(job: Job, design: Design): Table {
  const decided = decidedCircuits(job);
  return {
    id: 'circuits',
    title: 'Circuits',
    columns: [
      column('Circuit'),
      column('Connection'),
      column('Load', 'power'),
      column('Flow temperature', 'temperature'),
      column('Delta T', 'temperatureDifference'),
      column('Flow', 'volumeFlow'),
      column('Pipe'),
      column('Velocity', 'velocity'),
      column('Head', 'head'),
      column('Mixing valve', 'flowCoefficient'),
      column('Authority', 'fraction'),
    ],
    rows: sizedCircuits(design).map(({ id, name, load, sized: { volumeFlow, run, pump, valve } }) => [
      name,
      decided.get(id)?.connection ?? '',
      load,
      decided.get(id)?.flowTemperature ?? null,
      decided.get(id)?.temperatureDifference ?? null,
      volumeFlow,
      run.size.label,
      run.velocity,
      pump?.head ?? null,
      valve?.kvs ?? null,
      valve?.authority ?? null,
    ]),
  };
}

/** Every pipe that was sized, its size by both rules, and what it carries. */
export function pipesTable(design: Design): Table {
  const pipes = [
    ...sizedCircuits(design).flatMap(({ sized: { run, worstRun, tree } }) => [
      run,
      ...tree.map((section) => section.pipe),
      worstRun,
    ]),
    ...(design.source ? [design.source.run] : []),
  ];
  return {
    id: 'pipes',
    title: 'Pipes',
    columns: [
      column('Pipe'),
      column('Material'),
      column('Size'),
      column('Pinned'),
      column('By velocity'),
      column('By gradient'),
      column('Flow', 'volumeFlow'),
      column('Velocity', 'velocity'),
      column('Gradient', 'gradient'),
      column('Loss', 'pressure'),
      column('Carries', 'power'),
    ],
    rows: pipes.map((pipe) => [
      pipe.label,
      pipe.material.label,
      pipe.size.label,
      pipe.pinned ? 'yes' : 'no',
      pipe.byVelocity?.label ?? 'none',
      pipe.byGradient?.label ?? 'none',
      pipe.volumeFlow,
      pipe.velocity,
      pipe.gradient,
      pipe.loss,
      pipe.capacity,
    ]),
  };
}

/** Pumps: what is asked of each, and where it runs. */
export function pumpsTable(design: Design): Table {
  return {
    id: 'pumps',
    title: 'Pumps',
    columns: [
      column('Pump for'),
      column('Pump'),
      column('Speed'),
      column('Design flow', 'volumeFlow'),
      column('Head', 'head'),
      column('Duty flow', 'volumeFlow'),
      column('Duty head', 'head'),
      column('Duty delta T', 'temperatureDifference'),
      column('Power', 'electricPower'),
    ],
    rows: allPumps(design).map((pump) => [
      pump.label,
      pump.duty?.label ?? 'none',
      pump.duty?.step ?? null,
      pump.designFlow,
      pump.head,
      pump.duty?.flow ?? null,
      pump.duty?.head ?? null,
      pump.duty?.temperatureDifference ?? null,
      pump.duty?.power ?? null,
    ]),
  };
}

/** What the solved plant does with every zone calling, beside what was wanted. */
export function solvedTable(design: Design): Table {
  return {
    id: 'solved',
    title: 'As it runs, every zone calling',
    columns: [
      column('Circuit'),
      column('Flow wanted', 'volumeFlow'),
      column('Solved over wanted', 'fraction'),
      column('Flow temperature', 'temperature'),
      column('Return', 'temperature'),
      column('Heat', 'power'),
      column('Regulating valve', 'flowCoefficient'),
      column('Gauge behind the pump', 'pressure'),
    ],
    rows: sizedCircuits(design).map(({ id, name, sized: { volumeFlow, regulating } }) => {
      const solved = design.solved?.circuits.find((circuit) => circuit.id === id);
      return [
        name,
        volumeFlow,
        solved?.flowShare ?? null,
        solved?.supply ?? null,
        solved?.back ?? null,
        solved?.heat ?? null,
        regulating ?? null,
        (solved && design.solved?.state.gauges[`circuits/${id}/pumped`]) ?? null,
      ];
    }),
  };
}

/** What each room's emitters need and give, the hottest first. */
export function emittersTable(job: Job, design: Design): Table {
  const decided = decidedCircuits(job);
  return {
    id: 'emitters',
    title: 'Emitters and the flow temperature they need',
    columns: [
      column('Room'),
      column('Circuit'),
      column('Emitters'),
      column('Load', 'heatLoad'),
      column('Flow temperature needed', 'temperature'),
      column('Flow temperature', 'temperature'),
      column('Gives at it', 'heatLoad'),
    ],
    rows: ladder(job).map((rung): Cell[] => {
      const circuit = decided.get(rung.circuitId);
      return [
        rung.name,
        circuit?.name ?? '',
        rung.emitters.map((emitter) => emitterLabel(emitter, job.display)).join('; '),
        rung.load,
        design.figures[`${rung.place}/needed/${rung.circuitId}`] ?? null,
        circuit?.flowTemperature ?? null,
        circuit ? rungOutput(rung, circuit.flowTemperature) : null,
      ];
    }),
  };
}

/** The figures of the plant as a whole. */
export function plantTable(job: Job, { load, loadGap, source, vessel, pumpPower }: Design): Table {
  const figures: (Figure | null | undefined)[] = [
    load,
    loadGap,
    source?.capacity,
    source?.volumeFlow,
    source?.returnTemperature,
    source?.supplyTemperature,
    source?.header?.bore,
    vessel?.content,
    vessel?.leastVolume,
    vessel?.gasPressure,
    vessel?.reliefPressure,
    vessel?.volume,
    vessel?.fillPressure,
    pumpPower,
  ];
  return {
    id: 'plant',
    title: 'Plant',
    columns: [column('Figure'), column('Value'), column('Unit')],
    rows: figures.flatMap((each) => (each ? [[each.label, each, unitFor(each.kind, job.display)]] : [])),
  };
}

/** The rooms as they were entered. */
export function roomsTable(job: Job): Table {
  const decided = decidedCircuits(job);
  return {
    id: 'rooms',
    title: 'Rooms',
    columns: [
      column('Room'),
      column('Storey'),
      column('Area', 'area'),
      column('Heat load', 'heatLoad'),
      column('Provisional'),
      column('Load per area', 'specificLoad'),
      column('Room temperature', 'temperature'),
      column('Circuit'),
    ],
    rows: job.rooms.map((room) => [
      room.name,
      room.storey,
      room.area,
      room.heatLoad,
      isRough(job, room) ? `rough: ${Math.round(roughLoad(job, room) ?? 0)} W` : '',
      room.heatLoad !== null && room.area !== null ? room.heatLoad / room.area : null,
      room.roomTemperature,
      room.circuit ? (decided.get(room.circuit)?.name ?? '') : '',
    ]),
  };
}

/** What was found, open or let stand with its reason. */
export const findingsTable = (design: Design): Table => ({
  id: 'findings',
  title: 'Findings',
  columns: [column('Severity'), column('Finding'), column('Why'), column('Remedies')],
  rows: design.findings.map((finding) => [
    finding.accepted === undefined ? finding.severity : `accepted: ${finding.accepted}`,
    finding.title,
    finding.why,
    finding.remedies.map((remedy) => remedy.label).join('; '),
  ]),
});
