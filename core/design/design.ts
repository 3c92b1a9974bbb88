import type { Manifold } from '../circuit/manifolds.ts';
import type { Figure } from '../figure/figure.ts';
import type { Finding } from '../finding/finding.ts';
import type { LoopSetting } from './balancing.ts';
import type { BufferDesign } from './buffer-design.ts';
import type { PumpDesign } from './choose-pump.ts';
import type { CoolingDesign } from './cooling-design.ts';
import type { CyclingDesign } from './cycling.ts';
import type { DistributionDesign, ZoneValveDesign } from './distribution-design.ts';
import type { ExchangerDesign } from './exchanger-design.ts';
import type { FurtherDesign } from './further-design.ts';
import type { HeaderDesign } from './header-design.ts';
import type { HeatPumpDesign } from './heat-pump-design.ts';
import type { HotWaterDesign } from './hot-water-design.ts';
import type { InjectionDesign } from './injection-design.ts';
import type { LiftDesign } from './lift-design.ts';
import type { LinkSized } from './link-design.ts';
import type { ValveDesign } from './mixing-design.ts';
import type { PipeDesign } from './pipe-design.ts';
import type { PairFlow } from './ring-design.ts';
import type { SolvedDesign } from './solved-design.ts';
import type { StationDesign } from './station-design.ts';
import type { TapsDesign } from './taps-design.ts';
import type { VesselDesign, WaterDesign } from './vessel-design.ts';

export interface SizedCircuit {
  /** Kelvin that a ring main has lost before it gets here, on the design day; 0 elsewhere. */
  below: number;
  flowTemperature: Figure;
  returnTemperature: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  run: PipeDesign;
  /** Lost by the run on the way, W. */
  runHeat: Figure;
  worstRun: PipeDesign;
  worstLoad: Figure;
  terminalLoss: Figure;
  valve: ValveDesign | null;
  /** An injection pump in place of a mixing valve; null without one. */
  injection: InjectionDesign | null;
  /** Its own pump, or the valve that lets in what the shared one moves. */
  pump: PumpDesign | null;
  zoneValve: ZoneValveDesign | null;
  /** Loss of the parts in line with its run; null when there are none. */
  inLine: Figure | null;
  /** Its pipe tree, from the run outwards; empty where every branch hangs on the run. */
  tree: { id: string; place: string; parent: number; depth: number; load: Figure; pipe: PipeDesign; pathLoss: number }[];
  astray: string[];
  /** Its loops with the settings of their valves, and the water they are set for; null where flow goes as heat does. */
  loops: LoopSetting[];
  setAt: Figure | null;
  /** Manifolds its floor loops hang on, by the index of the loop. */
  manifolds: Manifold[];
  /** Kv its regulating valve is set to; null without one, or when it stays open. */
  regulating: Figure | null;
}

export interface CircuitDesign {
  id: string;
  name: string;
  load: Figure;
  roomIds: string[];
  /** Null until the circuit has a load. */
  sized: SizedCircuit | null;
  /** A circuit that only cools, sized by what it takes in summer; null for one that heats too, or does neither. */
  onlyCools: SizedCircuit | null;
}

export interface SourceDesign {
  /** Of rooms and pipes. */
  load: Figure;
  capacity: Figure;
  /** Lost by the source pipe. */
  runHeat: Figure;
  massFlow: Figure;
  volumeFlow: Figure;
  returnTemperature: Figure;
  supplyTemperature: Figure;
  /** The pairs of tees on a ring main in order; empty where there are not several. */
  pairs: PairFlow[];
  /** Mixed return of the circuits. */
  circuitsReturn: Figure;
  secondaryFlow: Figure;
  run: PipeDesign;
  loss: Figure;
  /** Its loading valve; null without one. */
  lift: LiftDesign | null;
  pump: PumpDesign | null;
  header: HeaderDesign | null;
  /** Plates between source and circuits; null without. */
  exchanger: ExchangerDesign | null;
  /** Supply to the circuits with every pump at its duty point; null where a pump is missing or nothing separates. */
  supplyAtDuty: Figure | null;
}

/** A design as the review gets it. */
export type UnreviewedDesign = Omit<Design, 'findings'>;

/** Everything derived from a job. Plain data: it can be sent to another thread or written as JSON. */
export interface Design {
  rulebook: string;
  load: Figure;
  /** Rooms together minus whole house, as a share of the whole house; null when no whole-house load is given. */
  loadGap: Figure | null;
  circuits: CircuitDesign[];
  /** Null until some circuit has a load. */
  source: SourceDesign | null;
  /** What a heat pump gives on the design day; null for any other source. */
  heatPump: HeatPumpDesign | null;
  /** Sources beside the first. */
  furtherSources: FurtherDesign[];
  /** Pipes to stations beyond the first, and those stations. */
  links: LinkSized[];
  stations: StationDesign[];
  /** The one pump of all circuits; null where each has its own. */
  distribution: DistributionDesign | null;
  vessel: VesselDesign | null;
  /** Waters beside the source's that the job says something of, each with its vessel. */
  waters: WaterDesign[];
  /** Whether a tank is needed, and the one it has. */
  buffer: BufferDesign | null;
  /** Stops and starts of the source; null where it has none by its nature, or there is no plant. */
  cycling: CyclingDesign | null;
  pumpPower: Figure | null;
  /** Hot water that the source makes itself; null where it makes none. */
  taps: TapsDesign | null;
  /** The cylinder; null without one. */
  hotWater: HotWaterDesign | null;
  /** What it does in summer; null for a plant that only heats. */
  cooling: CoolingDesign | null;
  /** The whole plant as solved with every zone calling; null until some circuit has a load. */
  solved: SolvedDesign | null;
  findings: Finding[];
  /** Every figure by its id, so that a sum can be followed. */
  figures: Record<string, Figure>;
}
