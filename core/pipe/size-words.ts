import type { MaterialId } from '../../model/job.ts';
import { findSize, PIPE_MATERIALS, type PipeSize } from './catalogue.ts';

/** What a size is called in one word: "28" for 28 × 0.9 mm, "3/4" for 3/4 in, "20" for DN 20. */
const shortOf = (size: PipeSize): string => {
  const wall = /^(\d+(?:\.\d+)?)x/.exec(size.id);
  return wall ? (wall[1] as string) : size.id.replace(/^DN/, '').replace('-', ' ');
};

/** The size of a material in a few signs that `readSize` reads back. */
export function sizeWords(material: MaterialId, sizeId: string): string {
  if (sizeId === 'auto') return 'auto';
  const size = findSize(material, sizeId);
  if (!size) return sizeId;
  const short = shortOf(size);
  return PIPE_MATERIALS[material].sizes.filter((each) => shortOf(each) === short).length === 1 ? short : sizeId;
}

/**
 * A size of a material as it is spoken of: "28", "28x0.9", "28 x 0.9 mm", "3/4", "3/4 in", "DN 20", "auto".
 * @returns its id in the catalogue, or undefined where the material has none of that name
 */
export function readSize(material: MaterialId, text: string): string | undefined {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/["”]|\bin\b|\bmm\b/g, '')
    .replace(/\s*[x×]\s*/g, 'x')
    .replace(/,/g, '.')
    .replace(/^dn\s*/, '')
    .trim();
  if (plain === 'auto' || plain === '') return plain === '' ? undefined : 'auto';
  const { sizes } = PIPE_MATERIALS[material];
  const named = sizes.find((size) => size.id.toLowerCase() === plain || shortOf(size).toLowerCase() === plain);
  if (named) return named.id;
  const dashed = plain.replace(/\s+/g, '-');
  return sizes.find((size) => size.id.toLowerCase() === dashed)?.id ?? findSize(material, plain)?.id;
}

/** Sizes of a material in their short words, for a sentence that names them. */
export const sizesInWords = (material: MaterialId): string =>
  [...new Set(PIPE_MATERIALS[material].sizes.map(shortOf))].join(', ');
