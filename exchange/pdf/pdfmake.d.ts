/** The part of the PDF library that is used. */
declare module 'pdfmake/build/pdfmake.min.js' {
  interface PdfMake {
    addVirtualFileSystem(files: Record<string, { data: string; encoding: 'base64' }>): void;
    addFonts(fonts: Record<string, { normal: string; bold: string }>): void;
    createPdf(definition: unknown): { getBuffer(): Promise<Uint8Array> };
  }
  const pdfMake: PdfMake;
  export default pdfMake;
}
