import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import type { Finding, Remedy } from '../../core/finding/finding.ts';
import { type CyclingTrial, trialInWords } from '../../core/job/cycling-trial.ts';
import { clipText } from '../../model/clean-text.ts';
import { applyEdits } from '../../model/place.ts';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { designLane } from '../worker/lanes.ts';
import { useWork } from '../worker/use-work.ts';
import { effectOf } from './remedy-effect.ts';

interface ButtonProps {
  remedy: Remedy;
  /** Told when the cure is pointed at or focused, and when no longer. */
  onLook: (remedy: Remedy | null) => void;
}

/** A cure that changes the job. */
export function RemedyButton({ remedy, onLook }: ButtonProps) {
  const { put } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const look = () => onLook(remedy);
  const leave = () => onLook(null);
  return (
    <Button
      variant="outlined"
      size="small"
      data-remedy
      sx={{ mt: 1, minHeight: { xs: 44, sm: 28 }, display: 'block', textAlign: 'left', lineHeight: 1.35 }}
      onPointerEnter={look}
      onPointerLeave={leave}
      onFocus={look}
      onBlur={leave}
      onClick={() => {
        put(clipText(remedy.label, 80), remedy.edits);
        enqueueSnackbar(`Applied: ${remedy.label}. Ctrl+Z undoes it.`);
      }}
    >
      {remedy.label}
    </Button>
  );
}

/** What a cure would change, before it is applied. Stands below all cures, so that none moves under the pointer. */
export function RemedyEffect({ finding, remedy }: { finding: Finding; remedy: Remedy }) {
  const job = useJob();
  const designed = useDesigned();
  const { say } = useDisplay();
  // Without a preview the cure can still be tried and taken back.
  const { data, fresh } = useWork('remedy', [job, remedy], (work) => work.design(applyEdits(job, remedy.edits)), {
    lane: designLane,
  });
  const after = fresh ? data?.design : null;
  const trial = useTrial(finding, remedy);
  if (!after || !designed) return null;
  return (
    <Box
      role="note"
      aria-label="What this would change"
      sx={{ mt: 1, pl: 1.2, borderLeft: 3, borderColor: 'wall.copper', fontSize: 'table' }}
    >
      {effectOf(finding, designed.design, after).map(({ label, kind, before, after: changed }) => (
        <div key={label}>
          {label} {kind === null ? `${before} → ${changed}` : `${say(before, kind)} → ${say(changed, kind)}`}
        </div>
      ))}
      {trial && <div>{trial}</div>}
    </Box>
  );
}

/** What a run says of a remedy against cycling, in a sentence; null for any other finding. */
function useTrial(finding: Finding, remedy: Remedy): string | null {
  const job = useJob();
  const { say } = useDisplay();
  const asked = TRIED.has(finding.rule);
  const trial = useWork<CyclingTrial | null>('trial', [job, remedy], (work) => work.cyclingTrial(job, remedy.edits), {
    enabled: asked,
  });
  if (!asked) return null;
  if (trial.failed) return null;
  if (!trial.fresh) return 'Running a day with it …';
  return trial.data && trialInWords(trial.data, say(trial.data.outdoor, 'temperature'));
}

/** Findings whose remedies are tried in a run before they are called cures. */
const TRIED = new Set(['source-cycles', 'pass-over-band']);
