import type { CoolingDesign } from '../../design/cooling-design.ts';
import type { Plant } from '../../design/operate.ts';
import { dewPointOf, HEAT_OF_VAPOUR, humidityRatio } from '../../fluid/moist-air.ts';
import { emitterOutlet } from '../../network/heat.ts';
import { coilState } from '../../network/wet-coil.ts';
import { coldSideOf } from '../../plan/cold-side.ts';
import type { SettledJob } from '../../plan/settled-job.ts';
import { DAY } from '../../quantity/spans.ts';
import { type ZoneStep, zoneAfter, zoneStep } from '../zone.ts';
import { ColdBook, type ColdFlows } from './cold-book.ts';
import { ColdWater } from './cold-water.ts';
import { GuardedCircuit } from './guard.ts';
import { type SummerLoop, type SummerRoom, summerRooms } from './summer-room.ts';
import type { SummerResult, SummerSettings } from './summer-run.ts';
import { type RoomTaken, SummerTally, type Taken } from './summer-tally.ts';
import type { SummerWeather } from './summer-weather.ts';

/** Half the band of a thermostat, K. */
const HYSTERESIS = 0.3;
/** Where drying goes first, coils run on so far below the set point, K. */
const DRIES_BELOW = 3;
/** Vapour to a cold surface, kg/(m2 s) for each kg/kg of the air above saturation there: 2 W/(m2 K) of still air over 1006 J/(kg K), Lewis. */
const TO_SURFACE = 2 / 1006;
/** Hours of the day at which a cylinder is charged: mornings and evenings. */
const CHARGED_AT = [6.5, 19];

interface RoomNow {
  air: number;
  floor: number;
  ratio: number;
}

interface SummerZone {
  id: string;
  circuit: GuardedCircuit | undefined;
  rooms: number[];
  coils: boolean;
  calls: boolean;
}

/**
 * A summer of a plant, step by step: warmth and moisture of each room, the cold water, what makes it, and what keeps it dry.
 *
 * Flows are those of the whole plant solved for the calls of the moment; coils and fields take what their laws give with the air as it
 * stands; rooms and floors move exactly for steady inputs. What comes into the water is what left rooms and pipes, so that heat and
 * water are balanced whatever the step.
 */
export class SummerSimulation {
  private readonly job: SettledJob;
  private readonly weather: SummerWeather;
  private readonly settings: SummerSettings;
  private readonly rooms: SummerRoom[];
  private readonly loops: SummerLoop[];
  private readonly zones: SummerZone[];
  private readonly circuits: GuardedCircuit[];
  private readonly circuitOf: Map<string, number>;
  private readonly book: ColdBook;
  private readonly water: ColdWater;
  private readonly now: RoomNow[];
  private readonly steps: ZoneStep[];
  private readonly holds: number;
  private readonly charging: number;
  private readonly tally: SummerTally;
  private counts = false;

  /** @param content water of the plant, m3 @throws RangeError for a plant with nothing that cools */
  constructor(
    job: SettledJob,
    cooling: CoolingDesign,
    content: number,
    plant: Plant,
    weather: SummerWeather,
    settings: SummerSettings,
  ) {
    const side = coldSideOf(job);
    if (!side || !cooling.source) throw new RangeError('the plant has nothing that cools');
    this.job = job;
    this.weather = weather;
    this.settings = settings;
    const { rooms, loops } = summerRooms(job, plant);
    this.rooms = rooms;
    this.loops = loops;
    this.steps = rooms.map((room) => zoneStep(room, weather.step));
    this.holds = rooms.reduce((sum, { holds }) => sum + holds, 0);
    const { summerRoom, summerHumidity } = job.site;
    this.now = rooms.map(() => ({
      air: summerRoom,
      floor: summerRoom,
      ratio: humidityRatio(summerRoom, summerHumidity),
    }));
    this.circuits = side.circuits.map((circuit) => new GuardedCircuit(job, circuit, loops));
    this.circuitOf = new Map(this.circuits.map(({ id }, c) => [id, c]));
    this.zones = this.zonesOf(plant);
    this.book = new ColdBook(plant);
    this.water = new ColdWater(job, side, cooling.source, content);
    this.charging = side.source.kind === 'own' ? 0 : chargingHours(job);
    this.tally = new SummerTally(rooms, this.circuits, {
      setPoint: summerRoom,
      step: weather.step,
      keepEvery: settings.keepEvery,
    });
  }

  private zonesOf({ assembly }: Plant): SummerZone[] {
    return assembly.zones.map((zone) => {
      const circuit = assembly.circuits.find(({ id }) => id === zone.circuitId);
      const places = new Set(
        (circuit?.loops ?? []).flatMap(({ place, valve }) =>
          zone.valves.length === 0 || zone.valves.includes(valve) ? [place] : [],
        ),
      );
      const own = this.loops.filter(({ place }) => places.has(place));
      return {
        id: zone.id,
        circuit: this.circuits.find(({ id }) => id === zone.circuitId),
        rooms: [...new Set(own.map(({ room }) => room))],
        coils: own.some(({ heat }) => heat.kind === 'coil'),
        calls: false,
      };
    });
  }

  /** Runs it through. */
  run(): SummerResult {
    const through = this.through();
    for (;;) {
      const next = through.next();
      if (next.done) return next.value;
    }
  }

  /** The same, telling how far it is. */
  *through(): Generator<number, SummerResult> {
    const { weather, settings, tally, water } = this;
    const perDay = Math.round(DAY / weather.step);
    let goes = true;
    for (let i = 0; goes && i < settings.settle * perDay; i++) goes = this.step(i % perDay);
    this.counts = true;
    const [cold, vapour] = [water.temperature, this.vapour()];
    for (let i = 0; goes && i < weather.outdoor.length; i++) {
      goes = this.step(i);
      if (i % perDay !== perDay - 1) continue;
      tally.closeDay();
      yield (i + 1) / weather.outdoor.length;
    }
    return tally.finish(water.capacity * (cold - water.temperature), this.vapour() - vapour, this.book.solved);
  }

  /** kg of water in the air and what shares it. */
  private vapour(): number {
    return this.rooms.reduce((sum, { holds }, r) => sum + holds * (this.now[r] as RoomNow).ratio, 0);
  }

  /** @returns whether the run can go on */
  private step(i: number): boolean {
    const { weather, water, now, zones, circuits, job, tally } = this;
    const { step } = weather;
    const hour = ((i * step) / 3600) % 24;
    const outdoor = weather.outdoor[i] as number;
    const outside = weather.ratio[i] as number;
    const dews = now.map(({ ratio }) => dewPointOf(ratio));
    for (const circuit of circuits) circuit.look(dews, outside, step);
    this.askThermostats();
    const open = zones.flatMap(({ id, calls, circuit }) => (calls && !circuit?.shut ? [id] : []));
    const flows = this.book.at(open);
    if (typeof flows === 'string') {
      tally.result.broke = `After ${((i * step) / 3600).toFixed(1)} hours, with ${open.length} calls: ${flows}`;
      return false;
    }
    const moving = open.length > 0;
    const hotWater = this.charging > 0 && CHARGED_AT.some((at) => hour >= at && hour < at + this.charging);
    const bar = water.barsAt(flows, outdoor, moving && !hotWater);
    const taken = this.take(flows, bar);
    const pipes = moving ? flows.pipes * Math.max(job.site.summerRoom - bar, 0) : 0;
    const { taken: made, starts, shortRuns } = water.move(taken.total + pipes, flows, outdoor, moving, !hotWater, step);
    const bought = made > 0 ? made / water.eerAt(outdoor) : 0;
    const vapour = this.moveRooms(taken.rooms, hour, outdoor, outside, weather.sky[i] as number);
    if (!this.counts) return true;
    const calls = zones.map((zone) => (zone.calls ? '1' : '0')).join('');
    const { on, temperature } = water;
    const at = { time: i * step, outdoor, dews, flows, moving, taken, pipes, made, bought, starts, shortRuns, calls, hotWater };
    tally.count({ ...at, ...vapour, on, water: temperature, rooms: now });
    return true;
  }

  /** Each thermostat calls by its warmest room; where drying goes first, coils also run while a guard holds the floors back. */
  private askThermostats(): void {
    const { now, job, circuits } = this;
    const set = job.site.summerRoom;
    const dries = job.controls.summer.first === 'dew-point' && circuits.some(({ surfaces, shut }) => surfaces && shut);
    for (const zone of this.zones) {
      if (zone.rooms.length === 0) continue;
      const warmest = Math.max(...zone.rooms.map((r) => (now[r] as RoomNow).air));
      const warm = warmest > set + HYSTERESIS || (zone.calls && warmest > set - HYSTERESIS);
      zone.calls = warm || (dries && zone.coils && warmest > set - DRIES_BELOW);
    }
  }

  /** What every loop takes at the cold water that comes to it, with the rooms as they stand. */
  private take(flows: ColdFlows, bar: number): Taken {
    const { now, water, circuits } = this;
    const rooms: RoomTaken[] = now.map(() => ({ field: 0, air: 0, condensate: 0, onSurface: 0 }));
    const sends = circuits.map((circuit) => circuit.sent(bar));
    const all: Taken = { rooms, total: 0, sensible: 0, latent: 0, sends };
    for (const loop of this.loops) {
      const capacityFlow = (flows.loops.get(loop.place) ?? 0) * water.specificHeat;
      if (capacityFlow < 1e-6) continue;
      const enters = sends[this.circuitOf.get(loop.circuitId) ?? -1] ?? bar;
      takeLoop(loop, capacityFlow, enters, now[loop.room] as RoomNow, rooms[loop.room] as RoomTaken, all);
    }
    return all;
  }

  /** Rooms, floors and the water in the air through a step. @returns kg brought into the air, and taken by a drier */
  private moveRooms(
    taken: readonly RoomTaken[],
    hour: number,
    outdoor: number,
    outside: number,
    sky: number,
  ): { brought: number; dried: number } {
    const { job, settings, weather } = this;
    const { step } = weather;
    const { summerRoom, summerHumidity, drier } = job.site;
    const target = humidityRatio(summerRoom, summerHumidity);
    let brought = 0;
    let dried = 0;
    this.rooms.forEach((room, r) => {
      const state = this.now[r] as RoomNow;
      const own = taken[r] as RoomTaken;
      const gains = ((room.sun[Math.floor(hour)] as number) * sky + room.inner) * settings.gains - own.air;
      const before = { room: state.air, floor: state.floor, stored: 0 };
      const after = zoneAfter(room, this.steps[r] as ZoneStep, before, 0 - own.field, 0, gains, outdoor, step);
      // The air that passes through counts as it is at the end of the step, so that no step is too long.
      const through = room.holds + step * room.airing;
      const alone =
        (room.holds * state.ratio + step * (room.moisture + room.airing * outside - own.condensate - own.onSurface)) / through;
      // A drier stops at the humidity that is wanted.
      const least = Math.min(alone, target);
      const ratio = Math.max(alone - (step * (drier ?? 0) * (room.holds / this.holds)) / through, least);
      brought += step * (room.moisture + room.airing * (outside - ratio));
      dried += (alone - ratio) * through;
      state.air = after.room;
      state.floor = after.floor;
      state.ratio = ratio;
    });
    return { brought, dried };
  }
}

/** What one loop takes out of its room, added to what the room gives and to the whole. */
function takeLoop(loop: SummerLoop, capacityFlow: number, enters: number, room: RoomNow, own: RoomTaken, all: Taken): void {
  const { heat } = loop;
  if (heat.kind === 'coil') {
    if (enters >= room.air) return;
    const state = coilState(heat.coil, capacityFlow, enters, { temperature: room.air, ratio: room.ratio });
    all.total += state.total;
    all.sensible += state.sensible;
    all.latent += state.latent;
    own.air += state.sensible;
    own.condensate += state.condensate;
    return;
  }
  if (heat.kind !== 'cooler') return;
  // Water condenses on the coldest strip where that is below the dew point; its heat goes into the field.
  const strip = room.air - loop.coldestShare * Math.max(room.air - enters, 0);
  const wet = Math.max(room.ratio - humidityRatio(strip, 1), 0) * TO_SURFACE * loop.strip;
  const taken = surfaceHeat(loop, heat, capacityFlow, enters, room);
  if (taken <= 0) return;
  const latent = Math.min(wet * HEAT_OF_VAPOUR, taken);
  own.onSurface += latent / HEAT_OF_VAPOUR;
  if (loop.intoField === null) own.air += taken - latent;
  else own.field += taken - latent;
  all.total += taken;
  all.latent += latent;
  all.sensible += taken - latent;
}

/** W that a field or a panel gives to its water. */
function surfaceHeat(
  { intoField }: SummerLoop,
  { coefficient, exponent }: { coefficient: number; exponent: number },
  capacityFlow: number,
  enters: number,
  { air, floor }: RoomNow,
): number {
  if (intoField !== null) return capacityFlow * -Math.expm1(-intoField / capacityFlow) * Math.max(floor - enters, 0);
  const excess = air - enters;
  if (excess <= 0) return 0;
  const { slope, base } = emitterOutlet(coefficient, exponent, capacityFlow, excess);
  return capacityFlow * (excess - (slope * excess + base));
}

/** Hours of each of two charges of the cylinder a day, in which a source turned round makes heat. */
function chargingHours({ hotWater, source }: SettledJob): number {
  if (!hotWater) return 0;
  const heat = hotWater.dailyDraw * 1000 * 4186 * (hotWater.storeTemperature - hotWater.coldTemperature);
  const output = source.capacity === 'auto' ? hotWater.coilOutput : Math.min(source.capacity, hotWater.coilOutput);
  return heat / 2 / output / 3600;
}
