import Box from '@mui/material/Box';
import { tuningLog } from '../../core/book/tuning-log.ts';
import { formatNumber, say } from '../../core/quantity/format.ts';
import { useJob } from '../state/job-context.tsx';
import { dayWords } from '../state/moment-words.ts';
import { useBook } from './use-book.ts';

/** The log of a curve: what was read, the next step, the day it is read. */
export function TuningWords({ place }: { place: string }) {
  const { display } = useJob();
  const { book } = useBook();
  const { readings, advice, due } = tuningLog(book, place);
  return (
    <Box sx={{ mb: 2 }}>
      <Box role="status" sx={{ fontSize: 'reading', fontWeight: 700, mb: 0.5 }}>
        {advice.words}
      </Box>
      {due !== null && <Box sx={{ fontSize: 'body', mb: 1 }}>Read again on {dayWords(due)}.</Box>}
      {readings.length > 0 && (
        <Box
          component="table"
          sx={{
            width: '100%',
            borderCollapse: 'collapse',
            fontSize: 'body',
            '& td, & th': { textAlign: 'right', p: 0.5, borderBottom: 1, borderColor: 'divider' },
          }}
        >
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Slope</th>
              <th scope="col">Room</th>
              <th scope="col">Outdoors</th>
            </tr>
          </thead>
          <tbody>
            {readings.slice(-8).map(({ id, time, slope, room, outdoor }) => (
              <tr key={id}>
                <td>{dayWords(time)}</td>
                <td>{formatNumber(slope, 2)}</td>
                <td>{say(room, 'temperature', display)}</td>
                <td>{say(outdoor, 'temperature', display)}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
    </Box>
  );
}
