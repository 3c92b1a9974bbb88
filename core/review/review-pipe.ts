import { FIELDS } from '../../model/fields.ts';
import type { InsulatedRun } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import type { PipeDesign } from '../design/pipe-design.ts';
import type { Figure } from '../figure/figure.ts';
import type { Finding, Remedy } from '../finding/finding.ts';
import { pipeTransmittance, usualInsulation } from '../pipe/heat-loss.ts';

interface PipeSetting {
  deltaT: number;
  deltaTPlace: string;
  component: string;
  /** Hottest water in it, C. */
  hottest: number;
  /** Loops and branches beyond a manifold run slower by nature; slow water there is no finding. */
  branch?: boolean;
  /** What replacing it would mean: its length and how it can be reached. */
  note?: string;
}

/** Findings on one run of pipe: too small, noisy, needlessly large, too hot, unknown size. */
export function reviewPipe(context: Context, pipe: PipeDesign, setting: PipeSetting): Finding[] {
  const { rules, rulebook, say } = context;
  const findings: Finding[] = [];
  const base = { place: `${pipe.place}/size`, component: setting.component };
  const velocity = pipe.velocity.value;
  const gradient = pipe.gradient.value;
  const wanted = rulebook.boreBy === 'velocity' ? pipe.byVelocity : pipe.byGradient;
  const tooSmall =
    rulebook.boreBy === 'velocity'
      ? velocity > rules.velocityWanted.limit * 1.0001
      : gradient > rules.gradientMost.limit * 1.0001;
  const both = `${say(velocity, 'velocity')} and ${say(gradient, 'gradient')}`;
  const allowed =
    rulebook.boreBy === 'velocity' ? say(rules.velocityWanted.limit, 'velocity') : say(rules.gradientMost.limit, 'gradient');
  if (tooSmall) {
    findings.push({
      ...base,
      id: `pipe-too-small:${pipe.place}`,
      rule: 'pipe-too-small',
      severity: velocity > rules.velocityMost.limit ? 'stop' : 'mend',
      title: `${pipe.label}: ${pipe.size.label} is too small`,
      why: `At this flow it runs ${both}; the ${rulebook.label} rulebook allows ${allowed}. It carries ${say(pipe.capacity.value, 'power')} at this delta T. ${pipe.pinned ? 'It is fixed, so it was kept.' : 'No bore of this material is larger.'}`,
      remedies: curesForSmallPipe(context, pipe, setting, wanted),
    });
  } else if (velocity > rules.velocityMost.limit) {
    findings.push({
      ...base,
      id: `velocity-high:${pipe.place}`,
      rule: 'velocity-high',
      severity: 'mend',
      title: `${pipe.label}: ${say(velocity, 'velocity')} is fast`,
      why: `${rules.velocityMost.reason} Limit ${say(rules.velocityMost.limit, 'velocity')}. The gradient-led choice allows it; the velocity-led one would take ${pipe.byVelocity?.label ?? 'a larger material'}.`,
      remedies: pipe.byVelocity ? [pin(pipe, pipe.byVelocity.id, `${pipe.byVelocity.label} here`)] : [],
    });
  }
  const smallest = pipe.material.sizes[0];
  const tooLarge = rulebook.boreBy === 'velocity' ? velocity < rules.velocityLeast.limit : gradient < rules.gradientLeast.limit;
  if (!setting.branch && pipe.pinned && tooLarge && wanted && wanted.bore < pipe.size.bore && pipe.size !== smallest) {
    findings.push({
      ...base,
      id: `velocity-low:${pipe.place}`,
      rule: 'velocity-low',
      severity: 'note',
      title: `${pipe.label}: slow water in ${pipe.size.label}`,
      why: `It runs ${both}. ${rules.velocityLeast.reason} ${wanted.label} would do.`,
      remedies: [pin(pipe, wanted.id, `${wanted.label} here`)],
    });
  }
  if (pipe.unknownSize !== null) {
    findings.push({
      ...base,
      id: `size-unknown:${pipe.place}`,
      rule: 'size-unknown',
      severity: 'mend',
      title: `${pipe.label}: no size “${pipe.unknownSize}” in ${pipe.material.label}`,
      why: `The size was chosen automatically instead (${pipe.size.label}). Pick one of the sizes of this material, or auto.`,
      remedies: [{ label: 'Size it automatically', edits: [{ at: base.place, value: 'auto' }] }],
    });
  }
  if (setting.hottest > pipe.material.hottest) {
    findings.push({
      ...base,
      id: `pipe-too-hot:${pipe.place}`,
      rule: 'pipe-too-hot',
      severity: 'stop',
      title: `${pipe.label}: ${pipe.material.label} carries no ${say(setting.hottest, 'temperature')}`,
      why: `It is made for up to ${say(pipe.material.hottest, 'temperature')} (${pipe.material.source}, from memory). Take metal pipe near the source or run cooler.`,
      remedies: [],
    });
  }
  return findings;
}

/** A run without insulation: what it loses, and what it would lose insulated. */
export function reviewInsulation(
  context: Context,
  pipe: PipeDesign,
  run: InsulatedRun,
  loss: Figure,
  component: string,
): Finding[] {
  const { say, rules } = context;
  if (run.insulation !== 0 || loss.value < rules.bareLoss.limit) return [];
  const share = pipeTransmittance(pipe.size.outside, usualInsulation(pipe.size.bore)) / pipeTransmittance(pipe.size.outside, 0);
  return [
    {
      id: `pipe-bare:${pipe.place}`,
      rule: 'pipe-bare',
      severity: 'mend',
      place: `${pipe.place}/insulation`,
      component,
      title: `${pipe.label}: the bare pipe loses ${say(loss.value, 'heatLoad')}`,
      why: `Insulated as usual it loses ${say(loss.value * share, 'heatLoad')}. ${rules.bareLoss.reason}`,
      remedies: [{ label: 'Insulate it', edits: [{ at: `${pipe.place}/insulation`, value: 'auto' }] }],
    },
  ];
}

const pin = (pipe: PipeDesign, id: string, label: string): Remedy => ({
  label: `Lay ${label}`,
  edits: [{ at: `${pipe.place}/size`, value: id }],
});

/** The three cures of a short pipe: a wider delta T, faster water, or the next bore that carries it. */
function curesForSmallPipe(context: Context, pipe: PipeDesign, setting: PipeSetting, wanted: PipeDesign['byVelocity']): Remedy[] {
  const { say } = context;
  const remedies: Remedy[] = [];
  if (wanted && wanted !== pipe.size)
    remedies.push(pin(pipe, wanted.id, setting.note ? `${wanted.label} here (${setting.note})` : `${wanted.label} here`));
  const needed = (setting.deltaT * pipe.velocity.value) / pipe.velocityAllowed.value;
  const rounded = Math.ceil(needed * 10 - 1e-9) / 10;
  if (rounded <= FIELDS['circuits/*/temperatureDifference'].max) {
    remedies.push({
      label: `Widen delta T from ${say(setting.deltaT, 'temperatureDifference')} to ${say(rounded, 'temperatureDifference')}; the emitters must allow the cooler return`,
      edits: [{ at: setting.deltaTPlace, value: rounded }],
    });
  }
  if (pipe.velocity.value <= context.rules.velocityMost.limit) {
    remedies.push({
      label: `Keep it and accept ${say(pipe.velocity.value, 'velocity')}, ${say(pipe.gradient.value, 'gradient')}`,
      edits: [],
    });
  }
  return remedies;
}
