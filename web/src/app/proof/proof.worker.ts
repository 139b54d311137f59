import type { KindDocuments } from '@juxtameter/contract';
import { PLAIN_METER, proveChart, VisitContext, type ChartProof } from '@juxtameter/core';
import { readContext } from '../kinds/read-context';

/** What the worker is told. */
export interface ToProve {
  readonly kind: KindDocuments;
  readonly chart: string;
}

/** What it says. */
export type ProofSaid =
  | { readonly progress: { readonly done: number; readonly of: number } }
  | { readonly proof: ChartProof }
  | { readonly failed: string };

/** Faults between two words about how far it is. */
const SAID_EVERY = 4;

addEventListener('message', ({ data: { kind, chart } }: MessageEvent<ToProve>) => {
  const { model, procedures } = readContext(kind, chart);
  const context = new VisitContext({ model, procedures, meters: { [PLAIN_METER.id]: PLAIN_METER } });
  const proof = proveChart(context, chart, PLAIN_METER.id, {
    progress(done, of) {
      if (done % SAID_EVERY === 0) postMessage({ progress: { done, of } } satisfies ProofSaid);
      return true;
    },
  });
  postMessage(('unprovable' in proof ? { failed: proof.unprovable } : { proof }) satisfies ProofSaid);
});
