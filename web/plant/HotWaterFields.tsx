import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { HotWaterDesign } from '../../core/design/hot-water-design.ts';
import type { TapsDesign } from '../../core/design/taps-design.ts';
import { pipingOf } from '../../core/piping/piping-of-job.ts';
import { coilWords, readCoil } from '../../core/plant/coil-words.ts';
import { usualStandingLoss } from '../../core/plant/standing-loss.ts';
import { USUAL_CYLINDER, USUAL_TAPS } from '../../model/new-job.ts';
import { selectAll } from '../look/select-all.ts';
import {
  CHARGED_CHOICES,
  CHARGING_CHOICES,
  CIRCULATION_CHOICES,
  HYGIENE_CHOICES,
  hangChoices,
  pumpChoices,
} from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { PipeFields } from '../parts/PipeFields.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** The cylinder for drinking water: its coil, its temperatures, and how long it takes to get warm. */
export function HotWaterFields({ design, taps }: { design: HotWaterDesign | null; taps: TapsDesign | null }) {
  const job = useJob();
  const { hotWater } = job;
  const { put } = useEditing();
  const { say } = useDisplay();
  const hangs = hangChoices(job);
  const pair = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 } as const;
  return (
    <>
      <TapsFields design={taps} />
      {hotWater === null ? (
        <Button variant="outlined" onClick={() => put('A cylinder', [{ at: 'hotWater', value: USUAL_CYLINDER }])}>
          Add a cylinder with a coil
        </Button>
      ) : (
        <>
          {design && (
            <Typography sx={{ fontWeight: 650 }}>
              {Number.isFinite(design.reheat.value) ? (
                <>
                  Reheat time <FigureButton figure={design.reheat} />
                </>
              ) : (
                'Does not reach its set point'
              )}
              <Typography component="span" variant="body2">
                {' '}
                · source has <FigureButton figure={design.power} /> · at the end the coil takes{' '}
                <FigureButton figure={design.atEnd} />
              </Typography>
            </Typography>
          )}
          <Typography variant="body2" color="text.secondary">
            It starts with usual figures; take those of the cylinder’s data sheet.
          </Typography>
          <Box sx={pair}>
            <QuantityField place="hotWater/volume" label="Cylinder volume" />
            <QuantityField place="hotWater/storeTemperature" label="Set point" />
            <QuantityField place="hotWater/flowTemperature" label="Primary flow temperature" />
            <QuantityField place="hotWater/coldTemperature" label="Cold water" />
            <QuantityField place="hotWater/dailyDraw" label="Daily draw-off" />
            <CoilLine />
            <QuantityField place="hotWater/coilOutput" label={hotWater.charged === 'direct' ? 'Plate rating' : 'Coil rating'} />
            <QuantityField place="hotWater/coilStore" label="at store temperature" />
            <QuantityField place="hotWater/coilFlow" label="at flow temperature" />
            <QuantityField place="hotWater/coilReturn" label="at return temperature" />
          </Box>
          <ChoiceField place="hotWater/charged" label="Heat gets into it" options={CHARGED_CHOICES} />
          <ChoiceField place="hotWater/charging" label="Charging" options={CHARGING_CHOICES} />
          <Tick place="hotWater/diverter" label="A diverting valve: heating or coil, on one pump" />
          <QuantityField place="hotWater/hygieneTemperature" label="Weekly hygiene cycle" empty={null} help="Empty for none." />
          {hotWater.hygieneTemperature !== null && (
            <ChoiceField place="hotWater/hygieneBy" label="Heated for that by" options={HYGIENE_CHOICES} />
          )}
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
            <QuantityField place="hotWater/immersion" label="Immersion heater" empty={null} help="Empty for none." />
            <QuantityField
              place="hotWater/standingLoss"
              label="Standing loss"
              empty="auto"
              automatic={`auto: ${say(usualStandingLoss(hotWater.volume), 'heatPerKelvin')}`}
            />
          </Box>
          <QuantityField place="hotWater/tapTemperature" label="Wanted at the tap" help="Cooler than that counts as lukewarm." />
          <ChoiceField place="hotWater/circulation" label="Circulation to the taps" options={CIRCULATION_CHOICES} />
          {hotWater.circulation !== 'none' && (
            <QuantityField
              place="hotWater/circulationLength"
              label="Circulation pipe, there and back"
              help="0 while it is not known: a run then leaves it out."
            />
          )}
          {hotWater.circulation !== 'none' && hotWater.hygieneTemperature !== null && (
            <Tick place="hotWater/hygieneCirculates" label="The hygiene cycle runs it too" />
          )}
          <Tick place="hotWater/temperingValve" label="A tempering valve at the outlet" />
          <Tick place="hotWater/coldCheck" label="A check valve on the cold supply" />
          <Tick place="hotWater/drinkingVessel" label="A vessel on the drinking side" />
          <Tick place="hotWater/overheatStat" label="High-limit thermostat in series with the charging pump" />
          {hangs.length > 1 && <ChoiceField place="hotWater/at" label="Connected to" options={hangs} none />}
          {pipingOf(job).branch('hotWater').pump && (
            <ChoiceField
              place="hotWater/pump"
              label="Charging pump"
              options={pumpChoices(job, design?.pump?.pinned ? undefined : design?.pump?.duty?.label)}
            />
          )}
          <PipeFields place="hotWater/run" title="Pipe to the coil, one way" design={design?.run ?? undefined} columns={2} />
          <Button color="error" size="small" onClick={() => put('No cylinder', [{ at: 'hotWater', value: null }])}>
            Remove the cylinder
          </Button>
        </>
      )}
    </>
  );
}

/** Hot water that the source makes itself while a tap runs. */
function TapsFields({ design }: { design: TapsDesign | null }) {
  const { source, hotWater } = useJob();
  const { put } = useEditing();
  if (source.taps === null)
    return hotWater === null ? (
      <Button variant="outlined" onClick={() => put('Hot water from the source', [{ at: 'source/taps', value: USUAL_TAPS }])}>
        The source makes hot water itself
      </Button>
    ) : null;
  return (
    <Box role="group" aria-label="Hot water from the source" sx={{ display: 'grid', gap: 2 }}>
      {design && (
        <Typography sx={{ fontWeight: 650 }}>
          <FigureButton figure={design.flow} /> at once, warmed by <FigureButton figure={design.rise} />
        </Typography>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
        <QuantityField place="source/taps/output" label="Output for it" />
        <QuantityField place="source/taps/tapTemperature" label="At the tap" />
        <QuantityField place="source/taps/coldTemperature" label="Cold water" />
        <QuantityField place="source/taps/dailyDraw" label="Daily draw-off" />
      </Box>
      <Button
        size="small"
        color="error"
        onClick={() => put('No hot water from the source', [{ at: 'source/taps', value: null }])}
      >
        The source makes none
      </Button>
    </Box>
  );
}

/** The rating of the coil as its data sheet has it in one line; the fields below say the same part by part. */
function CoilLine() {
  const { hotWater, display } = useJob();
  const { put } = useEditing();
  const [typed, setTyped] = useState<string | null>(null);
  if (!hotWater) return null;
  const read = typed === null ? null : readCoil(typed, display);
  const take = () => {
    if (read !== null && typeof read !== 'string')
      put(
        'Rating of the coil',
        Object.entries(read).map(([key, value]) => ({ at: `hotWater/${key}`, value })),
      );
    if (typeof read !== 'string') setTyped(null);
  };
  return (
    <TextField
      label="Coil rating in one line"
      value={typed ?? coilWords(hotWater, display)}
      error={typeof read === 'string'}
      helperText={typeof read === 'string' ? `This ${read}.` : 'Output, flow/return, store'}
      onChange={(event) => setTyped(event.target.value)}
      onFocus={selectAll}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off' } }}
    />
  );
}
