import { HttpErrorResponse } from '@angular/common/http';
import type { ProblemDocument } from '@juxtameter/contract';
import type { FieldProblem } from '@juxtameter/contract/check';

/** Why a request did not do what was asked: nobody answered, or somebody refused and said why. */
export type ApiProblem =
  | { readonly kind: 'no-server' }
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
  // A gateway that answers without a problem document is as good as nobody.
  if (error.status === 0 || (error.status >= 502 && document.detail === undefined)) return { kind: 'no-server' };
  return {
    kind: 'refused',
    status: error.status,
    detail: document.detail ?? `The server answered ${error.status}.`,
    errors: document.errors ?? [],
  };
}

/** One sentence for the screen. */
export function problemWords(problem: ApiProblem): string {
  return problem.kind === 'no-server' ? 'No answer from the server. Is it running?' : problem.detail;
}

/** Why a visit does not open. */
export function openProblemWords(problem: ApiProblem): string {
  return problem.kind === 'no-server'
    ? 'No answer from the server, and this visit is not kept on this device.'
    : problem.detail;
}
