import type { Emitter, Floor } from '../../model/emitter.ts';
import type { JobEdit } from '../../model/place.ts';
import type { LoopSetting } from '../design/balancing.ts';
import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { emitterLaw } from '../emitter/emitter.ts';
import type { Finding } from '../finding/finding.ts';

/** What a room may get beyond its load before it is called too warm: a tenth is 3 K on the coldest day. */
const HELD = 0.1;
/** Spacings pipe is laid at, m: common practice. */
const SPACINGS = [0.1, 0.15, 0.2, 0.25, 0.3];

/** Rooms of an open plant that get more than they need however far their loops are closed: nothing else holds it back. */
export function reviewOpen({ job, say }: Context, { circuits }: UnreviewedDesign): Finding[] {
  return circuits.flatMap(({ id, name, sized }): Finding[] => {
    const over = (sized?.loops ?? []).filter((loop) => loop.surplus > HELD);
    if (!sized?.setAt || over.length === 0) return [];
    const rooms = [...new Map(over.map((loop) => [loop.roomId, loop])).values()].sort((a, b) => b.surplus - a.surplus);
    const [worst] = rooms as [LoopSetting];
    const edits = rooms.map((loop) => widerFor(emitterOf(loop), loop));
    const all = edits.every((each) => each !== null) ? edits.flatMap((each) => each ?? []) : [];
    const names = rooms.slice(0, 4).map((loop) => `${loop.roomName} by ${say(loop.surplus, 'fraction')}`);
    return [
      {
        id: `room-over-warm:${id}`,
        rule: 'room-over-warm',
        severity: 'mend',
        place: `rooms/${worst.roomId}/heatLoad`,
        component: `circuits/${id}/house`,
        title: `${rooms.length === 1 ? `${worst.roomName} gets` : `${rooms.length} rooms get`} more heat than the load on ${name}`,
        why: `${names.join(', ')}${rooms.length > names.length ? ' and others' : ''}: the tightest room needs water of ${say(sized.setAt.value, 'temperature')}, and loops are closed no further than their meters read and their floors stay even. Nothing else holds the heat back, so it is too warm there all winter. Wider spacing, a smaller emitter or a valve that follows the air of the room helps; so does a larger emitter in the tightest room, with cooler water for all.`,
        remedies: all.length > 0 ? [{ label: 'Lay these floors wider', edits: all }] : [],
      },
    ];
  });

  function emitterOf(loop: LoopSetting): Emitter | undefined {
    return job.rooms.find((room) => room.id === loop.roomId)?.emitters.find((emitter) => emitter.id === loop.emitterId);
  }
}

/** Spacing at which a floor gives no more than its load by the water it gets; null where none is wide enough, or it is no floor. */
function widerFor(emitter: Emitter | undefined, { roomId, surplus }: LoopSetting): JobEdit[] | null {
  if (emitter?.kind !== 'floor' || emitter.otherGap !== null) return null;
  const coefficient = (floor: Floor) => emitterLaw(floor)?.coefficient ?? 0;
  const wanted = coefficient(emitter) / (1 + surplus);
  const spacing = SPACINGS.find(
    (each) => each > emitter.spacing && coefficient({ ...emitter, spacing: each }) <= wanted * (1 + HELD / 2),
  );
  return spacing === undefined ? null : [{ at: `rooms/${roomId}/emitters/${emitter.id}/spacing`, value: spacing }];
}
