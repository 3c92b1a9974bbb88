import type { Fluid } from '../fluid/fluid.ts';
import type { PumpMode } from '../network/pump-law.ts';
import { Twin } from '../network/twin.ts';
import { atSpeed, type PumpState } from '../plant/circulator.ts';
import { GRAVITY } from '../quantity/gravity.ts';
import type { Assembly, RunningPump } from './assembly.ts';
import type { ChosenPump } from './choose-pump.ts';
import { BACKUP_CALL, type CircuitState, HOT_WATER_CALL, type PairState, type PlantState, SUN_CALL } from './plant-state.ts';
import { pointsOfPair } from './points.ts';
import { airOf } from './room-controls.ts';

/** Points where a gauge may be read. */
export const gaugesOf = (assembly: Assembly): { point: string; label: string }[] => [
  { point: 'source/in', label: 'Source return' },
  { point: 'source/out', label: 'Source flow' },
  ...(assembly.sourcePump && !assembly.sourcePump.onReturn ? [{ point: 'source/pumped', label: 'Behind the source pump' }] : []),
  ...(assembly.sourcePump?.onReturn ? [{ point: 'source/drawn', label: 'Before the source pump' }] : []),
  { point: 'flow', label: 'Flow bar' },
  { point: 'back', label: 'Return bar' },
  ...(assembly.shared ? [{ point: 'bar', label: 'Behind the pump of all circuits' }] : []),
  ...assembly.circuits.flatMap(({ place, before, behind }) => [
    { point: before, label: 'Before the pump' },
    { point: behind, label: 'Behind the pump' },
    { point: `${place}/supply`, label: 'At the manifold' },
  ]),
];

/** How a pump runs when it turns faster or slower by a factor than it is set to: head goes with the square (affinity laws). */
const turned = (mode: PumpMode, by: number): PumpMode =>
  mode.kind === 'speed'
    ? { ...mode, speed: mode.speed * by }
    : mode.kind === 'off'
      ? mode
      : { ...mode, pressure: mode.pressure * by ** 2 };

/** A plant that can be run in any state of its thermostats, one after the other. */
export class Plant {
  readonly assembly: Assembly;
  readonly twin: Twin;
  /** Whether the source is on, and what the cylinder asks of it. */
  private firing = 'true 0 null';
  /** What the source is found to send, degrees C; null as decided. */
  private sent: number | null = null;
  /** How much faster each pump turns than it is set to, and how it is set otherwise than decided, by its link. */
  private readonly faster = new Map<string, number>();
  private readonly setTo = new Map<string, PumpMode>();
  private readonly furtherOn = new Map<string, boolean>();
  private readonly linkOn = new Map<string, boolean>();
  /** Points with a gauge. */
  private readonly points: string[];
  /** Circuits that feed each room whose air is sought. */
  private readonly roomsHeard = new Map<string, string[]>();

  /** @param twin that is to become the network of the assembly: quicker than a new one, where it can */
  constructor(assembly: Assembly, fluid: Fluid, twin?: Twin) {
    this.assembly = assembly;
    this.points = gaugesOf(assembly).map(({ point }) => point);
    for (const { id, loops } of assembly.circuits) {
      for (const { roomId } of loops) {
        if (!assembly.spec.controls.some((control) => control.id === airOf(roomId))) continue;
        this.roomsHeard.set(roomId, [...(this.roomsHeard.get(roomId) ?? []), id]);
      }
    }
    this.twin = twin?.become(assembly.spec) ? twin : new Twin(assembly.spec, fluid, assembly.mean, assembly.still);
  }

  /**
   * Runs the plant with some zones calling: their valves open, the pumps of their circuits turn, and the source heats
   * when anything calls. The cylinder may call too (`HOT_WATER_CALL`): where it goes first the heating waits, and the
   * source sends what charges it. With `BACKUP_CALL` the backups run in place of the first source.
   */
  run(calling: readonly string[], start: 'cold' | 'warm' = 'warm'): PlantState {
    const { twin } = this;
    const { called, any, charging } = this.switch(calling);
    let result = twin.solve(start);
    // A start far from the answer may lead astray; from nothing it is found as for the first time.
    if (!result.converged && start === 'warm') result = twin.solve('cold');
    return this.read(calling, result.converged ? null : result.reason, result.iterations, called, any, charging);
  }

  /**
   * The flows with some zones calling and the mixing valves held: temperatures are those of the last state that was run.
   * @param positions travel of the valve towards hot, or speed of the injection pump, by circuit; as last found without
   */
  stand(calling: readonly string[], positions: ReadonlyMap<string, number>): PlantState {
    const { called, any, charging } = this.switch(calling);
    for (const { id, place, mixed } of this.assembly.circuits) {
      const position = positions.get(id);
      if (mixed && called.has(id) && position !== undefined) this.twin.setPosition(`${place}/valve`, position);
    }
    const result = this.twin.stand();
    return this.read(calling, result.converged ? null : result.reason, result.iterations, called, any, charging);
  }

  /** What the source sends from now on, degrees C, as found; null as decided. */
  setSent(temperature: number | null): void {
    this.sent = temperature;
  }

  /** A pump, by its link, turns by a factor faster than it is set to. */
  setFaster(pump: string, factor: number): void {
    this.faster.set(pump, factor);
  }

  /** A pump, by its link, is set otherwise than decided; null as decided. */
  setPumpTo(pump: string, mode: PumpMode | null): void {
    if (mode) this.setTo.set(pump, mode);
    else this.setTo.delete(pump);
  }

  private switchPump(link: string, { pump, mode }: RunningPump, on: boolean): void {
    if (pump.speed)
      this.twin.setPump(link, on ? turned(this.setTo.get(link) ?? mode, this.faster.get(link) ?? 1) : { kind: 'off' });
  }

  /** Turns everything on and off for the zones that call. */
  private switch(calling: readonly string[]): { called: Set<string>; any: boolean; charging: boolean } {
    const { assembly, twin } = this;
    const calls = new Set(calling);
    const charging = assembly.cylinder !== null && calls.has(HOT_WATER_CALL);
    const waits = charging && assembly.cylinder?.first === true;
    const called = new Set(waits ? [] : assembly.zones.filter((zone) => calls.has(zone.id)).map((zone) => zone.circuitId));
    for (const zone of assembly.zones) for (const valve of zone.valves) twin.setClosed(valve, !calls.has(zone.id));
    for (const circuit of assembly.circuits) {
      const on = called.has(circuit.id);
      if (circuit.own) this.switchPump(`${circuit.place}/pump`, circuit.own, on);
      else twin.setClosed(`${circuit.place}/zone-valve`, !on);
      if (circuit.injection) this.switchPump(`${circuit.place}/injection`, circuit.injection, on);
      if (circuit.mixed) twin.setControl(`${circuit.place}/valve`, on);
      if (circuit.differenceControl) twin.setControl(circuit.differenceControl, on);
    }
    // The air of a room is sought while any of its circuits runs; otherwise it is left where it was.
    for (const [roomId, ids] of this.roomsHeard)
      twin.setControl(
        airOf(roomId),
        ids.some((id) => called.has(id)),
      );
    if (assembly.cylinder) {
      if (assembly.cylinder.own) this.switchPump('hotWater/pump', assembly.cylinder.own, charging);
      else twin.setClosed('hotWater/zone-valve', !charging);
    }
    for (const { place, own, circuits, hotWater, differenceControl } of assembly.joints) {
      const on = circuits.some((id) => called.has(id)) || (hotWater && charging);
      this.linkOn.set(place, on);
      if (own) this.switchPump(`${place}/pump`, own, on);
      if (differenceControl) twin.setControl(differenceControl, on);
    }
    const any = called.size > 0 || charging;
    if (assembly.shared) {
      this.switchPump('distribution/pump', assembly.shared, any);
      twin.setControl('distribution/difference', any);
    }
    this.fire(any, charging, { onBackup: calls.has(BACKUP_CALL), sun: calls.has(SUN_CALL) });
    return { called, any, charging };
  }

  /** Turns the sources on or off, and sets what the first one sends. */
  private fire(any: boolean, charging: boolean, { onBackup, sun }: { onBackup: boolean; sun: boolean }): void {
    const { assembly, twin } = this;
    const backup = onBackup && assembly.further.some((each) => each.backup);
    const first = any && !backup;
    if (assembly.sourcePump) this.switchPump('source/pump', assembly.sourcePump, first);
    twin.setControl('source/difference', first);
    twin.setControl('source/lift', first);
    const hotter = charging ? (assembly.cylinder?.flowTemperature ?? 0) : 0;
    const state = `${first} ${hotter} ${this.sent}`;
    if (state !== this.firing) {
      this.firing = state;
      const source = assembly.spec.links.find((link) => link.id === 'source')?.heat;
      const power = first && source && 'power' in source ? source.power : 0;
      if (source?.kind === 'source')
        twin.setHeat('source', { ...source, setPoint: this.sent ?? Math.max(source.setPoint, hotter), power });
      if (source?.kind === 'chiller') twin.setHeat('source', { ...source, setPoint: this.sent ?? source.setPoint, power });
    }
    for (const { place, pump, mode, backup: standby, bySun, setPoint, power } of assembly.further) {
      // A state is one of the design night unless it is said that the sun shines.
      const on = bySun ? sun : any && standby === backup;
      this.switchPump(`${place}/pump`, { pump, mode }, on);
      twin.setHeat(place, { kind: 'source', setPoint, power: on ? power : 0 });
      this.furtherOn.set(place, on);
    }
  }

  /** Every zone calling: the design day. */
  runAll(): PlantState {
    return this.run(
      this.assembly.zones.map((zone) => zone.id),
      'cold',
    );
  }

  private read(
    calling: readonly string[],
    reason: string | null,
    iterations: number,
    called: Set<string>,
    any: boolean,
    charging: boolean,
  ): PlantState {
    const { assembly, twin } = this;
    const { sourcePump } = assembly;
    const header = twin.has('header');
    const pipes: Record<string, number> = {};
    const note = (pipe: string) => {
      pipes[pipe] = twin.flow(pipe) / twin.density(pipe);
    };
    note('source/flow');
    note('source/return');
    if (twin.has('source/lift-hot')) note('source/lift-hot');
    const circuits = assembly.circuits.map((circuit): CircuitState => {
      const { place, id } = circuit;
      const massFlow = twin.flow(`${place}/flow`);
      // Behind the bypass of a direct circuit, as hot as it came.
      const overflow = twin.has(`${place}/overflow`) ? Math.max(twin.flow(`${place}/overflow`), 0) : 0;
      note(`${place}/flow`);
      note(`${place}/return`);
      if (circuit.mixed) {
        note(`${place}/bypass`);
        // What the circuit takes from the bar it gives back to it.
        pipes[`${place}/hot`] = twin.flow(`${place}/tail`) / twin.density(`${place}/tail`);
        note(`${place}/into-bar`);
      }
      const loops = circuit.loops.map((loop) => ({
        place: loop.place,
        behind: loop.behind !== null,
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
        hot: circuit.mixed ? twin.flow(`${place}/hot`) : massFlow,
        drawn: circuit.mixed ? twin.flow(`${place}/tail`) : massFlow + overflow,
        pump: circuit.own && this.pump(`${place}/pump`, circuit.own.pump, called.has(id)),
        injection: circuit.injection && this.pump(`${place}/injection`, circuit.injection.pump, called.has(id)),
        loops,
      };
    });
    const side = (place: string) => ({
      flow: twin.flow(`${place}/flow`) / twin.density(`${place}/flow`),
      supply: twin.temperature(`${place}/${place === 'hotWater' ? 'supply' : 'out'}`),
      back: twin.temperature(`${place}/${place === 'hotWater' ? 'collect' : 'in'}`),
    });
    const { cylinder } = assembly;
    for (const { place } of assembly.joints) for (const end of ['flow', 'return']) note(`${place}/${end}`);
    if (cylinder) for (const id of ['hotWater/flow', 'hotWater/return']) note(id);
    for (const { place } of assembly.further) for (const end of ['flow', 'return']) note(`${place}/${end}`);
    if (twin.has('distribution/bypass')) note('distribution/bypass');
    this.noteBars(pipes);
    if (header) note('header');
    const pairs = this.pairs();
    for (const { id } of pairs.slice(1)) for (const piece of ['before', 'across']) note(`pairs/${id}/${piece}`);
    return {
      calling: [...calling],
      ...(assembly.cools ? { cools: true } : {}),
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
        pump: sourcePump ? this.pump('source/pump', sourcePump.pump, any) : null,
      },
      shared: assembly.shared && this.pump('distribution/pump', assembly.shared.pump, any),
      hotWater: cylinder && {
        running: charging,
        ...side('hotWater'),
        heat: twin.heat('hotWater/coil'),
        pump: cylinder.own && this.pump('hotWater/pump', cylinder.own.pump, charging),
      },
      further: assembly.further.map(({ id, place, pump }) => {
        const running = this.furtherOn.get(place) ?? false;
        return { id, running, ...side(place), heat: 0 - twin.heat(place), pump: this.pump(`${place}/pump`, pump, running) };
      }),
      links: assembly.joints.map(({ id, place, own }) => {
        const running = this.linkOn.get(place) ?? false;
        return {
          id,
          running,
          massFlow: twin.flow(`${place}/flow`),
          flow: twin.flow(`${place}/flow`) / twin.density(`${place}/flow`),
          ...this.endsOfLink(place),
          pump: own && this.pump(`${place}/pump`, own.pump, running),
        };
      }),
      stations: assembly.stations.map(({ id, ports }) => ({
        id,
        ports: ports.map(({ ref, flow, back }) => ({ ref, supply: twin.temperature(flow), back: twin.temperature(back) })),
      })),
      pipeLoss: [
        'source',
        ...assembly.joints.map(({ place }) => place),
        ...assembly.circuits.map((circuit) => circuit.place),
        ...(cylinder ? ['hotWater'] : []),
      ].reduce((sum, place) => sum + twin.heat(`${place}/flow`) + twin.heat(`${place}/return`), 0),
      pairs,
      bypass: twin.has('distribution/bypass') ? Math.max(twin.flow('distribution/bypass'), 0) : 0,
      header: header ? twin.flow('header') : null,
      toCircuits: twin.temperature('flow'),
      fromCircuits: twin.temperature('back'),
      pipes,
      gauges: Object.fromEntries(this.points.map((point) => [point, twin.pressure(point)])),
    };
  }

  /** Degrees C where a link arrives, and where its return begins. */
  private endsOfLink(place: string): { supply: number; back: number } {
    const { links } = this.assembly.spec;
    const end = (id: string, key: 'from' | 'to') => links.find((link) => link.id === id)?.[key] ?? 'flow';
    const { twin } = this;
    return { supply: twin.temperature(end(`${place}/flow`, 'to')), back: twin.temperature(end(`${place}/return`, 'from')) };
  }

  private pairs(): PairState[] {
    const { twin, assembly } = this;
    return assembly.pairs.map((id, i) => {
      const { flow, back } = pointsOfPair(assembly.pairs, i);
      return {
        id,
        supply: twin.temperature(flow),
        back: twin.temperature(back),
        across: twin.flow(i === 0 ? 'header' : `pairs/${id}/across`),
      };
    });
  }

  /** Each section of a bar carries what the circuits on it and behind it take. */
  private noteBars(pipes: Record<string, number>): void {
    const { alongBars, circuits } = this.assembly;
    for (const places of alongBars) {
      let behind = 0;
      for (const place of places.toReversed()) {
        const circuit = circuits.find((each) => each.place === place);
        behind += pipes[`${place}/${circuit?.mixed ? 'hot' : 'flow'}`] ?? 0;
        const id = place.slice(place.lastIndexOf('/') + 1);
        pipes[`bar/flow/${id}`] = behind;
        pipes[`bar/return/${id}`] = behind;
      }
    }
  }

  private pump(link: string, { speed }: ChosenPump, running: boolean): PumpState | null {
    if (!speed) return null;
    const { twin } = this;
    const density = twin.density(link);
    const flow = twin.flow(link) / density;
    if (!running) return { flow, head: 0, power: 0, speed: 0 };
    const share = twin.speed(link);
    // One whose control is off turns at no speed and takes no power.
    if (!(share > 0)) return { flow, head: 0, power: 0, speed: 0 };
    const opening = twin.network.links[twin.network.linkIndex.get(link) as number]?.oneWay?.opening ?? 0;
    // The gauge across the body sees the pump less its check valve; the curve is the pump's own.
    const head = flow > 0 ? (-twin.loss(link) + opening) / (density * GRAVITY) : atSpeed(speed.model, share).headAt(0);
    return { flow, head, power: atSpeed(speed.model, share).powerAt(Math.max(flow, 0)), speed: share };
  }
}
