import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRef } from 'react';

export type Stroke = [number, number][];
const HEIGHT = 0.42;

type Drawn = readonly (readonly (readonly [number, number])[])[];

const Lines = ({ strokes, width }: { strokes: Drawn; width: number }) =>
  strokes.map((stroke, i) => (
    <polyline
      // biome-ignore lint/suspicious/noArrayIndexKey: lines of a drawing have no other name
      key={i}
      points={stroke.map(([x, y]) => `${x},${y}`).join(' ')}
      fill="none"
      stroke="currentColor"
      strokeWidth={width}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ));

/** A signature as it was drawn. */
export function Strokes({ strokes, width = 160 }: { strokes: Drawn; width?: number }) {
  return (
    <svg width={width} height={width * HEIGHT} viewBox={`0 0 1 ${HEIGHT}`} role="img" aria-label="Signature">
      <Lines strokes={strokes} width={0.012} />
    </svg>
  );
}

/** A field to sign in with a finger or a mouse; a name typed beside it is enough where nobody can. */
export function SignPad({ strokes, onChange }: { strokes: Stroke[]; onChange: (strokes: Stroke[]) => void }) {
  const drawing = useRef<Stroke | null>(null);
  const at = (event: React.PointerEvent<SVGSVGElement>): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    const clip = (value: number) => Math.min(Math.max(value, 0), 1);
    return [
      Math.round(clip((event.clientX - box.left) / box.width) * 1000) / 1000,
      Math.round(clip((event.clientY - box.top) / box.width) * 1000) / 1000,
    ];
  };
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ fontSize: 'body', fontWeight: 650, mb: 0.4 }}>Signature</Box>
      <Box
        component="svg"
        viewBox={`0 0 1 ${HEIGHT}`}
        role="img"
        aria-label="Field to sign in with a finger; the name alone will do as well"
        data-testid="sign"
        onPointerDown={(event: React.PointerEvent<SVGSVGElement>) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          drawing.current = [at(event)];
          onChange([...strokes, drawing.current]);
        }}
        onPointerMove={(event: React.PointerEvent<SVGSVGElement>) => {
          if (!drawing.current || drawing.current.length >= 400) return;
          drawing.current = [...drawing.current, at(event)];
          onChange([...strokes.slice(0, -1), drawing.current]);
        }}
        onPointerUp={() => {
          drawing.current = null;
        }}
        sx={{
          width: '100%',
          maxWidth: 520,
          aspectRatio: `1 / ${HEIGHT}`,
          bgcolor: 'background.paper',
          border: 2,
          borderColor: 'divider',
          borderRadius: 1,
          touchAction: 'none',
          display: 'block',
          cursor: 'crosshair',
        }}
      >
        <line x1={0.06} x2={0.94} y1={HEIGHT * 0.78} y2={HEIGHT * 0.78} stroke="currentColor" strokeWidth={0.004} opacity={0.4} />
        <Lines strokes={strokes} width={0.01} />
      </Box>
      {strokes.length > 0 && (
        <Button sx={{ minHeight: 48 }} onClick={() => onChange([])}>
          Sign anew
        </Button>
      )}
    </Box>
  );
}
