import { chainProgress, elementName, enterReading, replay, terminalLabel } from '@juxtameter/core';
import {
  IDLE_COIL,
  LOST_CALL,
  LOST_LEG,
  MAT_CONTEXT,
  NEW_BOARD,
  NEW_BOARD_CONTEXT,
  PUMP_CONTEXT,
} from '../../../../../core/src/testing/ambiguities';
import { VisitDriver } from '../../../../../core/src/testing/demo';
import { chainBoxes } from './chain-boxes';
import { logRows } from './log-rows';

describe('the log of board work', () => {
  const titles = (context: typeof PUMP_CONTEXT, events: typeof IDLE_COIL): readonly string[] =>
    logRows(context, replay(context, events)).map(({ title, detail }) => (detail ? `${title} | ${detail}` : title));

  it('names wires, jumpers, looks and what they come to', () => {
    const lines = [...titles(PUMP_CONTEXT, IDLE_COIL), ...titles(PUMP_CONTEXT, LOST_CALL)];
    expect(lines).toContain('Wire PS1·2 to X1·6 is blue here | the drawing says violet');
    expect(lines).toContain('Jumper in: HC·1 to HC·2 | call mist at the house controller');
    expect(lines).toContain('Mist called at the line selector | works');
    expect(lines.some((line) => line.startsWith('Where can mist be called from? | mist: nothing at'))).toBeTrue();
    expect(lines).toContain('Where does the 24 V stop? | at Mist controller board CB, mist output');
  });

  it('says where a chain was read, which method was used, and what that cannot tell', () => {
    const rows = logRows(PUMP_CONTEXT, replay(PUMP_CONTEXT, IDLE_COIL));
    expect(rows.find(({ value }) => value.startsWith('26.1'))?.title).toBe('K1·A1 to X1·8');
    const loaded = rows.find(({ detail }) => detail === 'loaded');
    expect(loaded?.more).toContain(
      'Measured loaded: proves that the coil gets what it needs, but not that it takes it',
    );
  });

  it('says what was waived and why, and what a supply says all round', () => {
    expect(titles(NEW_BOARD_CONTEXT, NEW_BOARD)).toContain(
      'Not read: X4·1 to earth | the flame rod sits in the burner head, its lid stays on',
    );
    expect(titles(MAT_CONTEXT, LOST_LEG).some((line) => line.startsWith('Bench feeder: good |'))).toBeTrue();
  });
});

describe('a chain in boxes', () => {
  const words = {
    element: (element: string) => elementName(PUMP_CONTEXT.model, element),
    point: (point: string) => terminalLabel(PUMP_CONTEXT.model, point),
    volts: (volts: number) => `${volts} V`,
  };

  it('shows what was read, what follows from it, and what is still open', () => {
    const state = replay(PUMP_CONTEXT, LOST_CALL.slice(0, 5));
    const progress = chainProgress(PUMP_CONTEXT, state, 'mist-chain');
    if (!progress) throw new Error('no chain');
    const boxes = chainBoxes(PUMP_CONTEXT, progress, words);
    expect(boxes.flatMap(({ point }) => (point ? [`${point.name} ${point.state}`] : []))).toEqual([
      'X1·1 alive',
      'X1·2 open',
      'X1·3 dead',
      'X1·4 implied-dead',
      'X1·5 implied-dead',
      'X1·6 implied-dead',
      'X1·7 implied-dead',
      'DM1·2 implied-dead',
      'X1·8 open',
    ]);
    expect(boxes.flatMap(({ link }) => (link?.isSuspect ? [link.label] : []))).toEqual(['F1', 'CB mist output']);
  });

  it('says what is left across an element between two points that were read, and that it is so reckoned', () => {
    const across = (...read: readonly (readonly [string, string])[]): Readonly<Record<string, string>> => {
      const driver = new VisitDriver(PUMP_CONTEXT);
      driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
      driver.log({ type: 'procedure-started', procedure: 'pump-chain-by-halves', start: 'call-mist' });
      driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
      driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
      driver.log({ type: 'step-jumped', to: 'halve' });
      for (const [point, text] of read) {
        const entered = enterReading(driver.context, driver.state, { text, point });
        if (entered.outcome === 'event') driver.log(entered.body);
      }
      const progress = chainProgress(PUMP_CONTEXT, driver.state, 'mist-chain');
      const boxes = progress ? chainBoxes(PUMP_CONTEXT, progress, words) : [];
      return Object.fromEntries(boxes.flatMap(({ link }) => (link && link.across ? [[link.label, link.across]] : [])));
    };
    expect(across(['CB.X1.4', '26.5'])).toEqual({});
    expect(across(['CB.X1.5', '26.5'], ['CB.X1.6', '0.5'])).toEqual({ PS1: '≈ 26 V' });
    // A trace of the board is a part of its own.
    expect(across(['CB.X1.4', '26.5'], ['CB.X1.7', '0.5'])).toEqual({});
    // Behind the last element before it, all that is left stands across the load.
    expect(across(['K1.A1', '26'])).toEqual({ K1: '26 V' });
  });

  it('has an absent device crossed out, and volts across where they were read', () => {
    const state = replay(PUMP_CONTEXT, [...IDLE_COIL.slice(0, 8)]);
    const progress = chainProgress(PUMP_CONTEXT, { ...state, options: { PS1: false } }, 'mist-chain');
    if (!progress) throw new Error('no chain');
    const links = chainBoxes(PUMP_CONTEXT, progress, words).flatMap(({ link }) => (link ? [link] : []));
    expect(links.find(({ label }) => label === 'PS1')?.isAbsent).toBeTrue();
    expect(links.find(({ label }) => label === 'FS1')?.across).toBe('0.02 V');
  });
});
