import { readFileSync } from 'node:fs';
import { deflateRawSync } from 'node:zlib';
import ExcelJS from 'exceljs';
import { describe, expect, it } from 'vitest';
import { readRoomsFile } from './rooms-file.ts';
import { readRoomsGbxml } from './rooms-gbxml.ts';
import type { RoomsPreview } from './rooms-table.ts';
import { readWorkbook } from './rooms-xlsx.ts';
import { unpackZip } from './unpack-zip.ts';

const METRIC = { system: 'metric', units: {} } as const;

async function workbook(build: (book: ExcelJS.Workbook) => void): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  build(book);
  return new Uint8Array(await book.xlsx.writeBuffer());
}
const read = async (bytes: Uint8Array, sheet: string | null = null) => {
  const result = await readRoomsFile(bytes, METRIC, [], sheet);
  if (!result.ok) throw new Error(result.problem);
  return { ...result.preview, sheets: result.sheets, sheet: result.sheet };
};
const cells = (preview: RoomsPreview, meaning: 'name' | 'storey' | 'area' | 'heatLoad' | 'roomTemperature') =>
  preview.rows.map((row) => row.cells[meaning]?.value ?? row.cells[meaning]?.text);

/** An archive of texts, deflated. @param stated size each entry says it had, where that is not the truth */
function zipOf(texts: Record<string, string>, stated?: number): Uint8Array {
  const locals: Buffer[] = [];
  const directory: Buffer[] = [];
  let at = 0;
  for (const [name, text] of Object.entries(texts)) {
    const data = deflateRawSync(text);
    const head = Buffer.alloc(30);
    head.writeUInt32LE(0x04034b50, 0);
    head.writeUInt16LE(8, 8);
    head.writeUInt32LE(data.length, 18);
    head.writeUInt32LE(stated ?? text.length, 22);
    head.writeUInt16LE(name.length, 26);
    const entry = Buffer.alloc(46);
    entry.writeUInt32LE(0x02014b50, 0);
    entry.writeUInt16LE(8, 10);
    entry.writeUInt32LE(data.length, 20);
    entry.writeUInt32LE(stated ?? text.length, 24);
    entry.writeUInt16LE(name.length, 28);
    entry.writeUInt32LE(at, 42);
    locals.push(head, Buffer.from(name), data);
    directory.push(entry, Buffer.from(name));
    at += 30 + name.length + data.length;
  }
  const entries = Buffer.concat(directory);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(Object.keys(texts).length, 10);
  end.writeUInt32LE(entries.length, 12);
  end.writeUInt32LE(at, 16);
  return new Uint8Array(Buffer.concat([...locals, entries, end]));
}

describe('an archive', () => {
  it('is unpacked as the library that wrote it packed it, parts nobody asks for left alone', async () => {
    const bytes = await workbook((book) => void book.addWorksheet('Rooms').addRow(['Hall', 900]));
    const unpacked = await unpackZip(bytes, (name) => name.startsWith('xl/worksheets/') && name.endsWith('.xml'), 1e6);
    if (!unpacked.ok) throw new Error(unpacked.why);
    expect([...unpacked.parts.keys()]).toEqual(['xl/worksheets/sheet1.xml']);
    expect(new TextDecoder().decode(unpacked.parts.get('xl/worksheets/sheet1.xml'))).toContain('<v>900</v>');
  });

  it('is left as soon as more comes out than may, and told when it is none', async () => {
    const all = () => true;
    expect(await unpackZip(zipOf({ a: 'x'.repeat(5000), b: 'y'.repeat(5000) }), all, 9000)).toEqual({
      ok: false,
      why: 'too-large',
    });
    expect((await unpackZip(zipOf({ a: 'x'.repeat(5000) }), all, 5000)).ok).toBe(true);
    expect(await unpackZip(new Uint8Array(100), all, 1e6)).toEqual({ ok: false, why: 'broken' });
    const cut = zipOf({ a: 'text' });
    cut[40] = 255;
    expect(await unpackZip(cut, all, 1e6)).toEqual({ ok: false, why: 'broken' });
  });
});

describe('rooms in a workbook', () => {
  const twoSheets = workbook((book) => {
    const cover = book.addWorksheet('Cover');
    cover.getCell('A1').value = 'Cottage, heat loads';
    const rooms = book.addWorksheet('Loads');
    rooms.mergeCells('A1:C1');
    rooms.getCell('A1').value = 'As worked out in spring';
    rooms.addRow([]);
    rooms.addRow(['Room', 'Heat load (kW)', 'Area (m2)']);
    rooms.addRow(['Parlour', 1.84, { formula: '4*6', result: 24 }]);
    rooms.addRow([{ richText: [{ text: 'Scul' }, { text: 'lery' }] }, '0,7 kW', 12]);
    rooms.addRow(['Loft', { formula: '1/0', result: { error: '#DIV/0!' } }, 25]);
  });

  it('are found below a title, on the first sheet that has any, formulas by their result', async () => {
    const preview = await read(await twoSheets);
    expect(preview.sheets).toEqual(['Cover', 'Loads']);
    expect(preview.sheet).toBe('Loads');
    expect(cells(preview, 'name')).toEqual(['Parlour', 'Scullery', 'Loft']);
    expect(cells(preview, 'heatLoad')).toEqual([1840, 700, '#DIV/0!']);
    expect(cells(preview, 'area')).toEqual([24, 12, 25]);
    expect(preview.rows[0]?.line).toBe(4);
    expect(preview.badCells).toBe(1);
    expect(preview.notes.join(' ')).toContain('1 merged blocks');
  });

  it('are read from the sheet that was chosen, or it says what is missing there', async () => {
    const cover = await readRoomsFile(await twoSheets, METRIC, [], 'Cover');
    expect(cover).toMatchObject({ ok: false, sheets: ['Cover', 'Loads'] });
    if (!cover.ok) expect(cover.problem).toContain('No column of heat loads');
    const none = await readRoomsFile(await twoSheets, METRIC, [], 'Garden');
    if (!none.ok) expect(none.problem).toContain('no sheet “Garden”');
  });

  it('keep merged cells apart: the value counts where the block begins', async () => {
    const bytes = await workbook((book) => {
      const sheet = book.addWorksheet('Rooms');
      sheet.addRow(['Storey', 'Room', 'Load (W)']);
      sheet.addRow(['Ground', 'Hall', 900]);
      sheet.addRow(['', 'Den', 700]);
      sheet.mergeCells('A2:A3');
    });
    expect(cells(await read(bytes), 'storey')).toEqual(['Ground', '']);
  });

  it('are refused when empty, broken, too large or packed to burst', async () => {
    const problem = async (bytes: Uint8Array) => {
      const result = await readRoomsFile(bytes, METRIC);
      return result.ok ? '' : result.problem;
    };
    expect(await problem(await workbook((book) => void book.addWorksheet('Empty')))).toContain('no filled cell');
    expect(await problem(new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9]))).toContain('no workbook that can be read');
    const large = new Uint8Array(5_000_000);
    large.set([0x50, 0x4b]);
    expect(await problem(large)).toContain('at most 4 MB');
    // Forty megabytes of blanks, packed to some kilobytes, and a directory that says it were ten bytes.
    const bomb = zipOf({ 'xl/worksheets/sheet1.xml': ' '.repeat(40_000_000) }, 10);
    expect(bomb.length).toBeLessThan(100_000);
    expect(await problem(bomb)).toContain('unpacks to far more');
    expect((await readWorkbook(bomb)).ok).toBe(false);
  });

  it('are refused where merged blocks cover a whole sheet, or rows go into the hundred thousands, before any cell is made', async () => {
    const sheet = (inner: string) => zipOf({ 'xl/worksheets/sheet1.xml': `<worksheet><sheetData>${inner}</sheetData>` });
    const problem = async (bytes: Uint8Array) => {
      const result = await readRoomsFile(bytes, METRIC);
      return result.ok ? '' : result.problem;
    };
    expect(await problem(sheet('</sheetData><mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>'))).toContain(
      'Merged blocks cover',
    );
    expect(await problem(sheet('<row r="1"><c/></row>'.repeat(200_000)))).toContain('200000 rows');
  });
});

describe('rooms in a building model', () => {
  it('whose tags never close are refused in one pass', () => {
    const result = readRoomsGbxml(`<gbXML>${'<a '.repeat(1_500_000)}`, METRIC);
    expect(result.ok ? '' : result.problem).toContain('not closed before the next');
    // What stands in comments and data sections is no tag.
    const fine = readRoomsGbxml('<gbXML><!-- a < b, <c <d --><![CDATA[ <x <y ]]></gbXML>', METRIC);
    expect(fine.ok ? '' : fine.problem).not.toContain('not closed');
  });

  const cottage = readFileSync('reference/cottage.gbxml', 'utf8');
  const model = (text: string) => {
    const result = readRoomsGbxml(text, METRIC);
    if (!result.ok) throw new Error(result.problem);
    return result.preview;
  };
  const problem = (text: string) => {
    const result = readRoomsGbxml(text, METRIC);
    return result.ok ? '' : result.problem;
  };

  // Source: the published schema of gbXML 6.01; the sample was written for this project.
  it('are its spaces, with storey, area, temperature and heat load in the units they stand in', async () => {
    const preview = await read(new TextEncoder().encode(cottage));
    expect(cells(preview, 'name')).toEqual(['Parlour & hearth', 'Scullery', 'sp3']);
    expect(cells(preview, 'storey')).toEqual(['Ground', 'Ground', 'Upper']);
    expect(cells(preview, 'area')).toEqual([24.5, expect.closeTo(12.003, 2), 25]);
    expect(cells(preview, 'heatLoad')).toEqual([1840, expect.closeTo(700, 0), '']);
    expect(cells(preview, 'roomTemperature')).toEqual([21, '', expect.closeTo(18, 6)]);
    expect(preview.notes.join(' ')).toContain('1 of them do not bring a heat load');
  });

  it('a temperature in degrees Rankine is one', () => {
    // 524.07 R are 64.4 °F are 18 °C: the scale of Fahrenheit from absolute zero.
    const rankine = model(cottage.replace('unit="K">291.15<', 'unit="R">524.07<'));
    expect(cells(rankine, 'roomTemperature')[2]).toBeCloseTo(18, 6);
  });

  it('come in without loads where the model brings none', () => {
    const bare = model(cottage.replace(/<Results[\s\S]*<\/Results>/, ''));
    expect(bare.notes.join(' ')).toContain('None of them brings a heat load');
    expect(bare.badCells).toBe(3);
  });

  it('bring their cooling loads, sensible and latent, and say so where the two are not told apart', () => {
    const [id] = /<Space id="([^"]+)"/.exec(cottage)?.slice(1) ?? [];
    const result = (kind: string, unit: string, value: number) =>
      `<Results resultsType="${kind}" unit="${unit}"><ObjectId>${id}</ObjectId><Value>${value}</Value></Results>`;
    const uncooled = cottage.replace(/<Results[^>]*resultsType="CoolingLoad"[\s\S]*?<\/Results>/, '');
    const holding = (results: string) => model(uncooled.replace('</gbXML>', `${results}</gbXML>`));
    const parted = holding(result('Sensible Cooling Load', 'KW', 0.9) + result('LatentCoolingLoad', 'BtuPerHour', 341.2142));
    // 341.2142 BTU/h are 100 W (international table).
    expect(parted.rows[0]?.cells.coolingLoad?.value).toBe(900);
    expect(parted.rows[0]?.cells.latentLoad?.value).toBeCloseTo(100, 3);
    // Its heat load is left alone, and other rooms get none of it.
    expect(cells(parted, 'heatLoad')).toEqual([1840, expect.closeTo(700, 0), '']);
    expect(parted.rows[1]?.cells.coolingLoad?.value ?? null).toBeNull();
    expect(parted.notes.join(' ')).not.toContain('told apart');
    const whole = holding(result('CoolingLoad', 'Watt', 1100));
    expect(whole.rows[0]?.cells.coolingLoad?.value).toBe(1100);
    expect(whole.notes.join(' ')).toContain('not told apart are taken as sensible');
    expect(model(uncooled).rows[0]?.cells.coolingLoad).toBeUndefined();
  });

  it('are refused from a file that is none, is broken, or means harm', () => {
    expect(problem('<html><body/></html>')).toContain('no gbXML element');
    expect(problem('<gbXML><Campus></gbXML>')).toContain('no sound XML');
    expect(problem('<gbXML/>')).toContain('no gbXML element');
    expect(problem('<gbXML version="6"><Campus/></gbXML>')).toContain('no spaces');
    expect(problem(`<!DOCTYPE x [<!ENTITY a "aa">]>${cottage}`)).toContain('document type or entities');
    expect(problem(`<gbXML>${'<a>'.repeat(5000)}${'</a>'.repeat(5000)}</gbXML>`)).toContain('nests deeper');
    expect(problem(`<gbXML>${' '.repeat(20_000_001)}</gbXML>`)).toContain('at most 20 MB');
  });

  it('keep names that look like markup or formulas as text', () => {
    const named = model(cottage.replace('Parlour &amp; hearth', '=1+1 &lt;script&gt;'));
    expect(cells(named, 'name')[0]).toBe('=1+1 <script>');
    expect(model(cottage.replace('Scullery', '007')).rows[1]?.cells.name?.text).toBe('007');
  });
});
