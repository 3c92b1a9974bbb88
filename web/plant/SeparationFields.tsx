import type { Design } from '../../core/design/design.ts';
import { BufferFields } from '../parts/BufferFields.tsx';
import { SEPARATION_CHOICES } from '../parts/choices.ts';
import { ChoiceField } from '../parts/Field.tsx';
import { StationFields } from './StationFields.tsx';
import { Stations } from './Stations.tsx';

/** The entries for what stands between source and circuits and what lies beyond it, and whether a tank is needed. */
export function SeparationFields({ design }: { design: Design }) {
  return (
    <>
      <ChoiceField place="separation/kind" label="Between source and circuits" options={SEPARATION_CHOICES} />
      <StationFields design={design} place="separation" />
      {design.buffer && <BufferFields design={design} buffer={design.buffer} />}
      <Stations design={design} />
    </>
  );
}
