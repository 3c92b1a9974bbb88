import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { SYSTEMS } from '../demo/systems.ts';
import { thistleMillByLoads as thistleMill } from '../demo/thistle-mill.ts';
import { writeJobFile } from '../exchange/job-file.ts';
import { JOB_VERSION } from '../model/job.ts';
import { newJob } from '../model/new-job.ts';
import { main } from './main.ts';

const folder = mkdtempSync(join(tmpdir(), 'warm-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};
/** The command as a program of its own. */
const spawned = (...args: string[]) =>
  spawnSync(process.execPath, ['--import', 'tsx', 'cli/warm.ts', ...args], { encoding: 'utf8' });
/** The same without starting a program for each. */
const warm = async (...args: string[]) => {
  let [stdout, stderr] = ['', ''];
  const status = await main(args, {
    out: (text) => {
      stdout += text;
    },
    err: (text) => {
      stderr += text;
    },
  });
  return { status, stdout, stderr };
};

describe('the terminal', () => {
  const job = file('job.json', writeJobFile(thistleMill));

  it('prints the design as tables, with findings and the caution', async () => {
    const { status, stdout } = await warm('design', job);
    expect(status).toBe(0);
    expect(stdout).toMatch(/Thistle Mill, Lower Ambersett: 14\.8\skW/);
    expect(stdout).toContain('Upper radiators, plant to manifold: 15 × 0.7 mm is too small');
    expect(stdout).toContain('licensed trades decide');
  });

  it('prints the whole design as JSON', async () => {
    const { status, stdout } = await warm('design', job, '--json');
    const design = JSON.parse(stdout);
    expect(status).toBe(0);
    expect(design.load.value).toBe(14_800);
    expect(design.figures['circuits/c1/massFlow'].sum.formula).toBe('m = Q / (c_p · ΔT)');
  });

  it.each([
    ['a missing file', () => ['design', join(folder, 'none.json')], 'there is no such file'],
    ['an empty job', () => ['design', file('empty.json', '')], 'The file is empty'],
    [
      'a newer job',
      () => ['design', file('newer.json', JSON.stringify({ ...thistleMill, version: JOB_VERSION + 1 }))],
      `version ${JOB_VERSION + 1}`,
    ],
    [
      'one wrong field',
      () => ['design', file('wrong.json', JSON.stringify({ ...thistleMill, rulebook: 'mine' }))],
      'rulebook is no rulebook; use one of velocity-led',
    ],
    ['a binary table', () => ['rooms', file('binary.csv', new Uint8Array([1, 0, 2, 0]))], 'not text'],
    ['5,000 rows', () => ['rooms', file('long.csv', `Room;Load W\n${'A;1\n'.repeat(5000)}`)], '5000 rows'],
    ['an unknown command', () => ['dance'], 'Unknown command'],
  ])('refuses %s with exit code 2', async (_, args, sentence) => {
    const { status, stderr } = await warm(...args());
    expect(status).toBe(2);
    expect(stderr).toContain(sentence);
  });

  it('prints the plan of commissioning, and what is expected in a state', async () => {
    const { status, stdout } = await warm('plan', job, '--outdoor', '3', '--source', '46.5');
    expect(status).toBe(0);
    expect(stdout).toMatch(/Fill and purge\n {2}- Set the vessel’s gas side to/);
    expect(stdout).toMatch(/Boiler in the old grain store, flow temperature: 46.5\s°C, give or take/);
    const { stdout: text } = await warm('plan', job, '--json');
    const plan = JSON.parse(text);
    expect(plan.version).toBe(1);
    expect(plan.steps.map(({ id }: { id: string }) => id)).toContain('fill/vessel');
    expect(plan.expected.find(({ key }: { key: string }) => key === 'source#supply').value).toBeCloseTo(55, 1);
    expect((await warm('plan', job, '--outdoor', 'warm')).status).toBe(2);
  });

  it('runs a season and prints its totals', async () => {
    const january = file(
      'january.csv',
      ['temperature', ...Array.from({ length: 31 * 24 }, (_, i) => String((i % 24) / 3 - 4))].join('\n'),
    );
    const { stdout, status } = await warm('season', file('plaster.json', writeJobFile(SYSTEMS[21])), '--weather', january);
    expect(status).toBe(0);
    for (const part of ['Heat made', 'Seasonal COP', 'Pumps', 'Starts', 'Hours short: Radiators']) expect(stdout).toContain(part);
  });

  it('runs a day, and either through the weather of a file', async () => {
    const day = await warm('day', job, '--mean', '-6');
    expect(day.status).toBe(0);
    expect(day.stdout).toContain('a day of -6 °C on average, 4 K to either side');
    const hours = file(
      'week.csv',
      ['temperature', ...Array.from({ length: 168 }, (_, i) => String((i % 24) / 4 - 2))].join('\n'),
    );
    const week = await warm('season', job, '--weather', hours);
    expect(week.stdout).toContain('168 values, 60 min apart');
    expect(week.stdout).toMatch(/Their flows off by at most +\d/);
    const broken = await warm('season', job, '--weather', file('bad.csv', 'temperature\n1\n2\n400\n'));
    expect([broken.status, broken.stderr]).toEqual([
      2,
      expect.stringContaining('bad.csv: Line 4: 400 is no outdoor temperature'),
    ]);
    expect((await warm('day', job, '--mean', 'cold')).stderr).toContain('--mean cold: give a number from -60 to 50');
  });

  it('lays ways of piping side by side', async () => {
    const week = join(folder, 'week.csv');
    const { stdout, status } = await warm('side', job, '--ways', 'present,open', '--weather', week);
    expect(status).toBe(0);
    expect(stdout).toMatch(/As it is: \d+ parts, 6 pumps/);
    expect(stdout).toMatch(/Open, one temperature: \d+ parts, \d pumps?/);
    expect((await warm('side', job, '--ways', 'present,magic')).stderr).toContain('--ways magic: there is no such way');
    expect((await warm('side', job, '--ways', 'present')).stderr).toContain('name 2 to 4 of them');
  });

  it('shows how a table is read, and adds it to a job in a file of its own', async () => {
    const table = file('loads.csv', 'Room;Load (kW)\nForge;1,5\nStable;much\n');
    const shown = await warm('rooms', table);
    expect(shown.status).toBe(2);
    expect(shown.stdout).toContain('line 3, Heat load “much”');
    const out = join(folder, 'out.json');
    expect((await warm('rooms', table, '--into', job, '--out', out)).status).toBe(0);
    expect(JSON.parse(readFileSync(out, 'utf8')).rooms.length).toBe(15);
    expect((await warm('rooms', table, '--into', job, '--out', out)).stderr).toContain('the file exists');
    expect(existsSync(out)).toBe(true);
  });

  it('is a program of its own, with its exit code and both of its streams', () => {
    const good = spawned('design', job, '--json');
    expect([good.status, JSON.parse(good.stdout).load.value, good.stderr]).toEqual([0, 14_800, '']);
    const bad = spawned('design', join(folder, 'none.json'));
    expect([bad.status, bad.stdout]).toEqual([2, '']);
    expect(bad.stderr).toContain('there is no such file');
  });

  it('refuses options it does not know, and those of other commands, with a hint', async () => {
    expect(await warm('design', job, '--jsn')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('Did you mean --json?'),
    });
    expect((await warm('desing', job)).stderr).toContain('Did you mean design?');
    expect((await warm('season', job, '--swing', '3')).stderr).toContain('warm season takes no --swing');
    expect((await warm('design', job, job)).stderr).toContain('one file at a time');
    expect((await warm('design')).stderr).toContain('name the file to read');
  });

  it('prints every command as JSON of a known shape, and its versions', async () => {
    const json = async (...args: string[]) => JSON.parse((await warm(...args, '--json')).stdout);
    const day = await json('day', job, '--mean', '-6');
    expect(day).toMatchObject({ version: 1, job: thistleMill.name, weather: 'a day of -6 °C on average, 4 K to either side' });
    expect(day.run.energy.made).toBeGreaterThan(1e8);
    expect(day.run.moments).toBeUndefined();
    const sides = await json('side', job, '--ways', 'present,open', '--weather', join(folder, 'week.csv'));
    expect(sides.sides.map((side: { key: string; run: object }) => [side.key, typeof side.run])).toEqual([
      ['present', 'object'],
      ['open', 'object'],
    ]);
    const table = await json('rooms', file('few.csv', 'Room;Load (kW)\nForge;1,5\n'));
    expect(table.rows[0].cells.heatLoad.value).toBe(1500);
    expect((await warm('--version')).stdout).toContain(`job file version ${JOB_VERSION}`);
  });
});

describe('faults and what explains readings', () => {
  const job = file('faulty.json', writeJobFile(thistleMill));
  const evidence = (name: string, of: object) =>
    file(name, JSON.stringify({ format: 'warm-manifold/evidence', version: 1, ...of }));

  it('lists what can be the matter, with looks, cures and who is licensed', async () => {
    const { status, stdout } = await warm('faults', job);
    expect(status).toBe(0);
    expect(stdout).toMatch(/The pump of .+ stands\n {2}pump-stands@circuits/);
    expect(stdout).toContain('licensed trades decide');
    const { faults } = JSON.parse((await warm('faults', job, '--json')).stdout);
    expect(faults.length).toBeGreaterThan(50);
    expect(faults[0].causes[0].cure.length).toBeGreaterThan(5);
  });

  it('says which fault explains readings, how sure that is, and what to read next', async () => {
    const pump = JSON.parse((await warm('faults', job, '--json')).stdout).faults.find((each: { id: string }) =>
      each.id.startsWith('pump-stands@circuits/'),
    );
    const circuit = pump.place.replace('/pump', '');
    const readings = [
      { at: pump.place, quantity: 'power', read: '0 W' },
      { at: circuit, quantity: 'flow', read: '0 L/h' },
      { at: 'source', quantity: 'supply', read: '55 °C' },
    ];
    const path = evidence('pump.json', { states: [{ calls: 'all', readings }] });
    const { status, stdout } = await warm('diagnose', job, path);
    expect(status).toBe(0);
    expect(stdout).toContain(pump.label);
    expect(stdout).toContain('Make it dead');
    const told = JSON.parse((await warm('diagnose', job, path, '--json')).stdout);
    expect(told.faults[0].id).toBe(pump.id);
    expect(told.faults[0].chance).toBeLessThanOrEqual(0.9);
    expect(told.verdict.rows).toHaveLength(3);
    expect(told.next.length).toBeGreaterThan(0);
  });

  it('without readings names the first thing to read; what is wrong in the file is told with its place', async () => {
    const { stdout } = await warm('diagnose', job, evidence('none.json', {}));
    expect(stdout).toContain('Nothing is known yet');
    expect(stdout).toContain('Read or look at next');
    const bad = await warm('diagnose', job, evidence('bad.json', { readings: [] }));
    expect(bad.status).toBe(2);
    expect(bad.stderr).toContain('outside any state');
    expect((await warm('diagnose', job)).stderr).toContain('name READINGS.json behind the job');
    expect((await warm('faults', file('empty-job.json', writeJobFile(newJob('Empty'))))).stderr).toContain(
      'no plant to look into',
    );
  });
});
