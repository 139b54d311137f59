import handMeter from '../../../demo/data/meters/hand-6000.json';
import pocketMeter from '../../../demo/data/meters/pocket-2000.json';
import procedure from '../../../demo/data/procedures/pump-contactor-does-not-pull-in.json';
import unitModel from '../../../demo/data/unit-models/mist-pump-panel.json';
import { readMeter, type Meter, type MeterDocument } from '../meter';
import type { ProcedureDocument } from '../procedure';
import type { UnitModelDocument } from '../unit-model';
import {
  append,
  EMPTY_VISIT,
  enterReading,
  type EventBody,
  type EventEnvelope,
  VisitContext,
  type VisitEvent,
  type VisitState,
} from '../visit';

/** The demo documents, as the specs' common ground. */
export const DEMO_MODEL = unitModel as unknown as UnitModelDocument;
export const DEMO_PROCEDURE = procedure as unknown as ProcedureDocument;
export const HAND_METER: Meter = readMeter(handMeter as unknown as MeterDocument);
export const POCKET_METER: Meter = readMeter(pocketMeter as unknown as MeterDocument);
export const DEMO_CONTEXT = new VisitContext({
  model: DEMO_MODEL,
  procedures: { [DEMO_PROCEDURE.id]: DEMO_PROCEDURE },
  meters: { [HAND_METER.id]: HAND_METER, [POCKET_METER.id]: POCKET_METER },
});

export function uuid(number: number): string {
  return `00000000-0000-7000-8000-${String(number).padStart(12, '0')}`;
}

/** An envelope with a clock that advances a minute an event. */
export function envelope(index: number, overrides: Partial<EventEnvelope> = {}): EventEnvelope {
  return {
    id: uuid(index + 1),
    visit: uuid(0),
    device: uuid(900),
    deviceSeq: index + 1,
    seenSeq: 0,
    at: new Date(Date.UTC(2026, 10, 24, 9, index)).toISOString(),
    monotonic: index * 60_000,
    by: 'Wren',
    ...overrides,
  };
}

/** A visit driven by hand: each call logs one event. */
export class VisitDriver {
  events: VisitEvent[] = [];
  state: VisitState = EMPTY_VISIT;

  constructor(readonly context: VisitContext = DEMO_CONTEXT) {}

  log(body: EventBody, overrides: Partial<EventEnvelope> = {}): VisitEvent {
    const event: VisitEvent = { ...envelope(this.events.length, overrides), ...body };
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
    return event;
  }

  open(): this {
    this.log({ type: 'visit-opened', unit: 'mist-line-2', complaint: 'no mist', meter: 'hand-6000' });
    this.log({ type: 'procedure-started', procedure: DEMO_PROCEDURE.id, start: DEMO_PROCEDURE.start });
    return this;
  }

  /** Carries out the action the visit stands at. */
  act(): this {
    const step = DEMO_PROCEDURE.steps[this.state.step ?? ''];
    if (step?.kind !== 'action') throw new Error(`"${this.state.step}" is no action`);
    this.log({ type: 'action-done', step: this.state.step ?? '', next: (step as { next: string }).next });
    return this;
  }

  answer(answer: string): this {
    const step = DEMO_PROCEDURE.steps[this.state.step ?? ''] as { answers: Record<string, { go: string }> };
    this.log({ type: 'observation-made', step: this.state.step ?? '', answer, next: step.answers[answer]?.go ?? '' });
    return this;
  }

  read(text: string, method?: string): VisitEvent {
    const entered = enterReading(this.context, this.state, { text, ...(method ? { method } : {}) });
    if (entered.outcome !== 'event') throw new Error(`${text}: ${entered.outcome}`);
    return this.log(entered.body);
  }

  /** From the start to the first dead measurement, proven dead. */
  toFuse(): this {
    this.open().act().answer('nothing').answer('both-lit').act();
    this.prove();
    return this.answer('none');
  }

  prove(): this {
    for (const text of ['231', '9.1', ...Array.from({ length: 12 }, () => '0.1'), '230', '9.1']) this.read(text);
    return this;
  }
}
