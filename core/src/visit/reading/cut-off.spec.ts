import type { ActionStep, ProcedureDocument } from '../../procedure';
import { BURNER_CONTEXT } from '../../testing/burner';
import { uuid, VisitDriver } from '../../testing/demo';
import { asItStands } from '../safety';
import { cutOffWords } from '../standing';
import { VisitContext, type EventBody, type EventEnvelope } from '../record';
import { askedFree, enterFreeReading } from './free-reading';

const OHMS = { function: 'resistance', from: 'PS1.1', to: 'PS1.2', expects: '', text: '0.4' } as const;
const LIVE: readonly EventBody[] = [
  { type: 'visit-opened', unit: 'burner', complaint: '' },
  { type: 'supply-changed', supply: 'mains', state: 'on' },
  { type: 'supply-changed', supply: 'control', state: 'on' },
];
const OUT: EventBody = { type: 'connector-changed', connector: 'BC.X3', state: 'out' };

function visit(...bodies: readonly EventBody[]): VisitDriver {
  const driver = new VisitDriver(BURNER_CONTEXT);
  [...LIVE, ...bodies].forEach((body) => driver.log(body));
  return driver;
}

function isTaken(driver: VisitDriver, line: { readonly from: string; readonly to: string } = OHMS): boolean {
  const entered = enterFreeReading(driver.context, driver.state, { ...OHMS, ...line });
  return (
    entered.outcome === 'event' && entered.body.type === 'reading-taken' && entered.body.judgement.verdict !== 'invalid'
  );
}

describe('ohms while something else is live', () => {
  it('count across a switch whose plug is out, and say what stays live', () => {
    expect(isTaken(visit())).toBeFalse();
    const driver = visit(OUT);
    expect(isTaken(driver)).toBeTrue();
    const asked = askedFree(driver.context, driver.state, OHMS);
    expect('outcome' in asked ? '' : cutOffWords(driver.state, asked)).toContain('The rest is live');
    expect(isTaken(driver, { from: 'Q1.2', to: 'Q1.4' })).toBeFalse();
    expect(isTaken(driver, { from: 'BC.X3.1@plug', to: 'CC.1' })).toBeFalse();
    expect(isTaken(driver, { from: 'PS1.1', to: 'PE.1' })).toBeFalse();
  });

  it('never for an insulation test: its volts go where the wiring leads', () => {
    const driver = visit(OUT);
    const line = { ...OHMS, function: 'insulation', text: '200M' } as const;
    const entered = enterFreeReading(driver.context, driver.state, line);
    expect(
      entered.outcome === 'event' && entered.body.type === 'reading-taken' && entered.body.judgement.verdict,
    ).not.toBe('within');
    const asked = askedFree(driver.context, driver.state, line);
    expect('outcome' in asked ? [] : asked.unmet.map(({ id }) => id)).toContain('mains');
  });

  it('no longer once the plug is in, its note is taken back, or a jumper is in', () => {
    expect(isTaken(visit(OUT, { type: 'connector-changed', connector: 'BC.X3', state: 'in' }))).toBeFalse();
    const undone = visit(OUT);
    undone.log({ type: 'retracted', event: undone.events.at(-1)?.id ?? '' });
    expect(isTaken(undone)).toBeFalse();
    expect(
      isTaken(visit(OUT, { type: 'bypass-placed', bypass: 'j', from: 'CC.1', to: 'CC.2', why: 'test' })),
    ).toBeFalse();
  });

  it('not by the word of somebody who was away since, until the plug is said to be out again', () => {
    const gaps: readonly ((before: EventEnvelope) => Partial<EventEnvelope>)[] = [
      ({ at }) => ({ at: new Date(Date.parse(at) + 16 * 60_000).toISOString() }),
      ({ at }) => ({ at: new Date(Date.parse(at) - 60_000).toISOString() }),
      () => ({ device: uuid(901), by: 'Finch' }),
    ];
    for (const gap of gaps) {
      const driver = visit(OUT);
      const previous = driver.events.at(-1);
      if (previous) driver.log({ type: 'note-added', text: 'back' }, gap(previous));
      expect(asItStands(driver.state).connectors).toEqual({});
      expect(isTaken(driver)).toBeFalse();
      const last = driver.events.at(-1);
      if (last) driver.log(OUT, { at: last.at, device: last.device, by: last.by, monotonic: last.monotonic });
      expect(isTaken(driver)).toBeTrue();
    }
    const handed = visit(OUT, { type: 'handed-over', to: 'Moss', altered: [] });
    expect(isTaken(handed)).toBeFalse();
  });

  it('by what was said of plugs and leads since anybody was last away, in whichever way it was said', () => {
    const step: ActionStep = {
      kind: 'action',
      text: 'Pull them.',
      recipe: [{ do: 'Pull X2.', sets: { connectors: { 'BC.X2': 'out' } } }],
      sets: { connectors: { 'BC.X4': 'out' }, leads: { w22: 'GV1.1' } },
      next: 'read',
    };
    const [any] = Object.values(BURNER_CONTEXT.procedures);
    const look = { kind: 'observation', text: 'Look.', answers: { seen: '@end' } };
    const chart = {
      ...any,
      id: 'pulls',
      start: 'pull',
      steps: { pull: step, read: look },
    } as unknown as ProcedureDocument;
    const context = new VisitContext({ model: BURNER_CONTEXT.model, procedures: { pulls: chart }, meters: {} });
    const log: readonly EventBody[] = [
      ...LIVE,
      { type: 'procedure-started', procedure: 'pulls', start: 'pull' },
      OUT,
      { type: 'condition-noted', group: 'leads', item: 'w8', state: 'FM1.E' },
      { type: 'condition-noted', group: 'facts', item: 'w20', state: 'true' },
      { type: 'action-done', step: 'pull', next: 'read' },
      { type: 'note-added', text: 'tea' },
    ];
    const saidAt: readonly (readonly [number, 'connectors' | 'leads', string])[] = [
      [4, 'connectors', 'BC.X3'],
      [5, 'leads', 'w8'],
      [7, 'connectors', 'BC.X2'],
      [7, 'connectors', 'BC.X4'],
      [7, 'leads', 'w22'],
    ];
    for (let away = 1; away <= log.length; away += 1) {
      const driver = new VisitDriver(context);
      log.forEach((body, index) => {
        const before = driver.events.at(-1);
        const minutes = index === away ? 60 : 1;
        const at = new Date(Date.parse(before?.at ?? '2026-01-01T08:00:00.000Z') + minutes * 60_000).toISOString();
        driver.log(body, { at, monotonic: Date.parse(at) });
      });
      const stands = asItStands(driver.state);
      for (const [index, group, id] of saidAt)
        expect(stands[group]?.[id] !== undefined)
          .withContext(`${id}, away before ${away}`)
          .toBe(away === log.length || index >= away);
      expect(stands.leads?.['w20']).toBeUndefined();
    }
  });

  it('not by a note of something else by the same name, nor by a step that was passed over', () => {
    const step: ActionStep = {
      kind: 'action',
      text: 'Pull it.',
      sets: { connectors: { 'BC.X3': 'out' } },
      next: '@end',
    };
    const [any] = Object.values(BURNER_CONTEXT.procedures);
    const chart = { ...any, id: 'pulls', start: 'pull', steps: { pull: step } } as unknown as ProcedureDocument;
    const context = new VisitContext({ model: BURNER_CONTEXT.model, procedures: { pulls: chart }, meters: {} });
    const driver = new VisitDriver(context);
    const lead: EventBody = { type: 'condition-noted', group: 'leads', item: 'w8', state: 'FM1.E' };
    [...LIVE, { type: 'procedure-started', procedure: 'pulls', start: 'pull' } as const, OUT, lead].forEach((body) =>
      driver.log(body),
    );
    const last = driver.events.at(-1);
    const late = new Date(Date.parse(last?.at ?? '') + 3_600_000).toISOString();
    driver.log({ type: 'condition-noted', group: 'positions', item: 'w8', state: 'FM1.E' }, { at: late });
    driver.log({ type: 'step-skipped', step: 'pull', how: 'cannot-do', reason: 'stuck', next: '@end' }, { at: late });
    expect(driver.state.conditions.connectors).toEqual({ 'BC.X3': 'out' });
    expect(asItStands(driver.state)).toEqual({ connectors: {}, leads: {}, bypasses: {} });
  });
});
