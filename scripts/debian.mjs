// Programs that come from Debian's packages.
import { spawnSync } from 'node:child_process';
import { StartProblem } from './start-problem.mjs';

export const isRoot = process.getuid?.() === 0;

/** Runs apt-get for packages of this machine, or says the one line a person has to run. */
export function installDebianPackages(...packages) {
  const line = `apt-get install -y ${packages.join(' ')}`;
  if (!isRoot) throw new StartProblem(`Missing on this machine: ${packages.join(', ')}. Run once: sudo ${line}`);
  console.log(`Installing ${packages.join(', ')} from Debian's packages ...`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  spawnSync('apt-get', ['update'], { stdio: 'ignore', env });
  const done = spawnSync('apt-get', ['install', '-y', ...packages], { stdio: ['ignore', 'ignore', 'inherit'], env });
  if (done.status !== 0)
    throw new StartProblem(`Could not install ${packages.join(', ')}. Run by hand and look at what it says: ${line}`);
}
