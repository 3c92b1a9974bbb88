import narrow from '@expo-google-fonts/archivo-narrow/400Regular/ArchivoNarrow_400Regular.ttf?url';
import narrowBold from '@expo-google-fonts/archivo-narrow/700Bold/ArchivoNarrow_700Bold.ttf?url';
import wide from 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf?url';
import wideBold from 'dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf?url';
import { makePapers, type PaperFile, type PaperOrder } from '../../exchange/pdf/make-papers.ts';
import type { FontFiles } from '../../exchange/pdf/paper-pdf.ts';
import type { Job } from '../../model/job.ts';

async function bytesAt(address: string): Promise<Uint8Array> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error('A type the papers are set in could not be fetched. Is the server running? Try again.');
  return new Uint8Array(await answer.arrayBuffer());
}

let fonts: Promise<FontFiles> | null = null;

/** The types, fetched when first asked for; asked again where that failed. */
export function fontFiles(): Promise<FontFiles> {
  fonts ??= Promise.all([bytesAt(narrow), bytesAt(narrowBold), bytesAt(wide), bytesAt(wideBold)]).then(
    ([n, nb, w, wb]) => ({ narrow: n, narrowBold: nb, wide: w, wideBold: wb }),
    (error) => {
      fonts = null;
      throw error;
    },
  );
  return fonts;
}

/** Papers of a job, telling how many are done. */
export async function papersOf(job: Job, order: PaperOrder, onPaper: (done: number) => PromiseLike<void>): Promise<PaperFile[]> {
  return makePapers(job, order, await fontFiles(), onPaper);
}

export { filesOf } from '../../exchange/files.ts';
