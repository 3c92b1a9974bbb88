import { z } from 'zod';
import { EmitterSchema, MOST_EMITTERS } from './emitter.ts';
import { autoOr, Id, Name, quantity, temperature } from './schema-parts.ts';

const ROOM_USES = ['living', 'sleeping', 'bathroom', 'kitchen', 'work', 'passage', 'other'] as const;
export type RoomUse = (typeof ROOM_USES)[number];
/** Sides of the sky, clockwise from north. */
const FACINGS = ['n', 'ne', 'e', 'se', 's', 'sw', 'w', 'nw'] as const;
export type Facing = (typeof FACINGS)[number];

export const RoomSchema = z.strictObject({
  id: Id,
  name: Name,
  storey: Name,
  area: quantity('rooms/*/area').nullable(),
  heatLoad: quantity('rooms/*/heatLoad').nullable(),
  roomTemperature: temperature('rooms/*/roomTemperature'),
  circuit: Id.nullable(),
  /** Pipe from the manifold to the emitters of this room and back; null when it is as long as the worst run. */
  branchLength: quantity('rooms/*/branchLength').nullable(),
  /** What it is used for and where its windows look: zones are proposed by them; null while nobody said. */
  use: z.enum(ROOM_USES, `is no use of a room; use one of ${ROOM_USES.join(', ')}`).nullable(),
  facing: z.enum(FACINGS, `is no side of the sky; use one of ${FACINGS.join(', ')}`).nullable(),
  /** On the hottest day: heat to take out of the air, and to dry it; null where nothing is asked. */
  coolingLoad: quantity('rooms/*/coolingLoad').nullable(),
  latentLoad: quantity('rooms/*/latentLoad').nullable(),
  /** Part of the sensible load that the sun brings through its windows; `auto` is usual where it is known where they look. */
  sunShare: autoOr(quantity('rooms/*/sunShare')),
  /** What heats it; while there are none they count as large as the circuit's temperatures ask. */
  emitters: z.array(EmitterSchema).max(MOST_EMITTERS, `holds more than ${MOST_EMITTERS} emitters; split the room`),
});
