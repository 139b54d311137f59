import { DEMO_CONTEXT, DEMO_PROCEDURE, envelope } from '../../testing/demo';
import { bodyOfLine, walkList, type EventBody, type ListLine, type Walk } from '..';

type Given = Omit<ListLine, 'number' | 'reading'> & { readonly reading?: string };

function walked(lines: readonly Given[], isStrict = false): Walk {
  return walkList(
    DEMO_CONTEXT,
    [
      { type: 'visit-opened', unit: 'u', complaint: '', meter: 'hand-6000' },
      { type: 'procedure-started', procedure: DEMO_PROCEDURE.id, start: DEMO_PROCEDURE.start },
    ],
    lines.map((given, index) => {
      const line: ListLine = { reading: '', ...given, number: index + 2 };
      return line.event === undefined ? line : { ...line, body: bodyOfLine(line) as unknown as EventBody };
    }),
    (index) => envelope(index),
    { isStrict },
  );
}

const toFuse: readonly Given[] = [
  { step: 'call-mist', reading: 'done' },
  { step: 'watch', reading: 'nothing' },
  { step: 'lamps', reading: 'both-lit' },
  { step: 'isolate', reading: 'done' },
  { step: 'prove-dead', reading: '0.2' },
  { step: 'look', reading: 'none' },
];

describe('lines of a list that are no readings', () => {
  it('zero the leads, change the meter, and say it before the reading they hold for', () => {
    const { state } = walked([
      ...toFuse,
      { event: 'leads-zeroed', reading: '0.4' },
      { step: 'fuse', reading: '0.6' },
      { step: 'coil', reading: '9.0', meter: 'pocket-2000' },
    ]);
    expect(state.outcomes['fuse']?.outcome).toBe('within');
    const zeroed = state.trail.find(({ event }) => event.type === 'leads-zeroed');
    expect(zeroed?.event).toEqual(jasmine.objectContaining({ text: '0.4', ohms: 0.4 }));
    expect(state.meter).toBe('pocket-2000');
    const coil = state.trail.find(({ event }) => event.type === 'reading-taken' && event.step === 'coil');
    expect(coil?.event).toEqual(jasmine.objectContaining({ meter: 'pocket-2000' }));
  });

  it('set conditions, codes, settings, parts and what was told on the way', () => {
    const { state, problems } = walked([
      { event: 'intake-recorded', part: 'weather', reading: 'frost' },
      { event: 'setting-read', part: 'DM1.delay', reading: '10 s' },
      { event: 'code-read', reading: '4', part: 'STATUS' },
      { event: 'supply-changed', part: 'mains', reading: 'off' },
      { event: 'call-changed', part: 'mist', reading: 'on' },
      { event: 'condition-noted', part: 'DOOR', method: 'covers', reading: 'off' },
      { event: 'part-fitted', part: 'FS1', note: 'water in it' },
      { event: 'note-added', note: 'gravel on the path' },
    ]);
    const [, , ...others] = state.trail.map(({ event }) => event.type);
    expect(problems.map(({ line }) => line)).toEqual(others.length === 8 ? [] : [3]);
    expect(state.conditions.supplies?.['mains']).toBe('off');
    expect(state.conditions.calls?.['mist']).toBe('on');
    expect(state.conditions.covers?.['DOOR']).toBe('off');
    expect(others).toContain('part-fitted');
    const told = state.trail.find(({ event }) => event.type === 'intake-recorded');
    expect(told?.event).toEqual(jasmine.objectContaining({ grade: 'reported', text: 'frost' }));
  });

  it('obey what the list says of time, grade and person, each in its own column', () => {
    const { state } = walked([
      { step: 'call-mist', reading: 'done', at: '2026-11-25T23:58+01:00', by: 'Alder' },
      { step: 'watch', reading: 'nothing', at: '2026-11-26T00:02+01:00', grade: 'reported' },
      { step: 'lamps', reading: 'both-lit', grade: 'assumed' },
    ]);
    const [done, told, assumed] = state.trail.slice(2).map(({ event }) => event);
    expect(done).toEqual(jasmine.objectContaining({ at: '2026-11-25T22:58:00.000Z', zone: '+01:00', by: 'Alder' }));
    expect(told).toEqual(jasmine.objectContaining({ grade: 'reported', monotonic: 240_000 }));
    expect(assumed).toEqual(jasmine.objectContaining({ grade: 'assumed', at: '2026-11-25T23:02:00.000Z' }));
  });

  it('never prove dead by an assumption, nor read with a meter that is not given', () => {
    const assumed = walked([...toFuse.slice(0, 4), { step: 'prove-dead', reading: '0.2', grade: 'assumed' }]);
    expect(assumed.problems[0]?.problem).toContain('never assumed');
    expect(assumed.state.conditions.supplies?.['mains']).not.toBe('proven-dead');
    const unknown = walked([{ step: 'call-mist', reading: 'done', meter: 'borrowed' }]);
    expect(unknown.problems[0]?.problem).toBe('the meter "borrowed" is not given; given: hand-6000, pocket-2000.');
    const grade = walked([
      { step: 'call-mist', reading: 'done' },
      { step: 'watch', reading: 'nothing', grade: 'sure' },
    ]);
    expect(grade.problems[0]?.problem).toContain('accepted: observed, reported, assumed');
  });

  it('give every event an id of its own, whatever a line comes to', () => {
    const id = '01a20cc0-ed60-7001-8000-00000000abcd';
    const { events } = walked([
      { step: 'call-mist', reading: 'done', id },
      { step: 'watch', reading: 'nothing', id },
    ]);
    expect(new Set(events.map((event) => event.id)).size).toBe(events.length);
  });

  it('refuse a jumper that is never allowed, and a name the machine does not have', () => {
    const jumper = walked([{ event: 'bypass-placed', part: 'b1', from: 'T1.P1', to: 'T1.P2' }]);
    expect(jumper.state.bypasses).toEqual([]);
    expect(jumper.problems.length).toBe(1);
    expect(walked([{ event: 'supply-changed', part: 'moon', reading: 'off' }]).problems).toEqual([
      { line: 2, problem: 'there is no supply "moon".' },
    ]);
  });
});

describe('a list with a line that does not fit', () => {
  const wrong: readonly Given[] = [
    ...toFuse.slice(0, 1),
    { step: 'watch', reading: 'dances' },
    ...toFuse.slice(2),
    { step: 'fuse', reading: 'OL' },
  ];

  it('reports it and goes on from where the next one stands', () => {
    const { problems, state, way } = walked(wrong);
    expect(problems).toEqual([{ line: 3, problem: jasmine.stringContaining('"dances" is no answer') as never }]);
    expect(way).toContain('fuse');
    expect(state.outcomes['fuse']?.outcome).toBe('open');
  });

  it('never ends surer than the list without the fault', () => {
    const whole = walked([
      ...toFuse,
      { step: 'fuse', reading: 'OL' },
      { step: 'coil', reading: '0.0' },
      { step: 'coil-alone', reading: '0.0' },
    ]);
    const broken = walked([...wrong, { step: 'coil', reading: '0.0' }, { step: 'coil-alone', reading: '0.0' }]);
    expect(whole.state.findings[0]?.item).toBe('K1');
    const order = ['not isolated', 'by report', 'by code', 'by observation', 'by elimination', 'likely'];
    const grade = (walk: Walk): number => order.indexOf(walk.state.findings[0]?.grade ?? 'not isolated');
    expect(grade(broken)).toBeLessThanOrEqual(grade(whole));
  });

  it('stops there where it is walked strictly', () => {
    expect(() => walked(wrong, true)).toThrowError(/line 3: "dances"/);
  });

  it('takes a time without its zone for a fault', () => {
    const { problems } = walked([{ step: 'call-mist', reading: 'done', at: '2026-11-25T23:58' }]);
    expect(problems[0]?.problem).toContain('no time with its zone; accepted: 2026-11-25T09:07+01:00');
  });

  it('reads again what led nowhere, and says so of what was left at that', () => {
    const live = [
      ...toFuse,
      { step: 'fuse', reading: '0.4' },
      { step: 'coil', reading: '9.0' },
      { step: 'energise', reading: 'done' },
      { step: 'secondary', reading: '27.1' },
      { step: 'after-fuse', reading: '20.4' },
    ];
    const again = walked([...live, { step: 'after-fuse', reading: '27' }]);
    expect(again.problems).toEqual([]);
    expect(again.state.step).toBe('output');
    expect(walked(live).problems).toEqual([
      { line: 12, problem: jasmine.stringContaining('trailing "!" accepts it') as never },
    ]);
    const jumped = walked([{ step: '>fuse', reading: '0.3' }]);
    expect(jumped.problems[0]?.problem).toContain('must be proven dead');
  });
});
