import type { JobWater } from '../piping/job-waters.ts';
import type { LoopSetting } from './balancing.ts';
import type { BufferDesign } from './buffer-design.ts';
import type { Charging } from './charging-design.ts';
import type { ChosenPump } from './choose-pump.ts';
import type { CircuitFlow } from './circuit-design.ts';
import type { ZoneValveDesign } from './distribution-design.ts';
import type { SizedExchanger } from './exchanger-design.ts';
import type { FurtherFlow } from './further-design.ts';
import type { HeaderDesign } from './header-design.ts';
import type { SizedInjection } from './injection-design.ts';
import type { SizedValve } from './mixing-design.ts';
import type { SourceFlow } from './source-design.ts';

/** Everything sized that the network is built from. */
export interface Parts {
  flows: readonly CircuitFlow[];
  valves: readonly (SizedValve | null)[];
  injections: readonly (SizedInjection | null)[];
  zoneValves: readonly (ZoneValveDesign | null)[];
  source: SourceFlow;
  further: readonly FurtherFlow[];
  header: HeaderDesign | null;
  exchanger: SizedExchanger | null;
  /** The buffer that separates; null without one. */
  tank: BufferDesign['tank'];
  circuitPumps: readonly (ChosenPump | null)[];
  sourcePump: ChosenPump | null;
  shared: ChosenPump | null;
  /** Of pipes between stations, by their place. */
  linkPumps: ReadonlyMap<string, ChosenPump>;
  charging: Charging | null;
  /** Settings of the loops, by circuit. */
  loops: readonly LoopSetting[][];
  /** Kv of each circuit's regulating valve; null where there is none or it stays open. */
  regulating: readonly (number | null)[];
  /** Static pressure where the vessel is connected, Pa. */
  vesselPressure: number;
  /** The other waters, and the static pressure where the vessel of each is connected, Pa. */
  waters: readonly { water: JobWater; pressure: number }[];
}
