import type { Circuit } from '../../model/job.ts';

/** A loop as a manifold takes it. */
export interface PortLoop {
  /** Link of its pipe, `rooms/r1/loop1`. */
  place: string;
  roomId: string;
  storey: string;
}

/** A manifold with the loops on its ports, by their index. */
export interface Manifold {
  /** What a person called it; empty where nobody did. */
  name: string;
  storey: string;
  loops: number[];
}

type Dealt = Circuit['manifolds'];

/**
 * Puts loops on manifolds: one a storey, and more where they have not ports enough. The loops of a room stay together as
 * long as they fit on one; manifolds of a storey come out about equally full.
 * @param ports most loops on one manifold, at least 1 @param dealt what a person dealt; nothing leaves it to this rule
 */
export function manifoldsOf(loops: readonly PortLoop[], ports: number, dealt: Dealt = []): Manifold[] {
  if (dealt.length > 0) return asDealt(loops, dealt);
  const most = Math.max(1, Math.floor(ports));
  const manifolds: Manifold[] = [];
  for (const storey of new Set(loops.map((loop) => loop.storey))) {
    const rooms = new Map<string, number[]>();
    loops.forEach((loop, i) => {
      if (loop.storey === storey) rooms.set(loop.roomId, [...(rooms.get(loop.roomId) ?? []), i]);
    });
    const count = [...rooms.values()].reduce((sum, room) => sum + room.length, 0);
    // About equal shares; rooms that do not divide so push on to the next, up to the ports there are.
    const wanted = Math.ceil(count / Math.ceil(count / most));
    let open: Manifold = { name: '', storey, loops: [] };
    const close = () => {
      if (open.loops.length > 0) manifolds.push(open);
      open = { name: '', storey, loops: [] };
    };
    for (const room of rooms.values()) {
      if (open.loops.length >= wanted || open.loops.length + room.length > most) close();
      for (const loop of room) {
        if (open.loops.length >= most) close();
        open.loops.push(loop);
      }
    }
    close();
  }
  return manifolds;
}

/** Manifolds as a person dealt the loops to them. A loop that nobody dealt goes where its room has another, or else to the emptiest. */
function asDealt(loops: readonly PortLoop[], dealt: Dealt): Manifold[] {
  const index = new Map(loops.map((loop, i) => [loop.place, i]));
  const placed = new Set<number>();
  const manifolds = dealt.map(({ name, loops: places }): Manifold => {
    const own = places.flatMap((place) => {
      const i = index.get(place);
      return i === undefined || placed.has(i) ? [] : [i];
    });
    for (const i of own) placed.add(i);
    return { name, storey: '', loops: own };
  });
  loops.forEach((loop, i) => {
    if (placed.has(i)) return;
    const beside = manifolds.find((each) => each.loops.some((k) => loops[k]?.roomId === loop.roomId));
    const emptiest = manifolds.reduce((least, each) => (each.loops.length < least.loops.length ? each : least));
    (beside ?? emptiest).loops.push(i);
  });
  return manifolds
    .filter((each) => each.loops.length > 0)
    .map((each) => ({ ...each, storey: [...new Set(each.loops.map((i) => (loops[i] as PortLoop).storey))].join(', ') }));
}

/** The loops of a circuit dealt out: a number of manifolds about equally full, rooms in their order and together. */
export function dealEvenly(loops: readonly PortLoop[], count: number, names: readonly string[] = []): Dealt {
  const dealt: Dealt = Array.from({ length: count }, (_, m) => ({ id: `m${m + 1}`, name: names[m] ?? '', loops: [] }));
  const rooms = [...new Set(loops.map((loop) => loop.roomId))].map((id) => loops.filter((loop) => loop.roomId === id));
  let given = 0;
  for (const room of rooms) {
    // To the one in whose share the middle of the room falls.
    const m = Math.min(count - 1, Math.floor(((given + room.length / 2) / loops.length) * count));
    (dealt[m] as Dealt[number]).loops.push(...room.map((loop) => loop.place));
    given += room.length;
  }
  return dealt;
}

/** The manifolds of a circuit as a person may change them: what was dealt, or what the program deals. */
export const dealtOf = (loops: readonly PortLoop[], manifolds: readonly Manifold[]): Dealt =>
  manifolds.map(({ name, loops: own }, m) => ({
    id: `m${m + 1}`,
    name,
    loops: own.map((i) => (loops[i] as PortLoop).place),
  }));

/** Loops dealt anew with one of them on another manifold, behind the loops that are there; one past the last is a new manifold. */
export function dealLoop(dealt: Dealt, place: string, to: number): Dealt {
  const without = dealt.map((each) => ({ ...each, loops: each.loops.filter((loop) => loop !== place) }));
  if (to < without.length) return without.map((each, m) => (m === to ? { ...each, loops: [...each.loops, place] } : each));
  return [...without, { id: nextManifold(dealt), name: '', loops: [place] }];
}

const nextManifold = (dealt: Dealt): string => {
  let n = dealt.length + 1;
  while (dealt.some(({ id }) => id === `m${n}`)) n++;
  return `m${n}`;
};

/** A manifold as it is spoken of: "A, Hall". */
export const manifoldName = ({ name, storey }: Manifold, m: number): string =>
  [manifoldLetter(m), name || storey].filter(Boolean).join(', ');

/** Name of a manifold among those of its circuit: A, B, C ... */
export const manifoldLetter = (i: number): string => (i < 26 ? String.fromCharCode(65 + i) : `M${i + 1}`);

/** Port of each loop by its index: A1, A2 ... B1. Loops on no manifold have none. */
export function portLabels(manifolds: readonly Manifold[]): Map<number, string> {
  return new Map(
    manifolds.flatMap(({ loops }, m) => loops.map((loop, port) => [loop, `${manifoldLetter(m)}${port + 1}`] as const)),
  );
}

/** What a manifold carries: ports in use, flow in m3/s, and pipe of its loops in m. */
export function manifoldTotals({ loops }: Manifold, all: readonly { volumeFlow: number; length: number }[]) {
  const own = loops.flatMap((i) => all[i] ?? []);
  const sum = (of: (loop: (typeof own)[number]) => number) => own.reduce((total, loop) => total + of(loop), 0);
  return { ports: own.length, volumeFlow: sum((loop) => loop.volumeFlow), length: sum((loop) => loop.length) };
}
