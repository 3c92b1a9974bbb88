import { useTheme } from '@mui/material/styles';
import type { Severity } from '../../core/finding/finding.ts';

export const SEVERITY_WORDS: Record<Severity, string> = { stop: 'Stop', mend: 'Mend', note: 'Worth knowing' };

/** Shape and colour together say how much a finding matters: bar in a square, notched square, ring. */
export function SeverityMark({ severity, size = 18 }: { severity: Severity; size?: number }) {
  const { palette, vars } = useTheme();
  const colour = (vars?.palette ?? palette).wall[severity];
  return (
    <svg width={size} height={size} viewBox="0 0 18 18" role="img" aria-label={SEVERITY_WORDS[severity]} style={{ flex: 'none' }}>
      <SeverityShape severity={severity} colour={colour} />
    </svg>
  );
}

/** The mark itself, in an 18 by 18 box, for painting into a drawing. */
export function SeverityShape({ severity, colour }: { severity: Severity; colour: string }) {
  if (severity === 'stop') {
    return (
      <>
        <rect x="1" y="1" width="16" height="16" rx="2" fill={colour} />
        <path d="M5 5l8 8M13 5l-8 8" stroke="var(--mui-palette-background-paper)" strokeWidth="2.4" strokeLinecap="round" />
      </>
    );
  }
  if (severity === 'mend') {
    return (
      <>
        <path d="M9 1.2L16.8 9 9 16.8 1.2 9z" fill={colour} />
        <path d="M9 5v5M9 12.2v.6" stroke="var(--mui-palette-background-paper)" strokeWidth="2.2" strokeLinecap="round" />
      </>
    );
  }
  return <circle cx="9" cy="9" r="6.2" fill="none" stroke={colour} strokeWidth="3" />;
}
