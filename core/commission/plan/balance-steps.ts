import type { Job } from '../../../model/job.ts';
import type { Design } from '../../design/design.ts';
import { formatNumber, say } from '../../quantity/format.ts';
import { balancingOrder, SECOND_ROUND_BEYOND } from '../balancing-order.ts';
import { keyOf } from '../reading-points.ts';
import type { PlanStep } from './step.ts';

/** Every loop set, in the order that disturbs least what was set before. */
export function balanceSteps(job: Job, design: Design): PlanStep[] {
  const { display } = job;
  return balancingOrder(job, design).map((step): PlanStep => {
    const named = [step.roomName, step.label].filter(Boolean).join(', ');
    const flow = say(step.flow, 'meterFlow', display);
    const base = {
      id: `balance/${step.place}`,
      phase: 'balance' as const,
      place: step.place,
      placeLabel: named,
      // Where its flow is proved first; a circuit without a pump has nothing to prove.
      after: [`prove/circuits/${step.circuitId}`],
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
