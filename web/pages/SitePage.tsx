import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { freezingPoint } from '../../core/fluid/glycol.ts';
import { dewPoint } from '../../core/fluid/moist-air.ts';
import { RULEBOOKS_BY_ID } from '../../core/rules/rulebooks.ts';
import type { Stage } from '../../model/job.ts';
import { type QuantityKind, UNIT_CHOICES } from '../../model/quantities.ts';
import { DecisionLine } from '../look/parts/DecisionLine.tsx';
import { OwnCatalogue } from '../own/OwnCatalogue.tsx';
import { FLUID_CHOICES, MASS_CHOICES, MODE_CHOICES, RULEBOOK_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
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

const STAGE_CHOICES: { value: Stage; label: string }[] = [
  { value: 'draft', label: 'Draft' },
  { value: 'ordered', label: 'Ordered' },
  { value: 'built', label: 'Built' },
  { value: 'commissioned', label: 'Commissioned' },
];

/** What holds for the whole job: where it is, its water, its school, what is only assumed, and the units it is read in. */
export default function SitePage() {
  const job = useJob();
  const { fluid, mode, site, rulebook, ownRules } = job;
  const [rules, setRules] = useState(false);
  const { say } = useDisplay();
  const dew = dewPoint(site.summerRoom, site.summerHumidity);
  const stage = STAGE_CHOICES.find(({ value }) => value === job.stage)?.label ?? job.stage;
  const school = RULEBOOKS_BY_ID[rulebook];
  const cools = mode === 'heating-and-cooling';
  return (
    <Sheet title="Site" lead="What holds for the whole job.">
      <Box
        sx={{
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          '& > section:first-of-type': { borderTop: 0 },
        }}
      >
        <DecisionLine
          id="site/house"
          open
          name="House"
          answer={`${job.name || 'No name'}${site.place ? `, ${site.place}` : ''}`}
          result={`${say(site.outdoorDesignTemperature, 'temperature')} outdoors by design; ${stage.toLowerCase()}`}
        >
          <WordField place="name" label="Name of the job" />
          <WordField place="site/place" label="Place" />
          <QuantityField
            place="site/outdoorDesignTemperature"
            label="Outdoor design temperature"
            help="From the heat-loss calculation."
          />
          <ChoiceField place="stage" label="Stage" options={STAGE_CHOICES} />
          <ChoiceField
            place="site/mass"
            label="Thermal mass"
            options={MASS_CHOICES}
            help="How long it keeps its heat, for runs."
          />
          <QuantityField
            place="site/pipeSurroundings"
            label="Ambient at the pipes"
            help="In the plant room and on the way to the manifolds."
          />
          <Box sx={{ gridColumn: '1 / -1' }}>
            <WordField place="site/notes" label="Notes: what exists, what must stay" lines={3} most={4000} />
          </Box>
        </DecisionLine>
        <DecisionLine
          id="site/water"
          name="Water"
          answer={FLUID_CHOICES.find(({ value }) => value === fluid.kind)?.label ?? fluid.kind}
          result={
            fluid.kind === 'water'
              ? 'plain'
              : `${say(fluid.concentration, 'fraction')}, freezes at ${say(freezingPoint(fluid.kind, fluid.concentration), 'temperature')}`
          }
        >
          <ChoiceField
            place="fluid/kind"
            label="Fluid"
            options={FLUID_CHOICES}
            help="Acts on every flow, head, pump and the vessel."
          />
          {fluid.kind !== 'water' && <QuantityField place="fluid/concentration" label="Share of glycol by volume" />}
        </DecisionLine>
        <DecisionLine
          id="site/school"
          name="School"
          answer={`${school.label[0]?.toUpperCase()}${school.label.slice(1)}`}
          result={
            ownRules.length > 0
              ? `${ownRules.length} ${ownRules.length === 1 ? 'limit' : 'limits'} of your own`
              : 'every limit as it comes'
          }
        >
          <ChoiceField place="rulebook" label="Rulebook" options={RULEBOOK_CHOICES} />
          <Button variant="outlined" sx={{ height: 40 }} onClick={() => setRules(true)}>
            Every limit …
          </Button>
          <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
            {school.about} What departs from it is a finding.
          </Typography>
          {rules && <RulesDialog onClose={() => setRules(false)} />}
        </DecisionLine>
        <DecisionLine
          id="site/assumptions"
          open={job.assumptions.length > 0}
          name="Assumptions"
          answer={job.assumptions.length === 0 ? 'none' : `${job.assumptions.length} not looked at yet`}
          result="worked out with each alternative"
        >
          <Box sx={{ gridColumn: '1 / -1', minWidth: 0 }}>
            <Ledger />
          </Box>
        </DecisionLine>
        <DecisionLine
          id="site/summer"
          name="Summer"
          answer={cools ? 'Heats and cools' : 'Heats only'}
          result={
            cools
              ? `${say(site.summerRoom, 'temperature')}, ${say(site.summerHumidity, 'fraction')}, dew point ${say(dew, 'temperature')}`
              : null
          }
        >
          <ChoiceField place="mode" label="What the plant does" options={MODE_CHOICES} />
          {cools && (
            <>
              <QuantityField place="site/summerRoom" label="Summer room temperature" />
              <QuantityField
                place="site/summerHumidity"
                label="Relative humidity"
                help={`Dew point ${say(dew, 'temperature')}.`}
              />
              <QuantityField place="site/summerOutdoor" label="Outdoors, hottest afternoon" />
              <QuantityField place="site/summerOutdoorHumidity" label="Relative humidity outdoors" />
              <QuantityField place="site/latitude" label="Latitude" help="North above 0; where the sun stands." />
              <QuantityField
                place="site/drier"
                label="Dehumidifier or dry ventilation"
                empty={null}
                automatic="none"
                help="Water it takes out of the air of all rooms."
              />
              <Typography variant="body2" sx={{ gridColumn: '1 / -1' }}>
                Cooling loads are on Rooms, cooling ratings on Emitters, cold water on Circuits, what makes it on Plant, who turns
                it over on Controls.
              </Typography>
            </>
          )}
        </DecisionLine>
        <DecisionLine
          id="site/units"
          name="Units"
          answer={job.display.system === 'us' ? 'US' : 'Metric'}
          result={
            Object.keys(job.display.units).length > 0
              ? `${Object.keys(job.display.units).length} of your own`
              : 'any field also takes other units and sums: 12*0.7 kW, 3/4 in'
          }
        >
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Units />
          </Box>
        </DecisionLine>
        <DecisionLine
          id="site/catalogue"
          name="Catalogue"
          answer="Your own ratings and pipes"
          result="for every job on this computer"
        >
          <Box sx={{ gridColumn: '1 / -1' }}>
            <OwnCatalogue />
          </Box>
        </DecisionLine>
      </Box>
      <LeadOn page="site" />
    </Sheet>
  );
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
