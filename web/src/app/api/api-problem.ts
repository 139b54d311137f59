import { HttpErrorResponse } from '@angular/common/http';
import type { ProblemDocument } from '@juxtameter/contract';
import type { FieldProblem } from '@juxtameter/contract/check';

/** Why a request did not do what was asked: nobody answered, or somebody refused and said why. */
export type ApiProblem =
  /** Nobody of ours answers, or a server that cannot store anything just now and says why. */
  | { readonly kind: 'no-server'; readonly detail?: string }
  | {
      readonly kind: 'refused';
      readonly status: number;
      readonly detail: string;
      readonly errors: readonly FieldProblem[];
    };

/** What a failed request tells the technician. */
export function toApiProblem(error: unknown): ApiProblem {
  if (!(error instanceof HttpErrorResponse)) throw error;
  const document = (
    typeof error.error === 'object' && error.error !== null ? error.error : {}
  ) as Partial<ProblemDocument>;
  // Only the product's own problem document refuses: a gateway, a sign-in page or a fault is as good as nobody.
  const { detail } = document;
  if (!document.type?.startsWith(OURS) || detail === undefined) return { kind: 'no-server' };
  if (error.status >= 500) return { kind: 'no-server', detail };
  return { kind: 'refused', status: error.status, detail, errors: document.errors ?? [] };
}

const OURS = 'urn:juxtameter:problem:';

/** One sentence for the screen. */
export function problemWords(problem: ApiProblem): string {
  return problem.detail ?? 'No answer from the server. Is it running?';
}

/** Why a visit does not open. */
export function openProblemWords(problem: ApiProblem): string {
  return problem.kind === 'no-server'
    ? (problem.detail ?? 'No answer from the server, and this visit is not kept on this device.')
    : problem.detail;
}
