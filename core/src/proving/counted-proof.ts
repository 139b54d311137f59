import type { ChartProof, ProofResult } from './prove-chart';

/** A proof in figures. */
export interface CountedProof {
  readonly faults: number;
  readonly rightItem: number;
  readonly rightClass: number;
  readonly ambiguous: number;
  readonly wrong: number;
  readonly deadEnd: number;
  readonly loop: number;
  readonly unknown: number;
}

export function countedProof({ rows }: Pick<ChartProof, 'rows'>): CountedProof {
  const of = (result: ProofResult): number => rows.filter((row) => row.result === result).length;
  return {
    faults: rows.length,
    rightItem: of('right'),
    rightClass: rows.filter(({ isRightClass }) => isRightClass).length,
    ambiguous: of('ambiguous'),
    wrong: of('wrong'),
    deadEnd: of('dead-end'),
    loop: of('loop'),
    unknown: of('unknown'),
  };
}
