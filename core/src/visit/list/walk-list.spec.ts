import { DEMO_CONTEXT, DEMO_PROCEDURE, envelope } from '../../testing/demo';
import { plainCell, recordRows } from '../../formats/record-table';
import { NEW_BOARD_CONTEXT, PUMP_CONTEXT } from '../../testing/ambiguities';
import { walkList, type ListLine, type VisitContext, type Walk } from '..';

function walk(...lines: (readonly [step: string, reading: string, more?: Partial<ListLine>])[]): Walk {
  return walkList(
    DEMO_CONTEXT,
    [
      { type: 'visit-opened', unit: 'u', complaint: '', meter: 'hand-6000' },
      { type: 'procedure-started', procedure: DEMO_PROCEDURE.id, start: DEMO_PROCEDURE.start },
    ],
    lines.map(([step, reading, more = {}], index): ListLine => ({ number: index + 2, step, reading, ...more })),
    (index) => envelope(index),
    { isStrict: true },
  );
}

const toFuse = [
  ['call-mist', 'done'],
  ['watch', 'nothing'],
  ['lamps', 'both-lit'],
  ['isolate', 'done'],
  ['prove-dead', '0.2'],
  ['look', 'none'],
] as const;
const live = [...toFuse, ['fuse', '0.4'], ['coil', '9.0'], ['energise', 'done'], ['secondary', '27.1']] as const;

describe('a recorded list', () => {
  it('walks to a conclusion, left unsaid or not', () => {
    const { way, state } = walk(...toFuse, ['fuse', 'OL'], ['coil', '0.0'], ['coil-alone', '0.0']);
    expect(way.at(-1)).toBe('coil-shorted');
    expect(state.findings.map((finding) => [finding.class, finding.item, finding.mode])).toEqual([
      ['load', 'K1', 'coil-shorted'],
    ]);
  });

  it('reaches conclusions of different classes', () => {
    const ends = [
      walk(...live, ['after-fuse', '0.0'], ['into-fuse', '0.0']),
      walk(...live, ['after-fuse', '27'], ['output', '0.0'], ['call-lamp', 'lit']),
      walk(
        ...live,
        ['after-fuse', '27'],
        ['output', '0.0'],
        ['call-lamp', 'dark'],
        ['call-at-board', '0.0'],
        ['jump-call', 'done'],
        ['after-jump', 'pulls-in'],
        ['jumper-out', 'done'],
        ['selector-out', '0.0'],
        ['selector-in', '0.0'],
        ['selector-feed', '26.5'],
        ['controller-contact', '26.5'],
      ),
      walk(
        ...live,
        ['after-fuse', '27'],
        ['output', '27'],
        ['halfway', '27'],
        ['coil-volts', '27'],
        ['listen', 'hums'],
      ),
      walk(...toFuse.slice(0, 4), ['prove-dead', '229']),
    ].map(({ state }) => state.findings[0]?.class);
    expect(ends).toEqual(['wiring', 'board', 'control', 'mechanical', 'supply']);
  });

  it('knows the reserved words', () => {
    expect(walk(...toFuse, ['fuse', 'passed']).state.step).toBe('coil');
    expect(walk(...toFuse, ['fuse', 'failed']).state.outcomes['fuse']?.outcome).toBe('high');
    expect(walk(...toFuse, ['fuse', 'assumed open']).state.step).toBe('coil');
    expect(walk(...toFuse, ['fuse', 'skipped', { note: 'no access' }]).state.outcomes['fuse']?.assumed).toBeTrue();
    expect(walk(...live, ['after-fuse', '20.4!']).state.outcomes['after-fuse']?.outcome).toBe('within');
    expect(
      walk(
        ...live,
        ['after-fuse', '27'],
        ['output', '27'],
        ['halfway', '0'],
        ['across-float', '0'],
        ['across-pressure', 'not-applicable'],
      ).way.at(-1),
    ).toBe('float-unclear');
    expect(walk(...live, ['>halfway', '27']).state.step).toBe('coil-volts');
    expect(walk(...live, ['+coil-volts', '27']).state.step).toBe('after-fuse');
  });

  it('takes a proof of dead as one figure, as every pair, or passed', () => {
    for (const reading of ['0.2', '0.1 / 0 / 0.1 / 0 / 0 / 0 / 0.1 / 0 / 0 / 0 / 0 / 0', 'passed']) {
      const { state } = walk(...toFuse.slice(0, 4), ['prove-dead', reading]);
      expect(state.conditions.supplies?.['mains']).withContext(reading).toBe('proven-dead');
    }
  });

  it('keeps a line without a step as a free reading that moves nothing', () => {
    const { state } = walk(['', '230.1', { from: 'Q1.2', to: 'Q1.4', function: 'ac-voltage' }]);
    expect(state.step).toBe('call-mist');
    expect(recordRows(DEMO_CONTEXT, state).find(({ value }) => value !== '')).toEqual(
      jasmine.objectContaining({
        from: 'Q1.2',
        verdict: 'unjudged',
        value: '230.1',
        unit: 'V',
        conditions: jasmine.stringContaining('mains on'),
      }),
    );
  });

  it('names the line that does not fit', () => {
    expect(() => walk(['watch', 'nothing'])).toThrowError(
      'line 2: the chart is at "call-mist", not at "watch"; write ">watch" for a jump.',
    );
    expect(() => walk(['call-mist', 'yes'])).toThrowError(/line 2: "call-mist" is an action/);
    expect(() => walk(['call-mist', 'done'], ['watch', 'dances'])).toThrowError(
      /line 3: "dances" is no answer of "watch". Accepted: nothing, chatters, pulls-in/,
    );
    expect(() => walk(...toFuse, ['fuse', 'abc'])).toThrowError(/line 8: "abc": This is not a number/);
    expect(() => walk(...toFuse, ['fuse', '3m3'])).toThrowError(/line 8: "3m3": .* Write the unit out/);
    expect(() => walk(...live, ['after-fuse', '20.4'])).toThrowError(/line 12: .*undecided.*trailing "!"/);
    expect(() => walk(...toFuse.slice(0, 3), ['isolate', 'skipped'])).toThrowError(
      /line 5: "isolate" is a safety step/,
    );
    expect(() => walk(['>fuse', '0.3'])).toThrowError(/line 2: .*must be proven dead/);
    expect(() => walk(['>nowhere', 'done'])).toThrowError(/line 2: there is no step "nowhere"/);
    expect(() => walk(['', '230'])).toThrowError(/line 2: a reading without a step names from, to and function/);
    expect(() => walk(...live, ['after-fuse', 'never'])).toThrowError(/"never": This is not a number/);
  });

  it('says how a conclusion, a decision, a proof and a free line are written', () => {
    expect(() =>
      walk(...toFuse, ['fuse', 'OL'], ['coil', '0.0'], ['coil-alone', '0.0'], ['coil-shorted', 'yes']),
    ).toThrowError(/line 11: "coil-shorted" is a conclusion: write "done"/);
    expect(() => walk(...toFuse.slice(0, 4), ['prove-dead', '0 / 0 / 0'])).toThrowError(
      /line 6: a proof of dead has \d+ readings here, AC and DC of every pair, .*got 3/,
    );
    const free = { from: 'F1.1', to: 'F1.2', function: 'ac-voltage' };
    expect(() => walk(['', 'green', free])).toThrowError(/line 2: "green" is no reading of AC volts/);
  });

  it('knows words for judgements without a figure, and which of them say too little', () => {
    const assumed = walk(...toFuse, ['fuse', 'assumed open']);
    expect(assumed.verdicts.at(-1)).toEqual({ step: 'fuse', verdict: 'open' });
    expect(assumed.state.trail.at(-1)?.event).toEqual(
      jasmine.objectContaining({ grade: 'assumed', text: 'assumed open' }),
    );
    expect(() => walk(...toFuse, ['fuse', 'assumed broken'])).toThrowError(/"broken" is not a verdict; known: /);
    expect(walk(...toFuse, ['fuse', 'failed']).state.step).toBe('coil');
    expect(() => walk(...toFuse, ['fuse', '0.3'], ['coil', 'failed'])).toThrowError(/does not tell which way/);
    const reported = walk(...toFuse, ['fuse', 'passed']);
    expect(reported.state.trail.at(-1)?.event).toEqual(jasmine.objectContaining({ grade: 'reported' }));
  });
});

describe('cells of a spreadsheet', () => {
  it('cannot be taken for formulas, while numbers keep their minus', () => {
    expect(plainCell('=HYPERLINK("x")')).toBe(`'=HYPERLINK("x")`);
    expect(plainCell('@sum')).toBe("'@sum");
    expect(plainCell('-12.4')).toBe('-12.4');
    expect(plainCell('-12 V')).toBe('-12 V');
  });
});

describe('a list of board work', () => {
  const walkedWith = (context: VisitContext, procedure: string, ...lines: readonly Omit<ListLine, 'number'>[]): Walk =>
    walkList(
      context,
      [
        { type: 'visit-opened', unit: 'x', complaint: '', meter: Object.keys(context.meters)[0] ?? '' },
        { type: 'procedure-started', procedure, start: context.procedures[procedure]?.start ?? '' },
      ],
      lines.map((line, index) => ({ ...line, number: index + 2 })),
      (index) => envelope(index),
      { isStrict: true },
    );
  const halves = (...lines: readonly Omit<ListLine, 'number'>[]): Walk =>
    walkedWith(
      PUMP_CONTEXT,
      'pump-chain-by-halves',
      { step: 'call-mist', reading: 'done' },
      { step: 'control-supply.secondary', reading: '26.9' },
      ...lines,
    );

  it('halves a chain and tries a matrix, the jumpers put in and taken out by itself', () => {
    const walk = halves(
      { step: 'halve', reading: '0.1' },
      { step: 'halve', reading: '26.8', part: 'CB.X1.2' },
      { step: 'halve', reading: '0.1', part: 'CB.X1.3' },
      { step: 'jump-the-call', reading: 'nothing' },
      { step: 'jump-the-call', reading: 'works', part: 'mist@selector' },
    );
    expect(walk.state.findings.map(({ item }) => item)).toEqual(['w24']);
    expect(walk.state.bypasses.every(({ removedAt }) => removedAt !== undefined)).toBeTrue();
  });

  it('refuses what fits neither', () => {
    const chain = [
      { step: 'halve', reading: '0.1', part: 'CB.X1.3' },
      { step: 'halve', reading: '26.8', part: 'CB.X1.2' },
    ];
    expect(() => halves(...chain, { step: 'jump-the-call', reading: '24' })).toThrowError(/write "works" or "nothing"/);
    expect(() => halves(...chain, { step: 'jump-the-call', reading: 'works', part: 'mist@moon' })).toThrowError(
      /Accepted: mist@control, mist@selector, mist@board/,
    );
  });

  it('waives parts of a clearance with a reason, and powers nothing up before', () => {
    const dead = [
      { step: 'isolate', reading: 'done' },
      { step: 'prove-dead', reading: '0.1' },
      { step: 'fit', reading: 'done' },
    ];
    const open = (count: number): readonly string[] => Array.from({ length: count }, () => 'OL');
    const parts = ['47.8', '62.4', '24.3', ...open(5), '61.9', ...open(6)];
    const walk = walkedWith(
      NEW_BOARD_CONTEXT,
      'burner-new-board',
      ...dead,
      ...parts.map((reading) => ({ step: 'clear', reading })),
      { step: 'clear', reading: 'waived', note: 'the lid stays on' },
      { step: 'fan.by-hand', reading: 'free' },
    );
    expect(walk.state.step).toBe('fan.winding');
    expect(() =>
      walkedWith(NEW_BOARD_CONTEXT, 'burner-new-board', ...dead, { step: 'clear', reading: 'waived' }),
    ).toThrowError(/needs the reason as its note/);
    expect(() =>
      walkedWith(NEW_BOARD_CONTEXT, 'burner-new-board', ...dead, { step: '>energise', reading: 'done' }),
    ).toThrowError(/is new and gets no power before/);
  });
});
