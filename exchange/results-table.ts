import Papa from 'papaparse';
import { allPumps } from '../core/design/all-pumps.ts';
import type { Design } from '../core/design/design.ts';
import { emitterLabel } from '../core/emitter/emitter.ts';
import { ladder, rungOutput } from '../core/emitter/ladder.ts';
import type { Figure } from '../core/figure/figure.ts';
import { isRough, roughLoad } from '../core/load/rough-loads.ts';
import { fromSI, unitFor } from '../core/quantity/units.ts';
import type { Job } from '../model/job.ts';
import type { QuantityKind } from '../model/quantities.ts';
import { loopTables } from './loop-tables.ts';
import type { ResultCell, ResultTable } from './result-cells.ts';
import { keptRunsTable } from './run-tables.ts';
import { wallTables } from './wall-tables.ts';

/** The results of a design as tables in the job's units. */
export function resultTables(job: Job, design: Design): ResultTable[] {
  const head = (label: string, kind: QuantityKind) => `${label} (${unitFor(kind, job.display)})`;
  const number = (value: number | null | undefined, kind: QuantityKind): number | null =>
    value === null || value === undefined || !Number.isFinite(value)
      ? null
      : Number(fromSI(value, kind, unitFor(kind, job.display)).toPrecision(6));
  const figure = (each: Figure | null | undefined): ResultCell =>
    each ? { figure: each, value: number(each.value, each.kind) } : null;
  const sized = design.circuits.flatMap((circuit) => (circuit.sized ? [{ ...circuit, sized: circuit.sized }] : []));
  const decided = new Map(job.circuits.map((circuit) => [circuit.id, circuit]));
  const pipes = [
    ...sized.flatMap(({ sized: { run, worstRun, tree } }) => [run, ...tree.map((section) => section.pipe), worstRun]),
    ...(design.source ? [design.source.run] : []),
  ];
  const pumps = allPumps(design);
  const plant: Figure[] = [
    design.load,
    ...(design.loadGap ? [design.loadGap] : []),
    ...(design.source
      ? [
          design.source.capacity,
          design.source.volumeFlow,
          design.source.returnTemperature,
          design.source.supplyTemperature,
          ...(design.source.header ? [design.source.header.bore] : []),
        ]
      : []),
    ...(design.vessel
      ? [design.vessel.content, design.vessel.leastVolume, design.vessel.gasPressure, design.vessel.reliefPressure]
      : []),
    ...[design.vessel?.volume, design.vessel?.fillPressure, design.pumpPower].filter((each): each is Figure => !!each),
  ];
  return [
    {
      id: 'circuits',
      title: 'Circuits',
      headings: [
        'Circuit',
        'Connection',
        head('Load', 'power'),
        head('Flow temperature', 'temperature'),
        head('Delta T', 'temperatureDifference'),
        head('Flow', 'volumeFlow'),
        'Pipe',
        head('Velocity', 'velocity'),
        head('Head', 'head'),
        unitFor('flowCoefficient', job.display),
        'Authority (%)',
      ],
      rows: sized.map(({ id, name, load, sized: { volumeFlow, run, pump, valve } }) => [
        name,
        decided.get(id)?.connection ?? '',
        figure(load),
        number(decided.get(id)?.flowTemperature, 'temperature'),
        number(decided.get(id)?.temperatureDifference, 'temperatureDifference'),
        figure(volumeFlow),
        run.size.label,
        figure(run.velocity),
        figure(pump?.head),
        figure(valve?.kvs),
        figure(valve?.authority),
      ]),
    },
    {
      id: 'pipes',
      title: 'Pipes',
      headings: [
        'Pipe',
        'Material',
        'Size',
        'Pinned',
        'By velocity',
        'By gradient',
        head('Flow', 'volumeFlow'),
        head('Velocity', 'velocity'),
        head('Gradient', 'gradient'),
        head('Loss', 'pressure'),
        head('Carries', 'power'),
      ],
      rows: pipes.map((pipe) => [
        pipe.label,
        pipe.material.label,
        pipe.size.label,
        pipe.pinned ? 'yes' : 'no',
        pipe.byVelocity?.label ?? 'none',
        pipe.byGradient?.label ?? 'none',
        figure(pipe.volumeFlow),
        figure(pipe.velocity),
        figure(pipe.gradient),
        figure(pipe.loss),
        figure(pipe.capacity),
      ]),
    },
    {
      id: 'pumps',
      title: 'Pumps',
      headings: [
        'Pump for',
        'Pump',
        'Speed',
        head('Design flow', 'volumeFlow'),
        head('Head', 'head'),
        head('Duty flow', 'volumeFlow'),
        head('Duty head', 'head'),
        head('Duty delta T', 'temperatureDifference'),
        'Power (W)',
      ],
      rows: pumps.map((pump) => [
        pump.label,
        pump.duty?.label ?? 'none',
        pump.duty?.step ?? null,
        figure(pump.designFlow),
        figure(pump.head),
        figure(pump.duty?.flow),
        figure(pump.duty?.head),
        figure(pump.duty?.temperatureDifference),
        figure(pump.duty?.power),
      ]),
    },
    {
      id: 'solved',
      title: 'As it runs, every zone calling',
      headings: [
        'Circuit',
        head('Flow wanted', 'volumeFlow'),
        'Solved over wanted (%)',
        head('Flow temperature', 'temperature'),
        head('Return', 'temperature'),
        head('Heat', 'power'),
        `Regulating valve (${unitFor('flowCoefficient', job.display)})`,
        head('Gauge behind the pump', 'pressure'),
      ],
      rows: sized.map(({ id, name, sized: { volumeFlow, regulating } }) => {
        const solved = design.solved?.circuits.find((circuit) => circuit.id === id);
        return [
          name,
          figure(volumeFlow),
          figure(solved?.flowShare),
          figure(solved?.supply),
          figure(solved?.back),
          figure(solved?.heat),
          figure(regulating),
          number(solved && design.solved?.state.gauges[`circuits/${id}/pumped`], 'pressure'),
        ];
      }),
    },
    {
      id: 'emitters',
      title: 'Emitters and the flow temperature they need',
      headings: [
        'Room',
        'Circuit',
        'Emitters',
        head('Load', 'heatLoad'),
        head('Flow temperature needed', 'temperature'),
        head('Flow temperature', 'temperature'),
        head('Gives at it', 'heatLoad'),
      ],
      rows: ladder(job).map((rung): ResultCell[] => {
        const circuit = decided.get(rung.circuitId);
        return [
          rung.name,
          circuit?.name ?? '',
          rung.emitters.map(emitterLabel).join('; '),
          number(rung.load, 'heatLoad'),
          figure(design.figures[`${rung.place}/needed/${rung.circuitId}`]),
          number(circuit?.flowTemperature, 'temperature'),
          number(circuit && rungOutput(rung, circuit.flowTemperature), 'heatLoad'),
        ];
      }),
    },
    ...loopTables(job, design, { head, number }),
    {
      id: 'plant',
      title: 'Plant',
      headings: ['Figure', 'Value', 'Unit'],
      rows: plant.map((each) => [each.label, figure(each), unitFor(each.kind, job.display)]),
    },
    ...wallTables(job, design, { head, number }),
    ...(job.runs.length > 0 ? [keptRunsTable(job, { head, number })] : []),
    {
      id: 'rooms',
      title: 'Rooms',
      headings: [
        'Room',
        'Storey',
        head('Area', 'area'),
        head('Heat load', 'heatLoad'),
        'Provisional',
        head('Load per area', 'specificLoad'),
        head('Room temperature', 'temperature'),
        'Circuit',
      ],
      rows: job.rooms.map((room) => [
        room.name,
        room.storey,
        number(room.area, 'area'),
        number(room.heatLoad, 'heatLoad'),
        isRough(job, room) ? `rough: ${Math.round(roughLoad(job, room) ?? 0)} W` : '',
        room.heatLoad !== null && room.area !== null ? number(room.heatLoad / room.area, 'specificLoad') : null,
        number(room.roomTemperature, 'temperature'),
        room.circuit ? (decided.get(room.circuit)?.name ?? '') : '',
      ]),
    },
    {
      id: 'findings',
      title: 'Findings',
      headings: ['Severity', 'Finding', 'Why', 'Remedies'],
      rows: design.findings.map((finding) => [
        finding.accepted === undefined ? finding.severity : `accepted: ${finding.accepted}`,
        finding.title,
        finding.why,
        finding.remedies.map((remedy) => remedy.label).join('; '),
      ]),
    },
  ];
}

/** The bare word or number of a cell. */
export const plainCell = (cell: ResultCell): string | number | null =>
  typeof cell === 'object' && cell !== null ? cell.value : cell;

/**
 * What a spreadsheet might run as a formula: a sign that begins one, also behind blanks and unseen characters, or in full width.
 * Words stand in quotes, so that none of them begins a cell behind a semicolon or tab where those part the cells.
 */
const FORMULA = /^[\s\u00ad\u200b-\u200f\u2060\ufeff]*[=+\-@\uff1d\uff0b\uff0d\uff20|%]/u;
const GUARDED = { escapeFormulae: FORMULA, quotes: (value: unknown) => typeof value === 'string' && /[;\t|,"\n]/.test(value) };

/** A table as CSV with CRLF. Words that a spreadsheet would run as a formula get an apostrophe in front. */
export const tableToCsv = (table: ResultTable): string =>
  `${Papa.unparse({ fields: table.headings, data: table.rows.map((row) => row.map(plainCell)) }, { ...GUARDED, newline: '\r\n' })}\r\n`;

/** All tables one below the other, each under its title. */
export const resultsToCsv = (tables: readonly ResultTable[]): string =>
  tables.map((table) => `${Papa.unparse([[table.title]], GUARDED)}\r\n${tableToCsv(table)}`).join('\r\n');
