import { compileProcedure, PROVE_DEAD_PROCEDURE, proveDeadProcedure } from '../procedure';
import { conductorPairs, sourcesOf, type UnitModelDocument } from '../unit-model';
import { HAND_METER, VisitDriver } from '../testing/demo';
import { SHIPPED_MODELS } from '../testing/shipped';
import { standingOf, VisitContext } from '../visit';
import { safeguardsOf, type Safeguard } from './safeguards';
import { workOf } from './work';

function contextOf(model: UnitModelDocument, procedures = [proveDeadProcedure(model)]): VisitContext {
  return new VisitContext({
    model,
    procedures: Object.fromEntries(procedures.map((each) => [each.id, compileProcedure(each, model, [])])),
    meters: { [HAND_METER.id]: HAND_METER },
  });
}

/** A visit in which the first board is to be replaced, and no chart of the trade is walked. */
function replacing(context: VisitContext): VisitDriver {
  const driver = new VisitDriver(context);
  driver.log({ type: 'visit-opened', unit: 'somewhere', complaint: 'dead', meter: HAND_METER.id });
  driver.log({
    type: 'work-planned',
    kind: 'replace',
    reason: 'diagnosed',
    text: 'The board',
    item: context.model.boards[0]?.id ?? '',
  });
  return driver;
}

function deadRows(driver: VisitDriver): readonly Safeguard[] {
  const [work] = workOf(driver.state);
  return work ? safeguardsOf(driver.context, driver.state, work).filter(({ id }) => id === 'dead') : [];
}

describe('what has to be so before a board comes out', () => {
  for (const model of SHIPPED_MODELS) {
    it(`${model.id}: all that feeds it is proven dead by the chart every unit has, whatever else is on file`, () => {
      const driver = replacing(contextOf(model));
      const feeding = model.supplies.filter(({ id }) => sourcesOf(model, id).length === 0);
      expect(feeding.length).toBeGreaterThan(0);
      expect(deadRows(driver).map(({ state, procedure }) => ({ state, procedure }))).toEqual(
        feeding.map(() => ({ state: 'open', procedure: PROVE_DEAD_PROCEDURE })),
      );

      driver.log({ type: 'procedure-started', procedure: PROVE_DEAD_PROCEDURE, start: 'isolate' });
      driver.log({ type: 'action-done', step: 'isolate', next: 'dead' });
      expect(deadRows(driver).every(({ state }) => state === 'open')).toBeTrue();
      driver.read('230');
      driver.read('9.1');
      const pairs = conductorPairs(
        model,
        model.supplies.map(({ id }) => id),
      );
      for (let count = 0; count < 2 * pairs.length; count += 1) driver.read('0.1');
      driver.read('230');
      driver.read('9.1');
      expect(driver.state.step).toBe('energise');
      expect(deadRows(driver).map(({ state }) => state)).toEqual(feeding.map(() => 'done'));
      expect(deadRows(driver).every(({ procedure }) => procedure === undefined)).toBeTrue();

      driver.log({ type: 'action-done', step: 'energise', next: 'isolate' });
      expect(deadRows(driver).every(({ state }) => state === 'open')).toBeTrue();
      expect(standingOf(driver.state, 'work-planned').length).toBe(1);
    });
  }

  it('names no chart where there is none', () => {
    const [model] = SHIPPED_MODELS;
    if (!model) return fail('there are models');
    expect(deadRows(replacing(contextOf(model, []))).map(({ procedure }) => procedure)).toEqual(
      model.supplies.filter(({ id }) => sourcesOf(model, id).length === 0).map(() => undefined),
    );
  });
});
