import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { Brand, Strip } from '../parts/Strip.tsx';
import { FirmStrip } from './FirmStrip.tsx';
import { ProofProvider } from './Proof.tsx';
import { SignedIn } from './SignedIn.tsx';

/** A page about people: for who is signed in, and with a way to ask once more who they are. */
export function FirmFrame({ children }: { children: ReactNode }) {
  return (
    <SignedIn>
      <Strip>
        <Brand />
        <FirmStrip />
      </Strip>
      <Box component="main">
        <ProofProvider>{children}</ProofProvider>
      </Box>
    </SignedIn>
  );
}
