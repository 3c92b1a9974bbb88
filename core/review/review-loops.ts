import type { Context } from '../design/context.ts';
import type { UnreviewedDesign } from '../design/design.ts';
import { ALIKE, spreadOf } from '../emitter/equal-loops.ts';
import { MOST_LOOP_LOSS, mostLoopLength } from '../emitter/floor-loops.ts';
import type { Finding } from '../finding/finding.ts';

/** Findings on the loops of floors and circuits: too long, too steep, too unlike. */
export const reviewLoops = (context: Context, design: UnreviewedDesign): Finding[] => [
  ...longLoops(context, design),
  ...unlikeLoops(context, design),
];

/** Loops longer or steeper than their pipe allows, once for each floor. */
function longLoops(context: Context, design: UnreviewedDesign): Finding[] {
  const { job, say } = context;
  const rooms = new Map(job.rooms.map((room) => [room.id, room]));
  return design.circuits.flatMap(({ id, sized }) => {
    const seen = new Set<string>();
    return (sized?.loops ?? []).flatMap((loop): Finding[] => {
      const key = `${loop.roomId}/${loop.emitterId}`;
      if (loop.emitterId === null || seen.has(key)) return [];
      seen.add(key);
      const emitter = rooms.get(loop.roomId)?.emitters.find((each) => each.id === loop.emitterId);
      if (emitter?.kind !== 'floor') return [];
      const most = mostLoopLength(loop.bore);
      if (loop.length <= most * 1.005 && loop.ownLoss <= 2 * MOST_LOOP_LOSS) return [];
      const place = `rooms/${loop.roomId}/emitters/${emitter.id}/loops`;
      return [
        {
          id: `loop-long:${place}`,
          rule: 'loop-long',
          severity: 'mend',
          place,
          component: `circuits/${id}/house`,
          title: `${loop.roomName}: loops of ${say(loop.length, 'length')} are too long`,
          why: `This pipe is laid up to about ${say(most, 'length')}; these take ${say(loop.ownLoss, 'pressure')}. Water cools and pressure falls along them. More and shorter loops cost ports on the manifold.`,
          remedies: emitter.loops === 'auto' ? [] : [{ label: 'Split it automatically', edits: [{ at: place, value: 'auto' }] }],
        },
      ];
    });
  });
}

/** Loops of unlike length without meters or valves: the short ones take the water of the long ones. */
function unlikeLoops({ job, say }: Context, design: UnreviewedDesign): Finding[] {
  return job.circuits.flatMap((circuit): Finding[] => {
    if (circuit.loopValves !== 'none') return [];
    const loops = design.circuits.find((each) => each.id === circuit.id)?.sized?.loops ?? [];
    const lengths = loops.flatMap(({ behind, length }) => (behind === null ? [length] : []));
    const spread = spreadOf(lengths);
    if (lengths.length < 2 || spread <= ALIKE) return [];
    const place = `circuits/${circuit.id}/loopValves`;
    return [
      {
        id: `loops-unlike:${circuit.id}`,
        rule: 'loops-unlike',
        severity: 'mend',
        place,
        component: `circuits/${circuit.id}/house`,
        title: `${circuit.name}: loops from ${say(Math.min(...lengths), 'length')} to ${say(Math.max(...lengths), 'length')} and nothing to set them by`,
        why: 'The short ones take the water of the long ones, and their rooms its warmth. Without meters loops should agree within a tenth.',
        remedies: [
          { label: 'Give each a meter to set', edits: [{ at: place, value: 'set' }] },
          ...(circuit.loopSplit === 'equal'
            ? []
            : [{ label: 'Split floors into equal loops', edits: [{ at: `circuits/${circuit.id}/loopSplit`, value: 'equal' }] }]),
        ],
      },
    ];
  });
}
