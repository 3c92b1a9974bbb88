import type { Place } from '../../model/place.ts';

/** The page on which a place of the job is edited. */
export function pageOfPlace(place: Place): string {
  if (/^rooms\/[^/]+\/emitters/.test(place)) return 'emitters';
  if (/^circuits\/[^/]+\/sections/.test(place)) return 'pipes';
  if (place.startsWith('rooms/') || place === 'wholeHouseLoad') return 'rooms';
  if (/^circuits\/[^/]+\/curve/.test(place)) return 'controls';
  if (place === 'circuits' || place.startsWith('circuits/')) return 'circuits';
  if (/^(site|fluid|mode|rulebook)(\/|$)/.test(place)) return 'site';
  if (/^(controls|thermostats|source\/curve)/.test(place)) return 'controls';
  if (place.startsWith('energy/')) return 'run';
  return 'plant';
}
