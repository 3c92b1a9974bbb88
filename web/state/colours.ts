import { useTheme } from '@mui/material/styles';

/**
 * The colours of the scheme that is on, light or dark, as they change with it: what a chart paints with. The plain palette of the
 * theme is always the light one.
 */
export function useColours() {
  const { vars, palette } = useTheme();
  return vars?.palette ?? palette;
}
