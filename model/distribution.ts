import { z } from 'zod';
import { Control, OnPipe, Phase } from './piping.ts';
import { autoOr, Id, Name, quantity, temperature, text } from './schema-parts.ts';
import { SOURCE_KINDS } from './source.ts';
import { PortAt } from './station.ts';

/**
 * Pumps or one pump with valves of the direct circuits: a pump in each, one for all with a valve in each, or the source's own pump with a valve
 * in each, where nothing stands between.
 */
export const DISTRIBUTIONS = ['pumps', 'valves', 'source'] as const;

export const DistributionSchema = z.strictObject({
  kind: z.enum(DISTRIBUTIONS, `is no way to move the water; use one of ${DISTRIBUTIONS.join(', ')}`),
  /** The one pump, where valves do the rest. */
  pump: text(40),
  pumpControl: Control,
  /** Pipe between the bars and what feeds them that it stands on. */
  pumpOn: OnPipe,
  /** Kvs of each zone valve. */
  valveKvs: autoOr(quantity('distribution/valveKvs')),
  /** Pressure difference at which a bypass between the bars opens; null for none. */
  bypass: quantity('distribution/bypass').nullable(),
});
export type Distribution = z.infer<typeof DistributionSchema>;

/** When a further source runs: beside the first when that is not enough, or in its stead. */
export const ORDERS = ['together', 'backup'] as const;

/** What a source by the sun does with its heat when the tank takes no more: it stands, or it heats the cylinder. */
const ONCE_WARM = ['stops', 'cylinder'] as const;

/** Another source on the same primary pipes, with a pump and a check valve of its own. */
export const FurtherSourceSchema = z.strictObject({
  id: Id,
  name: Name,
  kind: z.enum(SOURCE_KINDS, `is no kind of source; use one of ${SOURCE_KINDS.join(', ')}`),
  capacity: quantity('furtherSources/*/capacity'),
  leastOutput: autoOr(quantity('furtherSources/*/leastOutput')),
  flowTemperature: temperature('furtherSources/*/flowTemperature'),
  order: z.enum(ORDERS, `is no order; use one of ${ORDERS.join(', ')}`),
  /** A backup comes by itself once the plant has been too cool for its delay; otherwise somebody switches it. */
  takesOver: z.boolean('is neither true nor false'),
  /** Outdoor temperature below which it runs at all; null where it always may. */
  runsBelow: temperature('furtherSources/*/runsBelow').nullable(),
  /** Seconds the wanted temperature is missed before it comes. */
  delay: quantity('furtherSources/*/delay'),
  /** Heat over what is bought, price and carbon dioxide of a kWh bought; null for what is usual, or the job's own. */
  efficiency: quantity('furtherSources/*/efficiency').nullable(),
  price: quantity('furtherSources/*/price').nullable(),
  emission: quantity('furtherSources/*/emission').nullable(),
  pump: text(40),
  phase: Phase,
  /** What one by the sun does once the tank is as warm as it makes it. */
  onceWarm: z.enum(ONCE_WARM, `is neither of ${ONCE_WARM.join(', ')}`),
  /** Port of a station that it hangs on; null for beside the first source. */
  at: PortAt.nullable(),
  /**
   * Kelvin between its water and that of the plant where a plate exchanger parts them; null where it is the same water.
   */
  approach: quantity('furtherSources/*/approach').nullable(),
});
export type FurtherSource = z.infer<typeof FurtherSourceSchema>;

/** Most sources beside the first. */
export const MOST_FURTHER_SOURCES = 4;

/** A pump that is not in the catalogue: its curve typed or pasted, and whether it is already on the wall. */
export const OwnPumpSchema = z.strictObject({
  id: Id,
  label: Name,
  checkValve: z.boolean('is neither true nor false'),
  /** It hangs there already and may serve again. */
  existing: z.boolean('is neither true nor false'),
  /** Flow in m3/s, head in m and electric power in W at full speed, flow rising from 0, head falling. */
  points: z
    .array(
      z.tuple([
        z.number('is not a number').min(0, 'is below 0').max(1, 'is more than any circulator moves'),
        z.number('is not a number').min(0, 'is below 0').max(200, 'is more than any circulator lifts'),
        z.number('is not a number').min(0, 'is below 0').max(1e5, 'is more than any circulator takes'),
      ]),
    )
    .min(3, 'has too few points; give at least three from no flow to no head')
    .max(40, 'has more than 40 points; leave some out')
    .superRefine((points, context) => {
      points.forEach(([flow, head], i) => {
        const before = points[i - 1];
        const message =
          before === undefined
            ? flow === 0
              ? null
              : 'does not begin at no flow; give the head against a shut valve first'
            : flow <= before[0]
              ? 'does not have rising flows; sort the points by flow'
              : head > before[1]
                ? 'has a head that rises with the flow; check that point'
                : null;
        if (message) context.addIssue({ code: 'custom', path: [i], message });
      });
    }),
});
export type OwnPump = z.infer<typeof OwnPumpSchema>;

/** A limit of the rulebook as this job has it, with the reason. */
export const OwnRuleSchema = z.strictObject({
  /** Name of the rule. */
  id: Id,
  /** In SI. */
  limit: z.number('is not a number').min(-1000, 'is below anything a rule asks for').max(1e9, 'is beyond anything a rule allows'),
  reason: text(400),
});
export type OwnRule = z.infer<typeof OwnRuleSchema>;
