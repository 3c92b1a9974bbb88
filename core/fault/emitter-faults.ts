import type { Emitter } from '../../model/emitter.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import { isFanForm } from '../emitter/forms.ts';
import { partOfLoop } from '../plan/parts-of-job.ts';
import { changeAll } from './change.ts';
import type { Cause, Fault, FaultFamily } from './fault.ts';
import { LOOKS } from './looks.ts';

const SLUDGE: Cause = {
  id: 'sludge',
  label: 'Sludge lies in its foot',
  prior: 3,
  look: LOOKS.radiatorFoot,
  cure: 'Take it off and rinse it, or flush the plant; then find out where the sludge comes from.',
};
const AIR: Cause = {
  id: 'emitter-air',
  label: 'Air stands in its head',
  prior: 5,
  look: LOOKS.radiatorTop,
  cure: 'Vent it with the pump off, and top the plant up.',
  heard: { gurgling: 0.4 },
};
const SMALL: Cause = {
  id: 'emitter-small',
  label: 'It is smaller than on the drawing',
  prior: 2,
  look: LOOKS.plate,
  cure: 'Put in the size of the drawing, or give its circuit warmer water.',
};
const COVERED: Cause = {
  id: 'covering',
  label: 'Its covering is thicker than said, or a plate below it sags',
  prior: 4,
  look: LOOKS.covering,
  cure: 'Enter the covering that is there; give it warmer water, or another covering.',
};
const FILTER: Cause = {
  id: 'filter',
  label: 'Its filter is blocked, or its fan turns too slowly',
  prior: 5,
  look: LOOKS.filter,
  cure: 'Clean the filter, and look at the speed of the fan.',
};

const causesOf = (emitter: Emitter): Cause[] =>
  emitter.kind === 'floor'
    ? [COVERED]
    : emitter.kind === 'rated' && isFanForm(emitter.form)
      ? [FILTER, AIR, SMALL]
      : [SLUDGE, AIR, SMALL];

/** Emitters that give less than drawn: covered, sludged, full of air, too small. */
export const emitterFaults: FaultFamily = ({ job, assembly }) => {
  const faults = new Map<string, Fault>();
  for (const { id: circuitId, loops } of assembly.circuits) {
    for (const { place, roomId, roomName, emitterId } of loops) {
      const emitter = job.rooms.find(({ id }) => id === roomId)?.emitters.find(({ id }) => id === emitterId);
      const part = partOfLoop(place);
      if (!emitter || faults.has(part)) continue;
      const own = loops.filter((loop) => partOfLoop(loop.place) === part).map((loop) => loop.place);
      faults.set(part, {
        id: `emitter-weak@${part}`,
        kind: 'emitter-weak',
        label: `${roomName}: ${emitterLabel(emitter, job.display)} gives too little for the water it gets`,
        place: part,
        circuitId,
        roomId,
        magnitudes: [0.7, 0.45],
        causes: causesOf(emitter),
        apply: (to, share) =>
          changeAll(to, own, (link) =>
            link.heat?.kind === 'emitter'
              ? { ...link, heat: { ...link.heat, coefficient: link.heat.coefficient * share } }
              : link,
          ),
      });
    }
  }
  return [...faults.values()];
};
