import Box from '@mui/material/Box';
import { formatNumber } from '../../core/quantity/format.ts';
import type { SummerResult } from '../../core/run/summer/summer-run.ts';
import type { Job } from '../../model/job.ts';
import { Reading } from '../parts/Layout.tsx';
import { useDisplay } from '../state/display.ts';
import { coldCost, coldShare } from './summer-words.ts';
import { kilograms, kWh, money } from './words.ts';

const hours = (value: number): string => `${formatNumber(value, value < 100 ? 1 : 0)} h`;

/** What a day or a summer came to. */
export function SummerReadings({ job, result }: { job: Job; result: SummerResult }) {
  const { say } = useDisplay();
  const { energy, water } = result;
  const { cost, emission } = coldCost(job, result);
  const share = coldShare(result);
  const wet = Math.max(...result.hoursWet, 0);
  const held = result.circuits.flatMap(({ name }, c) =>
    (result.hoursHeld[c] as number) > 0 ? [[name, result.hoursHeld[c] as number] as const] : [],
  );
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1.6, mb: 2 }}>
      <Reading label="A room too warm">{hours(result.hoursAnyAbove)}</Reading>
      <Reading label="Dampest room above 65 %">{hours(Math.max(...result.hoursDamp, 0))}</Reading>
      <Reading label="Cold made">{kWh(energy.taken)}</Reading>
      <Reading label="Electricity">{kWh(energy.bought + energy.pumps)}</Reading>
      <Reading label="Cold over electricity">{share === null ? '–' : formatNumber(share, 2)}</Reading>
      {cost !== null && <Reading label="Cost">{money(cost)}</Reading>}
      {emission !== null && <Reading label="Carbon dioxide">{kilograms(emission)}</Reading>}
      <Reading label="Out of coils into trays">{say(water.coils / 1000, 'volume')}</Reading>
      {water.drier > 0 && <Reading label="Out by the drier">{say(water.drier / 1000, 'volume')}</Reading>}
      <Reading label="Water on floors and panels">{say(water.surfaces / 1000, 'volume')}</Reading>
      {wet > 0 && <Reading label="Bare pipes below the dew point">{hours(wet)}</Reading>}
      {held.map(([name, value]) => (
        <Reading key={name} label={`${name}: held back by its guard`}>
          {hours(value)}
        </Reading>
      ))}
      <Reading label="Starts of the machine">{formatNumber(result.cycles, 0)}</Reading>
      {result.shortRuns > 0 && <Reading label="Of them too short for it">{formatNumber(result.shortRuns, 0)}</Reading>}
      {result.hoursHotWater > 0 && <Reading label="Cooling waits for hot water">{hours(result.hoursHotWater)}</Reading>}
    </Box>
  );
}
