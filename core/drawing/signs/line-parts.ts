import type { ComponentId } from '../../../model/job.ts';
import type { PathMark } from '../scene/mark.ts';

/** The box in which these signs are drawn: the pipe runs up through its middle. */
export const DRAWN = 18;

/**
 * Signs of the parts in line, after the general piping symbols of ISO 14617: two triangles for what shuts, a flap for what
 * passes one way, a slanted mesh for what strains, a stub to the side for what is tapped in.
 */
const SIGNS: Partial<Record<ComponentId, { solid?: string; line?: string; dark?: string }>> = {
  'isolating-valve': { solid: 'M0 0L-7 -8H7zM0 0L-7 8H7z' },
  'y-strainer': { solid: 'M-7 -8H7V8H-7z', line: 'M-7 6L7 -6', dark: 'M1 1L10 8L6 10z' },
  'ball-valve-strainer': { solid: 'M0 0L-7 -8H7zM0 0L-7 8H7z', line: 'M-6 8L6 -8' },
  'magnetic-filter': { solid: 'M-7 -8H7V8H-7z', line: 'M-3 4V-1A3 3.5 0 0 1 3 -1V4' },
  'spring-check-valve': { solid: 'M-7 -8H7V8H-7z', dark: 'M-5 6H5L0 -2z', line: 'M-5 -4H5' },
  'flap-check-valve': { solid: 'M-7 -8H7V8H-7z', line: 'M-6 5L5 -5' },
  'air-separator': { solid: 'M-8 -8H8V8H-8z', line: 'M-4 4h.1M0 0h.1M4 -4h.1M4 3h.1M-4 -3h.1' },
  'dirt-separator': { solid: 'M-8 -8H8V8H-8z', line: 'M-5 5H5M-3 1H3' },
  'heat-meter': { solid: 'M-8 0A8 8 0 1 0 8 0A8 8 0 1 0 -8 0', line: 'M0 0L4 -4' },
  'relief-valve': { solid: 'M0 0L-6 8H6zM0 0L9 -5V5z', line: 'M0 0V-8M-4 -4L4 -6' },
  vent: { line: 'M0 0H9', solid: 'M9 -5H16V5H9z', dark: 'M11 -3H14V0H11z' },
  'purge-valve': { line: 'M0 0H8M16 -4V4', solid: 'M12 0L8 -5V5zM12 0L16 -5V5z' },
  'fill-valve': { line: 'M0 0H8', solid: 'M12 0L8 -5V5zM12 0L16 -5V5z', dark: 'M17 -4L22 0L17 4z' },
  'low-water-cut-off': { line: 'M0 0H8M9 2q2 -4 4 0t4 0', solid: 'M8 -6H18V6H8z' },
};

/** Marks of a part in line, about the pipe it stands on; none for bends and tees, which have no sign of their own. */
export function linePartMarks(part: ComponentId): PathMark[] {
  const { solid, line, dark } = SIGNS[part] ?? {};
  return [
    ...(solid ? [{ kind: 'path', d: solid, fill: 'tag', stroke: 'metal', width: 2.2 } as const] : []),
    ...(line ? [{ kind: 'path', d: line, stroke: 'metal', width: 2, round: true } as const] : []),
    ...(dark ? [{ kind: 'path', d: dark, fill: 'metal' } as const] : []),
  ];
}

/** Whether a part stands beside the pipe, on a stub. */
export const isTapped = (part: ComponentId): boolean => /^M0 0H[89]/.test(SIGNS[part]?.line ?? '');
