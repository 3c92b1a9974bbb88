import type { Job } from '../../../model/job.ts';
import { curveFollowers, curveOf } from '../../control/curve-followers.ts';
import type { Design } from '../../design/design.ts';
import { formatNumber, say } from '../../quantity/format.ts';
import { balancingOrder, SECOND_ROUND_BEYOND } from '../balancing-order.ts';
import { keyOf } from '../reading-points.ts';
import { serviceDates } from '../service.ts';
import { TUNING_PRECONDITIONS } from '../tune-curve.ts';
import type { PlanStep } from './step.ts';

/** Flow of each pump proved before anything is throttled. */
export function proofSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  return design.circuits.flatMap(({ id, name, sized }): PlanStep[] => {
    const pump = sized?.pump;
    if (!pump?.duty) return [];
    return [
      {
        id: `prove/circuits/${id}`,
        phase: 'prove',
        place: `circuits/${id}/pump`,
        placeLabel: name,
        title: `${name}: prove ${say(pump.designFlow.value, 'volumeFlow', display)} with every valve wide open`,
        why: 'Head across the pump through its curve, or the meters added up. On the flat part of the curve a gauge proves nothing: use the meters, or a speed where the curve falls. What is found tells what lies in the wall as well.',
        tools: ['two gauges, or meters'],
        target: { kind: 'reading', keys: [keyOf(`circuits/${id}/pump`, 'head'), keyOf(`circuits/${id}`, 'flow')] },
        after: ['strainers'],
      },
    ];
  });
}

export function balanceSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  const proofs = proofSteps(job, design).map(({ id }) => id);
  return balancingOrder(job, design).map((step): PlanStep => {
    const named = [step.roomName, step.label].filter(Boolean).join(', ');
    const flow = say(step.flow, 'meterFlow', display);
    const base = {
      id: `balance/${step.place}`,
      phase: 'balance' as const,
      place: step.place,
      placeLabel: named,
      after: proofs.filter((id) => id === `prove/circuits/${step.circuitId}`),
    };
    if (step.how === 'holds' || step.how === 'thermostat')
      return {
        ...base,
        title: `${named}: ${step.how === 'holds' ? `set its valve to ${flow}` : 'thermostat head on, valve wide open'}`,
        why:
          step.how === 'holds'
            ? 'It holds that by itself once enough pressure stands on it.'
            : 'It throttles by the air of its room; balance with its head off where a room runs short.',
        tools: ['key of the valve'],
        target: { kind: 'reading', keys: [keyOf(step.place, step.how === 'holds' ? 'flow' : 'back')] },
      };
    return {
      ...base,
      title: step.index
        ? `${named}: the index, leave it wide open`
        : step.how === 'meter'
          ? `${named}: ${flow} at the meter`
          : `${named}: lockshield to ${say(step.kv, 'flowCoefficient', display)} by its table, or by the return`,
      why: `Turning one moves the others of its circuit: after the last go round once more for those over ${formatNumber(100 * SECOND_ROUND_BEYOND, 0)} % off.${step.how === 'return' ? ' Radiators of one circuit want returns alike, 3 to 7 K below the flow on a mild day: compare them with each other, and with what is expected now.' : ''}`,
      tools: step.how === 'meter' ? ['meter of the manifold'] : ['lockshield key', 'clip thermometer'],
      target: { kind: 'reading', keys: [keyOf(step.place, step.how === 'meter' ? 'flow' : 'back')] },
    };
  });
}

export function tuneSteps(job: Job, design: Design): PlanStep[] {
  return curveFollowers(job).flatMap((follower): PlanStep[] => {
    const curve = curveOf(job, design, follower);
    if (!curve) return [];
    return [
      {
        id: `tune/${follower.place}`,
        phase: 'tune',
        place: follower.place,
        placeLabel: follower.name,
        title: `${follower.name}: tune its weather curve, from slope ${formatNumber(curve.slope, 2)}`,
        why: `${TUNING_PRECONDITIONS.join(' ')} One change at a time, two days between.`,
        tools: ['room thermometer', 'patience'],
        target: { kind: 'tuning', follower: follower.place },
        after: balancingOrder(job, design)
          .filter(({ circuitId }) => follower.place === 'source' || follower.place === `circuits/${circuitId}`)
          .map(({ place }) => `balance/${place}`),
      },
    ];
  });
}

export function handOverSteps(): PlanStep[] {
  const base = { phase: 'hand-over' as const, place: null, tools: [] };
  return [
    {
      ...base,
      id: 'show',
      placeLabel: 'Owner',
      title: 'Show the owner the gauge, topping up, the thermostats and what to leave alone',
      why: 'Half of the calls of the first winter are questions that ten minutes answer.',
      target: { kind: 'look' },
      after: [],
    },
    {
      ...base,
      id: 'as-left',
      placeLabel: 'As-left sheet',
      title: 'Sign the as-left sheet: every setting, every reading beside its target, and what was let stand',
      why: 'Whoever comes next can tell what changed. Local codes and licensed trades decide what else has to be certified.',
      target: { kind: 'signature' },
      after: ['show'],
      hold: true,
    },
  ];
}

export const liveSteps = (job: Job): PlanStep[] =>
  serviceDates(job).map(
    ({ id, what, every, first }): PlanStep => ({
      id: `service/${id}`,
      phase: 'live',
      place: null,
      placeLabel: 'Service',
      title: `${what}: ${every}, ${first}`,
      why: 'A plant that is read once a year tells in time what would cost a cold week.',
      tools: [],
      target: { kind: 'look' },
      after: ['as-left'],
    }),
  );
