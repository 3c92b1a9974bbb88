import Button from '@mui/material/Button';
import { useState } from 'react';
import { emitterLabel } from '../../core/emitter/emitter.ts';
import type { Emitter } from '../../model/emitter.ts';
import { entryOfEmitter } from '../../model/own-entry.ts';
import { useJobPart } from '../state/job-context.tsx';
import { NameDialog } from './NameDialog.tsx';
import { useOwnCatalogue } from './own-entries.ts';

/** Keeps an emitter with its rating for later rooms and jobs. */
export function KeepButton({ emitter }: { emitter: Emitter }) {
  const { keep } = useOwnCatalogue();
  const display = useJobPart((job) => job.display);
  const [naming, setNaming] = useState(false);
  return (
    <>
      <Button size="small" onClick={() => setNaming(true)}>
        Keep for later
      </Button>
      {naming && (
        <NameDialog
          title="Keep it in your catalogue"
          suggestion={emitterLabel(emitter, display)}
          action="Keep"
          onTake={(name) => keep(entryOfEmitter(name, emitter))}
          onClose={() => setNaming(false)}
        />
      )}
    </>
  );
}
