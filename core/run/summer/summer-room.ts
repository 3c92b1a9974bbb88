import type { Emitter } from '../../../model/emitter.ts';
import type { Job, Room } from '../../../model/job.ts';
import type { LoopSetting } from '../../design/balancing.ts';
import type { Plant } from '../../design/operate.ts';
import { COOLED_SURFACE, coolingLaw } from '../../emitter/cooling.ts';
import { dryAirDensity, HEAT_OF_VAPOUR, humidityRatio } from '../../fluid/moist-air.ts';
import { sunShareOf } from '../../load/cooling-loads.ts';
import { sunOnWall } from '../../load/sun-on-side.ts';
import type { HeatSpec } from '../../network/heat.ts';
import { floorCapacity } from '../house.ts';
import { MASSES } from '../run.ts';

/** A loop with cold water, as the run sees it. */
export interface SummerLoop {
  place: string;
  circuitId: string;
  room: number;
  /** W/K from the water into the field it lies in, where it lies in one that holds heat; null for coils and panels. */
  intoField: number | null;
  /** What it does to its water with the room as it is; the air is put in step by step. */
  heat: HeatSpec;
  /** Share of room over water by which its coldest strip lies below the room, and the area of that strip, m2; 0 for coils. */
  coldestShare: number;
  strip: number;
}

/** A room that is cooled. */
export interface SummerRoom {
  id: string;
  label: string;
  /** W/K to outdoors, J/K of what holds its warmth. */
  loss: number;
  capacity: number;
  lag: number;
  /** Field of pipes it stands on or under; null without. */
  floor: { capacity: number; toRoom: number } | null;
  /** W of the sun on a cloudless day by the hour, and of people and things by the hour. */
  sun: readonly number[];
  inner: number;
  /** Water into its air, kg/s; dry air that passes through from outdoors, kg/s; what holds its moisture, as kg of dry air. */
  moisture: number;
  airing: number;
  holds: number;
}

/** Height of a room, m; air changes an hour through a house that is lived in; what furniture and plaster hold beside the air: common practice, from memory. */
const HEIGHT = 2.5;
const AIR_CHANGES = 0.5;
const BUFFERED = 8;
/** Floor of a room without an area, m2 for each W of its cooling load: common practice. */
const AREA_PER_WATT = 1 / 40;
/** Part of a field that is as cold as its coldest strip. */
const STRIP = 0.1;

/** Rooms that are cooled and the loops that do it, in the order of the plant. */
export function summerRooms(job: Job, plant: Plant): { rooms: SummerRoom[]; loops: SummerLoop[] } {
  const { assembly } = plant;
  const specs = new Map(assembly.spec.links.map((link) => [link.id, link.heat]));
  const taking = assembly.circuits.flatMap(({ id, loops }) =>
    loops.flatMap((loop) => {
      const heat = specs.get(loop.place);
      return heat && (heat.kind === 'cooler' || heat.kind === 'coil') ? [{ circuitId: id, loop, heat }] : [];
    }),
  );
  const ids = [...new Set(taking.map(({ loop }) => loop.roomId))];
  const rooms = ids.flatMap((id) => job.rooms.filter((room) => room.id === id));
  const index = new Map(rooms.map(({ id }, i) => [id, i]));
  const made = rooms.map((room) => roomOf(job, room));
  const loops = taking.map(({ circuitId, loop, heat }): SummerLoop => {
    const at = index.get(loop.roomId) as number;
    const room = rooms[at] as Room;
    const emitter = room.emitters.find(({ id }) => id === loop.emitterId);
    const beside = taking.filter((each) => each.loop.roomId === loop.roomId && each.loop.emitterId === loop.emitterId).length;
    return { place: loop.place, circuitId, room: at, heat, ...fieldOf(emitter, loop, heat, beside, made[at] as SummerRoom) };
  });
  return { rooms: made, loops };
}

/** What a loop does to the field it lies in; what that holds is added to its room. */
function fieldOf(
  emitter: Emitter | undefined,
  _loop: LoopSetting,
  heat: HeatSpec,
  beside: number,
  room: SummerRoom,
): Pick<SummerLoop, 'intoField' | 'coldestShare' | 'strip'> {
  const law = emitter && coolingLaw(emitter);
  if (heat.kind !== 'cooler' || !law || law.kind !== 'surface') return { intoField: null, coldestShare: 0, strip: 0 };
  if (emitter.kind !== 'floor') return { intoField: null, coldestShare: law.coldestShare, strip: 1 };
  const area = emitter.area / beside;
  const toRoom = COOLED_SURFACE[emitter.lies] * area;
  const floor = room.floor ?? { capacity: 0, toRoom: 0 };
  room.floor = { capacity: floor.capacity + area * floorCapacity(emitter), toRoom: floor.toRoom + toRoom };
  return {
    intoField: 1 / Math.max(1 / heat.coefficient - 1 / toRoom, 0.1 / heat.coefficient),
    coldestShare: law.coldestShare,
    strip: STRIP * area,
  };
}

function roomOf(job: Job, room: Room): SummerRoom {
  const { site } = job;
  const above = Math.max(room.roomTemperature - site.outdoorDesignTemperature, 5);
  const load = room.coolingLoad ?? 0;
  const area = room.area ?? load * AREA_PER_WATT;
  const loss = Math.max((room.heatLoad ?? 0) / above, 1);
  const share = sunShareOf(room);
  const bySun = Array.from({ length: 24 }, (_, hour) => sunOnWall(room.facing ?? 's', site.latitude, hour + 0.5));
  const mostSun = Math.max(...bySun, 1e-9);
  const volume = area * HEIGHT;
  const inside = humidityRatio(site.summerRoom, site.summerHumidity);
  const outside = humidityRatio(site.summerOutdoor, site.summerOutdoorHumidity);
  const density = dryAirDensity(site.summerRoom, inside);
  const airing = (AIR_CHANGES * volume * density) / 3600;
  return {
    id: room.id,
    label: room.name || room.id,
    loss,
    capacity: loss * MASSES[site.mass] * 3600,
    lag: 1,
    floor: null,
    sun: bySun.map((value) => (load * share * value) / mostSun),
    // What is left of the load when the sun has its part and the warmth outdoors its own comes from people and things.
    inner: Math.max(load * (1 - share) - loss * (site.summerOutdoor - site.summerRoom), 0.1 * load),
    moisture: Math.max((room.latentLoad ?? 0) / HEAT_OF_VAPOUR - airing * (outside - inside), 0),
    airing,
    holds: BUFFERED * volume * density,
  };
}
