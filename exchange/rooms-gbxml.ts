import { XMLParser } from 'fast-xml-parser';
import type { Display } from '../model/job.ts';
import { type RoomsRead, readRoomsTable, type TableLine } from './rooms-table.ts';

/** Largest building model taken in, bytes, and how deep it may nest. */
const MOST_MODEL_BYTES = 20_000_000;
const MOST_DEPTH = 40;

/** Names of units in the schema of gbXML 6.01, and what they are called here. */
const AREA_UNITS: Record<string, string> = { SquareMeters: 'm2', SquareFeet: 'ft2', SquareCentimeters: '', SquareInches: '' };
const TEMPERATURE_UNITS: Record<string, string> = { C: 'C', F: 'F', K: 'K', R: 'R' };
const POWER_UNITS: Record<string, string> = {
  Watt: 'W',
  W: 'W',
  Kilowatt: 'kW',
  KW: 'kW',
  kW: 'kW',
  BtuPerHour: 'BTU/h',
  kBtuPerHour: 'kBTU/h',
  kBtuPerH: 'kBTU/h',
};

type Element = Record<string, unknown>;
const list = (value: unknown): Element[] => (Array.isArray(value) ? value : value === undefined ? [] : [value]) as Element[];
/** Text of an element, with or without attributes. */
const words = (value: unknown): string => {
  if (typeof value === 'object' && value !== null) return words((value as Element)['#text']);
  return value === undefined || value === null ? '' : String(value).trim();
};
const attribute = (element: unknown, name: string): string =>
  typeof element === 'object' && element !== null ? words((element as Element)[`@${name}`]) : '';

/** How deep the tags of a text nest; a parser that recurses would fall over one that nests without end. */
function depthOf(text: string): number {
  let depth = 0;
  let most = 0;
  for (const match of text.matchAll(/<(\/?)[A-Za-z_][^<>]*?(\/?)>/g)) {
    if (match[1]) depth--;
    else if (!match[2]) most = Math.max(most, ++depth);
    if (most > MOST_DEPTH) break;
  }
  return most;
}

/** Parts of XML in which a sign of a tag means nothing, by how they begin and end. */
const PLAIN_PARTS = [
  ['<!--', '-->'],
  ['<![CDATA[', ']]>'],
  ['<?', '?>'],
] as const;

/**
 * Whether every tag is closed before the next begins. A parser that looks for the end of each of a million open tags would be at it
 * for minutes; this is found in one pass.
 */
function tagsClose(text: string): boolean {
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at)) {
    const plain = PLAIN_PARTS.find(([begins]) => text.startsWith(begins, at));
    const end = text.indexOf(plain ? plain[1] : '>', at + 1);
    if (end < 0) return false;
    if (!plain) {
      const next = text.indexOf('<', at + 1);
      if (next >= 0 && next < end) return false;
    }
    at = end + 1;
  }
  return true;
}

/**
 * Reads spaces with area, storey, design heating and cooling load from a building model in gbXML, after the schema published as
 * 6.01 (from memory): `Campus/Building/Space` with `Name`, `Area`, `DesignHeatT`, its `buildingStoreyIdRef`, and
 * `Results` of a load whose `ObjectId` is the space. Spaces without a load come in without one. A cooling load that is not told apart is
 * taken as sensible, and said to be.
 *
 * Entities and document types are refused: neither belongs in such a file, and both are used to harm parsers.
 */
export function readRoomsGbxml(text: string, display: Display, taken: readonly string[] = []): RoomsRead {
  const refuse = (problem: string): RoomsRead => ({ ok: false, problem });
  if (text.length > MOST_MODEL_BYTES) {
    return refuse(
      `The model has ${(text.length / 1e6).toFixed(0)} MB; at most ${MOST_MODEL_BYTES / 1e6} MB are read. Export it without geometry.`,
    );
  }
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) {
    return refuse(
      'The file declares a document type or entities, which a building model does not need. Export it again as plain gbXML.',
    );
  }
  if (!tagsClose(text)) return refuse('The file is no sound XML: a tag is not closed before the next begins. Export it again.');
  if (depthOf(text) > MOST_DEPTH) return refuse(`The file nests deeper than ${MOST_DEPTH} elements; that is no building model.`);
  let root: Element;
  try {
    const parser = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '@',
      processEntities: true,
      parseTagValue: false,
      removeNSPrefix: true,
    });
    root = (parser.parse(text, true) as Element).gbXML as Element;
  } catch (error) {
    return refuse(
      `The file is no sound XML (${error instanceof Error ? error.message.slice(0, 120) : 'unreadable'}). Export it again.`,
    );
  }
  if (typeof root !== 'object' || root === null)
    return refuse('The file holds no gbXML element, so it is no building model in gbXML. Export it again as gbXML.');
  const buildings = list(root.Campus).flatMap((campus) => list(campus.Building));
  const storeys = new Map(
    buildings.flatMap((building) => list(building.BuildingStorey)).map((storey) => [attribute(storey, 'id'), words(storey.Name)]),
  );
  const loads = loadsOf(root, HEAT);
  const sensible = loadsOf(root, SENSIBLE);
  const latent = loadsOf(root, LATENT);
  const whole = loadsOf(root, COOLING);
  const cools = sensible.size + latent.size + whole.size > 0;
  const areaUnit = attribute(root, 'areaUnit');
  const temperatureUnit = attribute(root, 'temperatureUnit');
  const spaces = buildings.flatMap((building) => list(building.Space));
  if (spaces.length === 0)
    return refuse('The model holds no spaces (Campus/Building/Space). Export it with its rooms or spaces.');
  const heading = [
    'Room',
    'Storey',
    'Area',
    'Heat load',
    'Room temperature',
    // A model that says nothing of summer leaves what is entered.
    ...(cools ? ['Sensible cooling load', 'Latent load'] : []),
  ];
  const rows = spaces.map((space, i): TableLine => {
    const id = attribute(space, 'id');
    const storeyId = attribute(space, 'buildingStoreyIdRef');
    const ofArea = AREA_UNITS[attribute(space.Area, 'unit') || areaUnit || 'SquareMeters'];
    const ofTemperature = TEMPERATURE_UNITS[attribute(space.DesignHeatT, 'unit') || temperatureUnit || 'C'];
    const area = words(space.Area);
    const temperature = words(space.DesignHeatT);
    return {
      line: i + 1,
      cells: [
        words(space.Name) || id,
        storeys.get(storeyId) ?? storeyId,
        area === '' ? '' : `${area} ${ofArea || attribute(space.Area, 'unit')}`,
        loads.get(id) ?? '',
        temperature === '' ? '' : withUnit(temperature, ofTemperature ?? 'C'),
        ...(cools ? [sensible.get(id) ?? whole.get(id) ?? '', latent.get(id) ?? ''] : []),
      ],
    };
  });
  const read = readRoomsTable([{ line: 0, cells: heading }, ...rows], display, taken);
  if (!read.ok) return read;
  const bare = spaces.length - loads.size;
  const notes = [
    `${spaces.length} spaces of a building model.`,
    ...(bare > 0
      ? [
          `${bare === spaces.length ? 'None' : `${bare} of them do not`} ${bare === spaces.length ? 'of them brings a heat load' : 'bring a heat load'}; enter them from the heat-loss calculation.`,
        ]
      : []),
    ...([...whole.keys()].some((id) => !sensible.has(id))
      ? ['Cooling loads that are not told apart are taken as sensible; enter what dries the air beside them.']
      : []),
  ];
  // Every number of a model carries its unit.
  return { ok: true, preview: { ...read.preview, notes } };
}

/** Kelvin and Rankine are no units of a room's temperature here. */
function withUnit(value: string, unit: string): string {
  const number = Number(value);
  if (unit === 'K' && Number.isFinite(number)) return `${(number - 273.15).toFixed(2)} °C`;
  if (unit === 'R' && Number.isFinite(number)) return `${(number - 459.67).toFixed(2)} °F`;
  return `${value} °${unit}`;
}

/** What a result is of, by the name of its kind without blanks. */
const HEAT = /^(?!.*cool).*heat(ing)?load/i;
const SENSIBLE = /sensible.*cool|cool.*sensible/i;
const LATENT = /latent.*cool|cool.*latent/i;
const COOLING = /^(?!.*(sensible|latent)).*cool(ing)?load/i;

/** A load by id of its space, with its unit. */
function loadsOf(root: Element, kind: RegExp): Map<string, string> {
  const loads = new Map<string, string>();
  for (const result of list(root.Results)) {
    if (!kind.test(attribute(result, 'resultsType').replace(/[\s_]/g, ''))) continue;
    const unit = attribute(result, 'unit');
    const value = words(list(result.Value)[0]);
    if (value === '') continue;
    for (const object of list(result.ObjectId)) loads.set(words(object), `${value} ${POWER_UNITS[unit] ?? unit}`.trim());
  }
  return loads;
}
