import type { Separation } from '../../model/job.ts';
import { PARTS_WATER } from '../../model/station.ts';
import type { Context } from '../design/context.ts';
import type { CoolingDesign } from '../design/cooling-design.ts';
import type { Finding } from '../finding/finding.ts';
import { freezingPoint } from '../fluid/glycol.ts';
import { type ColdSide, coldFlowOf, coldSideOf } from '../plan/cold-side.ts';
import { coolingPoints, SUMMER_BRINE } from '../plant/cold-machine.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/** Findings on what makes the cold water, and on who turns the plant over. */
export function reviewColdSource(context: Context, cooling: CoolingDesign): Finding[] {
  const side = coldSideOf(context.job);
  return [
    ...masters(context),
    ...(side
      ? [
          ...nearFreezing(context, side),
          ...warmerThanAsked(context, side),
          ...tooSmall(context, side, cooling),
          ...tooLittleFlow(context, side, cooling),
          ...beyondIdeal(context, side),
          ...freeTooWarm(context, side),
          ...uncovered(context, side, cooling),
        ]
      : []),
  ];
}

const placeOf = ({ source }: ColdSide): string =>
  source.kind === 'own' ? `stations/${source.station.id}/chiller` : 'source/cooling';

/** Water at the outlet may be so far below the mean in the evaporator, K: common practice. */
const EVAPORATOR_BELOW = 4;

/** Cold water that freezes in the evaporator. */
function nearFreezing({ job, say }: Context, side: ColdSide): Finding[] {
  const sent = coldFlowOf(side);
  const { kind, concentration } = job.fluid;
  const freezes = kind === 'water' ? 0 : freezingPoint(kind, concentration);
  if (sent >= freezes + EVAPORATOR_BELOW) return [];
  const place = `${placeOf(side)}/flowTemperature`;
  const safe = Math.ceil(freezes + EVAPORATOR_BELOW);
  return [
    {
      id: 'cold-freezes',
      rule: 'cold-freezes',
      severity: 'stop',
      place,
      component: 'source',
      title: `Cold water of ${say(sent, 'temperature')} freezes in the machine`,
      why: `What fills the plant freezes at ${say(freezes, 'temperature')}, and inside the machine it is some ${say(EVAPORATOR_BELOW, 'temperatureDifference')} colder than what leaves it. Ice bursts the exchanger.`,
      remedies: [{ label: `Send ${say(safe, 'temperature')}`, edits: [{ at: place, value: safe }] }],
    },
  ];
}

/** Circuits that ask for colder water than is sent. */
function warmerThanAsked({ job, say }: Context, side: ColdSide): Finding[] {
  const parts = platesOf(side.tank ?? job.separation);
  const comes = coldFlowOf(side) + parts;
  const place = `${placeOf(side)}/flowTemperature`;
  const short = side.circuits.filter(({ cooling }) => cooling.flowTemperature < comes - 0.5);
  const [first] = short;
  if (!first) return [];
  const coldest = Math.min(...short.map(({ cooling }) => cooling.flowTemperature));
  const sent = Math.floor(coldest - parts);
  return [
    {
      id: 'cold-water-warm',
      rule: 'cold-water-warm',
      severity: 'mend',
      place,
      component: 'source',
      title: `${short.map(({ name }) => name).join(', ')}: asks for ${say(coldest, 'temperature')}, and ${say(comes, 'temperature')} comes`,
      why: `A valve mixes cold water warmer and never colder${parts > 0 ? `; the plates or the coil between take ${say(parts, 'temperatureDifference')}` : ''}.`,
      remedies: [{ label: `Send ${say(sent, 'temperature')}`, edits: [{ at: place, value: sent }] }],
    },
  ];
}

const platesOf = ({ kind, approach }: Pick<Separation, 'kind' | 'approach'>): number => (PARTS_WATER.has(kind) ? approach : 0);

/** K by which what the machine sends misses what was asked before it is too small. */
const MISSED = 0.5;

function tooSmall({ say }: Context, side: ColdSide, { source, state, circuits, peak }: CoolingDesign): Finding[] {
  if (!source?.taken || !state?.converged) return [];
  // Where the loads are known they say what is needed; until then it is what the emitters would take.
  const asked = peak?.value ?? circuits.reduce((sum, { output }) => sum + output.value, 0);
  if (state.source.supply <= coldFlowOf(side) + MISSED || source.capacity.value >= asked) return [];
  const place = `${placeOf(side)}/capacity`;
  return [
    {
      id: 'cooling-capacity',
      rule: 'cooling-capacity',
      severity: 'mend',
      place,
      component: 'source',
      title: `The cold falls short: ${say(source.capacity.value, 'power')} of ${say(asked, 'power')}`,
      why: `The water leaves at ${say(state.source.supply, 'temperature')} instead of ${say(coldFlowOf(side), 'temperature')}, and all that hangs on it takes less.`,
      remedies: [],
    },
  ];
}

function tooLittleFlow({ job, say }: Context, side: ColdSide, { state }: CoolingDesign): Finding[] {
  const least = job.source.leastFlow;
  if (side.source.kind === 'own' || least === null || !state?.converged || state.source.flow >= least) return [];
  return [
    {
      id: 'cooling-least-flow',
      rule: 'cooling-least-flow',
      severity: 'mend',
      place: 'source/leastFlow',
      component: 'source/pump',
      title: `Cooling: ${say(state.source.flow, 'volumeFlow')} through the source, ${say(least, 'volumeFlow')} wanted at least`,
      why: 'Below its least flow a machine that cools ices up or stops on its flow switch.',
      remedies: [],
    },
  ];
}

const KELVIN = 273.15;

/** Data points better than the ideal machine between air and water. */
function beyondIdeal({ say }: Context, { source }: ColdSide): Finding[] {
  if (source.kind === 'own') return [];
  const ground = !traitsOf(source.source).defrosts;
  return coolingPoints(source.source.cooling).flatMap(({ outdoor, flow, cop }, i): Finding[] => {
    const hot = Math.max(outdoor, flow) + KELVIN;
    const ideal = hot - (flow + KELVIN) > 0 ? (flow + KELVIN) / (hot - flow - KELVIN) : Number.POSITIVE_INFINITY;
    if (cop < ideal) return [];
    const id = source.source.cooling.points[i]?.id ?? '';
    return [
      {
        id: `cooling-point:${id}`,
        rule: 'cooling-point',
        severity: 'stop',
        place: `source/cooling/points/${id}/eer`,
        component: 'source',
        title: `An EER of ${cop.toFixed(1)} at ${say(outdoor, 'temperature')} and ${say(flow, 'temperature')} cannot be`,
        why: `Between these temperatures the ideal machine has ${ideal.toFixed(1)}. Look at the data sheet again${ground ? '; a ground source draws on its brine' : ''}.`,
        remedies: [
          {
            label: 'Leave this point out',
            edits: [{ at: 'source/cooling/points', value: source.source.cooling.points.filter((point) => point.id !== id) }],
          },
        ],
      },
    ];
  });
}

/** Free cooling whose ground is too warm for the water asked. */
function freeTooWarm({ say }: Context, { source }: ColdSide): Finding[] {
  if (source.kind === 'own') return [];
  const { free, flowTemperature } = source.source.cooling;
  if (!free || free.temperature + free.approach <= flowTemperature) return [];
  const warmest = Math.ceil(free.temperature + free.approach);
  return [
    {
      id: 'free-cooling-warm',
      rule: 'free-cooling-warm',
      severity: 'note',
      place: 'source/cooling/free/temperature',
      component: 'source',
      title: `The ground makes ${say(free.temperature + free.approach, 'temperature')}, ${say(flowTemperature, 'temperature')} is asked for`,
      why: 'Until then the compressor cools. Floors take warmer water than fan units, and dry nothing with it.',
      remedies: [
        { label: `Send ${say(warmest, 'temperature')}`, edits: [{ at: 'source/cooling/flowTemperature', value: warmest }] },
      ],
    },
  ];
}

function uncovered({ job, say }: Context, side: ColdSide, { source }: CoolingDesign): Finding[] {
  if (!source || source.covered) return [];
  const ground = side.source.kind === 'turned-round' && !traitsOf(side.source.source).defrosts;
  return [
    {
      id: 'data-beyond:cooling',
      rule: 'data-beyond',
      severity: 'note',
      place: 'source/cooling/points',
      component: 'source',
      title: `The cooling data end before ${say(ground ? SUMMER_BRINE : job.site.summerOutdoor, 'temperature')} and ${say(coldFlowOf(side), 'temperature')}`,
      why: 'Beyond its last point the nearest one counts. Enter those of the data sheet on either side.',
      remedies: [],
    },
  ];
}

/** Degrees between heating and cooling in which a plant rests, so that it does not do both in a day: common practice. */
const LEAST_DEAD_BAND = 3;

/** Who turns the plant over, and what keeps it from doing both at once. */
function masters({ job, say }: Context): Finding[] {
  const { summer } = job.controls;
  const findings: Finding[] = [];
  if (!summer.lock && job.circuits.some(({ cooling }) => cooling !== null))
    findings.push({
      id: 'mode-lock',
      rule: 'mode-lock',
      severity: 'mend',
      place: 'controls/summer/lock',
      component: null,
      title: 'Nothing keeps the plant from heating and cooling at once',
      why: 'Two thermostats that disagree send hot and cold water through the same pipes by turns, and both are paid for. One contact takes the call of the other mode away.',
      remedies: [{ label: 'Lock one mode by the other', edits: [{ at: 'controls/summer/lock', value: true }] }],
    });
  if (summer.master === 'weather' && summer.coolsAbove - summer.heatsBelow < LEAST_DEAD_BAND)
    findings.push({
      id: 'dead-band',
      rule: 'dead-band',
      severity: 'mend',
      place: 'controls/summer/coolsAbove',
      component: null,
      title: `Heats below ${say(summer.heatsBelow, 'temperature')} and cools above ${say(summer.coolsAbove, 'temperature')}: it does both in a day`,
      why: 'A cool night and a warm noon turn it over twice, and each time the water in it is heated and cooled again.',
      remedies: [
        {
          label: `Cool above ${say(summer.heatsBelow + LEAST_DEAD_BAND + 2, 'temperature')}`,
          edits: [{ at: 'controls/summer/coolsAbove', value: summer.heatsBelow + LEAST_DEAD_BAND + 2 }],
        },
      ],
    });
  return findings;
}
