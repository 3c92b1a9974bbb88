import { monotoneCurve } from '../quantity/monotone-curve.ts';

/** Head in m of water over flow in m3/s at full speed. */
export type HeadCurve =
  | { kind: 'points'; flows: readonly number[]; heads: readonly number[] }
  /** shutOff - coefficient * flow ** exponent: what three points of a leaflet give. */
  | { kind: 'power'; shutOff: number; coefficient: number; exponent: number };

/** What drives a pump. Pressures are in Pa, speeds are shares of the full speed. */
export type PumpMode =
  | { kind: 'off' }
  | { kind: 'speed'; speed: number }
  | { kind: 'constant-pressure'; pressure: number }
  /** `pressure` where the curve of full speed meets it, falling to half of it at zero flow: common practice. */
  | { kind: 'proportional-pressure'; pressure: number };

export interface PumpSpec {
  curve: HeadCurve;
  mode: PumpMode;
}

/** Pressure rise in Pa over mass flow in kg/s, and its slope; the answer stands in `rise` and `slope`. */
export class PumpLaw {
  rise = 0;
  slope = 0;
  readonly mostFlow: number;
  private readonly headAt: (flow: number) => number;
  private readonly slopeAt: (flow: number) => number;
  private readonly shutOff: number;
  private mode: PumpMode;
  /** Flow at which the set pressure uses up the curve of full speed, m3/s. */
  private setFlow = 0;
  private density = 1000;
  private readonly gravity: number;

  constructor(spec: PumpSpec, gravity: number) {
    this.gravity = gravity;
    const { curve } = spec;
    if (curve.kind === 'power') {
      const { shutOff, coefficient, exponent } = curve;
      this.shutOff = shutOff;
      this.mostFlow = (shutOff / coefficient) ** (1 / exponent);
      this.headAt = (flow) => shutOff - coefficient * flow ** exponent;
      this.slopeAt = (flow) => (flow === 0 ? 0 : -coefficient * exponent * flow ** (exponent - 1));
    } else {
      const { at, slopeAt } = monotoneCurve(curve.flows, curve.heads);
      this.shutOff = curve.heads[0]!;
      this.mostFlow = curve.flows[curve.flows.length - 1]!;
      this.headAt = at;
      this.slopeAt = slopeAt;
    }
    this.mode = spec.mode;
    this.setMode(spec.mode);
  }

  setMode(mode: PumpMode): void {
    this.mode = mode;
    if (mode.kind === 'constant-pressure' || mode.kind === 'proportional-pressure') this.setFlow = this.flowOfSetPressure();
  }

  setDensity(density: number): void {
    if (density === this.density) return;
    this.density = density;
    this.setMode(this.mode);
  }

  /** Whether it turns. */
  get runs(): boolean {
    return this.mode.kind !== 'off' && !(this.mode.kind === 'speed' && this.mode.speed <= 0);
  }

  /** Share of full speed that a flow in kg/s at the present pressure rise asks for. */
  speedAt(massFlow: number): number {
    if (!this.runs) return 0;
    if (this.mode.kind === 'speed') return this.mode.speed;
    this.at(massFlow);
    const head = this.rise / (this.density * this.gravity);
    const flow = massFlow / this.density;
    let low = 0;
    let high = 1;
    for (let i = 0; i < 50; i++) {
      const speed = (low + high) / 2;
      if (this.headOf(speed, flow) < head) low = speed;
      else high = speed;
    }
    return (low + high) / 2;
  }

  /** A flow in kg/s about which to start. */
  get typicalMassFlow(): number {
    const speed = this.mode.kind === 'speed' ? this.mode.speed : 1;
    return 0.5 * speed * this.mostFlow * this.density;
  }

  /** Works out `rise` and `slope` at a mass flow. */
  at(massFlow: number): void {
    const { mode, density, gravity } = this;
    const flow = massFlow / density;
    if (!this.runs) {
      // An idle pump resists as its curve falls at vanishing speed (affinity laws).
      const loss = (this.shutOff / this.mostFlow ** 2) * density * gravity;
      this.rise = -loss * flow * Math.abs(flow);
      this.slope = (-2 * loss * Math.abs(flow)) / density;
      return;
    }
    const speed = mode.kind === 'speed' ? mode.speed : 1;
    const head = this.headOf(speed, flow);
    const slope = this.slopeOf(speed, flow);
    this.rise = head * density * gravity;
    this.slope = slope * gravity;
    if (mode.kind === 'constant-pressure' && this.rise > mode.pressure) {
      this.rise = mode.pressure;
      this.slope = 0;
    } else if (mode.kind === 'proportional-pressure' && flow < this.setFlow) {
      const share = 0.5 + 0.5 * Math.max(0, flow / this.setFlow);
      this.rise = mode.pressure * share;
      this.slope = flow > 0 ? (0.5 * mode.pressure) / (this.setFlow * density) : 0;
    }
  }

  /** Head in m at a share of full speed: affinity laws, going on past both ends of the curve. */
  private headOf(speed: number, flow: number): number {
    const x = flow / speed;
    if (x < 0) return speed ** 2 * (this.shutOff + this.slopeAt(0) * x + this.shutOff * (x / this.mostFlow) ** 2);
    if (x > this.mostFlow) {
      return speed ** 2 * (this.headAt(this.mostFlow) + this.endSlope * (x - this.mostFlow));
    }
    return speed ** 2 * this.headAt(x);
  }

  private slopeOf(speed: number, flow: number): number {
    const x = flow / speed;
    if (x < 0) return speed * (this.slopeAt(0) + (2 * this.shutOff * x) / this.mostFlow ** 2);
    return speed * (x > this.mostFlow ? this.endSlope : this.slopeAt(x));
  }

  /** Past its end the curve goes on falling, never flatter than a straight line from its shut-off head would. */
  private get endSlope(): number {
    return Math.min(this.slopeAt(this.mostFlow), -this.shutOff / this.mostFlow);
  }

  private flowOfSetPressure(): number {
    if (this.mode.kind !== 'constant-pressure' && this.mode.kind !== 'proportional-pressure') return 0;
    const head = this.mode.pressure / (this.density * this.gravity);
    if (head >= this.shutOff) return 0;
    let low = 0;
    let high = this.mostFlow;
    for (let i = 0; i < 60; i++) {
      const flow = (low + high) / 2;
      if (this.headAt(flow) > head) low = flow;
      else high = flow;
    }
    return (low + high) / 2;
  }
}
