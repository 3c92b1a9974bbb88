import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery } from '@tanstack/react-query';
import { allowDevice, lookAtCode, showCode } from './firm-api.ts';
import { useProof } from './Proof.tsx';
import { SquareCode } from './SquareCode.tsx';

/** Shows the code another device joins by, and asks whether the digits are the same. */
export function AddDevice({ onClose }: { onClose: () => void }) {
  const withProof = useProof();
  const code = useQuery({
    queryKey: ['join-code'],
    queryFn: () => withProof(showCode),
    retry: false,
    gcTime: 0,
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnWindowFocus: false,
  });
  const secret = code.data?.secret;
  const look = useQuery({
    queryKey: ['join-look', secret],
    queryFn: () => lookAtCode(secret as string),
    enabled: secret !== undefined,
    refetchInterval: ({ state }) => (state.data?.state === 'joined' || state.data?.state === 'ended' ? false : 1500),
  });
  const allow = useMutation({ mutationFn: () => allowDevice(secret as string, look.data?.digits ?? '') });
  const { state = 'waiting', digits, device } = look.data ?? {};
  return (
    <Box sx={{ mt: 2, display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'flex-start' }}>
      {code.data && state === 'waiting' && (
        <SquareCode text={code.data.address} label="Code for the camera of the other device" />
      )}
      <Box sx={{ flex: 1, minWidth: 240 }} role="status">
        {code.isError && <Typography color="error">{code.error.message}</Typography>}
        {state === 'waiting' && (
          <Typography sx={{ fontSize: 'body' }}>
            Hold the camera of the other device over the code and open what it finds. It then shows four digits; compare them
            here. The code is good once, for two minutes.
          </Typography>
        )}
        {state === 'shown' && !allow.isSuccess && (
          <>
            <Typography sx={{ fontSize: 'body' }}>{device} wants to join. Is it yours, and does it show</Typography>
            <Typography sx={{ fontSize: 'book', fontWeight: 750, fontStretch: '84%', letterSpacing: '0.1em' }}>
              {digits}
            </Typography>
            <Box sx={{ display: 'flex', gap: 1.5 }}>
              <Button variant="contained" sx={{ minHeight: 48 }} onClick={() => allow.mutate()}>
                Yes, let it in
              </Button>
              <Button color="error" onClick={onClose} sx={{ minHeight: 48 }}>
                No, that is not mine
              </Button>
            </Box>
            {allow.isError && <Typography color="error">{allow.error.message}</Typography>}
          </>
        )}
        {(allow.isSuccess || state === 'joined') && (
          <Typography sx={{ fontSize: 'body', fontWeight: 700 }}>
            {state === 'joined' ? `${device} is in.` : 'Letting it in …'}
          </Typography>
        )}
        {state === 'ended' && !allow.isSuccess && <Typography>The two minutes are over.</Typography>}
        <Button onClick={onClose} sx={{ mt: 1 }}>
          {state === 'joined' ? 'Done' : 'Put it away'}
        </Button>
      </Box>
    </Box>
  );
}
