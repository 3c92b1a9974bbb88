import type { PumpDesign } from '../design/choose-pump.ts';
import type { Context } from '../design/context.ts';
import { drivenBy } from '../design/driven-by.ts';
import type { Finding } from '../finding/finding.ts';

/** Findings on one pump: none reaches the duty, a pinned one falls short, is unknown, or is far too strong. */
export function reviewPump(context: Context, pump: PumpDesign, component: string, deltaTPlace: string): Finding[] {
  const { rules, say } = context;
  const findings: Finding[] = [];
  const base = { place: pump.place, component };
  const wanted = `${say(pump.designFlow.value, 'volumeFlow')} at ${say(pump.wantedHead.value, 'head')}`;
  const missing = pump.duty ? Math.max(0, 1 - pump.duty.flow.value / pump.designFlow.value) : 0;
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
      severity: shortness(pump),
      title: pump.pinned
        ? `${pump.label}: the fixed pump falls short${missing > 0.005 ? ` by ${say(missing, 'fraction')}` : ''}`
        : `${pump.label}: no pump in the catalogue reaches the duty`,
      why: `Wanted are ${wanted}.${got} ${drivenBy(context, pump)} A wider delta T, a larger bore or a shorter index run ask less of the pump.`,
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
  const circuit = context.job.circuits.find((each) => pump.place === `circuits/${each.id}/pump`);
  const throttle =
    circuit?.balancing === 'none' && circuit.pumpControl === 'fixed-speed'
      ? [{ label: 'Add a regulating valve', edits: [{ at: `circuits/${circuit.id}/balancing`, value: 'valve' }] }]
      : [];
  const over = pump.duty ? pump.duty.flow.value / pump.designFlow.value : 0;
  if (pump.reaches && pump.duty && over > rules.pumpOversize.limit) {
    findings.push({
      ...base,
      id: `pump-strong:${pump.place}`,
      rule: 'pump-strong',
      severity: over > FAR_TOO_STRONG ? 'mend' : 'note',
      title: `${pump.label}: the pump moves ${say(over - 1, 'fraction')} more than its design flow`,
      why: `At ${pump.duty.running} it settles at ${say(pump.duty.flow.value, 'volumeFlow')} instead of ${say(pump.designFlow.value, 'volumeFlow')}, and delta T narrows to ${say(pump.duty.temperatureDifference.value, 'temperatureDifference')}. ${pump.pinned ? 'A smaller pump, or throttling at a regulating valve, brings it back.' : 'It is the smallest that reaches the duty: throttle it at a regulating valve, or let it hold a pressure.'}`,
      remedies: [...(pump.pinned ? [unpin] : []), ...throttle],
    });
  }
  const burnt = pump.duty && pump.head.value > 0 ? pump.duty.head.value / pump.head.value : 0;
  if (pump.reaches && pump.duty && over <= rules.pumpOversize.limit && burnt > rules.pumpThrottled.limit) {
    findings.push({
      ...base,
      id: `pump-throttled:${pump.place}`,
      rule: 'pump-throttled',
      severity: 'note',
      title: `${pump.label}: more than half of the pump’s head is throttled away`,
      why: `It makes ${say(pump.duty.head.value, 'head')} where the index run takes ${say(pump.head.value, 'head')}; ${rules.pumpThrottled.reason.toLowerCase()} A lower speed, a smaller pump or one that holds a pressure does without.`,
      remedies: [
        ...(pump.pinned ? [unpin] : []),
        ...(circuit?.pumpControl === 'fixed-speed'
          ? [
              {
                label: 'Let it hold a constant pressure',
                edits: [{ at: `circuits/${circuit.id}/pumpControl`, value: 'constant-pressure' }],
              },
            ]
          : []),
      ],
    });
  }
  const carried = pump.duty ? pump.duty.power.value / Math.max(pump.load.value, 1) : 0;
  if (pump.duty && carried > rules.pumpShare.limit && pump.duty.power.value > SMALLEST_PUMPS) {
    findings.push({
      ...base,
      place: pump.pinned ? pump.place : deltaTPlace,
      id: `pump-absurd:${pump.place}`,
      rule: 'pump-absurd',
      severity: 'mend',
      title: `${pump.label}: ${say(pump.duty.power.value, 'electricPower')} of pump for ${say(pump.load.value, 'power')} of heat`,
      why: `${rules.pumpShare.reason} ${drivenBy(context, pump)} ${pump.pinned ? 'A smaller pump does.' : 'Check that entry before buying such a pump: more loops side by side, a wider bore or a wider delta T bring it down.'}`,
      remedies: pump.pinned ? [unpin] : [],
    });
  }
  return findings;
}

/** The smallest circulators there are take up to this, W: no smaller one can be had for a small load. */
const SMALLEST_PUMPS = 40;

/** Flow over design from which a strong pump is to be mended and not only known. */
const FAR_TOO_STRONG = 2;

/** A few hundredths under are within what lengths are known to; a tenth and more is felt. */
const shortness = ({ duty, designFlow }: PumpDesign): Finding['severity'] => {
  const share = duty ? duty.flow.value / designFlow.value : 0;
  return share > 0.95 ? 'note' : share > 0.9 ? 'mend' : 'stop';
};
