import '@fontsource-variable/archivo/wdth.css';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { SnackbarProvider } from 'notistack';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { theme } from './look/theme.ts';
import { nonce } from './nonce.ts';
import { keepProgram } from './offline/program.ts';
import { router } from './router.tsx';
import { renewWhenBuilt } from './state/renewed.ts';

renewWhenBuilt();
keepProgram();
const cache = createCache({ key: 'wm', nonce });
const queries = new QueryClient({ defaultOptions: { queries: { retry: 1, staleTime: 5000 } } });

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="light">
        <CssBaseline />
        <QueryClientProvider client={queries}>
          <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
            <RouterProvider router={router} />
          </SnackbarProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);
