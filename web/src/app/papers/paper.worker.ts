import type { Paper, PaperSize } from './paper';
import { printed } from './print-paper';

/** What the worker is told. */
export interface ToPrint {
  readonly paper: Paper;
  readonly size: PaperSize;
  readonly pictures: ReadonlyMap<string, ArrayBuffer>;
  readonly fonts: { readonly normal: ArrayBuffer; readonly bold: ArrayBuffer };
}

/** What it answers. */
export type Printed = { readonly pdf: ArrayBuffer } | { readonly failed: string };

addEventListener('message', ({ data }: MessageEvent<ToPrint>) => {
  printed(data).then(
    (pdf) => postMessage({ pdf } satisfies Printed, { transfer: [pdf] }),
    (error: unknown) => postMessage({ failed: String(error) } satisfies Printed),
  );
});
