// npm run bench: what the design takes and what the pages weigh, measured on this machine in one run.
import { spawnSync } from 'node:child_process';
import { installPackages } from './packages.mjs';

installPackages();
// `npm run bench -- diagnosis` measures one thing alone.
const [only, ...options] = process.argv.slice(2);
const run = (args) => {
  if (only !== undefined && !args.includes(`bench/${only}.ts`)) return;
  const { status } = spawnSync(process.execPath, only === undefined ? args : [...args, ...options], { stdio: 'inherit' });
  if (status !== 0) process.exit(status ?? 1);
};
run(['--import', 'tsx', 'bench/design.ts']);
run(['--import', 'tsx', 'bench/network.ts']);
run(['--import', 'tsx', 'bench/plant.ts']);
run(['--import', 'tsx', 'bench/emitters.ts']);
run(['--import', 'tsx', 'bench/run.ts']);
run(['--import', 'tsx', 'bench/run-steps.ts']);
run(['--import', 'tsx', 'bench/summer.ts']);
run(['--import', 'tsx', 'bench/diagnosis.ts', '--most=10']);
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
