import { DESIGN_DAY } from '../commission/book-state.ts';
import { loopNames, readingPoints } from '../commission/reading-points.ts';
import { emitterLabel } from '../emitter/emitter.ts';
import type { SoundPlant } from '../fault/fault.ts';
import { inUnits } from '../quantity/in-units.ts';
import { hide, type Level, lessonOf, pointsOf } from './practice.ts';
import type { Library } from './predict.ts';
import { minutesOf, USUAL_MINUTES } from './reading-costs.ts';
import { readingNamer, saidWords } from './verdict.ts';

/** What somebody who practises sees: what is complained of, what can be read and looked at, what it may be. */
export interface Board {
  said: string[];
  points: { key: string; where: string; what: string; minutes: number }[];
  looks: { place: string; where: string; look: string; ask: string; minutes: number }[];
  faults: { id: string; label: string; causes: { id: string; label: string }[] }[];
}

/** @returns null where a plant has no fault that anybody feels */
export function boardOf(library: Library, level: Level, seed: number): Board | null {
  const practice = hide(library, level, seed);
  const day = library.designDay();
  if (!practice || !day) return null;
  const { plant, faults } = library;
  const where = placeNamer(plant);
  const looks = new Map<string, Board['looks'][number]>();
  for (const { place, causes } of faults)
    for (const { look } of causes)
      if (look)
        looks.set(`${place} ${look.id}`, { place, where: where(place), look: look.id, ask: look.ask, minutes: look.minutes });
  return {
    said: practice.said.map((said) => saidWords(said, plant)),
    points: readingPoints(plant.job, plant.design)
      .filter(({ key }) => day.sound.readings.has(key))
      .map(({ key, where: at, label }) => ({ key, where: at, what: label, minutes: minutesOf(key, plant, USUAL_MINUTES) })),
    looks: [...looks.values()],
    faults: faults.map(({ id, label, causes }) => ({
      id,
      label,
      causes: causes.map((cause) => ({ id: cause.id, label: cause.label })),
    })),
  };
}

/** What the place of a fault is called: it must not tell the fault. */
function placeNamer({ job, design }: SoundPlant): (place: string) => string {
  const names = loopNames(job, design);
  const own = (list: readonly { id: string; name: string }[], id: string | undefined): string =>
    list.find((each) => each.id === id)?.name || (id ?? '');
  return (place) => {
    const loop = names.get(place);
    if (loop) return [loop.roomName, loop.label].filter(Boolean).join(', ');
    const [list, id, part] = place.split('/');
    if (list === 'circuits') return [own(job.circuits, id), part && (PARTS[part] ?? part)].filter(Boolean).join(': ');
    if (list === 'rooms') {
      const emitter = job.rooms.find((room) => room.id === id)?.emitters.find((each) => each.id === part);
      return [own(job.rooms, id), emitter ? emitterLabel(emitter, job.display) : 'thermostat'].join(': ');
    }
    if (list === 'source') return [job.source.name || 'Source', id && (PARTS[id] ?? id)].filter(Boolean).join(': ');
    return PARTS[list ?? ''] ?? place;
  };
}
const PARTS: Readonly<Record<string, string>> = {
  pump: 'pump',
  valve: 'mixing valve',
  flow: 'pipes',
  header: 'Header, tank or tees',
  plates: 'Plates',
  hotWater: 'Hot water',
  stations: 'Station',
  pairs: 'Tees',
  vessel: 'Vessel and filling',
  controls: 'Controls',
  distribution: 'Pump of all circuits',
};

/** What a gauge shows in a practice, every zone calling, and what it should. */
export function practiceReading(
  library: Library,
  level: Level,
  seed: number,
  key: string,
): { read: string; expected: string } | null {
  const read = hide(library, level, seed)?.hidden.read(key, DESIGN_DAY);
  const sound = library.designDay()?.sound.readings.get(key);
  if (!read || sound === undefined) return null;
  const { say } = readingNamer(library.plant)(key);
  return { read: say(read.value), expected: say(sound) };
}

/** Whether a look shows it. */
export const practiceLook = (library: Library, level: Level, seed: number, place: string, look: string): boolean =>
  hide(library, level, seed)?.hidden.look(place, look) ?? false;

/** What a practice comes to, as words and numbers. */
export interface Outcome {
  right: boolean;
  rightCause: boolean;
  points: number;
  fault: string;
  cause: string;
  cure: string;
  ask: string | null;
  own: { minutes: number; found: boolean; steps: string[] };
  /** The readings that tell it most: what should be, and what is with it. */
  signature: { where: string; expected: string; withFault: string }[];
}

/** Readings that stand furthest from what they should be, with a fault. */
const MOST_SIGNS = 4;

/** Ends a practice with a guess. @param minutes that the person took */
export function practiceEnd(
  library: Library,
  level: Level,
  seed: number,
  guess: { fault: string; cause: string },
  minutes: number,
): Outcome | null {
  const practice = hide(library, level, seed);
  const day = library.designDay();
  if (!practice || !day) return null;
  const lesson = lessonOf(library, practice, guess);
  const { fault, cause, own } = lesson;
  const namer = readingNamer(library.plant);
  const at = library.faults.indexOf(fault);
  const shown = day.faults[at]?.shown.at(-1)?.readings;
  const signs = [...day.sound.readings].flatMap(([key, sound]) => {
    const now = shown?.get(key);
    if (now === undefined || key.endsWith('#air')) return [];
    const far =
      key.endsWith('#flow') || key.endsWith('#power') || key.endsWith('#head')
        ? Math.abs(now / (sound || 1) - 1) * 20
        : key.endsWith('#pressure')
          ? Math.abs(now - sound) / 5000
          : Math.abs(now - sound);
    return [{ key, sound, now, far }];
  });
  return {
    right: lesson.right,
    rightCause: lesson.rightCause,
    points: pointsOf(lesson, minutes),
    fault: fault.label,
    cause: cause.label,
    cure: inUnits(cause.cure, library.plant.job.display),
    ask: cause.look?.ask ?? null,
    own: {
      minutes: own.minutes,
      found: own.found,
      steps: own.steps.map((step) => stepWords(step, library, namer)),
    },
    signature: signs
      .sort((a, b) => b.far - a.far)
      .slice(0, MOST_SIGNS)
      .filter(({ far }) => far > 1)
      .map(({ key, sound, now }) => {
        const { where, what, say } = namer(key);
        return { where: `${where}, ${what.toLowerCase()}`, expected: say(sound), withFault: say(now) };
      }),
  };
}

function stepWords(step: string, { faults }: Library, namer: ReturnType<typeof readingNamer>): string {
  const [id, look] = step.split(' ');
  if (look === undefined) {
    const { where, what } = namer(step);
    return `${where}, ${what.toLowerCase()}`;
  }
  return faults.find((fault) => fault.id === id)?.causes.find((cause) => cause.look?.id === look)?.look?.ask ?? look;
}
