import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';

interface Props {
  /** What it starts, as its words. */
  children: string;
  variant: 'contained' | 'outlined';
  /** Share that is done; null while nothing runs. */
  progress: number | null;
  /** What the bar tells the progress of. */
  telling: string;
  onStart: () => void;
  onCancel: () => void;
}

/** Starts a long run; while it runs, how far it is and an end to it. */
export function LongRunButton({ children, variant, progress, telling, onStart, onCancel }: Props) {
  if (progress === null)
    return (
      <Button variant={variant} onClick={onStart}>
        {children}
      </Button>
    );
  return (
    <>
      <LinearProgress
        variant="determinate"
        value={100 * progress}
        aria-label={telling}
        sx={{ width: 240, height: 10, borderRadius: 5 }}
      />
      <Button variant="outlined" onClick={onCancel}>
        Cancel
      </Button>
    </>
  );
}
