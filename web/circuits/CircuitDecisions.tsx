import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { CircuitDesign } from '../../core/design/design.ts';
import { drivenBy } from '../../core/design/driven-by.ts';
import { pipingOf } from '../../core/piping/piping-of-job.ts';
import type { Circuit, Job } from '../../model/job.ts';
import { useBuiltState } from '../book/ShownAs.tsx';
import { DecisionLine } from '../look/parts/DecisionLine.tsx';
import { ComponentsField } from '../parts/ComponentsField.tsx';
import {
  BALANCING_CHOICES,
  DRIVE_CHOICES,
  HAND_CHOICES,
  hangChoices,
  LOOP_SPLIT_CHOICES,
  LOOP_VALVE_CHOICES,
  MIXING_CHOICES,
  PHASE_CHOICES,
  PIPE_CHOICES,
  PUMP_CONTROL_CHOICES,
  ZONE_CHOICES,
} from '../parts/choices.ts';
import { ChoiceField, QuantityField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { Reading } from '../parts/Layout.tsx';
import { LoopTable } from '../parts/LoopTable.tsx';
import { PipeFields } from '../parts/PipeFields.tsx';
import { PumpChoice } from '../parts/PumpChoice.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { CoolingFields } from './CoolingFields.tsx';
import { LoopDealing } from './LoopDealing.tsx';
import { MixingFields } from './MixingFields.tsx';

const labelOf = (options: readonly { value: string; label: string }[], value: string): string =>
  options.find((option) => option.value === value)?.label ?? value;

/** Values of a circuit that a person fixed where the program would choose. */
const fixed = (...values: readonly unknown[]): number => values.filter((value) => value !== 'auto' && value !== null).length;

const removeCircuit = (job: Job, id: string): Job => ({
  ...job,
  circuits: job.circuits.filter((each) => each.id !== id),
  rooms: job.rooms.map((room) => ({
    ...room,
    circuit: room.circuit === id ? null : room.circuit,
    emitters: room.emitters.map((emitter) => (emitter.circuit === id ? { ...emitter, circuit: null } : emitter)),
  })),
  unread: job.unread.filter(({ place }) => !place.startsWith(`circuits/${id}/`)),
});

/** The decisions of one circuit, a line each, with what comes of them. */
export function CircuitDecisions({ circuit, design }: { circuit: Circuit; design: CircuitDesign | undefined }) {
  const job = useJob();
  const { edit } = useEditing();
  const { say } = useDisplay();
  const designed = useDesigned();
  const place = `circuits/${circuit.id}`;
  const sized = design?.sized ?? design?.onlyCools;
  const valved = !pipingOf(job).branch(place).pump;
  const hangs = hangChoices(job);
  const built = useBuiltState()?.circuits.find((each) => each.id === circuit.id);
  const solved = designed?.design.solved?.state.circuits.find((each) => each.id === circuit.id);
  const solvedLoops = (built ?? solved)?.loops ?? [];
  const findings = designed?.design.findings.filter((finding) => finding.component?.startsWith(`${place}/`)) ?? [];
  const automatic = (value: number | undefined, kind: Parameters<typeof say>[1]) =>
    value === undefined ? 'auto' : `auto: ${say(value, kind)}`;
  const duty = sized?.pump?.duty;
  const pump = sized?.pump;
  const mixed = circuit.connection === 'mixed';
  const id = (line: string) => `${place}/${line}`;
  return (
    <Box
      component="section"
      aria-label={circuit.name}
      sx={{
        mb: 2,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderTop: 6,
        borderTopColor: 'wall.copper',
        borderRadius: 1,
      }}
    >
      <Box sx={{ px: 2, py: 1.5, display: 'flex', columnGap: 3, rowGap: 1, flexWrap: 'wrap', alignItems: 'center' }}>
        <Typography variant="h2" sx={{ flex: 1, minWidth: 160 }}>
          {circuit.name || 'Circuit without a name'}
        </Typography>
        {built && (
          <Reading label="As built">{`${say(built.flow, 'volumeFlow')}, return ${say(built.back, 'temperature')}`}</Reading>
        )}
        {design && (
          <Reading label="Load">
            <FigureButton figure={design.load} />
          </Reading>
        )}
        {sized && (
          <>
            <Reading label="Flow rate, design">
              <FigureButton figure={sized.volumeFlow} />
            </Reading>
            <Reading label="Flow and return">
              <FigureButton figure={sized.flowTemperature} /> / <FigureButton figure={sized.returnTemperature} />
            </Reading>
          </>
        )}
        <Button
          color="error"
          size="small"
          onClick={() => edit(`Deleted ${circuit.name}`, (current) => removeCircuit(current, circuit.id))}
        >
          Delete this circuit
        </Button>
      </Box>
      {mixed && (
        <DecisionLine
          id={id('mixing')}
          name="Mixing"
          answer={[
            labelOf(MIXING_CHOICES, circuit.mixing),
            circuit.mixing.startsWith('injection') ? '' : labelOf(DRIVE_CHOICES, circuit.mixingDrive).toLowerCase(),
          ]
            .filter(Boolean)
            .join(', ')}
          result={
            sized?.valve ? (
              <>
                {say(sized.valve.kvs.value, 'flowCoefficient')}, authority {say(sized.valve.authority.value, 'fraction')}
              </>
            ) : sized?.injection ? (
              `injects ${say(sized.injection.pump.designFlow.value, 'volumeFlow')}`
            ) : null
          }
          fixed={fixed(circuit.mixingValve, circuit.injectionPump)}
        >
          <MixingFields circuit={circuit} sized={sized ?? null} />
        </DecisionLine>
      )}
      <DecisionLine
        id={id('pump')}
        name={valved ? 'Zone valve' : 'Pump'}
        answer={
          valved
            ? 'One pump moves all direct circuits'
            : `${duty?.label ?? 'none fits'}${circuit.pump === 'auto' ? ', chosen' : ''}, ${labelOf(PUMP_CONTROL_CHOICES, circuit.pumpControl).toLowerCase()}`
        }
        result={
          pump
            ? `required ${say(pump.head.value, 'head')}${duty ? `, operates at ${say(duty.flow.value, 'volumeFlow')} and ${say(duty.head.value, 'head')}` : ''}`
            : sized?.zoneValve
              ? say(sized.zoneValve.kvs.value, 'flowCoefficient')
              : null
        }
        fixed={valved ? 0 : fixed(circuit.pump)}
        beside={pump && <PumpReadings pump={pump} />}
      >
        {valved ? (
          <ChoiceField place={`${place}/valveOn`} label="Zone valve on" options={PIPE_CHOICES} />
        ) : (
          <>
            <PumpChoice
              place={`${place}/pump`}
              label="Pump"
              chosen={pump?.pinned ? undefined : duty?.label}
              help={pump ? drivenBy({ say }, pump) : undefined}
            />
            <ChoiceField place={`${place}/pumpControl`} label="Pump control" options={PUMP_CONTROL_CHOICES} />
            <ChoiceField place={`${place}/pumpOn`} label="Pump on" options={PIPE_CHOICES} />
          </>
        )}
        <QuantityField place={`${place}/bypass`} label="Bypass opens at" empty={null} help="Empty for no bypass." />
      </DecisionLine>
      <DecisionLine
        id={id('zones')}
        name="Zones"
        answer={`${labelOf(ZONE_CHOICES, circuit.zones)}; ${labelOf(LOOP_VALVE_CHOICES, circuit.loopValves).toLowerCase()}`}
        result={
          sized?.regulating
            ? `regulating valve set to ${say(sized.regulating.value, 'flowCoefficient')}`
            : circuit.balancing === 'valve'
              ? 'regulating valve open'
              : null
        }
      >
        <ChoiceField place={`${place}/zones`} label="Thermostats" options={ZONE_CHOICES} />
        <ChoiceField place={`${place}/loopValves`} label="Loop and radiator valves" options={LOOP_VALVE_CHOICES} />
        <ChoiceField
          place={`${place}/balancing`}
          label="Balancing"
          options={BALANCING_CHOICES}
          help={sized?.regulating ? `Set it to ${say(sized.regulating.value, 'flowCoefficient')}.` : undefined}
        />
        {!mixed && circuit.emitters === 'floor' && (
          <Tick place={`${place}/highLimit`} label="High-limit thermostat stops the pump" />
        )}
      </DecisionLine>
      {sized && (
        <DecisionLine
          id={id('loops')}
          name="Loops"
          answer={
            sized.manifolds.length > 0
              ? `${sized.loops.length} on ${sized.manifolds.length} ${sized.manifolds.length === 1 ? 'manifold' : 'manifolds'}`
              : `${sized.loops.length} ${sized.loops.length === 1 ? 'branch' : 'branches'}`
          }
          result={loopsInWords(
            sized.loops.map(({ length }) => length),
            say,
          )}
          fixed={circuit.manifolds.length > 0 ? 1 : 0}
        >
          {circuit.emitters === 'floor' && (
            <>
              <ChoiceField place={`${place}/loopSplit`} label="Floors split into loops" options={LOOP_SPLIT_CHOICES} />
              <QuantityField place={`${place}/ports`} label="Most ports of a manifold" />
            </>
          )}
          <LoopDealing circuit={circuit} sized={sized} />
          <Box sx={{ gridColumn: '1 / -1', minWidth: 0 }}>
            <LoopTable
              loops={sized.loops}
              solved={solvedLoops}
              manifolds={sized.manifolds}
              settable={circuit.loopValves !== 'none'}
              setAt={sized.setAt}
            />
          </Box>
        </DecisionLine>
      )}
      <DecisionLine
        id={id('pipes')}
        name="Pipes and parts"
        answer={
          sized
            ? `${sized.run.size.label}, ${say(circuit.run.length, 'length')} one way; ${circuit.components.length + circuit.returnComponents.length} parts`
            : `${say(circuit.run.length, 'length')} one way`
        }
        result={
          sized
            ? `${say(sized.run.velocity.value, 'velocity')}, ${say(sized.run.gradient.value, 'gradient')}, heat loss ${say(sized.runHeat.value, 'heatLoad')}`
            : null
        }
        fixed={fixed(circuit.run.size, circuit.worstRun.size, circuit.terminalLoss, circuit.waterContent, circuit.worstRun.load)}
      >
        <PipeFields place={`${place}/run`} title="Plant to manifold, one way" design={sized?.run} heatLoss={sized?.runHeat} />
        <PipeFields place={`${place}/worstRun`} title="Index run after the manifold, flow and return" design={sized?.worstRun} />
        <QuantityField
          place={`${place}/worstRun/load`}
          label="Load of the index run"
          empty="auto"
          automatic={automatic(sized?.worstLoad.value, 'heatLoad')}
          help="auto takes the heaviest room"
        />
        <QuantityField
          place={`${place}/terminalLoss`}
          label="Pressure drop of emitter and valve"
          empty="auto"
          automatic={automatic(sized?.terminalLoss.value, 'pressure')}
        />
        <QuantityField
          place={`${place}/waterContent`}
          label="Water content after the manifold"
          empty="auto"
          automatic={automatic(designed?.design.figures[`${place}/waterContent`]?.value, 'volume')}
        />
        <QuantityField place={`${place}/height`} label="Height above the plant" />
        <ChoiceField place={`${place}/phase`} label="Existing or new" options={PHASE_CHOICES} />
        {hangs.length > 1 && <ChoiceField place={`${place}/at`} label="Connected to" options={hangs} none />}
        <ChoiceField place={`${place}/hand`} label="Return riser stands" options={HAND_CHOICES} />
        <ComponentsField place={`${place}/components`} label="Parts in the flow, from the pump up" bore={sized?.run.size.bore} />
        <ComponentsField
          place={`${place}/returnComponents`}
          label="Parts in the return, manifold to header"
          bore={sized?.run.size.bore}
        />
      </DecisionLine>
      {job.mode === 'heating-and-cooling' && (
        <DecisionLine
          id={id('summer')}
          name="Summer"
          answer={circuit.cooling ? `${say(circuit.cooling.flowTemperature, 'temperature')} flow` : 'does not cool'}
          result={designed?.design.cooling ? `dew point ${say(designed.design.cooling.dewPoint.value, 'temperature')}` : null}
        >
          <CoolingFields circuit={circuit} />
        </DecisionLine>
      )}
      {findings.length > 0 && (
        <Box sx={{ borderTop: 1, borderColor: 'divider' }}>
          <FindingsList findings={findings} />
        </Box>
      )}
    </Box>
  );
}

/** What the pump must do, was chosen for, and does. */
function PumpReadings({ pump }: { pump: NonNullable<NonNullable<CircuitDesign['sized']>['pump']> }) {
  return (
    <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
      <Reading label="Required head">
        <FigureButton figure={pump.head} />
      </Reading>
      <Reading label="Selection head">
        <FigureButton figure={pump.wantedHead} />
      </Reading>
      {pump.duty && (
        <Reading label="Operating point">
          <FigureButton figure={pump.duty.flow} /> at <FigureButton figure={pump.duty.head} />
        </Reading>
      )}
    </Box>
  );
}

function loopsInWords(lengths: readonly number[], say: ReturnType<typeof useDisplay>['say']): string {
  if (lengths.length === 0) return '';
  const [least, most] = [Math.min(...lengths), Math.max(...lengths)];
  return most - least < 0.05 * most
    ? `about ${say(most, 'length')} each`
    : `longest ${say(most, 'length')}, shortest ${say(least, 'length')}`;
}
