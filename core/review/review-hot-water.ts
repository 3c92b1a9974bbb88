import type { HotWater } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding } from '../finding/finding.ts';
import { HYGIENE_EXCESS } from '../plant/cylinder.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { inUnits } from '../quantity/in-units.ts';
import { USUAL_IMMERSION } from './review-plant.ts';

const base: Pick<Finding, 'component' | 'remedies'> = { component: 'source', remedies: [] };

/** Findings on the cylinder: never warm, slow, germs, scalding, a source that cycles on its coil. */
/** Hot water that the source makes itself: enough for one tap, and not twice. */
function taps({ job, say, rules }: Context, { taps: designed }: UnreviewedDesign): Finding[] {
  if (!designed) return [];
  const findings: Finding[] = [];
  const base = { place: 'source/taps/output', component: 'source' };
  if (designed.flow.value < rules.tapFlow.limit)
    findings.push({
      ...base,
      id: 'tap-slow',
      rule: 'tap-slow',
      severity: 'mend',
      title: `${say(designed.flow.value, 'volumeFlow')} of hot water at once`,
      why: `${rules.tapFlow.reason} Drawn faster it comes cooler than ${say(job.source.taps?.tapTemperature ?? 0, 'temperature')}. A unit with more output for hot water, or a cylinder, brings more.`,
      remedies: [],
    });
  if (job.hotWater)
    findings.push({
      ...base,
      id: 'hot-water-twice',
      rule: 'hot-water-twice',
      severity: 'note',
      title: 'The source makes hot water itself, and there is a cylinder',
      why: 'The run takes what is drawn from the cylinder. Leave out what is not there.',
      remedies: [{ label: 'The source makes none', edits: [{ at: 'source/taps', value: null }] }],
    });
  return findings;
}

export function reviewHotWater(context: Context, whole: UnreviewedDesign): Finding[] {
  const { hotWater: design, buffer } = whole;
  const { job, rules, say } = context;
  const { hotWater } = job;
  const findings = taps(context, whole);
  if (!hotWater || !design) return findings;
  const { storeTemperature: store, flowTemperature: flow, hygieneTemperature: hygiene } = hotWater;
  // The cycle against germs has a flow of its own, or a heater.
  const byImmersion = traitsOf(job.source).mostFlow < 65 + HYGIENE_EXCESS;
  const hottest = Math.max(store, hygiene ?? 0);
  const charged = store;
  if (flow < charged + rules.coilApproach.limit) {
    const wanted = Math.min(110, Math.ceil(charged + rules.coilApproach.limit));
    findings.push({
      ...base,
      id: 'cylinder-cold',
      rule: 'cylinder-cold',
      severity: flow <= charged ? 'stop' : 'mend',
      place: 'hotWater/flowTemperature',
      title: `The cylinder ${flow <= charged ? 'never reaches' : 'hardly reaches'} ${say(charged, 'temperature')}`,
      why: `Charged with ${say(flow, 'temperature')} its coil has ${say(Math.max(flow - charged, 0), 'temperatureDifference')} left at the end; ${say(rules.coilApproach.limit, 'temperatureDifference')} are usual. Charge hotter, keep the store cooler, or take a larger coil.`,
      remedies: [
        { label: `Charge with ${say(wanted, 'temperature')}`, edits: [{ at: 'hotWater/flowTemperature', value: wanted }] },
      ],
    });
  } else if (design.reheat.value > rules.reheatTime.limit) {
    findings.push({
      ...base,
      id: 'reheat-slow',
      rule: 'reheat-slow',
      severity: Number.isFinite(design.reheat.value) ? 'note' : 'stop',
      place: 'hotWater/volume',
      title: Number.isFinite(design.reheat.value)
        ? `From cold to warm in ${say(design.reheat.value, 'duration')}`
        : 'Nothing is left to heat the cylinder with',
      why:
        hotWater.charging === 'priority'
          ? `The heating waits so long. ${rules.reheatTime.reason} More power, a hotter flow, a larger coil, or charging beside the heating where all circuits are mixed.`
          : `${rules.reheatTime.reason} On the design day the heating takes ${say(design.power.value, 'power')} short of all the source has; let the cylinder go first.`,
      remedies:
        hotWater.charging === 'parallel'
          ? [{ label: 'Let the cylinder go first', edits: [{ at: 'hotWater/charging', value: 'priority' }] }]
          : [],
    });
  }
  if (store < rules.hygieneStore.limit && hygiene === null) {
    findings.push({
      ...base,
      id: 'hygiene-missing',
      rule: 'hygiene-missing',
      severity: 'mend',
      place: 'hotWater/hygieneTemperature',
      title: `A store of ${say(store, 'temperature')} without a hygiene cycle`,
      why: `${inUnits(rules.hygieneStore.reason, job.display)} Heat the whole store, and the pipes of the circulation with its pump running, once a week; local codes decide how hot and how often.`,
      remedies: [
        // The cycle has a flow of its own: the store is charged as before on all other days.
        byImmersion
          ? {
              label: `A weekly cycle at ${say(65, 'temperature')} by an immersion heater`,
              edits: [
                { at: 'hotWater/hygieneTemperature', value: 65 },
                { at: 'hotWater/hygieneBy', value: 'immersion' },
                { at: 'hotWater/immersion', value: hotWater.immersion ?? USUAL_IMMERSION },
              ],
            }
          : { label: `A weekly cycle at ${say(65, 'temperature')}`, edits: [{ at: 'hotWater/hygieneTemperature', value: 65 }] },
      ],
    });
  }
  if (hottest > rules.scaldStore.limit && !hotWater.temperingValve) {
    findings.push({
      ...base,
      id: 'scalding',
      rule: 'scalding',
      severity: 'stop',
      place: 'hotWater/temperingValve',
      title: `Water of ${say(hottest, 'temperature')} at the tap scalds`,
      why: `${rules.scaldStore.reason} A tempering valve at the outlet mixes it down; it needs check valves in both inlets, or hot water pushes back into the cold pipe, and then an expansion vessel and relief valve on the cylinder's side of them. Local codes decide.`,
      remedies: [{ label: 'It has a tempering valve', edits: [{ at: 'hotWater/temperingValve', value: true }] }],
    });
  }
  findings.push(...drinkingSide(hotWater), ...chargingGuards(context, hotWater));
  const least = buffer?.leastOutput.value ?? 0;
  if (least > design.atEnd.value * 1.001 && design.atEnd.value > 0) {
    findings.push({
      ...base,
      id: 'coil-small',
      rule: 'coil-small',
      severity: 'note',
      place: 'hotWater/coilOutput',
      title: `At the end the coil takes ${say(design.atEnd.value, 'power')}, the source makes at least ${say(least, 'power')}`,
      why: 'The source cycles on its own limit while the last degrees are made. A larger coil, a hotter flow or a cooler store lets it run through.',
    });
  }
  return findings;
}

/** Check valve, vessel and circulation on the side that people drink from. */
function drinkingSide({
  temperingValve,
  coldCheck,
  drinkingVessel,
  circulation,
  hygieneTemperature,
  hygieneCirculates,
  circulationLength,
}: HotWater): Finding[] {
  const base = { component: 'hotWater', severity: 'mend' as const };
  const findings: Finding[] = [];
  if (temperingValve && !coldCheck) {
    findings.push({
      ...base,
      id: 'tempering-backflow',
      rule: 'tempering-backflow',
      place: 'hotWater/coldCheck',
      title: 'Hot water can push back through the cold port of the tempering valve',
      why: 'Without check valves hot water crosses into the cold pipe whenever its pressure is the higher one, and cold taps run warm. A check valve closes that way; what the cylinder expands then needs a vessel on its own side.',
      remedies: [
        {
          label: 'A check valve, and the vessel that belongs to it',
          edits: [
            { at: 'hotWater/coldCheck', value: true },
            { at: 'hotWater/drinkingVessel', value: true },
          ],
        },
      ],
    });
  }
  if (coldCheck && !drinkingVessel) {
    findings.push({
      ...base,
      id: 'drinking-vessel-missing',
      rule: 'drinking-vessel-missing',
      place: 'hotWater/drinkingVessel',
      title: 'The cylinder is shut in and has nowhere to expand',
      why: 'Behind a check valve each reheat raises the pressure until the relief valve drips, or something gives. A vessel made for drinking water on the cylinder’s side of the check valve takes it up. Local codes decide.',
      remedies: [{ label: 'A vessel on the drinking side', edits: [{ at: 'hotWater/drinkingVessel', value: true }] }],
    });
  }
  if (circulation !== 'none' && circulationLength <= 0) {
    findings.push({
      ...base,
      severity: 'note',
      component: null,
      id: 'circulation-unmeasured',
      rule: 'circulation-unmeasured',
      place: 'hotWater/circulationLength',
      title: 'How long the circulation is has not been entered',
      why: 'Its pipe loses heat as long as its pump turns, often more than the cylinder itself. A run leaves it out until its length there and back is known.',
      remedies: [],
    });
  }
  if (circulation !== 'none' && hygieneTemperature !== null && !hygieneCirculates) {
    findings.push({
      ...base,
      id: 'hygiene-stale-pipe',
      rule: 'hygiene-stale-pipe',
      place: 'hotWater/hygieneCirculates',
      title: 'The hygiene cycle leaves the circulation pipe cold',
      why: 'The store gets hot once a week, the pipe to the taps and back does not, and germs live on in it. The circulation pump has to run through the cycle.',
      remedies: [{ label: 'Run the circulation too', edits: [{ at: 'hotWater/hygieneCirculates', value: true }] }],
    });
  }
  return findings;
}

/** What stops the charging, and what it does to circuits that take the same water. */
function chargingGuards({ job, say }: Context, hotWater: HotWater): Finding[] {
  const findings: Finding[] = [];
  if (!hotWater.overheatStat) {
    findings.push({
      id: 'overheat-missing',
      rule: 'overheat-missing',
      severity: 'mend',
      place: 'hotWater/overheatStat',
      component: 'hotWater',
      title: 'Nothing stops the charging when the store gets too hot',
      why: 'A stuck relay or valve heats the cylinder on until its relief lets go. A high-limit thermostat in series with the pump or valve that charges it stops that. Local codes ask for it on unvented cylinders.',
      remedies: [{ label: 'A high-limit thermostat in series', edits: [{ at: 'hotWater/overheatStat', value: true }] }],
    });
  }
  const direct = job.circuits.filter((circuit) => circuit.connection === 'direct');
  if (hotWater.charging === 'parallel' && direct.length > 0 && hotWater.flowTemperature > job.source.flowTemperature + 0.5) {
    findings.push({
      id: 'parallel-direct',
      rule: 'parallel-direct',
      severity: 'mend',
      place: 'hotWater/charging',
      component: 'hotWater',
      title: `While the cylinder charges, ${direct[0]?.name ?? 'a direct circuit'} is supplied with ${say(hotWater.flowTemperature, 'temperature')}`,
      why: 'Charging beside the heating suits plants in which every circuit is mixed: a direct one takes whatever the cylinder asks of the source.',
      remedies: [{ label: 'Let the cylinder go first', edits: [{ at: 'hotWater/charging', value: 'priority' }] }],
    });
  }
  return findings;
}
