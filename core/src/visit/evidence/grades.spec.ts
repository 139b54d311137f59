import fc from 'fast-check';
import { BURNER_CONTEXT } from '../../testing/burner';
import type { ProcedureDocument } from '../../procedure';
import { DEMO_CONTEXT, DEMO_PROCEDURE, VisitDriver } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import { BENCH_CONTEXT, FAN_CONTEXT } from '../../testing/traps';
import { enterFreeReading, enterReading } from '../reading';
import { FINDING_GRADES, VisitContext, type FindingGrade, type VisitEvent } from '../record';
import { replay } from '../replay';
import { draftFinding, evidenceFor, freeFinding, type Accused } from '.';

const CONTEXTS = [DEMO_CONTEXT, BURNER_CONTEXT, BENCH_CONTEXT, FAN_CONTEXT];

const rank = (grade: FindingGrade): number => FINDING_GRADES.indexOf(grade);

/** A chart walked wherever the choices lead, supplies and calls made so that readings count. */
function walked(context: VisitContext, choices: readonly number[]): VisitDriver {
  const visit = new VisitDriver(context);
  visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: Object.keys(context.meters)[0] ?? '' });
  for (const { id } of context.model.supplies) visit.log({ type: 'supply-changed', supply: id, state: 'on' });
  const [chart] = Object.values(context.procedures);
  visit.log({ type: 'procedure-started', procedure: chart?.id ?? '', start: chart?.start ?? '' });
  return walkAnywhere(visit, choices);
}

const walks = fc.record({
  context: fc.constantFrom(...CONTEXTS),
  choices: fc.array(fc.nat(), { minLength: 4, maxLength: 40 }),
});

/** What the finding of a walk accuses, and the log before it. */
function lastFinding(
  visit: VisitDriver,
): { readonly accused: Accused; readonly events: readonly VisitEvent[] } | undefined {
  const index = visit.events.findLastIndex(({ type }) => type === 'finding-reached');
  const event = visit.events[index];
  if (event?.type !== 'finding-reached' || event.item === undefined) return undefined;
  const { item, mode } = event;
  return { accused: { item, ...(mode === undefined ? {} : { mode }) }, events: visit.events.slice(0, index) };
}

describe('the grade of a finding', () => {
  /** Every way in which less is known of one event. */
  const LESS: Readonly<Record<string, (event: VisitEvent) => VisitEvent | undefined>> = {
    assumed: (event) =>
      event.type === 'reading-taken' || event.type === 'observation-made' || event.type === 'code-read'
        ? { ...event, grade: 'assumed' }
        : undefined,
    reported: (event) =>
      event.type === 'reading-taken' || event.type === 'observation-made' || event.type === 'code-read'
        ? { ...event, grade: 'reported' }
        : undefined,
    skipped: (event) => {
      if (event.type !== 'reading-taken' && event.type !== 'observation-made') return undefined;
      const { id, visit, device, deviceSeq, seenSeq, at, monotonic, by, step, next } = event;
      if (step === undefined || next === undefined) return undefined;
      return {
        id,
        visit,
        device,
        deviceSeq,
        seenSeq,
        at,
        monotonic,
        by,
        type: 'step-skipped',
        how: 'skipped',
        reason: 'no access',
        step,
        next,
      };
    },
  };

  it('is never raised by knowing less: a reading or a look assumed, reported, or passed over', () => {
    fc.assert(
      fc.property(walks, fc.nat(), fc.constantFrom(...Object.keys(LESS)), ({ context, choices }, pick, how) => {
        const found = lastFinding(walked(context, choices));
        if (!found) return;
        const state = replay(context, found.events);
        const before = evidenceFor(context, state, found.accused);
        const event = found.events[pick % found.events.length];
        const less = event && LESS[how]?.(event);
        // What speaks against the accusation weakens it no more once it is not known.
        const isAgainst = before.contradicts.some(({ line }) => line.event.id === event?.id);
        if (!less || isAgainst) return;
        const after = replay(
          context,
          found.events.map((each) => (each.id === less.id ? less : each)),
        );
        const { earned } = evidenceFor(context, after, found.accused);
        expect(rank(earned))
          .withContext(
            `${how} ${JSON.stringify(event)} ${JSON.stringify(found.accused)}: ${before.earned} to ${earned}`,
          )
          .toBeGreaterThanOrEqual(rank(before.earned));
      }),
      { numRuns: 600, seed: 16 },
    );
  });

  it('is nothing at all once the part is renewed: what was read of the old one says nothing of the new', () => {
    fc.assert(
      fc.property(walks, ({ context, choices }) => {
        const visit = walked(context, choices);
        const found = lastFinding(visit);
        if (!found) return;
        const [item = ''] = (found.accused.item ?? '').split(':');
        visit.log({ type: 'part-fitted', part: item, state: 'new' });
        const { implicates, contradicts } = evidenceFor(context, visit.state, found.accused);
        expect(implicates).toEqual([]);
        expect(contradicts).toEqual([]);
      }),
      { numRuns: 200, seed: 17 },
    );
  });

  it('is never more than likely, and never more than by observation where nothing was read', () => {
    fc.assert(
      fc.property(walks, ({ context, choices }) => {
        const visit = walked(context, choices);
        const found = lastFinding(visit);
        if (!found) return;
        const looksAlone = found.events.filter(({ type }) => type !== 'reading-taken' && type !== 'undecided-accepted');
        const { earned } = evidenceFor(context, replay(context, looksAlone), found.accused);
        expect(rank(earned)).toBeGreaterThanOrEqual(rank('by observation'));
      }),
      { numRuns: 200, seed: 18 },
    );
  });
});

describe('a code', () => {
  const read = (visit: VisitDriver, code: string): VisitEvent =>
    visit.log({ type: 'code-read', code, lamp: 'STATUS', stored: false, how: 'read', grade: 'observed' });

  const opened = (): VisitDriver => {
    const visit = new VisitDriver(BURNER_CONTEXT);
    visit.log({ type: 'visit-opened', unit: 'co2-burner-1', complaint: '' });
    return visit;
  };

  it('gives no more than its own grade, and nothing to what it does not prove', () => {
    for (const { code, where = [], doesNotProve = [], kind } of BURNER_CONTEXT.model.codes ?? []) {
      const visit = opened();
      read(visit, code);
      for (const item of where.filter((each) => !each.includes('.'))) {
        const { earned } = evidenceFor(BURNER_CONTEXT, visit.state, { item });
        const isFault = (kind ?? 'fault') === 'fault';
        expect(earned)
          .withContext(`${code} ${item}`)
          .toBe(isFault && !doesNotProve.includes(item) ? 'by code' : 'not isolated');
      }
      for (const item of doesNotProve) {
        const { earned, unproven } = evidenceFor(BURNER_CONTEXT, visit.state, { item });
        expect(earned).withContext(`${code} ${item}`).toBe('not isolated');
        expect(unproven).toContain(`Code ${code} does not prove it`);
      }
    }
  });

  it('says nothing any more once it is cleared or dismissed', () => {
    const [first] = (BURNER_CONTEXT.model.codes ?? []).filter(({ where = [] }) =>
      where.some((each) => !each.includes('.')),
    );
    const item = first?.where?.find((each) => !each.includes('.')) ?? '';
    const cleared = opened();
    read(cleared, first?.code ?? '');
    cleared.log({ type: 'codes-cleared', how: 'call off' });
    expect(evidenceFor(BURNER_CONTEXT, cleared.state, { item }).earned).toBe('not isolated');
    const dismissed = opened();
    const event = read(dismissed, first?.code ?? '');
    dismissed.log({ type: 'code-dismissed', code: event.id, reason: 'old' });
    expect(evidenceFor(BURNER_CONTEXT, dismissed.state, { item }).earned).toBe('not isolated');
  });

  it('of a lock-out keeps whatever is read under power from accusing, until it is cleared or started anew', () => {
    const at = (prepare: (visit: VisitDriver) => void): readonly [number, readonly string[]] => {
      const visit = opened();
      for (const { id } of BURNER_CONTEXT.model.supplies)
        visit.log({ type: 'supply-changed', supply: id, state: 'on' });
      visit.log({ type: 'call-changed', call: 'enrich', state: 'on' });
      prepare(visit);
      visit.log({ type: 'procedure-started', procedure: 'burner-does-not-fire', start: 'igniter-volts' });
      visit.read('0.1');
      const { implicates, unproven } = evidenceFor(BURNER_CONTEXT, visit.state, { item: 'BC:igniter-output' });
      return [implicates.filter(({ line }) => line.event.type === 'reading-taken').length, unproven];
    };
    expect(at(() => undefined)[0]).toBe(1);
    const [locked, words] = at((visit) => void read(visit, '3'));
    expect(locked).toBe(0);
    expect(words.join()).toContain('it was locked out by code 3: clear that and read again');
    expect(
      at((visit) => {
        read(visit, '3');
        visit.log({ type: 'call-changed', call: 'enrich', state: 'off' });
        visit.log({ type: 'call-changed', call: 'enrich', state: 'on' });
      })[0],
    ).toBe(1);
  });

  it('of a lock-out that only a watch tells of does the same: it may have tried often enough', () => {
    const at = (stage: string, mark: 'never' | 'actual', after?: (visit: VisitDriver) => void): number => {
      const visit = opened();
      for (const { id } of BURNER_CONTEXT.model.supplies)
        visit.log({ type: 'supply-changed', supply: id, state: 'on' });
      const sequence = BURNER_CONTEXT.model.sequences?.find(({ stages }) => stages.some(({ id }) => id === stage));
      const started = visit.log({ type: 'watch-started', sequence: sequence?.id ?? '', label: 'before' });
      visit.log({ type: 'stage-marked', watch: started.id, stage, mark });
      after?.(visit);
      visit.log({ type: 'procedure-started', procedure: 'burner-does-not-fire', start: 'igniter-volts' });
      visit.read('0.1');
      const { implicates } = evidenceFor(BURNER_CONTEXT, visit.state, { item: 'BC:igniter-output' });
      return implicates.filter(({ line }) => line.event.type === 'reading-taken').length;
    };
    const stages = (BURNER_CONTEXT.model.sequences ?? []).flatMap((each) => each.stages);
    const lockOuts = stages.filter(({ holdOff }) => holdOff === 'lock-out').map(({ id }) => id);
    const before = stages.filter((stage) => [stage.else, stage.then].some((end) => lockOuts.includes(end ?? '')));
    expect(before.length).toBeGreaterThan(1);
    for (const { id } of before) {
      expect(at(id, 'never')).withContext(id).toBe(0);
      expect(at(id, 'actual')).withContext(id).toBe(1);
      const anew = (visit: VisitDriver): void => {
        visit.log({ type: 'call-changed', call: 'enrich', state: 'off' });
        visit.log({ type: 'call-changed', call: 'enrich', state: 'on' });
      };
      expect(at(id, 'never', anew))
        .withContext(`${id}, called anew`)
        .toBe(1);
      expect(at(id, 'never', (visit) => visit.log({ type: 'codes-cleared', how: 'reset' })))
        .withContext(id)
        .toBe(1);
    }
  });
});

describe('a finding in words', () => {
  const read = (visit: VisitDriver, text: string): VisitEvent => {
    const line = { function: 'ac-voltage', from: 'FS1.1', to: 'FS1.2', expects: 'closed 24 V' } as const;
    const entered = enterFreeReading(visit.context, visit.state, { ...line, text });
    if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
    return visit.log(entered.body);
  };

  it('rests only on readings that touch what it names, and that are not as they should be', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const across = read(visit, '26.4');
    const closed = read(visit, '0.02');
    const graded = (item: string, rests: readonly string[]): FindingGrade =>
      freeFinding(visit.context, visit.state, { class: 'sensor', item, text: 'It stays open', rests }).grade;
    expect(graded('DM1', [across.id])).toBe('not isolated');
    expect(graded('FS1', [across.id])).toBe('likely');
    expect(graded('FS1', [closed.id])).toBe('not isolated');
    expect(graded('FS1', [])).toBe('not isolated');
    expect(graded('whatever it is', [across.id])).toBe('not isolated');
  });
});

describe('the last that is left', () => {
  it('is so only when nothing else that could cause the complaint is left, and the others are named', () => {
    const visit = new VisitDriver().toFuse();
    visit.read('0.3');
    const { unproven, earned } = evidenceFor(visit.context, visit.state, { item: 'DM1' });
    expect(earned).toBe('not isolated');
    expect(unproven.join()).toMatch(
      /Not the last that is left: \d+ of \d+ others .*: .*Wire X1·3 to FS1·1.* and \d+ more/,
    );
  });
});

describe('what a line is made of', () => {
  /** The fan's windings, one after the other, each with how it is known; the set comes to "unbalanced". */
  function windings(
    known: readonly ('measured' | 'assumed' | 'reported')[],
    between = (_visit: VisitDriver): void => undefined,
  ) {
    const visit = new VisitDriver(FAN_CONTEXT);
    visit.log({ type: 'visit-opened', unit: 'fan-south', complaint: '', meter: 'hand-6000' });
    visit.log({ type: 'procedure-started', procedure: 'fan-does-not-run', start: 'windings' });
    const step = FAN_CONTEXT.procedures['fan-does-not-run']?.steps['windings'];
    const parts = step?.kind === 'measurement' ? (step.measure.set ?? []) : [];
    const figure = { text: '16', judgement: { verdict: 'within' as const, sentence: '', rulesVersion: 6 } };
    parts.forEach((part, index) => {
      if (index === parts.length - 1) between(visit);
      const isLast = index === parts.length - 1;
      visit.log({
        type: 'reading-taken',
        step: 'windings',
        part: part.id,
        function: 'resistance',
        from: part.from ?? '',
        to: part.to ?? '',
        ...figure,
        grade: known[index] ?? 'measured',
        ...(isLast ? { joint: { verdict: 'unbalanced', sentence: '' }, next: 'winding-bad' } : {}),
      });
    });
    const { implicates, unproven, earned } = evidenceFor(FAN_CONTEXT, visit.state, { item: 'M1' });
    return { implicates: implicates.length, unproven, earned };
  }

  it('is no better known than the worst of it', () => {
    expect(windings([]).implicates).toBe(1);
    const assumed = windings(['assumed', 'measured', 'measured']);
    expect(assumed.implicates).toBe(0);
    expect(assumed.unproven.join()).toContain('assumed');
    expect(windings(['measured', 'reported', 'measured']).unproven.join()).toContain('reported, not seen');
  });

  it('is of the part that was in for all of it', () => {
    expect(windings([], (visit) => void visit.log({ type: 'part-fitted', part: 'M1' })).implicates).toBe(0);
  });

  it('accuses nothing where any of it was read while the machine was held still', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    visit.log({ type: 'call-changed', call: 'mist', state: 'off' });
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' }, { at: '2026-11-24T09:03:05.000Z' });
    visit.log({ type: 'step-jumped', to: 'after-fuse' }, { at: '2026-11-24T09:03:06.000Z' });
    const entered = enterReading(visit.context, visit.state, { text: '20.4' });
    if (entered.outcome !== 'event') throw new Error('refused');
    const reading = visit.log(entered.body, { at: '2026-11-24T09:03:08.000Z' });
    visit.log(
      { type: 'undecided-accepted', step: 'after-fuse', reading: reading.id, verdict: 'low', next: 'fuse-holder' },
      { at: '2026-11-24T09:20:00.000Z' },
    );
    expect(evidenceFor(visit.context, visit.state, { item: 'w11' }).implicates).toEqual([]);
  });
});

describe('a point that was left open', () => {
  const atSecondary = (): VisitDriver => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    visit.log({ type: 'step-jumped', to: 'secondary' });
    return visit;
  };
  const open = (visit: VisitDriver): string => evidenceFor(visit.context, visit.state, { item: 'FS1' }).unproven.join();

  it('is not made up for by a reading that does not count', () => {
    const visit = atSecondary();
    visit.log({ type: 'step-skipped', step: 'secondary', how: 'skipped', reason: 'no access', next: 'after-fuse' });
    visit.log({ type: 'step-jumped', to: 'secondary' });
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
    visit.read('27.1');
    expect(open(visit)).toContain('no access');
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    visit.log({ type: 'supply-changed', supply: 'control', state: 'on' });
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    visit.read('27.1');
    expect(open(visit)).not.toContain('no access');
  });

  it('that was passed over is not made up for by such a reading either', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'step-jumped', to: 'after-fuse' });
    const title = 'Transformer T1, secondary';
    const isOpen = (): boolean => new RegExp(`${title}.*: passed over`).test(open(visit));
    expect(isOpen()).toBeTrue();
    visit.log({ type: 'step-jumped', to: 'secondary' });
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
    visit.read('27.1');
    visit.log({ type: 'step-jumped', to: 'after-fuse' });
    expect(isOpen()).toBeTrue();
  });
});

describe('nothing wrong', () => {
  it('is no surer than what it was walked to by', () => {
    const walk = (isSkipped: boolean): FindingGrade | undefined => {
      const visit = new VisitDriver().toFuse();
      visit.read('0.3');
      visit.read('9.0');
      visit.act();
      for (const text of ['27.1', '27.0', '26.9', '0.02', '26.9']) {
        const { step } = visit.state;
        if (isSkipped && step === 'after-fuse')
          visit.log({ type: 'step-skipped', step, how: 'skipped', reason: '', next: 'output' });
        else visit.read(text);
      }
      visit.answer('below');
      return draftFinding(visit.context, visit.state)?.grade;
    };
    expect(walk(false)).toBe('by observation');
    expect(walk(true)).toBe('not isolated');
  });

  it('in words is denied by a reading that is not as it should be, and what is left open names nothing', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const line = { function: 'ac-voltage', from: 'FS1.1', to: 'FS1.2', expects: 'closed 24 V' } as const;
    const read = (text: string): VisitEvent => {
      const entered = enterFreeReading(visit.context, visit.state, { ...line, text });
      if (entered.outcome !== 'event') throw new Error('refused');
      return visit.log(entered.body);
    };
    const [good, bad] = [read('0.02'), read('26.4')];
    const graded = (kind: 'none' | 'open', rests: readonly VisitEvent[]): FindingGrade =>
      freeFinding(visit.context, visit.state, { class: kind, text: 'so', rests: rests.map(({ id }) => id) }).grade;
    expect(graded('none', [good])).toBe('likely');
    expect(graded('none', [good, bad])).toBe('not isolated');
    expect(graded('open', [good])).toBe('not isolated');
  });
});

describe('a part of an assembly', () => {
  it('is new with the assembly', () => {
    const devices = DEMO_CONTEXT.model.devices.map((device) =>
      device.id === 'FS1' ? { ...device, partOf: 'M1' } : device,
    );
    const context = new VisitContext({ ...DEMO_CONTEXT, model: { ...DEMO_CONTEXT.model, devices } });
    const visit = new VisitDriver(context);
    visit.open();
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    visit.log({ type: 'step-jumped', to: 'across-float' });
    visit.read('26.4');
    expect(evidenceFor(context, visit.state, { item: 'FS1' }).implicates.length).toBe(1);
    visit.log({ type: 'part-fitted', part: 'M1' });
    expect(evidenceFor(context, visit.state, { item: 'FS1' }).implicates).toEqual([]);
  });
});

describe('a zero across a contact', () => {
  const { steps } = DEMO_PROCEDURE;
  const across = steps['across-float'];
  /** A chart whose author takes the zero for closed. */
  const procedure = {
    ...DEMO_PROCEDURE,
    steps: { ...steps, 'across-float': { ...across, clears: { within: ['FS1'] } } },
  } as unknown as ProcedureDocument;
  const context = new VisitContext({ ...DEMO_CONTEXT, procedures: { [procedure.id]: procedure } });
  const zeroAt = (...others: readonly (readonly [from: string, to: string, text: string])[]): VisitDriver => {
    const visit = new VisitDriver(context).open();
    for (const supply of ['mains', 'control']) visit.log({ type: 'supply-changed', supply, state: 'on' });
    visit.log({ type: 'call-changed', call: 'mist', state: 'on' });
    const [before, after] = [others.slice(0, 1), others.slice(1)];
    const read = ([from, to, text]: readonly [string, string, string]): void => {
      if (from === '') return;
      const line = { function: 'ac-voltage', from, to, expects: 'present 24 V', text } as const;
      const entered = enterFreeReading(visit.context, visit.state, line);
      if (entered.outcome !== 'event') throw new Error(JSON.stringify(entered));
      visit.log(entered.body);
    };
    before.forEach(read);
    visit.log({ type: 'step-jumped', to: 'across-float' });
    visit.read('0.02');
    after.forEach(read);
    return visit;
  };
  const clearsFloat = (visit: VisitDriver): boolean =>
    evidenceFor(visit.context, visit.state, { item: 'PS1' }).clearsOthers.some(({ elements }) =>
      elements.some((each) => each.startsWith('FS1')),
    );
  const none = ['', '', ''] as const;

  it('shows it closed only where something is seen to arrive, before or after, at the feed or behind it', () => {
    expect(clearsFloat(zeroAt())).toBeFalse();
    expect(clearsFloat(zeroAt(['CB.X1.3', 'CB.X1.8', '26.9']))).toBeTrue();
    expect(clearsFloat(zeroAt(none, ['CB.X1.3', 'CB.X1.8', '26.9']))).toBeTrue();
    expect(clearsFloat(zeroAt(none, ['CB.X1.6', 'CB.X1.8', '26.9']))).toBeTrue();
    expect(clearsFloat(zeroAt(none, ['CB.X1.3', 'CB.X1.8', '0.1']))).toBeFalse();
  });

  it('is open to whoever names something else, and says so', () => {
    const { unproven } = evidenceFor(zeroAt().context, zeroAt().state, { item: 'PS1' });
    expect(unproven.join()).toContain('nothing was seen to arrive there');
    const lit = zeroAt(['CB.X1.3', 'CB.X1.8', '26.9']);
    expect(evidenceFor(lit.context, lit.state, { item: 'PS1' }).unproven.join()).not.toContain('seen to arrive');
  });
});
