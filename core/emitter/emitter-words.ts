import { builtAs } from '../../model/construction.ts';
import { type Emitter, type Floor, PANEL_TYPES, type PanelType, RATED_FORMS, type RatedForm } from '../../model/emitter.ts';
import { boundsProblem, FIELDS, type FieldPlace } from '../../model/fields.ts';
import type { Construction, Display, Job, Room } from '../../model/job.ts';
import { newEmitter, newFixed, newFloor, newPanel, newRated } from '../../model/new-emitter.ts';
import { nextId } from '../../model/new-job.ts';
import { editText, say } from '../quantity/format.ts';
import { inUnits } from '../quantity/in-units.ts';
import { evaluate, readQuantity } from '../quantity/parse.ts';
import { toSI, unitFor } from '../quantity/units.ts';
import { faceText, faceUnit, RATED_LABELS } from './emitter.ts';

/**
 * Emitters of a room in a few words, as they are jotted down: "22 600x1200", "2 x 11 400x800", "floor 150", "towel rail 400 W",
 * "baseboard 3 m"; several parted by a semicolon or a plus. Sizes are height by length of the face.
 */
export type EmittersRead = { ok: true; emitters: Emitter[] } | { ok: false; reason: string };

/** The emitters of a room in words that `readEmitters` reads back. */
export function emitterWords(
  { emitters }: Pick<Room, 'emitters'>,
  job: Pick<Job, 'display' | 'constructions' | 'usual'>,
): string {
  const words = emitters.map((emitter) => wordsOf(emitter, job));
  const lines: string[] = [];
  for (let i = 0; i < words.length; ) {
    let n = 1;
    while (words[i + n] === words[i]) n++;
    lines.push(n > 1 ? `${n} x ${words[i]}` : (words[i] as string));
    i += n;
  }
  return lines.join('; ');
}

function wordsOf(emitter: Emitter, { display, constructions, usual }: Pick<Job, 'display' | 'constructions' | 'usual'>): string {
  switch (emitter.kind) {
    case 'panel':
      return `${emitter.type.replace('-', '')} ${faceText(emitter.height, display)}x${faceText(emitter.length, display)}`;
    case 'floor': {
      const built = constructions.find((each) => each.id === emitter.construction);
      const named = built && built.id !== usual.construction ? ` ${built.name}` : '';
      return `floor ${editText(emitter.spacing, 'bore', display)}${named}`;
    }
    case 'rated': {
      const label = RATED_LABELS[emitter.form].toLowerCase();
      const size =
        emitter.form === 'baseboard' ? say(emitter.length, 'length', display) : say(emitter.ratedOutput, 'heatLoad', display);
      const usualOne = newRated('', emitter.form);
      const at = [emitter.ratedFlow, emitter.ratedReturn, emitter.ratedRoom];
      const asUsual = at.every((each, i) => each === [usualOne.ratedFlow, usualOne.ratedReturn, usualOne.ratedRoom][i]);
      return `${label} ${plain(size)}${asUsual ? '' : ` at ${at.map((each) => editText(each, 'temperature', display)).join('/')}`}`;
    }
    case 'fixed':
      return `fixed ${plain(say(emitter.output, 'heatLoad', display))}`;
  }
}

const plain = (words: string): string => words.replace(/\u00a0/g, ' ').replace(/\u202f/g, '');

/**
 * Reads the emitters of a room. What is there of the same kind keeps its name, circuit and the rest; what is not named any more is gone.
 * @param text nothing for none
 */
export function readEmitters(text: string, room: Room, job: Pick<Job, 'display' | 'constructions' | 'usual'>): EmittersRead {
  const parts = text
    .split(/[;\n]|\s\+\s/)
    .map((part) => part.trim())
    .filter((part) => part !== '');
  const emitters: Emitter[] = [];
  const left = [...room.emitters];
  const ids = [...room.emitters];
  for (const part of parts) {
    const several = /^(\d{1,2})\s*[x×]\s*(?=\d\d?-?\d\s|[a-z])/i.exec(part);
    const rest = several ? part.slice(several[0].length) : part;
    for (let n = 0; n < Number(several?.[1] ?? 1); n++) {
      const read = readOne(rest, room, job);
      if ('reason' in read) return { ok: false, reason: read.reason };
      const at = left.findIndex((each) => each.kind === read.kind && formOf(each) === formOf(read));
      const [before] = at < 0 ? [] : left.splice(at, 1);
      const id = before?.id ?? nextId('e', ids);
      if (!before) ids.push({ ...read, id });
      emitters.push(before ? kept(before, read, rest) : { ...read, id });
    }
  }
  return { ok: true, emitters };
}

const formOf = (emitter: Emitter): RatedForm | null => (emitter.kind === 'rated' ? emitter.form : null);

/** An emitter that was there with what the words say of it. */
function kept(before: Emitter, read: Emitter, words: string): Emitter {
  if (before.kind === 'panel' && read.kind === 'panel')
    return { ...before, type: read.type, height: read.height, length: read.length };
  if (before.kind === 'fixed' && read.kind === 'fixed') return { ...before, output: read.output };
  if (before.kind === 'rated' && read.kind === 'rated') {
    const rated = / at /.test(words)
      ? { ratedFlow: read.ratedFlow, ratedReturn: read.ratedReturn, ratedRoom: read.ratedRoom }
      : {};
    return before.form === 'baseboard'
      ? { ...before, length: read.length, ...rated }
      : { ...before, ratedOutput: read.ratedOutput, ...rated };
  }
  if (before.kind === 'floor' && read.kind === 'floor') {
    const shared = read.construction === null || read.construction === before.construction ? before : builtLike(before, read);
    return { ...shared, spacing: read.spacing };
  }
  return { ...read, id: before.id };
}

const builtLike = (floor: Floor, other: Floor): Floor => ({
  ...other,
  id: floor.id,
  name: floor.name,
  circuit: floor.circuit,
  share: floor.share,
  area: floor.area,
  covering: floor.covering,
  edgeArea: floor.edgeArea,
  use: floor.use,
  tail: floor.tail,
  loops: floor.loops,
});

type One = Emitter | { reason: string };

const EXAMPLES = 'write for example “22 600x1200”, “floor 150”, “towel rail 400 W” or “baseboard 3 m”';
const EXAMPLES_US = 'write for example “22 24x48”, “floor 6”, “towel rail 1400 BTU/h” or “baseboard 10 ft”';

function readOne(text: string, room: Room, job: Pick<Job, 'display' | 'constructions' | 'usual'>): One {
  const { display } = job;
  const panel = /^(?:panel |type )?(\d)-?(\d)\s+([\d.,]+)\s*(?:mm|in|")?\s*[x×*]\s*([\d.,]+)\s*(mm|cm|m|in|")?$/i.exec(text);
  if (panel) return readPanel(panel, display);
  const floor = /^(?:floor|floor heating|underfloor)\b\s*(.*)$/i.exec(text);
  if (floor) return readFloor(floor[1] ?? '', room, job);
  const fixed = /^fixed(?: load)?\s+(.+)$/i.exec(text);
  if (fixed) {
    const output = bounded(fixed[1] ?? '', 'rooms/*/emitters/*/output', display);
    return typeof output === 'number' ? newFixed('', { output }) : output;
  }
  const form = RATED_FORMS.find((each) => text.toLowerCase().startsWith(RATED_LABELS[each].toLowerCase()));
  if (form) return readRated(text.slice(RATED_LABELS[form].length).trim(), form, room, display);
  return { reason: `“${text.slice(0, 40)}” is no emitter; ${display.system === 'us' ? EXAMPLES_US : EXAMPLES}` };
}

function readPanel([, panels, sheets, height, length, unit]: RegExpExecArray, display: Display): One {
  const type = `${panels}-${sheets}` as PanelType;
  if (!PANEL_TYPES.includes(type)) {
    const known = PANEL_TYPES.map((each) => each.replace('-', '')).join(', ');
    return { reason: `“${panels}${sheets}” is no panel type; use one of ${known}: panels and convector sheets` };
  }
  const metres = (text = ''): number => {
    const number = evaluate(text) ?? Number.NaN;
    if (unit === 'cm') return number / 100;
    return toSI(number, 'length', unit === '"' ? 'in' : (unit ?? faceUnit(display)));
  };
  const [high, long] = [metres(height), metres(length)];
  for (const [value, place] of [
    [high, 'rooms/*/emitters/*/height'],
    [long, 'rooms/*/emitters/*/length'],
  ] as const) {
    const problem = boundsProblem(FIELDS[place], value);
    if (problem) return { reason: `its ${FIELDS[place].label} ${inUnits(problem, display)}` };
  }
  return newPanel('', { type, height: high, length: long });
}

function readFloor(rest: string, room: Room, job: Pick<Job, 'display' | 'constructions' | 'usual'>): One {
  const [, number = '', name = ''] = /^([\d.,/ ]*(?:mm|in|")?)\s*(.*)$/i.exec(rest) ?? [];
  const spacing =
    number.trim() === '' ? undefined : bounded(number.replace('"', ' in'), 'rooms/*/emitters/*/spacing', job.display);
  if (typeof spacing === 'object') return { reason: `its spacing ${spacing.reason}` };
  const wanted = name.trim().toLowerCase();
  const named = job.constructions.find((each) => each.name.toLowerCase() === wanted);
  if (wanted !== '' && !named) {
    return {
      reason: `“${name.trim().slice(0, 40)}” is no construction of this job; name one on the Emitters page, or leave it out`,
    };
  }
  const floor = usualFloor(job, room.area, named);
  return spacing === undefined ? floor : { ...floor, spacing };
}

/** A floor as this job builds them. */
export function usualFloor(
  { constructions, usual }: Pick<Job, 'constructions' | 'usual'>,
  area: number | null,
  as?: Construction,
): Floor {
  const floor = newFloor('', area ?? NO_AREA);
  const construction = as ?? constructions.find((each) => each.id === usual.construction);
  return construction ? builtAs(floor, construction) : floor;
}
/** Floor taken where a room has no area yet, m2: as `newEmitter` takes it. */
const NO_AREA = 10;

function readRated(rest: string, form: RatedForm, room: Room, display: Display): One {
  const emitter = newEmitter(form, '', room.area);
  if (emitter.kind !== 'rated') return emitter;
  const [, size = '', at] = /^(.*?)(?:\s+at\s+(.+))?$/i.exec(rest) ?? [];
  const temperatures = at?.split('/').map((each) => readQuantity(each, 'temperature', unitFor('temperature', display)));
  if (temperatures && (temperatures.length !== 3 || temperatures.some((each) => !each.ok))) {
    return {
      reason: `“${at}” is no rating; write flow, return and room, for example “at ${display.system === 'us' ? '167/149/68' : '75/65/20'}”`,
    };
  }
  const [ratedFlow, ratedReturn, ratedRoom] = (temperatures ?? []).map((each) => (each.ok ? each.value : 0));
  const rated = ratedFlow === undefined ? {} : { ratedFlow, ratedReturn, ratedRoom };
  const made = { ...emitter, ...rated } as typeof emitter;
  if (size.trim() === '') return made;
  const place = form === 'baseboard' ? 'rooms/*/emitters/*/length' : 'rooms/*/emitters/*/ratedOutput';
  const value = bounded(size, place, display);
  if (typeof value !== 'number') return { reason: `its ${FIELDS[place].label} ${value.reason}` };
  return form === 'baseboard' ? { ...made, length: value } : { ...made, ratedOutput: value };
}

function bounded(text: string, place: FieldPlace, display: Display): number | { reason: string } {
  const field = FIELDS[place];
  const read = readQuantity(text, field.kind, unitFor(field.kind, display));
  if (!read.ok) return { reason: read.reason };
  const problem = boundsProblem(field, read.value);
  return problem ? { reason: inUnits(problem, display) } : read.value;
}
