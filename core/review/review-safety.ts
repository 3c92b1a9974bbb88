import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import type { Finding, Remedy } from '../finding/finding.ts';
import { fluidRange } from '../fluid/fluid.ts';
import { bothWays } from '../pipe/components.ts';
import { betweenAs } from '../plan/station-edits.ts';
import { traitsOf } from '../plant/source-kinds.ts';
import { reviewFilling } from './review-filling.ts';
import { putBehindSource } from './review-placement.ts';

/** Said wherever people could be hurt. */
const CODES = 'Local codes, the maker’s instructions and licensed trades decide.';

/** Findings on what keeps people and plant whole: relief, filling, low water, a fire, frost, where the source stands. */
export function reviewSafety(context: Context, design: UnreviewedDesign): Finding[] {
  if (!design.source) return [];
  return [
    ...relief(context, design),
    ...filling(context),
    ...reviewFilling(context, design),
    ...lowWater(context),
    ...fire(context),
    ...fromVented(context),
    ...outdoors(context),
    ...leastFlow(context, design),
  ];
}

function relief({ job, say }: Context, { source }: UnreviewedDesign): Finding[] {
  const { discharge, reliefCapacity } = job.safety;
  const findings: Finding[] = [];
  if (discharge !== 'drain') {
    const nowhere = discharge === 'nowhere';
    findings.push({
      id: 'relief-discharge',
      rule: 'relief-discharge',
      severity: nowhere ? 'stop' : 'note',
      place: 'safety/discharge',
      component: 'relief',
      title: nowhere ? 'The relief valve discharges nowhere' : 'Where the relief valve discharges is not known',
      why: `It discharges scalding water and steam. Its pipe needs full bore, fall, no valve in it, and an end that can be seen and hurts nobody. ${CODES}`,
      remedies: [{ label: 'It ends over a drain, in sight', edits: [{ at: 'safety/discharge', value: 'drain' }] }],
    });
  }
  const capacity = source?.capacity.value ?? 0;
  if (reliefCapacity !== null && reliefCapacity < capacity) {
    findings.push({
      id: 'relief-capacity',
      rule: 'relief-capacity',
      severity: 'stop',
      place: 'safety/reliefCapacity',
      component: 'relief',
      title: `Relief valve rated ${say(reliefCapacity, 'power')}, source can make ${say(capacity, 'power')}`,
      why: `With its control stuck the source would raise the pressure beyond what the parts bear. Take a valve for all it can make, the largest output and not that of the design day. ${CODES}`,
      remedies: [],
    });
  }
  return findings;
}

function filling({ job }: Context): Finding[] {
  const { filling: way } = job.safety;
  const glycol = job.fluid.kind !== 'water';
  const base = { place: 'safety/filling', component: 'vessel' };
  const feeder: Remedy[] = [
    { label: 'Fill from a feeder with its own tank', edits: [{ at: 'safety/filling', value: 'feeder' }] },
  ];
  if (way === 'unprotected') {
    return [
      {
        ...base,
        id: 'filling-unprotected',
        rule: 'filling-unprotected',
        severity: 'stop',
        title: 'Heating water can run back into the drinking water',
        why: `A plant filled straight from the main needs a backflow preventer of the class its water asks for${glycol ? '; glycol asks for more' : ''}. ${CODES}`,
        remedies: [
          { label: 'A filling unit with backflow protection', edits: [{ at: 'safety/filling', value: 'protected' }] },
          ...feeder,
        ],
      },
    ];
  }
  if (way === 'protected' && glycol) {
    return [
      {
        ...base,
        id: 'filling-thins',
        rule: 'filling-thins',
        severity: 'mend',
        title: 'Water from the main thins the glycol',
        why: 'Every litre made up lowers the share of glycol until it no longer keeps frost away, and nobody sees it. A feeder with ready mix keeps the share, and its level tells of leaks.',
        remedies: feeder,
      },
    ];
  }
  if (way !== 'unknown') return [];
  return [
    {
      ...base,
      id: 'filling-unknown',
      rule: 'filling-unknown',
      severity: 'note',
      title: 'How the plant is filled is not known',
      why: `Look for the backflow preventer between main and plant, or the feeder. ${CODES}`,
      remedies: [],
    },
  ];
}

/** Sources with a flame boil dry. */
function lowWater({ job }: Context): Finding[] {
  const { flame } = traitsOf(job.source);
  const there = job.source.inside.includes('low-water-cut-off') || bothWays(job.source).includes('low-water-cut-off');
  if (!flame || there) return [];
  return [
    {
      id: 'low-water',
      rule: 'low-water',
      severity: 'note',
      place: 'source/components',
      component: 'source',
      title: 'Nothing stops the source when water is short',
      why: `A leak empties the plant, the source fires on, and its exchanger is lost. Many have a pressure or flow switch inside: look it up, and fit one where there is none. ${CODES}`,
      remedies: [
        {
          label: 'It is inside the source',
          edits: [{ at: 'source/inside', value: [...job.source.inside, 'low-water-cut-off'] }],
        },
        { label: 'Fit one behind the source', edits: putBehindSource(job, 'low-water-cut-off') },
      ],
    },
  ];
}

function fire({ job }: Context): Finding[] {
  const burns = [job.source, ...job.furtherSources].some((source) => traitsOf(source).fire);
  if (!burns || job.safety.heatDump) return [];
  return [
    {
      id: 'heat-dump',
      rule: 'heat-dump',
      severity: 'stop',
      place: 'safety/heatDump',
      component: 'source',
      title: 'Nothing takes the heat of the fire in a power cut',
      why: `The pumps stop, the fire burns on, and the water boils. A cooling coil with a thermal valve on the main, or a circuit that runs by gravity, has to take it. ${CODES}`,
      remedies: [{ label: 'It has a heat dump', edits: [{ at: 'safety/heatDump', value: true }] }],
    },
  ];
}

/** What an open system leaves behind when it is sealed. */
function fromVented({ job }: Context): Finding[] {
  if (!job.safety.fromVented) return [];
  return [
    {
      id: 'vented-leftovers',
      rule: 'vented-leftovers',
      severity: 'stop',
      place: 'safety/fromVented',
      component: 'vessel',
      title: 'Vent pipe, cold feed and tank of the old system have to go',
      why: `Left open they let the pressure out or the air in; capped without a relief valve they make a bomb. Take off the vent and the cold feed and cap them at the pipe, not at the loft; fit relief valve, vessel, gauge and filling; test old radiators and joints at the new pressure before the source fires. ${CODES}`,
      remedies: [{ label: 'They are off, and it held the test', edits: [{ at: 'safety/fromVented', value: false }] }],
    },
  ];
}

/** Below the coldest night by this, K, and in steps of this share, glycol is mixed: common practice. */
const FROST_MARGIN = 3;
const GLYCOL_STEP = 0.05;

/** Least share of propylene glycol that stays liquid on the coldest night, with a margin; null where none does. */
export function glycolFor(coldest: number): number | null {
  for (let step = 4; step <= 12; step++) {
    const concentration = Math.round(step * GLYCOL_STEP * 100) / 100;
    if (fluidRange({ kind: 'propylene-glycol', concentration }).from <= coldest - FROST_MARGIN) return concentration;
  }
  return null;
}

function outdoors({ job, say }: Context): Finding[] {
  const { standing } = job.source;
  const findings: Finding[] = [];
  if (traitsOf(job.source).defrosts && standing === 'enclosed') {
    findings.push({
      id: 'source-enclosed',
      rule: 'source-enclosed',
      severity: 'mend',
      place: 'source/standing',
      component: 'source',
      title: 'The outdoor unit breathes its own cold air',
      why: 'Between walls the air it has cooled comes back to it: it gives less, costs more, and defrosts all day. Give it free air in front and above, or reckon with a smaller output.',
      remedies: [{ label: 'It stands in the open', edits: [{ at: 'source/standing', value: 'open-air' }] }],
    });
  }
  const outdoor = job.site.outdoorDesignTemperature;
  const share = glycolFor(outdoor);
  if (standing !== 'indoors' && job.fluid.kind === 'water' && outdoor < 0) {
    findings.push({
      id: 'frost-outdoors',
      rule: 'frost-outdoors',
      severity: 'mend',
      place: 'fluid/kind',
      component: 'source/run',
      title: `Water stands outdoors at ${say(outdoor, 'temperature')}`,
      why: 'While the unit runs it keeps itself warm; in a power cut its pipes and exchanger freeze in hours. Fill with glycol, or fit valves that empty the pipes outdoors before they freeze, and insulate them. Glycol takes a larger pump and some of the heat: look at both after.',
      remedies:
        share === null
          ? []
          : [
              {
                label: `Fill with ${say(share, 'fraction')} propylene glycol`,
                edits: [{ at: 'fluid', value: { kind: 'propylene-glycol', concentration: share } }],
              },
            ],
    });
  }
  return findings;
}

/** Flow through the source, solved with everything calling, against what its maker asks for. */
function leastFlow({ job, rules, say, piping }: Context, design: UnreviewedDesign): Finding[] {
  const least = job.source.leastFlow;
  const flow = design.solved?.state.converged ? design.solved.state.source.flow : null;
  if (least === null || flow === null || !design.source) return [];
  const margin = flow / least - 1;
  if (margin >= rules.flowProof.limit) return [];
  const short = margin < 0;
  const drop = job.source.temperatureDifference;
  const narrower = Math.max(1, Math.floor((drop * 2 * flow) / (least * (1 + rules.flowProof.limit))) / 2);
  return [
    {
      id: 'source-flow-low',
      rule: 'source-flow-low',
      severity: short ? 'stop' : 'note',
      place: 'source/leastFlow',
      component: 'source',
      title: short
        ? `Source flow ${say(flow, 'volumeFlow')}, at least ${say(least, 'volumeFlow')} is needed`
        : `Source flow only ${Math.round(margin * 100)} % above its minimum`,
      why: `${short ? 'It stops on its flow switch, or ices up in a defrost.' : rules.flowProof.reason} Wider pipe, a stronger pump or a separate source loop bring more.`,
      remedies: !piping.between().traits.decouples
        ? [{ label: 'A loop of its own: low-loss header', edits: betweenAs('header') }]
        : narrower < drop
          ? [
              {
                label: `Source at delta T ${say(narrower, 'temperatureDifference')}`,
                edits: [{ at: 'source/temperatureDifference', value: narrower }],
              },
            ]
          : [],
    },
  ];
}
