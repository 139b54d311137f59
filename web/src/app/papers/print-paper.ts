import pdfMake from 'pdfmake/build/pdfmake.min.js';
import type { ToPrint } from './paper.worker';
import { setPaper } from './set-paper';

/** A paper as a PDF. Nothing is fetched by it: fonts and pictures come with it. */
export async function printed({ paper, size, pictures, fonts }: ToPrint): Promise<ArrayBuffer> {
  pdfMake.virtualfs.writeFileSync('normal.ttf', new Uint8Array(fonts.normal));
  pdfMake.virtualfs.writeFileSync('bold.ttf', new Uint8Array(fonts.bold));
  pdfMake.setFonts({
    Paper: { normal: 'normal.ttf', bold: 'bold.ttf', italics: 'normal.ttf', bolditalics: 'bold.ttf' },
  });
  pdfMake.setUrlAccessPolicy(() => false);
  const inlined = new Map([...pictures].map(([hash, bytes]) => [hash, dataUrl(bytes)]));
  const bytes = await pdfMake.createPdf(setPaper(paper, size, inlined)).getBuffer();
  return bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
}

/** As many letters as one call takes. */
const AT_ONCE = 0x8000;

function dataUrl(bytes: ArrayBuffer): string {
  const all = new Uint8Array(bytes);
  let letters = '';
  for (let at = 0; at < all.length; at += AT_ONCE) letters += String.fromCharCode(...all.subarray(at, at + AT_ONCE));
  return `data:image/jpeg;base64,${btoa(letters)}`;
}
