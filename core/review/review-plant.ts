import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { HYGIENE_EXCESS } from '../plant/cylinder.ts';
import { beside } from '../plant/further-sources.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { reviewInsulation, reviewPipe } from './review-pipe.ts';
import { reviewPump } from './review-pump.ts';

/** Findings on source, separation and vessel. */
export function reviewPlant(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say } = context;
  const { source } = design;
  if (!source) return [];
  const findings: Finding[] = [];
  const needed = source.load.value;
  const there = source.capacity.value + beside(job.furtherSources);
  if (job.source.capacity !== 'auto' && there < needed) {
    findings.push({
      id: 'source-too-small',
      rule: 'source-too-small',
      severity: 'stop',
      place: 'source/capacity',
      component: 'source',
      title: `The source is ${say(needed - there, 'power')} short`,
      why: `${job.furtherSources.length > 0 ? 'All that run together give' : 'It gives'} ${say(there, 'power')} and rooms and pipes need ${say(needed, 'power')} on the design day. ${job.furtherSources.some((each) => traitsOf(each).bySun || each.order === 'backup') ? 'The sun is down then, and a backup stands by: neither counts. ' : ''}Take a larger one, add a second, or lower the loads.`,
      remedies: [{ label: 'Size the source from the load', edits: [{ at: 'source/capacity', value: 'auto' }] }],
    });
  }
  findings.push(...tooLarge(context, design), ...tooHotForIt(context));
  findings.push(
    ...reviewPipe(context, source.run, {
      deltaT: job.source.temperatureDifference,
      deltaTPlace: 'source/temperatureDifference',
      component: 'source/run',
      hottest: job.source.flowTemperature,
    }),
  );
  findings.push(...reviewInsulation(context, source.run, job.source.run, source.runHeat, 'source/run'));
  if (source.pump) findings.push(...reviewPump(context, source.pump, 'source/pump', 'source/temperatureDifference'));
  findings.push(...reviewReturn(context, design), ...reviewDilution(context, design), ...reviewVessel(context, design));
  return findings;
}

/** A source several times as large as anything asks of it. */
function tooLarge({ job, rules, say }: Context, { source, hotWater }: UnreviewedDesign): Finding[] {
  if (!source || job.source.capacity === 'auto' || traitsOf(job.source).leastShare === 0) return [];
  const needed = Math.max(source.load.value, hotWater ? (job.hotWater?.coilOutput ?? 0) : 0);
  const over = source.capacity.value / Math.max(needed, 1);
  if (over <= rules.sourceOversize.limit) return [];
  return [
    {
      id: 'source-too-large',
      rule: 'source-too-large',
      severity: 'mend',
      place: 'source/capacity',
      component: 'source',
      title: `The source is ${over.toFixed(over < 10 ? 1 : 0)} times as large as what is needed`,
      why: `Its output is ${say(source.capacity.value, 'power')}, the largest load ${say(needed, 'power')}. ${rules.sourceOversize.reason} Check the plate and the loads; a source of the right size costs less and lives longer.`,
      remedies: [{ label: 'Size the source from the load', edits: [{ at: 'source/capacity', value: 'auto' }] }],
    },
  ];
}

/** Water hotter than its kind usually sends: for the house, for charging, or in the cycle against germs. */
function tooHotForIt({ job, say }: Context): Finding[] {
  const { source, hotWater } = job;
  const { mostFlow, heatPump } = traitsOf(source);
  // A data sheet that goes further knows better.
  const most = Math.max(mostFlow, ...source.points.map(({ flow }) => flow));
  const asked = [
    { what: 'the house', at: 'source/flowTemperature', value: source.flowTemperature as number },
    ...(hotWater ? [{ what: 'charging', at: 'hotWater/flowTemperature', value: hotWater.flowTemperature as number }] : []),
  ].filter(({ value }) => value > most + 1e-9);
  const cycle = hotWater?.hygieneBy === 'source' ? (hotWater.hygieneTemperature ?? 0) + HYGIENE_EXCESS : 0;
  const byCycle = cycle > most;
  const [worst] = asked;
  if (!worst && !byCycle) return [];
  const edits = [
    ...asked.map(({ at }) => ({ at, value: most })),
    ...(byCycle
      ? [
          { at: 'hotWater/hygieneBy', value: 'immersion' },
          { at: 'hotWater/immersion', value: hotWater?.immersion ?? USUAL_IMMERSION },
        ]
      : []),
  ];
  return [
    {
      id: 'source-flow-high',
      rule: 'source-flow-high',
      severity: heatPump ? 'stop' : 'mend',
      place: worst?.at ?? 'hotWater/hygieneTemperature',
      component: 'source',
      title: `${worst ? say(worst.value, 'temperature') : say(cycle, 'temperature')} is more than a source of this kind usually reaches`,
      why: `About ${say(most, 'temperature')} is the most of its kind, from memory; its data sheet decides. Asked for: ${[...asked.map(({ what, value }) => `${say(value, 'temperature')} for ${what}`), ...(byCycle ? [`${say(cycle, 'temperature')} in the hygiene cycle`] : [])].join(', ')}. ${heatPump ? 'It locks out, or runs at a COP hardly above 1.' : 'Its limiter stops it before.'}`,
      remedies: [
        {
          label: byCycle
            ? `No more than ${say(most, 'temperature')}, the cycle by an immersion heater`
            : `No more than ${say(most, 'temperature')}`,
          edits,
        },
      ],
    },
  ];
}

/** Output of an immersion heater as it is commonly fitted, W: common practice. */
export const USUAL_IMMERSION = 3000;

/** The temperature at which water comes back, against what this kind of source wants. */
function reviewReturn(context: Context, { source }: UnreviewedDesign): Finding[] {
  const { job, rules, say, piping } = context;
  if (!source) return [];
  const back = source.returnTemperature.value;
  const base = { place: 'source/temperatureDifference', component: 'source', remedies: [] };
  if (traitsOf(job.source).condenses && back > rules.condensingReturn.limit) {
    return [
      {
        ...base,
        id: 'return-too-hot',
        rule: 'return-too-hot',
        severity: 'note',
        title: `Return of ${say(back, 'temperature')}: the boiler does not condense`,
        why: `${rules.condensingReturn.reason} Below ${say(rules.condensingReturn.limit, 'temperature')} it gains: run the circuits cooler or with a wider delta T, and feed a header no harder than it is drawn on.`,
      },
    ];
  }
  const wantsHot = traitsOf(job.source).wantsHotReturn;
  const lift = job.source.returnLift;
  const least = Math.ceil(rules.dryReturn.limit);
  // A loading valve keeps it up where it is set high enough, and a pump of its own can drive the water round through it.
  if (wantsHot && Math.max(back, lift?.temperature ?? back) < rules.dryReturn.limit) {
    return [
      {
        ...base,
        ...(piping.lead.pump && least < job.source.flowTemperature
          ? {
              remedies: [
                {
                  label: `A loading valve that lets through ${say(least, 'temperature')}`,
                  edits: [{ at: 'source/returnLift', value: { temperature: least, kvs: 'auto' } }],
                },
              ],
            }
          : {}),
        id: 'return-too-cold',
        rule: 'return-too-cold',
        severity: 'mend',
        title: `Return of ${say(back, 'temperature')}: colder than the boiler bears`,
        why: `${rules.dryReturn.reason} It needs at least ${say(rules.dryReturn.limit, 'temperature')}: a return lift at the boiler, or water passed round the circuits, keeps it there. The maker's data decide.`,
      },
    ];
  }
  return [];
}

/** A header that is drawn on harder than it is fed sends out cooler water than the source makes. */
function reviewDilution(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say, piping } = context;
  const { source } = design;
  // Plates pass heat and no water: what leaves them is cooler by their approach, not by water that turns round.
  const { traits } = piping.between();
  // Each pair of a ring main is judged by what it draws itself.
  if (!source || !traits.decouples || traits.partsWater || source.pairs.length > 0) return [];
  const secondary = source.secondaryFlow.value;
  const primary = source.massFlow.value;
  const atDesign = secondary > primary * 1.001;
  // Water that goes down the header is surplus, and takes nothing from the supply.
  const up = (design.solved?.state.header ?? 0) < 0;
  const atDuty = up && source.supplyAtDuty !== null && source.supplyAtDuty.value < job.source.flowTemperature - 0.5;
  if (!atDesign && !atDuty) return [];
  const supply = source.supplyAtDuty ?? source.supplyTemperature;
  const deltaT = Math.max(1, Math.floor(((job.source.temperatureDifference * primary) / secondary) * 2) / 2);
  return [
    {
      id: 'dilution',
      rule: 'dilution',
      severity: atDesign ? 'mend' : 'note',
      place: 'source/temperatureDifference',
      component: 'header',
      title: `The header supplies ${say(supply.value, 'temperature')} instead of ${say(job.source.flowTemperature, 'temperature')}`,
      why: `${atDesign ? `The circuits draw ${say(secondary, 'massFlow')}, the source feeds ${say(primary, 'massFlow')}` : 'With every pump at its duty point the circuits draw more than the source feeds'}: the rest is return water that turns round in the header. More flow through the source (a smaller delta T there) or less in the circuits brings the temperature back.`,
      remedies:
        atDesign && deltaT < job.source.temperatureDifference
          ? [
              {
                label: `Run the source at delta T ${say(deltaT, 'temperatureDifference')}`,
                edits: [{ at: 'source/temperatureDifference', value: deltaT }],
              },
            ]
          : [],
    },
  ];
}

/** The vessel holds water up to a height that some circuit stands above. */
function staticHeightLow({ job, say }: Context): Finding[] {
  const highest = job.circuits.reduce<{ name: string; height: number } | null>(
    (most, { name, height }) => (most === null || height > most.height ? { name, height } : most),
    null,
  );
  if (!highest || highest.height <= job.vessel.staticHeight) return [];
  return [
    {
      id: 'static-height-low',
      rule: 'static-height-low',
      severity: 'mend',
      place: 'vessel/staticHeight',
      component: 'vessel',
      title: `${highest.name} stands ${say(highest.height, 'length')} up, the vessel counts with ${say(job.vessel.staticHeight, 'length')}`,
      why: 'The gas pressure carries the water to the highest point. Counted too low, the top of the plant is under less than the air outside: it draws air in, and the radiators up there stay cold.',
      remedies: [
        {
          label: `Count with ${say(highest.height, 'length')}`,
          edits: [{ at: 'vessel/staticHeight', value: highest.height }],
        },
      ],
    },
  ];
}

function reviewVessel(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say } = context;
  const { vessel } = design;
  if (!vessel) return [];
  const low = staticHeightLow(context);
  const least = vessel.leastVolume.value;
  if (!Number.isFinite(least)) {
    return [
      ...low,
      {
        id: 'vessel-impossible',
        rule: 'vessel-impossible',
        severity: 'stop',
        place: 'vessel/reliefPressure',
        component: 'vessel',
        title: 'No vessel fits between gas and relief pressure',
        why: `The static height asks for ${say(vessel.gasPressure.value, 'pressure')} of gas and the relief valve ends the range at ${say(vessel.endPressure.value, 'pressure')}. Take a higher relief setting, if every part bears it, or put the vessel higher up.`,
        remedies: [],
      },
    ];
  }
  if (vessel.volume !== null && vessel.volume.value >= least) return low;
  return [
    ...low,
    {
      id: 'vessel-too-small',
      rule: 'vessel-too-small',
      severity: 'stop',
      place: 'vessel/volume',
      component: 'vessel',
      title: vessel.volume
        ? `A vessel of ${say(vessel.volume.value, 'volume')} is too small`
        : 'No stocked vessel is large enough',
      why: `The system needs at least ${say(least, 'volume')}; with less the relief valve drips whenever the plant is hot. ${vessel.volume ? '' : 'Use several vessels side by side.'}`.trim(),
      remedies:
        job.vessel.volume === 'auto'
          ? []
          : [
              {
                label: 'Choose the vessel from the content',
                edits: [{ at: 'vessel/volume', value: 'auto' }],
              },
            ],
    },
  ];
}
