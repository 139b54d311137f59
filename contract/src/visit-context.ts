import { compileProcedure, PROVE_DEAD_PROCEDURE, proveDeadProcedure, readMeter, VisitContext } from '@juxtameter/core';
import type { PinnedDocuments } from './api';
import { isGeneral } from './kind-of-unit';

/**
 * The documents a visit is replayed with, out of those it was pinned to; its charts as they are walked. Whatever it was
 * pinned to, it has a chart that proves everything dead: no unit may be without a way there.
 */
export function visitContext(pinned: PinnedDocuments): VisitContext {
  const { options, wireColours } = pinned.unit;
  const generals = pinned.procedures.filter(isGeneral);
  const walked = pinned.procedures.filter((each) => !isGeneral(each));
  const isWithout = walked.every(({ id }) => id !== PROVE_DEAD_PROCEDURE);
  const charts = isWithout ? [...walked, proveDeadProcedure(pinned.unitModel)] : walked;
  return new VisitContext({
    ...(options ? { options } : {}),
    ...(wireColours ? { wireColours } : {}),
    model: pinned.unitModel,
    procedures: Object.fromEntries(
      charts.map((each) => [each.id, compileProcedure(each, pinned.unitModel, generals, options)]),
    ),
    meters: Object.fromEntries(pinned.meters.map((each) => [each.id, readMeter(each)])),
  });
}
