import fc from 'fast-check';
import { VisitDriver } from '../testing/demo';
import { FINDING_GRADES, SUSPECT_CLASSES, WORK_KINDS, WORK_REASONS } from '..';
import { carriedOut, closingPoints, endingOf, offeredWork, workOf } from '.';

function visitWith(found: (typeof SUSPECT_CLASSES)[number], grade: (typeof FINDING_GRADES)[number]): VisitDriver {
  const visit = new VisitDriver();
  visit.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: 'no mist', meter: 'hand-6000' });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  visit.log({ type: 'finding-reached', class: found, item: 'FS1', text: 'The float switch stays open.', grade });
  return visit;
}

const findings = fc.record({ found: fc.constantFrom(...SUSPECT_CLASSES), grade: fc.constantFrom(...FINDING_GRADES) });

describe('the work that follows from a finding', () => {
  it('is offered and never planned by itself, each kind once', () => {
    fc.assert(
      fc.property(findings, ({ found, grade }) => {
        const visit = visitWith(found, grade);
        expect(workOf(visit.state)).toEqual([]);
        for (let [offer] = offeredWork(visit.context, visit.state); offer;) {
          visit.log(offer.body);
          const next = offeredWork(visit.context, visit.state)[0];
          expect(next?.body.kind).not.toBe(offer.body.kind);
          offer = next;
        }
        expect(offeredWork(visit.context, visit.state)).toEqual([]);
        expect(
          workOf(visit.state).every(({ state, planned }) => state === 'open' && planned.reason === 'diagnosed'),
        ).toBeTrue();
      }),
    );
  });

  it('warns of a good part being changed wherever the finding is shown by less than a reading', () => {
    for (const grade of FINDING_GRADES) {
      const visit = visitWith('board', grade);
      const replace = offeredWork(visit.context, visit.state).find(({ body }) => body.kind === 'replace');
      expect(replace?.caution === undefined)
        .withContext(grade)
        .toBe(grade === 'proved' || grade === 'likely');
    }
  });

  it('is open until it is carried out or dropped with a reason, and adds its minutes up', () => {
    const works = fc.record({ kind: fc.constantFrom(...WORK_KINDS), reason: fc.constantFrom(...WORK_REASONS) });
    fc.assert(
      fc.property(works, fc.array(fc.nat(90), { maxLength: 4 }), fc.boolean(), ({ kind, reason }, goes, isDropped) => {
        const visit = visitWith('sensor', 'likely');
        const planned = visit.log({ type: 'work-planned', kind, text: 'Clean the float', reason, item: 'FS1' });
        if (isDropped) visit.log({ type: 'work-dropped', work: planned.id, reason: 'no time' });
        for (const minutes of goes) {
          const [work] = workOf(visit.state);
          if (work) visit.log(carriedOut(work, { minutes }));
        }
        const [work] = workOf(visit.state);
        expect(work?.state).toBe(goes.length > 0 ? 'done' : isDropped ? 'dropped' : 'open');
        expect(work?.minutes).toBe(goes.reduce((sum, each) => sum + each, 0));
        const isPoint = closingPoints(visit.context, visit.state).some(({ kind: point }) => point === 'work');
        expect(isPoint).toBe(work?.state === 'open');
      }),
    );
  });

  it('goes with the plan that is taken back, unless it was carried out', () => {
    const visit = visitWith('sensor', 'likely');
    const planned = visit.log({ type: 'work-planned', kind: 'clean', text: 'Clean it', reason: 'precaution' });
    visit.log({ type: 'retracted', event: planned.id });
    expect(workOf(visit.state)).toEqual([]);
  });
});

describe('what is open at the end', () => {
  it('names an unshown finding, an unsaid cause, and who has to be told, until each is answered', () => {
    fc.assert(
      fc.property(findings, ({ found, grade }) => {
        const visit = visitWith(found, grade);
        const finding = visit.state.findings[0]?.id ?? '';
        const kinds = (): readonly string[] =>
          closingPoints(visit.context, visit.state).flatMap(({ kind }) => (kind === 'check' ? [] : [kind]));
        const isAccused = found !== 'none' && found !== 'open';
        expect(kinds()).toEqual([
          ...(found === 'none' || grade === 'proved' || grade === 'likely' ? [] : ['grade']),
          ...(isAccused ? ['cause'] : []),
          ...(found === 'supply' ? ['told'] : []),
        ]);
        if (isAccused) visit.log({ type: 'cause-noted', finding });
        visit.log({ type: 'person-told', whom: 'the landlord', what: 'the neutral is lost' });
        expect(kinds().filter((kind) => kind !== 'grade')).toEqual([]);
      }),
    );
  });

  it('is called by the worst that holds', () => {
    const visit = visitWith('sensor', 'likely');
    const ending = (): string => endingOf(visit.context, visit.state);
    expect(ending()).toBe('not-repaired');
    visit.log({ type: 'part-fitted', part: 'FS1', state: 'new' });
    expect(ending()).toBe('not-verified');
    const complaint = visit.events[0]?.id ?? '';
    visit.log({ type: 'complaint-ticked', complaint, result: 'remains' });
    expect(ending()).toBe('still-fails');
    expect(endingOf(visit.context, visitWith('none', 'proved').state)).toBe('nothing-wrong');
    expect(endingOf(visit.context, visitWith('board', 'not isolated').state)).toBe('unresolved');
    expect(endingOf(visit.context, visitWith('open', 'not isolated').state)).toBe('unresolved');
  });

  it('is proven only once every check is passed or does not apply', () => {
    const visit = visitWith('sensor', 'likely');
    visit.log({ type: 'part-fitted', part: 'FS1', state: 'new' });
    const judge = (check: string, result: 'passed' | 'not-applicable'): void =>
      void visit.log({ type: 'check-judged', check, words: check, result, reason: 'as it is' });
    const complaint = visit.events[0]?.id ?? '';
    visit.log({ type: 'complaint-ticked', complaint, result: 'gone' });
    judge('sequence:mist', 'passed');
    expect(endingOf(visit.context, visit.state)).toBe('not-verified');
    const start = visit.log({ type: 'check-begun', check: 'soak' });
    const at = new Date(Date.parse(start.at) + 11 * 60_000).toISOString();
    visit.log(
      { type: 'check-judged', check: 'soak', words: 'runs', result: 'passed' },
      { at, monotonic: start.monotonic + 11 * 60_000 },
    );
    expect(endingOf(visit.context, visit.state)).toBe('proven');
  });
});
