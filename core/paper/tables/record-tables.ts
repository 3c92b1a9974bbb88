import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import type { Figure, Origin } from '../../figure/figure.ts';
import { sumInUnits } from '../../figure/sum-in-units.ts';
import type { LedgerEntry } from '../../job/ledger.ts';
import { say } from '../../quantity/format.ts';
import { inUnits } from '../../quantity/in-units.ts';
import { RULEBOOKS_BY_ID, type RuleId, rulebookOf } from '../../rules/rulebooks.ts';
import { type Cell, column, type Table } from '../table.ts';

const originWords = (origin: Origin): string => {
  switch (origin.from) {
    case 'figure':
      return 'computed';
    case 'job':
      return 'entered';
    case 'rule':
      return `rule: ${origin.source}`;
    default:
      return origin.source;
  }
};

/** The design's figures with the sum behind each: formula, what was put in and where it came from, whose formula it is. */
export const sumsTable = ({ figures }: Design, { display }: Job): Table => ({
  id: 'sums',
  title: 'Every figure and its sum',
  columns: [column('Figure'), column('Value'), column('Formula'), column('With'), column('Source')],
  rows: Object.values(figures).map((figure: Figure): Cell[] => {
    const { formula, terms, source, note } = sumInUnits(figure, display);
    return [
      figure.label,
      say(figure.value, figure.kind, display),
      formula,
      terms
        .map(
          ({ symbol, label, kind, value, origin }) =>
            `${symbol} = ${say(value, kind, display)} (${label}; ${originWords(origin)})`,
        )
        .join('; '),
      [source, note ?? ''].filter(Boolean).join('. '),
    ];
  }),
});

/** The limits the design was judged by, and which of them this job has its own. */
export function rulebookTable(job: Job): Table {
  const own = rulebookOf(job);
  const standard = RULEBOOKS_BY_ID[job.rulebook];
  return {
    id: 'rulebook',
    title: `Rulebook: ${own.label}`,
    columns: [column('Rule'), column('Limit'), column('As the book has it'), column('Reason'), column('Source')],
    rows: Object.entries(own.rules).map(([id, rule]): Cell[] => {
      const usual = standard.rules[id as RuleId];
      return [
        rule.label,
        say(rule.limit, rule.kind, job.display),
        usual.limit === rule.limit ? '' : say(usual.limit, usual.kind, job.display),
        inUnits(rule.reason, job.display),
        inUnits(rule.source, job.display),
      ];
    }),
  };
}

/** What was guessed, what hangs on each guess, and what would settle it. */
export const ledgerTable = (ledger: readonly LedgerEntry[]): Table => ({
  id: 'ledger',
  title: 'Assumptions',
  columns: [column('What'), column('Taken as'), column('If it is otherwise'), column('Confirmed by')],
  rows: ledger.map(({ name, taken, alternatives, settling, problem }): Cell[] => [
    name,
    taken,
    problem ??
      alternatives
        .map(({ label, choices, consequences, findings }) =>
          [`${label}:`, [...choices, ...consequences, ...findings].join('; ') || 'nothing changes'].join(' '),
        )
        .join('. '),
    settling.map(({ how, pass }) => `${how} ${pass}`).join(' '),
  ]),
});
