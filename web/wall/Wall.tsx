import Box from '@mui/material/Box';
import { styled, useTheme } from '@mui/material/styles';
import useMediaQuery from '@mui/material/useMediaQuery';
import { memo, type RefObject, useEffect, useId, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { PlantState } from '../../core/design/plant-state.ts';
import type { Look } from '../../core/drawing/scene/look.ts';
import { sceneOf } from '../../core/drawing/scene/scene.ts';
import type { Sheet } from '../../core/drawing/sheet.ts';
import { type Slice, slicesOf } from '../../core/drawing/slices.ts';
import { type Stop, stopsOf } from '../../core/drawing/stops.ts';
import { walkDrawing } from '../look/one-stop.ts';
import { Unseen } from '../look/parts/Unseen.tsx';
import { useJobPart } from '../state/job-context.tsx';
import { Groups } from './Groups.tsx';
import { PrintHead } from './PrintHead.tsx';
import { StopBar } from './StopBar.tsx';
import { useShownSlices } from './useShownSlices.ts';
import { WallTools, type Zoom } from './WallTools.tsx';
import { WallContext } from './wall-context.ts';

interface Props {
  sheet: Sheet;
  design: Design;
  /** How the plant runs just now. */
  state: PlantState | null;
  designDay: boolean;
  /** Component picked by the person. */
  picked: string | null;
  onPick: (component: string | null) => void;
  /** Smallest scale it is drawn at to be seen whole, and whether search, print and zoom stand on it. */
  leastZoom?: number;
  tools?: boolean;
  /** Components that are others than they were, outlined. */
  marked?: ReadonlySet<string>;
}

/** Largest scale a small plant is drawn at. */
const MOST_ZOOM = 1.35;
/** Scale on a phone: a riser and its tags from edge to edge. */
const STRIP_ZOOM = 1.4;
/** Smallest scale at which the labels can be read. */
const LEAST_ZOOM = 0.85;

const NONE: ReadonlySet<string> = new Set();

const Drawing = styled('svg')({
  display: 'block',
  // On paper the whole plant fits the sheet, and dark boards stay off it.
  fontFamily: 'inherit',
  fontVariantNumeric: 'tabular-nums',
  '& text': { userSelect: 'none' },
  '@media print': { width: '100%', height: 'auto', maxHeight: '88vh', '& .pegs, & .water': { display: 'none' } },
  // Water on its way: pale dashes that run along the pipe, at rest for those who want no motion.
  '@keyframes water': { to: { strokeDashoffset: -40 } },
  '& .water': { animation: 'water linear infinite' },
  '& .water-back': { animationDirection: 'reverse' },
  '@media (prefers-reduced-motion: reduce)': { '& .water': { animation: 'none' } },
});

/** One slice of the wall; it is painted anew only when the plant or its state changes. */
const SlicePainting = memo(function SlicePainting({ slice, look }: { slice: Slice; look: Look }) {
  const groups = useMemo(() => sceneOf(slice, look), [slice, look]);
  return (
    <g strokeLinejoin="round" strokeLinecap="butt">
      <Groups groups={groups} />
    </g>
  );
});

/** Where a component or a part stands on the sheet. */
const whereIs = (sheet: Sheet, component: string) =>
  [...sheet.symbols, ...sheet.houses].find((each) => each.component === component)?.at ??
  sheet.parts.find((part) => part.id === component)?.at;

/** Paints the sheet of the plant on the screen. */
export function Wall({
  sheet,
  design,
  state,
  designDay,
  picked,
  onPick,
  leastZoom = LEAST_ZOOM,
  tools = true,
  marked = NONE,
}: Props) {
  const { vars, palette } = useTheme();
  const colours = (vars?.palette ?? palette).wall;
  const frame = useRef<HTMLDivElement>(null);
  const keys = useId();
  // On a phone one riser fills the window and the wall is gone through from place to place.
  const strip = useMediaQuery('(max-width: 599px)') && tools;
  const [whole, setWhole] = useState(false);
  const [zoom, setZoom] = useState<Zoom>('read');
  const [fits, setFits] = useState({ fit: 1, read: 1 });
  const [lit, setLit] = useState<string | null>(null);
  useLayoutEffect(() => {
    const element = frame.current;
    if (!element) return;
    const measure = () => {
      const wide = element.clientWidth / sheet.width;
      const high = element.clientHeight / sheet.height;
      setFits({
        fit: Math.min(MOST_ZOOM, wide, high),
        // A plant too wide to be read whole is drawn as high as the wall and scrolls along it.
        read: wide < leastZoom ? Math.max(leastZoom, Math.min(1.1, high)) : Math.min(MOST_ZOOM, wide, Math.max(high, leastZoom)),
      });
    };
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    measure();
    return () => watcher.disconnect();
  }, [sheet.width, sheet.height, leastZoom]);
  const scale = strip ? (whole ? fits.fit : STRIP_ZOOM) : typeof zoom === 'number' ? zoom : fits[zoom];
  const stops = useMemo(() => stopsOf(sheet), [sheet]);
  const [stop, goTo] = useStop(frame, strip && !whole, stops, scale);
  // Another size is another frame round the same painting: nothing in it is painted anew.
  const shown = useMemo(
    () => ({ colours, picked, marked, lit, pick: onPick, light: setLit }),
    [colours, picked, marked, lit, onPick],
  );
  const display = useJobPart((job) => job.display);
  const look = useMemo((): Look => ({ design, state, designDay, display }), [design, state, designDay, display]);
  const slices = useMemo(() => slicesOf(sheet), [sheet]);
  const visible = useShownSlices(frame, slices, scale);
  const ground = useMemo(
    () => (
      <>
        <title>Plant-room wall</title>
        <defs>
          <pattern id="pegs" width="24" height="24" patternUnits="userSpaceOnUse">
            <circle cx="12" cy="12" r="1.5" fill={colours.peg} />
          </pattern>
        </defs>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: a shortcut only; the side panel has a button for the same */}
        <rect
          x={-4000}
          y={-4000}
          width={12_000}
          height={12_000}
          fill="url(#pegs)"
          className="pegs"
          onClick={() => onPick(null)}
        />
      </>
    ),
    [colours, onPick],
  );
  return (
    <Box
      sx={{
        position: 'relative',
        flex: 1,
        minHeight: strip ? 0 : { xs: 520, md: 0 },
        bgcolor: 'wall.board',
        '@media print': { bgcolor: '#fff' },
      }}
    >
      <PrintHead />
      {strip && (
        <StopBar
          stops={stops}
          at={stop}
          whole={whole}
          onGo={(next) => {
            setWhole(false);
            goTo(next);
          }}
          onWhole={setWhole}
        />
      )}
      <Unseen id={keys}>
        Arrow keys walk from part to part, Home goes to the source, a letter to the part of that name, Enter picks.
      </Unseen>
      <Box
        ref={frame}
        sx={{
          ...(strip
            ? { position: 'relative', overflowX: 'auto', overflowY: 'hidden', scrollbarWidth: 'none' }
            : { position: 'absolute', inset: 0, overflow: 'auto' }),
          display: 'grid',
          alignContent: 'safe center',
          justifyContent: 'safe center',
          '@media print': { position: 'static', display: 'block', overflow: 'visible' },
        }}
        tabIndex={0}
        role="region"
        aria-label="The wall: drawing of the plant"
        aria-describedby={keys}
        onKeyDown={walkDrawing}
      >
        <WallContext.Provider value={shown}>
          <Drawing
            width={sheet.width * scale}
            height={sheet.height * scale}
            viewBox={`0 0 ${sheet.width} ${sheet.height}`}
            style={{ overflow: 'visible' }}
          >
            {ground}
            {visible.map((slice) => (
              <SlicePainting key={slice.id} slice={slice} look={look} />
            ))}
          </Drawing>
        </WallContext.Provider>
      </Box>
      {tools && !strip && (
        <WallTools
          sheet={sheet}
          zoom={zoom}
          onZoom={setZoom}
          onFind={(component) => {
            onPick(component);
            const element = frame.current;
            const at = whereIs(sheet, component);
            if (!element || !at) return;
            element.scrollTo({
              left: at[0] * scale - element.clientWidth / 2,
              top: at[1] * scale - element.clientHeight / 2,
            });
          }}
        />
      )}
    </Box>
  );
}

/**
 * The place of a strip that stands in the middle of its window.
 * @returns its index, and what goes to another
 */
function useStop(
  frame: RefObject<HTMLElement | null>,
  on: boolean,
  stops: readonly Stop[],
  scale: number,
): [at: number, go: (index: number) => void] {
  const [at, setAt] = useState(0);
  useEffect(() => {
    const element = frame.current;
    if (!element || !on) return;
    const seen = () => {
      const middle = (element.scrollLeft + element.clientWidth / 2) / scale;
      const far = stops.map(({ x }) => Math.abs(x - middle));
      // At either end the window stands still before the place is in its middle.
      const end = element.scrollLeft + element.clientWidth >= element.scrollWidth - 2;
      setAt(element.scrollLeft < 2 ? 0 : end ? stops.length - 1 : far.indexOf(Math.min(...far)));
    };
    // The first riser comes first: its house stands at the top.
    const first = stops.find(({ riser }) => riser);
    if (first && element.scrollLeft === 0) element.scrollTo({ left: first.x * scale - element.clientWidth / 2 });
    seen();
    element.addEventListener('scroll', seen, { passive: true });
    return () => element.removeEventListener('scroll', seen);
  }, [frame, on, stops, scale]);
  const go = (index: number) => {
    const stop = stops[index];
    if (!stop) return;
    // After the painting, for a wall seen whole is drawn larger first.
    requestAnimationFrame(() => {
      const element = frame.current;
      if (!element) return;
      element.scrollTo({ left: stop.x * STRIP_ZOOM - element.clientWidth / 2 });
      // The drawing is higher than the window: what was gone to is brought into it.
      const top = element.getBoundingClientRect().top + stop.y * STRIP_ZOOM;
      if (top < 0 || top > innerHeight * 0.6) scrollBy({ top: top - innerHeight * 0.45 });
    });
    setAt(index);
  };
  return [at, go];
}
