import procedure from '../../../demo/data/procedures/burner-does-not-fire.json';
import unitModel from '../../../demo/data/unit-models/co2-burner.json';
import type { ProcedureDocument } from '../procedure';
import type { UnitModelDocument } from '../unit-model';
import { VisitContext } from '../visit';
import { VisitDriver } from './demo';

/** The demo burner: codes, a sequence, a recipe, settings that choose a time. */
export const BURNER_CONTEXT = new VisitContext({
  model: unitModel as unknown as UnitModelDocument,
  procedures: { [procedure.id]: procedure as unknown as ProcedureDocument },
  meters: {},
});

/** A visit to the burner that was only opened. */
export function burnerVisit(complaint = '', reporter?: string): VisitDriver {
  const driver = new VisitDriver(BURNER_CONTEXT);
  driver.log({ type: 'visit-opened', unit: 'co2-burner-1', complaint, ...(reporter ? { reporter } : {}) });
  return driver;
}
