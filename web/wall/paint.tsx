import type { Palette } from '@mui/material/styles';
import type { Mark, PathMark, TextMark } from '../../core/drawing/scene/mark.ts';
import { useSum } from '../state/sum-context.tsx';

type Colours = Palette['wall'];

/** The transform that stands a thing in its place, or none. */
export function placed({ at, turn, stretch }: Pick<PathMark, 'at' | 'turn' | 'stretch'>): string | undefined {
  const moves = [
    ...(at && (at[0] !== 0 || at[1] !== 0) ? [`translate(${at[0]} ${at[1]})`] : []),
    ...(turn ? [`rotate(${turn})`] : []),
    ...(stretch ? [`scale(${stretch[0]} ${stretch[1]})`] : []),
  ];
  return moves.length > 0 ? moves.join(' ') : undefined;
}

/** Marks of a drawing on the screen. */
export function Marks({ marks, colours }: { marks: readonly Mark[]; colours: Colours }) {
  return (
    <>
      {marks.map((mark, i) =>
        mark.kind === 'path' ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: the marks of a group never change places
          <Shape key={i} mark={mark} colours={colours} />
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: the marks of a group never change places
          <Words key={i} mark={mark} colours={colours} />
        ),
      )}
    </>
  );
}

function Shape({ mark: { d, fill, stroke, width, round, dash, ...place }, colours }: { mark: PathMark; colours: Colours }) {
  return (
    <path
      d={d}
      fill={fill ? colours[fill] : 'none'}
      stroke={stroke ? colours[stroke] : undefined}
      strokeWidth={stroke ? width : undefined}
      strokeLinecap={round ? 'round' : undefined}
      strokeDasharray={dash?.join(' ')}
      transform={placed(place)}
    />
  );
}

/** A line of text; a computed number shows its sum when pressed. */
function Words({ mark, colours }: { mark: TextMark; colours: Colours }) {
  return mark.figure ? (
    <FigureWords mark={mark} figure={mark.figure} colours={colours} />
  ) : (
    <text {...attributes(mark, colours)} aria-hidden={/^[↑↓]$/.test(mark.runs[0]?.text ?? '') || undefined}>
      {mark.whole && <title>{mark.whole}</title>}
      <Runs mark={mark} />
    </text>
  );
}

function FigureWords({ mark, figure, colours }: { mark: TextMark; figure: NonNullable<TextMark['figure']>; colours: Colours }) {
  const { open, figureId } = useSum();
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button element cannot stand inside a drawing
    <text
      {...attributes(mark, colours)}
      textDecoration={figureId === figure.id ? 'underline' : undefined}
      cursor="pointer"
      role="button"
      tabIndex={-1}
      aria-label={`${figure.says}. Show the sum`}
      onClick={() => open(figure.id)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        open(figure.id);
      }}
    >
      <Runs mark={mark} />
    </text>
  );
}

const attributes = ({ at: [x, y], runs, ink, anchor, turn }: TextMark, colours: Colours) => ({
  x,
  y,
  fill: colours[ink],
  fontSize: runs[0]?.size,
  fontWeight: runs[0]?.weight,
  textAnchor: anchor,
  transform: turn ? `rotate(${turn} ${x} ${y})` : undefined,
  style: { fontStretch: '86%' },
});

const Runs = ({ mark: { runs } }: { mark: TextMark }) =>
  runs.map(({ text, size, weight }, i) =>
    i === 0 && runs.length === 1 ? (
      text
    ) : (
      <tspan key={text} fontSize={size} fontWeight={weight}>
        {text}
      </tspan>
    ),
  );
