import { describe, expect, it } from 'vitest';
import { USUAL_CYLINDER } from '../../model/new-job.ts';
import { coilWords, readCoil } from './coil-words.ts';
import { readDataBlock } from './data-block.ts';

const metric = { system: 'metric', units: {} } as const;
const us = { system: 'us', units: {} } as const;
const reasonOf = (text: string) => {
  const read = readDataBlock(text, metric);
  return read.ok ? '' : read.reason;
};

describe('the block of a data sheet', () => {
  it('is read with a heading, in any order', () => {
    const block = 'Flow\tOutdoor\tHeat output (kW)\tCOP\n35\t-7\t5,2\t2,8\n35\t2\t6.1\t3.6';
    expect(readDataBlock(block, metric)).toMatchObject({
      points: [
        { id: 'p1', outdoor: -7, flow: 35, output: 5200, cop: 2.8 },
        { id: 'p2', outdoor: 2, flow: 35, output: 6100, cop: 3.6 },
      ],
    });
  });

  it('is read by the names of its points, and by power taken in place of COP', () => {
    expect(readDataBlock('A-7/W35 5.2 kW 2.8\nA7/W35; 8 ; 4.6', metric)).toMatchObject({
      points: [
        { outdoor: -7, flow: 35, output: 5200, cop: 2.8 },
        { outdoor: 7, output: 8000, cop: 4.6 },
      ],
    });
    // 6 kW from 2 kW of electricity is a COP of 3, by its definition.
    expect(readDataBlock('Outdoor;Flow;Output;Input\n0;35;6;2', metric)).toMatchObject({ points: [{ output: 6000, cop: 3 }] });
  });

  it('is read in °F and kBTU/h where the job is in US units', () => {
    const read = readDataBlock('14 95 18 2.9', us);
    expect(read).toMatchObject({
      points: [{ outdoor: expect.closeTo(-10, 6), flow: expect.closeTo(35, 6), output: expect.closeTo(5275.3, 1) }],
    });
  });

  it('says what it cannot read', () => {
    expect(reasonOf('')).toContain('paste a line for each point');
    expect(reasonOf('Outdoor Flow Output COP')).toContain('no point below');
    expect(reasonOf('-7 35 lots 2.8')).toContain('Line 1');
    expect(reasonOf(Array(70).fill('2 35 6 3').join('\n'))).toContain('More than 60');
  });
});

describe('the rating of a coil', () => {
  it('is read from one line, and written so', () => {
    expect(readCoil('24 kW 80/60 45', metric)).toEqual({ coilOutput: 24_000, coilFlow: 80, coilReturn: 60, coilStore: 45 });
    for (const display of [metric, us]) {
      const back = readCoil(coilWords(USUAL_CYLINDER, display), display);
      if (typeof back === 'string') throw new Error(back);
      expect(back.coilOutput).toBeCloseTo(USUAL_CYLINDER.coilOutput, -3);
      expect(back.coilFlow).toBeCloseTo(USUAL_CYLINDER.coilFlow, 3);
    }
    expect(readCoil('24 kW', metric)).toContain('write output, flow/return and store, for example “24 kW 80/60 45”');
    expect(readCoil('24 kW 800/60 45', metric)).toContain('has a');
  });
});
