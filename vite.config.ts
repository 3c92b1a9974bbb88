import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** Small parts that several pages share come together: each file waits for its turn on the few connections a browser opens. */
const SHARED = {
  name: 'shared',
  minShareCount: 2,
  entriesAware: true,
  entriesAwareMergeThreshold: 30_000,
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
      // Parts put together may need each other both ways round: each module still runs after those it needs.
      output: { codeSplitting: { groups: [SHARED] }, strictExecutionOrder: true },
    },
  },
  worker: { format: 'es' },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4310' } },
});
