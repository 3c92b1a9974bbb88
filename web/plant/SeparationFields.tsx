import type { Design } from '../../core/design/design.ts';
import { usualStandingLoss } from '../../core/plant/standing-loss.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { BufferFields } from '../parts/BufferFields.tsx';
import { CONNECTIONS_CHOICES, SEPARATION_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { PairsOfTees } from './PairsOfTees.tsx';

/** The entries for what stands between source and circuits, and whether a tank is needed. */
export function SeparationFields({ design }: { design: Design }) {
  const { separation } = useJob();
  const { say } = useDisplay();
  const automatic = (value: number | undefined, kind: QuantityKind) =>
    value === undefined ? 'auto' : `auto: ${say(value, kind)}`;
  return (
    <>
      <ChoiceField place="separation/kind" label="Between source and circuits" options={SEPARATION_CHOICES} />
      {separation.kind === 'low-loss-header' && (
        <QuantityField
          place="separation/bore"
          label="Bore of the header"
          empty="auto"
          automatic={automatic(design.source?.header?.bore.value, 'bore')}
        />
      )}
      {separation.kind === 'closely-spaced-tees' && <PairsOfTees design={design} />}
      {separation.kind === 'buffer' && (
        <>
          <QuantityField
            place="separation/volume"
            label="Volume of the buffer"
            empty="auto"
            automatic={automatic(design.buffer?.tank?.volume.value, 'volume')}
          />
          <ChoiceField place="separation/connections" label="Pipes on it" options={CONNECTIONS_CHOICES} />
          <QuantityField
            place="separation/standingLoss"
            label="Standing loss"
            empty="auto"
            automatic={automatic(usualStandingLoss(design.buffer?.tank?.volume.value ?? 0), 'heatPerKelvin')}
          />
        </>
      )}
      {separation.kind === 'plate-exchanger' && (
        <QuantityField
          place="separation/approach"
          label="Approach"
          help="Source flow less supply of the circuits; 3 to 5 K is usual."
        />
      )}
      {design.buffer && <BufferFields design={design} buffer={design.buffer} />}
    </>
  );
}
