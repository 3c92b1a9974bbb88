import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { standing } from '../../core/book/book.ts';
import type { GateState } from '../../core/book/progress.ts';
import { say } from '../../core/quantity/format.ts';
import { CAUTIONS } from '../../core/rules/cautions.ts';
import { NotKept } from '../offline/outbox.ts';
import { useJob } from '../state/job-context.tsx';
import { BigButton } from './Big.tsx';
import { BookPhoto } from './Photos.tsx';
import { StepLine } from './StepLine.tsx';
import { useAddEntries, useBook, useWrites } from './use-book.ts';

/** What stands between a pipe and the screed: tested, labelled, photographed, signed. `brief` folds the three under a line. */
export function GateCard({
  gate: { gate, tested, laid, signedBy, missing, open, changedSince },
  brief = false,
}: {
  gate: GateState;
  brief?: boolean;
}) {
  const [unfolded, setUnfolded] = useState(!brief);
  const [, setSearch] = useSearchParams();
  const bare = laid.find(({ photos }) => photos.length === 0);
  const go = (step: string) => setSearch({ do: step });
  const checks = [
    { label: 'Tested', done: tested?.verdict === 'tight', say: tested?.words ?? 'Not tested yet.', step: `test/${gate.id}` },
    {
      label: 'Labelled and photographed',
      done: !bare,
      say: bare
        ? `${laid.filter(({ photos }) => photos.length > 0).length} of ${laid.length}. Next: ${bare.label}.`
        : `${laid.length} of ${laid.length}.`,
      step: `lay/${(bare ?? laid[0])?.place}`,
    },
    {
      label: 'Signed',
      done: signedBy !== null,
      say: signedBy ? `By ${signedBy}.${changedSince ? ' Signed before entries under it changed.' : ''}` : 'Not signed.',
      step: gate.id,
    },
  ];
  return (
    <Box
      component="section"
      aria-label={gate.label}
      sx={{
        mb: 2,
        p: 1.5,
        bgcolor: 'background.paper',
        border: 2,
        borderColor: open ? 'secondary.main' : 'error.main',
        borderRadius: 1,
      }}
    >
      <Typography component="h3" sx={{ fontSize: 'reading', fontWeight: 700, fontStretch: '88%' }}>
        {gate.label}
      </Typography>
      <Typography sx={{ fontSize: 'body', fontWeight: 650, color: open ? 'secondary.main' : 'error.main', mb: 1 }}>
        {open ? 'May be covered' : `Do not cover: ${missing.join('; ')}`}
      </Typography>
      {brief && (
        <Button sx={{ minHeight: 48, ml: -1 }} aria-expanded={unfolded} onClick={() => setUnfolded(!unfolded)}>
          {unfolded ? 'Fold it' : 'What is missing'}
        </Button>
      )}
      {unfolded &&
        checks.map(({ label, done, say: words, step }) => (
          <StepLine key={label} state={done ? 'done' : 'failed'} onOpen={() => go(step)}>
            <strong>{label}.</strong> {words}
          </StepLine>
        ))}
    </Box>
  );
}

/** Photos of what lies under the floor, with the lengths and the places where nobody may drill. */
export function NoDrillMap({ gates }: { gates: readonly GateState[] }) {
  const { display } = useJob();
  const { book } = useBook();
  const laid = gates.flatMap(({ gate, laid: all }) =>
    all.map((each) => ({ ...each, length: gate.loops.find(({ place }) => place === each.place)?.length ?? null })),
  );
  const shown = laid.filter(({ photos }) => photos.length > 0);
  if (shown.length === 0)
    return (
      <Typography sx={{ fontSize: 'body' }}>
        No photo yet. Each loop is photographed before it is covered; the photos stand here then.
      </Typography>
    );
  const builds = standing(book, 'as-built');
  return (
    <Box>
      <Box sx={{ borderLeft: 5, borderColor: 'warning.main', pl: 1.5, py: 0.5, mb: 1.5, fontSize: 'body' }}>{CAUTIONS.drill}</Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(260px, 1fr))', gap: 1.5 }}>
        {shown.map(({ place, label, photos, length }) => {
          const own = builds.filter(({ entry }) => entry.place === place);
          const measured = own.find(({ entry }) => entry.length !== null)?.entry.length ?? length;
          const photo = photos[0] as string;
          const marks = own.filter(({ entry }) => entry.photos[0] === photo).flatMap(({ entry }) => entry.noDrill);
          return (
            <MarkedPhoto
              key={place}
              place={place}
              label={label}
              photo={photo}
              length={measured === null ? '' : say(measured, 'length', display)}
              marks={marks}
            />
          );
        })}
      </Box>
    </Box>
  );
}

function MarkedPhoto({
  place,
  label,
  photo,
  length,
  marks,
}: {
  place: string;
  label: string;
  photo: string;
  length: string;
  marks: readonly { x: number; y: number; what: string }[];
}) {
  const add = useAddEntries();
  const writes = useWrites();
  const [marking, setMarking] = useState(false);
  const [fresh, setFresh] = useState<{ x: number; y: number; what: string }[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const all = [...marks, ...fresh];
  const keep = async () => {
    try {
      await add([{ kind: 'as-built', place, placeLabel: label, route: '', length: null, noDrill: fresh, photos: [photo] }]);
      setFresh([]);
      setMarking(false);
    } catch (error) {
      setTrouble(error instanceof NotKept ? error.message : String(error));
    }
  };
  return (
    <Box
      component="figure"
      sx={{ m: 0, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1, overflow: 'hidden' }}
    >
      <Box
        sx={{ position: 'relative', height: 200, cursor: marking ? 'crosshair' : 'default' }}
        onClick={(event) => {
          if (!marking) return;
          const box = event.currentTarget.getBoundingClientRect();
          const at = (value: number, size: number) => Math.round(Math.min(Math.max(value / size, 0), 1) * 1000) / 1000;
          setFresh((before) => [
            ...before,
            { x: at(event.clientX - box.left, box.width), y: at(event.clientY - box.top, box.height), what: 'pipe' },
          ]);
        }}
      >
        <BookPhoto id={photo} alt={`${label} as laid`} size="100%" />
        {all.map(({ x, y, what }, i) => (
          <Box
            // biome-ignore lint/suspicious/noArrayIndexKey: marks have no other name
            key={i}
            role="img"
            aria-label={`Do not drill here: ${what}`}
            sx={{
              position: 'absolute',
              left: `${100 * x}%`,
              top: `${100 * y}%`,
              width: 26,
              height: 26,
              ml: '-13px',
              mt: '-13px',
              borderRadius: '50%',
              border: '4px solid #fff',
              outline: '3px solid #9c1c1c',
              bgcolor: '#9c1c1c',
            }}
          />
        ))}
      </Box>
      <Box component="figcaption" sx={{ p: 1, fontSize: 'body' }}>
        <strong>{label}</strong>
        {[length, marks.length > 0 ? `${marks.length} ${marks.length === 1 ? 'place' : 'places'} not to drill` : '']
          .filter(Boolean)
          .map((words) => `, ${words}`)
          .join('')}
        {writes && (
          <Box>
            {marking ? (
              <>
                <BigButton disabled={fresh.length === 0} onClick={() => void keep()}>
                  Keep {fresh.length} {fresh.length === 1 ? 'mark' : 'marks'}
                </BigButton>
                <Button
                  sx={{ minHeight: 48 }}
                  onClick={() => {
                    setFresh([]);
                    setMarking(false);
                  }}
                >
                  Leave it
                </Button>
              </>
            ) : (
              <Button sx={{ minHeight: 48, ml: -1 }} onClick={() => setMarking(true)}>
                Mark where not to drill
              </Button>
            )}
            {trouble && (
              <Box role="alert" sx={{ color: 'error.main' }}>
                {trouble}
              </Box>
            )}
          </Box>
        )}
      </Box>
    </Box>
  );
}
