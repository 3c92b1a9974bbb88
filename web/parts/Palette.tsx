import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import { Command } from 'cmdk';
import { useNavigate, useParams } from 'react-router';
import { useDesigned } from '../state/design-context.tsx';
import { useSession, useSessionState } from '../state/job-context.tsx';
import { useSum } from '../state/sum-context.tsx';
import { STEPS } from './steps.ts';

/** Most figures offered at once; typing narrows them. */
const MOST_FIGURES = 400;

/** Everything by name: pages, rooms, circuits, figures, commands. */
export function Palette({ onClose }: { onClose: () => void }) {
  const { id } = useParams();
  const navigate = useNavigate();
  const session = useSession();
  const { job } = useSessionState();
  const designed = useDesigned();
  const sum = useSum();
  const go = (path: string) => () => {
    onClose();
    navigate(`/jobs/${id}/${path}`);
  };
  const act = (run: () => void) => () => {
    onClose();
    run();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
      slotProps={{ paper: { 'aria-label': 'Find a page, room, circuit or figure' } }}
    >
      <Box
        sx={{
          '& [cmdk-input]': {
            width: '100%',
            font: 'inherit',
            fontSize: 'body',
            p: 2,
            border: 0,
            borderBottom: 1,
            borderColor: 'divider',
            bgcolor: 'transparent',
            color: 'inherit',
            outline: 'none',
          },
          '& [cmdk-list]': { maxHeight: 380, overflowY: 'auto', p: 1 },
          '& [cmdk-item]': { px: 1.5, py: 1, borderRadius: 1, cursor: 'pointer' },
          '& [cmdk-item][data-selected=true]': { bgcolor: 'primary.main', color: 'primary.contrastText' },
          '& [cmdk-group-heading]': {
            px: 1.5,
            pt: 1.2,
            pb: 0.4,
            fontSize: 'label',
            fontWeight: 700,
            color: 'text.secondary',
          },
          '& [cmdk-empty]': { p: 2 },
        }}
      >
        <Command label="Find">
          <Command.Input placeholder="Page, room, circuit, figure …" autoFocus />
          <Command.List>
            <Command.Empty>Nothing by that name.</Command.Empty>
            <Command.Group heading="Pages">
              {STEPS.map((step) => (
                <Command.Item key={step.path} onSelect={go(step.path)}>
                  {step.label}
                </Command.Item>
              ))}
              <Command.Item onSelect={act(() => navigate('/'))}>All jobs</Command.Item>
            </Command.Group>
            <Command.Group heading="Do">
              <Command.Item onSelect={act(() => session.undo())}>Take back the last step</Command.Item>
              <Command.Item onSelect={act(() => session.redo())}>Do it again</Command.Item>
            </Command.Group>
            <Command.Group heading="Circuits">
              {job.circuits.map((circuit) => (
                <Command.Item
                  key={circuit.id}
                  value={`circuit ${circuit.name} ${circuit.id}`}
                  onSelect={go(`circuits?at=${encodeURIComponent(`circuits/${circuit.id}/name`)}`)}
                >
                  {circuit.name}
                </Command.Item>
              ))}
            </Command.Group>
            <Command.Group heading="Rooms">
              {job.rooms.slice(0, 200).map((room) => (
                <Command.Item key={room.id} value={`room ${room.name} ${room.id}`} onSelect={go('rooms')}>
                  {room.name || 'room without a name'}
                </Command.Item>
              ))}
            </Command.Group>
            <Command.Group heading="Figures">
              {Object.values(designed?.design.figures ?? {})
                .slice(0, MOST_FIGURES)
                .map((figure) => (
                  <Command.Item key={figure.id} value={`${figure.label} ${figure.id}`} onSelect={act(() => sum.open(figure.id))}>
                    {figure.label}
                  </Command.Item>
                ))}
            </Command.Group>
          </Command.List>
        </Command>
      </Box>
    </Dialog>
  );
}
