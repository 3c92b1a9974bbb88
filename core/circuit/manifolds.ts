/** A loop as a manifold takes it. */
export interface PortLoop {
  roomId: string;
  storey: string;
}

/** A manifold with the loops on its ports, by their index. */
export interface Manifold {
  storey: string;
  loops: number[];
}

/**
 * Puts loops on manifolds: one a storey, and more where they have not ports enough. The loops of a room stay together as
 * long as they fit on one; manifolds of a storey come out about equally full.
 * @param ports most loops on one manifold, at least 1
 */
export function manifoldsOf(loops: readonly PortLoop[], ports: number): Manifold[] {
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
    let open: Manifold = { storey, loops: [] };
    const close = () => {
      if (open.loops.length > 0) manifolds.push(open);
      open = { storey, loops: [] };
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
