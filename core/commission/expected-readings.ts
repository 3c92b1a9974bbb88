import type { StateNote } from '../../model/book/entry.ts';
import type { PlantState } from '../design/plant-state.ts';
import { emitterOutlet } from '../network/heat.ts';
import { keyOf } from './reading-points.ts';
import type { SitePlant } from './site-plant.ts';
import { type UncertainThing, uncertainThings } from './uncertain-things.ts';

/** What the plant shows at one point in one state, and how sure that is. */
export interface Expected {
  key: string;
  value: number;
  /** Standard deviation of the plant itself from its drawing; the instrument comes on top. */
  sigma: number;
  /** What moves it most, by id of the uncertain thing, the greatest first; the move that one standard deviation makes. */
  causes: { id: string; label: string; move: number }[];
}

/** Readings expected in a state. */
export interface ExpectedReadings {
  state: PlantState;
  readings: Map<string, Expected>;
  things: UncertainThing[];
  /** By id of an uncertain thing: what one standard deviation of it moves, by key. */
  moves: Map<string, Map<string, number>>;
}

/** Flow in a loop goes with its resistance to this power where the others stay: friction grows with flow to the power of 1.86. */
const OWN_FLOW = -0.54;
const MOST_CAUSES = 4;
const AS_DRAWN: ReadonlyMap<string, number> = new Map();

/**
 * What every thermometer, meter and gauge shows in a state, each with its standard deviation. Every uncertain thing is moved by one
 * standard deviation and the plant solved again; the moves are added in squares. A thing of one loop alone is worked out from that
 * loop, its circuit's mixed return and the heat balance of the source: as near, and ten times as quick.
 * @param as what is bent already, in standard deviations by id of the uncertain thing: the plant as it was found; as drawn without
 * @param exact solves for every single thing instead
 * @returns null where the plant stands still in this state or finds none
 */
export function expectedReadings(
  site: SitePlant,
  note: StateNote,
  { as = AS_DRAWN, exact = false }: { as?: ReadonlyMap<string, number>; exact?: boolean } = {},
): ExpectedReadings | null {
  const things = uncertainThings(site, note);
  for (const thing of things) thing.bend(site, as.get(thing.id) ?? 0);
  const state = site.settle(note);
  if (!state) return null;
  const drawn = site.readings(state);
  const moves = new Map<string, Map<string, number>>();
  for (const thing of things) if (!exact && alone(site, thing)) moves.set(thing.id, loopMoves(site, state, thing));
  for (const thing of things) {
    if (moves.has(thing.id)) continue;
    const here = as.get(thing.id) ?? 0;
    thing.bend(site, here + 1);
    const bent = site.settle(note);
    const shown = bent ? site.readings(bent) : drawn;
    moves.set(thing.id, new Map([...drawn].map(([key, value]) => [key, (shown.get(key) ?? value) - value])));
    thing.bend(site, here);
  }
  // The plant stands again as it was.
  site.settle(note);
  const readings = new Map<string, Expected>();
  for (const [key, value] of drawn) {
    const all = things.map(({ id, label }) => ({ id, label, move: moves.get(id)?.get(key) ?? 0 }));
    readings.set(key, {
      key,
      value,
      sigma: Math.sqrt(all.reduce((sum, { move }) => sum + move * move, 0)),
      causes: all
        .filter(({ move }) => move !== 0)
        .sort((a, b) => Math.abs(b.move) - Math.abs(a.move))
        .slice(0, MOST_CAUSES),
    });
  }
  return { state, readings, things, moves };
}

/** Whether a thing touches only loops that hang side by side and whose rooms stay as warm as they are. */
function alone({ plant }: SitePlant, { loops, what }: UncertainThing): boolean {
  if (loops.length === 0 || (what !== 'resistance' && what !== 'output' && what !== 'room')) return false;
  const { circuits, spec } = plant.assembly;
  return loops.every((place) => {
    const circuit = circuits.find((each) => each.loops.some((loop) => loop.place === place));
    const loop = circuit?.loops.find((each) => each.place === place);
    if (!loop || loop.behind !== null || loop.holds !== null) return false;
    const part = place.slice(0, place.lastIndexOf('/loop'));
    if (circuit?.loops.some(({ behind }) => behind === part)) return false;
    return !spec.controls.some((control) => control.kind === 'room' && control.emitters.includes(place));
  });
}

/** What a thing of single loops moves: their flows and returns, the mixed return of their circuit, and the source's. */
function loopMoves(site: SitePlant, state: PlantState, thing: UncertainThing): Map<string, number> {
  const { twin, assembly } = site.plant;
  const moved = new Map<string, number>();
  const amount = thing.amount(1);
  let heat = 0;
  assembly.circuits.forEach(({ place, loops }, i) => {
    const circuit = state.circuits[i];
    if (!circuit?.running) return;
    // Water times temperature that comes back from the loops, kg K/s.
    let warmth = 0;
    let mass = 0;
    for (const loop of loops) {
      const flow = twin.flow(loop.place);
      const spec = twin.heatSpec(loop.place);
      if (!thing.loops.includes(loop.place) || flow <= 1e-7 || spec?.kind !== 'emitter') continue;
      if (thing.what === 'room') moved.set(keyOf(`rooms/${loop.roomId}`, 'air'), amount);
      const inlet = twin.temperature(`${loop.place}/in`);
      const before = twin.outlet(loop.place);
      const after = thing.what === 'resistance' ? flow * amount ** OWN_FLOW : flow;
      const coefficient = thing.what === 'output' ? spec.coefficient * amount : spec.coefficient;
      const room = thing.what === 'room' ? spec.room + amount : spec.room;
      // Specific heat as the twin has it: by the heat the loop gives now.
      const given = twin.heat(loop.place);
      const carried = inlet - before > 1e-6 ? given / (flow * (inlet - before)) : 4186;
      const line = emitterOutlet(coefficient, spec.exponent, after * carried, inlet - room);
      const outlet = room + line.slope * (inlet - room) + line.base;
      moved.set(keyOf(loop.place, 'back'), outlet - before);
      moved.set(keyOf(loop.place, 'flow'), (after - flow) / twin.density(loop.place));
      warmth += after * outlet - flow * before;
      mass += after - flow;
      heat += after * carried * (inlet - outlet) - given;
    }
    if (warmth === 0 && mass === 0) return;
    // The others take what one leaves: the whole circuit's flow hardly moves.
    moved.set(keyOf(place, 'back'), (warmth - mass * circuit.back) / Math.max(circuit.massFlow, 1e-9));
  });
  const carried = state.source.heat / Math.max(state.source.massFlow * (state.source.supply - state.source.back), 1e-9);
  if (heat !== 0 && state.source.massFlow > 1e-7 && carried > 0)
    moved.set(keyOf('source', 'back'), -heat / (state.source.massFlow * carried));
  return moved;
}
