import { styled } from '@mui/material/styles';
import type { Figure } from '../../core/figure/figure.ts';
import { TOUCH, TOUCHED } from '../look/space.ts';
import { useDisplay } from '../state/display.ts';
import { useSum } from '../state/sum-context.tsx';

const Button = styled('button')(({ theme }) => ({
  font: 'inherit',
  fontVariantNumeric: 'tabular-nums',
  color: 'inherit',
  background: 'none',
  border: 0,
  padding: '1px 3px',
  margin: '-1px -3px',
  borderRadius: 3,
  cursor: 'pointer',
  minHeight: 24,
  minWidth: 24,
  // A thumb gets more than is seen, without moving the lines apart.
  [TOUCHED]: { paddingBlock: 10, marginBlock: -10, minHeight: TOUCH },
  textAlign: 'inherit',
  whiteSpace: 'nowrap',
  textDecoration: 'underline dotted 1px',
  textUnderlineOffset: 3,
  textDecorationColor: theme.vars?.palette.text.secondary,
  '&:hover': { color: theme.vars?.palette.primary.main },
}));

/** A number with its unit; pressing it shows the sum behind it. */
export function FigureButton({ figure, strong = false }: { figure: Figure; strong?: boolean }) {
  const { say } = useDisplay();
  const { open } = useSum();
  const text = say(figure.value, figure.kind);
  return (
    <Button
      type="button"
      onClick={() => open(figure.id)}
      aria-label={`${figure.label}: ${text}. Show the sum`}
      style={strong ? { fontWeight: 700 } : undefined}
    >
      {text}
    </Button>
  );
}
