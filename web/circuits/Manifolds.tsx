import Box from '@mui/material/Box';
import { manifoldLetter, manifoldTotals } from '../../core/circuit/manifolds.ts';
import type { SizedCircuit } from '../../core/design/design.ts';
import { Reading } from '../parts/Layout.tsx';
import { useDisplay } from '../state/display.ts';

/** The manifolds a circuit's floor loops hang on: ports, flow and pipe of each. */
export function Manifolds({ sized }: { sized: SizedCircuit }) {
  const { say } = useDisplay();
  if (sized.manifolds.length === 0) return null;
  return (
    <Box sx={{ px: 2.5, pb: 1.5, display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
      {sized.manifolds.map((manifold, m) => {
        const { ports, volumeFlow, length } = manifoldTotals(manifold, sized.loops);
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
            <Reading label={`Manifold ${manifoldLetter(m)}${manifold.storey ? `, ${manifold.storey}` : ''}`}>
              {ports} {ports === 1 ? 'port' : 'ports'} · {say(volumeFlow, 'volumeFlow')} · {say(Math.round(length), 'length')} of
              pipe
            </Reading>
          </Box>
        );
      })}
    </Box>
  );
}
