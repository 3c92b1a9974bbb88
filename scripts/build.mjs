// Builds the interface and the server where their sources are newer than what was built last.
import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { StartProblem } from './start-problem.mjs';

const SHARED = ['core', 'model', 'exchange', 'package-lock.json'];
const WEB = ['web', 'public', 'index.html', 'vite.config.ts', ...SHARED];
const SERVER = ['server', 'demo', 'vite.server.config.ts', ...SHARED];

/** Whether something built is newer than all it is built of. */
function isFresh(mark, folders) {
  if (!existsSync(mark)) return false;
  const built = statSync(mark).mtimeMs;
  const listed = spawnSync('git', ['ls-files', '-co', '--exclude-standard', ...folders], { encoding: 'utf8' });
  const sources = listed.status === 0 ? listed.stdout.split('\n').filter((file) => file && existsSync(file)) : [];
  return sources.length > 0 && sources.every((file) => statSync(file).mtimeMs < built);
}

function build(what, args) {
  console.log(`Building ${what} ...`);
  const done = spawnSync(process.execPath, ['node_modules/vite/bin/vite.js', 'build', '--logLevel', 'warn', ...args], {
    stdio: 'inherit',
  });
  if (done.status !== 0) throw new StartProblem(`Could not build ${what}; the reason stands above.`);
}

/**
 * Builds what is not built yet; what was built elsewhere (WEB_FOLDER, SERVER_FILE) is taken as it is.
 * @returns {string} the file of the server
 */
export function buildWhatChanged() {
  if (!process.env.WEB_FOLDER && !isFresh('dist/index.html', WEB)) build('the interface', []);
  if (process.env.SERVER_FILE) return process.env.SERVER_FILE;
  if (!isFresh('dist-server/main.js', SERVER)) build('the server', ['--config', 'vite.server.config.ts']);
  return 'dist-server/main.js';
}
