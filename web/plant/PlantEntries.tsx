import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import type { ReactNode } from 'react';
import type { Design } from '../../core/design/design.ts';
import { SafetyFields } from '../parts/SafetyFields.tsx';
import { GROUPS, type Group } from './groups.ts';
import { HotWaterFields } from './HotWaterFields.tsx';
import { PumpFields } from './PumpFields.tsx';
import { SeparationFields } from './SeparationFields.tsx';
import { SourceFields } from './SourceFields.tsx';
import { VesselFields } from './VesselFields.tsx';

const TITLES: Record<Group, string> = {
  source: 'Source',
  header: 'Header',
  pumps: 'Pumps',
  water: 'Hot water',
  safety: 'Safety',
};

export default function PlantEntries({
  design,
  group,
  onGroup,
}: {
  design: Design;
  group: Group;
  onGroup: (group: Group) => void;
}) {
  const fields: Record<Group, ReactNode> = {
    source: <SourceFields design={design} />,
    header: <SeparationFields design={design} />,
    pumps: <PumpFields design={design} />,
    water: <HotWaterFields design={design.hotWater} taps={design.taps} />,
    safety: (
      <>
        <VesselFields design={design} />
        <SafetyFields />
      </>
    ),
  };
  return (
    <>
      <Tabs
        value={group}
        onChange={(_, next: Group) => onGroup(next)}
        variant="fullWidth"
        aria-label="Parts of the plant"
        sx={{ borderBottom: 1, borderColor: 'divider' }}
      >
        {GROUPS.map((each) => (
          <Tab
            key={each}
            value={each}
            label={TITLES[each]}
            id={`entries-${each}`}
            aria-controls="entries"
            sx={{ minWidth: 0, px: 0.5, fontStretch: '86%' }}
          />
        ))}
      </Tabs>
      <Box role="tabpanel" id="entries" aria-labelledby={`entries-${group}`} sx={{ p: 2, display: 'grid', gap: 2 }}>
        {fields[group]}
      </Box>
    </>
  );
}
