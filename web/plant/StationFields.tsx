import type { Design } from '../../core/design/design.ts';
import { pipingOf } from '../../core/piping/piping-of-job.ts';
import { usualStandingLoss } from '../../core/plant/standing-loss.ts';
import { FIRST_STATION, type Separation } from '../../model/job.ts';
import { valueAt } from '../../model/place.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { CONNECTIONS_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { PairsOfTees } from './PairsOfTees.tsx';

/** The entries of a place where water meets, by what stands there. */
export function StationFields({ design, place }: { design: Design; place: 'separation' | `stations/${string}` }) {
  const job = useJob();
  const { say } = useDisplay();
  const entry = valueAt(job, place) as Separation;
  const id = place === 'separation' ? FIRST_STATION : place.slice('stations/'.length);
  const automatic = (value: number | undefined, kind: QuantityKind) =>
    value === undefined ? 'auto' : `auto: ${say(value, kind)}`;
  const header = place === 'separation' ? design.source?.header : design.stations.find((each) => each.id === id)?.header;
  const tank = pipingOf(job).tank?.id === id ? design.buffer?.tank?.volume.value : undefined;
  const volume = (label: string) => (
    <QuantityField place={`${place}/volume`} label={label} empty="auto" automatic={automatic(tank, 'volume')} />
  );
  const standingLoss = (
    <QuantityField
      place={`${place}/standingLoss`}
      label="Standing loss"
      empty="auto"
      automatic={automatic(usualStandingLoss(tank ?? 0), 'heatPerKelvin')}
    />
  );
  switch (entry.kind) {
    case 'none':
      return null;
    case 'low-loss-header':
      return (
        <QuantityField
          place={`${place}/bore`}
          label="Bore of the header"
          empty="auto"
          automatic={automatic(header?.bore.value, 'bore')}
        />
      );
    case 'closely-spaced-tees':
      return <PairsOfTees design={design} place={place} />;
    case 'buffer':
      return (
        <>
          {volume('Volume of the buffer')}
          <ChoiceField place={`${place}/connections`} label="Pipes on it" options={CONNECTIONS_CHOICES} />
          {standingLoss}
        </>
      );
    case 'coil-tank':
      return (
        <>
          {volume('Volume of the tank')}
          <QuantityField
            place={`${place}/approach`}
            label="Coil below the tank"
            help="Tank at its top less supply of the coil; about 5 K is usual."
          />
          {standingLoss}
        </>
      );
    case 'plate-exchanger':
      return (
        <QuantityField
          place={`${place}/approach`}
          label="Approach"
          help="Flow of the hot side less supply of the cold one; 3 to 5 K is usual."
        />
      );
  }
}
