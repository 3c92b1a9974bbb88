import Divider from '@mui/material/Divider';
import Typography from '@mui/material/Typography';
import type { BufferDesign } from '../../core/design/buffer-design.ts';
import type { Design } from '../../core/design/design.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { QuantityField } from './Field.tsx';
import { FigureButton } from './FigureButton.tsx';
import { PlainTable } from './PlainTable.tsx';

/** "Is a tank needed?" answered with its sum, and what the answer hangs on. */
export function BufferFields({ design, buffer }: { design: Design; buffer: BufferDesign }) {
  const { source } = useJob();
  const { say } = useDisplay();
  const { cycling } = design;
  const none = buffer.needed.value < 0.0005;
  const cycles = cycling?.worst.cycles ?? false;
  return (
    <>
      <Divider />
      <Typography variant="h2">Is a tank needed?</Typography>
      <Typography sx={{ fontWeight: 650 }}>
        {cycles && cycling?.tank === null ? (
          <>
            A tank in the return alone does not stop the cycling (about <FigureButton figure={cycling.starts} /> starts a day at
            worst): see what the findings offer.
          </>
        ) : none ? (
          cycling ? (
            <>
              No: from the coldest day to the mildest the source starts at most about <FigureButton figure={cycling.starts} />{' '}
              times a day by itself.
            </>
          ) : (
            <>
              No: <FigureButton figure={buffer.needed} /> beyond the water that is there.
            </>
          )
        ) : (
          <>
            Yes: <FigureButton figure={buffer.needed} />
            {cycling?.worst.cycles ? ', against cycling.' : '.'}
          </>
        )}
      </Typography>
      <Typography variant="body2">
        {[buffer.forRunTime, buffer.forStarts, buffer.forDefrost, buffer.forFire]
          .filter((each) => each !== null)
          .map((each) => (
            <span key={each.id}>
              {each.label} <FigureButton figure={each} /> ·{' '}
            </span>
          ))}
        Smallest zone in its worst hour <FigureButton figure={buffer.smallestZone} /> · water that moves with it alone{' '}
        <FigureButton figure={buffer.open} />
      </Typography>
      {cycling && (
        <PlainTable name="Starts from the coldest day to the mildest" minWidth={0}>
          <thead>
            <tr>
              <th>Outdoors</th>
              <th className="number">Starts a day</th>
              <th className="number">Busiest hour</th>
            </tr>
          </thead>
          <tbody>
            {cycling.days.map((day) => (
              <tr key={day.outdoor}>
                <td>
                  {say(day.outdoor, 'temperature')}
                  {day.cycles ? ' – cycles' : ''}
                </td>
                <td className="number">{Math.round(day.starts)}</td>
                <td className="number">{day.busiest.toFixed(1)}</td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      )}
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
