import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';

/** Hot or cold water in the plant, for a plant that does both. */
export function ModeSwitch({ cools, onTurnOver }: { cools: boolean; onTurnOver: (cools: boolean) => void }) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={cools ? 'cooling' : 'heating'}
      onChange={(_, next: string | null) => next && onTurnOver(next === 'cooling')}
      aria-label="What the plant does"
      sx={{ flex: 'none' }}
    >
      <ToggleButton value="heating" sx={{ minHeight: 44 }}>
        Winter
      </ToggleButton>
      <ToggleButton value="cooling" sx={{ minHeight: 44 }}>
        Summer
      </ToggleButton>
    </ToggleButtonGroup>
  );
}
