import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/**
 * Small parts that several pages share come together: each file waits for its turn on the few connections a browser opens. Putting
 * more together makes files that need each other both ways round, which `scripts/chunk-circles.mjs` looks for.
 */
const SHARED = {
  name: 'shared',
  minShareCount: 2,
  entriesAware: true,
  entriesAwareMergeThreshold: 3_000,
};

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    sourcemap: false,
    assetsInlineLimit: 0,
    // The server names the files of a page from it.
    manifest: true,
    chunkSizeWarningLimit: 1000,
    rolldownOptions: {
      output: { codeSplitting: { groups: [SHARED] } },
    },
  },
  worker: { format: 'es' },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4310' } },
});
