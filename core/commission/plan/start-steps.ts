import type { Job } from '../../../model/job.ts';
import { allPumps } from '../../design/all-pumps.ts';
import type { Design } from '../../design/design.ts';
import { gaugeNames } from '../../design/gauge-names.ts';
import { traitsOf } from '../../plant/source-kinds.ts';
import { say } from '../../quantity/format.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import { keyOf } from '../reading-points.ts';
import { settingsOf } from '../settings.ts';
import type { PlanStep } from './step.ts';

/** Words as the end of an id. */
const slug = (words: string): string =>
  words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

export function startSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  const { vessel } = design;
  const traits = traitsOf(job.source);
  const own = job.source.name || 'Source';
  const steps: PlanStep[] = [];
  steps.push({
    id: 'rest',
    phase: 'start',
    place: 'vessel',
    placeLabel: 'Plant at rest',
    title: `Read every gauge at rest${vessel?.fillPressure ? `: ${say(vessel.fillPressure.value, 'pressure', display)} in the plant room, less upstairs` : ''}`,
    why: 'Cold, all pumps off. Two gauges then differ by the height between them and nothing else; by what they differ more, one of them lies. The book learns that and takes it off later.',
    tools: ['gauges'],
    target: { kind: 'reading', keys: [...new Set(gaugeNames(job, design).map(({ point }) => keyOf(point, 'pressure')))] },
    after: ['fill/vessel'],
  });
  const settings = settingsOf(job, design);
  settings.forEach(({ place, where, what, to }) => {
    steps.push({
      id: `set/${place}/${slug(what)}`,
      phase: 'start',
      place,
      placeLabel: where,
      title: `${where}: ${what.charAt(0).toLowerCase()}${what.slice(1)} ${to}`,
      why: 'As designed. What is left otherwise is written down with its reason.',
      tools: [],
      target: { kind: 'setting', what, to },
      after: [],
    });
  });
  for (const { place, label, duty } of allPumps(design)) {
    steps.push({
      id: `run/${place}`,
      phase: 'start',
      place,
      placeLabel: label,
      title: `${label}: vent it, start it alone, look at the gauges`,
      why: `It shall show its head at once${duty ? `, ${say(duty.head.value, 'head', display)} with everything calling` : ''}. Gurgling: air, stop and vent. No head: it runs dry, backwards, or against nothing. Full head and no flow: something behind it is shut.`,
      tools: ['gauges', 'ear'],
      target: { kind: 'reading', keys: [keyOf(place, 'head'), keyOf(place, 'power')] },
      after: ['rest'],
    });
  }
  steps.push({
    id: 'first-heat',
    phase: 'start',
    place: 'source',
    placeLabel: own,
    title: `${own}: first heat, by whoever may`,
    why: 'Warm up by steps: floors slowly, as the maker of the screed says. Each circuit in turn: flow pipe warm first, then return. A return warm before its flow is piped the wrong way round.',
    tools: ['two clip thermometers'],
    target: { kind: 'reading', keys: [keyOf('source', 'supply'), keyOf('source', 'back')] },
    after: ['rest'],
    caution: traits.flame || traits.fire ? CAUTIONS.gas : CAUTIONS.electric,
  });
  steps.push({
    id: 'strainers',
    phase: 'start',
    place: null,
    placeLabel: 'Strainers and filters',
    title: 'Clean every strainer after the first hour, and again the next day; read the filling pressure',
    why: 'Hemp, swarf and sand come first. Pressure falls while air leaves, and then stops; what goes on falling is a leak.',
    tools: ['spanner', 'bucket'],
    target: { kind: 'look' },
    after: ['first-heat'],
    caution: CAUTIONS.pressure,
  });
  return steps;
}
