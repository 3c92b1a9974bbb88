import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { Stop } from '../../core/drawing/stops.ts';

/** On a phone: which place of the wall is seen, with the one before and the one after under the thumb. */
export function StopBar({
  stops,
  at,
  whole,
  onGo,
  onWhole,
}: {
  stops: readonly Stop[];
  at: number;
  /** All of the wall is seen, small. */
  whole: boolean;
  onGo: (index: number) => void;
  onWhole: (whole: boolean) => void;
}) {
  return (
    <Box
      role="group"
      aria-label="Places of the wall"
      sx={{
        display: 'flex',
        gap: 1,
        p: 1,
        position: 'sticky',
        top: 56,
        zIndex: 4,
        bgcolor: 'wall.board',
        borderBottom: 1,
        borderColor: 'divider',
        '@media print': { display: 'none' },
      }}
    >
      <Step label="Place before" sign="‹" disabled={whole || at <= 0} onClick={() => onGo(at - 1)} />
      <Box
        component="select"
        aria-label="Place of the wall"
        value={whole ? 'whole' : String(at)}
        onChange={({ target }) => (target.value === 'whole' ? onWhole(true) : onGo(Number(target.value)))}
        sx={{
          flex: 1,
          minWidth: 0,
          minHeight: 48,
          px: 1,
          font: 'inherit',
          fontWeight: 700,
          color: 'text.primary',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'wall.edge',
          borderRadius: 1,
        }}
      >
        {stops.map(({ component, name }, i) => (
          <option key={component} value={String(i)}>
            {name}
          </option>
        ))}
        <option value="whole">The whole wall</option>
      </Box>
      <Step label="Next place" sign="›" disabled={whole || at >= stops.length - 1} onClick={() => onGo(at + 1)} />
    </Box>
  );
}

function Step({ label, sign, disabled, onClick }: { label: string; sign: string; disabled: boolean; onClick: () => void }) {
  return (
    <Button
      variant="outlined"
      aria-label={label}
      disabled={disabled}
      onClick={onClick}
      sx={{ minWidth: 48, minHeight: 48, fontSize: 'h2', bgcolor: 'background.paper' }}
    >
      {sign}
    </Button>
  );
}
