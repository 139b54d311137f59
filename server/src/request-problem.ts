import type { ProblemDocument } from '@juxtameter/contract';
import type { FieldProblem } from '@juxtameter/contract/check';

/** A request that cannot be carried out, as it will be told to the caller (RFC 9457). */
export class RequestProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly errors?: readonly FieldProblem[],
  ) {
    super(detail);
    this.name = 'RequestProblem';
  }

  toDocument(): ProblemDocument {
    const type = `urn:juxtameter:problem:${this.title.toLowerCase().replaceAll(/[^a-z]+/g, '-')}`;
    return {
      type,
      title: this.title,
      status: this.status,
      detail: this.detail,
      ...(this.errors ? { errors: this.errors } : {}),
    };
  }
}

export function notFound(what: string): RequestProblem {
  return new RequestProblem(404, 'Not found', `There is no ${what}.`);
}

export function conflict(detail: string, errors?: readonly FieldProblem[]): RequestProblem {
  return new RequestProblem(409, 'Conflict', detail, errors);
}

export function unacceptable(detail: string, errors: readonly FieldProblem[]): RequestProblem {
  return new RequestProblem(422, 'Not acceptable content', detail, errors);
}
