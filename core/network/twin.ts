import { type Fluid, FluidTable, fluidState } from '../fluid/fluid.ts';
import { type ControlSpec, partsOf } from './control.ts';
import { applyControl, type Control, measureControl, turnControl } from './control-turns.ts';
import type { HeatSpec } from './heat.ts';
import { type HydraulicResult, HydraulicSolver } from './hydraulics.ts';
import { compileNetwork, type LinkSpec, type Network, type NodeSpec, type TeeSpec } from './network.ts';
import type { PumpMode } from './pump-law.ts';
import { Seeker } from './seeker.ts';
import { ThermalSolver } from './thermal.ts';

export interface TwinLink extends LinkSpec {
  heat?: HeatSpec;
  /** What fills it, where that is not what fills the rest. */
  fluid?: Fluid;
}

export interface TwinSpec {
  nodes: readonly NodeSpec[];
  links: readonly TwinLink[];
  controls: readonly ControlSpec[];
  tees?: readonly TeeSpec[];
}

export type TwinResult =
  | { converged: true; iterations: number }
  | { converged: false; iterations: number; reason: string; link: string | null };

/** Whether two links are the same but for a Kv, for being shut, and for how much heat goes where. */
const differsInSetting = (one: TwinLink, other: TwinLink): boolean =>
  one.id === other.id &&
  one.from === other.from &&
  one.to === other.to &&
  one.pipe === other.pipe &&
  one.fittings === other.fittings &&
  one.oneWay === other.oneWay &&
  one.pump === other.pump &&
  one.mostFlow === other.mostFlow &&
  one.fluid === other.fluid &&
  one.heat?.kind === other.heat?.kind;

const MOST_ITERATIONS = 200;
/**
 * What may still move when a state stands: flow as a share of all flow, and K of properties and of set points. Mass,
 * pressure and heat are balanced far more closely than that by the two solvers themselves.
 */
const FLOW_SETTLED = 1e-6;
const TEMPERATURE_SETTLED = 1e-3;
const CONTROL_SETTLED = 1e-3;
/** Change of any temperature in the last step, K: heat is then balanced to 1e-6. */
const HEAT_SETTLED = 1e-6;
/** Iterations after which temperatures are solved through at each. */
const PATIENCE = 25;
/** A plant that still moves after so many iterations is taken to stand within ten, then fifty times as much. */
const EASE = 10;
const RESTLESS = 60;
const MORE_EASE = 50;
/** Error of mixing valves in K below which the speeds of pumps are turned too. */
const VALVES_NEAR = 0.5;
/**
 * Flow, pressure and temperature of a plant together: weight and viscosity follow the temperatures, valves and speeds
 * follow their set points, and all of it is repeated until nothing moves. Keeps its last answer as the next start.
 */
export class Twin {
  readonly network: Network;
  readonly hydraulics: HydraulicSolver;
  readonly thermal: ThermalSolver;
  private readonly controls: Control[];
  /** Of each link. */
  private readonly fluids: FluidTable[];
  private readonly lastFlow: Float64Array;
  private readonly lastMean: Float64Array;
  /** The links as they are set just now. */
  private settings: readonly TwinLink[];

  /**
   * @param fluid what fills it where a link says nothing else @param mean usual temperature, whose specific heat is taken throughout, degrees C
   * @param still temperature of water that stands, degrees C
   */
  constructor(spec: TwinSpec, fluid: Fluid, mean: number, still: number) {
    this.network = compileNetwork(spec);
    this.settings = spec.links;
    this.hydraulics = new HydraulicSolver(this.network);
    const heat = this.network.links.map((link) => (link as TwinLink).heat ?? null);
    const own = this.network.links.map((link) => (link as TwinLink).fluid ?? fluid);
    const tables = new Map([...new Set(own)].map((each) => [each, new FluidTable(each)]));
    this.fluids = own.map((each) => tables.get(each) as FluidTable);
    const carried = new Map([...tables.keys()].map((each) => [each, fluidState(each, mean).specificHeat]));
    this.thermal = new ThermalSolver(
      this.network,
      heat,
      own.map((each) => carried.get(each) as number),
      still,
    );
    this.lastFlow = new Float64Array(this.network.links.length);
    this.lastMean = new Float64Array(this.network.links.length).fill(Number.NaN);
    this.controls = spec.controls
      .filter((control) => this.isWhole(control))
      .map((control) => ({
        spec: control,
        active: true,
        position: control.kind === 'mixing' ? 0.5 : control.kind === 'room' ? (control.thermostat?.setPoint ?? 20) : 1,
        error: 0,
        resting: false,
        lastPosition: 0.5,
        seeker: new Seeker(),
      }));
  }

  /**
   * Becomes a network that differs from the one it is in what its valves let through, which links are shut, and what they do to heat;
   * what was found last stays as the next start.
   * @param spec what it becomes @returns false where more differs: it has to be built anew, and is as it was
   */
  become(spec: TwinSpec): boolean {
    const { links } = this.network;
    const same =
      spec.links.length === links.length &&
      spec.controls.length === this.controls.length &&
      spec.controls.every(({ id }, i) => id === this.controls[i]?.spec.id) &&
      spec.links.every((link, l) => link === links[l] || differsInSetting(link, links[l] as TwinLink));
    if (!same) return false;
    spec.links.forEach((link, l) => {
      const { kv, closed, heat } = link as TwinLink;
      const now = this.settings[l] as TwinLink;
      if (kv !== now.kv) this.hydraulics.setKv(l, kv ?? 0);
      this.hydraulics.setClosed(l, closed ?? false);
      if (heat) this.thermal.setSpec(l, heat);
    });
    this.settings = spec.links;
    spec.controls.forEach((control, i) => {
      (this.controls[i] as Control).spec = control;
    });
    return true;
  }

  /** A control whose parts are not all there is left out; what is missing is named. */
  private isWhole(control: ControlSpec): boolean {
    const { linkIndex, nodeIndex, problems } = this.network;
    const { links, nodes } = partsOf(control);
    const missing = [...links.filter((id) => !linkIndex.has(id)), ...nodes.filter((id) => !nodeIndex.has(id))];
    if (missing.length === 0) return true;
    problems.push({
      kind: 'unknown-node',
      at: control.id,
      message: `${control.id} has a port that leads nowhere (${missing.join(', ')}); connect it.`,
    });
    return false;
  }

  private link(id: string): number {
    const l = this.network.linkIndex.get(id);
    if (l === undefined) throw new RangeError(`the network has no link ${id}`);
    return l;
  }

  private node(id: string): number {
    const n = this.network.nodeIndex.get(id);
    if (n === undefined) throw new RangeError(`the network has no point ${id}`);
    return n;
  }

  has(link: string): boolean {
    return this.network.linkIndex.has(link);
  }

  setClosed(id: string, closed: boolean): void {
    this.hydraulics.setClosed(this.link(id), closed);
  }

  setPump(id: string, mode: PumpMode): void {
    this.hydraulics.setPump(this.link(id), mode);
  }

  setKv(id: string, kv: number): void {
    this.hydraulics.setKv(this.link(id), kv);
  }

  /** Gives a link more or less friction than its shape says. @param factor of pipe and fittings, above 0; 1 as drawn */
  setFriction(id: string, factor: number): void {
    this.hydraulics.setFriction(this.link(id), factor);
  }

  /** What a link does to the heat of its water, just now. */
  heatSpec(id: string): HeatSpec | null {
    return this.thermal.specOf(this.link(id));
  }

  setHeat(id: string, heat: HeatSpec | null): void {
    this.thermal.setSpec(this.link(id), heat);
  }

  /** A control that is put to rest shuts its hot port; its pump is left to whoever rests it. */
  setControl(id: string, active: boolean): void {
    const control = this.controls.find((each) => each.spec.id === id);
    if (!control || control.active === active) return;
    control.active = active;
    control.seeker.forget();
    if (control.spec.kind !== 'mixing') return;
    // It comes back to where it last worked: that is near where it will work again.
    if (!active) control.lastPosition = control.position;
    control.position = active ? control.lastPosition : 0;
  }

  /** Gives a mixing valve or an injection pump another temperature to keep, degrees C; others have none. */
  setWanted(id: string, setPoint: number): void {
    const control = this.controls.find((each) => each.spec.id === id);
    if (control?.spec.kind === 'mixing' || control?.spec.kind === 'injection') control.spec = { ...control.spec, setPoint };
  }

  /** Tells the rooms whose air is sought how cold it is outdoors, degrees C. */
  setOutdoor(outdoor: number): void {
    for (const control of this.controls) {
      if (control.spec.kind === 'room') control.spec = { ...control.spec, outdoor };
    }
  }

  /** Puts a control where it is wanted: travel of a valve towards hot, share of full speed. `stand` leaves it there. */
  setPosition(id: string, position: number): void {
    const control = this.controls.find((each) => each.spec.id === id);
    if (control) control.position = position;
  }

  /** Finds the flows alone, every control and every temperature left where it stands. */
  stand(): HydraulicResult {
    for (const control of this.controls) applyControl(control, this);
    const near = this.hydraulics.solve('warm');
    return near.converged ? near : this.hydraulics.solve('cold');
  }

  /** kg/s along a link. */
  flow(id: string): number {
    return this.hydraulics.flow[this.link(id)] as number;
  }

  /** Gauge pressure in Pa, or null in a part that nothing holds under pressure. */
  pressure(id: string): number | null {
    const n = this.node(id);
    return this.hydraulics.floating[n] ? null : (this.hydraulics.pressure[n] as number);
  }

  /** Pressure in Pa that a link takes at its flow; a pump's is negative. */
  loss(id: string): number {
    return this.hydraulics.lossOf(this.link(id));
  }

  /** Degrees C at a point. */
  temperature(id: string): number {
    return this.thermal.temperature[this.node(id)] as number;
  }

  /** Heat in W that a link gives off; negative for one that is heated. */
  heat(id: string): number {
    return this.thermal.heat[this.link(id)] as number;
  }

  /** Degrees C of the water that leaves a link. */
  outlet(id: string): number {
    return this.thermal.outlet[this.link(id)] as number;
  }

  /** Density in kg/m3 of the water in a link. */
  density(id: string): number {
    return this.hydraulics.laws.density[this.link(id)] as number;
  }

  /** Share of full speed at which a pump runs just now. */
  speed(id: string): number {
    const l = this.link(id);
    return this.hydraulics.laws.pumps[l]?.speedAt(this.hydraulics.flow[l] as number) ?? 0;
  }

  /** Travel of a mixing valve towards its hot port, 0..1, or degrees C of a room's air; null when there is no such control. */
  position(id: string): number | null {
    return this.controls.find((each) => each.spec.id === id)?.position ?? null;
  }

  /** Finds flow, pressure and temperature that belong together. Never throws; says why when it finds none. */
  solve(start: 'cold' | 'warm' = 'warm'): TwinResult {
    const { hydraulics, thermal, lastFlow } = this;
    for (const control of this.controls) {
      control.seeker.forget();
      control.resting = false;
      applyControl(control, this);
    }
    let mostError = 0;
    for (let iteration = 1; iteration <= MOST_ITERATIONS; iteration++) {
      const ease = iteration > RESTLESS ? MORE_EASE : iteration > PATIENCE ? EASE : 1;
      const warmed = this.followTemperatures();
      const flows = hydraulics.solve(iteration === 1 ? start : 'warm');
      if (!flows.converged) return { ...flows, iterations: iteration };
      // While flows and valves still move, one step towards the temperatures is enough; at first, and where that does
      // not settle, they are solved through.
      let moved = iteration === 1 || iteration > PATIENCE ? null : thermal.approach(hydraulics.flow);
      if (moved === null) {
        const heats = thermal.solve(hydraulics.flow);
        if (!heats.converged) return { converged: false, iterations: iteration, reason: heats.reason, link: null };
        moved = 0;
      }
      let change = 0;
      let total = 0;
      for (let l = 0; l < lastFlow.length; l++) {
        change += Math.abs((hydraulics.flow[l] as number) - (lastFlow[l] as number));
        total += Math.abs(hydraulics.flow[l] as number);
        lastFlow[l] = hydraulics.flow[l] as number;
      }
      mostError = 0;
      for (const control of this.controls) {
        measureControl(control, this);
        mostError = Math.max(mostError, Math.abs(control.error));
      }
      if (
        iteration > 1 &&
        change <= ease * FLOW_SETTLED * total + 1e-10 &&
        warmed < TEMPERATURE_SETTLED &&
        moved < HEAT_SETTLED &&
        mostError < ease * CONTROL_SETTLED
      ) {
        return { converged: true, iterations: iteration };
      }
      // Valves first: a speed that follows a temperature is turned once the temperatures are about right, or now and then.
      const valvesNear = this.controls.every(({ spec, error }) => spec.kind !== 'mixing' || Math.abs(error) < VALVES_NEAR);
      for (const control of this.controls) {
        if (Math.abs(control.error) < (ease * CONTROL_SETTLED) / 10) continue;
        if (control.spec.kind === 'mixing' || valvesNear || iteration % 4 === 0) turnControl(control, this, iteration > RESTLESS);
      }
    }
    const worst = this.controls.find((control) => Math.abs(control.error) === mostError);
    return {
      converged: false,
      iterations: MOST_ITERATIONS,
      reason:
        mostError >= MORE_EASE * CONTROL_SETTLED && worst
          ? `${worst.spec.id} hunts ${mostError.toFixed(2)} K about its set point; check its size and what feeds it.`
          : 'Flows and temperatures did not settle together; check what circulates by weight alone.',
      link: null,
    };
  }

  /** Gives each link the weight and viscosity of its mean temperature. @returns the largest change in K */
  private followTemperatures(): number {
    const { network, thermal, hydraulics, lastMean, fluids } = this;
    let most = 0;
    for (let l = 0; l < lastMean.length; l++) {
      const entering = thermal.temperature[
        (hydraulics.flow[l] as number) >= 0 ? (network.from[l] as number) : (network.to[l] as number)
      ] as number;
      const still = hydraulics.flow[l] === 0;
      const mean = still
        ? 0.5 *
          ((thermal.temperature[network.from[l] as number] as number) + (thermal.temperature[network.to[l] as number] as number))
        : 0.5 * (entering + (Number.isNaN(lastMean[l]) ? entering : (thermal.outlet[l] as number)));
      const change = Math.abs(mean - (lastMean[l] as number));
      if (change < TEMPERATURE_SETTLED / 10) continue;
      most = Math.max(most, Number.isNaN(change) ? 1 : change);
      lastMean[l] = mean;
      const fluid = fluids[l] as FluidTable;
      fluid.at(mean);
      hydraulics.setFluid(l, fluid.density, fluid.kinematicViscosity);
    }
    return most;
  }

  /** Temperature of the water that comes to a port from the end away from the mixing point. */
  upstream(port: string, mixed: string): number {
    const l = this.link(port);
    const { from, to } = this.network;
    const away = from[l] === this.node(mixed) ? to[l] : from[l];
    return this.thermal.temperature[away as number] as number;
  }
}
