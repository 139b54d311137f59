import type { UnitSymbol } from '../../quantity';

/** The expectation as it stood when the reading was judged; an end that is missing is no limit. */
export interface RecordedExpectation {
  readonly low?: number;
  readonly high?: number;
  readonly unit: UnitSymbol;
  readonly of?: number;
  readonly words: string;
  readonly rule: string;
  readonly source?: string;
  /** What a reading within does not prove. */
  readonly caveat?: string;
  /** One band each of documents that disagree. */
  readonly bands?: readonly { readonly name: string; readonly low?: number; readonly high?: number }[];
}
