import type { JobEdit } from '../../model/place.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { stockedTank } from '../plant/buffer.ts';
import type { Finding, Remedy } from './finding.ts';

/** Findings on the water a source has to work on: it cycles, the tank is small, or there is no need of one. */
export function reviewBuffer(context: Context, design: UnreviewedDesign): Finding[] {
  return [...leastAboveCapacity(context, design), ...waterFor(context, design)];
}

/** A source cannot give at least more than it gives at most. */
function leastAboveCapacity({ job, say }: Context, { buffer, source }: UnreviewedDesign): Finding[] {
  const { leastOutput } = job.source;
  const capacity = source?.capacity.value ?? 0;
  if (!buffer || leastOutput === 'auto' || leastOutput <= capacity * 1.001) return [];
  return [
    {
      id: 'least-above-capacity',
      rule: 'least-above-capacity',
      severity: 'mend',
      place: 'source/leastOutput',
      component: 'source',
      title: `The least output is ${say(leastOutput, 'power')}, the capacity only ${say(capacity, 'power')}`,
      why: 'One of them is wrong: look on the plate. Runs take the capacity for both, as if it could only be on or off.',
      remedies: [{ label: 'Take what is usual for its kind', edits: [{ at: 'source/leastOutput', value: 'auto' }] }],
    },
  ];
}

function waterFor({ job, say }: Context, { buffer, source }: UnreviewedDesign): Finding[] {
  if (!buffer || !source) return [];
  const { needed, open, tank } = buffer;
  const asked = [buffer.forRunTime, buffer.forDefrost, buffer.forFire].reduce(
    (most, each) => (each && each.value > (most?.value ?? -1) ? each : most),
    buffer.forRunTime,
  );
  const sum = `${asked?.label ?? ''}: ${say(asked?.value ?? 0, 'volume')}. With ${buffer.zoneName} alone calling ${say(open.value, 'volume')} move.`;
  if (tank) {
    if (tank.volume.value < needed.value * 0.999) {
      return [
        {
          id: 'buffer-small',
          rule: 'buffer-small',
          severity: 'mend',
          place: 'separation/volume',
          component: 'header',
          title: `The buffer is ${say(needed.value - tank.volume.value, 'volume')} short`,
          why: `${sum} The source would still run shorter than wanted.`,
          remedies: [{ label: 'Choose the tank that is enough', edits: [{ at: 'separation/volume', value: 'auto' }] }],
        },
      ];
    }
    if (needed.value > 0) return [];
    return [
      {
        id: 'buffer-needless',
        rule: 'buffer-needless',
        severity: 'note',
        place: 'separation/kind',
        component: 'header',
        title: 'No buffer is needed',
        why: `${sum} That is enough; a tank costs room, heat and, where flows differ, temperature. Where flows or temperatures differ a header does.`,
        remedies: [{ label: 'A low-loss header instead', edits: [{ at: 'separation/kind', value: 'low-loss-header' }] }],
      },
    ];
  }
  if (needed.value < LEAST_WORTH) return [];
  const inSeries = stockedTank(needed.value + (job.source.volumiser ?? 0));
  const together: JobEdit[] = job.circuits
    .filter((circuit) => circuit.zones === 'rooms')
    .map((circuit) => ({ at: `circuits/${circuit.id}/zones`, value: 'circuit' }));
  const remedies: Remedy[] = [
    { label: `A tank of ${say(inSeries, 'volume')} in the return`, edits: [{ at: 'source/volumiser', value: inSeries }] },
    { label: 'A buffer between source and circuits', edits: [{ at: 'separation/kind', value: 'buffer' }] },
    ...(together.length > 0 ? [{ label: 'One thermostat a circuit, so that more stays open', edits: together }] : []),
  ];
  const fire = buffer.forFire !== null;
  return [
    {
      id: 'buffer-needed',
      rule: 'buffer-needed',
      severity: fire ? 'stop' : 'mend',
      place: 'source/leastOutput',
      component: 'source',
      title: fire
        ? `A fire needs ${say(needed.value, 'volume')} more water to burn into`
        : `The source cycles: ${say(needed.value, 'volume')} of water are missing`,
      why: `${sum} Its least output is ${say(buffer.leastOutput.value, 'power')}, that zone takes ${say(buffer.smallestZone.value, 'power')}.${fire ? ' What a fire makes cannot be switched off; a heat dump and a relief valve are needed besides, also in a power cut.' : ''}`,
      remedies,
    },
  ];
}

/** Less missing water than this is within what anybody knows of the plant, m3. */
const LEAST_WORTH = 0.005;
