import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useNavigate, useParams } from 'react-router';
import { useJob } from '../state/job-context.tsx';

const VIEWS = [
  { view: 'day', label: 'A day' },
  { view: 'season', label: 'A season' },
  { view: 'side', label: 'Side by side' },
  { view: 'summer', label: 'Summer' },
  { view: 'duty', label: 'Pumps in every state' },
] as const;
export type RunView = (typeof VIEWS)[number]['view'];

/** The view that an address names; a day where it names none. */
export const viewOf = (text: string | null): RunView => VIEWS.find(({ view }) => view === text)?.view ?? 'day';

/** What of the plant's running is looked at; the states of the pumps have an address of their own. */
export function RunViews({ view }: { view: RunView }) {
  const { id } = useParams();
  const navigate = useNavigate();
  const cools = useJob().mode === 'heating-and-cooling';
  return (
    <ToggleButtonGroup
      exclusive
      value={view}
      aria-label="What is run"
      onChange={(_, next: RunView | null) => {
        if (next) navigate(next === 'duty' ? `/jobs/${id}/duty` : `/jobs/${id}/run?view=${next}`, { replace: true });
      }}
      sx={{ flexWrap: 'wrap' }}
    >
      {VIEWS.filter(({ view: each }) => each !== 'summer' || cools).map(({ view: each, label }) => (
        <ToggleButton key={each} value={each} sx={{ px: 2.2, py: 0.7, minHeight: 44, color: 'text.primary' }}>
          {label}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}
