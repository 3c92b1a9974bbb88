import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { proxy } from 'comlink';
import { type ReactNode, useState } from 'react';
import type { WayToCool } from '../../core/job/summer.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import type { SummerResult } from '../../core/run/summer/summer-run.ts';
import type { Job } from '../../model/job.ts';
import { FoldedSection } from '../parts/Layout.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing } from '../state/job-context.tsx';
import { useLongRun } from '../worker/useLongRun.ts';
import { Aged } from './Aged.tsx';
import { LongRunButton } from './LongRunButton.tsx';
import { coldCost } from './summer-words.ts';
import { useFingerprint } from './useFingerprint.ts';
import type { NamedWeather } from './WeatherFile.tsx';
import { kWh, money } from './words.ts';

interface Ran {
  way: WayToCool;
  result: SummerResult | null;
}

/** Other ways to cool the same rooms, each through the same summer. */
export function WaysToCool({ job, weather }: { job: Job; weather: NamedWeather | null }) {
  const { progress, start, cancel } = useLongRun();
  const { edit } = useEditing();
  const [ran, setRan] = useState<{ inputs: string; weather: NamedWeather | null; ways: Ran[] } | null>(null);
  const inputs = useFingerprint(job);
  const fresh = ran?.inputs === inputs && ran.weather === weather;
  const run = async () => {
    const done = await start(1, async ([lane], tell) => {
      if (!lane) return [];
      const ways = await lane.ask((work) => work.waysToCool(job));
      const results: Ran[] = [];
      for (const [i, way] of ways.entries()) {
        const outside = weather && { outdoor: weather.outdoor, step: weather.step };
        const result = await lane.ask((work) =>
          work.summerSeason(
            way.job,
            outside,
            proxy(async (share: number) => tell((i + share) / ways.length)),
          ),
        );
        results.push({ way, result });
      }
      return results;
    });
    if (!done.ended && done.value) setRan({ inputs, weather, ways: done.value });
  };
  return (
    <FoldedSection
      id="run/ways-to-cool"
      title="Ways to cool, side by side"
      answer={ran ? `${ran.ways.length} compared${fresh ? '' : ', stale'}` : 'floors, fan units, drying first, a dehumidifier'}
      lead="Each through the same summer: hours too warm, water and where it goes, electricity and cost."
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', mb: 2, flexWrap: 'wrap' }}>
        <LongRunButton
          variant="outlined"
          progress={progress}
          telling="How far the comparison is"
          onStart={() => void run()}
          onCancel={cancel}
        >
          Compare ways to cool
        </LongRunButton>
      </Box>
      {ran && (
        <Aged stale={!fresh}>
          <WaysTable
            ways={ran.ways}
            onTake={({ label, job: taken }) => edit(`Cools otherwise: ${label.toLowerCase()}`, () => taken)}
          />
        </Aged>
      )}
    </FoldedSection>
  );
}

const hours = (value: number): string => `${formatNumber(value, 0)} h`;

function WaysTable({ ways, onTake }: { ways: readonly Ran[]; onTake: (way: WayToCool) => void }) {
  const { say } = useDisplay();
  const rows: [label: string, cell: (result: SummerResult, job: Job) => ReactNode][] = [
    ['A room too warm', (result) => hours(result.hoursAnyAbove)],
    ['Dampest room above 65 %', (result) => hours(Math.max(...result.hoursDamp, 0))],
    ['Held back by a guard', (result) => hours(Math.max(...result.hoursHeld, 0))],
    ['Cold made', (result) => kWh(result.energy.taken)],
    ['Electricity with pumps', (result) => kWh(result.energy.bought + result.energy.pumps)],
    ['Cost', (result, job) => money(coldCost(job, result).cost)],
    ['Water out of coils', (result) => say(result.water.coils / 1000, 'volume')],
    ['Water out by a drier', (result) => say(result.water.drier / 1000, 'volume')],
    ['Water on floors and panels', (result) => say(result.water.surfaces / 1000, 'volume')],
    [
      'Runs too short for the machine',
      (result) => (result.cycles > 0 ? `${formatNumber((100 * result.shortRuns) / result.cycles, 0)} %` : '–'),
    ],
    ['Starts a day', (result) => formatNumber(result.cycles / Math.max(result.days.length, 1), 1)],
  ];
  return (
    <PlainTable name="Ways to cool" minWidth={150 * (ways.length + 1)}>
      <thead>
        <tr>
          <td />
          {ways.map(({ way }) => (
            <th scope="col" key={way.id}>
              {way.label}
              <Typography variant="body2" color="text.secondary">
                {way.about}
              </Typography>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([label, cell]) => (
          <tr key={label}>
            <th scope="row">{label}</th>
            {ways.map(({ way, result }) => (
              <td key={way.id}>{result ? cell(result, way.job) : '–'}</td>
            ))}
          </tr>
        ))}
        <tr>
          <td />
          {ways.map(({ way }) => (
            <td key={way.id}>
              {way.id !== 'as-it-is' && (
                <Button size="small" onClick={() => onTake(way)} aria-label={`Take it: ${way.label}`}>
                  Take it
                </Button>
              )}
            </td>
          ))}
        </tr>
      </tbody>
    </PlainTable>
  );
}
