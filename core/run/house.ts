import type { Floor, FloorSystem } from '../../model/emitter.ts';
import type { HouseMass, Job, Room } from '../../model/job.ts';
import type { LoopSetting } from '../design/balancing.ts';
import type { Plant } from '../design/operate.ts';
import { SURFACE } from '../emitter/floor.ts';
import { lawOfRating } from '../emitter/law.ts';
import { pipingOf } from '../piping/piping-of-job.ts';
import { rulebookOf } from '../rules/rulebooks.ts';
import { SUN_HOUR } from './gains.ts';
import { MASSES } from './run.ts';
import type { RunEmitter, RunZone } from './zone.ts';

/** Seconds from water to room where no floor lies between: a radiator, a coil in moving air: from memory. */
const LAG = { floor: 900, radiators: 900, 'air-units': 120 } as const;
/** Heat held by screed and by a dry board for each K, J/(m3 K) and J/(m2 K), and screed about and below the pipe, m: from memory. */
const SCREED = 2e6;
const DRY_BOARD = 23_000;
const AROUND_PIPE = 0.02;
/** Cover of a floor that nobody entered, m, and what a square metre of it gives on the design day, W/m2: of the usual size, from memory. */
const USUAL_COVER = 0.045;
const USUAL_OUTPUT = 50;
const WET: readonly FloorSystem[] = ['wet', 'low-build'];
/** Least part of the resistance between water and room that lies on the way into the floor. */
const LEAST_INTO_FLOOR = 0.1;

/** What a square metre of heated floor holds for each K, J/(m2 K). */
export const floorCapacity = ({ system, cover }: Pick<Floor, 'system' | 'cover'>): number =>
  WET.includes(system) ? SCREED * (cover + AROUND_PIPE) : DRY_BOARD;

/**
 * The zones of a plant as a run sees them. A room loses its load on the design day, in proportion to what it stands above
 * outdoors; an emitter is as large as entered, or as its load asks for at design temperatures.
 */
export function zonesOfRun(job: Job, plant: Plant, mass: HouseMass): RunZone[] {
  const { assembly } = plant;
  const heat = new Map(assembly.spec.links.map((link) => [link.id, link.heat]));
  const rooms = new Map(job.rooms.map((room) => [room.id, room]));
  const bandOf = rulebookOf(job).rules.thermostaticBand.limit;
  return assembly.zones.flatMap((zone): RunZone[] => {
    const circuit = assembly.circuits.find((each) => each.id === zone.circuitId);
    const decided = job.circuits.find((each) => each.id === zone.circuitId);
    if (!circuit || !decided) return [];
    // One behind another has no valve of its own; the loops of a room on one circuit are in one zone.
    const opened = new Set(circuit.loops.flatMap(({ valve, roomId }) => (zone.valves.includes(valve) ? [roomId] : [])));
    const loops = circuit.loops.filter(({ roomId }) => zone.valves.length === 0 || opened.has(roomId));
    const load = loops.reduce((sum, loop) => sum + loop.load, 0);
    if (load <= 0) return [];
    const setPoint = loops.reduce((sum, loop) => sum + loop.roomTemperature * loop.load, 0) / load;
    const coldest = Math.min(job.site.outdoorDesignTemperature, setPoint - 1);
    const loss = load / (setPoint - coldest);
    const floor = { capacity: 0, toRoom: 0 };
    const mean = decided.flowTemperature - decided.temperatureDifference / 2;
    const emitters = loops.map((loop): RunEmitter => {
      const spec = heat.get(loop.place);
      const { flowTemperature: flow, temperatureDifference: drop } = decided;
      const law = spec?.kind === 'emitter' ? spec : lawOfRating(loop.load, flow, flow - drop, loop.roomTemperature, 1);
      const laid = floorOf(loop, rooms.get(loop.roomId), loops, decided.emitters === 'floor');
      if (!laid || law.coefficient <= 0)
        return { place: loop.place, behind: loop.behind, coefficient: law.coefficient, exponent: law.exponent, inFloor: false };
      const toRoom = SURFACE * laid.area;
      const whole = law.coefficient * Math.max(mean - loop.roomTemperature, 1) ** (law.exponent - 1);
      floor.capacity += laid.area * laid.holds;
      floor.toRoom += toRoom;
      return {
        place: loop.place,
        behind: loop.behind,
        coefficient: 1 / Math.max(1 / whole - 1 / toRoom, LEAST_INTO_FLOOR / whole),
        exponent: 1,
        inFloor: true,
      };
    });
    return [
      {
        id: zone.id,
        label: zone.label,
        circuitId: zone.circuitId,
        thermostat: zone.thermostat ?? zone.id,
        setPoint,
        loss,
        capacity: loss * MASSES[mass] * 3600,
        floor: floor.capacity > 0 ? floor : null,
        lag: LAG[decided.emitters],
        emitters,
        follows: decided.loopValves === 'thermostatic' ? bandOf : null,
        opensIn: opensIn(job, zone.valves.length > 0),
        load,
        facing: facingOf(loops, rooms, load),
      },
    ];
  });
}

/** Seconds until what a thermostat opens is open: actuators on loops, or a zone valve by a motor: common practice, from memory. */
const USUAL_OPENING = { loops: 180, motor: 60 } as const;
function opensIn(job: Job, onLoops: boolean): number {
  const turns = onLoops || pipingOf(job).sharedLink !== null || pipingOf(job).sourceMovesCircuits;
  if (!turns) return 0;
  const { actuatorTime } = job.controls;
  return actuatorTime === 'auto' ? USUAL_OPENING[onLoops ? 'loops' : 'motor'] : actuatorTime;
}

/** Area of the floor a loop lies in, m2, and what it holds; null for one that heats no floor. */
function floorOf(loop: LoopSetting, room: Room | undefined, loops: readonly LoopSetting[], ofFloors: boolean) {
  const emitter = room?.emitters.find((each) => each.id === loop.emitterId);
  if (emitter?.kind === 'floor') {
    const beside = loops.filter((each) => each.roomId === loop.roomId && each.emitterId === loop.emitterId).length;
    return { area: emitter.area / beside, holds: floorCapacity(emitter) };
  }
  if (emitter || !ofFloors) return null;
  return { area: loop.load / USUAL_OUTPUT, holds: floorCapacity({ system: 'wet', cover: USUAL_COVER }) };
}

/** Shares of the load in rooms that look to each side; those nobody named see the mean of the sky. */
function facingOf(loops: readonly LoopSetting[], rooms: ReadonlyMap<string, Room>, load: number) {
  const shares = new Map<number | null, number>();
  for (const loop of loops) {
    const facing = rooms.get(loop.roomId)?.facing ?? 's';
    const hour = SUN_HOUR[facing];
    shares.set(hour, (shares.get(hour) ?? 0) + loop.load / load);
  }
  return [...shares].map(([hour, share]) => ({ hour, share }));
}
