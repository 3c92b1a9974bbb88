// npm test: types, lint, layers, unit tests, API tests on a database of their own, build, the interface in a browser.
// npm test -- rooms: only the test files with that in their name, of every kind. npm run check: the quick part of it. The last line is "tests: N passed, M failed".
import { spawn, spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { installDebianPackages } from './debian.mjs';
import { installPackages } from './packages.mjs';
import { freePort, startPostgres } from './postgres.mjs';
import { selfSigned } from './self-signed.mjs';
import { StartProblem } from './start-problem.mjs';

const quick = process.argv.includes('--quick');
/** Parts of names of test files; all of them without any. */
const only = process.argv.slice(2).filter((arg) => !arg.startsWith('-'));
const root = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(root);
const counts = { passed: 0, failed: 0 };
const cleanUps = [];
mkdirSync('.test', { recursive: true });
/** Reports and build of this run alone: two runs in one checkout do not meet. */
const output = mkdtempSync(join('.test', 'run-'));
cleanUps.push(() => rmSync(output, { recursive: true, force: true }));

/** Runs a command and says how it went; what it printed is shown when it failed. */
async function runStep(title, command, args, env = {}) {
  const started = Date.now();
  const { good, printed } = await new Promise((done) => {
    const child = spawn(command, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
    let text = '';
    for (const stream of [child.stdout, child.stderr]) stream.setEncoding('utf8').on('data', (chunk) => (text += chunk));
    child.once('error', (error) => done({ good: false, printed: error.message }));
    child.once('close', (code) => done({ good: code === 0, printed: text }));
  });
  const seconds = ((Date.now() - started) / 1000).toFixed(1);
  console.log(`${good ? 'ok  ' : 'FAIL'} ${title} (${seconds} s)`);
  if (!good) console.log(printed.trim());
  return good;
}

/** A step that counts as one test. */
async function check(title, command, args) {
  if (await runStep(title, command, args)) counts.passed++;
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

async function vitest(project, env = {}) {
  const report = join(output, `${project}.json`);
  addUp(
    report,
    await runStep(
      `${project} tests`,
      bin('vitest'),
      [
        'run',
        '--project',
        project,
        '--reporter=default',
        '--reporter=json',
        `--outputFile.json=${report}`,
        '--passWithNoTests',
        ...only,
      ],
      env,
    ),
  );
}

/** Runs a process of the server until the end of the tests. */
async function serve(environment) {
  const server = spawn(process.execPath, [join(output, 'dist-server', 'main.js')], {
    // What goes wrong is shown; the log of a firm is not.
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    env: { ...process.env, WEB_FOLDER: join(output, 'dist'), NODE_ENV: 'production', ...environment },
  });
  cleanUps.push(() => server.kill('SIGKILL'));
  await new Promise((done, failed) => {
    server.once('message', done);
    server.once('exit', () => failed(new StartProblem('The server for the browser tests did not start.')));
  });
}

/** A server on a fresh database, as `npm start` runs it, for the browser. */
async function startServer({ url, ownerUrl }) {
  const port = await freePort();
  await serve({ PORT: String(port), DATABASE_URL: url, OWNER_DATABASE_URL: ownerUrl, INSTANCE: 'test' });
  return { BASE_URL: `http://127.0.0.1:${port}` };
}

/** And one as a firm runs it, with a certificate of its own, on another database. */
async function startFirm({ url, ownerUrl }) {
  const { certificate, key, spki } = selfSigned(output, 'localhost');
  const port = await freePort();
  const secrets = join(output, 'secrets');
  writeFileSync(secrets, `${randomBytes(48).toString('base64')}\n`, { mode: 0o600 });
  const environment = {
    ...{ FIRM: 'yes', PORT: String(port), ADDRESS: `https://localhost:${port}`, SECRETS_FILE: secrets },
    ...{ CERTIFICATE: certificate, CERTIFICATE_KEY: key, DATABASE_URL: url },
  };
  chmodSync(key, 0o600);
  const prepared = spawnSync(process.execPath, [join(output, 'dist-server', 'main.js'), 'prepare'], {
    encoding: 'utf8',
    env: { ...process.env, ...environment, OWNER_DATABASE_URL: ownerUrl },
  });
  const link = /https:\S+welcome#\S+/.exec(prepared.stdout)?.[0];
  if (!link) throw new StartProblem(`The server of a firm was not prepared: ${prepared.stderr}`);
  await serve(environment);
  return { FIRM_URL: environment.ADDRESS, FIRM_LINK: link, FIRM_SPKI: spki };
}

/** A data folder below /tmp, where the database's own user can reach it. */
function temporaryFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'warm-manifold-test-'));
  spawnSync('chmod', ['755', folder]);
  cleanUps.push(() => rmSync(folder, { recursive: true, force: true }));
  return folder;
}

/** Types, lint and layers, in turn: none of these writes anything. */
async function checks() {
  // What has not changed since the last time is not looked at again.
  const kept = (name) => ['--incremental', '--tsBuildInfoFile', join('node_modules', '.cache', `${name}.tsbuildinfo`)];
  await check('types', bin('tsc'), kept('all'));
  // Model and core once more without the names of browser and server.
  await check('types of the core', bin('tsc'), ['-p', 'tsconfig.core.json', ...kept('core')]);
  await check('unused exports and packages', bin('knip'), []);
  await check('lint', bin('biome'), ['check', '.']);
  await check('layers', bin('depcruise'), [
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
}

/** The build, a database server with a database for each kind of test, the API tests; gives the addresses for the browser. */
async function served() {
  if (!existsSync('/usr/bin/chromium')) installDebianPackages('chromium');
  await check('build', bin('vite'), ['build', '--logLevel', 'warn', '--outDir', join(output, 'dist')]);
  await check('build of the server', bin('vite'), [
    'build',
    ...['--config', 'vite.server.config.ts', '--logLevel', 'warn', '--outDir', join(output, 'dist-server')],
  ]);
  await check('parts of the pages in order', process.execPath, ['scripts/chunk-circles.mjs', join(output, 'dist')]);
  const postgres = await startPostgres(temporaryFolder(), { throwaway: true });
  cleanUps.unshift(() => postgres.stop());
  const { url, ownerUrl } = await postgres.addDatabase('api');
  await vitest('api', {
    DATABASE_URL: url,
    OWNER_DATABASE_URL: ownerUrl,
    WEB_FOLDER: resolve(output, 'dist'),
    SERVER_FILE: resolve(output, 'dist-server', 'main.js'),
  });
  return {
    ...(await startServer({ url: postgres.url(), ownerUrl: postgres.ownerUrl() })),
    ...(await startFirm(await postgres.addDatabase('firm'))),
  };
}

async function main() {
  installPackages();
  // Two lanes for two cores; starts and stops of servers are mostly waiting.
  const lanes = [only.length === 0 ? checks() : Promise.resolve(), vitest('unit')];
  if (quick) return void (await Promise.all(lanes));
  const [addresses] = await Promise.all([served(), ...lanes]);
  const report = join(output, 'browser.json');
  addUp(
    report,
    await runStep('browser tests', bin('playwright'), ['test', '--reporter=line,json', '--pass-with-no-tests', ...only], {
      ...addresses,
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
