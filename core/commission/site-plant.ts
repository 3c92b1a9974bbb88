import type { StateNote } from '../../model/book/entry.ts';
import type { Job } from '../../model/job.ts';
import type { Design } from '../design/design.ts';
import type { Plant } from '../design/operate.ts';
import type { PlantState } from '../design/plant-state.ts';
import type { HeatSpec } from '../network/heat.ts';
import { type Wanted, wantedIn } from './book-state.ts';
import { keyOf } from './reading-points.ts';

type EmitterHeat = HeatSpec & { kind: 'emitter' };

/**
 * A plant that is asked what it shows in states met on site, and that can be bent away from its drawing: how much friction a run
 * has, how fast a pump turns, what an emitter gives. Bends are factors and differences to what was drawn; 1 and 0 are as drawn.
 */
export class SitePlant {
  readonly job: Job;
  readonly design: Design;
  readonly plant: Plant;
  private readonly emitters = new Map<string, EmitterHeat>();
  private readonly valveKv = new Map<string, number>();
  private readonly mixedTo = new Map<string, number>();
  private readonly offset = { source: 0, fill: 0, mixed: new Map<string, number>() };
  /** What was asked for in the state met last: the same for every bend of the plant in it. */
  private asked: { note: StateNote; wanted: Wanted } | null = null;
  private readonly bent = { room: new Map<string, number>(), emitter: new Map<string, number>() };

  /** @param plant of that design, and used by nobody else meanwhile */
  constructor(job: Job, design: Design, plant: Plant) {
    this.job = job;
    this.design = design;
    this.plant = plant;
    for (const link of plant.assembly.spec.links) {
      if (link.heat?.kind === 'emitter') this.emitters.set(link.id, link.heat);
      if (link.kv !== undefined) this.valveKv.set(link.id, link.kv);
    }
    for (const control of plant.assembly.spec.controls) {
      if (control.kind === 'mixing' || control.kind === 'injection') this.mixedTo.set(control.id, control.setPoint);
    }
  }

  /** Friction of a run of pipe, as a multiple of what its drawing says. */
  setFriction(link: string, factor: number): void {
    if (this.plant.twin.has(link)) this.plant.twin.setFriction(link, factor);
  }

  /** Resistance of a loop, pipe and valve together, as a multiple of what was drawn. */
  setLoopResistance(loop: string, valve: string, factor: number): void {
    this.setFriction(loop, factor);
    const kv = this.valveKv.get(valve);
    if (kv !== undefined && this.plant.twin.has(valve)) this.plant.twin.setKv(valve, kv / Math.sqrt(factor));
  }

  /** Kv of a valve, as a multiple of what it is set to. */
  setValve(valve: string, factor: number): void {
    const kv = this.valveKv.get(valve);
    if (kv !== undefined && this.plant.twin.has(valve)) this.plant.twin.setKv(valve, kv * factor);
  }

  setPumpSpeed(pump: string, factor: number): void {
    this.plant.setFaster(pump, factor);
  }

  /** K by which the source sends more, and a mixed circuit gets more, than asked. */
  setSourceOffset(by: number): void {
    this.offset.source = by;
  }

  /** Pa by which every gauge stands higher than planned. */
  setFillOffset(by: number): void {
    this.offset.fill = by;
  }

  setMixedOffset(circuitId: string, by: number): void {
    this.offset.mixed.set(circuitId, by);
  }

  /** K by which the source sends more than it is bent to already. */
  sendMore(by: number): void {
    this.offset.source += by;
  }

  /** Pa by which every gauge stands higher than it is bent to already. */
  fillMore(by: number): void {
    this.offset.fill += by;
  }

  /** K by which a mixed circuit gets more than it is bent to already. */
  mixMore(circuitId: string, by: number): void {
    this.offset.mixed.set(circuitId, (this.offset.mixed.get(circuitId) ?? 0) + by);
  }

  /** K by which a room is warmer than it is bent to already. */
  warmRoom(roomId: string, by: number): void {
    this.bent.room.set(roomId, (this.bent.room.get(roomId) ?? 0) + by);
  }

  /** K by which a room is warmer than designed, and what an emitter gives as a multiple of what was drawn. */
  setRoomOffset(roomId: string, by: number): void {
    this.bent.room.set(roomId, by);
  }

  setEmitterOutput(loop: string, factor: number): void {
    this.bent.emitter.set(loop, factor);
  }

  /**
   * Runs the plant in a state.
   * @returns the state; null where the plant stands still, or finds no state of its own
   */
  settle(note: StateNote): PlantState | null {
    const { plant, job, design } = this;
    if (!note.running) return null;
    if (this.asked?.note !== note) this.asked = { note, wanted: wantedIn(job, design, note) };
    const { wanted } = this.asked;
    const drawn = plant.assembly.spec.links.find(({ id }) => id === 'source')?.heat;
    const decided = drawn?.kind === 'source' ? drawn.setPoint : null;
    const sent = wanted.source ?? decided;
    plant.setSent(sent === null || (wanted.source === null && this.offset.source === 0) ? null : sent + this.offset.source);
    for (const { id, place, mixed, loops } of plant.assembly.circuits) {
      const control = `${place}/valve`;
      const set = this.mixedTo.get(control);
      if (mixed && set !== undefined)
        plant.twin.setWanted(control, (wanted.circuits.get(id) ?? set) + (this.offset.mixed.get(id) ?? 0));
      for (const loop of loops) {
        const drawn = this.emitters.get(loop.place);
        const now = drawn && plant.twin.heatSpec(loop.place);
        if (!drawn || now?.kind !== 'emitter') continue;
        plant.twin.setHeat(loop.place, {
          ...drawn,
          coefficient: drawn.coefficient * (this.bent.emitter.get(loop.place) ?? 1),
          room: drawn.room + (this.bent.room.get(loop.roomId) ?? 0),
        });
      }
    }
    if (note.outdoor !== null) plant.twin.setOutdoor(note.outdoor);
    for (const [place, share] of Object.entries(note.speeds)) plant.setPumpTo(place, { kind: 'speed', speed: share });
    const calling = note.calls === 'all' ? plant.assembly.zones.map(({ id }) => id) : note.calls;
    const state = plant.run(calling);
    for (const place of Object.keys(note.speeds)) plant.setPumpTo(place, null);
    return state.converged ? state : null;
  }

  /** What every thermometer, meter and gauge shows in a state that was just settled, by key of its point. */
  readings(state: PlantState): Map<string, number> {
    const { plant } = this;
    const shown = new Map<string, number>();
    const put = (place: string, quantity: Parameters<typeof keyOf>[1], value: number | null | undefined) => {
      if (value !== null && value !== undefined && Number.isFinite(value)) shown.set(keyOf(place, quantity), value);
    };
    put('source', 'supply', state.source.supply);
    put('source', 'back', state.source.back);
    put('source', 'flow', state.source.flow);
    put('source/pump', 'head', state.source.pump?.head);
    put('source/pump', 'power', state.source.pump?.power);
    put('distribution/pump', 'head', state.shared?.head);
    put('distribution/pump', 'power', state.shared?.power);
    for (const [point, pressure] of Object.entries(state.gauges))
      put(point, 'pressure', pressure === null ? null : pressure + this.offset.fill);
    state.circuits.forEach((circuit, i) => {
      const { place, loops } = plant.assembly.circuits[i] as Plant['assembly']['circuits'][number];
      // Water that stands has the temperature of what is around it, not of the plant.
      if (circuit.running) {
        put(place, 'supply', circuit.supply);
        put(place, 'back', circuit.back);
      }
      put(place, 'flow', circuit.flow);
      put(`${place}/pump`, 'head', circuit.pump?.head);
      put(`${place}/pump`, 'power', circuit.pump?.power);
      circuit.loops.forEach((loop, k) => {
        put(loop.place, 'flow', loop.flow);
        const heat = plant.twin.heatSpec(loop.place);
        const roomId = loops[k]?.roomId;
        if (circuit.running && roomId && heat?.kind === 'emitter') put(`rooms/${roomId}`, 'air', heat.room);
        if (circuit.running && loop.flow > STANDS && loops[k]) put(loop.place, 'back', plant.twin.outlet(loop.place));
      });
    });
    return shown;
  }
}

/** Below this a loop stands still, m3/s: a tenth of a litre an hour. */
const STANDS = 3e-8;
