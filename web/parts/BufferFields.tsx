import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import type { BufferDesign } from '../../core/design/buffer-design.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { QuantityField } from './Field.tsx';
import { FigureButton } from './FigureButton.tsx';

/** "Is a tank needed?" answered with its sum, and what the answer hangs on. */
export function BufferFields({ buffer }: { buffer: BufferDesign }) {
  const { source } = useJob();
  const { say } = useDisplay();
  const none = buffer.needed.value < 0.0005;
  return (
    <>
      <Divider />
      <Typography variant="h2">Is a tank needed?</Typography>
      <Typography sx={{ fontWeight: 650 }}>
        {none ? (
          <>
            No: <FigureButton figure={buffer.open} /> move with the smallest zone alone, and that is enough.
          </>
        ) : (
          <>
            Yes: <FigureButton figure={buffer.needed} /> beyond the <FigureButton figure={buffer.open} /> that move with the
            smallest zone alone.
          </>
        )}
      </Typography>
      <Typography variant="body2">
        Shortest run <FigureButton figure={buffer.forRunTime} />
        {buffer.forDefrost && (
          <>
            {' '}
            · defrost <FigureButton figure={buffer.forDefrost} />
          </>
        )}
        {buffer.forFire && (
          <>
            {' '}
            · a load of fuel <FigureButton figure={buffer.forFire} />
          </>
        )}{' '}
        · smallest zone <FigureButton figure={buffer.smallestZone} />
      </Typography>
      <QuantityField
        place="source/leastOutput"
        label="Least output of the source"
        empty="auto"
        automatic={`auto: ${say(buffer.leastOutput.value, 'power')}`}
      />
      <QuantityField place="source/leastRunTime" label="Shortest run" />
      <QuantityField
        place="source/volumiser"
        label="Tank in the return"
        empty={null}
        {...(source.volumiser === null ? { help: 'Empty for none.' } : {})}
      />
    </>
  );
}
