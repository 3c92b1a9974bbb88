import { fieldAt } from '../../model/fields.ts';
import type { Job } from '../../model/job.ts';
import type { Place } from '../../model/place.ts';

/** Words for the last steps of places that hold no number. */
const WORDS: Record<string, string> = {
  'run/size': 'pipe, plant to manifold',
  'worstRun/size': 'pipe of the index run',
  'run/length': 'length, plant to manifold',
  'worstRun/length': 'length of the index run',
  pump: 'pump',
};

/** A place of the job in words: "Upper radiators: pipe, plant to manifold". */
export function placeName(job: Job, place: Place): string {
  const [list, id, ...rest] = place.split('/');
  const inSource = place.startsWith('source/');
  const end = (inSource ? [id, ...rest] : rest).join('/');
  const what = (inSource && end === 'run/size' ? 'source pipe' : WORDS[end]) ?? fieldAt(place)?.label ?? end;
  if (inSource) return `Source: ${inSource && end === 'run/length' ? 'length of its pipe' : what}`;
  if (list === 'separation' && id === 'pairs') {
    const at = job.separation.pairs.findIndex((pair) => pair.id === rest[0]);
    return `Pair of tees ${at + 2}: ${fieldAt(place)?.label ?? rest[1]}`;
  }
  const owner =
    list === 'circuits'
      ? job.circuits.find((each) => each.id === id)
      : list === 'rooms'
        ? job.rooms.find((each) => each.id === id)
        : undefined;
  const sections = owner && 'sections' in owner ? owner.sections : [];
  const section = rest[0] === 'sections' ? sections.find((each) => each.id === rest[1]) : undefined;
  if (owner && section)
    return `${owner.name || owner.id}, ${section.name || section.id}: ${rest[2] === 'size' ? 'pipe' : rest[3] === 'taken' ? 'tee out of sight' : (fieldAt(place)?.label ?? rest[2])}`;
  return owner ? `${owner.name || owner.id}: ${what}` : (fieldAt(place)?.label ?? place);
}
