import ExpandMoreIcon from '@mui/icons-material/ExpandMore';
import Accordion from '@mui/material/Accordion';
import AccordionDetails from '@mui/material/AccordionDetails';
import AccordionSummary from '@mui/material/AccordionSummary';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { emitterLabel } from '../../core/emitter/emitter.ts';
import { deckOf, FLOOR_DATA } from '../../core/emitter/floor.ts';
import { isFanForm, mayCool } from '../../core/emitter/forms.ts';
import type { Emitter, Floor, FloorSystem, Rated } from '../../model/emitter.ts';
import type { Room } from '../../model/job.ts';
import { USUAL_COOLING, USUAL_PANEL_COOLING } from '../../model/new-emitter.ts';
import type { JobEdit } from '../../model/place.ts';
import { KeepButton } from '../own/KeepButton.tsx';
import { PipeSizeField } from '../own/PipeSizeField.tsx';
import { MATERIAL_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useEditing, useJob } from '../state/job-context.tsx';
import { ConstructionField } from './Constructions.tsx';
import {
  FORM_CHOICES,
  LAYOUT_CHOICES,
  LIES_CHOICES,
  PANEL_CHOICES,
  SUMMER_CHOICES,
  SYSTEM_CHOICES,
  USE_CHOICES,
} from './choices.ts';
import { EmitterReadings } from './EmitterReadings.tsx';

/** One emitter of a room: what it is, and what comes of it. */
export function EmitterCard({ room, emitter }: { room: Room; emitter: Emitter }) {
  const job = useJob();
  const { edit } = useEditing();
  const place = `rooms/${room.id}/emitters/${emitter.id}`;
  const circuits = [
    { value: '', label: 'That of the room' },
    ...job.circuits.map((circuit) => ({ value: circuit.id, label: circuit.name || circuit.id })),
  ];
  const designed = useDesigned();
  const findings = designed?.design.findings.filter((finding) => finding.place.startsWith(`${place}/`)) ?? [];
  const deck = emitter.kind === 'floor' && FLOOR_DATA[emitter.system].deck !== undefined;
  const others =
    emitter.kind === 'fixed'
      ? []
      : room.emitters.flatMap((each) =>
          each !== emitter && each.kind !== 'fixed'
            ? [{ value: each.id, label: `After ${emitterLabel(each, job.display)}` }]
            : [],
        );
  const grid = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.6, rowGap: 1.8 } as const;
  return (
    <Box
      component="section"
      aria-label={emitterLabel(emitter, job.display)}
      sx={{ p: 2, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, mb: 1.4 }}>
        <Typography variant="h3" sx={{ flex: 1 }}>
          {emitterLabel(emitter, job.display)}
        </Typography>
        <KeepButton emitter={emitter} />
        <Button
          size="small"
          color="error"
          onClick={() =>
            edit(`Deleted ${emitterLabel(emitter, job.display)}`, (current) => ({
              ...current,
              rooms: current.rooms.map((each) =>
                each.id === room.id ? { ...each, emitters: each.emitters.filter((other) => other.id !== emitter.id) } : each,
              ),
              unread: current.unread.filter((entry) => !entry.place.startsWith(`${place}/`)),
            }))
          }
        >
          Delete
        </Button>
      </Box>
      <EmitterReadings room={room} emitter={emitter} />
      <Box sx={grid}>
        {emitter.kind === 'panel' && (
          <>
            <ChoiceField place={`${place}/type`} label="Type" options={PANEL_CHOICES} />
            <QuantityField place={`${place}/length`} label="Length" />
            <QuantityField place={`${place}/height`} label="Height" />
          </>
        )}
        {emitter.kind === 'rated' && (
          <>
            <ChoiceField place={`${place}/form`} label="Kind" options={FORM_CHOICES} />
            <QuantityField
              place={`${place}/ratedOutput`}
              label={emitter.form === 'baseboard' ? 'Rated output of a metre' : 'Rated output'}
            />
            {emitter.form === 'baseboard' && <QuantityField place={`${place}/length`} label="Length" />}
            <QuantityField place={`${place}/ratedFlow`} label="Rated at flow" />
            <QuantityField place={`${place}/ratedReturn`} label="Rated at return" />
            <QuantityField place={`${place}/ratedRoom`} label="Rated at room" />
            <QuantityField place={`${place}/exponent`} label="Exponent n" help="1 for anything with a fan" />
            {job.mode === 'heating-and-cooling' && mayCool(emitter.form) && (
              <CoolingRatingFields place={place} emitter={emitter} />
            )}
          </>
        )}
        {emitter.kind === 'floor' && (
          <>
            <ConstructionField place={place} floor={emitter} />
            <ChoiceField
              place={`${place}/system`}
              label="Built as"
              options={SYSTEM_CHOICES}
              help={FLOOR_DATA[emitter.system].note}
              with={(system) => usualDeck(place, emitter, system as FloorSystem)}
            />
            <QuantityField place={`${place}/area`} label="Heated floor" />
            <QuantityField place={`${place}/spacing`} label="Spacing" />
            <QuantityField
              place={`${place}/otherGap`}
              label="Every other gap"
              empty={null}
              automatic="all alike"
              help="Where rows lie in pairs, as in joist spaces"
            />
            <QuantityField place={`${place}/covering`} label="Covering" help="Tiles 0.01, parquet 0.05 to 0.1" />
          </>
        )}
        {emitter.kind === 'fixed' && (
          <>
            <QuantityField place={`${place}/output`} label="Heat it takes" />
            <QuantityField place={`${place}/leastFlow`} label="Minimum flow temperature" />
          </>
        )}
      </Box>
      <Accordion disableGutters sx={{ mt: 1.5, bgcolor: 'transparent', '&::before': { display: 'none' } }}>
        <AccordionSummary expandIcon={<ExpandMoreIcon />} sx={{ px: 0, minHeight: 40, fontWeight: 650 }}>
          {emitter.kind === 'floor' ? 'Pipe, edge band, insulation, share …' : 'Name, circuit and share …'}
        </AccordionSummary>
        <AccordionDetails sx={{ px: 0, ...grid }}>
          {emitter.kind === 'floor' && (
            <>
              <ChoiceField place={`${place}/pipe/material`} label="Pipe" options={MATERIAL_CHOICES} />
              <PipeSizeField chosenOnly place={`${place}/pipe/size`} material={emitter.pipe.material} />
              <ChoiceField place={`${place}/layout`} label="Laid as" options={LAYOUT_CHOICES} />
              <ChoiceField place={`${place}/use`} label="Surface at most" options={USE_CHOICES} />
              <QuantityField place={`${place}/edgeArea`} label="Edge band" help="Part of the floor; 0 for none" />
              <QuantityField place={`${place}/edgeSpacing`} label="Spacing in it" />
              <QuantityField place={`${place}/cover`} label={deck ? 'Deck over the pipe' : 'Cover over the pipe'} />
              <QuantityField place={`${place}/conductivity`} label={deck ? 'Conductivity of the deck' : 'Screed'} />
              <QuantityField place={`${place}/insulation`} label="Insulation below" />
              <QuantityField place={`${place}/below`} label="Temperature below" />
              {FLOOR_DATA[emitter.system].slab && (
                <>
                  <QuantityField
                    place={`${place}/openEdge`}
                    label="Slab edge to the open"
                    help="Along outside walls; 0 for none"
                  />
                  <QuantityField place={`${place}/edgeInsulation`} label="Insulation of that edge" />
                </>
              )}
              <QuantityField place={`${place}/contact`} label="Contact" help="100 % as made; less where plates sag" />
              <QuantityField place={`${place}/tail`} label="Manifold to field" />
              <ChoiceField place={`${place}/lies`} label="Lies in" options={LIES_CHOICES} />
              <QuantityField place={`${place}/loops`} label="Loops" empty="auto" automatic="auto" />
              <QuantityField place={`${place}/heatTransfer`} label="K_H of its data sheet" empty="auto" automatic="auto" />
            </>
          )}
          <WordField place={`${place}/name`} label="Name" />
          <ChoiceField none place={`${place}/circuit`} label="Fed by" options={circuits} />
          {others.length > 0 && (
            <ChoiceField
              none
              place={`${place}/behind`}
              label="Gets its water"
              options={[{ value: '', label: 'From the manifold' }, ...others]}
            />
          )}
          {job.mode === 'heating-and-cooling' && (
            <ChoiceField place={`${place}/summer`} label="When its circuit cools" options={SUMMER_CHOICES} />
          )}
          {emitter.kind !== 'fixed' && (
            <QuantityField place={`${place}/share`} label="Share of the load" empty="auto" automatic="auto: by output" />
          )}
        </AccordionDetails>
      </Accordion>
      {findings.length > 0 && <FindingsList findings={findings} />}
    </Box>
  );
}

/** The deck that is usual with a system takes the place of the one usual with the system before; one that was entered stays. */
function usualDeck(place: string, floor: Floor, system: FloorSystem): JobEdit[] {
  const { cover, conductivity } = deckOf(system);
  const before = deckOf(floor.system);
  if (floor.cover !== before.cover || floor.conductivity !== before.conductivity) return [];
  return [
    { at: `${place}/cover`, value: cover },
    { at: `${place}/conductivity`, value: conductivity },
  ];
}

/** The cooling rating of its data sheet, once it is said to have one. */
function CoolingRatingFields({ place, emitter }: { place: string; emitter: Rated }) {
  const { put } = useEditing();
  const at = `${place}/cooling`;
  if (emitter.cooling === null) {
    return (
      <Button
        variant="outlined"
        onClick={() => put('Cooling rating', [{ at, value: isFanForm(emitter.form) ? USUAL_COOLING : USUAL_PANEL_COOLING }])}
      >
        It also cools
      </Button>
    );
  }
  return (
    <>
      <QuantityField place={`${at}/total`} label="Cooling in all" help="Usual figures: take those of the data sheet" />
      <QuantityField place={`${at}/sensible`} label="Of that sensible" />
      <QuantityField place={`${at}/flow`} label="Cold water in" />
      <QuantityField place={`${at}/return`} label="and out" />
      <QuantityField place={`${at}/room`} label="Entering air" />
      {isFanForm(emitter.form) && (
        <>
          <QuantityField place={`${at}/humidity`} label="Relative humidity" />
          <QuantityField
            place={`${at}/airFlow`}
            label="Air flow"
            empty="auto"
            automatic="auto: as usual"
            help="At the same speed of the fan"
          />
        </>
      )}
      <Button
        size="small"
        color="error"
        sx={{ justifySelf: 'start' }}
        onClick={() => put('No cooling rating', [{ at, value: null }])}
      >
        Does not cool
      </Button>
    </>
  );
}
