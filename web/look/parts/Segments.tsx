import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';

interface Option<T extends string> {
  value: T;
  label: string;
}

/** Each with its own outline, so that a second row of them is no torn strip. */
const APART = {
  flexWrap: 'wrap',
  gap: 0.75,
  '& .MuiToggleButtonGroup-grouped': { border: 1, borderColor: 'wall.edge', borderRadius: '4px !important', m: 0 },
} as const;

/** The buttons of a group, high enough for a thumb on a phone. */
const buttons = (options: readonly Option<string>[]) =>
  options.map((option) => (
    <ToggleButton key={option.value} value={option.value} sx={{ textTransform: 'none', px: 1.6, minHeight: { xs: 48, sm: 40 } }}>
      {option.label}
    </ToggleButton>
  ));

/** One of a few, side by side. */
export function Segments<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly Option<T>[];
  onChange: (value: T) => void;
}) {
  return (
    <ToggleButtonGroup
      exclusive
      aria-label={label}
      value={value}
      onChange={(_, next: T | null) => next && onChange(next)}
      sx={APART}
    >
      {buttons(options)}
    </ToggleButtonGroup>
  );
}

/** Any of a few, side by side. */
export function Several<T extends string>({
  label,
  values,
  options,
  onChange,
}: {
  label: string;
  values: readonly T[];
  options: readonly Option<T>[];
  onChange: (values: T[]) => void;
}) {
  return (
    <ToggleButtonGroup aria-label={label} value={values} onChange={(_, next: T[]) => onChange(next)} sx={APART}>
      {buttons(options)}
    </ToggleButtonGroup>
  );
}
