import { compileProcedure, lintGeneral, lintProcedure, type ProcedureDocument } from '../../procedure';
import {
  GENERALS,
  LOST_CALL,
  NEW_BOARD,
  NEW_BOARD_CHART,
  NEW_BOARD_CONTEXT,
  PUMP_BY_HALVES,
  PUMP_CONTEXT,
  LOST_LEG,
  MAT_CONTEXT,
} from '../../testing/ambiguities';
import { BURNER_CONTEXT } from '../../testing/burner';
import { DEMO_MODEL, VisitDriver } from '../../testing/demo';
import {
  adoptableReading,
  askedReading,
  chainProgress,
  enterFreeReading,
  enterReading,
  matrixJudged,
  matrixProgress,
  powerUpRefusal,
  replay,
  supplyCheck,
  waivePart,
  type EventBody,
  VisitContext,
} from '..';

function started(context: VisitContext, procedure: string, step: string, ...before: readonly EventBody[]): VisitDriver {
  const driver = new VisitDriver(context);
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure, start: context.procedures[procedure]?.start ?? '' });
  for (const body of before) driver.log(body);
  driver.log({ type: 'step-jumped', to: step });
  return driver;
}

const CALLED: readonly EventBody[] = [
  { type: 'supply-changed', supply: 'control', state: 'on' },
  { type: 'call-changed', call: 'mist', state: 'on' },
];

describe('a chain step', () => {
  const halving = (): VisitDriver => started(PUMP_CONTEXT, 'pump-chain-by-halves', 'halve', ...CALLED);
  const read = (driver: VisitDriver, text: string, point?: string): void => {
    const entered = enterReading(driver.context, driver.state, { text, ...(point ? { point } : {}) });
    if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
    driver.log(entered.body);
  };

  it('offers the point that splits what is left, and takes another', () => {
    const driver = halving();
    expect(askedReading(driver.context, driver.state)?.from).toBe('CB.X1.4');
    expect(askedReading(driver.context, driver.state, undefined, undefined, 'CB.X1.2')?.from).toBe('CB.X1.2');
    expect(askedReading(driver.context, driver.state, undefined, undefined, 'HC.1')?.from).toBe('CB.X1.4');
  });

  it('narrows down to one element and leads on by its name', () => {
    const driver = halving();
    read(driver, '0.02');
    expect(driver.state.step).toBe('halve');
    read(driver, '26.9', 'CB.X1.3');
    expect(driver.state.step).toBe('float-how');
    expect(driver.state.outcomes['halve']?.outcome).toBe('FS1+wires');
  });

  it('knows a chain that is whole, one that is not fed, and readings that cannot be', () => {
    const whole = halving();
    read(whole, '26.2', 'K1.A1');
    expect(whole.state.step).toBe('coil-how');
    const dead = halving();
    read(dead, '0.1', 'CB.X1.1');
    expect(dead.state.step).toBe('transformer-dead');
    const odd = halving();
    read(odd, '0.1', 'CB.X1.2');
    read(odd, '26.4', 'CB.X1.1');
    expect(odd.state.step).toBe('fuse-how');
  });

  it('counts what was read beside the chart under the same conditions', () => {
    const state = replay(MAT_CONTEXT, LOST_LEG.slice(0, -3));
    const progress = chainProgress(MAT_CONTEXT, state, 'mat-1');
    expect(progress?.place.isSourceOpen).toBeFalse();
    expect(progress?.place.links.map((index) => progress.chain.links[index]?.element)).toEqual(['HB:leg-1b', 'w4']);
  });

  it('that was decided before takes what decided it, as long as nothing has changed', () => {
    const driver = started(PUMP_CONTEXT, 'pump-chain-by-halves', 'control-voltage', ...CALLED);
    const beside = (from: string, to: string, text: string): void => {
      const entered = enterFreeReading(driver.context, driver.state, {
        from,
        to,
        function: 'ac-voltage',
        expects: '',
        text,
      });
      if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
      driver.log(entered.body);
    };
    beside('CB.X1.3', 'CB.X1.8', '26.9');
    driver.log({ type: 'step-jumped', to: 'halve' });
    expect(adoptableReading(driver.context, driver.state)).toBeUndefined();
    beside('CB.X1.3', 'CB.X1.4', '26.8');
    const adoption = adoptableReading(driver.context, driver.state);
    expect(adoption?.body.joint?.sentence).toBe(
      'It stops between X1·3 and X1·4: Float switch FS1 or wires (red, orange).',
    );
    expect(adoption?.body).toEqual(
      jasmine.objectContaining({ from: 'CB.X1.3', to: 'CB.X1.4', text: '26.8', next: 'float-how' }),
    );
    if (adoption) driver.log(adoption.body);
    expect(driver.state.step).toBe('float-how');
  });

  it('takes nothing that was read before a plug was pulled', () => {
    const driver = halving();
    read(driver, '0.02');
    read(driver, '26.9', 'CB.X1.3');
    driver.log({ type: 'step-jumped', to: 'halve' });
    expect(adoptableReading(driver.context, driver.state)).toBeDefined();
    driver.log({ type: 'connector-changed', connector: 'LB.J1', state: 'out' });
    expect(adoptableReading(driver.context, driver.state)).toBeUndefined();
  });

  it('tells wires by the colours they have here', () => {
    const driver = halving();
    driver.log({ type: 'wire-colour-noted', wire: 'w14', colour: 'grey' });
    read(driver, '0.02');
    read(driver, '26.9', 'CB.X1.3');
    const [last] = driver.state.trail.slice(-1);
    expect(last?.event.type === 'reading-taken' && last.event.joint?.sentence).toContain('or wires (red, grey)');
  });

  it('leaves a partial reading open, and does not ask for it again', () => {
    const driver = halving();
    read(driver, '9.8');
    expect(driver.state.step).toBe('halve');
    expect(askedReading(driver.context, driver.state)?.from).not.toBe('CB.X1.4');
  });
});

describe('a matrix of jumpers', () => {
  const STEP = 'jump-the-call';
  const standing = (): VisitDriver => started(PUMP_CONTEXT, 'pump-chain-by-halves', STEP, ...CALLED);
  const jump = (driver: VisitDriver, works: boolean, removes = true): void => {
    const cell = matrixProgress(driver.context, driver.state)?.next;
    if (!cell?.jumper) throw new Error('nothing left to try');
    driver.log(cell.jumper);
    driver.log({ type: 'matrix-looked', step: STEP, call: cell.call.id, place: cell.place.id, works });
    if (removes) driver.log({ type: 'bypass-removed', bypass: cell.jumper.bypass });
  };

  it('says control, cable or beyond by where a jumper works', () => {
    const control = standing();
    jump(control, true);
    expect(matrixJudged(control.context, control.state)).toEqual(
      jasmine.objectContaining({ pattern: 'control', next: 'controller' }),
    );
    const cable = standing();
    jump(cable, false);
    jump(cable, true);
    expect(matrixJudged(cable.context, cable.state)?.pattern).toBe('cable');
    const beyond = standing();
    jump(beyond, false);
    jump(beyond, false);
    expect(matrixJudged(beyond.context, beyond.state)).toBeUndefined();
    jump(beyond, false);
    expect(matrixJudged(beyond.context, beyond.state)).toEqual(
      jasmine.objectContaining({ pattern: 'beyond', next: 'board-deaf' }),
    );
  });

  it('keeps what worked from being blamed, and asks no look that is known', () => {
    const driver = standing();
    jump(driver, false);
    jump(driver, true);
    const progress = matrixProgress(driver.context, driver.state);
    expect(progress?.excluded).toEqual(['LB:pass-on', 'w21', 'w22', 'CB:call-input', 'CB:mist-output']);
    expect(progress?.cells.map(({ works, isImplied }) => [works, isImplied])).toEqual([
      [false, false],
      [true, false],
      [undefined, true],
    ]);
  });

  it('puts every jumper into the bypass list with the call it makes, and waits until it is out', () => {
    const driver = standing();
    jump(driver, true, false);
    expect(driver.state.bypasses).toEqual([
      jasmine.objectContaining({ bypass: 'jump-the-call-mist-control', makes: 'mist', from: 'HC.1', to: 'HC.2' }),
    ]);
    expect(matrixJudged(driver.context, driver.state)).toBeUndefined();
    driver.log({ type: 'bypass-removed', bypass: 'jump-the-call-mist-control' });
    expect(matrixJudged(driver.context, driver.state)?.pattern).toBe('control');
  });

  it('tells a failed conductor from a failed cable where several calls are tried', () => {
    const steps = PUMP_BY_HALVES.steps[STEP] as unknown as Record<string, readonly Record<string, unknown>[]>;
    const two = {
      ...steps,
      calls: [...(steps['calls'] ?? []), { id: 'fog', works: 'fog', mayStart: [] }],
      places: (steps['places'] ?? []).map((place) => ({
        ...place,
        jumpers: { ...(place['jumpers'] as object), fog: ['CB.X1.2', 'CB.X1.9'] },
      })),
    };
    const procedure = {
      ...PUMP_BY_HALVES,
      steps: { ...PUMP_BY_HALVES.steps, [STEP]: two },
    } as unknown as ProcedureDocument;
    const context = new VisitContext({
      ...PUMP_CONTEXT,
      procedures: { [procedure.id]: compileProcedure(procedure, DEMO_MODEL, GENERALS) },
    });
    const looks = (...works: readonly boolean[]): string | undefined => {
      const driver = started(context, procedure.id, STEP, ...CALLED);
      works.forEach((each) => jump(driver, each));
      return matrixProgress(driver.context, driver.state)?.pattern;
    };
    expect(looks(true, true)).toBe('control');
    expect(looks(true, false, true)).toBe('conductor');
    expect(looks(false, true, false, true)).toBe('cable');
    expect(looks(true, false, false, false)).toBe('mixed');
  });

  it('is walked on the demo visit to the conductor that lost the call', () => {
    const state = replay(PUMP_CONTEXT, LOST_CALL);
    expect(state.findings[0]).toEqual(jasmine.objectContaining({ item: 'w24', class: 'wiring' }));
    expect(state.bypasses.every(({ removedAt }) => removedAt !== undefined)).toBeTrue();
  });
});

describe('a clearance', () => {
  const DEAD = { mains: 'proven-dead', control: 'proven-dead' } as const;
  const OUT = { 'BC.X1': 'out', 'BC.X2': 'out', 'BC.X3': 'out', 'BC.X4': 'out' } as const;
  const clearing = (): VisitDriver => {
    const driver = started(NEW_BOARD_CONTEXT, 'burner-new-board', 'clear');
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
    driver.log({ type: 'supply-changed', supply: 'control', state: 'off' });
    driver.log({ type: 'part-fitted', part: 'BC' });
    driver.state = { ...driver.state, conditions: { ...driver.state.conditions, supplies: DEAD, connectors: OUT } };
    return driver;
  };
  const read = (driver: VisitDriver, text: string): void => {
    const entered = enterReading(driver.context, driver.state, { text });
    if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
    driver.log(entered.body);
  };
  /** Three loads, four pairs of leads, nine leads to earth, of which the last is left to be waived. */
  const SOUND = [
    '47.8',
    '62.4',
    '24.3',
    ...Array.from({ length: 5 }, () => 'OL'),
    '61.9',
    ...Array.from({ length: 6 }, () => 'OL'),
  ];

  it('tells a short, less than there should be, and a load that was not seen apart, the worst first', () => {
    for (const [text, step, words] of [
      ['0.1', 'short-found', 'shorted'],
      ['9.7', 'too-little', 'reads otherwise'],
      ['OL', 'not-seen', 'reads otherwise'],
    ] as const)
      for (const other of ['62.4', 'OL']) {
        const driver = clearing();
        driver.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
        [text === '0.1' ? '0.3' : text, other, ...SOUND.slice(2)].forEach((each) => read(driver, each));
        const waived = waivePart(driver.context, driver.state, 'lid stays on');
        if (waived) driver.log(waived);
        expect(driver.state.step).withContext(`${text} and ${other}`).toBe(step);
        expect(powerUpRefusal(driver.context, driver.state)).toContain(words);
      }
  });

  it('asks for every load across, every neighbour and every lead to earth', () => {
    const step = NEW_BOARD_CONTEXT.procedures['burner-new-board']?.steps['clear'];
    const parts = step?.kind === 'measurement' ? (step.measure.set ?? []).map(({ id }) => id) : [];
    expect(parts).toEqual(jasmine.arrayContaining(['across-FM1', 'across-IG1', 'across-GV1', 'earth-X2-1']));
    // Two leads that meet in a switch are two: it may be open, and the short behind it.
    expect(parts).toEqual(jasmine.arrayContaining(['earth-X3-6', 'earth-X3-7']));
  });

  it('keeps a new board without power until it is cleared', () => {
    const driver = clearing();
    expect(powerUpRefusal(driver.context, driver.state)).toContain('is new and gets no power');
    for (const text of SOUND) read(driver, text);
    const waived = waivePart(driver.context, driver.state, 'lid stays on');
    expect(waived).toEqual(jasmine.objectContaining({ part: 'earth-X4-1', next: 'fan.by-hand' }));
    if (waived) driver.log(waived);
    expect(powerUpRefusal(driver.context, driver.state)).toBeUndefined();
    expect(driver.state.step).toBe('fan.by-hand');
  });

  it('does not forget that a supply went on all the same', () => {
    const driver = clearing();
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    expect(driver.state.conditions.supplies?.['mains']).toBe('on');
    expect(driver.state.poweredUncleared).toEqual([jasmine.objectContaining({ board: 'BC' })]);
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    expect(driver.state.poweredUncleared.length).toBe(1);
    expect(replay(NEW_BOARD_CONTEXT, NEW_BOARD).poweredUncleared).toEqual([]);
  });

  it('is not waived without a reason, and a shorted part keeps the power off', () => {
    const driver = clearing();
    expect(waivePart(driver.context, driver.state, '  ')).toBeUndefined();
    read(driver, '0.4');
    for (let part = 1; part <= SOUND.length; part += 1) {
      const waived = waivePart(driver.context, driver.state, 'not reached');
      if (waived) driver.log(waived);
    }
    expect(driver.state.step).toBe('short-found');
    expect(powerUpRefusal(driver.context, driver.state)).toContain('shorted');
  });

  it('is walked on the demo visit', () => {
    expect(replay(NEW_BOARD_CONTEXT, NEW_BOARD).clearances).toEqual({ BC: 'cleared' });
  });
});

describe('a general procedure', () => {
  it('is put in place of its call with the terminals of this unit', () => {
    const steps = PUMP_CONTEXT.procedures['pump-chain-by-halves']?.steps ?? {};
    expect(steps['control-supply.primary']).toEqual(
      jasmine.objectContaining({
        text: 'Mains at the transformer, T1·P1 to T1·P2',
        measure: jasmine.objectContaining({ from: 'T1.P1', to: 'T1.P2', requires: { supplies: { mains: 'on' } } }),
        branches: { within: 'transformer-dead', low: 'mains-missing', high: 'mains-missing' },
      }),
    );
    expect(steps['call-mist']).toEqual(jasmine.objectContaining({ next: 'control-supply.secondary' }));
  });

  it('is linted for itself and at every call', () => {
    for (const general of GENERALS) expect(lintGeneral(general)).withContext(general.id).toEqual([]);
    const messages = (change: (chart: Record<string, Record<string, unknown>>) => void): string => {
      const chart = structuredClone(PUMP_BY_HALVES) as unknown as { steps: Record<string, Record<string, unknown>> };
      change(chart.steps);
      const checked = lintProcedure(chart as unknown as ProcedureDocument, DEMO_MODEL, GENERALS);
      return checked.map(({ path, message }) => `${path}: ${message}`).join('\n');
    };
    expect(messages(() => undefined)).toBe('');
    expect(messages((steps) => delete (steps['control-supply']?.['bind'] as Record<string, string>)['feed'])).toBe(
      'steps.control-supply.bind: "feed" is not bound: where the control voltage begins.',
    );
    expect(
      messages((steps) => ((steps['control-supply']?.['bind'] as Record<string, string>)['feed'] = 'CB.X9.1')),
    ).toContain('"CB.X9.1" is no terminal');
    expect(messages((steps) => ((steps['control-supply'] ?? {})['procedure'] = 'nothing'))).toContain(
      'is no general procedure',
    );
    expect(messages((steps) => ((steps['halve'] ?? {})['path'] = 'nowhere'))).toContain('Known: mist-chain');
    expect(messages((steps) => ((steps['halve'] ?? {})['points'] = ['HC.1']))).toContain('does not lie on the path');
    const otherwise = messages((steps) => delete (steps['halve']?.['branches'] as Record<string, string>)['otherwise']);
    expect(otherwise).toContain('contradiction');
    expect(otherwise).toContain('A reading too close to call leaves more than one place');
    // A part alone cannot result where its wires are left as well, and what is not told apart is said with what would.
    expect(
      messages((steps) => ((steps['halve']?.['branches'] as Record<string, string>)['FS1'] = 'float-how')),
    ).toContain('"FS1" cannot result here. Known: K1+wires,');
    const coarse = messages((steps) => {
      const halve = steps['halve'] as { points: string[]; branches: Record<string, string> };
      halve.points = halve.points.filter((point) => point !== 'CB.X1.3');
      delete halve.branches['FS1+wires'];
      delete halve.branches['CB:mist-output'];
    });
    expect(coarse).toContain(
      'cannot tell apart what is left in "CB:mist-output+FS1+wires", and no way stands for it. A reading at X1·3 would.',
    );
    expect(
      messages((steps) => {
        const places = steps['jump-the-call']?.['places'] as { jumpers: Record<string, string[]> }[];
        if (places[0]) places[0].jumpers['mist'] = ['CB.X1.1', 'CB.X1.8'];
      }),
    ).toContain('would short the 24 V control supply');
  });

  it('cannot be begun on its own, and a call of none is refused by name', () => {
    const without = compileProcedure(NEW_BOARD_CHART, BURNER_CONTEXT.model, []);
    expect(without.steps['fan']?.kind).toBe('procedureCall');
    expect(lintProcedure(NEW_BOARD_CHART, BURNER_CONTEXT.model, []).map(({ path }) => path)).toEqual([
      'steps.fan.procedure',
      'steps.supply.procedure',
    ]);
  });
});

describe('the check of a supply', () => {
  it('takes whatever the log has of its pairs, and judges them together', () => {
    const judgedAt = LOST_LEG.findIndex(({ type }) => type === 'supply-judged');
    const state = replay(MAT_CONTEXT, LOST_LEG.slice(0, judgedAt));
    const { rows, next, outcome } = supplyCheck(MAT_CONTEXT, state, 'mains');
    expect(rows.filter(({ reading }) => reading).map(({ name }) => name)).toEqual([
      'L1-N',
      'L1-L2',
      'L1-E',
      'L2-N',
      'N-E',
      'L2-E',
    ]);
    expect(next?.name).toBe('earth');
    expect(outcome?.pattern).toBe('good');
  });

  it('begins anew once something was switched and a pair was read again', () => {
    const judgedAt = LOST_LEG.findIndex(({ type }) => type === 'supply-judged');
    const driver = new VisitDriver(MAT_CONTEXT);
    driver.events = [...LOST_LEG.slice(0, judgedAt)];
    driver.state = replay(MAT_CONTEXT, driver.events);
    driver.log({ type: 'call-changed', call: 'zone-1', state: 'off' });
    const line = { function: 'ac-voltage', from: 'Q1.2', to: 'NB.1', expects: '', text: '119.1' } as const;
    const entered = enterFreeReading(driver.context, driver.state, line);
    if (entered.outcome !== 'event') throw new Error('refused');
    driver.log(entered.body);
    const { rows, outcome } = supplyCheck(driver.context, driver.state, 'mains');
    expect(rows.filter(({ reading }) => reading).map(({ name }) => name)).toEqual(['L1-N']);
    expect(outcome).toBeUndefined();
  });
});
