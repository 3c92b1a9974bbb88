import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useRef } from 'react';
import type { Zone } from '../../core/design/assembly.ts';
import { byThermostat } from '../../core/plan/shared-thermostat.ts';
import { useOneStop } from '../look/one-stop.ts';
import { ModeSwitch } from '../parts/ModeSwitch.tsx';
import { isDesignDay } from './usePlantState.ts';

interface Props {
  /** Everything that may call, and which of it are thermostats for heat. */
  zones: readonly Zone[];
  heating: readonly Zone[];
  /** Ids of the zones that call. */
  calling: readonly string[];
  /** Why the state could not be solved, or null. */
  reason: string | null;
  waiting: boolean;
  onChange: (calling: string[]) => void;
  /** Whether cold water is in the plant, and what turns it over; absent for one that only heats. */
  cools?: boolean;
  onTurnOver?: (cools: boolean) => void;
}

/** The thermostats of the house in a row: each turns its call on and off, and the wall shows what the plant then does. */
export function Thermostats({ zones, heating, calling, reason, waiting, onChange, cools = false, onTurnOver }: Props) {
  const row = useRef<HTMLDivElement>(null);
  const walk = useOneStop(row, 'button');
  const on = new Set(calling);
  const flip = (group: readonly Zone[]) => {
    const flipped = new Set(group.map((zone) => zone.id));
    const calls = group.some((zone) => on.has(zone.id));
    onChange(zones.filter((zone) => (flipped.has(zone.id) ? !calls : on.has(zone.id))).map((zone) => zone.id));
  };
  return (
    <Box
      component="section"
      aria-label="Thermostats"
      sx={{
        display: 'flex',
        alignItems: 'center',
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: 'background.paper',
        '@media print': { display: 'none' },
      }}
    >
      {onTurnOver && (
        <Box sx={{ pl: 1.5, flex: 'none' }}>
          <ModeSwitch cools={cools} onTurnOver={onTurnOver} />
        </Box>
      )}
      <Box ref={row} onKeyDown={walk} sx={{ display: 'flex', gap: 1, px: 1.5, py: 0.8, overflowX: 'auto', minWidth: 0, flex: 1 }}>
        {byThermostat(zones).map((group) => {
          const zone = group[0] as Zone;
          return (
            <Thermostat
              key={zone.id}
              zone={zone}
              calls={group.some((each) => on.has(each.id))}
              forCold={cools}
              onFlip={() => flip(group)}
            />
          );
        })}
      </Box>
      <Box
        sx={{
          display: 'flex',
          flexDirection: { xs: 'column', md: 'row' },
          flex: 'none',
          px: 1,
          borderLeft: 1,
          borderColor: 'divider',
          alignSelf: 'stretch',
          alignItems: 'center',
        }}
      >
        <Button size="small" onClick={() => onChange(heating.map((zone) => zone.id))} disabled={isDesignDay(calling, heating)}>
          All call
        </Button>
        <Button size="small" onClick={() => onChange([])} disabled={calling.length === 0}>
          None
        </Button>
      </Box>
      <Typography
        variant="body2"
        role="status"
        sx={{
          flex: '0 1 auto',
          mr: 1,
          '&:empty': { display: 'none' },
          maxWidth: 260,
          color: reason ? 'error.main' : 'text.secondary',
        }}
      >
        {reason ?? (waiting ? 'Running …' : '')}
      </Typography>
    </Box>
  );
}

/** A knob with its pointer up when it calls and to the side when it does not, so that colour alone says nothing. */
function Thermostat({ zone, calls, forCold, onFlip }: { zone: Zone; calls: boolean; forCold: boolean; onFlip: () => void }) {
  return (
    <ButtonBase
      onClick={onFlip}
      aria-pressed={calls}
      aria-label={`${zone.label}: ${calls ? `calls for ${forCold ? 'cold' : 'heat'}` : 'does not call'}`}
      sx={{
        flex: 'none',
        display: 'flex',
        gap: 0.8,
        alignItems: 'center',
        minHeight: 44,
        pl: 0.8,
        pr: 1.4,
        borderRadius: 5,
        border: 2,
        borderColor: calls ? 'primary.main' : 'divider',
        bgcolor: calls ? 'background.default' : 'transparent',
        fontWeight: calls ? 700 : 500,
        fontStretch: '88%',
        '&:focus-visible': { outline: '3px solid', outlineColor: 'secondary.main', outlineOffset: 2 },
      }}
    >
      <Box
        component="svg"
        viewBox="0 0 30 30"
        width={30}
        height={30}
        aria-hidden
        sx={{ color: calls ? 'primary.main' : 'text.secondary' }}
      >
        <circle cx="15" cy="15" r="12" fill={calls ? 'currentColor' : 'none'} stroke="currentColor" strokeWidth="2.4" />
        <path
          d="M15 15V6"
          strokeWidth="3"
          strokeLinecap="round"
          transform={calls ? undefined : 'rotate(-115 15 15)'}
          style={{ stroke: calls ? 'var(--mui-palette-background-paper)' : 'currentColor' }}
        />
      </Box>
      <span>
        {zone.label}
        <Box
          component="span"
          sx={{ display: 'block', fontSize: 'unit', fontWeight: 500, color: 'text.secondary', textAlign: 'left' }}
        >
          {calls ? 'calls' : 'off'}
        </Box>
      </span>
    </ButtonBase>
  );
}
