import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { headOfGauges } from '../../core/commission/gauges.ts';
import { fluidState } from '../../core/fluid/fluid.ts';
import { editText, say } from '../../core/quantity/format.ts';
import type { Celsius } from '../../model/quantities.ts';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { BigField } from './Big.tsx';
import { isValue, problemOf, readTyped } from './read-typed.ts';
import { useAssessed } from './use-book.ts';

/** Water in a plant that is read, about: its weight hardly changes between 30 and 60 degrees. */
const WARM = 45 as Celsius;

/** Head across a pump from the gauges before and behind it, less what was learned of them at rest. */
export function TwoGauges({ pump, onHead }: { pump: string; onHead: (text: string) => void }) {
  const { display, fluid } = useJob();
  const { unit } = useDisplay();
  const [open, setOpen] = useState(false);
  const [beforeText, setBefore] = useState('');
  const [behindText, setBehind] = useState('');
  const offsets = useAssessed()?.offsets ?? {};
  const place = pump.replace(/\/pump$/, '');
  const offset = (offsets[`${place}/pumped`] ?? 0) - (offsets[`${place}/mixed`] ?? offsets.flow ?? 0);
  const take = (before: string, behind: string) => {
    setBefore(before);
    setBehind(behind);
    const [low, high] = [readTyped(before, 'pressure', display, 'Before'), readTyped(behind, 'pressure', display, 'Behind')];
    if (!isValue(low) || !isValue(high)) return;
    const { density } = fluidState(fluid, WARM);
    const head = headOfGauges({ before: low.value, behind: high.value, heightBefore: 0, heightBehind: 0 }, density, offset);
    onHead(editText(Math.max(Math.round(head * 1000) / 1000, 0), 'head', display));
  };
  if (!open)
    return (
      <Button sx={{ minHeight: 48, mt: -1, mb: 1 }} onClick={() => setOpen(true)}>
        From two gauges …
      </Button>
    );
  return (
    <Box sx={{ mb: 1 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 1.5 }}>
        <BigField
          id="gauge-before"
          label="Gauge before it"
          unit={unit('pressure')}
          value={beforeText}
          onChange={(text) => take(text, behindText)}
          problem={problemOf(readTyped(beforeText, 'pressure', display, 'Before'))}
        />
        <BigField
          id="gauge-behind"
          label="Gauge behind it"
          unit={unit('pressure')}
          value={behindText}
          onChange={(text) => take(beforeText, text)}
          problem={problemOf(readTyped(behindText, 'pressure', display, 'Behind'))}
        />
      </Box>
      <Box sx={{ color: 'text.secondary', mt: -1 }}>
        Both at one height.{' '}
        {offset === 0
          ? 'Read them at rest too: the book then learns what each shows too much.'
          : `Less ${say(offset, 'pressure', display)}, which they differ by at rest.`}
      </Box>
    </Box>
  );
}
