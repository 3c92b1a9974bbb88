import { fieldAt } from '../../model/fields.ts';
import type { Circuit } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Figure } from '../figure/figure.ts';
import type { Finding, Remedy } from '../finding/finding.ts';
import { stationOf } from '../plan/plan.ts';
import { entryOf } from '../plan/plan-of-job.ts';
import { BETWEEN, betweenAs } from '../plan/station-edits.ts';
import { stockedTank } from '../plant/buffer.ts';
import { firingOf, mostStartsADay } from '../plant/firing.ts';
import { KINDS } from '../station/kinds.ts';

/** Findings on the water a source has to work on: it cycles, the tank is small, or there is no need of one. */
export function reviewBuffer(context: Context, design: UnreviewedDesign): Finding[] {
  return [
    ...leastAboveCapacity(context, design),
    ...passOverBand(context, design),
    ...sourceCycles(context, design),
    ...waterFor(context, design),
    ...coilTooCool(context),
    ...coilTooLarge(context, design),
  ];
}

/** How much cooler than wanted the coil may be at the foot of the band, K: what a room does not feel within an hour. */
const COOLER = 3;

/** At the foot of its band the tank is colder than what hangs on its coil wants, the difference of the coil counted in. */
function coilTooCool({ job, say, piping }: Context): Finding[] {
  const { tank } = piping;
  const entry = tank && entryOf(job, tank.id);
  if (!tank || !entry || !KINDS[tank.kind].traits.partsWater) return [];
  const { startsBelow } = firingOf(job.source);
  const foot = job.source.flowTemperature - startsBelow;
  const supply = foot - entry.approach;
  const wanting = job.circuits.filter(({ at, phase }) => phase !== 'later' && (at === null || stationOf(at) === tank.id));
  const hottest = wanting.reduce<Circuit | null>(
    (most, each) => (most && most.flowTemperature >= each.flowTemperature ? most : each),
    null,
  );
  if (!hottest || supply >= hottest.flowTemperature - COOLER) return [];
  const enough = job.source.flowTemperature - entry.approach - hottest.flowTemperature + COOLER;
  const least = fieldAt('source/firing/startsBelow')?.min ?? 0;
  return [
    {
      id: 'coil-too-cool',
      rule: 'coil-too-cool',
      severity: 'note',
      place: 'source/firing/startsBelow',
      component: tank.place.startsWith('stations/') ? tank.place : 'header',
      title: `${hottest.name}: ${say(supply, 'temperature')} from the coil before the source starts again`,
      why: `The source starts ${say(startsBelow, 'temperatureDifference')} below its flow, at ${say(foot, 'temperature')}; the coil gives ${say(entry.approach, 'temperatureDifference')} less; ${say(hottest.flowTemperature, 'temperature')} are wanted on the coldest day. A wide band spares the source starts; on cold days it costs warmth.`,
      remedies:
        enough >= least
          ? [
              {
                label: `Start it ${say(Math.floor(enough * 2) / 2, 'temperatureDifference')} below`,
                edits: [{ at: 'source/firing/startsBelow', value: Math.max(Math.floor(enough * 2) / 2, least) }],
              },
            ]
          : [],
    },
  ];
}

/** Heat through a coil of smooth pipe in still water, W/(m2 K), and the pipe it is wound of, m: from memory. */
const COIL_PASSES = 350;
const COIL_PIPE = 0.025;
/** Most of a tank that its coil may fill: common practice. */
const MOST_OF_TANK = 0.2;

/** A coil that would fill the tank it is to lie in. */
function coilTooLarge({ job, say, piping }: Context, { source, stations, buffer }: UnreviewedDesign): Finding[] {
  const { tank } = piping;
  const entry = tank && entryOf(job, tank.id);
  if (!tank || !entry || !KINDS[tank.kind].traits.partsWater || !buffer?.tank) return [];
  const exchanger = tank.place === 'separation' ? source?.exchanger : stations.find(({ id }) => id === tank.id)?.exchanger;
  const volume = buffer.tank.volume.value;
  const area = (exchanger?.conductance.value ?? 0) / COIL_PASSES;
  const content = (area * COIL_PIPE) / 4;
  if (content <= MOST_OF_TANK * volume) return [];
  return [
    {
      id: 'coil-too-large',
      rule: 'coil-too-large',
      severity: 'mend',
      place: `${tank.place}/approach`,
      component: tank.place.startsWith('stations/') ? tank.place : 'header',
      title: `The coil would be larger than the tank bears: ${say(area, 'area')}`,
      why: `For ${say(entry.approach, 'temperatureDifference')} below the tank it takes about ${say(area, 'area')} of smooth pipe (${COIL_PASSES} W/(m²K) in still water, from memory), which holds ${say(content, 'volume')}; the tank holds ${say(volume, 'volume')}. Let it be cooler below the tank, take a larger tank, or plates in its place.`,
      remedies: [
        {
          label: `A tank of ${say(stockedTank(content / MOST_OF_TANK), 'volume')}`,
          edits: [{ at: `${tank.place}/volume`, value: stockedTank(content / MOST_OF_TANK) }],
        },
      ],
    },
  ];
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

/** Least narrowing of the delta T that is offered, K. */
const NARROWEST = 1;

/**
 * At its least output the water rises further in one pass than delta T and band together: it trips even on the design day. The
 * delta T at which it no longer does follows from Q_least / (Q / dT) = dT + B.
 */
function passOverBand({ job, say, piping }: Context, { cycling, buffer, source, load }: UnreviewedDesign): Finding[] {
  if (!cycling || !buffer || !source || piping.tank) return [];
  const { temperatureDifference: drop } = job.source;
  const [pass, band] = [cycling.pass.value, cycling.band.value];
  if (pass <= drop + band) return [];
  const over = buffer.leastOutput.value / Math.max(load.value, 1) - 1;
  const narrow = over > 0 ? Math.floor((band / over) * 2) / 2 : drop;
  const remedies: Remedy[] =
    piping.between().traits.decouples && narrow >= NARROWEST && narrow < drop
      ? [
          {
            label: `A delta T of ${say(narrow, 'temperatureDifference')}: more flow through the source`,
            edits: [{ at: 'source/temperatureDifference', value: narrow }],
          },
        ]
      : [];
  return [
    {
      id: 'pass-over-band',
      rule: 'pass-over-band',
      severity: 'mend',
      place: 'source/temperatureDifference',
      component: 'source',
      title: `At least output its water rises by ${say(pass, 'temperatureDifference')} in one pass`,
      why: `Its least output is ${say(buffer.leastOutput.value, 'power')}; its delta T is ${say(drop, 'temperatureDifference')} and its water may swing by ${say(band, 'temperatureDifference')}. It stops before the house has noticed, however cold it is.`,
      remedies: [...remedies, { label: 'A source that goes lower, or water that moves faster through it', edits: [] }],
    },
  ];
}

function sourceCycles({ job, say }: Context, { cycling, buffer }: UnreviewedDesign): Finding[] {
  if (!cycling?.worst.cycles || !buffer) return [];
  const { worst, band, pass, cures } = cycling;
  const firing = firingOf(job.source);
  const byTank = cures.some(({ edits }) => edits.length === 1 && edits[0]?.at === 'source/volumiser');
  return [
    {
      id: 'source-cycles',
      rule: 'source-cycles',
      severity: 'mend',
      place: 'source/leastOutput',
      component: 'source',
      title: `The source cycles: about ${Math.round(worst.starts)} starts on a day of ${say(worst.outdoor, 'temperature')}`,
      why: `Its least output is ${say(buffer.leastOutput.value, 'power')}. At that its water rises by ${say(pass.value, 'temperatureDifference')} in one pass and may swing by ${say(band.value, 'temperatureDifference')}. More than ${Math.round(mostStartsADay(firing))} starts a day, or ${firing.mostStarts} in an hour, wear it and cost heat.${byTank ? '' : ' A tank in its return alone does not cure it: the water at its outlet is too hot before the tank has warmed.'} A source that goes lower always helps.`,
      remedies: cures,
    },
  ];
}

function waterFor({ job, say, piping }: Context, { buffer, source, cycling }: UnreviewedDesign): Finding[] {
  if (!buffer || !source) return [];
  const { needed, open, tank } = buffer;
  const station = piping.tank;
  const asked = [buffer.forRunTime, buffer.forStarts, buffer.forDefrost, buffer.forFire].reduce(
    (most, each) => (each && each.value > (most?.value ?? -1) ? each : most),
    null as Figure | null,
  );
  const sum = asked
    ? `${asked.label}: ${say(asked.value, 'volume')}. With ${buffer.zoneName} alone calling ${say(open.value, 'volume')} move.`
    : `With ${buffer.zoneName} alone calling ${say(open.value, 'volume')} move.`;
  if (tank) {
    if (tank.volume.value < needed.value * 0.999) {
      return [
        {
          id: 'buffer-small',
          rule: 'buffer-small',
          severity: 'mend',
          place: `${station?.place ?? 'separation'}/volume`,
          component: station?.place.startsWith('stations/') ? station.place : 'header',
          title: `The buffer is ${say(needed.value - tank.volume.value, 'volume')} short`,
          why: `${sum} The source would still run shorter, or start more often, than wanted.`,
          remedies: [
            {
              label: 'Choose the tank that is enough',
              edits: [{ at: `${station?.place ?? 'separation'}/volume`, value: 'auto' }],
            },
          ],
        },
      ];
    }
    const others = Math.max(buffer.forDefrost?.value ?? 0, buffer.forFire?.value ?? 0) - open.value;
    // A tank that parts two waters is there for that as well.
    const parts = station ? KINDS[station.kind].traits.partsWater : false;
    if (!cycling?.bufferNeedless || others > 0 || parts) return [];
    return [
      {
        id: 'buffer-needless',
        rule: 'buffer-needless',
        severity: 'note',
        place: station?.place.startsWith('stations/') ? `${station.place}/kind` : BETWEEN,
        component: station?.place.startsWith('stations/') ? station.place : 'header',
        title: 'No buffer is needed',
        why: `Without it the source would cycle on no day of heating, from the coldest to the mildest. A tank costs room, heat and, where flows differ, temperature. Where flows or temperatures differ a header does.`,
        remedies: [
          {
            label: 'A low-loss header instead',
            edits: station?.place.startsWith('stations/')
              ? [{ at: `${station.place}/kind`, value: 'low-loss-header' }]
              : betweenAs('header'),
          },
        ],
      },
    ];
  }
  // What cycling asks for is told with the cycling.
  const still = Math.max((asked?.value ?? 0) - open.value, 0);
  if (still < LEAST_WORTH) return [];
  const inSeries = stockedTank(still + (job.source.volumiser ?? 0));
  const fire = buffer.forFire !== null;
  return [
    {
      id: 'buffer-needed',
      rule: 'buffer-needed',
      severity: fire ? 'stop' : 'mend',
      place: 'source/leastOutput',
      component: 'source',
      title: fire
        ? `A fire needs ${say(still, 'volume')} more water to burn into`
        : `A defrost needs ${say(still, 'volume')} more water`,
      why: fire
        ? `${sum} What a fire makes cannot be switched off; a heat dump and a relief valve are needed besides, also in a power cut.`
        : `${sum} While it defrosts the unit takes its heat out of that water, which must not get too cold for it.`,
      remedies: [
        ...(fire
          ? []
          : [
              {
                label: `A tank of ${say(inSeries, 'volume')} in the return`,
                edits: [{ at: 'source/volumiser', value: inSeries }],
              },
            ]),
        { label: 'A buffer between source and circuits', edits: betweenAs('tank') },
      ],
    },
  ];
}

/** Less missing water than this is within what anybody knows of the plant, m3. */
const LEAST_WORTH = 0.005;
