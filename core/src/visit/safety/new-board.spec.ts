import type { ProcedureDocument } from '../../procedure';
import { freeUnitModel, meansBoard } from '../../unit-model';
import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { EMPTY_VISIT, VisitContext, type VisitState } from '../record';
import { changed } from '../walking';
import { fittedPart, powered, powerUpRefusal, toBeCleared } from '.';

/** A chart with a reading, and one that clears the board besides. */
const chart = (clearance?: string): ProcedureDocument => ({
  format: 'juxtameter/procedure',
  version: 1,
  id: 'c',
  title: 'C',
  unitModel: DEMO_CONTEXT.model.id,
  start: 'read',
  steps: {
    read: { kind: 'measurement', text: 'read', measure: {}, branches: { within: '@end' } },
    ...(clearance === undefined
      ? {}
      : { clear: { kind: 'measurement', text: 'clear', measure: { clearance }, branches: { within: '@end' } } }),
  },
});

const context = (clearance?: string): VisitContext =>
  new VisitContext({ ...DEMO_CONTEXT, procedures: { c: chart(clearance) } });
const CLEARING = context('CB');
const on = (state: VisitState): VisitState => changed(state, { supplies: { mains: 'on' } });

describe('a new board', () => {
  it('is to be cleared, and another part is not', () => {
    expect(fittedPart(CLEARING, EMPTY_VISIT, 'CB', 'e').clearances).toEqual({ CB: 'open' });
    expect(fittedPart(CLEARING, EMPTY_VISIT, 'K1', 'e').clearances).toEqual({});
    expect(toBeCleared(CLEARING, EMPTY_VISIT, 'K1')).toBe(EMPTY_VISIT);
    expect(fittedPart(CLEARING, EMPTY_VISIT, 'K1', 'e').conditions.fitted).toEqual({ K1: 'e' });
  });

  it('is known by whatever it is called, and where no more is said any of them may be meant', () => {
    const { boards } = DEMO_CONTEXT.model;
    const open = (part: string): readonly string[] =>
      Object.keys(fittedPart(CLEARING, EMPTY_VISIT, part, 'e').clearances);
    for (const { id, name, number } of boards)
      for (const called of [id, name, number].flatMap((each) => each ?? []))
        for (const words of [
          called,
          `new ${called}`,
          `${called}, used`,
          called.toUpperCase(),
          `  ${called.toLowerCase()} rev C`,
        ])
          expect(open(words)).withContext(words).toContain(id);
    for (const words of ['the board', 'new control board', 'PCB', 'used boards'])
      expect(open(words))
        .withContext(words)
        .toEqual(boards.map(({ id }) => id));
    expect(['CB', 'control board', 'the PCB'].every((words) => meansBoard(DEMO_CONTEXT.model, words))).toBeTrue();
    expect(meansBoard(freeUnitModel([]), 'control board')).toBeTrue();
    expect(meansBoard(freeUnitModel([]), 'float switch')).toBeFalse();
    for (const words of ['float switch', 'K1', 'contactor K1', 'starboard lamp', 'w14', 'boarding'])
      expect(open(words)).withContext(words).toEqual([]);
  });

  it('is to be cleared wherever it is noted that it was renewed, and not where it was only cleaned', () => {
    const noted = (text: string): readonly string[] => {
      const driver = new VisitDriver(CLEARING).open();
      driver.log({ type: 'repair-done', items: [text], text });
      return Object.keys(driver.state.clearances);
    };
    for (const text of ['board CB replaced', 'new CB in', 'CB swapped for the spare'])
      expect(noted(text)).withContext(text).toEqual(['CB']);
    for (const text of ['contact of K1 cleaned', 'board CB dried', 'K1 replaced'])
      expect(noted(text)).withContext(text).toEqual([]);
  });

  it('gets no power before it is cleared, where a chart can clear it', () => {
    const fitted = fittedPart(CLEARING, EMPTY_VISIT, 'CB', 'e');
    expect(powerUpRefusal(CLEARING, fitted)).toContain('gets no power before');
    expect(powerUpRefusal(context(), fitted)).toBeUndefined();
    expect(powerUpRefusal(context('LB'), fitted)).toBeUndefined();
    expect(powerUpRefusal(context(), { ...EMPTY_VISIT, clearances: { CB: 'shorted' } })).toContain('is shorted');
    expect(powerUpRefusal(CLEARING, { ...EMPTY_VISIT, clearances: { CB: 'cleared' } })).toBeUndefined();
  });

  it('that had power all the same is not forgotten, whichever came first', () => {
    const live = on(EMPTY_VISIT);
    const opened: VisitState = { ...live, clearances: { CB: 'open' } };
    expect(powered(CLEARING, live, opened, 'e').poweredUncleared).toEqual([{ board: 'CB', event: 'e' }]);
    const fitted = fittedPart(CLEARING, EMPTY_VISIT, 'CB', 'e');
    expect(powered(CLEARING, fitted, on(fitted), 'f').poweredUncleared).toEqual([{ board: 'CB', event: 'f' }]);
    expect(powered(CLEARING, opened, on(opened), 'g').poweredUncleared).toEqual([]);
    expect(powered(CLEARING, live, live, 'h')).toBe(live);
  });
});
