/** Something that turns a valve or a speed until a temperature is right. */
export type ControlSpec =
  /** Three-way valve: two links that meet at `mixed` and share one stem, `kvs` at either end of its travel. */
  | {
      kind: 'mixing';
      id: string;
      hot: string;
      cold: string;
      mixed: string;
      setPoint: number;
      kvs: number;
      /** Further ports of the same body: one that opens with the hot port, one with the cold. */
      withHot?: string;
      withCold?: string;
      /** Its `hot` port brings cold water, and it mixes warmer with what comes back. */
      cools?: boolean;
    }
  /** Pump speed that keeps the temperature of a point by the hot water it brings there. */
  | { kind: 'injection'; id: string; pump: string; mixed: string; setPoint: number; cools?: boolean }
  /** Pump speed that keeps a difference between two points. */
  | { kind: 'difference'; id: string; pump: string; supply: string; back: string; difference: number; cools?: boolean }
  /**
   * Air of a room, as warm as its emitters keep it against `conductance` W/K to outdoors at `outdoor` degrees C. Its
   * thermostatic valves, where there are some, close in line with the air over `band` K about the set point.
   */
  | {
      kind: 'room';
      id: string;
      emitters: readonly string[];
      conductance: number;
      outdoor: number;
      thermostat?: { setPoint: number; band: number; valves: readonly ThermostaticValve[] };
    };

/** A valve that passes `kvs` wide open, and its share while the air holds it back. */
export interface ThermostaticValve {
  link: string;
  kvs: number;
}

export type Thermostat = NonNullable<(ControlSpec & { kind: 'room' })['thermostat']>;

/** How far a thermostatic valve stands open in air of a temperature, 0..1: half open at its set point. */
export const liftAt = ({ setPoint, band }: Thermostat, air: number): number =>
  Math.min(Math.max(0.5 - (air - setPoint) / band, 0), 1);

/** 1 where more of what a control lets in makes it warmer, -1 where it makes it colder. */
export const senseOf = (control: { cools?: boolean }): 1 | -1 => (control.cools ? -1 : 1);

/** What a control names. */
export function partsOf(control: ControlSpec): { links: readonly string[]; nodes: readonly string[] } {
  switch (control.kind) {
    case 'mixing':
      return {
        links: [
          control.hot,
          control.cold,
          ...(control.withHot ? [control.withHot] : []),
          ...(control.withCold ? [control.withCold] : []),
        ],
        nodes: [control.mixed],
      };
    case 'injection':
      return { links: [control.pump], nodes: [control.mixed] };
    case 'difference':
      return { links: [control.pump], nodes: [control.supply, control.back] };
    case 'room':
      return { links: [...control.emitters, ...(control.thermostat?.valves ?? []).map((valve) => valve.link)], nodes: [] };
  }
}
