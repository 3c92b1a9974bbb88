import Box from '@mui/material/Box';
import { squareCode } from '../../exchange/drawing/square-code.ts';

const SIDE = 100;
/** The quiet edge a reader needs around it. */
const EDGE = 8;

/** A code for a phone's camera: dark on white in any scheme, since cameras want it so. */
export function SquareCode({ text, label }: { text: string; label: string }) {
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`0 0 ${SIDE + 2 * EDGE} ${SIDE + 2 * EDGE}`}
      sx={{ width: 220, height: 220, bgcolor: '#fff', borderRadius: 1, border: 1, borderColor: 'divider', flexShrink: 0 }}
    >
      <path d={squareCode(text, [EDGE, EDGE], SIDE)} fill="#000" />
    </Box>
  );
}
