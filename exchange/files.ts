import { wallSheets } from '../core/paper/sets/wall-set.ts';
import type { Job } from '../model/job.ts';
import { writeDesignFile } from './design-file.ts';
import { DRAWING_FORMATS } from './drawing/formats.ts';
import type { FileKind } from './file-kinds.ts';
import { fileNameFor, writeJobFile } from './job-file.ts';
import { twinToInp } from './network/inp.ts';
import { inputOf, type PaperOrder } from './pdf/make-papers.ts';
import { SCHEMAS } from './schemas.ts';
import { serviceCalendar } from './service-calendar.ts';

/** A file as text. */
export interface TextFile {
  name: string;
  type: string;
  text: string;
}

type Order = Omit<PaperOrder, 'sets'>;
const json = (text: string, name: string): TextFile => ({ name, type: 'application/json', text });

/**
 * Writes one kind of file.
 * @returns the files, more than one where the drawing takes several sheets; none where there is nothing to write yet
 */
export function filesOf(kind: FileKind, job: Job, order: Order): TextFile[] {
  switch (kind) {
    case 'job':
      return [json(writeJobFile(job), fileNameFor(job, 'warm.json'))];
    case 'design':
      return [json(writeDesignFile(job, inputOf(job, order).design), fileNameFor({ name: `${job.name} design` }, 'json'))];
    case 'svg':
    case 'dxf': {
      const sheets = wallSheets(inputOf(job, order));
      return sheets.map((sheet, i) => ({
        name: fileNameFor({ name: `${job.name} wall${sheets.length > 1 ? ` ${i + 1}` : ''}` }, kind),
        type: kind === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf',
        text: DRAWING_FORMATS[kind].write(sheet, order.tint),
      }));
    }
    case 'inp': {
      const { plant, design } = inputOf(job, order);
      if (!plant || !design.solved?.state.converged) return [];
      plant.run(
        design.solved.zones.map(({ id }) => id),
        'cold',
      );
      return [{ name: fileNameFor(job, 'inp'), type: 'text/plain', text: twinToInp(plant.twin, job.name).text }];
    }
    case 'ics':
      return [
        {
          name: fileNameFor({ name: `${job.name} service` }, 'ics'),
          type: 'text/calendar',
          text: serviceCalendar(job, new Date(order.made)),
        },
      ];
    default: {
      const of = kind.replace('-schema', '');
      return [json(`${JSON.stringify(SCHEMAS[of]?.(), null, 2)}\n`, `${of}.schema.json`)];
    }
  }
}
