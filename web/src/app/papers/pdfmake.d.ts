/** What of the library is used; it comes without types. */
declare module 'pdfmake/build/pdfmake.min.js' {
  const pdfMake: {
    readonly virtualfs: { writeFileSync(name: string, content: Uint8Array): void };
    setFonts(fonts: Readonly<Record<string, Readonly<Record<string, string>>>>): void;
    setUrlAccessPolicy(policy: (url: string) => boolean): void;
    createPdf(definition: object): { getBuffer(): Promise<Uint8Array<ArrayBuffer>> };
  };
  export default pdfMake;
}
