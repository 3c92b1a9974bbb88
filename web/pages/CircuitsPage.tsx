import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { CircuitDesign } from '../../core/design/design.ts';
import { drivenBy } from '../../core/design/driven-by.ts';
import { pipingOf } from '../../core/piping/piping-of-job.ts';
import type { Circuit, EmitterKind, Job } from '../../model/job.ts';
import { newCircuit, nextId } from '../../model/new-job.ts';
import { ShownAs, useBuiltState } from '../book/ShownAs.tsx';
import { CircuitBoard } from '../circuits/CircuitBoard.tsx';
import { CoolingFields } from '../circuits/CoolingFields.tsx';
import { Manifolds } from '../circuits/Manifolds.tsx';
import { MixingFields } from '../circuits/MixingFields.tsx';
import { ComponentsField } from '../parts/ComponentsField.tsx';
import {
  BALANCING_CHOICES,
  CONNECTION_CHOICES,
  EMITTER_CHOICES,
  EMITTER_LABELS,
  HAND_CHOICES,
  hangChoices,
  LOOP_SPLIT_CHOICES,
  LOOP_VALVE_CHOICES,
  PHASE_CHOICES,
  PIPE_CHOICES,
  PUMP_CONTROL_CHOICES,
  pumpChoices,
  ZONE_CHOICES,
} from '../parts/choices.ts';
import { ChoiceField, QuantityField, WordField } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { FindingsList } from '../parts/FindingsList.tsx';
import { Reading, Sheet } from '../parts/Layout.tsx';
import { LoopTable } from '../parts/LoopTable.tsx';
import { PipeFields } from '../parts/PipeFields.tsx';
import { ProposeDialog } from '../parts/ProposeDialog.tsx';
import { Tick } from '../parts/Tick.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** What shares a temperature and a pump. */
export default function CircuitsPage() {
  const job = useJob();
  const { edit } = useEditing();
  const designed = useDesigned();
  const [proposing, setProposing] = useState(false);
  const add = (emitters: EmitterKind) =>
    edit(`Added ${EMITTER_LABELS[emitters].toLowerCase()}`, (current) => addCircuit(current, emitters));
  return (
    <Sheet
      wide
      title="Circuits"
      lead="What shares a flow temperature and a pump. Sizes are chosen unless you pin them."
      actions={
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="contained" onClick={() => setProposing(true)}>
            Propose circuits
          </Button>
          <ShownAs />
          {(Object.keys(EMITTER_LABELS) as EmitterKind[]).map((emitters) => (
            <Button key={emitters} variant="outlined" onClick={() => add(emitters)}>
              Add {EMITTER_LABELS[emitters].toLowerCase()}
            </Button>
          ))}
        </Box>
      }
    >
      {proposing && <ProposeDialog onClose={() => setProposing(false)} />}
      {job.circuits.length === 0 && (
        <Typography>No circuits yet. Add one; rooms that are on no circuit are put on the first one.</Typography>
      )}
      {job.circuits.length > 0 && job.rooms.length > 0 && <CircuitBoard />}
      {job.circuits.map((circuit) => (
        <CircuitCard
          key={circuit.id}
          circuit={circuit}
          design={designed?.design.circuits.find((each) => each.id === circuit.id)}
        />
      ))}
    </Sheet>
  );
}

/** The first circuit takes all rooms that are on none: a plain job needs no more. */
function addCircuit(job: Job, emitters: EmitterKind): Job {
  const circuit = newCircuit(nextId('c', job.circuits), job, { emitters, name: EMITTER_LABELS[emitters] });
  const first = job.circuits.length === 0;
  return {
    ...job,
    circuits: [...job.circuits, circuit],
    rooms: first ? job.rooms.map((room) => (room.circuit === null ? { ...room, circuit: circuit.id } : room)) : job.rooms,
  };
}

const removeCircuit = (job: Job, id: string): Job => ({
  ...job,
  circuits: job.circuits.filter((each) => each.id !== id),
  rooms: job.rooms.map((room) => (room.circuit === id ? { ...room, circuit: null } : room)),
  unread: job.unread.filter(({ place }) => !place.startsWith(`circuits/${id}/`)),
});

function CircuitCard({ circuit, design }: { circuit: Circuit; design: CircuitDesign | undefined }) {
  const job = useJob();
  const { edit } = useEditing();
  const { say } = useDisplay();
  const designed = useDesigned();
  const place = `circuits/${circuit.id}`;
  const sized = design?.sized;
  const valved = !pipingOf(job).branch(place).pump;
  const hangs = hangChoices(job);
  const built = useBuiltState()?.circuits.find((each) => each.id === circuit.id);
  const solvedLoops = (built ?? designed?.design.solved?.state.circuits.find((each) => each.id === circuit.id))?.loops ?? [];
  const findings = designed?.design.findings.filter((finding) => finding.component?.startsWith(`${place}/`)) ?? [];
  const automatic = (value: number | undefined, kind: Parameters<typeof say>[1]) =>
    value === undefined ? 'auto' : `auto: ${say(value, kind)}`;
  return (
    <Box
      component="section"
      aria-label={circuit.name}
      sx={{
        mb: 3,
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        borderTop: 6,
        borderTopColor: circuit.connection === 'mixed' ? 'wall.note' : 'wall.flow',
        borderRadius: 1,
      }}
    >
      <Box sx={{ px: 2.5, pt: 2, display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        <Typography variant="h2" sx={{ flex: 1, minWidth: 180 }}>
          {circuit.name || 'Circuit without a name'}
        </Typography>
        {built && (
          <Reading label="As built">{`${say(built.flow, 'volumeFlow')}, back ${say(built.back, 'temperature')}`}</Reading>
        )}
        {design && (
          <Reading label="Load">
            <FigureButton figure={design.load} />
          </Reading>
        )}
        {sized && (
          <>
            <Reading label="Flow">
              <FigureButton figure={sized.volumeFlow} />
            </Reading>
            <Reading label="Return">
              <FigureButton figure={sized.returnTemperature} />
            </Reading>
            <Reading label={`Pipe ${sized.run.size.label}`}>
              <FigureButton figure={sized.run.velocity} />
            </Reading>
            {sized.pump && (
              <Reading label="Head">
                <FigureButton figure={sized.pump.head} />
              </Reading>
            )}
            {sized.zoneValve && (
              <Reading label="Zone valve">
                <FigureButton figure={sized.zoneValve.kvs} />
              </Reading>
            )}
            {sized.injection && (
              <Reading label="To inject">
                <FigureButton figure={sized.injection.pump.designFlow} />
              </Reading>
            )}
            {sized.valve && (
              <Reading label="Mixing valve">
                <FigureButton figure={sized.valve.kvs} />
              </Reading>
            )}
            {sized.pump?.duty && (
              <Reading label={sized.pump.duty.label}>
                <FigureButton figure={sized.pump.duty.flow} />
              </Reading>
            )}
          </>
        )}
      </Box>
      <Box sx={{ pb: 2.5 }} />
      <Box
        sx={{
          px: 2.5,
          pb: 2.5,
          display: 'grid',
          gridTemplateColumns: { sm: '1fr 1fr', lg: 'repeat(4, 1fr)' },
          gap: 2,
        }}
      >
        <WordField place={`${place}/name`} label="Name" />
        <ChoiceField place={`${place}/emitters`} label="Emitters" options={EMITTER_CHOICES} />
        <ChoiceField place={`${place}/connection`} label="Connection" options={CONNECTION_CHOICES} />
        <ChoiceField place={`${place}/phase`} label="It is there" options={PHASE_CHOICES} />
        {hangs.length > 1 && <ChoiceField place={`${place}/at`} label="It hangs on" options={hangs} none />}
        {valved ? (
          <>
            <Typography variant="body2" color="text.secondary" sx={{ alignSelf: 'center' }}>
              A zone valve; one pump moves all direct circuits (Plant, Pumps).
            </Typography>
            <ChoiceField place={`${place}/valveOn`} label="Zone valve on" options={PIPE_CHOICES} />
          </>
        ) : (
          <>
            <ChoiceField
              place={`${place}/pump`}
              label="Pump"
              options={pumpChoices(job, sized?.pump?.pinned ? undefined : sized?.pump?.duty?.label)}
              help={sized?.pump ? drivenBy({ say }, sized.pump) : undefined}
            />
            <ChoiceField place={`${place}/pumpControl`} label="Pump holds" options={PUMP_CONTROL_CHOICES} />
            <ChoiceField place={`${place}/pumpOn`} label="Pump on" options={PIPE_CHOICES} />
          </>
        )}
        <ChoiceField place={`${place}/zones`} label="Thermostats" options={ZONE_CHOICES} />
        <ChoiceField
          place={`${place}/balancing`}
          label="Balancing"
          options={BALANCING_CHOICES}
          help={sized?.regulating ? `Set it to ${say(sized.regulating.value, 'flowCoefficient')}.` : undefined}
        />
        <ChoiceField place={`${place}/loopValves`} label="Loop and radiator valves" options={LOOP_VALVE_CHOICES} />
        <ChoiceField place={`${place}/loopSplit`} label="Floors split into loops" options={LOOP_SPLIT_CHOICES} />
        <QuantityField place={`${place}/ports`} label="Most ports of a manifold" />
        <QuantityField place={`${place}/bypass`} label="Bypass opens at" empty={null} help="Empty for no bypass." />
        <QuantityField place={`${place}/flowTemperature`} label="Flow temperature" />
        <QuantityField place={`${place}/temperatureDifference`} label="Delta T" />
        {job.mode === 'heating-and-cooling' && <CoolingFields circuit={circuit} />}
        <QuantityField
          place={`${place}/terminalLoss`}
          label="Emitter and valve loss"
          empty="auto"
          automatic={automatic(sized?.terminalLoss.value, 'pressure')}
        />
        <QuantityField place={`${place}/height`} label="Height above the plant" />
        {circuit.connection === 'mixed' && <MixingFields circuit={circuit} sized={sized ?? null} />}
        {circuit.connection === 'direct' && circuit.emitters === 'floor' && (
          <Box sx={{ gridColumn: '1 / -1' }}>
            <Tick place={`circuits/${circuit.id}/highLimit`} label="A stat stops the pump when the water gets too hot" />
          </Box>
        )}
        <ChoiceField place={`${place}/hand`} label="Return riser stands" options={HAND_CHOICES} />
        <ComponentsField place={`${place}/components`} label="On the flow, from the pump up" bore={sized?.run.size.bore} />
        <ComponentsField
          place={`${place}/returnComponents`}
          label="On the return, from the house to the bar"
          bore={sized?.run.size.bore}
        />
        <PipeFields place={`${place}/run`} title="Plant to manifold, one way" design={sized?.run} heatLoss={sized?.runHeat} />
        <PipeFields place={`${place}/worstRun`} title="Worst run beyond it, there and back" design={sized?.worstRun} />
        <QuantityField
          place={`${place}/worstRun/load`}
          label="Load of the worst run"
          empty="auto"
          automatic={automatic(sized?.worstLoad.value, 'heatLoad')}
          help="auto takes the heaviest room"
        />
        <QuantityField
          place={`${place}/waterContent`}
          label="Water beyond the manifold"
          empty="auto"
          automatic={automatic(designed?.design.figures[`${place}/waterContent`]?.value, 'volume')}
        />
      </Box>
      {sized && <Manifolds sized={sized} />}
      {sized && (
        <LoopTable
          loops={sized.loops}
          solved={solvedLoops}
          manifolds={sized.manifolds}
          settable={circuit.loopValves !== 'none'}
          setAt={sized.setAt}
        />
      )}
      {findings.length > 0 && (
        <Box sx={{ borderTop: 1, borderColor: 'divider' }}>
          <FindingsList findings={findings} />
        </Box>
      )}
      <Box sx={{ px: 2.5, py: 1, borderTop: 1, borderColor: 'divider', textAlign: 'right' }}>
        <Button
          color="error"
          size="small"
          onClick={() => edit(`Deleted ${circuit.name}`, (current) => removeCircuit(current, circuit.id))}
        >
          Delete this circuit
        </Button>
      </Box>
    </Box>
  );
}
