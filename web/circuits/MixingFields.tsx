import Box from '@mui/material/Box';
import type { SizedCircuit } from '../../core/design/design.ts';
import type { Circuit } from '../../model/job.ts';
import { DRIVE_CHOICES, MIXING_CHOICES, pumpChoices } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';

/** What makes a mixed circuit cooler than the source sends, and what guards it. */
export function MixingFields({ circuit, sized }: { circuit: Circuit; sized: SizedCircuit | null }) {
  const job = useJob();
  const { say } = useDisplay();
  const place = `circuits/${circuit.id}`;
  const injected = circuit.mixing.startsWith('injection');
  const kvs = sized?.valve?.kvs.value;
  return (
    <>
      <ChoiceField
        place={`${place}/mixing`}
        label="Mixed by"
        options={MIXING_CHOICES}
        help={
          sized?.injection ? `Set the valve behind it to ${say(sized.injection.regulating.value, 'flowCoefficient')}.` : undefined
        }
      />
      {injected ? (
        <ChoiceField
          place={`${place}/injectionPump`}
          label="Injection pump"
          options={pumpChoices(job, sized?.injection?.pump.pinned ? undefined : sized?.injection?.pump.duty?.label)}
        />
      ) : (
        <>
          <ChoiceField place={`${place}/mixingDrive`} label="Actuator" options={DRIVE_CHOICES} />
          <QuantityField
            place={`${place}/mixingValve`}
            label="Mixing valve"
            empty="auto"
            automatic={kvs === undefined ? 'auto' : `auto: ${say(kvs, 'flowCoefficient')}`}
          />
        </>
      )}
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', flexWrap: 'wrap', columnGap: 3 }}>
        {!injected && <Tick place={`${place}/coldPortCheck`} label="Check valve on the cold port" />}
        <Tick place={`${place}/highLimit`} label="High-limit thermostat stops the pump" />
      </Box>
    </>
  );
}
