import type { OutputEmitterRef } from '@angular/core';
import type { Answered } from '@juxtameter/core';
import type { StepCommand } from './step-command';

/** Records what an answer comes to; false where it is refused or asks. */
export function recordAnswer(answered: Answered, commanded: OutputEmitterRef<StepCommand>): boolean {
  if (answered.outcome !== 'event') return false;
  commanded.emit({ kind: 'record', body: answered.body });
  return true;
}
