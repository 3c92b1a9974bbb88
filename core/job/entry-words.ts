import { fieldAt } from '../../model/fields.ts';
import type { Display, Job } from '../../model/job.ts';
import { say } from '../quantity/format.ts';

/** What the parts of a job are called. Every one of them has its word, so that none can differ unseen. */
const PARTS: Record<keyof Job, string> = {
  format: 'Format',
  version: 'Version of the file',
  name: 'Name of the job',
  stage: 'Stage',
  usual: 'Usual for new rooms',
  constructions: 'Construction',
  site: 'Site',
  display: 'Units',
  rulebook: 'Rulebook',
  ownRules: 'Own limits',
  mode: 'Heating or cooling',
  wholeHouseLoad: 'Whole-house heat load',
  roughLoads: 'Rough loads',
  rooms: 'Room',
  circuits: 'Circuit',
  source: 'Source',
  furtherSources: 'Further source',
  separation: 'Separation',
  stations: 'Station',
  links: 'Pipes between stations',
  distribution: 'Pumps or one pump with valves',
  ownPumps: 'Own pumps',
  hotWater: 'Hot water',
  vessel: 'Expansion vessel',
  waters: 'Water',
  fluid: 'Fluid',
  safety: 'Safety',
  controls: 'Controls',
  thermostats: 'Thermostats',
  energy: 'Prices and emissions',
  runs: 'Kept results',
  accepted: 'Accepted findings',
  presence: 'There already, new or later',
  articles: 'Own articles',
  quote: 'Quote',
  assumptions: 'What is only assumed',
  unread: 'Entries that could not be read',
};

/** "heatLoad" as "heat load". */
const plain = (key: string): string => key.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);

/** What an entry is called, with the name of the room or circuit it belongs to. */
export function placeWords(job: Job, place: string): string {
  const [part = '', ...rest] = place.split('/');
  const list = (job as unknown as Record<string, unknown>)[part];
  let words = PARTS[part as keyof Job] ?? plain(part);
  let inner = rest;
  if (Array.isArray(list) && rest[0] !== undefined) {
    const item = list.find((each: { id?: string }) => each.id === rest[0]) as { name?: string } | undefined;
    words = `${words} ${item?.name || rest[0]}`;
    inner = rest.slice(1);
  }
  const field = fieldAt(place);
  if (field && inner.length > 0) return `${words}: ${field.label}`;
  return inner.length > 0 ? `${words}: ${inner.map(plain).join(', ')}` : words;
}

/** Longest text shown of a value that is no number. */
const LONGEST = 90;

/** A value of an entry as a person reads it. */
export function valueWords(place: string, value: unknown, display: Display): string {
  if (value === undefined) return 'deleted';
  if (value === null) return 'empty';
  if (typeof value === 'number') {
    const field = fieldAt(place);
    return field ? say(value, field.kind, display) : String(value);
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value === '' ? 'empty' : value;
  if (Array.isArray(value))
    return value.every((each) => typeof each === 'string') ? value.join(', ') || 'none' : `${value.length} entries`;
  const { name, kind } = value as { name?: unknown; kind?: unknown };
  const known = [name, kind].filter((each): each is string => typeof each === 'string' && each !== '');
  const text = known.length > 0 ? known.join(', ') : JSON.stringify(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST)} …` : text;
}
