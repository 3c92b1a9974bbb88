import { fileNameFor } from '../../exchange/job-file.ts';

/** Hands a text, or bytes, to the browser as a file. */
export function download(name: string, type: string, content: string | Uint8Array<ArrayBuffer>): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** Spreadsheets read a file as UTF-8 when it starts with this mark. */
const MARK = '\ufeff';

/** Hands a table over as CSV. @param name what it is, from which its file is named */
export const downloadCsv = (name: string, csv: string): void =>
  download(fileNameFor({ name }, 'csv'), 'text/csv;charset=utf-8', MARK + csv);
