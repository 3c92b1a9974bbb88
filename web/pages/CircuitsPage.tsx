import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { withCircuit } from '../../core/circuit/name-circuit.ts';
import type { EmitterKind, Job } from '../../model/job.ts';
import { ShownAs } from '../book/ShownAs.tsx';
import { CircuitBoard } from '../circuits/CircuitBoard.tsx';
import { CircuitDecisions } from '../circuits/CircuitDecisions.tsx';
import { CircuitTable } from '../circuits/CircuitTable.tsx';
import { openLine } from '../look/open-lines.ts';
import { DecisionLine } from '../look/parts/DecisionLine.tsx';
import { EMITTER_LABELS } from '../parts/choices.ts';
import { Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { ProposeDialog } from '../parts/ProposeDialog.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';

/** The line of a circuit's decisions that a field of it stands in. */
function lineOf(place: string): string | null {
  const [, id, ...rest] = place.split('/');
  const field = rest.join('/');
  const line = ((): string => {
    if (/^(mixing|injection|coldPort)/.test(field)) return 'mixing';
    if (/^(pump|bypass|valveOn)/.test(field)) return 'pump';
    if (/^(zones|loopValves|balancing)/.test(field)) return 'zones';
    if (/^(loopSplit|ports|manifolds)/.test(field)) return 'loops';
    if (/^(cooling|coldAt)/.test(field)) return 'summer';
    return 'pipes';
  })();
  return id ? `circuits/${id}/${line}` : null;
}

/** What shares a temperature and a pump: a table of all, and the decisions of the picked one. */
export default function CircuitsPage() {
  const job = useJob();
  const { edit } = useEditing();
  const designed = useDesigned();
  const [proposing, setProposing] = useState(false);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [search] = useSearchParams();
  const arriving = search.get('at');
  useEffect(() => {
    if (!arriving?.startsWith('circuits/')) return;
    setChosen(arriving.split('/')[1] ?? null);
    const line = lineOf(arriving);
    // The lines of the picked circuit are there after this.
    const timer = setTimeout(() => line && openLine(line));
    return () => clearTimeout(timer);
  }, [arriving]);
  const picked = job.circuits.find(({ id }) => id === chosen) ?? job.circuits[0];
  const add = (emitters: EmitterKind) => {
    setAnchor(null);
    edit(`Added ${EMITTER_LABELS[emitters].toLowerCase()}`, (current) => addCircuit(current, emitters));
  };
  const members = new Set(job.rooms.map(({ circuit }) => circuit)).size;
  const elsewhere = job.rooms.reduce((sum, room) => sum + room.emitters.filter(({ circuit }) => circuit !== null).length, 0);
  return (
    <Sheet
      wide
      title="Circuits"
      lead="What shares a flow temperature and a pump. Typed in the table; Ctrl+D fills down. Sizes are chosen unless fixed."
      actions={
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <ShownAs />
          <Button variant="outlined" onClick={() => setProposing(true)}>
            Propose circuits
          </Button>
          <Button variant="contained" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
            Add a circuit
          </Button>
          <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
            {(Object.keys(EMITTER_LABELS) as EmitterKind[]).map((emitters) => (
              <MenuItem key={emitters} onClick={() => add(emitters)}>
                {EMITTER_LABELS[emitters]}
              </MenuItem>
            ))}
          </Menu>
        </Box>
      }
    >
      {proposing && <ProposeDialog onClose={() => setProposing(false)} />}
      {job.circuits.length === 0 ? (
        <Typography sx={{ mb: 2 }}>
          No circuits yet. Propose them from the emitters, or add one: rooms that are on no circuit are put on the first.
        </Typography>
      ) : (
        <CircuitTable picked={picked?.id ?? null} onPick={setChosen} />
      )}
      {picked && (
        <CircuitDecisions
          key={picked.id}
          circuit={picked}
          design={designed?.design.circuits.find((each) => each.id === picked.id)}
        />
      )}
      {job.circuits.length > 0 && job.rooms.length > 0 && (
        <Box
          sx={{
            bgcolor: 'background.paper',
            border: 1,
            borderColor: 'divider',
            borderRadius: 1,
            '& > section': { borderTop: 0 },
          }}
        >
          <DecisionLine
            id="circuits/board"
            name="Board"
            answer={`${job.rooms.length} rooms on ${members} circuits`}
            result={
              elsewhere > 0
                ? `${elsewhere} ${elsewhere === 1 ? 'emitter' : 'emitters'} on another circuit than the room`
                : 'drag rooms from one to another'
            }
          >
            <Box sx={{ gridColumn: '1 / -1', minWidth: 0 }}>
              <CircuitBoard />
            </Box>
          </DecisionLine>
        </Box>
      )}
      <LeadOn page="circuits" />
    </Sheet>
  );
}

/** The first circuit takes all rooms that are on none: a plain job needs no more. */
function addCircuit(job: Job, emitters: EmitterKind): Job {
  const first = job.circuits.length === 0;
  const made = withCircuit(job, emitters);
  return {
    ...made.job,
    rooms: first ? job.rooms.map((room) => (room.circuit === null ? { ...room, circuit: made.id } : room)) : job.rooms,
  };
}
