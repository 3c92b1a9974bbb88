import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Design } from '../../core/design/design.ts';
import { COMPLAINTS, type Complaint, type Said } from '../../core/fault/words.ts';
import { useJob } from '../state/job-context.tsx';
import { BigButton } from './Big.tsx';
import { useFaultCase } from './fault-case.ts';

/** The phone's own picker: a thumb knows it. */
const NATIVE = { select: { native: true }, inputLabel: { shrink: true } } as const;
const KINDS = Object.keys(COMPLAINTS) as Complaint[];

/** What is usually complained of at a place of the job. */
function complaintAt(place: string): { complaint: Complaint; of: string | null } {
  const [list, id] = place.split('/');
  if (list === 'circuits' && id) return { complaint: 'no-flow', of: id };
  if (list === 'rooms' && id) return { complaint: 'room-cold', of: id };
  return { complaint: place === '' ? 'room-cold' : 'all-cold', of: null };
}

/** What people say of the plant, each of a room, of a circuit or of the whole. */
export function Complaints({ design }: { design: Design }) {
  const job = useJob();
  const { found, change, end } = useFaultCase();
  const [search] = useSearchParams();
  // From a finding of the wall one comes with its place: what is usually said of such a place stands there already.
  const [from] = useState(() => complaintAt(search.get('of') ?? ''));
  const [kind, setKind] = useState<Complaint>(from.complaint);
  const rooms = job.rooms.filter(({ id }) => design.circuits.some(({ roomIds }) => roomIds.includes(id)));
  const { of } = COMPLAINTS[kind];
  const choices = of === 'room' ? rooms : of === 'circuit' ? job.circuits : [];
  const [where, setWhere] = useState<string | null>(from.of);
  const at = of === 'plant' ? null : (choices.find(({ id }) => id === where)?.id ?? choices[0]?.id ?? null);
  const name = ({ of: id }: Said): string =>
    id === null
      ? ''
      : `: ${job.rooms.find((room) => room.id === id)?.name ?? job.circuits.find((circuit) => circuit.id === id)?.name ?? id}`;
  const add = (so: boolean) => {
    const said: Said = { complaint: kind, of: at, so };
    change({ said: [...found.said.filter((each) => each.complaint !== kind || each.of !== at), said] });
  };
  return (
    <Box component="section" aria-label="Complaints" sx={{ mb: 2 }}>
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {found.said.map((said) => (
          <Box
            component="li"
            key={`${said.complaint} ${said.of}`}
            sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 0.5 }}
          >
            <Box sx={{ flex: 1, fontSize: 'body', fontWeight: 650 }}>
              {`${said.so ? '' : 'Not so: '}${COMPLAINTS[said.complaint].label}${name(said)}`}
            </Box>
            <Button
              color="inherit"
              sx={{ minHeight: 48 }}
              onClick={() => change({ said: found.said.filter((each) => each !== said) })}
              aria-label={`Take back: ${COMPLAINTS[said.complaint].label}${name(said)}`}
            >
              Take back
            </Button>
          </Box>
        ))}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: of === 'plant' ? '1fr' : '1fr 1fr' },
          gap: 1.5,
          mb: 1.5,
          mt: 1,
        }}
      >
        <TextField
          select
          slotProps={NATIVE}
          label="What is the matter"
          value={kind}
          onChange={(event) => {
            setKind(event.target.value as Complaint);
            setWhere(null);
          }}
        >
          {KINDS.map((each) => (
            <option key={each} value={each}>
              {COMPLAINTS[each].label}
            </option>
          ))}
        </TextField>
        {of !== 'plant' && (
          <TextField
            select
            slotProps={NATIVE}
            label={of === 'room' ? 'Room' : 'Circuit'}
            value={at ?? ''}
            onChange={(event) => setWhere(event.target.value)}
          >
            {choices.map(({ id, name: called }) => (
              <option key={id} value={id}>
                {called || id}
              </option>
            ))}
          </TextField>
        )}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <BigButton onClick={() => add(true)} disabled={of !== 'plant' && at === null}>
          It is so
        </BigButton>
        <Button
          variant="outlined"
          color="inherit"
          sx={{ minHeight: 56, fontSize: 'body' }}
          onClick={() => add(false)}
          disabled={of !== 'plant' && at === null}
        >
          It is not so
        </Button>
        {found.since === 0 ? (
          <Button variant="outlined" color="inherit" sx={{ minHeight: 56, fontSize: 'body' }} onClick={() => change({})}>
            Nobody complains: look it over
          </Button>
        ) : (
          <Button color="inherit" sx={{ minHeight: 56, fontSize: 'body' }} onClick={end}>
            Begin anew
          </Button>
        )}
      </Box>
    </Box>
  );
}
