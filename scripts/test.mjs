// npm test: types, lint, layers, unit tests, API tests on a database of their own, build, the interface in a browser.
// npm run check: the quick part of it. The last line is "tests: N passed, M failed".
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { installPackages } from './packages.mjs';
import { freePort, installDebianPackages, StartProblem, startPostgres } from './postgres.mjs';

const quick = process.argv.includes('--quick');
const root = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(root);
const counts = { passed: 0, failed: 0 };
const cleanUps = [];
mkdirSync('.test', { recursive: true });
/** Reports and build of this run alone: two runs in one checkout do not meet. */
const output = mkdtempSync(join('.test', 'run-'));
cleanUps.push(() => rmSync(output, { recursive: true, force: true }));

function runStep(title, command, args, env = {}) {
  const started = Date.now();
  const done = spawnSync(command, args, {
    encoding: 'utf8',
    env: { ...process.env, ...env },
    maxBuffer: 64 << 20,
  });
  const seconds = ((Date.now() - started) / 1000).toFixed(1);
  const good = done.status === 0;
  console.log(`${good ? 'ok  ' : 'FAIL'} ${title} (${seconds} s)`);
  if (!good) console.log(`${done.stdout ?? ''}${done.stderr ?? ''}${done.error ?? ''}`.trim());
  return good;
}

/** A step that counts as one test. */
function check(title, command, args) {
  if (runStep(title, command, args)) counts.passed++;
  else counts.failed++;
}

const bin = (name) => join('node_modules', '.bin', name);

/** Adds up what a test runner reported; a runner that broke before reporting counts as one failure. */
function addUp(report, good) {
  const before = counts.failed;
  if (existsSync(report)) {
    const found = JSON.parse(readFileSync(report, 'utf8'));
    counts.passed += found.numPassedTests ?? found.stats.expected + found.stats.flaky;
    counts.failed += found.numFailedTests ?? found.stats.unexpected;
  }
  if (!good && counts.failed === before) counts.failed++;
}

function vitest(project, env = {}) {
  const report = join(output, `${project}.json`);
  addUp(
    report,
    runStep(
      `${project} tests`,
      bin('vitest'),
      ['run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
      env,
    ),
  );
}

/** A server on a fresh database, as `npm start` runs it. */
async function startServer(databaseUrl) {
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      PORT: String(port),
      DATABASE_URL: databaseUrl,
      INSTANCE: 'test',
      WEB_FOLDER: join(output, 'dist'),
      NODE_ENV: 'production',
    },
  });
  cleanUps.push(() => server.kill('SIGKILL'));
  await new Promise((done, failed) => {
    server.once('message', done);
    server.once('exit', () => failed(new StartProblem('The server for the browser tests did not start.')));
  });
  return url;
}

/** A data folder below /tmp, where the database's own user can reach it. */
function temporaryFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'warm-manifold-test-'));
  spawnSync('chmod', ['755', folder]);
  cleanUps.push(() => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

async function main() {
  installPackages();
  for (const part of ['core', 'web', 'node']) check(`types: ${part}`, bin('tsc'), ['-p', `tsconfig.${part}.json`]);
  check('lint', bin('biome'), ['check', '.']);
  check('layers', bin('depcruise'), [
    '--config',
    '.dependency-cruiser.cjs',
    'model',
    'core',
    'exchange',
    'server',
    'web',
    'cli',
    'demo',
  ]);
  vitest('unit');
  if (quick) return;
  if (!existsSync('/usr/bin/chromium')) installDebianPackages('chromium');
  const postgres = await startPostgres(temporaryFolder(), { throwaway: true });
  cleanUps.unshift(() => postgres.stop());
  vitest('api', { DATABASE_URL: postgres.url });
  check('build', bin('vite'), ['build', '--logLevel', 'warn', '--outDir', join(output, 'dist')]);
  const browserData = await startPostgres(temporaryFolder(), { throwaway: true });
  cleanUps.unshift(() => browserData.stop());
  const url = await startServer(browserData.url);
  const report = join(output, 'browser.json');
  addUp(
    report,
    runStep('browser tests', bin('playwright'), ['test', '--reporter=line,json'], {
      BASE_URL: url,
      PLAYWRIGHT_JSON_OUTPUT_NAME: report,
      TEST_OUTPUT: output,
    }),
  );
}

main()
  .catch((error) => {
    console.error(error instanceof StartProblem ? error.message : error);
    counts.failed++;
  })
  .finally(() => {
    for (const cleanUp of cleanUps) {
      try {
        cleanUp();
      } catch (error) {
        console.error(error.message);
      }
    }
    console.log(`tests: ${counts.passed} passed, ${counts.failed} failed`);
    process.exit(counts.failed > 0 ? 1 : 0);
  });
