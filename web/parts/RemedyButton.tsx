import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { Finding, Remedy } from '../../core/review/finding.ts';
import { applyEdits } from '../../model/place.ts';
import { heavyWork, useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { effectOf } from './remedy-effect.ts';

/** A cure that changes the job. Pointed at or focused, it shows what it would change; pressed, it changes it. */
export function RemedyButton({ finding, remedy }: { finding: Finding; remedy: Remedy }) {
  const job = useJob();
  const designed = useDesigned();
  const { put } = useEditing();
  const { say } = useDisplay();
  const { enqueueSnackbar } = useSnackbar();
  const [looking, setLooking] = useState(false);
  const [after, setAfter] = useState<Design | null>(null);
  useEffect(() => {
    if (!looking) return;
    let left = false;
    heavyWork()
      .design(applyEdits(job, remedy.edits))
      .then(
        ({ design }) => !left && setAfter(design),
        // Without a preview the cure can still be tried and taken back.
        () => {},
      );
    return () => {
      left = true;
      setAfter(null);
    };
  }, [looking, job, remedy]);
  const lines = looking && after && designed ? effectOf(finding, designed.design, after) : [];
  const look = (on: boolean) => () => setLooking(on);
  return (
    <>
      <Button
        variant="outlined"
        size="small"
        sx={{ mt: 1, display: 'block', textAlign: 'left', lineHeight: 1.35 }}
        onPointerEnter={look(true)}
        onPointerLeave={look(false)}
        onFocus={look(true)}
        onBlur={look(false)}
        onClick={() => {
          put(remedy.label.slice(0, 80), remedy.edits);
          enqueueSnackbar(`Done: ${remedy.label}. Ctrl+Z takes it back.`);
        }}
      >
        {remedy.label}
      </Button>
      {lines.length > 0 && (
        <Box
          role="note"
          aria-label="What this would change"
          sx={{ mt: 0.5, pl: 1.2, borderLeft: 3, borderColor: 'wall.copper', fontSize: '0.875rem' }}
        >
          {lines.map(({ label, kind, before, after: changed }) => (
            <div key={label}>
              {label}: {kind === null ? `${before} → ${changed}` : `${say(before, kind)} → ${say(changed, kind)}`}
            </div>
          ))}
        </Box>
      )}
    </>
  );
}
