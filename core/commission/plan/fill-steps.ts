import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { freezingPoint } from '../../fluid/glycol.ts';
import { say } from '../../quantity/format.ts';
import { CAUTIONS } from '../../rules/cautions.ts';
import { fillWaters, litresPerMinute, purgeStretches } from '../fill-and-purge.ts';
import { keyOf } from '../reading-points.ts';
import type { PlanStep } from './step.ts';

/** Minutes as one says them: half minutes below five. */
const minutes = (seconds: number): string => {
  const all = seconds / 60;
  return all < 5 ? `${Math.max(Math.ceil(all * 2) / 2, 0.5)} min` : `${Math.ceil(all)} min`;
};

export function fillSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  const waters = fillWaters(job, design);
  const steps: PlanStep[] = [];
  for (const { place, name, content, glycol, fluid, gasPressure, fillPressure } of waters) {
    steps.push({
      id: `gas/${place}`,
      phase: 'fill',
      place,
      placeLabel: name,
      title: `Set the vessel’s gas side to ${say(gasPressure, 'pressure', display)}, its water side empty`,
      why: 'With water in it the gauge shows the water and not the gas. A vessel as delivered stands at anything.',
      tools: ['tyre gauge', 'hand pump'],
      target: { kind: 'setting', what: 'Gas pressure, its water side empty', to: say(gasPressure, 'pressure', display) },
      after: [],
    });
    const mix =
      fluid.kind === 'water'
        ? `Fill with ${say(content, 'volume', display)} of water`
        : `Mix ${say(glycol, 'volume', display)} of glycol with ${say(content - glycol, 'volume', display)} of water, and fill`;
    steps.push({
      id: `fill/${place}`,
      phase: 'fill',
      place,
      placeLabel: name,
      title: `${mix}${fillPressure === null ? '' : `, to ${say(fillPressure, 'pressure', display)} cold and at rest`}`,
      why: 'Slowly and from below, every vent open until water comes. Write down the litres: what goes in later is told from them.',
      tools: ['hose', 'meter on the filling line'],
      target: { kind: 'water', litres: content * 1000, minutes: null },
      after: [`gas/${place}`],
      caution: CAUTIONS.drinking,
    });
    if (fluid.kind !== 'water')
      steps.push({
        id: `dip/${place}`,
        phase: 'fill',
        place,
        placeLabel: name,
        title: `Dip the mix: ${say(fluid.concentration, 'fraction', display)} by volume, ice below ${say(freezingPoint(fluid.kind, fluid.concentration), 'temperature', display)}`,
        why: 'A refractometer for this very glycol: one for another reads wrong by degrees. Again after an hour of running, when it has mixed.',
        tools: ['refractometer'],
        target: { kind: 'reading', keys: [keyOf(place, 'glycol')] },
        after: [`fill/${place}`],
        caution: 'Ethylene glycol is poison; it may not come near drinking water.',
      });
  }
  const filled = steps.filter(({ id }) => id.startsWith('fill/')).map(({ id }) => id);
  for (const stretch of purgeStretches(job, design)) {
    const loop = stretch.place.startsWith('rooms/');
    steps.push({
      id: `purge/${stretch.place}`,
      phase: 'fill',
      place: stretch.place,
      placeLabel: stretch.name,
      title: `Purge ${stretch.name}: ${litresPerMinute(stretch).toFixed(1)} L/min for ${minutes(stretch.seconds)}`,
      why: `${loop ? 'Every other valve of the manifold shut, this one wide open: meters come closed as delivered. ' : 'Valves to the manifold shut, its purge valves open. '}It holds ${say(stretch.content, 'volume', display)}. Done when no bubble comes for as long as one content takes.`,
      tools: ['purge pump or main', 'hose', 'bucket'],
      target: { kind: 'water', litres: 3 * stretch.content * 1000, minutes: stretch.seconds / 60 },
      after: loop ? [`purge/circuits/${stretch.circuitId}/run`] : filled,
    });
  }
  return steps;
}
