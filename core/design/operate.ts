import type { Fluid } from '../fluid/fluid.ts';
import { Twin } from '../network/twin.ts';
import { atSpeed, type PumpState } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { Assembly } from './assemble.ts';
import type { ChosenPump } from './pump-design.ts';
import { airOf } from './room-controls.ts';

export interface LoopState {
  place: string;
  /** m3/s and W. */
  flow: number;
  heat: number;
  /** Degrees C of the room behind a thermostatic valve; null where nothing follows it. */
  air: number | null;
}

export interface CircuitState {
  id: string;
  running: boolean;
  /** Mass flow to the manifold, kg/s; negative when water comes backwards. */
  massFlow: number;
  /** m3/s. */
  flow: number;
  /** Degrees C at the manifold, and what the emitters give, W. */
  supply: number;
  back: number;
  heat: number;
  /** Travel of the mixing valve towards hot, 0..1; null without one. */
  valve: number | null;
  pump: PumpState | null;
  loops: LoopState[];
}

/** The plant in one state of its thermostats, as solved. Plain data. */
export interface PlantState {
  /** Ids of the zones that call. */
  calling: string[];
  converged: boolean;
  /** Why there is no answer; null when there is one. */
  reason: string | null;
  iterations: number;
  circuits: CircuitState[];
  source: { massFlow: number; flow: number; supply: number; back: number; heat: number; pump: PumpState | null };
  /** Heat in W that the pipes between source and manifolds lose. */
  pipeLoss: number;
  /** Mass flow down the header or between the tees, kg/s: above 0 from flow to return; null without. */
  header: number | null;
  /** Degrees C going to the circuits and coming back. */
  toCircuits: number;
  fromCircuits: number;
  /** m3/s in each drawn pipe by its id; positive the way it is drawn. */
  pipes: Record<string, number>;
  /** Gauges: Pa at points of the plant; null where nothing holds the pressure. */
  gauges: Record<string, number | null>;
}

/** Points where a gauge may be read. */
export const gaugesOf = (assembly: Assembly): { point: string; label: string }[] => [
  { point: 'source/in', label: 'Source return' },
  { point: 'source/out', label: 'Source flow' },
  ...(assembly.sourcePump ? [{ point: 'source/pumped', label: 'Behind the source pump' }] : []),
  { point: 'flow', label: 'Flow bar' },
  { point: 'back', label: 'Return bar' },
  ...assembly.circuits.flatMap(({ place, mixed }) => [
    { point: mixed ? `${place}/mixed` : 'flow', label: 'Before the pump' },
    { point: `${place}/pumped`, label: 'Behind the pump' },
    { point: `${place}/supply`, label: 'At the manifold' },
  ]),
];

/** A plant that can be run in any state of its thermostats, one after the other. */
export class Plant {
  readonly assembly: Assembly;
  readonly twin: Twin;
  /** Whether the source is on. */
  private heating = true;
  /** Points with a gauge. */
  private readonly points: string[];
  /** Circuits that feed each room whose air is sought. */
  private readonly roomsHeard = new Map<string, string[]>();

  constructor(assembly: Assembly, fluid: Fluid) {
    this.assembly = assembly;
    this.points = gaugesOf(assembly).map(({ point }) => point);
    for (const { id, loops } of assembly.circuits) {
      for (const { roomId } of loops) {
        if (!assembly.spec.controls.some((control) => control.id === airOf(roomId))) continue;
        this.roomsHeard.set(roomId, [...(this.roomsHeard.get(roomId) ?? []), id]);
      }
    }
    this.twin = new Twin(assembly.spec, fluid, assembly.mean, assembly.still);
  }

  /**
   * Runs the plant with some zones calling: their valves open, the pumps of their circuits turn, and the source heats
   * when anything calls.
   */
  run(calling: readonly string[], start: 'cold' | 'warm' = 'warm'): PlantState {
    const { assembly, twin } = this;
    const calls = new Set(calling);
    const called = new Set(assembly.zones.filter((zone) => calls.has(zone.id)).map((zone) => zone.circuitId));
    for (const zone of assembly.zones) for (const valve of zone.valves) twin.setClosed(valve, !calls.has(zone.id));
    for (const circuit of assembly.circuits) {
      const on = called.has(circuit.id);
      if (circuit.pump.speed) twin.setPump(`${circuit.place}/pump`, on ? circuit.pumpMode : { kind: 'off' });
      if (circuit.mixed) twin.setControl(`${circuit.place}/valve`, on);
      if (circuit.differenceControl) twin.setControl(circuit.differenceControl, on);
    }
    // The air of a room is sought while any of its circuits runs; otherwise it is left where it was.
    for (const [roomId, ids] of this.roomsHeard)
      twin.setControl(
        airOf(roomId),
        ids.some((id) => called.has(id)),
      );
    const any = called.size > 0;
    if (assembly.sourcePump?.pump.speed) twin.setPump('source/pump', any ? assembly.sourcePump.mode : { kind: 'off' });
    twin.setControl('source/difference', any);
    if (any !== this.heating) {
      this.heating = any;
      const source = assembly.spec.links.find((link) => link.id === 'source')?.heat;
      if (source?.kind === 'source') twin.setHeat('source', any ? source : { ...source, power: 0 });
    }
    let result = twin.solve(start);
    // A start far from the answer may lead astray; from nothing it is found as for the first time.
    if (!result.converged && start === 'warm') result = twin.solve('cold');
    return this.read(calling, result.converged ? null : result.reason, result.iterations, called);
  }

  /** Every zone calling: the design day. */
  runAll(): PlantState {
    return this.run(
      this.assembly.zones.map((zone) => zone.id),
      'cold',
    );
  }

  private read(calling: readonly string[], reason: string | null, iterations: number, called: Set<string>): PlantState {
    const { assembly, twin } = this;
    const { sourcePump } = assembly;
    const header = twin.has('header');
    const pipes: Record<string, number> = {};
    const note = (pipe: string) => {
      pipes[pipe] = twin.flow(pipe) / twin.density(pipe);
    };
    note('source/flow');
    note('source/return');
    const circuits = assembly.circuits.map((circuit): CircuitState => {
      const { place, id } = circuit;
      const massFlow = twin.flow(`${place}/flow`);
      note(`${place}/flow`);
      note(`${place}/return`);
      if (circuit.mixed) {
        note(`${place}/bypass`);
        note(`${place}/hot`);
        note(`${place}/into-bar`);
      }
      const loops = circuit.loops.map((loop) => ({
        place: loop.place,
        flow: twin.flow(loop.place) / twin.density(loop.place),
        heat: twin.heat(loop.place),
        air: called.has(id) ? twin.position(airOf(loop.roomId)) : null,
      }));
      return {
        id,
        running: called.has(id),
        massFlow,
        flow: massFlow / twin.density(`${place}/flow`),
        supply: twin.temperature(`${place}/supply`),
        back: twin.temperature(`${place}/collect`),
        heat: loops.reduce((sum, loop) => sum + loop.heat, 0),
        valve: twin.position(`${place}/valve`),
        pump: this.pump(`${place}/pump`, circuit.pump, called.has(id)),
        loops,
      };
    });
    this.noteBars(pipes);
    if (header) note('header');
    return {
      calling: [...calling],
      converged: reason === null,
      reason,
      iterations,
      circuits,
      source: {
        massFlow: twin.flow('source'),
        flow: twin.flow('source') / twin.density('source'),
        supply: twin.temperature('source/out'),
        back: twin.temperature('source/in'),
        heat: 0 - twin.heat('source'),
        pump: sourcePump ? this.pump('source/pump', sourcePump.pump, called.size > 0) : null,
      },
      pipeLoss: ['source', ...assembly.circuits.map((circuit) => circuit.place)].reduce(
        (sum, place) => sum + twin.heat(`${place}/flow`) + twin.heat(`${place}/return`),
        0,
      ),
      header: header ? twin.flow('header') : null,
      toCircuits: twin.temperature('flow'),
      fromCircuits: twin.temperature('back'),
      pipes,
      gauges: Object.fromEntries(this.points.map((point) => [point, twin.pressure(point)])),
    };
  }

  /** Each section of a bar carries what the circuits on it and behind it take. */
  private noteBars(pipes: Record<string, number>): void {
    const { alongBars, circuits } = this.assembly;
    let behind = 0;
    for (const id of alongBars.toReversed()) {
      const circuit = circuits.find((each) => each.id === id);
      if (circuit) behind += pipes[`${circuit.place}/${circuit.mixed ? 'hot' : 'flow'}`] ?? 0;
      pipes[`bar/flow/${id}`] = behind;
      pipes[`bar/return/${id}`] = behind;
    }
  }

  private pump(link: string, { speed }: ChosenPump, running: boolean): PumpState | null {
    if (!speed) return null;
    const { twin } = this;
    const density = twin.density(link);
    const flow = twin.flow(link) / density;
    if (!running) return { flow, head: 0, power: 0, speed: 0 };
    const share = twin.speed(link);
    const opening = twin.network.links[twin.network.linkIndex.get(link) as number]?.oneWay?.opening ?? 0;
    // The gauge across the body sees the pump less its check valve; the curve is the pump's own.
    const head = flow > 0 ? (-twin.loss(link) + opening) / (density * GRAVITY) : atSpeed(speed.model, share).headAt(0);
    return { flow, head, power: atSpeed(speed.model, share).powerAt(Math.max(flow, 0)), speed: share };
  }
}
