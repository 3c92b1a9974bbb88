import { defineConfig } from 'vite';

/** The server as one file: a process that starts again serves at once, instead of translating its sources first. */
export default defineConfig({
  publicDir: false,
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist-server',
    emptyOutDir: true,
    minify: false,
    rolldownOptions: {
      // The thread that makes papers is a program of its own.
      input: { main: 'server/main.ts', 'paper-worker': 'server/queue/paper-worker.ts' },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
