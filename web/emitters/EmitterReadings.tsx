import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { emitterLabel, emitterLaw } from '../../core/emitter/emitter.ts';
import {
  downwardLoss,
  edgeLoss,
  FLOOR_DATA,
  fieldTransfer,
  floorTransfer,
  overClosest,
  SURFACE_LIMIT,
  surfaceTemperature,
} from '../../core/emitter/floor.ts';
import { mostLoopLength } from '../../core/emitter/floor-loops.ts';
import { circuitsById, roomEmitters } from '../../core/emitter/ladder.ts';
import { excessOf, outputAt } from '../../core/emitter/law.ts';
import { PANELS, panelOutput } from '../../core/emitter/panel.ts';
import { aheadOf } from '../../core/emitter/series.ts';
import { withRoughLoads } from '../../core/load/rough-loads.ts';
import type { Emitter } from '../../model/emitter.ts';
import type { Room } from '../../model/job.ts';
import { useBuiltState } from '../book/ShownAs.tsx';
import { Reading } from '../parts/Layout.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';

/** What comes of an emitter at its circuit's temperatures: heat, and for a floor its surface, loops and losses. */
export function EmitterReadings({ room, emitter }: { room: Room; emitter: Emitter }) {
  const job = useJob();
  const { say } = useDisplay();
  const designed = useDesigned();
  const filled = withRoughLoads(job).rooms.find((each) => each.id === room.id) ?? room;
  const fed = roomEmitters(filled, circuitsById(job)).fed.find((each) => each.emitter.id === emitter.id);
  const law = emitterLaw(emitter);
  const readings: [label: string, value: string][] = [];
  if (fed && law) {
    readings.push(
      ['Required output', say(fed.load, 'heatLoad')],
      [
        `Output at ${say(fed.flow, 'temperature')}`,
        say(outputAt([law], excessOf(fed.flow, fed.drop, room.roomTemperature)), 'heatLoad'),
      ],
    );
  }
  const ahead = aheadOf(room, emitter);
  if (ahead) readings.push(['Fed by', emitterLabel(ahead, job.display)]);
  if (emitter.kind === 'panel') {
    readings.push(
      ['At 75/65/20', say(panelOutput(emitter.type, emitter.height, emitter.length), 'heatLoad')],
      ['Depth', say(PANELS[emitter.type].depth, 'bore')],
    );
  }
  const loops = (useBuiltState()?.circuits ?? []).flatMap(({ loops: all }) =>
    all.filter((loop) => loop.place.startsWith(`rooms/${room.id}/${emitter.id}/`)),
  );
  if (loops.length > 0) {
    const sum = (of: (loop: (typeof loops)[number]) => number) => loops.reduce((total, loop) => total + of(loop), 0);
    readings.push(
      [
        'Output as built',
        say(
          sum(({ heat }) => heat),
          'heatLoad',
        ),
      ],
      [
        'Flow temperature as built',
        say(
          sum(({ flow }) => flow),
          'volumeFlow',
        ),
      ],
    );
  }
  const cold = designed?.design.cooling?.parts.find((each) => each.roomId === room.id && each.emitterId === emitter.id);
  if (cold) {
    const comes = cold.comes ?? cold;
    readings.push(['Cooling output in summer', say(comes.sensible + comes.latent, 'heatLoad')]);
    if (comes.latent > 0) {
      readings.push(['Of it latent', say(comes.latent, 'heatLoad')]);
      readings.push(['Condensate', say(comes.condensate, 'condensate')]);
    }
    if (comes.coldest !== null) readings.push(['Coldest surface', say(comes.coldest, 'temperature')]);
  }
  return (
    <>
      <Readings readings={readings} />
      {emitter.kind === 'floor' && fed && <FloorReadings room={room} floor={emitter} {...fed} />}
      {!fed && (
        <Typography variant="body2" sx={{ mb: 1.5 }}>
          No circuit feeds it. Put the room on a circuit, or name one below.
        </Typography>
      )}
    </>
  );
}

function Readings({ readings }: { readings: readonly [label: string, value: string][] }) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 1, mb: 1.8 }}>
      {readings.map(([label, value]) => (
        <Reading key={label} label={label}>
          {value}
        </Reading>
      ))}
    </Box>
  );
}

function FloorReadings({
  room,
  floor,
  load,
  flow,
  drop,
}: {
  room: Room;
  floor: Emitter & { kind: 'floor' };
  load: number;
  flow: number;
  drop: number;
}) {
  const { say } = useDisplay();
  const designed = useDesigned();
  const ti = room.roomTemperature;
  const edge = Math.min(floor.edgeArea, floor.area);
  const inner = fieldTransfer(floor);
  const whole = inner * (floor.area - edge) + (edge > 0 ? floorTransfer(floor, floor.edgeSpacing) * edge : 0);
  const density = (load * inner) / whole;
  const surface = surfaceTemperature(density, ti);
  const warmest = surfaceTemperature(overClosest(floor, density), ti);
  const loops = (designed?.design.circuits ?? [])
    .flatMap((circuit) => circuit.sized?.loops ?? [])
    .filter((loop) => loop.roomId === room.id && loop.emitterId === floor.id);
  const [loop] = loops;
  // In a serpentine each metre has its own water; in counterflow neighbours make up for each other.
  const ends =
    floor.layout === 'serpentine'
      ? ([flow, flow - drop].map((water) => say(surfaceTemperature(inner * Math.max(0, water - ti), ti), 'temperature')) as [
          string,
          string,
        ])
      : null;
  const readings: [string, string][] = [
    ['Surface', `${say(surface, 'temperature')} of ${say(SURFACE_LIMIT[floor.use], 'temperature')}`],
    ...(floor.otherGap === null ? [] : [['Over the close rows', say(warmest, 'temperature')] as [string, string]]),
    ['First to last metre', ends ? `${ends[0]} to ${ends[1]}` : 'even, counterflow'],
    ['K_H', say(inner, 'heatTransfer')],
    ['Heat loss downwards', say(downwardLoss(floor, load / floor.area, ti) * floor.area, 'heatLoad')],
    ...(edgeLoss(floor, 1) > 0
      ? [['Heat loss at the edge', say(edgeLoss(floor, load / floor.area), 'heatLoad')] as [string, string]]
      : []),
    ['Reheat time', `about ${FLOOR_DATA[floor.system].heatUp.join(' to ')} h`],
  ];
  if (loop) {
    readings.push(
      [
        loops.length === 1 ? 'One loop' : `${loops.length} loops`,
        `${say(loop.length, 'length')} of ${say(mostLoopLength(loop.bore), 'length')}`,
      ],
      ['Each loop', `${say(loop.volumeFlow, 'meterFlow')}, ${say(loop.ownLoss, 'pressure')}`],
    );
  }
  return <Readings readings={readings} />;
}
