import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { PipeDesign } from '../../core/design/pipe-design.ts';
import type { Figure } from '../../core/figure/figure.ts';
import { insulationWords, usualInsulation } from '../../core/pipe/heat-loss.ts';
import type { PipeRun } from '../../model/job.ts';
import { type Place, valueAt } from '../../model/place.ts';
import { PipeSizeField } from '../own/PipeSizeField.tsx';
import { useJob } from '../state/job-context.tsx';
import { MATERIAL_CHOICES } from './choices.ts';
import { ChoiceField, QuantityField } from './Field.tsx';
import { FigureButton } from './FigureButton.tsx';

/** Material, size, length and fittings of one run, with what the water does in it. */
export function PipeFields({
  place,
  title,
  design,
  heatLoss,
  columns = 4,
}: {
  place: Place;
  title: string;
  design: PipeDesign | undefined;
  /** Heat it loses on the way; a run without insulation of its own has none. */
  heatLoss?: Figure | undefined;
  columns?: 1 | 2 | 4;
}) {
  const job = useJob();
  const run = valueAt(job, place) as PipeRun;
  return (
    <Box component="fieldset" sx={{ gridColumn: '1 / -1', border: 0, p: 0, m: 0, minWidth: 0 }}>
      <Box component="legend" sx={{ p: 0, mb: 1.2, display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h3" component="span">
          {title}
        </Typography>
        {design && (
          <Typography variant="body2" component="span">
            {design.size.label} · <FigureButton figure={design.velocity} /> · <FigureButton figure={design.gradient} /> · pressure
            drop <FigureButton figure={design.loss} /> · capacity <FigureButton figure={design.capacity} /> · by velocity{' '}
            {design.byVelocity?.label ?? 'none'} · by gradient {design.byGradient?.label ?? 'none'}
            {heatLoss && (
              <>
                {' '}
                · heat loss <FigureButton figure={heatLoss} />
              </>
            )}
          </Typography>
        )}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: columns === 1 ? '1fr' : columns === 2 ? '1fr 1fr' : { sm: '1fr 1fr', lg: 'repeat(4, 1fr)' },
          gap: 2,
        }}
      >
        <ChoiceField place={`${place}/material`} label="Pipe" options={MATERIAL_CHOICES} />
        <PipeSizeField
          place={`${place}/size`}
          material={run.material}
          automatic={design && !design.pinned ? design.size.label : undefined}
        />
        <QuantityField place={`${place}/length`} label="Length" />
        <QuantityField place={`${place}/fittingsAllowance`} label="Fittings allowance" />
        {'insulation' in run && (
          <QuantityField
            place={`${place}/insulation`}
            label="Insulation"
            empty="auto"
            {...(design ? { automatic: `auto: ${insulationWords(usualInsulation(design.size.bore), job.display)}` } : {})}
          />
        )}
      </Box>
    </Box>
  );
}
