import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { withUsual } from '../../core/emitter/usual-emitter.ts';
import type { There } from '../../core/start/answers.ts';
import { draftAddition } from '../../core/start/draft-addition.ts';
import { draftJob } from '../../core/start/draft-job.ts';
import type { Display, Job } from '../../model/job.ts';
import { newRoom } from '../../model/new-job.ts';
import { SignedIn } from '../firm/SignedIn.tsx';
import { Segments } from '../look/parts/Segments.tsx';
import { usePageTitle } from '../parts/page-title.ts';
import { Brand, Strip } from '../parts/Strip.tsx';
import { AdditionForm, additionOf, newAddition } from '../start/AdditionForm.tsx';
import { answersOf, DraftForm, newDraft } from '../start/DraftForm.tsx';
import { keepSystem, keptSystem } from '../start/kept-answers.ts';
import { Question } from '../start/Question.tsx';
import { importJob, startJob } from '../state/jobs-api.ts';
import { WallSketch } from '../wall/WallSketch.tsx';
import { designLane } from '../worker/lanes.ts';
import { useWork } from '../worker/use-work.ts';

const THERE: { value: There; label: string }[] = [
  { value: 'nothing', label: 'Nothing yet' },
  { value: 'pipes', label: 'Pipes and radiators' },
  { value: 'plant', label: 'A plant that runs: add a zone' },
];

/** Load that stands for each circuit in the sketch while no room is there, W. */
const STAND_IN = 4000;

/** Four answers and a whole plant is drafted. */
export default function StartPage() {
  return (
    <SignedIn>
      <Start />
    </SignedIn>
  );
}

function Start() {
  const navigate = useNavigate();
  usePageTitle('New job');
  const [name, setName] = useState('');
  const [system, setSystem] = useState(keptSystem);
  const [there, setThere] = useState<There>('nothing');
  const [draft, setDraft] = useState(newDraft);
  const [addition, setAddition] = useState(newAddition);
  const display = useMemo((): Display => ({ system, units: {} }), [system]);
  const called = name.trim() || 'New job';
  const made = useMemo((): Job | string => {
    if (there === 'plant') {
      const answers = additionOf(addition, called, display);
      return typeof answers === 'string' ? answers : draftAddition(answers);
    }
    const answers = answersOf(draft, called, there, display);
    if (!answers) return 'Something typed here cannot be read; the field says why.';
    const job = draftJob(answers);
    return answers.rough ? withUsual(job, new Set(job.rooms.map(({ id }) => id))) : job;
  }, [there, addition, draft, called, display]);
  const start = useMutation({
    mutationFn: async (bare: boolean) => {
      keepSystem(system);
      if (bare) return startJob(called, display);
      if (typeof made === 'string') throw new Error(made);
      return importJob(JSON.stringify(made));
    },
    onSuccess: ({ id }) => navigate(`/jobs/${id}/${there === 'plant' ? 'plant' : 'rooms'}`),
  });
  const { mutate, isPending } = start;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey) || isPending) return;
      event.preventDefault();
      mutate(false);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [mutate, isPending]);
  return (
    <>
      <Strip>
        <Brand />
      </Strip>
      <Box
        component="main"
        sx={{
          px: { xs: 2, md: 4 },
          py: 3,
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { lg: 'minmax(0, 1fr) 420px' },
          maxWidth: 1500,
          mx: 'auto',
          alignItems: 'start',
        }}
      >
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault();
            if (!isPending) mutate(false);
          }}
        >
          <Typography variant="h1" sx={{ mb: 2 }}>
            New job
          </Typography>
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 2 }}>
            <TextField
              autoFocus
              label="Name of the job"
              value={name}
              onChange={(event) => setName(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 120 } }}
              sx={{ maxWidth: 420 }}
            />
            <Segments
              label="Units"
              value={system}
              options={[
                { value: 'metric', label: 'Metric' },
                { value: 'us', label: 'US' },
              ]}
              onChange={setSystem}
            />
          </Box>
          <Question title="There">
            <Segments label="What is there" value={there} options={THERE} onChange={setThere} />
          </Question>
          {there === 'plant' ? (
            <AdditionForm typed={addition} display={display} onChange={(change) => setAddition({ ...addition, ...change })} />
          ) : (
            <DraftForm typed={draft} display={display} onChange={(change) => setDraft({ ...draft, ...change })} />
          )}
          {start.isError && (
            <Typography role="alert" color="error" sx={{ mb: 1 }}>
              {start.error.message}
            </Typography>
          )}
          <Box sx={{ display: 'flex', gap: 1.5, py: 2, borderTop: 3, borderColor: 'wall.copperLine', flexWrap: 'wrap' }}>
            <Button type="submit" variant="contained" disabled={isPending} title="Ctrl+Enter" sx={{ minHeight: 48, px: 3 }}>
              Draft the plant
            </Button>
            <Button disabled={isPending} onClick={() => mutate(true)} sx={{ minHeight: 48 }}>
              Start with an empty job
            </Button>
            <Button onClick={() => navigate('/')} sx={{ minHeight: 48 }}>
              Back to the jobs
            </Button>
          </Box>
        </Box>
        <Sketch made={made} />
      </Box>
    </>
  );
}

/** The plant as it would be drafted, in small, and what it comes to in words. */
function Sketch({ made }: { made: Job | string }) {
  const job = useMemo(() => (typeof made === 'string' ? null : standIn(made)), [made]);
  const { data } = useWork('sketch', [job], (work) => work.design(job as Job), {
    lane: designLane,
    enabled: job !== null,
    rest: 150,
  });
  return (
    <Box component="aside" aria-label="The plant as it would be drafted" sx={{ position: { lg: 'sticky' }, top: 80 }}>
      <Box sx={{ height: 300, border: 1, borderColor: 'divider', borderRadius: 1, overflow: 'hidden', bgcolor: 'wall.board' }}>
        {data ? <WallSketch sheet={data.sheet} label="The plant in small" /> : null}
      </Box>
      <Typography role="status" variant="body2" sx={{ mt: 1 }}>
        {typeof made === 'string'
          ? made
          : job !== made
            ? 'Drawn with a load that stands in until the rooms are there. Every size stays open and follows them.'
            : 'Every size stays open until a person fixes it.'}
      </Typography>
    </Box>
  );
}

/** A plant without rooms yet, with one for each circuit so that it can be drawn. */
function standIn(job: Job): Job {
  if (job.rooms.length > 0) return job;
  return {
    ...job,
    rooms: job.circuits.map((circuit, i) => newRoom(`r${i + 1}`, { heatLoad: STAND_IN, area: 60, circuit: circuit.id })),
  };
}
