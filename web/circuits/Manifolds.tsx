import Box from '@mui/material/Box';
import { manifoldLetter } from '../../core/circuit/manifolds.ts';
import type { SizedCircuit } from '../../core/design/design.ts';
import { Reading } from '../parts/Layout.tsx';
import { useDisplay } from '../state/display.ts';

/** The manifolds a circuit's floor loops hang on: ports, flow and pipe of each. */
export function Manifolds({ sized }: { sized: SizedCircuit }) {
  const { say } = useDisplay();
  if (sized.manifolds.length === 0) return null;
  return (
    <Box sx={{ px: 2.5, pb: 1.5, display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
      {sized.manifolds.map(({ storey, loops }, m) => {
        const own = loops.flatMap((i) => sized.loops[i] ?? []);
        const sum = (of: (loop: (typeof own)[number]) => number) => own.reduce((all, loop) => all + of(loop), 0);
        return (
          <Box
            key={manifoldLetter(m)}
            sx={{
              px: 1.6,
              py: 1,
              border: 1,
              borderColor: 'divider',
              borderLeft: 6,
              borderLeftColor: 'wall.copper',
              borderRadius: 1,
            }}
          >
            <Reading label={`Manifold ${manifoldLetter(m)}${storey ? `, ${storey}` : ''}`}>
              {own.length} {own.length === 1 ? 'port' : 'ports'} ·{' '}
              {say(
                sum((loop) => loop.volumeFlow),
                'volumeFlow',
              )}{' '}
              ·{' '}
              {say(
                sum((loop) => loop.length),
                'length',
              )}{' '}
              of pipe
            </Reading>
          </Box>
        );
      })}
    </Box>
  );
}
