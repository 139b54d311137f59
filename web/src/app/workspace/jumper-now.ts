import type { MatrixProgress, Points } from '@juxtameter/core';

/** The ends of the jumper a matrix is at. */
export function jumperNow(progress: MatrixProgress | undefined): Points {
  return (progress?.cells.find(({ isIn }) => isIn) ?? progress?.next)?.jumper ?? {};
}
