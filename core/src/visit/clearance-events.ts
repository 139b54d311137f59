import type { JointJudgement } from '../verdict';

/** A part of a clearance that is not read, with the reason; the last of all leads on. */
export interface PartWaived {
  readonly type: 'part-waived';
  readonly step: string;
  readonly part: string;
  readonly reason: string;
  readonly joint?: JointJudgement;
  readonly next?: string;
}

/** How a board stands that was renewed or is being cleared. */
export type Clearance = 'open' | 'cleared' | 'shorted';
