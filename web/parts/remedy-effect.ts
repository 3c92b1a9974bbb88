import type { Design } from '../../core/design/design.ts';
import { type Finding, openFindings } from '../../core/finding/finding.ts';
import type { QuantityKind } from '../../model/quantities.ts';

/** One thing a cure changes: a quantity, or a plain count where `kind` is null. */
export interface Effect {
  label: string;
  kind: QuantityKind | null;
  before: number;
  after: number;
}

/** Most lines shown: what matters, not everything that moves. */
const MOST_LINES = 4;
/** Change, as a share, that is worth a line. */
const WORTH = 0.005;

/** Endings of figure ids that matter where a finding stands, the most telling first. */
const TELLING = ['/velocity', '/gradient', '/authority', '/pump/head', '/pump/dutyFlow', '/returnTemperature', '/capacity'];

/** "Loft, plant to manifold: velocity" -> "Velocity": the finding above names the rest. */
function bareLabel(label: string): string {
  const last = label.split(': ').at(-1) as string;
  return `${last[0]?.toUpperCase()}${last.slice(1)}`;
}

/**
 * What a cure changes of that which matters: the telling figures of the place it cures, the supply, the power of the
 * pumps, and how much is left to mend.
 */
export function effectOf(finding: Finding, before: Design, after: Design): Effect[] {
  const owner = finding.place
    .split('/')
    .slice(0, finding.place.startsWith('circuits/') ? 2 : 1)
    .join('/');
  const run = finding.place.replace(/\/size$/, '');
  const ids = [
    ...TELLING.flatMap((ending) => [`${run}${ending}`, `${owner}${ending}`, `${owner}/run${ending}`]),
    'header/supplyAtDuty',
    'vessel/volume',
    'pumpPower',
  ];
  const effects: Effect[] = [];
  for (const id of new Set(ids)) {
    const [old, next] = [before.figures[id], after.figures[id]];
    if (!old || !next || !Number.isFinite(old.value) || !Number.isFinite(next.value)) continue;
    if (Math.abs(next.value - old.value) <= WORTH * Math.abs(old.value)) continue;
    effects.push({ label: bareLabel(old.label), kind: old.kind, before: old.value, after: next.value });
  }
  const left = (design: Design) => openFindings(design.findings).filter((each) => each.severity !== 'note').length;
  return [...effects.slice(0, MOST_LINES), { label: 'Left to mend', kind: null, before: left(before), after: left(after) }];
}
