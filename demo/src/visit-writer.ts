import {
  append,
  askedReading,
  currentStep,
  draftFinding,
  EMPTY_VISIT,
  enterFreeReading,
  enterReading,
  matrixProgress,
  targetStep,
  type EventBody,
  type EventEnvelope,
  type FreeReading,
  type ReadingEntry,
  type VisitContext,
  type VisitEvent,
  type VisitState,
  stamped,
} from '@juxtameter/core';
import { visitContext, type PinnedDocuments } from '@juxtameter/contract';

/** Writes a visit as its technician would: one call an event, the clock half a minute on. */
export class VisitWriter {
  readonly events: VisitEvent[] = [];
  state: VisitState = EMPTY_VISIT;
  readonly id: string;
  private readonly context: ReturnType<typeof visitContext>;
  private elapsed = 0;

  constructor(
    readonly pinned: PinnedDocuments,
    private readonly begins: number,
    private readonly by: string,
    /** Tells the visits of one moment apart; two digits. */
    private readonly number: number,
  ) {
    this.context = visitContext(pinned);
    this.id = this.uuid(begins, 0);
  }

  /** Seconds go by before the next event. */
  wait(seconds: number): void {
    this.elapsed += seconds * 1000;
  }

  log(body: EventBody): VisitEvent {
    const event = stamped(this.envelope(), this.state, body);
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
    this.elapsed += 24_000 + ((this.events.length * 7919) % 17) * 1000;
    return event;
  }

  /** What the current step asks for, typed; several parts in order by ` / `. */
  read(text: string, options: Omit<ReadingEntry, 'text' | 'at'> = {}): readonly VisitEvent[] {
    const read: VisitEvent[] = [];
    const asked = askedReading(this.context, this.state, options.method, undefined, options.point);
    for (const part of (asked?.slot ?? asked?.proof) ? text.split(' / ') : [text]) {
      const entered = enterReading(this.context, this.state, { ...options, text: part, at: this.envelope().at });
      if (entered.outcome !== 'event') throw new Error(`${this.state.step}: "${part}" ${JSON.stringify(entered)}`);
      read.push(this.log(entered.body));
    }
    return read;
  }

  /** A reading beside the chart. */
  free(line: FreeReading): VisitEvent {
    const entered = enterFreeReading(this.context, this.state, line);
    if (entered.outcome !== 'event') throw new Error(`${line.from} to ${line.to}: ${JSON.stringify(entered)}`);
    return this.log(entered.body);
  }

  /** A body the core makes out of where the visit stands. */
  make(maker: (context: VisitContext, state: VisitState) => EventBody | undefined): VisitEvent {
    const body = maker(this.context, this.state);
    if (!body) throw new Error(`${this.state.step}: nothing to log`);
    return this.log(body);
  }

  /** What the core makes of each thing it finds where the visit stands, found before the first is logged. */
  each<Thing>(
    find: (context: VisitContext, state: VisitState) => readonly Thing[],
    body: (thing: Thing) => EventBody | readonly EventBody[] | undefined,
  ): void {
    const bodies = find(this.context, this.state).flatMap((thing) => body(thing) ?? []);
    for (const each of bodies) this.log(each);
  }

  /** One look of the matrix the visit stands at: jumper in, look, jumper out. */
  jump(works: boolean): void {
    const cell = matrixProgress(this.context, this.state)?.next;
    if (!cell?.jumper || this.state.step === undefined) throw new Error(`${this.state.step} is no matrix`);
    this.log(cell.jumper);
    this.log({ type: 'matrix-looked', step: this.state.step, call: cell.call.id, place: cell.place.id, works });
    this.log({ type: 'bypass-removed', bypass: cell.jumper.bypass });
  }

  /** The action of the current step is done. */
  done(): void {
    const step = currentStep(this.context, this.state);
    if (step?.kind !== 'action') throw new Error(`${this.state.step} is no action`);
    this.log({ type: 'action-done', step: this.state.step ?? '', next: step.next });
  }

  answer(answer: string): void {
    const step = currentStep(this.context, this.state);
    const target = step?.kind === 'observation' ? step.answers[answer] : undefined;
    if (target === undefined) throw new Error(`${answer} is no answer of ${this.state.step}`);
    this.log({ type: 'observation-made', step: this.state.step ?? '', answer, next: targetStep(target) });
  }

  /** Taken back, the last first. */
  retract(events: readonly VisitEvent[]): void {
    for (const event of [...events].reverse()) this.log({ type: 'retracted', event: event.id });
  }

  conclude(): void {
    const finding = draftFinding(this.context, this.state);
    if (!finding) throw new Error(`${this.state.step} is no finding`);
    this.log(finding);
  }

  private envelope(): EventEnvelope {
    const at = this.begins + this.elapsed;
    return {
      id: this.uuid(at, this.events.length + 1),
      visit: this.id,
      device: this.uuid(this.begins, 999),
      deviceSeq: this.events.length + 1,
      seenSeq: 0,
      at: new Date(at).toISOString(),
      zone: '+01:00',
      monotonic: this.elapsed,
      by: this.by,
    };
  }

  private uuid(time: number, index: number): string {
    const hex = time.toString(16).padStart(12, '0');
    return `${hex.slice(0, 8)}-${hex.slice(8)}-70${String(this.number).padStart(2, '0')}-8000-${String(index).padStart(12, '0')}`;
  }
}
