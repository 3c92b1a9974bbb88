import Box from '@mui/material/Box';
import Button, { type ButtonProps } from '@mui/material/Button';
import type { ReactNode } from 'react';

/** A field read from a step away and hit with a cold thumb: its label on top, 28 px in it, the unit behind. */
export function BigField({
  label,
  unit,
  value,
  onChange,
  onEnter,
  problem,
  words = false,
  lines = 1,
  example,
  id,
}: {
  label: string;
  unit?: string;
  value: string;
  onChange: (text: string) => void;
  onEnter?: () => void;
  /** What is wrong with what stands there, or null. */
  problem?: string | null;
  /** Words instead of a number: the ordinary keys. */
  words?: boolean;
  lines?: number;
  example?: string;
  id: string;
}) {
  const told = `${id}-told`;
  const shared = {
    id,
    value,
    placeholder: example,
    'aria-invalid': problem ? true : undefined,
    'aria-describedby': problem ? told : undefined,
  };
  const look = {
    font: 'inherit',
    fontSize: words ? 'reading' : 'result',
    fontWeight: words ? 500 : 700,
    fontVariantNumeric: 'tabular-nums',
    color: 'text.primary',
    border: 0,
    outline: 0,
    flex: 1,
    minWidth: 0,
    px: 1.5,
    py: words ? 1.2 : 0.6,
    bgcolor: 'transparent',
    resize: 'vertical',
  } as const;
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box component="label" htmlFor={id} sx={{ display: 'block', fontSize: 'body', fontWeight: 650, mb: 0.4 }}>
        {label}
      </Box>
      <Box
        sx={{
          display: 'flex',
          alignItems: 'center',
          minHeight: 56,
          bgcolor: 'background.paper',
          border: 2,
          borderColor: problem ? 'error.main' : 'divider',
          borderRadius: 1,
          '&:focus-within': { borderColor: 'secondary.main', boxShadow: (t) => `0 0 0 2px ${t.vars?.palette.secondary.main}` },
        }}
      >
        {words && lines > 1 ? (
          <Box
            component="textarea"
            rows={lines}
            {...shared}
            onChange={(event: React.ChangeEvent<HTMLTextAreaElement>) => onChange(event.target.value)}
            sx={look}
          />
        ) : (
          <Box
            component="input"
            inputMode={words ? 'text' : 'decimal'}
            autoComplete="off"
            {...shared}
            onChange={(event: React.ChangeEvent<HTMLInputElement>) => onChange(event.target.value)}
            onKeyDown={(event: React.KeyboardEvent) => event.key === 'Enter' && onEnter?.()}
            sx={look}
          />
        )}
        {unit && (
          <Box component="span" aria-hidden sx={{ pr: 1.5, color: 'text.secondary', fontSize: 'body', whiteSpace: 'nowrap' }}>
            {unit}
          </Box>
        )}
      </Box>
      {problem && (
        <Box id={told} role="alert" sx={{ color: 'error.main', fontSize: 'body', mt: 0.4 }}>
          {problem}
        </Box>
      )}
    </Box>
  );
}

/** The button of a page: 56 px, across where it stands alone. */
export function BigButton({ children, sx, ...more }: ButtonProps & { children: ReactNode }) {
  return (
    <Button variant="contained" size="large" {...more} sx={{ minHeight: 56, fontSize: 'body', px: 2.5, ...sx }}>
      {children}
    </Button>
  );
}

/** A choice among a few, each as wide as a thumb. */
export function BigChoice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
}) {
  return (
    <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, mb: 1.5 }}>
      <Box component="legend" sx={{ fontSize: 'body', fontWeight: 650, mb: 0.4, p: 0 }}>
        {label}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {options.map(([each, words]) => (
          <Button
            key={each}
            variant={value === each ? 'contained' : 'outlined'}
            aria-pressed={value === each}
            onClick={() => onChange(each)}
            sx={{ minHeight: 48, flex: '1 1 auto', fontSize: 'body' }}
          >
            {words}
          </Button>
        ))}
      </Box>
    </Box>
  );
}
