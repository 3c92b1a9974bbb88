import Box from '@mui/material/Box';
import { styled, useTheme } from '@mui/material/styles';
import { memo, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Design } from '../../core/design/design.ts';
import type { PlantState } from '../../core/design/plant-state.ts';
import type { Look } from '../../core/drawing/scene/look.ts';
import { sceneOf } from '../../core/drawing/scene/scene.ts';
import type { Sheet } from '../../core/drawing/sheet.ts';
import { type Slice, slicesOf } from '../../core/drawing/slices.ts';
import { useJobPart } from '../state/job-context.tsx';
import { Groups } from './Groups.tsx';
import { PrintHead } from './PrintHead.tsx';
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
  const scale = typeof zoom === 'number' ? zoom : fits[zoom];
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
        minHeight: { xs: 520, md: 0 },
        bgcolor: 'wall.board',
        '@media print': { bgcolor: '#fff' },
      }}
    >
      <PrintHead />
      <Box
        ref={frame}
        sx={{
          position: 'absolute',
          inset: 0,
          overflow: 'auto',
          display: 'grid',
          alignContent: 'safe center',
          justifyContent: 'safe center',
          '@media print': { position: 'static', display: 'block', overflow: 'visible' },
        }}
        tabIndex={0}
        role="region"
        aria-label="The wall: drawing of the plant"
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
      {tools && (
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
