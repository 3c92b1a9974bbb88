import { curveFigures } from '../../drawing/figures/curve-figure.ts';
import { treeFigures } from '../../drawing/figures/tree-figure.ts';
import { say } from '../../quantity/format.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import type { Block, Paper } from '../block.ts';
import type { PaperInput } from '../paper-input.ts';
import type { Table } from '../table.ts';
import { loopTables } from '../tables/loop-tables.ts';
import { settingsTable } from '../tables/settings-table.ts';
import { coldTargetsTables } from '../tables/summer-tables.ts';
import { targetsTables } from '../tables/targets-table.ts';
import { asLeftBlocks } from './as-left-blocks.ts';

/** The loops in the order of their ports, with what each meter shall show and room for what it does. */
function loopTargets(loops: Table | undefined): Block[] {
  if (!loops || loops.rows.length === 0) return [];
  const kept = ['Label', 'Room', 'Set the meter to', 'Opening of its valve', 'Index'];
  const at = kept.map((label) => loops.columns.findIndex((column) => column.label === label));
  return [
    {
      kind: 'table',
      table: {
        id: 'loop-targets',
        title: 'Loops: what each meter shall show, every zone calling',
        columns: [
          ...at.map((k) => loops.columns[k] ?? { label: '' }),
          { label: 'Read', byHand: true },
          { label: 'By, when', byHand: true },
        ],
        rows: loops.rows.map((row) => [...at.map((k) => row[k] ?? null), '', '']),
      },
    },
  ];
}

/** For who starts and balances it: filling, settings, then what every gauge, thermometer and meter shall show, in the order of the walk. */
export function commissionerSet({ job, design, book }: PaperInput): Paper {
  const { vessel } = design;
  const { display } = job;
  const filling: Block[] = vessel
    ? [
        {
          kind: 'facts',
          facts: [
            ['Water in the system', say(vessel.content.value, 'volume', display)],
            ['Filled with', design.solved ? fillWords(job) : 'water'],
            ['Gas pressure of the vessel, before filling', say(vessel.gasPressure.value, 'pressure', display)],
            [
              'Filling pressure, cold, pumps at rest',
              vessel.fillPressure ? say(vessel.fillPressure.value, 'pressure', display) : '–',
            ],
            ['Pressure when hot, at most', say(vessel.endPressure.value, 'pressure', display)],
            ['Relief valve opens at', say(vessel.reliefPressure.value, 'pressure', display)],
          ],
        },
      ]
    : [];
  const loops = loopTables(job, design).find(({ id }) => id === 'loops');
  return {
    id: 'commissioner',
    title: 'For the commissioner',
    blocks: [
      { kind: 'chapter', title: 'Fill and set' },
      { kind: 'text', text: CAUTIONS.pressure, tone: 'caution' },
      ...filling,
      {
        kind: 'list',
        ordered: true,
        items: [
          'Gas pressure of the vessel first, its water side empty.',
          'Fill slowly from below, circuit by circuit, until no air comes; clean every strainer after the first hour.',
          'Filling pressure cold and at rest; write it down, and look again on the next day.',
          'Turn each pump and watch the gauges before and behind it; a pump that shows no head runs the wrong way or on air.',
          'Set pumps and regulating valves, then the loops, the longest first; read everything again once all stand.',
        ],
      },
      { kind: 'table', table: settingsTable(job, design, true, book) },
      { kind: 'chapter', title: 'What it shall show' },
      ...targetsTables(job, design).map((table): Block => ({ kind: 'table', table })),
      ...coldTargetsTables(job, design).map((table): Block => ({ kind: 'table', table })),
      ...figures(job, design),
      ...(loops && loops.rows.length > 0 ? [{ kind: 'chapter', title: 'Loops' } as const, ...loopTargets(loops)] : []),
      ...asLeftBlocks(job, design, book),
    ],
  };
}

/** Weather curves and pipe trees, where there are any. */
function figures(job: PaperInput['job'], design: PaperInput['design']): Block[] {
  const drawn = [...curveFigures(job, design).map(({ drawing }) => drawing), ...treeFigures(job, design)];
  return drawn.length === 0
    ? []
    : [
        { kind: 'chapter', title: 'Weather curves and pipe trees' },
        ...drawn.map((drawing): Block => ({ kind: 'figure', drawing, says: drawing.title })),
      ];
}

function fillWords({ fluid }: PaperInput['job']): string {
  if (fluid.kind === 'water') return 'water';
  const kind = fluid.kind === 'propylene-glycol' ? 'propylene glycol' : 'ethylene glycol';
  return `water with ${Math.round(fluid.concentration * 100)} % ${kind} by volume`;
}
