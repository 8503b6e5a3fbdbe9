import 'pdfmake';

/** What the types of the package leave out: the files that it finds in memory. */
declare module 'pdfmake' {
  export const virtualfs: { writeFileSync(name: string, content: Uint8Array): void };
}
