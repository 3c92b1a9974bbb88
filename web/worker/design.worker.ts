import { expose } from 'comlink';
import { designJob } from '../../core/design/design-job.ts';
import { wallSheet } from '../../core/drawing/wall.ts';
import { decodeText } from '../../exchange/decode-text.ts';
import { type RoomsRead, readRoomsCsv } from '../../exchange/rooms-csv.ts';
import type { Display, Job } from '../../model/job.ts';

/** The heavy work, off the thread that answers to keys. */
const work = {
  design(job: Job) {
    const design = designJob(job);
    return { design, sheet: wallSheet(job, design) };
  },
  readRooms(bytes: Uint8Array, display: Display, taken: string[]): RoomsRead {
    const decoded = decodeText(bytes);
    return decoded.ok ? readRoomsCsv(decoded.text, display, taken) : decoded;
  },
};

export type Work = typeof work;
expose(work);
