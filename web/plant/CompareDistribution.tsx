import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { DistributionOption } from '../../core/job/compare-distribution.ts';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';

const TITLES: Record<DistributionOption['kind'], string> = {
  pumps: 'Pump per circuit',
  valves: 'One pump, valves',
  source: 'The source’s pump, valves',
};

/** A pump in each circuit beside one pump with valves: parts, watts, and what each gets wrong. */
export function CompareDistribution() {
  const job = useJob();
  const { put } = useEditing();
  const { say } = useDisplay();
  const { data: options, failed } = useWork<DistributionOption[]>('distribution', [job], (work) => work.compareDistribution(job));
  if (options === null)
    return (
      <Typography role={failed ? 'alert' : 'status'} variant="body2">
        {failed ?? 'Working out both ways …'}
      </Typography>
    );
  const only = (option: DistributionOption) =>
    option.findings.filter((title) => options.some((other) => other !== option && !other.findings.includes(title)));
  return (
    <Box
      component="table"
      sx={{
        borderCollapse: 'collapse',
        '& th, & td': { py: 0.6, pr: 1, textAlign: 'left', verticalAlign: 'top', fontSize: 'table' },
      }}
    >
      <caption style={{ textAlign: 'left', fontWeight: 700, paddingBottom: 4 }}>Both ways, every zone calling</caption>
      <thead>
        <tr>
          <td />
          {options.map(({ kind }) => (
            <th key={kind} scope="col">
              {TITLES[kind]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Pumps</th>
          {options.map(({ kind, pumps }) => (
            <td key={kind}>{pumps}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">Valves</th>
          {options.map(({ kind, valves }) => (
            <td key={kind}>{valves}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">Power</th>
          {options.map(({ kind, power }) => (
            <td key={kind}>{say(power, 'electricPower')}</td>
          ))}
        </tr>
        <tr>
          <th scope="row">Only here</th>
          {options.map((option) => (
            <td key={option.kind}>{only(option).slice(0, 3).join('; ') || 'nothing'}</td>
          ))}
        </tr>
        <tr>
          <td />
          {options.map(({ kind, edits }) => (
            <td key={kind}>
              {kind !== job.distribution.kind && (
                <Button size="small" variant="outlined" onClick={() => put(TITLES[kind], edits)}>
                  Take it
                </Button>
              )}
            </td>
          ))}
        </tr>
      </tbody>
    </Box>
  );
}
