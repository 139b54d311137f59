import { TestBed } from '@angular/core/testing';
import type { EventBody } from '@juxtameter/core';
import { BURNER_CONTEXT, burnerVisit } from '../../../../core/src/testing/burner';
import type { VisitDriver } from '../../../../core/src/testing/demo';
import { Shown } from '../../testing/shown';
import { ComplaintsCard } from './complaints-card';
import { IdentityCard } from './identity-card';
import { PriorWorkCard } from './prior-work-card';
import { RepairCard } from './repair-card';
import { TopicCard } from './topic-card';
import { WeatherCard } from './weather-card';

type Card = ComplaintsCard | IdentityCard | PriorWorkCard | RepairCard | TopicCard | WeatherCard;

/** A card with a visit behind it that takes up what it records. */
async function card<Type extends Card>(
  type: new () => Type,
  driver: VisitDriver,
  inputs: Record<string, unknown> = {},
) {
  const shown = await Shown.of(type, { visit: driver.state, ...inputs });
  const recorded: EventBody[] = [];
  shown.fixture.componentInstance.recorded.subscribe((body) => {
    recorded.push(body);
    driver.log(body);
    shown.fixture.componentRef.setInput('visit', driver.state);
  });
  return { shown, recorded };
}

describe('the intake', () => {
  beforeEach(() => TestBed.resetTestingModule());
  it('takes a word with a tap and takes it back with the next', async () => {
    const driver = burnerVisit();
    const inputs = { topic: 'onset', label: 'How it began', words: ['suddenly', 'gradually'] };
    const { shown, recorded } = await card(TopicCard, driver, inputs);
    await shown.press('suddenly');
    expect(recorded[0]).toEqual({ type: 'intake-recorded', topic: 'onset', text: 'suddenly', grade: 'reported' });
    expect(shown.button('suddenly').getAttribute('aria-pressed')).toBe('true');
    await shown.press('suddenly');
    expect(recorded[1]?.type).toBe('retracted');
    expect(shown.button('suddenly').getAttribute('aria-pressed')).toBe('false');
  });

  it('grades what is typed as it was come by', async () => {
    const { shown, recorded } = await card(TopicCard, burnerVisit(), {
      topic: 'reproduced',
      label: 'What you see yourself',
      usual: 'observed',
    });
    await shown.type('input', 'ticks and stops');
    await shown.press('observed');
    await shown.press('assumed');
    await shown.submit();
    expect(recorded[0]).toEqual(jasmine.objectContaining({ text: 'ticks and stops', grade: 'assumed' }));
    await shown.submit();
    expect(recorded.length).toBe(1);
  });

  it('keeps several complaints and ticks each', async () => {
    const driver = burnerVisit('does not light');
    const { shown, recorded } = await card(ComplaintsCard, driver);
    await shown.type('input[name=complaint]', 'smells when it stops');
    await shown.submit();
    await shown.press('gone');
    expect(recorded.map(({ type }) => type)).toEqual(['intake-recorded', 'complaint-ticked']);
    expect(shown.words).toContain('“does not light”gone');
    expect(shown.words).toContain('“smells when it stops”');
  });

  it('asks for something of earlier work, and takes it apart for the warnings', async () => {
    const { shown, recorded } = await card(PriorWorkCard, burnerVisit());
    await shown.submit();
    expect(shown.words).toContain('Say at least who');
    await shown.type('input[name=who]', 'a cousin');
    await shown.type('input[name=parts]', 'igniter, board');
    await shown.type('input[name=before]', 'went out');
    await shown.press('never right since');
    await shown.submit();
    expect(recorded[0]).toEqual(
      jasmine.objectContaining({
        topic: 'prior-work',
        priorWork: { who: 'a cousin', parts: ['igniter', 'board'], complaintBefore: 'went out', result: 'never-right' },
      }),
    );
  });

  it('keeps what was typed when a temperature cannot be, and says what can', async () => {
    const { shown, recorded } = await card(WeatherCard, burnerVisit());
    await shown.type('input[name=outside]', '400');
    await shown.press('frost');
    await shown.submit();
    expect(recorded).toEqual([]);
    expect(shown.words).toContain('accepted: -60 to 70 °C');
    expect(shown.page.querySelector<HTMLInputElement>('input[name=outside]')?.value).toBe('400');
    await shown.type('input[name=outside]', '-4');
    await shown.submit();
    expect(recorded[0]).toEqual(
      jasmine.objectContaining({ text: 'frost, outside -4 °C', temperatures: { outside: -4 } }),
    );
  });

  it('warns where board, file and papers disagree about what is fitted', async () => {
    const unit = {
      id: 'u',
      site: 's',
      name: 'Burner',
      unitModel: 'co2-burner',
      boards: { BC: { number: 'BC-7 rev D' } },
      settings: { 'BC.ID': 'A' },
      options: { AX1: false },
    };
    const driver = burnerVisit();
    const { shown, recorded } = await card(IdentityCard, driver, { context: BURNER_CONTEXT, unit });
    expect(shown.words).toContain('Documents differ: label inside the lid says A, rating plate says B');
    await shown.type('input[placeholder="BC-7 rev D"]', 'bc 7 REV d');
    expect(shown.words).not.toContain('Find a third source');
    await shown.type('input[placeholder="BC-7 rev D"]', 'BC-7 rev C');
    expect(shown.words).toContain('Find a third source');
    await shown.press('B 25 kW burner');
    expect(shown.words).toContain("The unit's file says A");
    await shown.press('there');
    expect(recorded.at(-1)).toEqual({ type: 'option-noted', option: 'AX1', present: true });
    expect(driver.state.conditions.positions).toEqual({ 'BC.ID': 'B' });
  });

  it('keeps parts and follow-ups for the next visit, and ticks them', async () => {
    const { shown, recorded } = await card(RepairCard, burnerVisit(), { context: BURNER_CONTEXT });
    await shown.type('input[name=part]', 'IG1');
    await shown.type('input[name=why]', 'read open');
    await shown.submit('form');
    expect(recorded[0]).toEqual({ type: 'part-fitted', part: 'IG1', state: 'new', why: 'read open' });
    expect(shown.words).toContain('Fitted: Glow igniter IG1 · read open');
    await shown.type('input[name=follow-up]', 'rod lead brittle');
    await shown.submit('form:nth-of-type(2)');
    await shown.press('Done');
    expect(shown.words).toContain('Done: rod lead brittle');
  });

  it('ticks complaints off on a closed visit too', async () => {
    const { shown, recorded } = await card(ComplaintsCard, burnerVisit('no flame'), { canEdit: false });
    expect(shown.page.querySelector('input')).toBeNull();
    await shown.press('gone');
    expect(recorded[0]).toEqual(jasmine.objectContaining({ type: 'complaint-ticked', result: 'gone' }));
  });

  it('changes nothing else on a closed visit', async () => {
    for (const [type, inputs] of [
      [PriorWorkCard, {}],
      [WeatherCard, {}],
      [RepairCard, { context: BURNER_CONTEXT }],
      [TopicCard, { topic: 'onset', label: 'x', words: ['suddenly'] }],
    ] as const) {
      TestBed.resetTestingModule();
      const { shown } = await card(type as new () => Card, burnerVisit('x'), { ...inputs, canEdit: false });
      expect(shown.page.querySelectorAll('button, input').length).withContext(type.name).toBe(0);
    }
  });
});
