import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { stands } from '../../core/book/book.ts';
import { entryLine } from '../../core/book/entry-line.ts';
import type { GateState, StepProgress } from '../../core/book/progress.ts';
import { tuningLog } from '../../core/book/tuning-log.ts';
import { keyOf, readingPoints } from '../../core/commission/reading-points.ts';
import { curveFollowers, curveOf } from '../../core/control/curve-followers.ts';
import type { Design } from '../../core/design/design.ts';
import { READING_QUANTITIES } from '../../model/book/entry.ts';
import { NotKept } from '../offline/outbox.ts';
import { useJob } from '../state/job-context.tsx';
import { momentWords } from '../state/moment-words.ts';
import { BigButton } from './Big.tsx';
import { WhoField } from './EntryForm.tsx';
import { LaidForm } from './forms/LaidForm.tsx';
import { SettingForm } from './forms/SettingForm.tsx';
import { SignForm } from './forms/SignForm.tsx';
import { SkipForm } from './forms/SkipForm.tsx';
import { TestForm } from './forms/TestForm.tsx';
import { TuningForm } from './forms/TuningForm.tsx';
import { WaterForm } from './forms/WaterForm.tsx';
import { GateCard } from './Gates.tsx';
import { Proofs } from './Proofs.tsx';
import { ReadingFields, useReadingEntries, useTypedReadings } from './ReadingFields.tsx';
import { StateBar } from './StateBar.tsx';
import { TuningWords } from './Tuning.tsx';
import { useAddEntries, useBook, useWrites } from './use-book.ts';
import { useTyped } from './use-typed.ts';
import { WhatMoves } from './WhatMoves.tsx';

/** One step of the plan: what, why, with what, and the fields it comes down to. */
export function DoStep({
  progress,
  gates,
  design,
  done,
}: {
  progress: StepProgress;
  gates: readonly GateState[];
  design: Design;
  done: () => void;
}) {
  const { step, state, why, entries } = progress;
  const { display } = useJob();
  const { book } = useBook();
  const writes = useWrites();
  const [ticking, setTicking] = useState(false);
  const past = entries.flatMap((id) => book.byId.get(id) ?? []);
  return (
    <Box>
      <Button sx={{ minHeight: 48, ml: -1 }} onClick={done}>
        ‹ Back
      </Button>
      <Typography sx={{ fontSize: 'body' }} color="text.secondary">
        {step.placeLabel}
      </Typography>
      <Typography variant="h1" component="h1" sx={{ fontSize: 'result', mb: 1 }}>
        {step.title}
      </Typography>
      <Typography sx={{ fontSize: 'body', mb: 1 }}>{step.why}</Typography>
      {step.tools.length > 0 && (
        <Typography color="text.secondary" sx={{ fontSize: 'body', mb: 1 }}>
          With: {step.tools.join(', ')}
        </Typography>
      )}
      {step.caution && (
        <Box sx={{ borderLeft: 5, borderColor: 'warning.main', pl: 1.5, py: 0.5, mb: 2, fontSize: 'body' }}>{step.caution}</Box>
      )}
      {past.length > 0 && (
        <Box sx={{ mb: 2, p: 1.5, bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}>
          {past.slice(0, 4).map(({ entry, time }) => (
            <Box key={entry.id} sx={{ fontSize: 'body' }}>
              <strong>{entryLine(entry, display)}</strong>, {entry.who}, {momentWords(time)}
            </Box>
          ))}
          {why && <Box sx={{ mt: 0.5, color: state === 'failed' ? 'error.main' : 'text.secondary' }}>{why}</Box>}
        </Box>
      )}
      {writes && <Fields progress={progress} gates={gates} design={design} done={done} />}
      {writes && step.target.kind !== 'look' && step.target.kind !== 'signature' && (
        <Box sx={{ mt: 2 }}>
          {ticking ? (
            <SkipForm step={step.id} place={step.place} placeLabel={step.placeLabel} done={done} />
          ) : (
            <Button sx={{ minHeight: 48 }} onClick={() => setTicking(true)}>
              {step.target.kind === 'test' ? 'Not on this plant …' : 'Done otherwise, skipped, or not on this plant …'}
            </Button>
          )}
        </Box>
      )}
    </Box>
  );
}

function Fields({
  progress: { step },
  gates,
  design,
  done,
}: {
  progress: StepProgress;
  gates: readonly GateState[];
  design: Design;
  done: () => void;
}) {
  const job = useJob();
  const { book } = useBook();
  const { place, placeLabel, target } = step;
  const at = { place, placeLabel, done };
  switch (target.kind) {
    case 'reading':
      return <StepReadings keys={target.keys} placeLabel={placeLabel} stepId={step.id} design={design} done={done} />;
    case 'setting':
      return <SettingForm {...at} what={target.what} to={target.to} />;
    case 'test': {
      const gate = gates.find(({ gate: each }) => `test/${each.id}` === step.id);
      return gate ? <TestForm gate={gate.gate} target={target.test} placeLabel={placeLabel} done={done} /> : null;
    }
    case 'photo': {
      const loop = design.circuits.flatMap(({ sized }) => sized?.loops ?? []).find((each) => each.place === place);
      return <LaidForm {...at} length={loop?.length ?? null} />;
    }
    case 'signature': {
      const gate = gates.find(({ gate: each }) => each.id === step.id);
      const signs = gate
        ? book.items
            .filter(
              (item) =>
                stands(item) && (item.entry.place === gate.gate.id || gate.laid.some((laid) => laid.place === item.entry.place)),
            )
            .map(({ entry }) => entry)
        : book.items.filter(stands).map(({ entry }) => entry);
      const missing = gate?.missing.filter((each) => each !== 'not signed') ?? [];
      return (
        <>
          {gate && <GateCard gate={gate} />}
          {missing.length > 0 ? (
            <Box role="status" sx={{ color: 'error.main', fontSize: 'body', fontWeight: 650 }}>
              Nothing to sign yet: {missing.join('; ')}.
            </Box>
          ) : (
            <SignForm {...at} of={step.id} signs={signs} />
          )}
        </>
      );
    }
    case 'water':
      return <WaterForm {...at} cause={step.id.startsWith('fill/') ? 'fill' : 'purge'} litres={target.litres} />;
    case 'tuning': {
      const follower = curveFollowers(job).find((each) => each.place === target.follower);
      const curve = follower && curveOf(job, design, follower);
      const log = tuningLog(book, target.follower);
      return (
        <>
          <TuningWords place={target.follower} />
          <TuningForm
            {...at}
            place={target.follower}
            slope={log.readings.length > 0 ? log.advice.slope : (curve?.slope ?? 0.7)}
            shift={curve?.shift ?? 0}
          />
        </>
      );
    }
    default:
      return <SkipForm {...at} step={step.id} />;
  }
}

/** Readings that a step asks for, in the state the plant is in. */
function StepReadings({
  keys,
  placeLabel,
  stepId,
  design,
  done,
}: {
  keys: readonly string[];
  placeLabel: string;
  stepId: string;
  design: Design;
  done: () => void;
}) {
  const { id = '' } = useParams();
  const job = useJob();
  const points = useMemo(() => {
    const known = new Map(readingPoints(job, design).map((point) => [point.key, point]));
    return keys.map((key) => {
      const [place = '', quantity] = key.split('#') as [string, keyof typeof READING_QUANTITIES];
      return (
        known.get(key) ?? {
          key: keyOf(place, quantity),
          place,
          quantity,
          where: placeLabel,
          label: READING_QUANTITIES[quantity].label,
          circuitId: null,
          roomId: null,
        }
      );
    });
  }, [job, design, keys, placeLabel]);
  const typed = useTyped(`${id}:step:${stepId}`);
  const readings = useTypedReadings(points, typed.of);
  const entriesOf = useReadingEntries();
  const add = useAddEntries();
  const [trouble, setTrouble] = useState<string | null>(null);
  const wrong = readings.some(({ problem }) => problem !== null);
  const keep = async () => {
    const entries = entriesOf(readings);
    if (wrong || entries.length === 0) {
      setTrouble(wrong ? null : 'Write at least one of the readings.');
      return;
    }
    try {
      await add(entries);
      typed.clear(...keys);
      done();
    } catch (error) {
      setTrouble(error instanceof NotKept ? error.message : String(error));
    }
  };
  return (
    <Box>
      <WhoField />
      <StateBar design={design} />
      <ReadingFields readings={readings} of={typed.of} set={typed.set} onEnter={() => void keep()} />
      {stepId.startsWith('balance/') && <WhatMoves place={stepId.slice('balance/'.length)} />}
      {stepId.startsWith('prove/') && <Proofs design={design} circuitId={stepId.slice('prove/circuits/'.length)} />}
      {trouble && (
        <Box role="alert" sx={{ color: 'error.main', fontSize: 'body', mb: 1 }}>
          {trouble}
        </Box>
      )}
      <BigButton fullWidth onClick={() => void keep()} disabled={wrong}>
        Keep in the book
      </BigButton>
    </Box>
  );
}
