import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { lazy, Suspense, useState } from 'react';
import { ImportDialog } from '../grid/ImportDialog.tsx';
import { Ticked } from '../grid/Ticked.tsx';
import { ROUGH_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { Reading, Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';

const RoomGrid = lazy(() => import('../grid/RoomGrid.tsx'));
const RoomCards = lazy(() => import('../grid/RoomCards.tsx'));

/** The rooms with their heat loads, typed, pasted or read from a table. */
export default function RoomsPage() {
  const job = useJob();
  const [importing, setImporting] = useState(false);
  const [more, setMore] = useState(false);
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const narrow = useMediaQuery('(max-width: 599px)');
  const chosen = new Set(job.rooms.filter((room) => selected.has(room.id)).map((room) => room.id));
  return (
    <Sheet
      wide
      title="Rooms"
      lead="Type, or paste a block from a spreadsheet; a heading row says which column is which."
      actions={
        <Button variant="outlined" onClick={() => setImporting(true)}>
          Read a file (CSV, XLSX, gbXML)
        </Button>
      }
    >
      <Totals />
      {!narrow && (
        <Box sx={{ minHeight: 44, display: 'flex', alignItems: 'center', gap: 1, mb: 0.5, flexWrap: 'wrap' }}>
          {chosen.size > 0 ? (
            <Ticked ids={chosen} onDone={() => setSelected(new Set())} />
          ) : (
            <Typography variant="body2" color="text.secondary" sx={{ flex: 1 }}>
              Ctrl+V pastes, Ctrl+D fills down, Space ticks rooms for what they have in common.
            </Typography>
          )}
          <Button size="small" aria-pressed={more} onClick={() => setMore(!more)} sx={{ ml: 'auto' }}>
            {more ? 'Fewer columns' : 'More columns'}
          </Button>
        </Box>
      )}
      <Suspense fallback={<Typography role="status">Opening the rooms …</Typography>}>
        {narrow ? <RoomCards /> : <RoomGrid selected={chosen} onSelect={setSelected} more={more} />}
      </Suspense>
      <LeadOn page="rooms" />
      {importing && <ImportDialog onClose={() => setImporting(false)} />}
    </Sheet>
  );
}

/** The whole house in a line; what rough loads go by only while a room has none. */
function Totals() {
  const { rooms } = useJob();
  const { say } = useDisplay();
  const designed = useDesigned();
  const roomLoad = designed?.design.figures.roomLoad;
  const gap = designed?.design.loadGap;
  const cooling = designed?.design.cooling?.peak;
  const loads = rooms.flatMap(({ heatLoad, area, name }) =>
    heatLoad !== null && area !== null ? [{ name, each: heatLoad / area }] : [],
  );
  const most = loads.reduce<(typeof loads)[number] | null>((high, each) => (high && high.each >= each.each ? high : each), null);
  const loadless = rooms.some(({ heatLoad }) => heatLoad === null);
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: { xs: 2, sm: 4 }, flexWrap: 'wrap', mb: 1 }}>
      <Reading label="Rooms">{rooms.length}</Reading>
      <Reading label="All rooms together">{roomLoad ? <FigureButton figure={roomLoad} /> : '–'}</Reading>
      {most && <Reading label="Highest per area">{`${say(most.each, 'specificLoad')}, ${most.name || 'a room'}`}</Reading>}
      <Box sx={{ width: 230 }}>
        <QuantityField place="wholeHouseLoad" label="Whole-house load, if known" empty={null} />
      </Box>
      {cooling && (
        <Reading label="Cooling, all at once">
          <FigureButton figure={cooling} />
        </Reading>
      )}
      {gap && (
        <Reading label="Rooms against the house">
          <FigureButton figure={gap} />
        </Reading>
      )}
      {(loadless || rooms.length === 0) && (
        <Box sx={{ width: 290 }}>
          <ChoiceField none place="roughLoads" label="Rooms without a load, for now" options={ROUGH_CHOICES} />
        </Box>
      )}
    </Box>
  );
}
