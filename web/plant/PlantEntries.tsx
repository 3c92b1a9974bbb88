import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { Design } from '../../core/design/design.ts';
import { SOURCE_LABELS } from '../../core/plant/source-labels.ts';
import type { Job } from '../../model/job.ts';
import { DecisionLine } from '../look/parts/DecisionLine.tsx';
import { DISTRIBUTION_CHOICES, SEPARATION_CHOICES } from '../parts/choices.ts';
import { SafetyFields } from '../parts/SafetyFields.tsx';
import { useDisplay } from '../state/display.ts';
import { useJob } from '../state/job-context.tsx';
import { ColdFields } from './ColdFields.tsx';
import { FurtherSources } from './FurtherSources.tsx';
import { GROUPS, type Group, lineOfGroup } from './groups.ts';
import { HotWaterFields } from './HotWaterFields.tsx';
import { PumpFields } from './PumpFields.tsx';
import { SeparationFields } from './SeparationFields.tsx';
import { SourceFields, SourceInside, SourcePipe } from './SourceFields.tsx';
import { VesselFields } from './VesselFields.tsx';

interface Line {
  title: string;
  answer: string;
  fixed?: number;
  fields: ReactNode;
}

const labelOf = (options: readonly { value: string; label: string }[], value: string): string =>
  options.find((option) => option.value === value)?.label ?? value;
const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** Each decision of the plant with its answer in a few words. */
function linesOf(job: Job, design: Design, say: ReturnType<typeof useDisplay>['say']): Record<Group, Line> {
  const { source } = job;
  const duty = design.source?.pump?.duty ?? design.distribution?.pump.duty;
  const capacity = design.source?.capacity.value;
  const vessel = design.vessel?.volume?.value;
  return {
    source: {
      title: 'Source',
      answer: `${SOURCE_LABELS[source.kind]}${capacity === undefined ? '' : `, ${say(capacity, 'power')}`}, ${say(source.flowTemperature, 'temperature')}`,
      fixed: source.capacity === 'auto' ? 0 : 1,
      fields: <SourceFields design={design} />,
    },
    inside: {
      title: 'Inside the source',
      answer: [
        source.inside.length > 0 ? count(source.inside.length, 'part') : 'nothing entered',
        source.returnLift ? 'loading valve' : '',
        source.leastFlow === null ? '' : `at least ${say(source.leastFlow, 'volumeFlow')}`,
      ]
        .filter(Boolean)
        .join(', '),
      fixed: [source.loss, source.waterContent].filter((value) => value !== 'auto').length,
      fields: <SourceInside design={design} />,
    },
    pipe: {
      title: 'Source pipe',
      answer: design.source
        ? `${design.source.run.size.label}, ${say(source.run.length, 'length')} one way`
        : `${say(source.run.length, 'length')} one way`,
      fixed: source.run.size === 'auto' ? 0 : 1,
      fields: <SourcePipe design={design} />,
    },
    more: {
      title: 'More sources',
      answer:
        job.furtherSources.length === 0
          ? 'none'
          : job.furtherSources.map(({ name, kind }) => name || SOURCE_LABELS[kind]).join(', '),
      fields: <FurtherSources design={design} />,
    },
    cold: {
      title: 'Cooling',
      answer: design.cooling?.source
        ? `${design.cooling.source.name}, ${say(design.cooling.source.flowTemperature.value, 'temperature')}, ${say(design.cooling.source.capacity.value, 'power')}`
        : 'nothing makes cold water yet',
      fixed: job.source.cooling && job.source.cooling.capacity !== 'auto' ? 1 : 0,
      fields: <ColdFields design={design} />,
    },
    header: {
      title: 'Separation',
      answer: [
        labelOf(SEPARATION_CHOICES, job.separation.kind),
        job.stations.length > 0 ? count(job.stations.length, 'more station') : '',
      ]
        .filter(Boolean)
        .join(', '),
      fields: <SeparationFields design={design} />,
    },
    pumps: {
      title: 'Pumps',
      answer: `${labelOf(DISTRIBUTION_CHOICES, job.distribution.kind)}${duty ? `; ${duty.label}` : ''}`,
      fixed: [source.pump, job.distribution.pump].filter((value) => value !== 'auto').length,
      fields: <PumpFields design={design} />,
    },
    water: {
      title: 'Hot water',
      answer: job.hotWater
        ? `${say(job.hotWater.volume, 'volume')}, set point ${say(job.hotWater.storeTemperature, 'temperature')}`
        : design.taps
          ? 'at the tap'
          : 'none',
      fields: <HotWaterFields design={design.hotWater} taps={design.taps} />,
    },
    vessel: {
      title: 'Vessel',
      answer:
        vessel === undefined ? 'auto' : `${say(vessel, 'volume')}, relief valve ${say(job.vessel.reliefPressure, 'pressure')}`,
      fixed: job.vessel.volume === 'auto' ? 0 : 1,
      fields: <VesselFields design={design} />,
    },
    safety: {
      title: 'Safety',
      answer:
        job.safety.filling === 'unknown' || job.safety.discharge === 'unknown'
          ? 'filling or discharge not looked at yet'
          : 'filling and discharge known',
      fields: <SafetyFields />,
    },
  };
}

/** The decisions of the plant, a line each; the one of the part that was picked on the wall is open. */
export default function PlantEntries({ design, group }: { design: Design; group: Group }) {
  const job = useJob();
  const { say } = useDisplay();
  const lines = linesOf(job, design, say);
  return (
    <Box aria-label="Parts of the plant" role="group">
      {GROUPS.filter((each) => each !== 'cold' || job.mode === 'heating-and-cooling').map((each) => {
        const { title, answer, fixed, fields } = lines[each];
        return (
          <DecisionLine
            key={each}
            id={lineOfGroup(each)}
            narrow
            name={title}
            answer={answer}
            open={each === group}
            {...(fixed === undefined ? {} : { fixed })}
          >
            <Box sx={{ display: 'grid', gap: 2, gridColumn: '1 / -1' }}>{fields}</Box>
          </DecisionLine>
        );
      })}
    </Box>
  );
}
