/** With a jumper in, one looked whether what was called works. */
export interface MatrixLooked {
  readonly type: 'matrix-looked';
  readonly step: string;
  readonly call: string;
  readonly place: string;
  readonly works: boolean;
}

/** The looks were enough; the step is left by what they come to. */
export interface MatrixJudged {
  readonly type: 'matrix-judged';
  readonly step: string;
  readonly pattern: string;
  readonly sentence: string;
  readonly next: string;
}
