import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { freezingPoint } from '../../core/fluid/glycol.ts';
import { dewPoint } from '../../core/fluid/moist-air.ts';
import { RULEBOOKS_BY_ID } from '../../core/rules/rulebooks.ts';
import type { Job } from '../../model/job.ts';
import { type QuantityKind, UNIT_CHOICES } from '../../model/quantities.ts';
import { OwnCatalogue } from '../own/OwnCatalogue.tsx';
import { FLUID_CHOICES, MASS_CHOICES, MODE_CHOICES, RULEBOOK_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { PageSection, Sheet } from '../parts/Layout.tsx';
import { Ledger } from '../parts/Ledger.tsx';
import { RulesDialog } from '../parts/RulesDialog.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob, useJobPart } from '../state/job-context.tsx';

const UNIT_LABELS: [QuantityKind, string][] = [
  ['heatLoad', 'Room loads'],
  ['specificLoad', 'Load per area'],
  ['power', 'Plant power'],
  ['temperature', 'Temperature'],
  ['temperatureDifference', 'Delta T'],
  ['volumeFlow', 'Flow'],
  ['pressure', 'Pressure'],
  ['head', 'Pump head'],
  ['gradient', 'Pipe gradient'],
  ['velocity', 'Velocity'],
  ['bore', 'Bores'],
  ['length', 'Lengths'],
  ['area', 'Areas'],
  ['volume', 'Volumes'],
  ['flowCoefficient', 'Valve size'],
];

/** Where the job is, in which units it is read, and by which rulebook it is designed. */
export default function SitePage() {
  const { fluid, mode, site, rulebook, ownRules } = useJob();
  const [rules, setRules] = useState(false);
  const { say } = useDisplay();
  return (
    <Sheet title="Site" lead="Where the plant stands and how its numbers are read.">
      <PageSection title="The job">
        <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 2 }}>
          <WordField place="name" label="Name of the job" />
          <WordField place="site/place" label="Place" />
          <QuantityField
            place="site/outdoorDesignTemperature"
            label="Outdoor design temperature"
            help="From the heat-loss calculation."
          />
          <QuantityField
            place="site/pipeSurroundings"
            label="Air around the pipes"
            help="In the plant room and on the way to the manifolds."
          />
          <ChoiceField
            place="site/mass"
            label="The house is"
            options={MASS_CHOICES}
            help="How long it keeps its heat, for runs."
          />
          <ChoiceField place="fluid/kind" label="Fluid" options={FLUID_CHOICES} help={glycolHelp(fluid)} />
          {fluid.kind !== 'water' && <QuantityField place="fluid/concentration" label="Share of glycol by volume" />}
        </Box>
        <Box sx={{ mt: 2 }}>
          <WordField place="site/notes" label="What exists, what must stay, what is only assumed" lines={3} most={4000} />
        </Box>
      </PageSection>
      <PageSection
        title="Seen and assumed"
        lead="What nobody has looked at yet. The plant is worked out with each alternative, to see whether the guess matters and what settles it."
      >
        <Ledger />
      </PageSection>
      <PageSection title="Summer" lead="Cold water through the same pipes. The dew point decides how cold it may be.">
        <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr' }, gap: 2 }}>
          <ChoiceField place="mode" label="What the plant does" options={MODE_CHOICES} />
          {mode === 'heating-and-cooling' && (
            <>
              <Typography variant="body2" sx={{ alignSelf: 'center' }}>
                Cooling loads are on Rooms, cold water on Circuits, cooling ratings on Emitters.
              </Typography>
              <QuantityField place="site/summerRoom" label="Rooms on the hottest day" />
              <QuantityField
                place="site/summerHumidity"
                label="Humidity of their air"
                help={`Drops water at ${say(dewPoint(site.summerRoom, site.summerHumidity), 'temperature')}.`}
              />
            </>
          )}
        </Box>
      </PageSection>
      <PageSection
        title="Rulebook"
        lead="Practitioners disagree, with reasons. A job picks one school; what departs from it is a finding, and every limit can be your own."
      >
        <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr auto' }, gap: 2, alignItems: 'start' }}>
          <ChoiceField
            place="rulebook"
            label="The job is judged by"
            options={RULEBOOK_CHOICES}
            help={RULEBOOKS_BY_ID[rulebook].about}
          />
          <Button variant="outlined" sx={{ height: 40 }} onClick={() => setRules(true)}>
            Every limit{ownRules.length > 0 ? ` (${ownRules.length} your own)` : ''} …
          </Button>
        </Box>
        {rules && <RulesDialog onClose={() => setRules(false)} />}
      </PageSection>
      <PageSection title="Your catalogue" lead="Ratings and pipes typed once, for every job on this computer.">
        <OwnCatalogue />
      </PageSection>
      <PageSection title="Units" lead="Any field also takes other units and sums: 12*0.7 kW, 3/4 in, 40 kBTU/h.">
        <Units />
      </PageSection>
    </Sheet>
  );
}

/** What a mix can stand, beside its entry. */
function glycolHelp(fluid: Job['fluid']): string {
  if (fluid.kind === 'water') return 'Acts on every flow, head, pump and the vessel.';
  return `Freezes at ${Math.round(freezingPoint(fluid.kind, fluid.concentration))} °C. Acts on every flow, head, pump and the vessel.`;
}

function Units() {
  const display = useJobPart((job) => job.display);
  const { put } = useEditing();
  const { unit } = useDisplay();
  return (
    <>
      <TextField
        select
        label="System"
        value={display.system}
        sx={{ maxWidth: 260, mb: 2 }}
        onChange={(event) => put('Units', [{ at: 'display', value: { system: event.target.value, units: {} } }])}
      >
        <MenuItem value="metric">Metric</MenuItem>
        <MenuItem value="us">US</MenuItem>
      </TextField>
      <Typography variant="body2" sx={{ mb: 1.5 }}>
        Mixed habits are fine: copper in mm and pressure in psi.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1.5 }}>
        {UNIT_LABELS.map(([kind, label]) => (
          <TextField
            key={kind}
            select
            label={label}
            value={unit(kind)}
            onChange={(event) =>
              put(`Unit of ${label.toLowerCase()}`, [
                { at: 'display/units', value: { ...display.units, [kind]: event.target.value } },
              ])
            }
          >
            {[...new Set(UNIT_CHOICES[kind])].map((each) => (
              <MenuItem key={each} value={each}>
                {each}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </Box>
    </>
  );
}
