import type { Display, MaterialId } from '../../model/job.ts';
import { readSize, sizesInWords } from '../pipe/size-words.ts';
import { readQuantity } from '../quantity/parse.ts';
import { unitFor } from '../quantity/units.ts';
import type { ZoneThere } from './answers.ts';

export type ZonesRead = { zones: ZoneThere[]; problems: string[] };

/** Copper as each system has it: what mains and zones of plants that run mostly are. */
export const usualCopper = ({ system }: Display): MaterialId => (system === 'us' ? 'copper-b88-m' : 'copper-en1057');

/**
 * Zones that are there, one a line: a name, what it carries, and the size of its pipe where that is known: "Living 22 kBTU/h 3/4",
 * "Upstairs; 6.5 kW; 22".
 */
export function readZoneLines(text: string, display: Display): ZonesRead {
  const zones: ZoneThere[] = [];
  const problems: string[] = [];
  text.split('\n').forEach((line, i) => {
    if (line.trim() === '') return;
    const read = readZone(line.trim(), display);
    if (typeof read === 'string') problems.push(`Line ${i + 1}, “${line.trim().slice(0, 40)}”: ${read}.`);
    else zones.push(read);
  });
  return { zones, problems };
}

function readZone(line: string, display: Display): ZoneThere | string {
  const example = display.system === 'us' ? '“Living 22000 3/4”' : '“Living 6500 22”';
  const parts = /[;\t]/.test(line)
    ? line.split(/[;\t]/).map((part) => part.trim())
    : (/^(.*?[^\d\s.,])\s+(\d[\d.,]*\s*(?:[a-zA-Z/]+)?)(?:\s+(\S.*))?$/.exec(line)?.slice(1) ?? []);
  const [name, load, size] = parts;
  if (!name || !load) return `write a name and what it carries, for example ${example}`;
  const read = readQuantity(load, 'heatLoad', unitFor('heatLoad', display));
  if (!read.ok) return `what it carries ${read.reason}`;
  if (!(read.value > 0)) return 'what it carries is to be above 0';
  if (!size) return { name, load: read.value, size: null };
  const material = usualCopper(display);
  const known = readSize(material, size);
  return known
    ? { name, load: read.value, size: known }
    : `“${size}” is no size of copper pipe; use ${sizesInWords(material)}, or leave it out`;
}
