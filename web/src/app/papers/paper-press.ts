import { inject, Injectable } from '@angular/core';
import { PhotoSource } from '../photos/photo-source';
import type { Paper, PaperSize } from './paper';
import type { Printed, ToPrint } from './paper.worker';

/** Makes files of papers in a worker, with no server in reach. */
@Injectable({ providedIn: 'root' })
export class PaperPress {
  private readonly photos = inject(PhotoSource);

  /** The paper as a PDF. @throws Error where a part of the page that makes it is not on this device. */
  async print(paper: Paper, visit: string, size: PaperSize): Promise<Blob> {
    const [pictures, normal, bold] = await Promise.all([
      this.picturesOf(paper, visit),
      font('paper-normal.ttf'),
      font('paper-bold.ttf'),
    ]);
    const worker = new Worker(new URL('./paper.worker', import.meta.url));
    try {
      const { pdf } = await answered(worker, { paper, size, pictures, fonts: { normal, bold } });
      return new Blob([pdf], { type: 'application/pdf' });
    } finally {
      worker.terminate();
    }
  }

  /** Those that are on this device or come from the server; one that is missing is said to be, on the paper. */
  private async picturesOf({ blocks }: Paper, visit: string): Promise<ReadonlyMap<string, ArrayBuffer>> {
    const hashes = blocks.flatMap((block) => (block.is === 'photos' ? block.photos.map(({ hash }) => hash) : []));
    const found = await Promise.all(
      [...new Set(hashes)].map(async (hash) => {
        const each = await this.photos.find(hash, visit);
        return 'picture' in each ? [[hash, await each.picture.arrayBuffer()] as const] : [];
      }),
    );
    return new Map(found.flat());
  }
}

async function font(name: string): Promise<ArrayBuffer> {
  const response = await fetch(`fonts/${name}`);
  if (!response.ok) throw new Error(`The font ${name} is not on this device.`);
  return response.arrayBuffer();
}

function answered(worker: Worker, told: ToPrint): Promise<{ readonly pdf: ArrayBuffer }> {
  return new Promise((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<Printed>) =>
      'pdf' in data ? resolve(data) : reject(new Error(data.failed));
    worker.onerror = () => reject(new Error('The part of the page that makes papers could not be loaded.'));
    worker.postMessage(told);
  });
}
