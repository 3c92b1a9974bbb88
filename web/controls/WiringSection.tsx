import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { controlParts } from '../../core/control/control-parts.ts';
import { controlDevices } from '../../core/control/devices.ts';
import { terminalWords, wiringSchedule } from '../../core/control/wiring.ts';
import type { Design } from '../../core/design/design.ts';
import type { Job } from '../../model/job.ts';
import { ACTUATOR_CHOICES, ISOLATOR_CHOICES, SIGNAL_CHOICES, SOURCE_CALL_CHOICES } from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FoldedSection, Reading } from '../parts/Layout.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { Tick } from '../parts/Tick.tsx';
import { Centres } from './Centres.tsx';

/** Thermostats, actuators, relays and the source's call; what they draw, and which wire goes where. */
export function WiringSection({ job, design }: { job: Job; design: Design }) {
  const devices = useMemo(() => controlDevices(job, design), [job, design]);
  const parts = useMemo(() => controlParts(job, design), [job, design]);
  const wires = useMemo(() => wiringSchedule(job, design), [job, design]);
  const cores = wires.reduce((sum, wire) => sum + wire.cores.length, 0);
  return (
    <FoldedSection
      id="controls/wiring"
      title="Wiring"
      answer={`${cores} cores, ${devices.relays} relays, ${devices.transformerLoad} VA`}
      lead="A qualified person wires, with the power off and proved dead. Local codes and the makers’ manuals decide; this schedule helps to have everything at hand."
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '1fr 1fr', md: 'repeat(3, 1fr)' }, gap: 2 }}>
        <ChoiceField place="controls/thermostat" label="Thermostat output" options={SIGNAL_CHOICES} />
        <ChoiceField place="controls/actuator" label="Actuator supply" options={ACTUATOR_CHOICES} />
        <ChoiceField place="controls/relay" label="Relay input" options={SIGNAL_CHOICES} />
        <ChoiceField place="controls/sourceCall" label="The source is called by" options={SOURCE_CALL_CHOICES} />
        <ChoiceField place="controls/isolator" label="Main isolator" options={ISOLATOR_CHOICES} />
        <QuantityField place="controls/actuatorPower" label="Power of one actuator" />
        <QuantityField
          place="controls/actuatorTime"
          label="Opening time of an actuator"
          empty="auto"
          automatic="auto: 3 min on loops, 1 min by motor"
        />
        <QuantityField place="controls/overrun" label="Pump overrun" />
        {job.hotWater?.charging === 'priority' && (
          <QuantityField place="controls/priorityTimeout" label="Priority at most" empty={null} help="Empty for no limit." />
        )}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, my: 1 }}>
        <Tick place="controls/wiringCentre" label="A wiring centre between" />
        <Tick place="controls/endSwitches" label="Actuators with end switches" />
        <Tick place="controls/exercise" label="Pumps and valves move once a week in summer" />
      </Box>
      <Centres job={job} />
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mb: 2 }}>
        <Reading label="On 24 V">{devices.transformerLoad} VA</Reading>
        <Reading label="Transformer, a quarter to spare">
          {devices.transformer ? `${devices.transformer} VA` : devices.transformerLoad > 0 ? 'more than one' : 'none'}
        </Reading>
        <Reading label="Relays">{devices.relays}</Reading>
        <Reading label="Fuses">{devices.fuses}</Reading>
      </Box>
      {parts.length > 0 && (
        <Box sx={{ mb: 2.5 }}>
          <PlainTable name="What the controls take" caption="What the controls take">
            <thead>
              <tr>
                <th scope="col" className="number">
                  Number
                </th>
                <th scope="col">Part</th>
                <th scope="col">Note</th>
              </tr>
            </thead>
            <tbody>
              {parts.map(({ label, count, note }) => (
                <tr key={label}>
                  <td className="number">{count}</td>
                  <th scope="row">{label}</th>
                  <td>{note}</td>
                </tr>
              ))}
            </tbody>
          </PlainTable>
        </Box>
      )}
      {wires.length === 0 ? (
        <Typography>Rooms with heat loads on a circuit are needed first.</Typography>
      ) : (
        <PlainTable name="Wiring schedule">
          <thead>
            <tr>
              {['Terminals', 'What', 'From', 'To', 'Carries', 'Note'].map((heading) => (
                <th scope="col" key={heading}>
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {wires.map((wire) => (
              <tr key={wire.terminals?.first ?? wire.what}>
                <td style={{ minWidth: 88, maxWidth: 130 }}>{terminalWords(wire)}</td>
                <th scope="row" style={{ fontWeight: 650 }}>
                  {wire.what}
                </th>
                <td>{wire.from}</td>
                <td>{wire.to}</td>
                <td>
                  {wire.carries}
                  <Typography component="div" variant="body2">
                    {wire.cores.join(' · ')}
                  </Typography>
                </td>
                <td>{wire.note}</td>
              </tr>
            ))}
          </tbody>
        </PlainTable>
      )}
    </FoldedSection>
  );
}
