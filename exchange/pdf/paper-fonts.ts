import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { FontFiles } from './paper-pdf.ts';

const { resolve } = createRequire(import.meta.url);
const bytes = (name: string): Promise<Uint8Array> => readFile(resolve(name));

/** The types papers are set in, from the packages they come with. */
export async function paperFonts(): Promise<FontFiles> {
  const [narrow, narrowBold, wide, wideBold] = await Promise.all([
    bytes('@expo-google-fonts/archivo-narrow/400Regular/ArchivoNarrow_400Regular.ttf'),
    bytes('@expo-google-fonts/archivo-narrow/700Bold/ArchivoNarrow_700Bold.ttf'),
    bytes('dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf'),
    bytes('dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf'),
  ]);
  return { narrow, narrowBold, wide, wideBold };
}
