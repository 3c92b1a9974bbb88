import { findRoot } from '../quantity/root.ts';
import { CIRCULATORS, type CirculatorModel } from './circulator-catalogue.ts';

/** One speed of one circulator, ready to be asked for head and power. */
export interface CirculatorSpeed {
  model: CirculatorModel;
  /** 1 for the lowest speed, rising, as on the knob. */
  step: number;
  /** Share of full speed. */
  share: number;
  /** Flow at which the head is used up, m3/s. */
  mostFlow: number;
  /** Head in m at a flow in m3/s; 0 beyond `mostFlow`. */
  headAt(flow: number): number;
  /** Electric power in W at a flow in m3/s. */
  powerAt(flow: number): number;
}

/**
 * Smooth monotone curve through points: cubic Hermite with the slopes of Fritsch & Butland (1984), which never
 * overshoots, so a falling pump curve stays falling.
 * @param xs rising @param ys same length
 */
export function monotoneCurve(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const n = xs.length;
  const width = (i: number) => (xs[i + 1] as number) - (xs[i] as number);
  const secant = (i: number) => ((ys[i + 1] as number) - (ys[i] as number)) / width(i);
  const slopes = xs.map((_, i) => {
    if (i === 0) return secant(0);
    if (i === n - 1) return secant(n - 2);
    const before = secant(i - 1);
    const after = secant(i);
    if (before * after <= 0) return 0;
    const share = (width(i - 1) + 2 * width(i)) / (3 * (width(i - 1) + width(i)));
    return (before * after) / (share * after + (1 - share) * before);
  });
  return (x) => {
    if (x <= (xs[0] as number)) return ys[0] as number;
    if (x >= (xs[n - 1] as number)) return ys[n - 1] as number;
    let i = 0;
    while (x > (xs[i + 1] as number)) i++;
    const w = width(i);
    const s = (x - (xs[i] as number)) / w;
    return (
      (1 + 2 * s) * (1 - s) ** 2 * (ys[i] as number) +
      s * (1 - s) ** 2 * w * (slopes[i] as number) +
      s * s * (3 - 2 * s) * (ys[i + 1] as number) +
      s * s * (s - 1) * w * (slopes[i + 1] as number)
    );
  };
}

const PER_HOUR = 1 / 3600;

/**
 * All speeds of a circulator. Affinity laws: flow with the speed, head with its square, power with its cube.
 */
export function speedsOf(model: CirculatorModel): CirculatorSpeed[] {
  const flows = model.curve.map(([flow]) => flow * PER_HOUR);
  const head = monotoneCurve(
    flows,
    model.curve.map((point) => point[1]),
  );
  const power = monotoneCurve(
    flows,
    model.curve.map((point) => point[2]),
  );
  const mostFlow = flows[flows.length - 1] as number;
  return model.speeds.map((share, i) => ({
    model,
    step: model.speeds.length - i,
    share,
    mostFlow: mostFlow * share,
    headAt: (flow) => (flow >= mostFlow * share ? 0 : head(flow / share) * share ** 2),
    powerAt: (flow) => power(flow / share) * share ** 3,
  }));
}

const ALL_SPEEDS: readonly CirculatorSpeed[] = CIRCULATORS.flatMap(speedsOf);

export const findCirculator = (id: string): CirculatorModel | undefined => CIRCULATORS.find((each) => each.id === id);

/**
 * The speed, of the whole catalogue or of one pinned model, that reaches a duty with the least electric power.
 * @param flow m3/s @param head m
 * @returns undefined when none reaches it
 */
export function chooseSpeed(flow: number, head: number, pinned?: CirculatorModel): CirculatorSpeed | undefined {
  let best: CirculatorSpeed | undefined;
  for (const speed of ALL_SPEEDS) {
    if (pinned && speed.model !== pinned) continue;
    if (flow < speed.mostFlow && speed.headAt(flow) >= head && (!best || speed.powerAt(flow) < best.powerAt(flow))) best = speed;
  }
  return best;
}

/** The fastest speed of a model. */
export const fastest = (model: CirculatorModel): CirculatorSpeed =>
  ALL_SPEEDS.find((each) => each.model === model && each.share === Math.max(...model.speeds)) as CirculatorSpeed;

/**
 * Where the pump curve meets the system curve: the real duty point.
 * @param system head in m the circuit needs at a flow in m3/s; rises with the flow
 * @returns flow in m3/s; 0 when the static part of the system alone exceeds the pump
 */
export function dutyFlow(pump: CirculatorSpeed, system: (flow: number) => number): number {
  return findRoot((flow) => pump.headAt(flow) - system(flow), 0, pump.mostFlow, pump.mostFlow * 1e-9) ?? 0;
}
