import type { Request } from 'express';
import type { Contract } from '@juxtameter/contract/check';
import { RequestProblem, unacceptable } from '../request-problem';

/** The request's body, checked. @throws RequestProblem listing every field that is wrong. */
export function bodyAs<Value>(request: Request, contract: Contract<Value>): Value {
  if (!request.is('application/json')) throw new RequestProblem(415, 'Not JSON', 'Send the body as application/json.');
  const checked = contract.validate(request.body);
  if (checked.ok) return checked.value;
  throw unacceptable('Nothing was stored: the content does not fit its format.', checked.problems);
}

/** A named part of the path. */
export function pathPart(request: Request, name: string): string {
  const value = request.params[name];
  return typeof value === 'string' ? value : '';
}
