import { useTheme } from '@mui/material/styles';
import { SEVERITY_MARKS } from '../../core/drawing/signs/severities.ts';
import type { Severity } from '../../core/finding/finding.ts';
import { Marks } from '../wall/paint.tsx';

export const SEVERITY_WORDS: Record<Severity, string> = { stop: 'Stop', mend: 'Fix', note: 'Note' };

/** Shape and colour together say how much a finding matters: bar in a square, notched square, ring. */
export function SeverityMark({ severity, size = 18 }: { severity: Severity; size?: number }) {
  const { palette, vars } = useTheme();
  const colours = (vars?.palette ?? palette).wall;
  return (
    <svg width={size} height={size} viewBox="0 0 18 18" role="img" aria-label={SEVERITY_WORDS[severity]} style={{ flex: 'none' }}>
      <Marks marks={SEVERITY_MARKS[severity]} colours={colours} />
    </svg>
  );
}
