import { FIRST_STATION } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { portOfPlan } from '../piping/waters.ts';
import { type Plan, type PortRef, type Station, stationOf } from '../plan/plan.ts';
import { entryOf } from '../plan/plan-of-job.ts';
import type { SettledJob } from '../plan/settled-job.ts';
import { usualStandingLoss } from '../plant/standing-loss.ts';
import type { Level, Port } from '../station/kind.ts';
import { KINDS, topologyOf } from '../station/kinds.ts';

/** Layers a tank is counted in, top to bottom. */
const LAYERS = 10;

/** A tank in layers: its uppermost and lowest water, and W/K that each layer loses. */
export interface Tank {
  top: number;
  bottom: number;
  lost: number;
}

/** Two ways side by side that share heat, by the waters they lead from and to; W/K between them. */
export interface Plates {
  hot: PortWater;
  cold: PortWater;
  conductance: number;
  coldPort: PortRef;
}

/** A coil through a tank: the layers its water meets, the lowest first, and the waters it comes from and goes to; W/K of all of it. */
export interface TankCoil {
  cold: PortWater;
  coldPort: PortRef;
  layers: readonly number[];
  conductance: number;
}

/** The waters of a port's two levels. */
export interface PortWater {
  flow: number;
  back: number;
}

/** Lays out water that has a temperature of its own: its index. */
export interface Laying {
  /** m3 that stand in a station. */
  part: (volume: number, of: { station: string }) => number;
  /** A place where waters meet and none stands. */
  meeting: () => number;
}

/** The waters of a plant's stations, level by level from the top of each. */
export class StationWaters {
  /** Waters one below the other, each joined with the next: what enters above what is taken there goes down. */
  readonly rows: (readonly number[])[] = [];
  readonly tanks: Tank[] = [];
  readonly plates: Plates[] = [];
  readonly coils: TankCoil[] = [];
  private readonly levels = new Map<Level, number>();
  private readonly plan: Plan;

  constructor(job: SettledJob, design: Design, laying: Laying) {
    this.plan = pipingOf(job).plan;
    // What nothing hangs on and nothing leads to is no water of this plant: a tank that waits for summer.
    const { branches } = this.plan;
    const met = new Set(branches.flatMap((each) => [each.at, ...(each.kind === 'link' ? [each.to] : [])].map(stationOf)));
    for (const station of this.plan.stations) if (met.has(station.id)) this.layOut(station, job, design, laying);
  }

  /** @throws RangeError where nothing can hang on it */
  of(ref: PortRef): PortWater {
    const port = portOfPlan(this.plan, ref);
    if (!port) throw new RangeError(`nothing can hang on ${ref}`);
    return { flow: this.levels.get(port.flow) as number, back: this.levels.get(port.back) as number };
  }

  private coilIn(station: Station, layers: readonly number[], conductance: number, meeting: Laying['meeting']): void {
    const { ports } = topologyOf(station);
    const [, coil] = ports as [Port, Port];
    for (const level of [coil.flow, coil.back]) this.levels.set(level, meeting());
    this.coils.push({ cold: this.of(coil.ref), coldPort: coil.ref, layers: [...layers].reverse(), conductance });
  }

  private layOut(station: Station, job: SettledJob, design: Design, { part, meeting }: Laying): void {
    const { traits } = KINDS[station.kind];
    if (traits.drinking) return;
    const { levels, joined, ports } = topologyOf(station);
    const tank = traits.stores ? tankOf(station, job, design) : null;
    if (tank) {
      const [upper, lower] = levels as [Level, Level];
      // Pipes of their own lead all water through the tank; shared ones only what is left over.
      const apart = traits.partsWater || tank.connections === 'four';
      const above = apart ? [] : [meeting()];
      const layers = Array.from({ length: LAYERS }, () => part(tank.volume / LAYERS, { station: station.id }));
      const below = !apart && tank.connections === 'two' ? [meeting()] : [];
      const row = [...above, ...layers, ...below];
      this.levels.set(upper, row[0] as number);
      this.levels.set(lower, row.at(-1) as number);
      this.rows.push(row);
      const [top, bottom] = [layers[0] as number, layers.at(-1) as number];
      this.tanks.push({ top, bottom, lost: standingLoss(tank.standingLoss, tank.volume) / LAYERS });
      if (traits.partsWater) this.coilIn(station, layers, conductanceOf(station, design), meeting);
      return;
    }
    for (const level of levels) this.levels.set(level, meeting());
    if (joined.length > 0) this.rows.push(levels.map((level) => this.levels.get(level) as number));
    if (traits.partsWater) {
      const [hot, cold] = ports.map(({ ref }) => this.of(ref)) as [PortWater, PortWater];
      const conductance = conductanceOf(station, design);
      this.plates.push({ hot, cold, conductance, coldPort: (ports[1] as { ref: PortRef }).ref });
    }
  }
}

/** W/K that a store loses. @param volume m3 */
export const standingLoss = (entered: number | 'auto', volume: number): number =>
  entered === 'auto' ? usualStandingLoss(volume) : entered;

/** A tank as it was designed; null where none came of it. */
function tankOf({ id }: Station, job: SettledJob, { buffer }: Design) {
  const entry = entryOf(job, id);
  const volume = pipingOf(job).tank?.id === id ? buffer?.tank?.volume.value : entry?.volume;
  return entry && typeof volume === 'number' ? { ...entry, volume } : null;
}

/** W/K of plates as they were designed. */
const conductanceOf = ({ id }: Station, { source, stations }: Design): number =>
  (id === FIRST_STATION ? source?.exchanger : stations.find((each) => each.id === id)?.exchanger)?.conductance.value ?? 0;
