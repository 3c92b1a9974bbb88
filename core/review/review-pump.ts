import type { Context } from '../design/context.ts';
import type { PumpDesign } from '../design/pump-design.ts';
import type { Finding } from './finding.ts';

/** Findings on one pump: none reaches the duty, a pinned one falls short, is unknown, or is far too strong. */
export function reviewPump(context: Context, pump: PumpDesign, component: string, deltaTPlace: string): Finding[] {
  const { rules, say } = context;
  const findings: Finding[] = [];
  const base = { place: pump.place, component };
  const wanted = `${say(pump.designFlow.value, 'volumeFlow')} at ${say(pump.wantedHead.value, 'head')}`;
  const unpin = { label: 'Let the pump be chosen', edits: [{ at: pump.place, value: 'auto' }] };
  if (!pump.reaches) {
    const got = pump.duty
      ? ` It gives ${say(pump.duty.flow.value, 'volumeFlow')} at ${say(pump.duty.head.value, 'head')}, delta T becomes ${say(pump.duty.temperatureDifference.value, 'temperatureDifference')}.`
      : '';
    findings.push({
      ...base,
      place: pump.pinned ? pump.place : deltaTPlace,
      id: `pump-short:${pump.place}`,
      rule: 'pump-short',
      severity: 'stop',
      title: pump.pinned
        ? `${pump.label}: the pinned pump falls short`
        : `${pump.label}: no pump in the catalogue reaches the duty`,
      why: `Wanted are ${wanted}.${got} A wider delta T, a larger bore or a shorter worst run ask less of the pump.`,
      remedies: pump.pinned ? [unpin] : [],
    });
  }
  if (pump.unknownPump !== null) {
    findings.push({
      ...base,
      id: `pump-unknown:${pump.place}`,
      rule: 'pump-unknown',
      severity: 'mend',
      title: `${pump.label}: no pump “${pump.unknownPump}” in the catalogue`,
      why: 'A pump was chosen automatically instead. Pick one of the catalogue, or auto.',
      remedies: [unpin],
    });
  }
  const over = pump.duty ? pump.duty.flow.value / pump.designFlow.value : 0;
  if (pump.reaches && pump.duty && over > rules.pumpOversize.limit) {
    findings.push({
      ...base,
      id: `pump-strong:${pump.place}`,
      rule: 'pump-strong',
      severity: 'note',
      title: `${pump.label}: the pump moves ${say(over, 'factor')} times the design flow`,
      why: `Speed ${pump.duty.step} of ${pump.duty.steps} settles at ${say(pump.duty.flow.value, 'volumeFlow')} instead of ${say(pump.designFlow.value, 'volumeFlow')}, and delta T narrows to ${say(pump.duty.temperatureDifference.value, 'temperatureDifference')}. ${pump.pinned ? 'A smaller pump, or throttling at the balancing valve, brings it back.' : 'It is the smallest that reaches the duty: throttle it at the balancing valve.'}`,
      remedies: pump.pinned ? [unpin] : [],
    });
  }
  return findings;
}
