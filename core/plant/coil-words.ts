import { boundsProblem, FIELDS, type FieldPlace } from '../../model/fields.ts';
import type { Display, HotWater } from '../../model/job.ts';
import { editText, say } from '../quantity/format.ts';
import { inUnits } from '../quantity/in-units.ts';
import { readQuantity } from '../quantity/parse.ts';
import { unitFor } from '../quantity/units.ts';

type Coil = Pick<HotWater, 'coilOutput' | 'coilFlow' | 'coilReturn' | 'coilStore'>;

/** The rating of a coil as data sheets have it in a line: "24 kW 80/60 45", output, flow over return, store. */
export const coilWords = (coil: Coil, display: Display): string =>
  `${say(coil.coilOutput, FIELDS['hotWater/coilOutput'].kind, display).replace(/[\u00a0\u202f]/g, ' ')} ${[coil.coilFlow, coil.coilReturn].map((each) => editText(each, 'temperature', display)).join('/')} ${editText(coil.coilStore, 'temperature', display)}`;

/** Reads such a line. @returns the rating, or what to write instead */
export function readCoil(text: string, display: Display): Coil | string {
  const match = /^(.+?)[\s,;]+([\d.]+)\s*\/\s*([\d.]+)(?:[\s,;/]+([\d.]+))?\s*(?:°?[CF])?$/i.exec(text.trim());
  const example = display.system === 'us' ? '“82 kBTU/h 176/140 113”' : '“24 kW 80/60 45”';
  if (!match) return `is no rating; write output, flow/return and store, for example ${example}`;
  const read = (part: string, place: FieldPlace): number | string => {
    const { kind, label } = FIELDS[place];
    const got = readQuantity(part, kind, unitFor(kind, display));
    const problem = got.ok ? boundsProblem(FIELDS[place], got.value) : got.reason;
    return problem ? `has a ${label} that ${inUnits(problem, display)}` : got.ok ? got.value : '';
  };
  const coilOutput = read(match[1] as string, 'hotWater/coilOutput');
  const coilFlow = read(match[2] as string, 'hotWater/coilFlow');
  const coilReturn = read(match[3] as string, 'hotWater/coilReturn');
  const coilStore = read(match[4] ?? (display.system === 'us' ? '113' : '45'), 'hotWater/coilStore');
  for (const each of [coilOutput, coilFlow, coilReturn, coilStore]) if (typeof each === 'string') return each;
  return { coilOutput, coilFlow, coilReturn, coilStore } as Coil;
}
