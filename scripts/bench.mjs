// npm run bench: what the design takes and what the pages weigh, measured on this machine in one run.
import { spawnSync } from 'node:child_process';
import { installPackages } from './packages.mjs';

installPackages();
const run = (args) => {
  const { status } = spawnSync(process.execPath, args, { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
};
run(['--import', 'tsx', 'bench/design.ts']);
run(['--import', 'tsx', 'bench/network.ts']);
run(['--import', 'tsx', 'bench/plant.ts']);
run(['--import', 'tsx', 'bench/emitters.ts']);
run(['--import', 'tsx', 'bench/run.ts']);
run(['--import', 'tsx', 'bench/run-steps.ts']);
run(['--import', 'tsx', 'bench/summer.ts']);
run(['--import', 'tsx', 'bench/stations.ts']);
run(['--import', 'tsx', 'bench/saves.ts']);
run(['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn']);
run(['--import', 'tsx', 'bench/weight.ts']);
run(['--import', 'tsx', 'bench/open.ts']);
run(['--import', 'tsx', 'bench/papers.ts']);
run(['--import', 'tsx', 'bench/drag.ts']);
run(['--import', 'tsx', 'bench/pages.ts']);
run(['--import', 'tsx', 'bench/kills.ts']);
run(['node_modules/vite/bin/vite.js', 'build', '--config', 'vite.server.config.ts', '--logLevel', 'warn']);
run(['--import', 'tsx', 'bench/firm.ts']);
run(['--import', 'tsx', 'bench/book.ts']);
