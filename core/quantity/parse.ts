import type { Display } from '../../model/job.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { UNIT_CHOICES } from '../../model/quantities.ts';
import { toSI, unitFor, unitFromSpelling } from './units.ts';

/** Which mark stands before the decimals. `auto` judges each number by itself. */
export type DecimalMark = '.' | ',' | 'auto';

export type Read = { ok: true; value: number; unit: string } | { ok: false; reason: string };

/** Longest text read as a quantity; more is a paste into the wrong field. */
const LONGEST = 200;

/**
 * Reads what a person typed for a quantity: "850", "12,5 kW", "1 1/4 in", "12*0.7 kW", "70 °F".
 * @param unit the unit meant when none is typed
 * @returns the SI value, or a sentence that says what to type instead
 */
export function readQuantity(text: string, kind: QuantityKind, unit: string, mark: DecimalMark = 'auto'): Read {
  const trimmed = text.trim().replace(/[\u00a0\u2009\u202f]/g, ' ');
  if (trimmed === '') return { ok: false, reason: `is empty; type a number, for example ${example(unit)}` };
  if (trimmed.length > LONGEST) return { ok: false, reason: `is too long to be a number; type for example ${example(unit)}` };
  const { sum, tail } = splitUnit(trimmed, kind);
  const used = tail === '' ? unit : unitFromSpelling(tail, kind);
  if (used === undefined) {
    const known = [...new Set(UNIT_CHOICES[kind])].filter(Boolean).join(', ');
    const named = /\d/.test(trimmed) ? `has the unknown unit "${tail}"` : 'is not a number';
    return { ok: false, reason: known ? `${named}; use ${known}` : `${named}; type a plain number` };
  }
  const value = evaluate(sum, mark);
  if (value === undefined || !Number.isFinite(value)) {
    return { ok: false, reason: `"${clip(text)}" is not a number; type for example ${example(unit)}` };
  }
  return { ok: true, value: toSI(value, kind, used), unit: used };
}

/** Reads a quantity in the units of the job. */
export const readInJobUnits = (text: string, kind: QuantityKind, display: Display): Read =>
  readQuantity(text, kind, unitFor(kind, display));

const example = (unit: string): string => (unit === '' ? '1.5' : `12${unit === '%' ? ' %' : ` ${unit}`}`);
const clip = (text: string): string => (text.length > 30 ? `${text.slice(0, 30)}…` : text);

/** Parts the sum from the unit behind it: the longest ending that reads as a unit and leaves digits in front. */
function splitUnit(text: string, kind: QuantityKind): { sum: string; tail: string } {
  const start = text.search(/[^\d\s.,'()+\-*/×·−]/);
  if (start < 0) return { sum: text, tail: '' };
  const whole = text.slice(start).trim();
  // "2 x 350 W": an x between numbers multiplies.
  const times = text.replace(/(\d)\s*[x×·]\s*(?=\d)/gi, '$1*');
  if (times !== text) return splitUnit(times, kind);
  return { sum: text.slice(0, start), tail: whole };
}

/** The value of a sum of numbers with + - * / and brackets, or undefined when it is none. */
export function evaluate(text: string, mark: DecimalMark = 'auto'): number | undefined {
  const tokens = tokenise(text, mark);
  if (!tokens) return undefined;
  let at = 0;
  const factor = (): number | undefined => {
    const token = tokens[at++];
    if (typeof token === 'number') return token;
    if (token === '-') {
      const value = factor();
      return value === undefined ? undefined : -value;
    }
    if (token === '+') return factor();
    if (token !== '(') return undefined;
    const value = sum();
    return tokens[at++] === ')' ? value : undefined;
  };
  const product = (): number | undefined => {
    let value = factor();
    while (value !== undefined && (tokens[at] === '*' || tokens[at] === '/')) {
      const divide = tokens[at++] === '/';
      const next = factor();
      value = next === undefined ? undefined : divide ? value / next : value * next;
    }
    return value;
  };
  const sum = (): number | undefined => {
    let value = product();
    while (value !== undefined && (tokens[at] === '+' || tokens[at] === '-')) {
      const minus = tokens[at++] === '-';
      const next = product();
      value = next === undefined ? undefined : minus ? value - next : value + next;
    }
    return value;
  };
  const value = sum();
  return at === tokens.length ? value : undefined;
}

function tokenise(text: string, mark: DecimalMark): (number | string)[] | undefined {
  const tokens: (number | string)[] = [];
  // "1 1/4" is one and a quarter; "12 500" is twelve thousand five hundred.
  const prepared = text
    .replace(/(\d+)\s+(\d+)\s*\/\s*(\d+)(?![\d.,])/g, '($1+$2/$3)')
    .replace(/(?<=\d)[ '](?=\d{3}(?!\d))/g, '')
    .replace(/[×·]/g, '*')
    .replace(/−/g, '-');
  const pattern = /\s*(?:(\d[\d.,]*|[.,]\d+)|([-+*/()]))/y;
  while (pattern.lastIndex < prepared.length) {
    if (/^\s*$/.test(prepared.slice(pattern.lastIndex))) break;
    const match = pattern.exec(prepared);
    if (!match) return undefined;
    if (match[1] === undefined) tokens.push(match[2] as string);
    else {
      const number = readNumber(match[1], mark);
      if (number === undefined) return undefined;
      tokens.push(number);
    }
  }
  return tokens.length > 0 ? tokens : undefined;
}

/**
 * A number without sign that may hold dots and commas. With `auto`: of two kinds of mark the last one is the
 * decimal mark; a mark that comes more than once parts thousands; a single mark is a decimal mark, except a comma
 * before exactly three digits ("1,200"), which parts thousands.
 */
export function readNumber(text: string, mark: DecimalMark): number | undefined {
  const decimal = mark === 'auto' ? guessMark(text) : mark;
  const other = decimal === '.' ? ',' : '.';
  const parts = text.split(decimal);
  if (parts.length > 2 || parts[1]?.includes(other)) return undefined;
  const whole = parts[0] as string;
  if (whole.includes(other) && !new RegExp(`^\\d{1,3}(\\${other}\\d{3})+$`).test(whole)) return undefined;
  const value = Number(`${whole.replaceAll(other, '') || '0'}.${parts[1] || '0'}`);
  return Number.isFinite(value) ? value : undefined;
}

function guessMark(text: string): '.' | ',' {
  const dot = text.lastIndexOf('.');
  const comma = text.lastIndexOf(',');
  if (dot >= 0 && comma >= 0) return dot > comma ? '.' : ',';
  if (comma < 0) return text.indexOf('.') === dot ? '.' : ',';
  if (text.indexOf(',') !== comma) return '.';
  return /^[1-9]\d{0,2},\d{3}$/.test(text) ? '.' : ',';
}
