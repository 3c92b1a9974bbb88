import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useDesigned } from '../state/design-context.tsx';
import { useEditing, useSession, useSessionState } from '../state/job-context.tsx';
import { useSum } from '../state/sum-context.tsx';
import { asValue, type Found, fieldsOf, ranked, type Sort } from './palette-rank.ts';
import { pageOfPlace } from './places.ts';
import { STEPS } from './steps.ts';

/** Pages of the manual by their names; what is on them comes with the page. */
const MANUAL = [
  { id: 'start', title: 'start a job' },
  { id: 'keys', title: 'keys' },
  { id: 'limits', title: 'every limit' },
  { id: 'schools', title: 'what each school uses' },
  { id: 'findings', title: 'what the review looks for' },
  { id: 'signs', title: 'signs on the wall' },
  { id: 'parts', title: 'parts in the pipe' },
  { id: 'fields', title: 'every field' },
] as const;

/** Most figures offered; typing narrows them. */
const MOST_FIGURES = 1500;

const SORT_WORDS: Record<Sort, string> = {
  set: 'Set',
  page: 'Page',
  action: 'Do',
  room: 'Room',
  circuit: 'Circuit',
  field: 'Field',
  part: 'Part',
  finding: 'Finding',
  figure: 'Figure',
  help: 'Manual',
};

/** Buttons of the open page that can be pressed now, by their words. */
function buttonsOfPage(): { label: string; press: () => void }[] {
  const found = new Map<string, () => void>();
  for (const button of document.querySelectorAll<HTMLButtonElement>('main button:not(:disabled)')) {
    const label = (button.getAttribute('aria-label') ?? button.textContent ?? '').trim().replace(/\s+/g, ' ');
    if (label.length < 3 || label.length > 60 || found.has(label) || button.hasAttribute('aria-expanded')) continue;
    found.set(label, () => button.click());
  }
  return [...found].slice(0, 200).map(([label, press]) => ({ label, press }));
}

/** Everything by name: pages, actions, rooms, circuits, fields, parts, findings, figures; and a field with a value behind it sets it. */
export function Palette({ onClose }: { onClose: () => void }) {
  const { id } = useParams();
  const navigate = useNavigate();
  const session = useSession();
  const { put } = useEditing();
  const { job } = useSessionState();
  const designed = useDesigned();
  const sum = useSum();
  const [typed, setTyped] = useState('');
  const [buttons] = useState(buttonsOfPage);
  const fields = useMemo(() => fieldsOf(job), [job]);
  const all = useMemo((): Found[] => {
    const part = (designed?.sheet.symbols ?? []).map(({ component, label }) => ({
      id: `part:${component}`,
      sort: 'part' as const,
      label: label || component,
    }));
    return [
      ...STEPS.map(({ path, label }) => ({ id: `page:${path}`, sort: 'page' as const, label })),
      { id: 'page:duty', sort: 'page', label: 'Pumps in every state', also: 'duty map' },
      { id: 'jobs', sort: 'page', label: 'All jobs' },
      ...MANUAL.map(({ id: page, title }) => ({ id: `help:${page}`, sort: 'help' as const, label: `Manual: ${title}` })),
      { id: 'undo', sort: 'action', label: 'Undo the last step' },
      { id: 'redo', sort: 'action', label: 'Redo' },
      ...buttons.map(({ label }, i) => ({ id: `button:${i}`, sort: 'action' as const, label })),
      ...job.rooms.map((room) => ({
        id: `room:${room.id}`,
        sort: 'room' as const,
        label: room.name || room.id,
        also: room.storey,
      })),
      ...job.circuits.map((circuit) => ({
        id: `circuit:${circuit.id}`,
        sort: 'circuit' as const,
        label: circuit.name || circuit.id,
      })),
      ...fields,
      ...part,
      ...(designed?.design.findings ?? []).map((finding) => ({
        id: `finding:${finding.place}`,
        sort: 'finding' as const,
        label: finding.title,
      })),
      ...Object.values(designed?.design.figures ?? {})
        .slice(0, MOST_FIGURES)
        .map((figure) => ({ id: `figure:${figure.id}`, sort: 'figure' as const, label: figure.label })),
    ];
  }, [job, designed, fields, buttons]);
  const set = asValue(job, fields, typed);
  const shown = ranked(all, typed);
  const go = (path: string) => navigate(`/jobs/${id}/${path}`);
  const run = ({ id: chosen, sort }: Found) => {
    onClose();
    const rest = chosen.slice(chosen.indexOf(':') + 1);
    if (sort === 'page') return chosen === 'jobs' ? navigate('/') : go(rest);
    if (chosen === 'undo') return void session.undo();
    if (chosen === 'redo') return void session.redo();
    if (sort === 'action') return buttons[Number(rest)]?.press();
    if (sort === 'help') return navigate(`/manual/${rest}`);
    if (sort === 'room') return go(`rooms?at=${encodeURIComponent(`rooms/${rest}/name`)}`);
    if (sort === 'circuit') return go(`circuits?at=${encodeURIComponent(`circuits/${rest}/name`)}`);
    if (sort === 'figure') return sum.open(rest);
    if (sort === 'part') return go(`plant?pick=${encodeURIComponent(rest)}`);
    const place = sort === 'finding' ? rest : chosen;
    return go(`${pageOfPlace(place)}?at=${encodeURIComponent(place)}`);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
      slotProps={{ paper: { 'aria-label': 'Find anything in this job' } }}
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
          '& [cmdk-list]': { maxHeight: 420, overflowY: 'auto', p: 1 },
          '& [cmdk-item]': {
            px: 1.5,
            py: 1,
            minHeight: 40,
            borderRadius: 1,
            cursor: 'pointer',
            display: 'grid',
            gridTemplateColumns: '64px minmax(0, 1fr) auto',
            gap: 1.5,
            alignItems: 'baseline',
          },
          '& [cmdk-item] > :first-of-type': { fontSize: 'unit', color: 'text.secondary' },
          '& [cmdk-item][data-selected=true]': { bgcolor: 'primary.main', color: 'primary.contrastText' },
          '& [cmdk-item][data-selected=true] > *': { color: 'inherit !important' },
          '& [cmdk-empty]': { p: 2 },
        }}
      >
        <Command label="Find" shouldFilter={false}>
          <Command.Input
            placeholder="A page, room, field, part, finding … or “spacing bath 100”"
            autoFocus
            value={typed}
            onValueChange={setTyped}
          />
          <Command.List>
            <Command.Empty>Nothing by that name.</Command.Empty>
            {set && (
              <Command.Item
                value="set"
                onSelect={() => {
                  onClose();
                  put(set.label, [{ at: set.field.id, value: set.value }]);
                }}
              >
                <span>{SORT_WORDS.set}</span>
                <span>{set.label}</span>
                <span>now {set.field.hint}</span>
              </Command.Item>
            )}
            {shown.map((found) => (
              <Command.Item key={found.id} value={found.id} onSelect={() => run(found)}>
                <span>{SORT_WORDS[found.sort]}</span>
                <span>{found.label}</span>
                <span>{found.hint ?? ''}</span>
              </Command.Item>
            ))}
          </Command.List>
        </Command>
      </Box>
    </Dialog>
  );
}
