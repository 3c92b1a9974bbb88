import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { beside } from '../plant/further-sources.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import type { Finding } from './finding.ts';
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
      why: `${job.furtherSources.length > 0 ? 'All that run together give' : 'It gives'} ${say(there, 'power')} and rooms and pipes need ${say(needed, 'power')} on the design day. Take a larger one, add a second, or lower the loads.`,
      remedies: [{ label: 'Size the source from the load', edits: [{ at: 'source/capacity', value: 'auto' }] }],
    });
  }
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

/** The temperature at which water comes back, against what this kind of source wants. */
function reviewReturn(context: Context, { source }: UnreviewedDesign): Finding[] {
  const { job, rules, say } = context;
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
        title: `The boiler gets ${say(back, 'temperature')} back and does not condense`,
        why: `${rules.condensingReturn.reason} Below ${say(rules.condensingReturn.limit, 'temperature')} it gains: run the circuits cooler or with a wider delta T, and feed a header no harder than it is drawn on.`,
      },
    ];
  }
  const wantsHot = traitsOf(job.source).wantsHotReturn;
  if (wantsHot && back < rules.dryReturn.limit) {
    return [
      {
        ...base,
        id: 'return-too-cold',
        rule: 'return-too-cold',
        severity: 'mend',
        title: `The boiler gets ${say(back, 'temperature')} back, colder than it bears`,
        why: `${rules.dryReturn.reason} It wants at least ${say(rules.dryReturn.limit, 'temperature')}: a return lift at the boiler, or water passed round the circuits, keeps it there. The maker's data decide.`,
      },
    ];
  }
  return [];
}

/** A header that is drawn on harder than it is fed sends out cooler water than the source makes. */
function reviewDilution(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say } = context;
  const { source } = design;
  if (!source || job.separation.kind === 'none') return [];
  const secondary = source.secondaryFlow.value;
  const primary = source.massFlow.value;
  const atDesign = secondary > primary * 1.001;
  const atDuty = source.supplyAtDuty !== null && source.supplyAtDuty.value < job.source.flowTemperature - 0.5;
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
      title: `The header sends out ${say(supply.value, 'temperature')} instead of ${say(job.source.flowTemperature, 'temperature')}`,
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

function reviewVessel(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say } = context;
  const { vessel } = design;
  if (!vessel) return [];
  const least = vessel.leastVolume.value;
  if (!Number.isFinite(least)) {
    return [
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
  if (vessel.volume !== null && vessel.volume.value >= least) return [];
  return [
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
