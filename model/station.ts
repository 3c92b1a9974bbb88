import { z } from 'zod';
import { Components, Control, runAt } from './piping.ts';
import { autoOr, deltaT, Id, Name, quantity, temperature, text } from './schema-parts.ts';

/** What may stand where water meets: nothing but the pipes, a header, pairs of tees, a tank, a tank with a coil, plates. */
export const SEPARATION_KINDS = [
  'none',
  'low-loss-header',
  'closely-spaced-tees',
  'buffer',
  'coil-tank',
  'plate-exchanger',
] as const;
export type SeparationKind = (typeof SEPARATION_KINDS)[number];
/** Those that pass heat and no water: what is sent on is cooler by their approach. */
export const PARTS_WATER: ReadonlySet<SeparationKind> = new Set(['coil-tank', 'plate-exchanger']);
/** Id of the pair of tees that the entries of a loop itself describe. */
export const FIRST_PAIR = 'b';
/** Most pairs of tees on one ring main. */
export const MOST_PAIRS = 12;
export const CONNECTIONS = ['two', 'three', 'four'] as const;

/** Id of the station that every plant has: what stands between its source and the rest. */
export const FIRST_STATION = 'st1';

/** Where something hangs: a station and one of its ports, `st1/b`. */
export const PortAt = z
  .string('is not a text')
  .regex(/^[A-Za-z0-9_-]{1,40}\/[A-Za-z0-9_-]{1,40}$/, 'is no port; name a station and a port of it, such as "st1/b"')
  .transform((value) => value as `${string}/${string}`);

/** Everything a station may be asked, whatever kind it is just now: what another kind of it knew is kept. */
const station = <P extends 'separation' | 'stations/*'>(place: P) => ({
  kind: z.enum(SEPARATION_KINDS, `is no separation; use one of ${SEPARATION_KINDS.join(', ')}`),
  bore: autoOr(quantity(`${place}/bore`)),
  /** Between the two tees, centre to centre. */
  spacing: autoOr(quantity(`${place}/spacing`)),
  /** Straight pipe before the first and behind the second tee. */
  before: autoOr(quantity(`${place}/before`)),
  after: autoOr(quantity(`${place}/after`)),
  /** Further pairs of tees on the same loop, in the order the water meets them: the loop is then a ring main. */
  pairs: z
    .array(
      z.strictObject({
        id: Id,
        /** Pipe from the pair before. */
        distance: quantity(`${place}/pairs/*/distance`),
        spacing: autoOr(quantity(`${place}/pairs/*/spacing`)),
        before: autoOr(quantity(`${place}/pairs/*/before`)),
        after: autoOr(quantity(`${place}/pairs/*/after`)),
      }),
    )
    .max(MOST_PAIRS - 1, `holds more than ${MOST_PAIRS} pairs of tees; the last would get next to nothing`)
    .superRefine((pairs, context) => {
      // The first pair of tees is the loop's own and goes by this id.
      const taken = new Set<string>([FIRST_PAIR]);
      pairs.forEach(({ id }, i) => {
        if (taken.has(id)) {
          const message = id === FIRST_PAIR ? 'is the id of the first pair of tees; take another' : 'is used twice; leave one';
          context.addIssue({ code: 'custom', path: [i, 'id'], message });
        }
        taken.add(id);
      });
    }),
  /** Water in a buffer that separates, and pipes on it: source and circuits on two, three or four of their own. */
  volume: autoOr(quantity(`${place}/volume`)),
  connections: z.enum(CONNECTIONS, `is no way to connect a buffer; use one of ${CONNECTIONS.join(', ')}`),
  /** Heat the buffer loses for each kelvin above its surroundings. */
  standingLoss: autoOr(quantity(`${place}/standingLoss`)),
  /** Source flow less supply of the circuits across the plates of an exchanger, or the coil in a tank. */
  approach: quantity(`${place}/approach`),
});

export const SeparationSchema = z.strictObject(station('separation'));
export type Separation = z.infer<typeof SeparationSchema>;

/** What cools a tank by itself: a machine beside the one that heats, or ground water over plates. */
const CHILLERS = ['chiller', 'ground-water'] as const;

/** A place beyond the first one where water meets. */
export const StationSchema = z.strictObject({
  id: Id,
  name: Name,
  /** Whether it holds cold water, and what turns over to it cools. */
  cold: z.boolean('is neither true nor false'),
  /** What cools it where that is not the source of the plant turned round; null without. */
  chiller: z
    .strictObject({
      kind: z.enum(CHILLERS, `is nothing that cools a tank; use one of ${CHILLERS.join(', ')}`),
      name: Name,
      capacity: quantity('stations/*/chiller/capacity'),
      flowTemperature: temperature('stations/*/chiller/flowTemperature'),
      /** Cold over electricity; `auto` is usual for its kind. */
      eer: autoOr(quantity('stations/*/chiller/eer')),
    })
    .nullable(),
  /** K that a tank of cold water warms by before what cools it starts again; `auto` is usual. */
  band: autoOr(deltaT('stations/*/band')),
  ...station('stations/*'),
});
export type StationEntry = z.infer<typeof StationSchema>;
/** Most stations beyond the first. */
export const MOST_STATIONS = 12;

/** Two pipes from a port of one station to a port of another, which they feed. */
export const LinkSchema = z.strictObject({
  id: Id,
  name: Name,
  at: PortAt,
  to: PortAt,
  /** `auto` carries what is drawn behind it at the source's delta T. */
  temperatureDifference: autoOr(deltaT('links/*/temperatureDifference')),
  /** `auto`, `none`, or a pump by its id. */
  pump: text(40),
  pumpControl: Control,
  run: runAt('links/*/run'),
  components: Components,
  returnComponents: Components,
});
export type LinkEntry = z.infer<typeof LinkSchema>;
export const MOST_LINKS = 16;
