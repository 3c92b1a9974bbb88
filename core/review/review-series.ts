import type { Emitter } from '../../model/emitter.ts';
import type { Job, Room } from '../../model/job.ts';
import type { Context } from '../design/context.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { type NotBehind, whyNotBehind } from '../emitter/series.ts';
import type { Finding } from '../finding/finding.ts';

const WHY: Record<NotBehind, (of: string, ahead: string) => string> = {
  nothing: (of) => `What ${of} should get its water from is not in this room any more.`,
  itself: (of) => `${of} cannot get the water it leaves itself.`,
  fixed: (of, ahead) => `${of} or ${ahead} takes a fixed heat whatever its water, so what is left for the other cannot be said.`,
  'other-circuit': (_, ahead) => `${ahead} hangs on another circuit, and its water goes back there.`,
  shared: (of, ahead) => `Another emitter already gets the water that ${ahead} leaves; ${of} can come after that one.`,
  round: (of, ahead) => `${of} and ${ahead} would each get the water of the other, and none any from the manifold.`,
};

/** Emitters that cannot get the water of the one they name: they are taken as fed from the manifold. */
export function reviewSeries({ job }: Context): Finding[] {
  return job.rooms.flatMap((room) => room.emitters.flatMap((emitter) => notBehind(room, emitter, job)));
}

function notBehind(room: Room, emitter: Emitter, job: Job): Finding[] {
  const reason = whyNotBehind(room, emitter);
  if (reason === null) return [];
  const ahead = room.emitters.find(({ id }) => id === emitter.behind);
  const place = `rooms/${room.id}/emitters/${emitter.id}/behind`;
  return [
    {
      id: `not-behind:rooms/${room.id}:${emitter.id}`,
      rule: 'not-behind',
      severity: 'mend',
      place,
      component: null,
      title: `${room.name || room.id}: ${emitterLabel(emitter, job.display)} cannot follow ${ahead && ahead !== emitter ? emitterLabel(ahead, job.display) : 'what it names'}`,
      why: `${WHY[reason](emitterLabel(emitter, job.display), ahead ? emitterLabel(ahead, job.display) : 'it')} Until then it counts as fed from the manifold.`,
      remedies: [{ label: 'Feed it from the manifold', edits: [{ at: place, value: null }] }],
    },
  ];
}
