import fc from 'fast-check';
import type { ExpectationDocument } from '../../expectation';
import type { ProcedureDocument } from '../../procedure';
import { DEMO_MODEL, DEMO_PROCEDURE, HAND_METER, VisitDriver } from '../../testing/demo';
import type { Verdict } from '../../verdict';
import { VisitContext } from '../record';
import { undecidedHere } from '../standing';
import { currentStep } from '../walking';
import { answerStep } from '.';

const PARTS = ['first', 'second', 'third'] as const;

/** Three outlets on one strip, each of which should have 24 V: which of them has too little is told by name. */
function chart(expect?: ExpectationDocument): ProcedureDocument {
  return {
    ...DEMO_PROCEDURE,
    start: 'outlets',
    steps: {
      outlets: {
        kind: 'measurement',
        text: 'The three outlets',
        measure: {
          function: 'ac-voltage',
          ...(expect ? { expect } : {}),
          set: PARTS.map((id, index) => ({
            id,
            name: `${id} outlet`,
            from: `ctl.X1.${index + 1}`,
            to: 'ctl.X1.7',
            expect: { kind: 'nominal', value: '24 V', tolerance: '10 %' },
          })),
          patterns: Object.fromEntries(
            PARTS.map((id) => [
              `only-${id}`,
              Object.fromEntries(PARTS.map((each) => [each, each === id ? 'low' : 'within'])),
            ]),
          ),
        },
        branches: {
          within: 'all-well',
          otherwise: 'more-than-one',
          unbalanced: 'unlike',
          ...Object.fromEntries(PARTS.map((id) => [`only-${id}`, `${id}-load`])),
        },
      },
      ...Object.fromEntries(
        ['all-well', 'more-than-one', 'unlike', ...PARTS.map((id) => `${id}-load`)].map((id) => [
          id,
          { kind: 'conclusion', text: id, class: 'load' },
        ]),
      ),
    } as unknown as ProcedureDocument['steps'],
  };
}

function at(procedure: ProcedureDocument): VisitDriver {
  const driver = new VisitDriver(
    new VisitContext({
      model: DEMO_MODEL,
      procedures: { [procedure.id]: procedure },
      meters: { [HAND_METER.id]: HAND_METER },
    }),
  );
  driver.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: 'no mist', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure: procedure.id, start: procedure.start });
  return driver;
}

function doubtOf(driver: VisitDriver) {
  const step = currentStep(driver.context, driver.state);
  return step?.kind === 'measurement' ? undecidedHere(driver.context, driver.state, step) : undefined;
}

function accept(driver: VisitDriver, verdict: Verdict): void {
  const answered = answerStep(driver.context, driver.state, { kind: 'accepted', verdict });
  if (answered.outcome !== 'event') throw new Error(JSON.stringify(answered));
  driver.log(answered.body);
}

/** Figures that are surely right, surely low, or too close to 21.6 V to call on this meter. */
const FIGURES = { within: '24.00', low: '15.00', undecided: '21.65' } as const;
const figures = fc.constantFrom<keyof typeof FIGURES>('within', 'low', 'undecided');

describe('a set with parts too close to call', () => {
  it('is decided part by part, and leads where the parts lead with what each was taken for', () => {
    fc.assert(
      fc.property(
        fc.tuple(figures, figures, figures),
        fc.array(fc.constantFrom<Verdict>('within', 'low'), { minLength: 3, maxLength: 3 }),
        (shown, taken) => {
          const driver = at(chart());
          for (const each of shown) driver.read(FIGURES[each]);
          const decisions = [...taken];
          const verdicts = shown.map((each) => (each === 'undecided' ? (decisions.shift() ?? 'within') : each));
          for (const [index, each] of shown.entries()) {
            if (each !== 'undecided') continue;
            const doubt = doubtOf(driver);
            expect(doubt?.part).toBe(`${PARTS[index] ?? ''} outlet`);
            expect(doubt?.choices.map(({ verdict }) => verdict)).toEqual(['within', 'low']);
            accept(driver, verdicts[index] ?? 'within');
          }
          expect(doubtOf(driver)).toBeUndefined();
          const low = PARTS.filter((_part, index) => verdicts[index] === 'low');
          const led = low.length === 0 ? 'all-well' : low.length === 1 ? `${low[0] ?? ''}-load` : 'more-than-one';
          expect(driver.state.step).withContext(`${shown.join()} as ${verdicts.join()}`).toBe(led);
        },
      ),
    );
  });

  it('stays where it is when the decision is taken back, and the reading with it', () => {
    const driver = at(chart());
    const read = [FIGURES.undecided, FIGURES.within, FIGURES.within].map((text) => driver.read(text));
    accept(driver, 'low');
    expect(driver.state.step).toBe('first-load');
    driver.log({ type: 'retracted', event: driver.events.at(-1)?.id ?? '' });
    expect(driver.state.step).toBe('outlets');
    expect(doubtOf(driver)?.event.id).toBe(read[0]?.id);
  });

  it('that are to be alike is decided as a whole: no part is accused', () => {
    const driver = at(chart({ kind: 'balanced', within: '1.9 %' }));
    for (const text of ['24.00', '24.50', '23.60']) driver.read(text);
    const doubt = doubtOf(driver);
    expect(doubt?.part).toBeUndefined();
    expect(doubt?.choices.map(({ verdict, next }) => `${verdict} ${next ?? ''}`)).toEqual([
      'within all-well',
      'unbalanced unlike',
    ]);
    accept(driver, 'unbalanced');
    expect(driver.state.step).toBe('unlike');
  });

  it('is read again from its first part while a doubt stands', () => {
    const driver = at(chart());
    for (const text of [FIGURES.undecided, FIGURES.within, FIGURES.within]) driver.read(text);
    driver.read(FIGURES.within);
    expect(doubtOf(driver)).toBeUndefined();
    driver.read(FIGURES.within);
    driver.read(FIGURES.within);
    expect(driver.state.step).toBe('all-well');
  });
});
