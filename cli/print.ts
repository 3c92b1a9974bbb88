import type { Design } from '../core/design/design.ts';
import { plainTable } from '../core/paper/table.ts';
import { resultTables } from '../core/paper/tables/all-tables.ts';
import { formatNumber, say } from '../core/quantity/format.ts';
import { MEANING_KINDS, MEANING_LABELS, type Meaning } from '../exchange/room-columns.ts';
import type { RoomsPreview } from '../exchange/rooms-table.ts';
import type { Display, Job } from '../model/job.ts';

/** A file must not steer the terminal: control characters are shown as dots. */
export const tame = (text: string): string => text.replace(/\p{Cc}/gu, '·');

const MARKS = { stop: 'STOP', mend: 'MEND', note: 'note' } as const;

/** Four significant digits, as one would write them down. */
const placesFor = (value: number): number => (value === 0 ? 0 : Math.max(0, 3 - Math.floor(Math.log10(Math.abs(value)))));

function layOut(headings: string[], rows: (string | number | null)[][]): string {
  const text = [
    headings,
    ...rows.map((row) =>
      row.map((cell) => (cell === null ? '–' : typeof cell === 'number' ? formatNumber(cell, placesFor(cell)) : tame(cell))),
    ),
  ];
  const widths = headings.map((_, i) => Math.max(...text.map((row) => [...(row[i] ?? '')].length)));
  const numeric = headings.map((_, i) => rows.some((row) => typeof row[i] === 'number'));
  return text
    .map((row) =>
      row
        .map((cell, i) => (numeric[i] ? cell.padStart(widths[i] as number) : cell.padEnd(widths[i] as number)))
        .join('  ')
        .trimEnd(),
    )
    .join('\n');
}

/** The design as tables for a terminal. */
export function printDesign(job: Job, design: Design): string {
  const parts = [
    `${tame(job.name)}${job.site.place ? `, ${tame(job.site.place)}` : ''}: ${say(design.load.value, 'power', job.display)} by the ${design.rulebook} rulebook`,
  ];
  for (const table of resultTables(job, design)) {
    if (table.id === 'rooms' || table.id === 'findings' || table.rows.length === 0) continue;
    const { headings, rows } = plainTable(table, job.display);
    parts.push(`${table.title}\n${layOut(headings, rows)}`);
  }
  const findings = design.findings.map(({ severity, title, why, remedies }) =>
    [
      `${MARKS[severity]}  ${tame(title)}`,
      `      ${tame(why)}`,
      ...remedies.map((remedy) => `      > ${tame(remedy.label)}`),
    ].join('\n'),
  );
  parts.push(findings.length > 0 ? `Findings\n${findings.join('\n')}` : 'No findings.');
  parts.push('Local codes, the makers’ instructions and licensed trades decide; this is no approval.');
  return `${parts.join('\n\n')}\n`;
}

/** How a table of heat loads was read, for a terminal. */
export function printPreview(preview: RoomsPreview, display: Display): string {
  const meanings = preview.columns.flatMap((column) => (column.meaning ? [column.meaning] : []));
  const rows = preview.rows.map((row) => [
    String(row.line),
    ...meanings.map((meaning: Meaning) => {
      const cell = row.cells[meaning];
      const kind = MEANING_KINDS[meaning];
      if (!cell) return '';
      if (cell.problem) return `${cell.text} (!)`;
      return kind && cell.value !== null ? say(cell.value, kind, display) : cell.text;
    }),
  ]);
  const problems = preview.rows.flatMap((row) => [
    ...Object.entries(row.cells).flatMap(([meaning, cell]) =>
      cell.problem ? [`line ${row.line}, ${MEANING_LABELS[meaning as Meaning]} “${tame(cell.text)}” ${tame(cell.problem)}`] : [],
    ),
    ...(row.warning ? [`line ${row.line}: ${row.warning}`] : []),
  ]);
  return `${[layOut(['Line', ...meanings.map((meaning) => MEANING_LABELS[meaning])], rows), ...preview.notes.map(tame), ...problems].join('\n')}\n`;
}
