import type { EventBody, ProcedureStarted, SignNoted, Suspicion } from '@juxtameter/core';
import { BURNER_CONTEXT, burnerVisit } from '../../../../core/src/testing/burner';
import { watchTo } from '../../../../core/src/testing/watched-call';
import { Shown } from '../../testing/shown';
import { CodeList } from './code-list';
import { plausibility, readAir } from './plausibility';
import { SignForm } from './sign-form';
import { SuspicionList } from './suspicion-list';
import { WhereToStart } from './where-to-start';

const code = (name: string): EventBody => ({
  type: 'code-read',
  code: name,
  lamp: 'STATUS',
  stored: false,
  how: 'taps',
  grade: 'observed',
});

describe('where to begin', () => {
  it('offers the place a code points to first, and begins at the look that keeps somebody safe, saying where then', async () => {
    const visit = burnerVisit('burner does not light');
    visit.log(code('2'));
    const shown = await Shown.of(WhereToStart, { context: BURNER_CONTEXT, visit: visit.state });
    const begun: ProcedureStarted[] = [];
    shown.fixture.componentInstance.begun.subscribe((body) => begun.push(body));
    expect(shown.words).toContain('proving switch did not close');
    expect(shown.words).toContain('First: ');
    expect(shown.fixture.componentInstance.beginFirst()).toBeTrue();
    expect(begun[0]?.start).toBe('smell');
    expect(begun[0]?.because?.[0]).toContain('Code 2');
    expect(begun[0]?.because?.at(-1)).toContain('Then to: ');
    expect(begun[0]?.skipped).toBeUndefined();
  });

  it('asks for the school only where code and watch both speak', async () => {
    const visit = burnerVisit();
    visit.log(code('4'));
    const shown = await Shown.of(WhereToStart, { context: BURNER_CONTEXT, visit: visit.state });
    expect(shown.words).not.toContain('Watch first');
    watchTo(visit, 'enrich', 'flame', false);
    await shown.set('visit', visit.state);
    const first = (): string => shown.page.querySelector('[data-entry]')?.getAttribute('data-entry') ?? '';
    expect(first()).toBe('burner-does-not-fire/limit');
    await shown.press('Watch first');
    expect(first()).toBe('burner-does-not-fire/flame-signal');
  });

  it('says that nothing speaks for a chart while nothing does', async () => {
    const shown = await Shown.of(WhereToStart, { context: BURNER_CONTEXT, visit: burnerVisit().state });
    expect(shown.words).toContain('No evidence for this yet');
    expect(shown.words).toContain('from its start');
  });
});

describe('the list of suspicions', () => {
  it('shows three at a glance and the rest on a tap', async () => {
    const suspicions = Array.from({ length: 5 }, (_, index): Suspicion => ({
      kind: 'same-code',
      words: `Fact ${index}.`,
      advice: 'Look.',
      visits: [],
      cases: ['2026-08-02', '2026-10-14'],
    }));
    const shown = await Shown.of(SuspicionList, { suspicions });
    expect(shown.page.querySelectorAll('li').length).toBe(3);
    expect(shown.words.replace(/\s+/g, ' ')).toContain('2 Aug 2026, 14 Oct 2026');
    await shown.press('2 more');
    expect(shown.page.querySelectorAll('li').length).toBe(5);
  });
});

describe('the list of codes', () => {
  async function list(visit: ReturnType<typeof burnerVisit>) {
    const shown = await Shown.of(CodeList, { context: BURNER_CONTEXT, visit: visit.state });
    const recorded: EventBody[] = [];
    shown.fixture.componentInstance.recorded.subscribe((body) => recorded.push(body));
    return { shown, recorded };
  }

  it('says what a code means, where to look, what it does not prove and what it may come from', async () => {
    const visit = burnerVisit();
    visit.log(code('3'));
    const { shown } = await list(visit);
    expect(shown.words).toContain('no flame after three tries');
    expect(shown.words).toContain('Look at Glow igniter IG1');
    expect(shown.words).toContain('Does not prove Gas valve GV1');
    expect(shown.words).toContain('May be the effect of Gas pressure switch GP1');
  });

  it('sets a code aside for a reason only', async () => {
    const visit = burnerVisit();
    const read = visit.log(code('3'));
    const { shown, recorded } = await list(visit);
    await shown.press('Ignore this code');
    await shown.submit('form');
    expect(recorded).toEqual([]);
    await shown.type('input[name=reason]', 'left from the service');
    await shown.submit('form');
    expect(recorded).toEqual([{ type: 'code-dismissed', code: read.id, reason: 'left from the service' }]);
  });

  it('keeps an unknown code and takes its legend, the old reading standing struck out', async () => {
    const visit = burnerVisit();
    const read = visit.log(code('11'));
    const { shown, recorded } = await list(visit);
    expect(shown.words).toContain('Not in the code table');
    await shown.type('input[name=legend]', 'door open');
    await shown.submit('form');
    expect(recorded[0]).toEqual({ type: 'retracted', event: read.id });
    expect(recorded[1]).toEqual(jasmine.objectContaining({ type: 'code-read', code: '11', meaning: 'door open' }));
  });

  it('tells a normal sign from a fault and offers nothing on a closed visit', async () => {
    const visit = burnerVisit();
    visit.log(code('fast'));
    const { shown } = await list(visit);
    expect(shown.words).toContain('no fault');
    expect(shown.words).not.toContain('Ignore this code');
    visit.log(code('3'));
    await shown.set('visit', visit.state);
    await shown.set('canEdit', false);
    expect(shown.page.querySelectorAll('button').length).toBe(0);
  });
});

describe('noting a sign', () => {
  async function form(reporter?: string) {
    const shown = await Shown.of(SignForm, { context: BURNER_CONTEXT, visit: burnerVisit('', reporter).state });
    const noted: SignNoted[] = [];
    shown.fixture.componentInstance.noted.subscribe((body) => noted.push(body));
    return { shown, noted };
  }

  it('takes a word, a place and what went on meanwhile', async () => {
    const { shown, noted } = await form();
    await shown.press('hum');
    await shown.type('input[name=where]', 'Combustion fan FM1');
    await shown.type('input[name=during]', 'X2 unplugged');
    await shown.submit();
    expect(noted).toEqual([
      {
        type: 'sign-noted',
        sense: 'sound',
        what: 'hum',
        where: 'Combustion fan FM1',
        isThere: true,
        during: 'X2 unplugged',
        grade: 'observed',
      },
    ]);
  });

  it('records what was looked for and not there, as told when somebody else looks', async () => {
    const { shown, noted } = await form('the gardener');
    await shown.press('Board');
    await shown.press('burnt');
    await shown.press('Looked for it: not there');
    expect(noted[0]).toEqual(
      jasmine.objectContaining({ sense: 'board', what: 'burnt', isThere: false, grade: 'reported' }),
    );
  });

  it('warns of gas before it is even noted, and asks for a word where there is none', async () => {
    const { shown, noted } = await form();
    await shown.submit();
    expect(noted).toEqual([]);
    expect(shown.words).toContain('Say what it is');
    await shown.press('Smell');
    await shown.press('gas');
    expect(shown.words).toContain('no switch, no plug, no spark');
  });
});

describe('plausibility of a shown value', () => {
  it('sets a temperature beside the air that was noted', () => {
    expect(plausibility('coil temperature', '21', { inside: 19 })).toContain('plausible at rest');
    expect(plausibility('coil temperature', '48', { inside: 19 })).toContain('only if it has been running');
    expect(plausibility('temperature', '-190', { inside: 19 })).toContain('open or shorted');
    expect(plausibility('temperature', '20', undefined)).toContain('Note the temperature of the air');
    expect(plausibility('speed', '1400', undefined)).toBe('');
    expect(plausibility('temperature', 'warm', undefined)).toContain('Accepted');
  });

  it('accepts air people work in, in either unit', () => {
    expect(readAir('-8')).toBe(-8);
    expect(readAir('32 F')).toBe(0);
    expect(readAir('-80')).toContain('accepted: -60 to 70 °C');
    expect(readAir('120')).toContain('accepted');
    expect(readAir('warm')).toContain('Accepted');
  });
});
