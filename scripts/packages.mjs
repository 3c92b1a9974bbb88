// Installs the pinned packages when they are missing or the lock file changed.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { StartProblem } from './start-problem.mjs';

const MARK = 'node_modules/.installed-from';

export function installPackages() {
  const wanted = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === wanted) return;
  console.log('Installing packages ...');
  // Not `npm ci`: it refuses a lock file without the binaries of other platforms, which a registry mirror may not have.
  // A terminal that says it is a production machine must not lose the tools the build needs.
  const done = spawnSync('npm', ['install', '--no-save', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0)
    throw new StartProblem(
      'The packages could not be installed. Check the connection to the package registry and run: npm install',
    );
  writeFileSync(MARK, wanted);
}
