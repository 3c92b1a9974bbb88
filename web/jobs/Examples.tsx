import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { listExamples, openExample } from '../state/jobs-api.ts';

/** Whole jobs to learn from or to start with, opened as copies. */
export function Examples({ onFailed }: { onFailed: (error: Error) => void }) {
  const navigate = useNavigate();
  const list = useQuery({ queryKey: ['examples'], queryFn: listExamples, staleTime: Number.POSITIVE_INFINITY });
  const open = useMutation({ mutationFn: openExample, onSuccess: ({ id }) => navigate(`/jobs/${id}/plant`), onError: onFailed });
  if (!list.data) return null;
  return (
    <Box component="section" aria-label="Examples" sx={{ mt: 5 }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Examples
      </Typography>
      <Box
        component="ul"
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.2, gridTemplateColumns: { sm: '1fr 1fr' } }}
      >
        {list.data.map(({ id, name, about, rooms }) => (
          <Box
            component="li"
            key={id}
            sx={{
              p: 1.5,
              border: 1,
              borderStyle: 'dashed',
              borderColor: 'wall.edge',
              borderRadius: 1,
              display: 'flex',
              gap: 1.5,
              alignItems: 'center',
            }}
          >
            <Box sx={{ flex: 1, minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>{name}</Typography>
              <Typography variant="body2">{`${about}. ${rooms} ${rooms === 1 ? 'room' : 'rooms'}.`}</Typography>
            </Box>
            <Button
              variant="outlined"
              disabled={open.isPending}
              onClick={() => open.mutate(id)}
              aria-label={`Open a copy of ${name}`}
            >
              Open a copy
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
