import { dewPointOf, relativeHumidity } from '../../fluid/moist-air.ts';
import type { ColdFlows } from './cold-book.ts';
import type { GuardedCircuit } from './guard.ts';
import type { SummerRoom } from './summer-room.ts';
import type { SummerMoment, SummerResult } from './summer-run.ts';

/** K above the set point from which a room counts as warm, and the humidity from which it is damp. */
const ABOVE = 1;
const DAMP = 0.65;

/** What the emitters of one room take just now. */
export interface RoomTaken {
  /** W out of the field of pipes, and out of the air. */
  field: number;
  air: number;
  /** kg/s into trays, and onto surfaces. */
  condensate: number;
  onSurface: number;
}

/** What all emitters take just now. */
export interface Taken {
  rooms: RoomTaken[];
  /** W into the water, and of it what cooled and what dried. */
  total: number;
  sensible: number;
  latent: number;
  /** Degrees C sent into each circuit. */
  sends: readonly number[];
}

/** Everything of one step that is counted. */
export interface SummerStep {
  time: number;
  outdoor: number;
  dews: readonly number[];
  flows: ColdFlows;
  moving: boolean;
  taken: Taken;
  /** W gained by pipes, taken by the machine, bought for it. */
  pipes: number;
  made: number;
  bought: number;
  starts: number;
  shortRuns: number;
  /** kg brought into the air, and taken by a drier, in the step. */
  brought: number;
  dried: number;
  calls: string;
  on: boolean;
  hotWater: boolean;
  water: number;
  rooms: readonly { air: number; ratio: number }[];
}

const NO_DAY = { outdoor: 0, made: 0, bought: 0, pumps: 0, cycles: 0, hoursShort: 0 };

/** Adds up a summer. */
export class SummerTally {
  readonly result: SummerResult;
  private day = { ...NO_DAY };
  private inDay = 0;
  private readonly circuits: readonly GuardedCircuit[];
  private readonly step: number;
  private readonly keepEvery: number;
  private steps = 0;

  constructor(
    rooms: readonly SummerRoom[],
    circuits: readonly GuardedCircuit[],
    { setPoint, step, keepEvery }: { setPoint: number; step: number; keepEvery: number },
  ) {
    this.circuits = circuits;
    this.step = step;
    this.keepEvery = keepEvery;
    this.result = {
      rooms: rooms.map(({ id, label }) => ({ id, label })),
      circuits: circuits.map(({ id, name }) => ({ id, name })),
      setPoint,
      moments: [],
      days: [],
      energy: { taken: 0, sensible: 0, latent: 0, pipes: 0, held: 0, bought: 0, pumps: 0 },
      water: { brought: 0, coils: 0, drier: 0, surfaces: 0, held: 0, byRoom: rooms.map(() => 0) },
      hoursAbove: rooms.map(() => 0),
      hoursDamp: rooms.map(() => 0),
      hoursAnyAbove: 0,
      hoursWet: circuits.map(() => 0),
      hoursHeld: circuits.map(() => 0),
      cycles: 0,
      shortRuns: 0,
      hoursOn: 0,
      hoursHotWater: 0,
      imbalance: 0,
      waterImbalance: 0,
      lasted: 0,
      solved: 0,
      broke: null,
    };
  }

  count(at: SummerStep): void {
    const { result, step, day } = this;
    const hours = step / 3600;
    const { energy, water } = result;
    const pumps = at.moving ? at.flows.pumps : 0;
    energy.taken += at.made * step;
    energy.sensible += at.taken.sensible * step;
    energy.latent += at.taken.latent * step;
    energy.pipes += at.pipes * step;
    energy.bought += at.bought * step;
    energy.pumps += pumps * step;
    let trays = 0;
    at.taken.rooms.forEach(({ condensate, onSurface }, r) => {
      trays += condensate;
      water.surfaces += onSurface * step;
      add(water.byRoom, r, onSurface * step);
    });
    water.coils += trays * step;
    water.brought += at.brought;
    water.drier += at.dried;
    result.cycles += at.starts;
    result.shortRuns += at.shortRuns;
    if (at.on) result.hoursOn += hours;
    if (at.hotWater) result.hoursHotWater += hours;
    let above = false;
    at.rooms.forEach(({ air, ratio }, r) => {
      if (air > result.setPoint + ABOVE) {
        add(result.hoursAbove, r, hours);
        above = true;
      }
      if (relativeHumidity(air, ratio) > DAMP) add(result.hoursDamp, r, hours);
    });
    if (above) result.hoursAnyAbove += hours;
    this.circuits.forEach((circuit, c) => {
      const sent = at.taken.sends[c] as number;
      const runs = (at.flows.circuits.get(circuit.id) ?? 0) > 0;
      const dew = Math.max(...circuit.rooms.map((r) => at.dews[r] as number));
      if (runs && !circuit.sealed && sent < dew) add(result.hoursWet, c, hours);
      if (circuit.heldBack(sent)) add(result.hoursHeld, c, hours);
    });
    day.outdoor += at.outdoor;
    day.made += at.made * step;
    day.bought += at.bought * step;
    day.pumps += pumps * step;
    day.cycles += at.starts;
    if (above) day.hoursShort += hours;
    this.inDay++;
    result.lasted += step;
    if (this.steps++ % this.keepEvery === 0) result.moments.push(this.momentOf(at, trays));
  }

  closeDay(): void {
    this.result.days.push({ ...this.day, outdoor: this.day.outdoor / Math.max(this.inDay, 1) });
    this.day = { ...NO_DAY };
    this.inDay = 0;
  }

  /** @param colder J by which the water is colder than at the start @param wetter kg more in the air @param solved sets of calls */
  finish(colder: number, wetter: number, solved: number): SummerResult {
    const { result } = this;
    const { energy, water } = result;
    energy.held = colder;
    water.held = wetter;
    const turned = energy.taken + energy.sensible + energy.latent + energy.pipes + Math.abs(colder);
    result.imbalance = Math.abs(energy.taken - energy.sensible - energy.latent - energy.pipes - colder) / Math.max(turned, 1);
    const out = water.coils + water.drier + water.surfaces;
    result.waterImbalance =
      Math.abs(water.brought - out - wetter) / Math.max(Math.abs(water.brought) + out + Math.abs(wetter), 1e-6);
    result.solved = solved;
    return result;
  }

  private momentOf(at: SummerStep, condensate: number): SummerMoment {
    return {
      time: at.time,
      outdoor: at.outdoor,
      rooms: at.rooms.map(({ air }) => air),
      humidity: at.rooms.map(({ air, ratio }) => relativeHumidity(air, ratio)),
      dew: Math.max(...at.rooms.map(({ ratio }) => dewPointOf(ratio))),
      circuits: [...at.taken.sends],
      water: at.water,
      taken: at.made,
      bought: at.bought,
      condensate,
      calls: at.calls,
      guards: this.circuits.map((circuit, c) => (circuit.heldBack(at.taken.sends[c] as number) ? '1' : '0')).join(''),
    };
  }
}

function add(list: number[], at: number, value: number): void {
  list[at] = (list[at] as number) + value;
}
