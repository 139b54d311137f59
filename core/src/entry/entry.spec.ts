import burnerProcedure from '../../../demo/data/procedures/burner-does-not-fire.json';
import ventProcedure from '../../../demo/data/procedures/vent-runs-one-way.json';
import burnerDocument from '../../../demo/data/unit-models/co2-burner.json';
import ventDocument from '../../../demo/data/unit-models/roof-vent-drive.json';
import { Hearing, observedIn, rankEntries } from '.';
import type { ProcedureDocument } from '../procedure';
import { isWatched, readSequence } from '../sequence';
import { VisitDriver } from '../testing/demo';
import { watchTo } from '../testing/watched-call';
import type { UnitModelDocument } from '../unit-model';
import { VisitContext, type CodeRead, type EventBody } from '../visit';

const BURNER = new VisitContext({
  model: burnerDocument as unknown as UnitModelDocument,
  procedures: { 'burner-does-not-fire': burnerProcedure as unknown as ProcedureDocument },
  meters: {},
});
const VENT = new VisitContext({
  model: ventDocument as unknown as UnitModelDocument,
  procedures: { 'vent-runs-one-way': ventProcedure as unknown as ProcedureDocument },
  meters: {},
});

function opened(context: VisitContext, complaint = ''): VisitDriver {
  const driver = new VisitDriver(context);
  driver.log({ type: 'visit-opened', unit: 'unit', complaint });
  return driver;
}

function shown(code: string, change: Partial<CodeRead> = {}): EventBody {
  return { type: 'code-read', code, lamp: 'STATUS', stored: false, how: 'taps', grade: 'observed', ...change };
}

function first(driver: VisitDriver, school: 'code-first' | 'watch-first' = 'code-first') {
  return rankEntries(driver.context, observedIn(driver.context, driver.state), school)[0];
}

describe('where to begin', () => {
  it('is the start of the chart while nothing was observed, with nothing said for it', () => {
    const entry = first(opened(BURNER));
    expect(entry?.step).toBe('smell');
    expect(entry?.score).toBe(0);
    expect(entry?.skipped).toEqual([]);
  });

  it('follows a code to its place, says why in words, and names what is passed over', () => {
    const driver = opened(BURNER, 'no carbon dioxide');
    driver.log(shown('2'));
    const entry = first(driver);
    expect(entry?.step).toBe('fan-volts');
    expect(entry?.reasons.map(({ kind }) => kind)).toEqual(['code', 'complaint']);
    expect(entry?.reasons[0]?.words).toContain('proving switch did not close');
    expect(entry?.reasons[0]?.words).toContain('may be the effect of another fault');
    expect(entry?.skipped[0]).toBe('smell');
    expect(entry?.skipped).not.toContain('fan-volts');
  });

  it('leads from every fault code of the burner to a step, never to a conclusion', () => {
    for (const { code, kind } of BURNER.model.codes ?? []) {
      if (kind === 'normal' || !(burnerProcedure.entries as { code?: string }[]).some((entry) => entry.code === code))
        continue;
      const driver = opened(BURNER);
      driver.log(shown(code));
      const step = BURNER.procedures['burner-does-not-fire']?.steps[first(driver)?.step ?? ''];
      expect(step?.kind)
        .withContext(code)
        .toMatch(/measurement|observation|action/);
    }
  });

  it('leads from every stage that fails to a step of the chart, in both demo units', () => {
    for (const context of [BURNER, VENT]) {
      for (const sequence of context.model.sequences ?? []) {
        for (const stage of readSequence(context.model, sequence).stages.filter(isWatched)) {
          for (const commanded of [true, false]) {
            const driver = opened(context);
            watchTo(driver, sequence.id, stage.id, commanded);
            const entry = first(driver, 'watch-first');
            expect(entry?.reasons.some(({ kind }) => kind === 'watch'))
              .withContext(`${sequence.id}.${stage.id} ${commanded}`)
              .toBeTrue();
          }
        }
      }
    }
  });

  it('sends a stage that was commanded elsewhere than one that was not', () => {
    const dead = opened(BURNER);
    watchTo(dead, 'enrich', 'fan', false);
    expect(first(dead, 'watch-first')?.step).toBe('mains-at-board');
    const stuck = opened(BURNER);
    watchTo(stuck, 'enrich', 'fan', true);
    expect(first(stuck, 'watch-first')?.step).toBe('fan-volts');
  });

  it('lets the school decide where code and watch part', () => {
    const driver = opened(BURNER);
    driver.log(shown('4'));
    watchTo(driver, 'enrich', 'flame', false);
    expect(first(driver, 'code-first')?.step).toBe('limit');
    expect(first(driver, 'watch-first')?.step).toBe('flame-signal');
  });

  it('drops a code that was set aside or cleared, and says when it came back', () => {
    const driver = opened(BURNER);
    const read = driver.log(shown('2'));
    driver.log({ type: 'code-dismissed', code: read.id, reason: 'from the last service' });
    expect(first(driver)?.score).toBe(0);
    driver.log({ type: 'codes-cleared', how: 'supply off' });
    driver.log(shown('2'));
    expect(first(driver)?.reasons[0]?.words).toContain('back after it was cleared');
  });

  it('trusts a code that is shown more than one from memory, and a normal sign not at all', () => {
    const driver = opened(BURNER);
    driver.log(shown('4', { stored: true, order: 1 }));
    driver.log(shown('2'));
    expect(first(driver)?.step).toBe('fan-volts');
    const normal = opened(BURNER);
    normal.log(shown('fast'));
    expect(first(normal)?.score).toBe(0);
  });

  it('keeps an unknown code and lets it speak for nothing', () => {
    const driver = opened(BURNER);
    driver.log(shown('11'));
    expect(observedIn(BURNER, driver.state).codes.map(({ event, document }) => [event.code, document])).toEqual([
      ['11', undefined],
    ]);
    expect(first(driver)?.score).toBe(0);
  });

  it('hears signs, and forgets complaints that are gone', () => {
    const driver = opened(VENT, 'vent opens but does not close');
    expect(first(driver)?.reasons[0]?.kind).toBe('complaint');
    driver.log({ type: 'sign-noted', sense: 'sound', what: 'click', where: 'relay', isThere: true, grade: 'observed' });
    expect(first(driver)?.reasons.some(({ kind }) => kind === 'sign')).toBeTrue();
    driver.log({ type: 'complaint-ticked', complaint: driver.state.opened?.id ?? '', result: 'gone' });
    expect(first(driver)?.reasons.some(({ kind }) => kind === 'complaint')).toBeFalse();
  });
});

describe('what a complaint fits', () => {
  const CHARTS = [
    'no carbon dioxide',
    'burner does not light',
    'burner goes out',
    'Pump contactor does not pull in',
    'pump does not start',
    'vent opens but does not close',
    'vent closes but does not open',
    'contactor hums',
  ];
  const hearing = new Hearing(CHARTS, {
    boards: [],
    devices: [{ id: 'K1', kind: 'contactor', name: 'Pump contactor' }],
  } as unknown as UnitModelDocument);
  /** The charts that fit, the best first. */
  const fits = (said: string): readonly string[] =>
    CHARTS.flatMap((chart, index) => {
      const fit = hearing.compare(index, said);
      return fit ? [{ chart, ...fit }] : [];
    })
      .sort((a, b) => b.score - a.score)
      .map(({ chart }) => chart);

  it('is never its opposite', () => {
    expect(fits('too much carbon dioxide')).toEqual([]);
    expect(fits('no carbon dioxide since Monday')).toEqual(['no carbon dioxide']);
    expect(fits('will not stop')).toEqual([]);
    expect(fits('vent opens but does not close')[0]).toBe('vent opens but does not close');
    expect(fits('vent opens but does not close')).not.toContain('vent closes but does not open');
    expect(fits('the contactor has no hum')).not.toContain('contactor hums');
    expect(fits("it won't light, the burner")[0]).toBe('burner does not light');
  });

  it('is found by its title, by a part under its other name, and although it is misspelt', () => {
    expect(fits('contactor does not pull in')[0]).toBe('Pump contactor does not pull in');
    expect(fits('K1 does not pull in')[0]).toBe('Pump contactor does not pull in');
    expect(fits('burnner does not lihgt')[0]).toBe('burner does not light');
    expect(fits('carbn dioxyde: none')).toEqual([]);
  });

  it('counts rare words more than those of every chart, and says which they were', () => {
    expect(fits('the burner goes out at night')[0]).toBe('burner goes out');
    const fit = hearing.compare(CHARTS.indexOf('pump does not start'), 'The pumps never started');
    expect(fit?.words).toEqual(['pumps', 'started']);
    const pumps = hearing.compare(CHARTS.indexOf('pump does not start'), 'something about the pump')?.score ?? 0;
    expect(pumps).toBeLessThan(fit?.score ?? 0);
  });

  it('tells several complaints apart, and quotes the one that fits', () => {
    const driver = opened(VENT, 'rain comes in');
    driver.log({
      type: 'intake-recorded',
      topic: 'complaint',
      text: 'vent opens but does not close',
      grade: 'reported',
    });
    const complaint = first(driver)?.reasons.find(({ kind }) => kind === 'complaint');
    expect(complaint?.words).toContain(
      'The complaint “vent opens but does not close” fits “vent opens but does not close”',
    );
  });

  it('says where the opposite of a sign was noted as well', () => {
    const driver = opened(VENT);
    const click = { type: 'sign-noted', sense: 'sound', what: 'click', where: 'relay', grade: 'observed' } as const;
    driver.log({ ...click, isThere: true });
    expect(first(driver)?.reasons[0]?.words).not.toContain('opposite');
    driver.log({ ...click, isThere: false });
    expect(first(driver)?.reasons[0]?.words).toContain('The opposite was noted as well: look again.');
    // In words of its own.
    const denied = opened(VENT);
    denied.log({ ...click, isThere: true });
    denied.log({ ...click, what: 'no click', where: 'motor', isThere: true });
    expect(first(denied)?.reasons[0]?.words).toContain('The opposite was noted as well');
  });
});
