import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { stands } from '../../core/book/book.ts';
import { entryLine } from '../../core/book/entry-line.ts';
import type { StepProgress } from '../../core/book/progress.ts';
import { tuningLog } from '../../core/book/tuning-log.ts';
import { waterAdded } from '../../core/book/water-log.ts';
import { judgeMakeUpWater, waterWords } from '../../core/commission/make-up-water.ts';
import { PHASE_IDS, PHASES } from '../../core/commission/plan/step.ts';
import { say } from '../../core/quantity/format.ts';
import { useJob } from '../state/job-context.tsx';
import { dayWords, momentWords } from '../state/moment-words.ts';
import { BigButton } from './Big.tsx';
import { DoStep } from './DoStep.tsx';
import { useFaultCase } from './fault-case.ts';
import { GateCard } from './Gates.tsx';
import { gradeColour } from './ReadingFields.tsx';
import { StepLine } from './StepLine.tsx';
import { useAssessed, useBook } from './use-book.ts';
import { usePlan } from './use-plan.ts';

/** The step that is next: the first that waits for nothing and is not done. */
const nextStep = (progress: readonly StepProgress[]): StepProgress | undefined =>
  progress.find(({ state }) => state === 'failed') ??
  progress.find(({ state, step }) => state === 'open' && step.phase !== 'live');

/** What is next, what is red, what is due, what is odd. */
export function Today() {
  const plan = usePlan();
  const { display } = useJob();
  const { book } = useBook();
  const [search, setSearch] = useSearchParams();
  const assessed = useAssessed();
  const { change } = useFaultCase();
  const added = useMemo(() => waterAdded(book), [book]);
  if (!plan) return null;
  const { progress, gates, design } = plan;
  if (progress.length === 0)
    return (
      <Typography sx={{ fontSize: 'body' }}>
        There is no plan yet: the plant has no circuit with a load. Enter rooms and circuits; the plan follows from them.
      </Typography>
    );
  const doing = progress.find(({ step }) => step.id === search.get('do'));
  const open = (id: string) => setSearch({ do: id });
  if (doing) return <DoStep key={doing.step.id} progress={doing} gates={gates} design={design} done={() => setSearch({})} />;
  const next = nextStep(progress);
  const red = gates.filter((gate) => !gate.open);
  // A gate is a thing of today once something of it was begun.
  const begun = red.filter(({ tested, laid, signedBy }) => tested || signedBy || laid.some(({ photos }) => photos.length > 0));
  const curves = progress
    .flatMap(({ step }) => (step.target.kind === 'tuning' ? [{ step, log: tuningLog(book, step.target.follower) }] : []))
    .filter(({ log }) => log.due !== null);
  const odd = book.items
    .filter((item) => stands(item) && ['out', 'doubtful'].includes(assessed?.readings[item.entry.id]?.grade ?? ''))
    .slice(0, 6);
  const water = judgeMakeUpWater(added);
  const done = progress.filter(({ state, step }) => step.phase !== 'live' && (state === 'done' || state === 'skipped')).length;
  const all = progress.filter(({ step }) => step.phase !== 'live').length;
  return (
    <Box>
      {next ? (
        <Box
          component="section"
          aria-label="Next step"
          sx={{
            mb: 2.5,
            p: 2,
            bgcolor: 'background.paper',
            border: 2,
            borderColor: next.state === 'failed' ? 'error.main' : 'primary.main',
            borderRadius: 1,
          }}
        >
          <Typography sx={{ fontSize: 'body', fontWeight: 650 }} color={next.state === 'failed' ? 'error.main' : 'primary.main'}>
            {next.state === 'failed' ? 'First of all' : 'Next'} · {PHASES[next.step.phase]} · {next.step.placeLabel}
          </Typography>
          <Typography component="h1" sx={{ fontSize: 'result', fontWeight: 750, fontStretch: '84%', lineHeight: 1.15, my: 0.5 }}>
            {next.step.title}
          </Typography>
          <Typography sx={{ fontSize: 'body', mb: 1.5 }}>{next.why || next.step.why}</Typography>
          <BigButton fullWidth onClick={() => open(next.step.id)}>
            Do it
          </BigButton>
        </Box>
      ) : (
        <Typography component="h1" sx={{ fontSize: 'result', fontWeight: 750, mb: 2 }}>
          Every step of the plan is done.
        </Typography>
      )}
      {odd.length > 0 && (
        <Section title="Odd readings">
          {odd.map(({ entry, time }) => {
            const means = assessed?.readings[entry.id];
            return (
              <Box
                key={entry.id}
                sx={{
                  borderLeft: 5,
                  borderColor: gradeColour(means?.grade ?? 'unknown'),
                  pl: 1.5,
                  py: 0.5,
                  mb: 1,
                  fontSize: 'body',
                }}
              >
                <strong>
                  {entry.placeLabel}: {entryLine(entry, display)}
                </strong>{' '}
                <Box component="span" sx={{ color: 'text.secondary' }}>
                  {momentWords(time)}
                </Box>
                <Box>{means?.words}</Box>
              </Box>
            );
          })}
          {assessed?.rounds[0]?.words.map((words) => (
            <Box key={words} sx={{ fontSize: 'body', mb: 1 }}>
              {words}
            </Box>
          ))}
          <BigButton
            variant="outlined"
            color="inherit"
            onClick={() => {
              change({ since: Math.min(...odd.map(({ time }) => time)) });
              setSearch({ part: 'fault' });
            }}
          >
            Which fault explains them?
          </BigButton>
        </Section>
      )}
      {begun.map((gate) => (
        <GateCard key={gate.gate.id} gate={gate} brief />
      ))}
      {curves.length > 0 && (
        <Section title="Curves">
          {curves.map(({ step, log }) => (
            <Button
              key={step.id}
              onClick={() => open(step.id)}
              color="inherit"
              sx={{ display: 'block', textAlign: 'left', minHeight: 48, width: '100%', fontSize: 'body' }}
            >
              <strong>{step.placeLabel}.</strong> {log.advice.words}{' '}
              {(log.due ?? 0) <= Date.now() ? 'Due now.' : `Due on ${dayWords(log.due ?? 0)}.`}
            </Button>
          ))}
        </Section>
      )}
      {added.length > 0 && (
        <Section title="Make-up water">
          <Box
            sx={{
              fontSize: 'body',
              borderLeft: 5,
              pl: 1.5,
              borderColor: water.verdict === 'leaks' ? 'error.main' : water.verdict === 'no leak' ? 'secondary.main' : 'divider',
            }}
          >
            {waterWords(water, (litres) => say(litres / 1000, 'volume', display))}
          </Box>
        </Section>
      )}
      <Section title={`The whole plan, ${done} of ${all} done`}>
        {PHASE_IDS.map((phase) => {
          const steps = progress.filter(({ step }) => step.phase === phase);
          if (steps.length === 0) return null;
          const passed = steps.filter(({ state }) => state === 'done' || state === 'skipped').length;
          return (
            <Box component="details" key={phase} open={next?.step.phase === phase}>
              <Box
                component="summary"
                sx={{
                  minHeight: 48,
                  display: 'flex',
                  alignItems: 'center',
                  gap: 1,
                  cursor: 'pointer',
                  fontSize: 'body',
                  fontWeight: 650,
                }}
              >
                {PHASES[phase]}
                <Box component="span" sx={{ color: 'text.secondary', fontWeight: 500 }}>
                  {phase === 'live' ? steps.length : `${passed} of ${steps.length}`}
                </Box>
              </Box>
              {steps.map(({ step, state }) => (
                <StepLine key={step.id} state={state} onOpen={() => open(step.id)}>
                  {step.title}
                </StepLine>
              ))}
            </Box>
          );
        })}
      </Section>
    </Box>
  );
}

function Section({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box component="section" sx={{ mb: 2.5 }}>
      <Typography component="h2" sx={{ fontSize: 'reading', fontWeight: 700, fontStretch: '86%', mb: 0.8 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
