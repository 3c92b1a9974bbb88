import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { PROPOSALS_BY, type ProposalBy, proposeCircuits } from '../../core/circuit/propose-circuits.ts';
import type { Job } from '../../model/job.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

const TITLES: Record<ProposalBy, string> = {
  temperature: 'By temperature',
  storey: 'By temperature and storey',
  use: 'By temperature and use',
  facing: 'By temperature and side of the sky',
};

/** Zones by storey, use or side of the sky need rooms that differ in it. */
function worthProposing(job: Job, by: ProposalBy): boolean {
  return by === 'temperature' || new Set(job.rooms.map((room) => room[by])).size > 1;
}

/** Ways of putting the emitters on circuits, to choose one of; choosing can be taken back. */
export function ProposeDialog({ onClose }: { onClose: () => void }) {
  const job = useJob();
  const { edit } = useEditing();
  const { say } = useDisplay();
  const { enqueueSnackbar } = useSnackbar();
  const proposals = PROPOSALS_BY.filter((by) => worthProposing(job, by)).flatMap((by) => proposeCircuits(job, by) ?? []);
  const named = new Map(job.rooms.map((room) => [room.id, room.name || room.id]));
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth>
      <DialogTitle>Put the emitters on circuits</DialogTitle>
      <DialogContent>
        {proposals.length === 0 ? (
          <Typography>No room has a heat load yet. Enter loads and emitters first.</Typography>
        ) : (
          <Typography variant="body2" sx={{ mb: 2 }}>
            The hottest runs straight from the source; what needs cooler water by more than 5 K gets a mixing valve. The circuits
            that are there give way to these, with their pipes and pumps.
          </Typography>
        )}
        {proposals.map((proposal) => (
          <Box
            component="section"
            key={proposal.by}
            aria-label={TITLES[proposal.by]}
            sx={{ p: 2, mb: 2, border: 1, borderColor: 'divider', borderRadius: 1 }}
          >
            <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
              <Typography variant="h2" sx={{ flex: 1 }}>
                {TITLES[proposal.by]}
              </Typography>
              <Button
                variant="contained"
                onClick={() => {
                  edit(
                    `Circuits ${TITLES[proposal.by].toLowerCase()}`,
                    (current) => proposeCircuits(current, proposal.by)?.job ?? current,
                  );
                  enqueueSnackbar(`${proposal.circuits.length} circuits. Ctrl+Z undoes it.`);
                  onClose();
                }}
              >
                Use these circuits {proposal.circuits.length === 1 ? '' : proposal.circuits.length}
              </Button>
            </Box>
            <Box component="ul" sx={{ m: 0, mt: 1, pl: 2.5 }}>
              {proposal.circuits.map((circuit) => (
                <li key={circuit.name}>
                  <b>{circuit.name}</b>, {circuit.connection} at {say(circuit.flowTemperature, 'temperature')}, delta T{' '}
                  {say(circuit.temperatureDifference, 'temperatureDifference')}:{' '}
                  {circuit.rooms
                    .slice(0, 8)
                    .map((id) => named.get(id))
                    .join(', ')}
                  {circuit.rooms.length > 8 ? ` and ${circuit.rooms.length - 8} more` : ''}
                </li>
              ))}
            </Box>
          </Box>
        ))}
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={onClose}>Cancel</Button>
      </DialogActions>
    </Dialog>
  );
}
