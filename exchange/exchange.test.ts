import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { designJob } from '../core/job/design-job.ts';
import { plainTable } from '../core/paper/table.ts';
import { resultTables } from '../core/paper/tables/all-tables.ts';
import { thistleMillByLoads as thistleMill, thistleMill as withEmitters } from '../demo/thistle-mill.ts';
import { MOST_ROOMS } from '../model/job.ts';
import { newJob } from '../model/new-job.ts';
import { applyEdits } from '../model/place.ts';
import { readJob, readJobText } from '../model/read-job.ts';
import { decodeText, MOST_TEXT_BYTES } from './decode-text.ts';
import { fileNameFor, writeJobFile } from './job-file.ts';
import { readRoomsCsv } from './rooms-csv.ts';
import type { RoomsPreview } from './rooms-table.ts';
import { tablesToCsv, tableToCsv } from './table-csv.ts';
import { problemOfTaking, takeRooms, tooManyRooms } from './take-rooms.ts';

const METRIC = { system: 'metric', units: {} } as const;
const US = { system: 'us', units: {} } as const;
const preview = (text: string, display: typeof METRIC | typeof US = METRIC): RoomsPreview => {
  const read = readRoomsCsv(text, display);
  if (!read.ok) throw new Error(read.problem);
  return read.preview;
};
const loads = (text: string, display?: typeof METRIC | typeof US) =>
  preview(text, display).rows.map((row) => row.cells.heatLoad?.value);
const problemOf = (text: string): string => {
  const read = readRoomsCsv(text, METRIC);
  return read.ok ? '' : read.problem;
};

describe('papers of emitters', () => {
  const tables = resultTables(withEmitters, designJob(withEmitters));
  const rowsOf = (id: string) => {
    const table = tables.find((each) => each.id === id);
    return table ? plainTable(table, METRIC).rows : [];
  };

  it('list each room with what it needs, hottest first', () => {
    const [first] = rowsOf('emitters');
    expect(first?.slice(0, 3)).toEqual(['Bathroom', 'Upper radiators', '1 panel, 1 convector, 600 × 800 mm; Towel rail']);
    expect(rowsOf('emitters')).toHaveLength(14);
  });

  it('label every loop once, and cut all floor loops from coils', () => {
    const labels = rowsOf('loops').map((row) => row[2]);
    expect(new Set(labels).size).toBe(labels.length);
    const floors = rowsOf('loops')
      .filter((row) => row[0] === 'Ground floor')
      .map((row) => row[2]);
    const cut = rowsOf('coils').flatMap((row) => String(row[2]).split(', '));
    expect(cut.sort()).toEqual([...floors].sort());
    expect(rowsOf('coils').every((row) => String(row[0]).startsWith('PE-X with barrier, metric, 16 × 2 mm'))).toBe(true);
  });

  it('list the pieces of the pipe tree', () => {
    expect(rowsOf('pipes').some((row) => row[0] === 'Upper radiators, To the bathroom')).toBe(true);
  });
});

describe('a table of heat loads', () => {
  it.each([
    ['comma and point', 'Room,Heat load (W),Area (m2)\nHall,1250.5,20\n', 1250.5],
    ['semicolon and decimal comma', 'Raum;Heizlast (kW);Fläche\nHalle;1,2505;20\n', 1250.5],
    ['tab', 'Space\tHeat loss W\nHall\t1250.5\n', 1250.5],
    ['unit in the cell', 'name,load\nHall,1.2505 kW\n', 1250.5],
    ['unit as heading', 'room,kW\nHall,1.2505\n', 1250.5],
    ['quoted thousands', 'Room,Load (W)\nHall,"1,250.5"\n', 1250.5],
    ['US', 'Room,Heat Loss (BTU/h)\nHall,1000\n', 293.07107],
    ['underscores', 'room_name;heat_load_w\nHall;1250.5\n', 1250.5],
    ['byte order mark', '\ufeffRoom;Load W\nHall;1250.5\n', 1250.5],
    ['no heading', 'Hall;1250.5;20\nKitchen;900;12\n', 1250.5],
  ])('reads %s', (_, text, watts) => {
    expect(loads(text)[0]).toBeCloseTo(watts, 3);
  });

  it('takes numbers without a unit in the units of the job and says so', () => {
    const read = preview('Room,Load,Area\nDen,1000,100\n', US);
    expect(read.rows[0]?.cells.heatLoad?.value).toBeCloseTo(293.07, 1);
    expect(read.rows[0]?.cells.area?.value).toBeCloseTo(9.29, 2);
    expect(read.notes.join(' ')).toContain('read as BTU/h');
  });

  it('marks each bad cell with its reason and keeps the rest', () => {
    const read = preview('Room;Load W;Area m2\nA;850;10\nB;abc;-4\nC;;9\nD;5 parsecs;9\nA;1;1\n');
    const reasons = read.rows.map((row) => row.cells.heatLoad?.problem ?? '');
    expect(reasons[0]).toBe('');
    expect(reasons[1]).toContain('not a number');
    expect(reasons[2]).toContain('empty');
    expect(reasons[3]).toContain('unknown unit');
    expect(read.rows[1]?.cells.area?.problem).toContain('outside what is possible');
    expect(read.rows[4]?.warning).toContain('has this name');
    expect(read.badCells).toBe(4);
  });

  it('does not guess at a heading with a unit it does not know', () => {
    expect(preview('Room;Load (furlongs)\nA;850\n').rows[0]?.cells.heatLoad?.problem).toContain('unknown unit “furlongs”');
    expect(preview('Room;Load (furlongs)\nA;850 W\n').rows[0]?.cells.heatLoad?.value).toBe(850);
  });

  it('refuses files without loads, without rows and with too many', () => {
    expect(problemOf('')).toContain('no rows');
    expect(problemOf('Room;Colour\nA;red\n')).toContain('No column of heat loads');
    expect(problemOf('Room;Load W\n')).toContain('no rows below');
    expect(problemOf(`Room;Load W\n${'A;1\n'.repeat(5000)}`)).toContain(`5000 rows; a job takes at most ${MOST_ROOMS}`);
  });

  it('never throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        expect(() => readRoomsCsv(text, METRIC)).not.toThrow();
        expect(() => readRoomsCsv(`Room;Load W\n${text}`, METRIC)).not.toThrow();
      }),
    );
  });
});

describe('taking rooms in', () => {
  it('adds rooms, finds or makes circuits, and keeps bad cells as typed', () => {
    const read = preview('Room;Load W;Area m2;Circuit\nAttic;700;9;loft\nPorch;much;4;Porch floor\n=cmd|calc;300;;\n');
    const job = takeRooms(thistleMill, read, 'c1');
    const [attic, porch, odd] = job.rooms.slice(-3);
    expect(attic).toMatchObject({ name: 'Attic', heatLoad: 700, circuit: 'c3' });
    expect(job.circuits.at(-1)?.name).toBe('Porch floor');
    expect(porch?.circuit).toBe(job.circuits.at(-1)?.id);
    expect(porch?.heatLoad).toBeNull();
    expect(job.unread).toContainEqual({ place: `rooms/${porch?.id}/heatLoad`, text: 'much' });
    expect(odd).toMatchObject({ name: '=cmd|calc', circuit: 'c1' });
    expect(readJob(job).ok).toBe(true);
    expect(new Set(job.rooms.map((room) => room.id)).size).toBe(job.rooms.length);
  });

  it('takes a full table in at once, every room with an id of its own', () => {
    const read = preview(
      `Room;Load W\n${Array.from({ length: MOST_ROOMS - 13 }, (_, i) => `Flat ${i};${500 + i}`).join('\n')}\n`,
    );
    const job = takeRooms(thistleMill, read, 'c2');
    expect(job.rooms.length).toBe(MOST_ROOMS);
    expect(new Set(job.rooms.map((room) => room.id)).size).toBe(MOST_ROOMS);
    expect(readJob(job).ok).toBe(true);
  });

  it('is offered only where the job can be kept with it: a table that brings 201 circuits is refused with the reason', () => {
    const many = (count: number) =>
      preview(`Room;Load W;Circuit\n${Array.from({ length: count }, (_, i) => `Flat ${i};500;Stair ${i}`).join('\n')}\n`);
    expect(problemOfTaking({ ...thistleMill, circuits: [], rooms: [] }, many(200))).toBeNull();
    const problem = problemOfTaking({ ...thistleMill, circuits: [], rooms: [] }, many(201));
    expect(problem).toContain('could not be saved');
    expect(problem).toContain('holds more than 200 circuits; split the building');
  });

  it('says when a job is full', () => {
    expect(tooManyRooms(thistleMill, MOST_ROOMS)).toContain('do not fit');
    expect(tooManyRooms(thistleMill, 1)).toBeNull();
  });
});

describe('bytes of a file', () => {
  const bytes = (text: string) => new TextEncoder().encode(text);
  it('are read as UTF-8, UTF-16 or Windows text', () => {
    expect(decodeText(bytes('Küche'))).toEqual({ ok: true, text: 'Küche' });
    expect(decodeText(new Uint8Array([0x4b, 0xfc, 0x63, 0x68, 0x65]))).toEqual({ ok: true, text: 'Küche' });
    expect(decodeText(new Uint8Array([0xff, 0xfe, 0x41, 0, 0x42, 0]))).toMatchObject({ ok: true });
  });

  it.each([
    ['nothing', new Uint8Array(), 'empty (0 bytes)'],
    ['a spreadsheet', new Uint8Array([0x50, 0x4b, 3, 4, 20]), 'save the sheet as CSV'],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 1]), 'not text'],
    ['50 MB', new Uint8Array(50_000_000).fill(65), '50.0 MB; at most 2 MB'],
    ['just too much', new Uint8Array(MOST_TEXT_BYTES + 1).fill(65), 'at most 2 MB'],
  ])('of %s are refused', (_, data, sentence) => {
    const read = decodeText(data);
    expect(read.ok ? '' : read.problem).toContain(sentence);
  });
});

describe('what leaves the job', () => {
  const hostile = applyEdits(thistleMill, [
    { at: 'circuits/c1/name', value: '=HYPERLINK("http://x")' },
    { at: 'rooms/r1/name', value: '@SUM(A1)' },
    { at: 'rooms/r2/name', value: '<b>Kitchen</b>, "large"' },
    { at: 'site/outdoorDesignTemperature', value: -9 },
  ]);
  const tables = resultTables(hostile, designJob(hostile));

  it('neutralises formulas in every table', () => {
    const csv = tablesToCsv(tables, METRIC);
    expect(csv).toContain(`'=HYPERLINK`);
    for (const cell of csv.split(/[,\r\n]+/)) expect(cell).not.toMatch(/^"?[=@]/);
    expect(csv).toContain('"<b>Kitchen</b>, ""large"""');
  });

  it('writes plain numbers in the units of the job', () => {
    const circuits = tableToCsv(tables.find((table) => table.id === 'circuits') as (typeof tables)[number], METRIC);
    expect(circuits.split('\r\n')[0]).toContain('Flow (L/h)');
    expect(circuits).toContain('Upper radiators,direct,4.14,55,7,515.');
    const us = resultTables({ ...thistleMill, display: US }, designJob({ ...thistleMill, display: US }));
    expect(us[0] && plainTable(us[0], US).headings).toContain('Flow (gpm)');
  });

  it('gives each room its load per area, and none where one of the two is missing', () => {
    const bare = applyEdits(thistleMill, [{ at: 'rooms/r2/area', value: null }]);
    const table = resultTables(bare, designJob(bare)).find((each) => each.id === 'rooms');
    const rooms = table && plainTable(table, METRIC);
    const column = rooms?.headings.indexOf('Load per area (W/m²)') ?? -1;
    expect(rooms?.rows[0]?.[column]).toBeCloseTo(2150 / 41, 3);
    expect(rooms?.rows[1]?.[column]).toBeNull();
  });

  it('brings a job file back as it was', () => {
    expect(readJobText(writeJobFile(thistleMill))).toEqual({ ok: true, job: thistleMill });
  });

  it('gives files harmless names', () => {
    expect(fileNameFor({ name: '../../Étage <1>' }, 'csv')).toBe('etage-1.csv');
    expect(fileNameFor({ name: '' }, 'csv')).toBe('job.csv');
    expect(fileNameFor(newJob('x'.repeat(100)), 'csv').length).toBeLessThan(70);
  });
});

describe('the tables of a solved plant', () => {
  const tables = resultTables(thistleMill, designJob(thistleMill));
  const table = (id: string) => tables.find((each) => each.id === id);

  it('list every loop with its flow and the setting of its valve', () => {
    const loops = table('loops');
    expect(loops?.rows).toHaveLength(17);
    expect(loops?.rows.filter((row) => row.at(-1) === 'open')).toHaveLength(4);
    const [circuit, room, label, loop, , length] = loops?.rows[1] ?? [];
    expect([circuit, room, label, loop, length]).toEqual(['Ground floor', 'Mill hall', '1.A2', 2, 88]);
  });

  it('say what comes beside what was wanted, with its sum', () => {
    const solved = table('solved');
    expect(solved?.rows.map((row) => row[0])).toEqual(['Ground floor', 'Upper radiators', 'Loft', 'Workshop']);
    const share = solved?.rows[1]?.[2];
    if (typeof share !== 'object' || share === null) throw new Error('no figure');
    expect(share.value).toBeGreaterThan(0.98);
    expect(share.value).toBeLessThan(1.02);
    expect(share.sum.source).toContain('solved together');
  });
});
