import fc from 'fast-check';
import { VisitDriver } from '../testing/demo';
import { complaintsOf, draftFinding, replay, type EventBody, type VisitEvent } from '../visit';
import { complaintStandings, proofOf, soakRefusal, verificationOf, type Check } from '.';

/** What hands and eyes do at a machine once something was found. */
const ACTS = [
  'gone',
  'remains',
  'jumper in',
  'jumper out',
  'plug out',
  'plug in',
  'renewed',
  'power off',
  'power on',
  'note',
  'left in for a while',
] as const;
type Act = (typeof ACTS)[number];

const acts = fc.array(fc.constantFrom(...ACTS), { maxLength: 14 });

function bodyOf(act: Act, complaint: string): EventBody {
  switch (act) {
    case 'gone':
      return { type: 'complaint-ticked', complaint, result: 'gone' };
    case 'remains':
      return { type: 'complaint-ticked', complaint, result: 'remains' };
    case 'jumper in':
      return { type: 'bypass-placed', bypass: 'j', from: 'FS1.1', to: 'FS1.2', why: 'to see whether it runs' };
    case 'jumper out':
      return { type: 'bypass-removed', bypass: 'j' };
    case 'plug out':
      return { type: 'connector-changed', connector: 'CB.X1', state: 'out' };
    case 'plug in':
      return { type: 'connector-changed', connector: 'CB.X1', state: 'in' };
    case 'renewed':
      return { type: 'part-fitted', part: 'FS1', state: 'new' };
    case 'power off':
      return { type: 'supply-changed', supply: 'mains', state: 'off' };
    case 'power on':
      return { type: 'supply-changed', supply: 'mains', state: 'on' };
    case 'left in for a while':
      return {
        type: 'temporary-made',
        kind: 'jumper',
        text: 'bridged until the switch is here',
        until: '2027-11-26',
        lacks: 'the dry run protection',
        told: 'the gardener',
        acceptedBy: 'the owner',
        bypass: 'j',
      };
    case 'note':
      return { type: 'note-added', text: 'wet' };
  }
}

/** A machine of its own, kept without the record: what an onlooker would say of the complaint. */
function onlooker(done: readonly Act[]): Check['state'] {
  let [jumper, plug, power] = [false, true, true];
  let seen: Check['state'] = 'open';
  let hasFailed = false;
  for (const act of done) {
    const [hadJumper, hadPlug] = [jumper, plug];
    if (act === 'jumper in' || act === 'jumper out') jumper = act === 'jumper in';
    if (act === 'plug in' || act === 'plug out') plug = act === 'plug in';
    if (act === 'power on' || act === 'power off') power = act === 'power on';
    const isCure = act === 'renewed' || plug !== hadPlug;
    if (isCure) hasFailed = false;
    // Whatever is changed, what was seen before is of another machine.
    if (isCure || jumper !== hadJumper) seen = 'open';
    if (act === 'remains') hasFailed = true;
    if (act === 'gone') seen = !jumper && plug && power ? 'passed' : 'open';
  }
  return hasFailed ? 'failed' : seen;
}

/** A visit whose float switch was found open, by jumper and by ohms. */
function found(): VisitDriver {
  const visit = new VisitDriver();
  visit.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: 'no mist', meter: 'hand-6000' });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  visit.log({
    type: 'finding-reached',
    class: 'sensor',
    item: 'FS1',
    mode: 'stuck-open',
    text: 'The float switch stays open.',
    grade: 'likely',
  });
  return visit;
}

const complaintOf = (visit: VisitDriver): string => complaintsOf(visit.state)[0]?.id ?? '';
const checkOf = (visit: VisitDriver, kind: Check['kind']): Check | undefined =>
  verificationOf(visit.context, visit.state).find((each) => each.kind === kind);

describe('the proof of a repair', () => {
  it('takes a complaint for gone exactly where an onlooker would', () => {
    const met = new Set<string>();
    fc.assert(
      fc.property(acts, (done) => {
        const visit = found();
        for (const act of done) visit.log(bodyOf(act, complaintOf(visit)));
        const expected = onlooker(done);
        met.add(expected);
        expect(checkOf(visit, 'complaint')?.state).toBe(expected);
      }),
      { numRuns: 600 },
    );
    expect(met).toEqual(new Set(['open', 'passed', 'failed']));
  });

  it('tells of a complaint that it is gone exactly where that counts, and else that it is said to be', () => {
    fc.assert(
      fc.property(acts, (done) => {
        const visit = found();
        for (const act of done) visit.log(bodyOf(act, complaintOf(visit)));
        const [standing] = complaintStandings(visit.context, visit.state);
        const last = done.findLast((act) => act === 'gone' || act === 'remains');
        const isPassed = onlooker(done) === 'passed';
        expect(standing?.words === 'gone').toBe(isPassed);
        if (last === 'gone' && !isPassed) expect(standing?.words).toMatch(/^said to be gone/);
        if (last === 'remains') expect(standing?.words).toBe('still there');
      }),
    );
  });

  it('is not left running with anything bypassed, out or off', () => {
    fc.assert(
      fc.property(acts, (done) => {
        const visit = found();
        for (const act of done) visit.log(bodyOf(act, complaintOf(visit)));
        const last = (one: Act, other: Act): Act | undefined => done.findLast((act) => act === one || act === other);
        const isFit =
          last('jumper in', 'jumper out') !== 'jumper in' &&
          last('plug in', 'plug out') !== 'plug out' &&
          last('power on', 'power off') !== 'power off';
        expect(soakRefusal(visit.context, visit.state) === undefined).toBe(isFit);
      }),
    );
  });

  it('is never better for knowing less: what was seen taken out of the record leaves no more passed', () => {
    const LOOKS = new Set<VisitEvent['type']>(['complaint-ticked', 'note-added', 'check-judged', 'check-begun']);
    fc.assert(
      fc.property(acts, fc.nat(), (done, pick) => {
        const visit = found();
        for (const act of done) visit.log(bodyOf(act, complaintOf(visit)));
        const looks = visit.events.filter(
          (event) => LOOKS.has(event.type) && !(event.type === 'complaint-ticked' && event.result === 'remains'),
        );
        const gone = looks[pick % Math.max(1, looks.length)];
        if (!gone) return;
        const less = replay(
          visit.context,
          visit.events.filter(({ id }) => id !== gone.id),
        );
        const passed = (checks: readonly Check[]): number => checks.filter(({ state }) => state === 'passed').length;
        const earlier = done.lastIndexOf('gone') !== done.indexOf('gone');
        // One look fewer may leave an earlier one, which was as good; never one that is better than both.
        const most = earlier ? 1 : passed(verificationOf(visit.context, visit.state));
        expect(passed(verificationOf(visit.context, less))).toBeLessThanOrEqual(most);
      }),
      { numRuns: 300 },
    );
  });

  it('says what is wrong with a pass that does not count', () => {
    const visit = found();
    visit.log(bodyOf('jumper in', ''));
    visit.log(bodyOf('gone', complaintOf(visit)));
    expect(checkOf(visit, 'complaint')?.doubts.join(' ')).toContain('Jumper in: FS1·1 to FS1·2');
    visit.log(bodyOf('jumper out', ''));
    visit.log(bodyOf('renewed', ''));
    expect(checkOf(visit, 'complaint')?.doubts.join(' ')).toContain('before a change: Fitted: Float switch');
    visit.log(bodyOf('power off', ''));
    visit.log(bodyOf('gone', complaintOf(visit)));
    expect(checkOf(visit, 'complaint')?.doubts.join(' ')).toContain('no power');
  });

  it('counts a jumper that was taken back as in, until somebody says that it is out', () => {
    const visit = found();
    const placed = visit.log(bodyOf('jumper in', ''));
    visit.log({ type: 'retracted', event: placed.id });
    visit.log(bodyOf('gone', complaintOf(visit)));
    expect(checkOf(visit, 'complaint')?.state).toBe('open');
    visit.log(bodyOf('jumper out', ''));
    visit.log(bodyOf('gone', complaintOf(visit)));
    expect(checkOf(visit, 'complaint')?.state).toBe('passed');
  });

  it('asks for every reading again that was wrong and speaks for what was found', () => {
    const visit = new VisitDriver().toFuse();
    while (visit.state.findings.length === 0) {
      const finding = draftFinding(visit.context, visit.state);
      if (finding) visit.log(finding);
      else visit.read('OL');
    }
    const [asked] = verificationOf(visit.context, visit.state).filter(({ kind }) => kind === 'measurement');
    expect(asked?.state).toBe('open');
    const before = asked?.before;
    if (!before) throw new Error('nothing is asked for again');
    const again = (text: string, verdict: 'within' | 'open'): VisitEvent => {
      const { type, step, function: measured, from, to, grade, judgement } = before;
      return visit.log({
        type,
        ...(step === undefined ? {} : { step }),
        function: measured,
        from,
        to,
        grade,
        text,
        judgement: { ...judgement, verdict },
      });
    };
    again('0.3', 'within');
    expect(checkOf(visit, 'measurement')?.state).withContext('nothing was changed').toBe('open');
    expect(checkOf(visit, 'measurement')?.doubts.join(' ')).toContain('comes and goes');
    visit.log({ type: 'part-fitted', part: 'FS1', state: 'new' });
    expect(checkOf(visit, 'measurement')?.state).withContext('before it was read again').toBe('open');
    again('0.3', 'within');
    expect(checkOf(visit, 'measurement')).toEqual(
      jasmine.objectContaining({ state: 'passed', after: jasmine.objectContaining({ text: '0.3' }) }),
    );
    visit.log({ type: 'part-fitted', part: 'K1', state: 'new' });
    expect(checkOf(visit, 'measurement')?.state).withContext('a part was renewed since').toBe('open');
  });

  it('believes a machine that was left running after its time alone, touched by nobody and with power', () => {
    const minutes = fc.integer({ min: 1, max: 120 });
    const meanwhile = fc.constantFrom<Act | undefined>(
      undefined,
      'note',
      'renewed',
      'plug out',
      'power off',
      'jumper in',
    );
    fc.assert(
      fc.property(minutes, meanwhile, (ran, act) => {
        const visit = found();
        const start = visit.log({ type: 'check-begun', check: 'soak' });
        if (act) visit.log(bodyOf(act, ''), { at: start.at, monotonic: start.monotonic });
        const at = new Date(Date.parse(start.at) + ran * 60_000).toISOString();
        visit.log(
          { type: 'check-judged', check: 'soak', words: 'It runs', result: 'passed' },
          { at, monotonic: start.monotonic + ran * 60_000 },
        );
        const isLeftAlone = act === undefined || act === 'note';
        expect(checkOf(visit, 'soak')?.state).toBe(isLeftAlone && ran >= 10 ? 'passed' : 'open');
      }),
    );
  });

  it('runs longer for what comes and goes', () => {
    const visit = found();
    expect(checkOf(visit, 'soak')?.soak?.minutes).toBe(10);
    visit.log({
      type: 'finding-reached',
      class: 'wiring',
      item: 'w13',
      mode: 'intermittent',
      text: 'A loose core.',
      grade: 'likely',
    });
    expect(checkOf(visit, 'soak')?.soak?.minutes).toBe(60);
  });

  it('has a new board set like the old one, and its rails read', () => {
    const visit = found();
    const read = (value: string): VisitEvent =>
      visit.log({ type: 'setting-read', setting: 'CB.S1', value, grade: 'observed' });
    read('1000');
    expect(checkOf(visit, 'setting')).toBeUndefined();
    visit.log({ type: 'part-fitted', part: 'CB', state: 'new' });
    expect(checkOf(visit, 'setting')?.state).toBe('open');
    read('0000');
    expect(checkOf(visit, 'setting')).toEqual(
      jasmine.objectContaining({
        state: 'open',
        doubts: [jasmine.stringContaining('It is at 0000, and the old one stood at 1000')],
      }),
    );
    read('1000');
    expect(checkOf(visit, 'setting')?.state).toBe('passed');
  });

  it('takes a code that shows again for a failure, whatever was said before', () => {
    const visit = found();
    const code = (): VisitEvent =>
      visit.log({ type: 'code-read', code: 'E2', stored: false, how: 'read', grade: 'observed' });
    code();
    visit.log(bodyOf('renewed', ''));
    visit.log({ type: 'check-judged', check: 'codes', words: 'No code', result: 'passed' });
    expect(checkOf(visit, 'codes')?.state).toBe('passed');
    code();
    expect(checkOf(visit, 'codes')?.state).toBe('failed');
  });

  it('puts nothing off without a reason', () => {
    const visit = found();
    const id = `complaint:${complaintOf(visit)}`;
    const postpone = (reason?: string): VisitEvent =>
      visit.log({ type: 'check-judged', check: id, words: 'gone', result: 'postponed', ...(reason ? { reason } : {}) });
    postpone();
    expect(checkOf(visit, 'complaint')?.state).toBe('open');
    postpone('tank is empty until Friday');
    expect(checkOf(visit, 'complaint')?.state).toBe('postponed');
    visit.log(bodyOf('remains', complaintOf(visit)));
    postpone('it is late');
    expect(checkOf(visit, 'complaint')?.state).withContext('a failure is not put off').toBe('failed');
  });

  it('is asked for where something was found or changed alone', () => {
    const visit = new VisitDriver();
    visit.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: 'no mist', meter: 'hand-6000' });
    expect(verificationOf(visit.context, visit.state)).toEqual([]);
  });
});

describe('what the checks come to', () => {
  it('is as good as the worst of them', () => {
    const states = fc.array(fc.constantFrom<Check['state']>('open', 'passed', 'failed', 'postponed', 'not-applicable'));
    fc.assert(
      fc.property(states, (all) => {
        const proof = proofOf(all.map((state) => ({ state })));
        const expected = all.includes('failed')
          ? 'failed'
          : all.includes('open') || all.every((state) => state === 'not-applicable')
            ? 'open'
            : all.includes('postponed')
              ? 'postponed'
              : 'proven';
        expect(proof).toBe(expected);
      }),
    );
  });
});
