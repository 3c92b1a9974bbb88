import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { FontFiles } from '../exchange/pdf/paper-pdf.ts';

const { resolve } = createRequire(import.meta.url);
const base64 = async (name: string): Promise<string> => (await readFile(resolve(name))).toString('base64');

/** The types papers are set in, from the packages they come with. */
export async function paperFonts(): Promise<FontFiles> {
  const [narrow = '', narrowBold = '', wide = '', wideBold = ''] = await Promise.all(
    [
      '@expo-google-fonts/archivo-narrow/400Regular/ArchivoNarrow_400Regular.ttf',
      '@expo-google-fonts/archivo-narrow/700Bold/ArchivoNarrow_700Bold.ttf',
      'dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf',
      'dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf',
    ].map(base64),
  );
  return { narrow, narrowBold, wide, wideBold };
}
