import { newFurtherSource, nextId } from '../../model/new-job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { BETWEEN, betweenAs } from '../plan/station-edits.ts';
import { nameOf } from '../plant/further-sources.ts';
import { traitsOf } from '../plant/source-kinds.ts';

/** Findings on several sources side by side, on the pump inside the first, and on data that end too early. */
export function reviewSources(context: Context, design: UnreviewedDesign): Finding[] {
  if (!design.source) return [];
  return [
    ...notFirm(context, design),
    ...unseparated(context),
    ...cooler(context),
    ...backup(context, design),
    ...ownPump(context, design),
    ...dataPoints(context, design),
    ...drinkingWater(context),
    ...secondStore(context),
  ];
}

/** A source by the sun that is to heat the cylinder once the tank is warm: there has to be a cylinder, and a tank. */
function secondStore({ job, piping }: Context): Finding[] {
  const idle = !job.hotWater ? 'there is no cylinder' : !piping.between().traits.stores ? 'there is no tank before it' : null;
  if (idle === null) return [];
  return job.furtherSources.flatMap((source): Finding[] => {
    if (source.onceWarm !== 'cylinder' || !traitsOf(source).bySun) return [];
    const place = `furtherSources/${source.id}/onceWarm`;
    return [
      {
        id: `second-store-missing:${source.id}`,
        rule: 'second-store-missing',
        severity: 'mend',
        place,
        component: `furtherSources/${source.id}`,
        title: `${nameOf(source)}: to heat the cylinder once the tank is warm, and ${idle}`,
        why: 'A run charges a tank by the sun whoever calls, and then the cylinder through its valve. Without both its heat has one place to go.',
        remedies: [{ label: 'It stands once it is warm', edits: [{ at: place, value: 'stops' }] }],
      },
    ];
  });
}

/** A plant that has only the sun on the design night. */
function notFirm({ job, say, piping }: Context, { source }: UnreviewedDesign): Finding[] {
  if (!traitsOf(job.source).bySun || !source) return [];
  const capacity = Math.ceil(source.load.value / 100) * 100;
  return [
    {
      id: 'source-not-firm',
      rule: 'source-not-firm',
      severity: 'stop',
      place: 'source/kind',
      component: 'source',
      title: 'The sun gives nothing on the coldest night',
      why: `${say(source.load.value, 'power')} are needed then. Sun saves fuel by day; what carries the design night has to be named first, and the sun beside it.`,
      remedies: [
        {
          label: `An electric source of ${say(capacity, 'power')} first, the sun beside it`,
          edits: [
            { at: 'source/kind', value: 'electric' },
            { at: 'source/capacity', value: capacity },
            {
              at: 'furtherSources',
              value: [
                newFurtherSource(nextId('f', job.furtherSources), {
                  name: 'Sun',
                  kind: 'solar',
                  capacity: job.source.capacity === 'auto' ? capacity : job.source.capacity,
                  flowTemperature: job.source.flowTemperature,
                  order: 'together',
                }),
                ...job.furtherSources,
              ],
            },
            ...(piping.between().traits.decouples ? [] : betweenAs('tank')),
          ],
        },
      ],
    },
  ];
}

function unseparated({ job, piping }: Context): Finding[] {
  if (job.furtherSources.length === 0 || piping.between().traits.decouples) return [];
  // A station further on may part them from all that draws.
  const draws = piping.plan.branches.filter((each) => each.kind === 'circuit' || each.place === 'hotWater');
  if (draws.length > 0 && draws.every((each) => piping.partedFromSource(each))) return [];
  return [
    {
      id: 'sources-unseparated',
      rule: 'sources-unseparated',
      severity: 'stop',
      place: BETWEEN,
      component: 'source',
      title: 'Several sources and nothing between them and the circuits',
      why: 'The pumps of the circuits draw through all sources at once, the pump of each source pushes through the others, and none of them gets the flow it is made for. A header, close tees or a buffer gives each a loop of its own.',
      remedies: [
        { label: 'A low-loss header between', edits: betweenAs('header') },
        { label: 'A buffer between', edits: betweenAs('tank') },
      ],
    },
  ];
}

/** A source that runs with the first and sends cooler water, which the circuits then get mixed. */
function cooler({ job, say }: Context): Finding[] {
  return job.furtherSources.flatMap((source): Finding[] => {
    const sends = source.flowTemperature - (source.approach ?? 0);
    if (source.order !== 'together' || sends >= job.source.flowTemperature - 0.5) return [];
    const wanted = job.source.flowTemperature + (source.approach ?? 0);
    const place = `furtherSources/${source.id}`;
    return [
      {
        id: `source-cooler:${source.id}`,
        rule: 'source-cooler',
        severity: 'mend',
        place: `${place}/flowTemperature`,
        component: place,
        title: `${nameOf(source)} brings ${say(sends, 'temperature')} to a plant of ${say(job.source.flowTemperature, 'temperature')}`,
        why: `What the two send meets before the circuits, and the mix is cooler than the circuits were designed for.${source.approach === null ? '' : ' Its plates take their approach off what it sends.'}`,
        remedies:
          wanted <= 110
            ? [{ label: `Let it send ${say(wanted, 'temperature')}`, edits: [{ at: `${place}/flowTemperature`, value: wanted }] }]
            : [],
      },
    ];
  });
}

function backup({ job, say }: Context, { source }: UnreviewedDesign): Finding[] {
  const needed = source?.load.value ?? 0;
  return job.furtherSources.flatMap((each): Finding[] => {
    if (each.order !== 'backup' || each.capacity >= needed) return [];
    const place = `furtherSources/${each.id}`;
    return [
      {
        id: `backup-small:${each.id}`,
        rule: 'backup-small',
        severity: 'note',
        place: `${place}/capacity`,
        component: place,
        title: `${nameOf(each)} covers ${say(each.capacity, 'power')} of ${say(needed, 'power')}`,
        why: 'It keeps the house from freezing, not warm, when the first source is out on the coldest days. Say so to whoever lives there, or shut what need not be warm.',
        remedies: [
          { label: 'A backup for the whole load', edits: [{ at: `${place}/capacity`, value: Math.ceil(needed / 100) * 100 }] },
        ],
      },
    ];
  });
}

/** The pump inside the source against what it would have to do. */
function ownPump({ job, say, piping }: Context, design: UnreviewedDesign): Finding[] {
  const { inside, spareHead } = job.source;
  if (!inside.includes('pump') || spareHead === null) return [];
  const running = design.circuits.flatMap((circuit) => (circuit.sized?.pump ? [circuit.sized.pump] : []));
  const alone = !piping.between().traits.decouples && running.length === 1;
  const pump = design.source?.pump ?? (alone ? running[0] : (design.distribution?.pump ?? null));
  if (!pump) return [];
  const short = pump.head.value > spareHead;
  return [
    {
      id: short ? 'own-pump-short' : 'own-pump-enough',
      rule: short ? 'own-pump-short' : 'own-pump-enough',
      severity: short ? 'mend' : 'note',
      place: 'source/spareHead',
      component: pump.place,
      title: short
        ? `The pump inside has ${say(spareHead, 'head')} left, ${say(pump.head.value, 'head')} are needed`
        : `The pump inside does the work of "${pump.label}"`,
      why: short
        ? 'Counting its own exchanger it cannot move the design flow through these pipes. Wider pipe or fewer fittings, a separator so that it drives its own loop only, or a pump outside as well.'
        : `It has ${say(spareHead, 'head')} left outside and ${say(pump.head.value, 'head')} are needed: no second pump has to be bought there. It is drawn and worked out with the one chosen here.`,
      remedies:
        short && !piping.between().traits.decouples
          ? [
              {
                label: 'A low-loss header, so that it drives its own loop',
                edits: betweenAs('header'),
              },
            ]
          : [],
    },
  ];
}

/** A heater made for drinking water, feeding a closed heating loop. */
function drinkingWater({ job, piping }: Context): Finding[] {
  if (!traitsOf(job.source).drinkingWater || piping.between().traits.partsWater) return [];
  return [
    {
      id: 'drinking-water-source',
      rule: 'drinking-water-source',
      severity: 'mend',
      place: BETWEEN,
      component: 'source',
      title: 'A heater made for drinking water feeds the heating',
      why: 'Heating water stands, rusts and must never reach a tap. Either this heater serves the heating alone, with no pipe to the taps, or a plate exchanger keeps the two waters apart. Local codes and its maker decide whether it may do this at all.',
      remedies: [{ label: 'A plate exchanger between', edits: betweenAs('plates') }],
    },
  ];
}

function dataPoints({ job, say }: Context, { heatPump }: UnreviewedDesign): Finding[] {
  if (!heatPump || heatPump.covered) return [];
  return [
    {
      id: 'data-beyond',
      rule: 'data-beyond',
      severity: 'note',
      place: 'source/points',
      component: 'source',
      title: `The data points end before ${say(job.site.outdoorDesignTemperature, 'temperature')} outdoors or ${say(job.source.flowTemperature, 'temperature')} flow`,
      why: 'Beyond them the nearest point counts, which flatters it: colder air and hotter water both take output and COP away. Enter a point on the other side.',
      remedies: [],
    },
  ];
}
