import { z } from 'zod';
import { FLOOR_SYSTEMS } from './emitter.ts';
import { autoOr, Id, Name, quantity, SizedMaterial, temperature } from './schema-parts.ts';

/** What a floor shares with others built alike: all but its area, spacing and covering. */
export const ConstructionSchema = z.strictObject({
  id: Id,
  name: Name,
  system: z.enum(FLOOR_SYSTEMS, `is no floor system; use one of ${FLOOR_SYSTEMS.join(', ')}`),
  pipe: SizedMaterial,
  cover: quantity('constructions/*/cover'),
  conductivity: quantity('constructions/*/conductivity'),
  insulation: quantity('constructions/*/insulation'),
  below: temperature('constructions/*/below'),
  contact: quantity('constructions/*/contact'),
  heatTransfer: autoOr(quantity('constructions/*/heatTransfer')),
});
export type Construction = z.infer<typeof ConstructionSchema>;
/** Most constructions of one job. */
export const MOST_CONSTRUCTIONS = 40;
