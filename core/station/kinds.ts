import type { Station, StationKindId } from '../plan/plan.ts';
import { bars } from './bars/bars.ts';
import { coiled } from './coiled/coiled.ts';
import { cylinder } from './cylinder/cylinder.ts';
import { header } from './header/header.ts';
import type { StationKind, Topology } from './kind.ts';
import { plates } from './plates/plates.ts';
import { ring } from './ring/ring.ts';
import { tank } from './tank/tank.ts';

/** Every kind of station. A new one is a folder of its own and a line here. */
export const KINDS: Record<StationKindId, StationKind> = { bars, header, ring, tank, coiled, plates, cylinder };

const known = new WeakMap<Station, Topology>();

export function topologyOf(station: Station): Topology {
  const seen = known.get(station);
  if (seen) return seen;
  const made = KINDS[station.kind].topology(station);
  known.set(station, made);
  return made;
}
