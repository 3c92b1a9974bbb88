import { sayOnTag } from '../../quantity/format.ts';
import type { HouseCard } from '../sheet.ts';
import { figureText } from './figure-text.ts';
import { fitted } from './fit.ts';
import { type Look, rests } from './look.ts';
import { type Group, type Ink, type Mark, words } from './mark.ts';
import { findingGroup } from './tags.ts';

/** A temperature with an arrow for the way of the water: up to the house, down from it. */
function temperature(id: string, x: number, y: number, arrow: string, ink: Ink, look: Look): Mark[] {
  const text = figureText(id, [x + 13, y], look, { strong: false, size: 15, ink });
  return text ? [words(arrow, [x, y], { size: 15, weight: 700, ink }), text] : [];
}

/** What each circuit heats, above its risers. */
export const houseGroups = (houses: readonly HouseCard[], look: Look): Group[] =>
  houses.flatMap((house) => {
    const [x, y] = house.at;
    const { state, designDay, display } = look;
    const now = designDay ? undefined : state?.circuits.find((circuit) => circuit.id === house.circuitId);
    const cold = state?.cools === true;
    const onlyCools = rests(look, `circuits/${house.circuitId}`);
    // What has no part in the mode that is shown says so in place of its figures.
    const apart = onlyCools ? 'only cools' : cold ? 'no part' : null;
    const load = now
      ? words(now.running ? sayOnTag(Math.abs(now.heat), 'power', display) : 'off', [x + 10, y + 60], { size: 22, weight: 750 })
      : apart !== null
        ? words(apart, [x + 10, y + 60], { size: 18, weight: 650, ink: 'string' })
        : figureText(house.load, [x + 10, y + 60], look, { strong: true, size: 22 });
    const plain = (value: number) => sayOnTag(value, 'temperature', display);
    const temperatures: Mark[] = now
      ? now.running
        ? [
            words(`↑ ${plain(now.supply)}`, [x + 10, y + 85], { size: 15, weight: 600, ink: cold ? 'cold' : 'flow' }),
            words(`↓ ${plain(now.back)}`, [x + 88, y + 85], { size: 15, weight: 600, ink: cold ? 'coldBack' : 'back' }),
          ]
        : []
      : apart !== null
        ? []
        : [
            ...(house.flowFigure ? temperature(house.flowFigure, x + 10, y + 85, '↑', 'flow', look) : []),
            ...(house.returnFigure ? temperature(house.returnFigure, x + 88, y + 85, '↓', 'back', look) : []),
          ];
    const outline = `M${x} ${y + 16}L${x + house.width / 2} ${y}L${x + house.width} ${y + 16}V${y + house.height}H${x}z`;
    return [
      {
        key: `house/${house.circuitId}`,
        role: 'house',
        component: house.component,
        label: house.name,
        owner: `circuits/${house.circuitId}`,
        at: [0, 0],
        outline,
        marks: [
          {
            kind: 'path',
            d: outline,
            fill: 'tag',
            stroke: 'metal',
            width: 2.5,
          },
          fitted(words(house.name, [x + 10, y + 34], { size: 14.5, weight: 700, whole: house.name }), house.width - 44),
          ...(load ? [load] : []),
          words(`${house.rooms} ${house.rooms === 1 ? 'room' : 'rooms'}`, [x + house.width - 8, y + 60], {
            size: 12.5,
            anchor: 'end',
          }),
          ...temperatures,
        ],
      },
      ...(house.severity
        ? [findingGroup(house.component, house.name, house.severity, [x + house.width - 28, y + 20], false)]
        : []),
    ];
  });
