import {
  type CommonEntityOptions,
  type DxfBlock,
  DxfWriter,
  HatchBoundaryPaths,
  HatchPolylineBoundary,
  HatchPredefinedPatterns,
  LWPolylineFlags,
  pattern,
  point2d,
  point3d,
  TextHorizontalAlignment,
  Units,
} from '@tarikjabiri/dxf';
import type { Drawing, Placed } from '../../core/drawing/paper/drawing.ts';
import type { Group, Ink, Mark, PathMark, Role, TextMark } from '../../core/drawing/scene/mark.ts';
import type { Point } from '../../core/drawing/sheet.ts';
import { textWidth } from '../../core/drawing/text-width.ts';
import { cleanText } from '../../model/clean-text.ts';
import { flattened } from './flatten.ts';

/** Layer of what is drawn, and its colour by index. */
export const DXF_LAYERS: Partial<Record<Role, { name: string; colour: number }>> = {
  'flow-pipe': { name: 'PIPES-FLOW', colour: 1 },
  'return-pipe': { name: 'PIPES-RETURN', colour: 5 },
  symbol: { name: 'COMPONENTS', colour: 7 },
  part: { name: 'PARTS-IN-LINE', colour: 7 },
  gauge: { name: 'GAUGES', colour: 7 },
  flow: { name: 'FLOWS', colour: 7 },
  tag: { name: 'LABELS', colour: 8 },
  house: { name: 'CIRCUITS', colour: 7 },
  tree: { name: 'PIPE-TREES', colour: 7 },
  finding: { name: 'FINDINGS', colour: 30 },
  frame: { name: 'FRAME', colour: 8 },
};

/** Fills that are seen: paper and pale cores are not. */
const SEEN: readonly Ink[] = ['metal', 'flow', 'back', 'stop', 'mend', 'note', 'copper', 'string'];
/** Height of a capital over the size of the type, and the width of the usual CAD type brought to that of the narrow one. */
const CAPITAL = 0.7;
const NARROWER = 0.78;

/** How a thing of the drawing stands in the file, whose y points up. */
type Place = (at: Point) => Point;

/**
 * Text as a DXF file holds it: one line, its own codes taken out of what somebody typed. A line end would begin another group, `%%` and
 * `^` are codes of their own, and `\U+` begins a character.
 */
export const dxfText = (text: string): string =>
  cleanText(text)
    .replace(/[\p{Cc}\u200e\u200f\u202a-\u202e\u2066-\u2069\u2028\u2029]+/gu, ' ')
    .replace(/%%/g, '% %')
    .replace(/\^/g, '^ ')
    .replace(/\\/g, '/');

function withinGroup({ at = [0, 0], turn = 0, stretch = [1, 1] }: Pick<PathMark, 'at' | 'turn' | 'stretch'>): Place {
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return ([x, y]) => {
    const [sx, sy] = [x * stretch[0], y * stretch[1]];
    return [at[0] + sx * cos - sy * sin, at[1] + sx * sin + sy * cos];
  };
}

const scaleOf = (stretch: PathMark['stretch']): number => Math.abs(stretch?.[1] ?? 1);

/** A file being written: model space or a block. */
interface Board {
  into: DxfBlock;
  options: CommonEntityOptions;
}

function drawPath(mark: PathMark, place: Place, scale: number, { into, options }: Board): void {
  const own = withinGroup(mark);
  const lines = flattened(mark.d).map(({ points, closed }) => ({ closed, points: points.map((each) => place(own(each))) }));
  if (mark.fill && SEEN.includes(mark.fill)) {
    for (const { points } of lines) {
      const boundary = new HatchPolylineBoundary();
      for (const [x, y] of points) boundary.add({ x, y });
      const paths = new HatchBoundaryPaths();
      paths.addPolylineBoundary(boundary);
      into.addHatch(paths, pattern({ name: HatchPredefinedPatterns.SOLID }), options);
    }
  }
  const stroke = mark.stroke && mark.stroke !== 'board' && !/Core$/.test(mark.stroke) ? mark.stroke : null;
  if (!stroke && mark.fill) {
    if (!SEEN.includes(mark.fill)) return;
  } else if (!stroke) return;
  for (const { points, closed } of lines)
    into.addLWPolyline(
      points.map(([x, y]) => ({ point: point2d(x, y) })),
      {
        ...options,
        flags: closed || (mark.fill !== undefined && !stroke) ? LWPolylineFlags.Closed : LWPolylineFlags.None,
        constantWidth: stroke ? (mark.width ?? 1) * scale * scaleOf(mark.stretch) : 0,
      },
    );
}

function drawText({ at, runs, anchor, turn = 0 }: TextMark, place: Place, scale: number, { into, options }: Board): void {
  const widths = runs.map(({ text, size, weight }) => textWidth(text, size, weight));
  const whole = widths.reduce((sum, width) => sum + width, 0);
  const angle = (turn * Math.PI) / 180;
  let along = anchor === 'end' ? -whole : anchor === 'middle' ? -whole / 2 : 0;
  runs.forEach(({ text, size }, i) => {
    const plain = dxfText(text);
    if (plain.trim() !== '') {
      const [x, y] = place([at[0] + along * Math.cos(angle), at[1] + along * Math.sin(angle)]);
      into.addText(point3d(x, y, 0), size * CAPITAL * scale, plain, {
        ...options,
        rotation: -turn,
        horizontalAlignment: TextHorizontalAlignment.Left,
        relativeXScaleFactor: NARROWER,
      });
    }
    along += widths[i] as number;
  });
}

const drawMark = (mark: Mark, place: Place, scale: number, board: Board): void =>
  mark.kind === 'path' ? drawPath(mark, place, scale, board) : drawText(mark, place, scale, board);

/**
 * A drawing as DXF (AutoCAD 2007 text form, the open reference): millimetres, layers by service, a block for each sign, text as text.
 * @returns the text of the file
 */
export function drawingToDxf({ height, placed }: Drawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const layer of Object.values(DXF_LAYERS)) dxf.addLayer(layer.name, layer.colour);
  const blocks = new Map<string, DxfBlock>();
  const blockOf = (sign: string, marks: readonly Mark[]): DxfBlock => {
    const known = blocks.get(sign);
    if (known) return known;
    const block = dxf.addBlock(sign.toUpperCase().replace(/[^A-Z0-9-]/g, '-'));
    for (const mark of marks) drawMark(mark, ([x, y]) => [x, -y], 1, { into: block, options: { layerName: '0' } });
    blocks.set(sign, block);
    return block;
  };
  const put = (group: Group, { at, scale }: Placed) => {
    const layer = DXF_LAYERS[group.role];
    if (!layer) return;
    const options = { layerName: layer.name };
    const onPage: Place = ([x, y]) => [at[0] + x * scale, height - (at[1] + y * scale)];
    if (group.sign !== undefined) {
      const [x, y] = onPage(group.at);
      const [sx, sy] = group.stretch ?? [1, 1];
      dxf.modelSpace.addInsert(blockOf(group.sign, group.marks).name, point3d(x, y, 0), {
        ...options,
        scaleFactor: { x: sx * scale, y: sy * scale, z: 1 },
        rotationAngle: -(group.turn ?? 0),
      });
      return;
    }
    const own = withinGroup(group);
    const place: Place = (each) => onPage(own(each));
    for (const mark of group.marks) drawMark(mark, place, scale * scaleOf(group.stretch), { into: dxf.modelSpace, options });
  };
  for (const each of placed) for (const group of each.groups) put(group, each);
  return dxf.stringify();
}
