import type { Design } from '../../core/design/design.ts';
import { VESSEL_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { useDisplay } from '../state/display.ts';
import { TopUp } from './TopUp.tsx';
import { Waters } from './Waters.tsx';

/** The entries for the expansion vessels: of the source's water, and of each other that has entries of its own. */
export function VesselFields({ design }: { design: Design }) {
  const { say } = useDisplay();
  const volume = design.vessel?.volume?.value;
  return (
    <>
      <QuantityField
        place="vessel/volume"
        label="Volume of the vessel"
        empty="auto"
        automatic={volume === undefined ? 'auto' : `auto: ${say(volume, 'volume')}`}
      />
      <ChoiceField
        place="vessel/connection"
        label="Connected"
        options={VESSEL_CHOICES}
        help="Pumps should draw from where it is connected."
      />
      <QuantityField place="vessel/staticHeight" label="Static height" help="From the vessel up to the highest emitter." />
      <QuantityField place="vessel/reliefPressure" label="Relief valve" help="The weakest part of the system decides." />
      <QuantityField place="vessel/fillTemperature" label="Filling temperature" />
      <TopUp place="vessel" vessel={design.vessel} />
      <Waters design={design} />
    </>
  );
}
