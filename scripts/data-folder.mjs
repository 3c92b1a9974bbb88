// The folder everything kept lives in: one program at a time works on it, and its small files are written whole or not at all.
import { spawnSync } from 'node:child_process';
import { closeSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { plainReason, StartProblem } from './start-problem.mjs';

/**
 * Makes the folder where it is missing.
 * @throws StartProblem when it cannot be made or written to
 */
export function prepareFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true });
    writeWhole(join(folder, '.writable'), 'yes\n');
  } catch (error) {
    throw new StartProblem(plainReason(error, folder) ?? `The folder ${folder} cannot be used: ${error.message}`);
  }
}

/**
 * Writes a small file so that a reader finds the old or the new content, whatever ends this program meanwhile.
 * @param {string} file path
 * @param {string} content
 * @param {number} mode rights of the file
 */
export function writeWhole(file, content, mode = 0o600) {
  const beside = `${file}.${process.pid}.new`;
  const handle = openSync(beside, 'w', mode);
  try {
    writeSync(handle, content);
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
  renameSync(beside, file);
}

/**
 * Takes the folder for this process. The lock belongs to the open file, so the system lets go of it with the process,
 * however that ends.
 * @returns {boolean} whether it was free
 */
export function takeFolder(folder) {
  const handle = openSync(join(folder, 'lock'), 'a', 0o600);
  // The program locks the file behind descriptor 3, which is the one of this process: the lock stays when it has ended.
  const done = spawnSync('flock', ['--nonblock', '3'], { stdio: ['ignore', 'ignore', 'ignore', handle] });
  if (done.error) throw new StartProblem('The program flock is missing on this machine. Run once: apt-get install -y util-linux');
  if (done.status === 0) return true;
  closeSync(handle);
  return false;
}

/**
 * The address at which a data folder is served already, or null.
 * @param {string} folder
 * @returns {Promise<string | null>}
 */
export async function servedAt(folder) {
  try {
    const { url, token } = JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8'));
    const answer = await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) });
    const { instance } = await answer.json();
    return instance === token ? url : null;
  } catch {
    return null;
  }
}

/**
 * Takes the folder, or waits for the start that has it to serve or to end.
 * @param {string} folder
 * @param {number} seconds how long to wait at most
 * @returns {Promise<string | null>} the address of the one that serves it, or null when the folder is ours now
 * @throws StartProblem when neither happens in time
 */
export async function takeOrFind(folder, seconds = 300) {
  for (let waited = 0; waited < seconds; waited++) {
    if (takeFolder(folder)) {
      // A server whose start was killed ends by itself in a moment; meanwhile it still answers.
      for (let i = 0; i < 10 && (await servedAt(folder)); i++) await sleep(500);
      return servedAt(folder);
    }
    const url = await servedAt(folder);
    if (url) return url;
    if (waited === 0) console.log(`Another start is at work on ${folder}; waiting for it ...`);
    await sleep(1000);
  }
  throw new StartProblem(
    `Another program has held ${folder} for ${seconds / 60} minutes without serving it. End it, or choose another folder: DATA_DIR=.data-2 npm start`,
  );
}
