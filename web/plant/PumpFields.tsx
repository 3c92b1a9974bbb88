import Typography from '@mui/material/Typography';
import type { PumpDesign } from '../../core/design/choose-pump.ts';
import type { Design } from '../../core/design/design.ts';
import { drivenBy } from '../../core/design/driven-by.ts';
import { pipingOf } from '../../core/piping/piping-of-job.ts';
import { DISTRIBUTION_CHOICES, PIPE_CHOICES, PUMP_CONTROL_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { PumpChoice } from '../parts/PumpChoice.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { CompareDistribution } from './CompareDistribution.tsx';
import { OwnPumps } from './OwnPumps.tsx';

/** The entries for what moves the water. */
export function PumpFields({ design }: { design: Design }) {
  const job = useJob();
  const { say } = useDisplay();
  const { source, distribution } = design;
  const chosen = (pump: { pinned: boolean; duty: { label: string } | null } | null | undefined) =>
    pump?.pinned ? undefined : pump?.duty?.label;
  const why = (pump: PumpDesign | null | undefined) => (pump ? drivenBy({ say }, pump) : undefined);
  return (
    <>
      {design.pumpPower && (
        <Typography variant="body2">
          All pumps together <FigureButton figure={design.pumpPower} />.
        </Typography>
      )}
      <ChoiceField place="distribution/kind" label="Pumps or one pump with valves" options={DISTRIBUTION_CHOICES} />
      {job.distribution.kind === 'valves' && (
        <>
          <PumpChoice
            place="distribution/pump"
            label="Pump of all zones"
            chosen={chosen(distribution?.pump)}
            help={why(distribution?.pump)}
          />
          <ChoiceField place="distribution/pumpControl" label="Pump control" options={PUMP_CONTROL_CHOICES} />
          <ChoiceField place="distribution/pumpOn" label="Pump on" options={PIPE_CHOICES} />
          <QuantityField place="distribution/valveKvs" label="Zone valves" empty="auto" automatic="auto: each by its flow" />
          <QuantityField place="distribution/bypass" label="Bypass opens at" empty={null} help="Empty for none." />
        </>
      )}
      {pipingOf(job).lead.pump && (
        <>
          <PumpChoice place="source/pump" label="Source pump" chosen={chosen(source?.pump)} help={why(source?.pump)} />
          <ChoiceField place="source/pumpControl" label="Source pump control" options={PUMP_CONTROL_CHOICES} />
          <ChoiceField place="source/pumpOn" label="Source pump on" options={PIPE_CHOICES} />
        </>
      )}
      {design.circuits.length > 1 && <CompareDistribution />}
      <OwnPumps design={design} />
    </>
  );
}
