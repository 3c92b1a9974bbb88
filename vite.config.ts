import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import react from '@vitejs/plugin-react';
import { build, defineConfig, type Plugin } from 'vite';
import { EXAMPLES } from './demo/examples.ts';
import { PAGE_POLICY } from './server/page-policy.ts';

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

/** Large parts that nobody needs where there is no network: spreadsheets, papers, pictures of the manual, letters of languages the program does not speak. */
const NOT_KEPT = /^(papers-|pdf\.worker|rooms-xlsx|table-xlsx|rooms-gbxml|.*PdfPages|.*vietnamese)|\.(ttf|png)$/;

/** Small things that the first page and nearly every other need, and that need none of them. */
const BASE = { name: 'base', test: /node_modules\/idb\/|web\/offline\/(book-database|kept-jobs|program)|exchange\/job-file/ };

const hashOf = (...parts: (string | Buffer)[]): string => {
  const hash = createHash('sha256');
  for (const part of parts) hash.update(part);
  return hash.digest('hex').slice(0, 16);
};

/** Every file of the program that a browser keeps, with what tells it from an older one. */
function keptFiles(folder: string): { url: string; revision: string | null }[] {
  const assets = readdirSync(join(folder, 'assets')).filter((file) => !NOT_KEPT.test(file));
  const named = ['mark.svg', 'manifest.webmanifest', 'icon-192.png', 'icon-512.png'];
  return [
    // Its name says what is in it.
    ...assets.map((file) => ({ url: `/assets/${file}`, revision: null })),
    ...named.map((file) => ({ url: `/${file}`, revision: hashOf(readFileSync(join(folder, file))) })),
    // The page as the server sends it: a stricter policy with the same page has to reach the browser too.
    { url: '/shell', revision: hashOf(readFileSync(join(folder, 'index.html')), JSON.stringify(PAGE_POLICY)) },
  ];
}

/** The program's service worker, built once all it is to keep is there. */
const serviceWorker = (): Plugin => {
  let folder = 'dist';
  return {
    name: 'service-worker',
    apply: 'build',
    configResolved: (config) => {
      folder = config.build.outDir;
    },
    closeBundle: async () => {
      await build({
        configFile: false,
        logLevel: 'warn',
        publicDir: false,
        define: { __KEPT_FILES__: JSON.stringify(keptFiles(folder)), 'process.env.NODE_ENV': '"production"' },
        build: {
          outDir: folder,
          emptyOutDir: false,
          rolldownOptions: { input: 'web/offline/sw.ts', output: { format: 'iife', entryFileNames: 'sw.js' } },
        },
      });
    },
  };
};

/** The example jobs as files beside the program: a list of what they show, and each as a job file. */
const examples = (): Plugin => ({
  name: 'examples',
  apply: 'build',
  generateBundle() {
    const list = EXAMPLES.map(({ id, about, job }) => ({ id, about, name: job.name, rooms: job.rooms.length }));
    this.emitFile({ type: 'asset', fileName: 'examples/list.json', source: JSON.stringify(list) });
    for (const { id, job } of EXAMPLES)
      this.emitFile({ type: 'asset', fileName: `examples/${id}.json`, source: JSON.stringify(job) });
  },
});

export default defineConfig({
  plugins: [react(), serviceWorker(), examples()],
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    sourcemap: false,
    assetsInlineLimit: 0,
    // The server names the files of a page from it.
    manifest: true,
    chunkSizeWarningLimit: 1000,
    rolldownOptions: {
      output: { codeSplitting: { groups: [BASE, SHARED] } },
    },
  },
  worker: { format: 'es' },
  server: { host: '127.0.0.1', proxy: { '/api': 'http://127.0.0.1:4310' } },
});
