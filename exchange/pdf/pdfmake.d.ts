/** The part of the PDF library that is used. */
declare module 'pdfmake/build/pdfmake.min.js' {
  interface PdfMake {
    virtualfs: { writeFileSync(name: string, content: Uint8Array): void };
    addFonts(fonts: Record<string, { normal: string; bold: string }>): void;
    createPdf(definition: unknown): { getBuffer(): Promise<Uint8Array> };
  }
  const pdfMake: PdfMake;
  export default pdfMake;
}
