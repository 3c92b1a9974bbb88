import { ownerOf } from '../owner.ts';
import type { Tag } from '../sheet.ts';
import { SEVERITY_MARKS } from '../signs/severities.ts';
import { textWidth } from '../text-width.ts';
import { figureText } from './figure-text.ts';
import { fitted } from './fit.ts';
import type { Look } from './look.ts';
import { type Group, type PathMark, ringOf, type TextMark, words } from './mark.ts';
import { wordsNow } from './now.ts';

/** Figures of the plant as it was solved with every zone calling, not as it was sized. */
const SOLVED = /\/(dutyFlow|dutyHead|solvedSupply|solvedReturn|supplyAtDuty)$/;

/**
 * Whether a tag says what was sized, or what the water does just now. With every zone calling the plant as solved is what happens now:
 * 695 L/h moved, where 691 L/h were designed for.
 */
const stateOf = (tag: Tag, look: Look): 'design' | 'now' =>
  // On the design day the cylinder rests: its pump is told as it is when it charges.
  (tag.component.startsWith('hotWater') && look.designDay && !look.state?.hotWater?.running) ||
  !(wordsNow(tag, look) || (look.designDay && tag.figures.some(({ id }) => SOLVED.test(id))))
    ? 'design'
    : 'now';

/**
 * The title of a tag with the word for its state behind it; where both do not fit, the word stands behind the second figure.
 */
function titleMarks({ title, at: [x, y], width }: Tag, state: 'design' | 'now'): TextMark[] {
  const size = 12.5;
  const room = width - 24 - textWidth(state, 11, 600);
  const beside = textWidth(title, size) <= room;
  return [
    fitted(words(title, [x + 16, y + 13], { size }), beside ? room : width - 18),
    words(state, [x + width - 6, y + (beside ? 13 : 46)], { size: 11, weight: 600, anchor: 'end' }),
  ];
}

/** Paper labels tied to the components, with the two numbers that matter there. */
export const tagGroups = (tags: readonly Tag[], look: Look): Group[] =>
  tags.flatMap((tag) => {
    const [x, y] = tag.at;
    const hole = [x + 8, y + 9] as const;
    const [tiedX, tiedY] = tag.tiedTo;
    const owner = ownerOf(tag.component);
    const paper: PathMark[] = [
      {
        kind: 'path',
        d: `M${tiedX} ${tiedY}Q${(tiedX + hole[0]) / 2} ${Math.max(tiedY, hole[1]) + 3} ${hole[0]} ${hole[1]}`,
        stroke: 'string',
        width: 1.5,
      },
      {
        kind: 'path',
        d: `M${x + 12} ${y}H${x + tag.width - 3}q3 0 3 3V${y + tag.height - 3}q0 3 -3 3H${x + 3}q-3 0 -3 -3V${y + 12}z`,
        fill: 'tag',
        stroke: 'string',
        width: 1.2,
      },
      { kind: 'path', d: ringOf(2.6, ...hole), fill: 'board', stroke: 'string', width: 1 },
    ];
    return [
      {
        key: `tag/${tag.component}`,
        role: 'tag',
        component: tag.component,
        label: tag.title,
        owner,
        at: [0, 0],
        outline: paper[1]?.d ?? '',
        marks: [...paper, ...titleMarks(tag, stateOf(tag, look)), ...lines(tag, look).map((mark) => fitted(mark, tag.width - 9))],
      },
      ...(tag.severity ? [findingGroup(tag.component, tag.title, tag.severity, [x + tag.width - 14, y - 16], true)] : []),
    ];
  });

/** A mark that something was found there, from its top left. */
export function findingGroup(
  component: string,
  label: string,
  severity: NonNullable<Tag['severity']>,
  at: Group['at'],
  backed: boolean,
): Group {
  const back: PathMark[] = backed ? [{ kind: 'path', d: ringOf(12, 9, 9), fill: 'tag' }] : [];
  return {
    key: `found/${component}`,
    role: 'finding',
    component,
    label,
    owner: ownerOf(component),
    at,
    marks: [...back, ...SEVERITY_MARKS[severity]],
    sign: `${severity}${backed ? '-backed' : ''}`,
  };
}

function lines(tag: Tag, look: Look): TextMark[] {
  const [x, y] = tag.at;
  const now = wordsNow(tag, look);
  // What the index run requires is told of winter alone.
  const below =
    tag.below && !look.state?.cools
      ? (figureText(tag.below.id, [x + 7, y + 62], look, { strong: false, size: 13, word: tag.below.word }) ?? [])
      : [];
  if (now)
    return [
      words(now[0], [x + 7, y + 30], { size: 16.5, weight: 750 }),
      ...(now[1] === undefined ? [] : [words(now[1], [x + 7, y + 46], { size: 14 })]),
    ].concat(below);
  const first = tag.word !== null;
  const figures = tag.figures.slice(0, first ? 1 : 2).flatMap(({ id, word }, i) => {
    const at = [x + 7, first || i === 1 ? y + 46 : y + 30] as const;
    return figureText(id, at, look, { strong: !first && i === 0, word }) ?? [];
  });
  return [...(tag.word === null ? [] : [words(tag.word, [x + 7, y + 30], { size: 15.5, weight: 700 })]), ...figures].concat(
    below,
  );
}
