import type { Presence } from '../../../model/job.ts';
import { COMPONENT_DATA } from '../../pipe/components.ts';
import { ownerOf } from '../owner.ts';
import type { LinePart, Sheet, SheetSymbol } from '../sheet.ts';
import { DRAWN, linePartMarks } from '../signs/line-parts.ts';
import { symbolMarks } from '../signs/symbols.ts';
import { flowGroups, gaugeGroups } from './gauges.ts';
import { houseGroups } from './houses.ts';
import type { Look } from './look.ts';
import type { Group, PathMark } from './mark.ts';
import { pipeGroups } from './pipes.ts';
import { tagGroups } from './tags.ts';
import { treeGroups } from './trees.ts';

/** Parts in line and tapped in; tapped ones leave the pipe to its right, or upwards from a level one. */
const partGroups = (parts: readonly LinePart[]): Group[] =>
  parts.flatMap(({ id, pipe, part, at, upright, size }) => {
    const marks = linePartMarks(part);
    if (marks.length === 0) return [];
    return [
      {
        key: `part/${id}`,
        role: 'part',
        component: id,
        label: COMPONENT_DATA[part].label,
        owner: ownerOf(pipe),
        at,
        turn: upright ? 0 : -90,
        stretch: [size / DRAWN, size / DRAWN],
        marks,
        sign: part,
      },
    ];
  });

/** What is there already is drawn in the grey of string, what comes later in dashes. */
export const withPresence = (marks: readonly PathMark[], presence: Presence | undefined): PathMark[] =>
  marks.map((mark) => {
    if (presence === 'there')
      return {
        ...mark,
        ...(mark.stroke === 'metal' ? { stroke: 'string' as const } : {}),
        ...(mark.fill === 'metal' ? { fill: 'string' as const } : {}),
      };
    return presence === 'later' && mark.stroke ? { ...mark, dash: [5, 4] } : mark;
  });

const symbolGroups = (symbols: readonly SheetSymbol[]): Group[] =>
  symbols.map((symbol) => ({
    key: `symbol/${symbol.component}`,
    role: 'symbol',
    component: symbol.component,
    label: symbol.label,
    owner: ownerOf(symbol.component),
    at: symbol.at,
    ...(symbol.mirrored ? { stretch: [-1, 1] as const } : {}),
    marks: withPresence(symbolMarks(symbol), symbol.presence),
    size: [symbol.width, symbol.height],
    sign: [
      symbol.kind,
      ...(symbol.source ? [symbol.source] : []),
      ...(symbol.lying ? ['lying'] : []),
      ...(symbol.backwards ? ['back'] : []),
      ...(symbol.presence ? [symbol.presence] : []),
      `${Math.round(symbol.width)}x${Math.round(symbol.height)}`,
    ].join('-'),
  }));

/**
 * A sheet, or a slice of one, as marks in the order they are painted: what is on the screen, on paper and in a file.
 * @returns groups in the units of the sheet
 */
export const sceneOf = (sheet: Omit<Sheet, 'width' | 'height'>, look: Look): Group[] => [
  ...pipeGroups(sheet.pipes, look),
  ...partGroups(sheet.parts),
  ...gaugeGroups(sheet.gauges, look),
  ...flowGroups(sheet.flows, look),
  ...symbolGroups(sheet.symbols),
  ...treeGroups(sheet.trees),
  ...houseGroups(sheet.houses, look),
  ...tagGroups(sheet.tags, look),
];
