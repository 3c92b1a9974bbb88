import type { Cause, SoundPlant } from '../fault/fault.ts';
import { COMPLAINTS, type Complaint, type Said } from '../fault/words.ts';
import type { Shown } from './shown.ts';

/** Chance that somebody says what is not so at all: judgement of practice. */
const ASTRAY = 0.002;
/** Share of its heat below which a room is cold, above which it is hot, and how sharply people tell. Judgement of practice. */
const COLD = 0.78;
const HOT = 1.35;
const SHARP = 0.06;
/** Share of its flow below which meters show nothing, and below which a heater shuts itself off. */
/** K of its air by which a room is cold or hot, and how sharply people tell. Judgement of practice. */
const FELT = { by: 1.8, sharp: 0.5 } as const;
const NOTHING = 0.1;
const TOO_LITTLE = 0.4;
/** What is said counts somewhat less than it should: people say one thing twice. */
const TEMPER = 0.8;

const rising = (value: number, from: number, sharp: number): number => 1 / (1 + Math.exp((from - value) / sharp));

/** The same above what it is at rest: nobody complains of what is as it should be, but astray. */
const risingAbove = (rest: number, value: number, from: number, sharp: number): number =>
  Math.max(rising(value, from, sharp) - rising(rest, from, sharp), 0);

/** Chance that somebody feels air that is so many K off, and a room with a share of its heat. */
const feltIn = (by: number): number => risingAbove(0, by, FELT.by, FELT.sharp);
const coldAt = (share: number): number => risingAbove(-1, -share, -COLD, SHARP);
const hotAt = (share: number): number => risingAbove(1, share, HOT, SHARP);

/** What comes with a fault as a share of what should. */
const shareOf = (now: number | undefined, sound: number | undefined): number =>
  sound === undefined || Math.abs(sound) < 1e-9 ? 1 : (now ?? 0) / sound;

/** Chance of a complaint by what heat and water do on the design day. */
function byPhysics({ complaint, of }: Said, { assembly }: SoundPlant, shown: Shown, sound: Shown): number {
  const heat = (id: string) => shareOf(shown.heats.get(id), sound.heats.get(id));
  const air = (id: string) => {
    const [now, usual] = [shown, sound].map(({ readings }) => readings.get(`rooms/${id}#air`));
    return now === undefined || usual === undefined ? 0 : now - usual;
  };
  const flow = (place: string) => shareOf(shown.readings.get(`${place}#flow`), sound.readings.get(`${place}#flow`));
  switch (complaint) {
    case 'room-cold':
      return of === null ? 0 : Math.max(coldAt(heat(of)), feltIn(-air(of)));
    case 'room-hot':
      return of === null ? 0 : Math.max(hotAt(heat(of)), feltIn(air(of)));
    case 'all-cold': {
      const sum = (heats: Shown['heats']) => [...heats.values()].reduce((a, b) => a + b, 0);
      return coldAt(shareOf(sum(shown.heats), sum(sound.heats)));
    }
    case 'no-flow': {
      const loops = assembly.circuits.find(({ id }) => id === of)?.loops ?? [];
      const moving = loops.filter(({ place }) => flow(place) > NOTHING).length;
      return loops.length > 0 && moving === 0 ? 0.9 : 0;
    }
    case 'pump-noisy':
    case 'pump-hot':
      return of !== null && flow(`circuits/${of}`) < NOTHING && (shown.readings.get(`circuits/${of}/pump#power`) ?? 0) > 0
        ? 0.4
        : 0;
    case 'heater-shuts-off':
      return flow('source') < TOO_LITTLE ? 0.7 : 0;
    default:
      return 0;
  }
}

/**
 * Chance that a complaint is made where a cause is the one, by what heat and water do and by what that cause is heard of.
 * @param cause null for a plant with nothing wrong @param of room and circuit at which it is
 * @param shown what the plant shows with it on the design day @param sound the same with nothing wrong
 */
export function complaintChance(
  said: Said,
  plant: SoundPlant,
  cause: Cause | null,
  of: { roomId: string | null; circuitId: string | null },
  shown: Shown,
  sound: Shown,
): number {
  return withHeard(said, cause, of, byPhysics(said, plant, shown, sound));
}

/** Chance of a complaint by what heat and water do, and by what a cause is heard of at its own place. */
function withHeard(
  { complaint, of: at }: Said,
  cause: Cause | null,
  of: { roomId: string | null; circuitId: string | null },
  physics: number,
): number {
  const here = at === null || at === of.roomId || at === of.circuitId;
  const heard = here ? (cause?.heard?.[complaint] ?? 0) : 0;
  return 1 - (1 - heard) * (1 - physics);
}

/** The same of every complaint, for one cause after another of what a plant shows. @returns chances by a cause */
export function complaintChances(
  all: readonly Said[],
  plant: SoundPlant,
  of: { roomId: string | null; circuitId: string | null },
  shown: Shown,
  sound: Shown,
): (cause: Cause | null) => number[] {
  const physics = all.map((said) => byPhysics(said, plant, shown, sound));
  return (cause) => all.map((said, i) => withHeard(said, cause, of, physics[i] as number));
}

/** Everything that could be complained of in a plant. */
export function allComplaints({ job, assembly }: Pick<SoundPlant, 'job' | 'assembly'>): Said[] {
  const rooms = [...new Set(assembly.circuits.flatMap(({ loops }) => loops.map(({ roomId }) => roomId)))];
  return (Object.keys(COMPLAINTS) as Complaint[]).flatMap((complaint): Said[] => {
    const { of } = COMPLAINTS[complaint];
    const ids = of === 'room' ? rooms : of === 'circuit' ? job.circuits.map(({ id }) => id) : [null];
    return ids.map((id) => ({ complaint, of: id, so: true }));
  });
}

/** Share of what is the matter that people mention beside the worst of it, and the most that silence may tell, nats. Judgement. */
const MENTIONED = 0.35;
const MOST_SILENCE = 2.5;

/**
 * Logarithm of the chance of everything that was said, and of what was not, if a cause is the one.
 * @param chances of each of all complaints
 */
export function logSaid(said: readonly Said[], all: readonly Said[], chances: readonly number[]): number {
  if (said.length === 0) return 0;
  let log = 0;
  let silence = 0;
  all.forEach((each, i) => {
    const made = said.find(({ complaint, of }) => complaint === each.complaint && of === each.of);
    const own = chances[i] as number;
    const chance = 1 - (1 - ASTRAY) * (1 - own);
    if (made) log += TEMPER * Math.log(made.so ? chance : 1 - Math.min(chance, 0.97));
    else silence += Math.log(1 - MENTIONED * own);
  });
  return log + Math.max(silence, -MOST_SILENCE);
}

/** The same if it is something nobody thought of. */
export const logSaidOfElse = (said: readonly Said[]): number =>
  said.reduce((sum, { so }) => sum + TEMPER * Math.log(so ? 0.06 : 0.94), 0);
