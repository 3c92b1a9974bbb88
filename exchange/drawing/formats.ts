import type { Drawing } from '../../core/drawing/paper/drawing.ts';
import { drawingToDxf } from './dxf.ts';
import type { Tint } from './inks.ts';
import { drawingToSvg } from './svg.ts';

/** Formats a sheet is written in, with the ending of its file and what it is for. */
export const DRAWING_FORMATS = {
  svg: {
    label: 'SVG',
    says: 'for a browser, a drawing program or a document',
    write: (drawing: Drawing, tint: Tint) => drawingToSvg(drawing, tint),
  },
  dxf: {
    label: 'DXF',
    says: 'for a CAD program: millimetres, layers, blocks',
    write: (drawing: Drawing) => drawingToDxf(drawing),
  },
} as const;
export type DrawingFormat = keyof typeof DRAWING_FORMATS;
