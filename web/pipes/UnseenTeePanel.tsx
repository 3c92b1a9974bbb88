import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { withTree } from '../../core/circuit/tree-lines.ts';
import type { LedgerEntry } from '../../core/job/ledger.ts';
import { findSize } from '../../core/pipe/catalogue.ts';
import type { Circuit, Section, Structure } from '../../model/job.ts';
import { applyEdits } from '../../model/place.ts';
import { newUnseenTee, structurePlace } from '../../model/unseen-tee.ts';
import { Segments } from '../look/parts/Segments.tsx';
import { PipeSizeField } from '../own/PipeSizeField.tsx';
import { QuantityField } from '../parts/Field.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';

/** What a stretch that nobody has seen may be, which of it is taken, and what settles it. */
export function UnseenTeePanel({ circuit, section }: { circuit: Circuit; section: Section }) {
  const job = useJob();
  const { edit } = useEditing();
  const place = `circuits/${circuit.id}/sections/${section.id}`;
  const at = structurePlace(circuit.id, section.id);
  const branches = circuit.sections.filter((each) => each.from === section.id);
  const { unseen } = section;
  const mark = (structure: Structure) =>
    edit(`${section.name || 'A section'}: not seen`, (current) => {
      const now = current.circuits.find(({ id }) => id === circuit.id);
      const it = now?.sections.find(({ id }) => id === section.id);
      if (!now || !it) return current;
      const made = it.unseen
        ? applyEdits(current, [{ at, value: structure }])
        : applyEdits(current, [{ at: `${place}/unseen`, value: newUnseenTee(now, it, structure) }]);
      const sections = made.circuits.find(({ id }) => id === circuit.id)?.sections ?? [];
      // The guess is noted anew: what is not taken is its alternative.
      const rest = { ...made, assumptions: made.assumptions.filter((each) => each.place !== at) };
      return withTree(rest, circuit.id, sections);
    });
  const { data: entries } = useWork<LedgerEntry[]>(
    'unseen',
    [job, section.id],
    (work) => work.ledger({ ...job, assumptions: job.assumptions.filter((each) => each.place === at) }),
    { enabled: unseen !== null },
  );
  const entry = entries?.find((each) => each.place === at);
  if (!unseen) {
    if (branches.length === 0) return null;
    return (
      <Button variant="outlined" size="small" onClick={() => mark('tee')} sx={{ justifySelf: 'start' }}>
        The tee at its end was never seen …
      </Button>
    );
  }
  const size = (id: string) => findSize(section.material, id)?.label ?? id;
  return (
    <Box
      component="section"
      aria-label="A tee out of sight"
      sx={{ p: 1.5, border: 2, borderStyle: 'dashed', borderColor: 'wall.edge', borderRadius: 1, display: 'grid', gap: 1.5 }}
    >
      <Typography variant="h3">A tee out of sight</Typography>
      <Segments
        label="Taken as"
        value={unseen.taken}
        options={[
          { value: 'tee', label: `${size(unseen.trunk)} to a tee, then ${size(unseen.through)}` },
          { value: 'through', label: `${size(unseen.through)} right through` },
        ]}
        onChange={mark}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <PipeSizeField chosenOnly place={`${place}/unseen/trunk`} material={section.material} label="Size of a trunk" />
        <PipeSizeField chosenOnly place={`${place}/unseen/through`} material={section.material} label="Size right through" />
        <QuantityField place={`${place}/unseen/least`} label="Tee at the nearest" />
        <QuantityField place={`${place}/unseen/most`} label="Tee at the farthest" />
        <QuantityField place={`${place}/unseen/total`} label="Out of sight in all" />
      </Box>
      <Box role="status" sx={{ fontSize: 'table' }}>
        {entry
          ? entry.settling.map(({ kind, how, pass }) => (
              <Typography key={how} variant="body2" sx={{ mt: 0.5 }}>
                <b>{kind === 'look' ? 'Look: ' : 'Reading: '}</b>
                {how} <em>{pass}</em>
              </Typography>
            ))
          : 'Working out what settles it …'}
        {entry?.alternatives.map((alternative) => (
          <Typography key={alternative.label} variant="body2" sx={{ mt: 0.8 }}>
            <b>If it is {alternative.label}:</b>{' '}
            {[...alternative.consequences, ...alternative.choices].join('; ') || 'nothing changes that matters'}.
          </Typography>
        ))}
        {entry?.settling.every(({ kind }) => kind === 'look') && (
          <Typography variant="body2" sx={{ mt: 0.8 }}>
            No reading tells the two apart. Where nobody can look, lay new pipe past this stretch.
          </Typography>
        )}
      </Box>
      <Button
        size="small"
        sx={{ justifySelf: 'start' }}
        onClick={() =>
          edit(`${section.name || 'A section'}: seen`, (current) => {
            const made = applyEdits(current, [{ at: `${place}/unseen`, value: null }]);
            const sections = made.circuits.find(({ id }) => id === circuit.id)?.sections ?? [];
            return withTree(made, circuit.id, sections);
          })
        }
      >
        Seen: it is as taken
      </Button>
    </Box>
  );
}
