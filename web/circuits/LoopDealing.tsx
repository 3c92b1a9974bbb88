import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { dealEvenly, dealLoop, dealtOf, manifoldLetter, manifoldName, manifoldsOf } from '../../core/circuit/manifolds.ts';
import type { SizedCircuit } from '../../core/design/design.ts';
import type { Circuit } from '../../model/job.ts';
import { useEditing } from '../state/job-context.tsx';

/** The loops of a circuit dealt to its manifolds by hand: so many evenly, or one loop after the other. */
export function LoopDealing({ circuit, sized }: { circuit: Circuit; sized: SizedCircuit }) {
  const { put } = useEditing();
  const [moving, setMoving] = useState<string | null>(null);
  const onPorts = sized.manifolds.flatMap(({ loops }) => loops);
  if (onPorts.length === 0) return null;
  const loops = [...onPorts].sort((a, b) => a - b).flatMap((i) => sized.loops[i] ?? []);
  const at = `circuits/${circuit.id}/manifolds`;
  // What is dealt by hand stands in the job itself: the design may be a key behind.
  const hung = manifoldsOf(loops, circuit.ports, circuit.manifolds);
  const now = dealtOf(loops, hung);
  const label = (place: string) => {
    const loop = loops.find((each) => each.place === place);
    const twins = loops.filter((each) => each.roomId === loop?.roomId);
    return `${loop?.roomName ?? place}${twins.length > 1 ? ` ${twins.findIndex((each) => each.place === place) + 1}` : ''}`;
  };
  return (
    <Box component="section" aria-label={`Manifolds of ${circuit.name}`} sx={{ gridColumn: '1 / -1' }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', mb: 1 }}>
        <Typography variant="h3" sx={{ mr: 1 }}>
          {circuit.manifolds.length > 0 ? 'Dealt by hand' : 'Dealt by the program'}
        </Typography>
        {[1, 2, 3, 4].map((count) => (
          <Button
            key={count}
            size="small"
            variant="outlined"
            disabled={count > loops.length}
            onClick={() =>
              put(`Loops dealt to ${count}`, [
                {
                  at,
                  value: dealEvenly(
                    loops,
                    count,
                    circuit.manifolds.map(({ name }) => name),
                  ),
                },
              ])
            }
          >
            {count === 1 ? 'All on one' : `Deal evenly to ${count}`}
          </Button>
        ))}
        {circuit.manifolds.length > 0 && (
          <Button size="small" onClick={() => put('Loops dealt by the program', [{ at, value: [] }])}>
            Leave it to the program
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: { md: 'repeat(auto-fit, minmax(260px, 1fr))' } }}>
        {now.map((manifold, m) => (
          <Box
            key={manifold.id}
            sx={{ p: 1, border: 1, borderLeft: 6, borderColor: 'divider', borderLeftColor: 'wall.copper', borderRadius: 1 }}
          >
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 0.8 }}>
              <Typography component="span" sx={{ fontWeight: 750 }}>
                {manifoldLetter(m)}
              </Typography>
              <Box
                component="input"
                aria-label={`Name of manifold ${manifoldLetter(m)}`}
                placeholder={manifoldName(hung[m] ?? { name: '', storey: '', loops: [] }, m)}
                value={manifold.name}
                maxLength={60}
                onChange={(event) =>
                  put(
                    `Name of manifold ${manifoldLetter(m)}`,
                    [{ at, value: now.map((each, k) => (k === m ? { ...each, name: event.target.value } : each)) }],
                    `${at}/${m}`,
                  )
                }
                onKeyDown={(event) => {
                  if (event.key !== 'Enter' || event.ctrlKey) return;
                  // On to the name of the next.
                  const fields = [...document.querySelectorAll<HTMLInputElement>('input[aria-label^="Name of manifold"]')];
                  fields[fields.indexOf(event.currentTarget as HTMLInputElement) + 1]?.focus();
                }}
                sx={{
                  font: 'inherit',
                  color: 'inherit',
                  flex: 1,
                  minWidth: 0,
                  minHeight: { xs: 44, sm: 30 },
                  px: 1,
                  bgcolor: 'transparent',
                  border: 1,
                  borderColor: 'wall.edge',
                  borderRadius: 1,
                }}
              />
              <Typography component="span" variant="body2">
                {manifold.loops.length} ports
              </Typography>
            </Box>
            <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
              {manifold.loops.map((place, port) => (
                <Button
                  key={place}
                  size="small"
                  variant={moving === place ? 'contained' : 'outlined'}
                  aria-pressed={moving === place}
                  onClick={() => setMoving(moving === place ? null : place)}
                  sx={{ minWidth: 0, px: 1, py: 0.1 }}
                >
                  {port + 1} {label(place)}
                </Button>
              ))}
              {moving !== null && !manifold.loops.includes(moving) && (
                <Button
                  size="small"
                  onClick={() => {
                    put(`${label(moving)} to manifold ${manifoldLetter(m)}`, [{ at, value: dealLoop(now, moving, m) }]);
                    setMoving(null);
                  }}
                >
                  Put {label(moving)} here
                </Button>
              )}
            </Box>
          </Box>
        ))}
        {moving !== null && (
          <Button
            variant="outlined"
            onClick={() => {
              put(`${label(moving)} to a new manifold`, [{ at, value: dealLoop(now, moving, now.length) }]);
              setMoving(null);
            }}
          >
            Put {label(moving)} on a new manifold
          </Button>
        )}
      </Box>
    </Box>
  );
}
