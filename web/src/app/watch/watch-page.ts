import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import {
  CAUTIONS,
  deadForCall,
  commandAsked,
  elementName,
  fittingChoices,
  gasSmelt,
  isLate,
  isTooEarly,
  powerUpRefusal,
  isWatched,
  observedIn,
  rankEntries,
  runningWatch,
  secondsBetween,
  watchesOf,
  watchOutcome,
  type EventBody,
  type StageMark,
  type VisitEvent,
  type Watch,
} from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { VisitStrip } from '../visit/visit-strip';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { Ticker } from '../shell/ticker';
import { EventStamp } from '../visit/event-stamp';
import { HoldOffLine } from '../visit/hold-off-line';
import { openVisit } from '../visit/open-visit';
import { VisitActions } from '../visit/store/visit.actions';
import { visitFeature } from '../visit/store/visit.reducer';
import { WakeLock } from '../visit/wake-lock';
import { WatchTimeline } from './watch-timeline';
import { Choice } from '../kit/choice';

const LABELS = ['before', 'after a reset', 'after the repair'];

/** A call watched stage by stage: one big button, a clock that reads events, slots and marks on one axis. */
@Component({
  selector: 'jx-watch-page',
  imports: [
    Button,
    Choice,
    FormsModule,
    HoldOffLine,
    PageHeader,
    RouterLink,
    StateMessage,
    TextField,
    WatchTimeline,
    VisitStrip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'pressed($event)' },
  templateUrl: './watch-page.html',
  styleUrl: './watch-page.scss',
})
export class WatchPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  private readonly stamp = inject(EventStamp);
  private readonly application = inject(ApplicationRef);
  private readonly now = inject(Ticker).follow();
  protected readonly opened = openVisit(this.id);
  protected readonly visit = this.opened.visit;
  protected readonly words = openProblemWords;
  protected readonly labels = LABELS;
  private readonly undoable = this.store.selectSignal(visitFeature.selectUndoable);
  protected readonly sequences = computed(() => this.opened.context()?.model.sequences ?? []);
  protected readonly choices = computed(() => this.sequences().map(({ id, name = id }) => ({ id, name })));
  protected readonly chosen = signal<string | undefined>(undefined);
  protected readonly sequence = computed(
    () => this.sequences().find(({ id }) => id === this.chosen()) ?? this.sequences()[0],
  );
  protected readonly watches = computed(() => {
    const context = this.opened.context();
    return context ? watchesOf(context, this.visit()) : [];
  });
  protected readonly running = computed(() => {
    const context = this.opened.context();
    return context && runningWatch(context, this.visit());
  });
  protected readonly label = linkedSignal<number, string>({
    source: computed(() => this.watches().length),
    computation: (count) => LABELS[Math.min(count, LABELS.length - 1)] ?? '',
  });
  /** The safety question is asked anew before every call of gas equipment. */
  protected readonly noGas = linkedSignal<number, boolean>({
    source: computed(() => this.watches().length),
    computation: () => false,
  });
  protected readonly isGas = computed(() => (this.sequence()?.cautions ?? []).includes('gas'));
  protected readonly isGasSmelt = computed(() => gasSmelt(this.visit()));
  protected readonly cautions = computed(() =>
    (this.sequence()?.cautions ?? []).map((kind) => ({ kind: kind.replaceAll('-', ' '), text: CAUTIONS[kind] ?? '' })),
  );
  /** Supplies that are known to be off: a call would start nothing now, and all of it later. */
  protected readonly deadSupplies = computed(() => {
    const context = this.opened.context();
    return context ? deadForCall(context, this.visit()) : [];
  });
  /** Why nothing gets power yet: a board that is not cleared. */
  protected readonly powerUp = computed(() => {
    const context = this.opened.context();
    return context && powerUpRefusal(context, this.visit());
  });
  protected readonly canStart = computed(
    () =>
      !this.visit().closed && !this.isGasSmelt() && (!this.isGas() || this.noGas()) && this.deadSupplies().length === 0,
  );
  protected readonly elapsed = computed(() => {
    const watch = this.running();
    this.now();
    return watch ? this.since(watch.started) : undefined;
  });
  protected readonly next = computed(() => this.running()?.next);
  protected readonly isCommanded = computed(() => {
    const watch = this.running();
    const id = this.next()?.stage.id;
    const last = watch?.marks.at(-1);
    return last?.mark === 'commanded' && last.stage?.id === id;
  });
  /** A stage that is not due yet cannot fail: nobody condemns a board during a wait. */
  protected readonly canDeny = computed(() => !isTooEarly(this.next(), this.elapsed() ?? 0));
  /** A stage did not follow, and nothing is due after it. */
  protected readonly hasStopped = computed(() => {
    const [context, watch] = [this.opened.context(), this.running()];
    const isOver = this.next() === undefined && context !== undefined && watch !== undefined;
    return isOver && watchOutcome(context, watch).stoppedAt !== undefined;
  });
  /** What did not follow: was it commanded? Only the eye that watched can say. */
  protected readonly asked = computed(() => {
    const [context, watch] = [this.opened.context(), this.running()];
    return context && watch && commandAsked(context, watch);
  });
  /** Something is still due, or did not come: this is no end. */
  protected readonly isCut = computed(() => this.next() !== undefined || this.hasStopped());
  /** What the clock says about the stage that is due. */
  protected readonly due = computed(() => {
    const [slot, at] = [this.next(), this.elapsed()];
    if (!slot || at === undefined) return undefined;
    const wait = slot.waits.find(({ from, to }) => at >= from - 0.5 && at < to);
    if (wait && at < slot.earliest)
      return {
        kind: 'wait',
        words: `${capital(wait.stage.name)}: nothing is wrong, ${clock(slot.earliest - at)} to go`,
      };
    if (at < slot.earliest) return { kind: 'early', words: `due in ${clock(slot.earliest - at)}` };
    if (!isLate(slot, at))
      return {
        kind: 'due',
        words: Number.isFinite(slot.latest)
          ? `due now, within ${clock(slot.latest - at)}`
          : 'due now; no latest time is on file',
      };
    return { kind: 'late', words: `late by ${clock(at - slot.latest)}` };
  });
  protected readonly outcomes = computed(() => {
    const context = this.opened.context();
    if (!context) return [];
    return this.watches()
      .map((watch) => ({ watch, outcome: watchOutcome(context, watch) }))
      .reverse()
      .map(({ watch, outcome }) => ({
        id: watch.started.id,
        label: watch.started.label,
        watch,
        isRunning: watch.ended === undefined,
        how: watch.ended?.how,
        words: outcome.words,
        isDenied: watch.marks.at(-1)?.mark === 'never',
        needs: outcome.needs.join(', '),
        code: outcome.code ? `Code ${outcome.code.code} should follow: ${outcome.code.meaning}.` : '',
        suspects: outcome.suspects.map((each) => elementName(context.model, each)).join(', '),
        outOfTime: outcome.outOfTime.map((mark) => `${mark.stage?.name ?? ''}: ${mark.judgement?.sentence ?? ''}`),
        doubtful: watch.marks.some(({ isDoubtful }) => isDoubtful),
        unread: this.unreadSetting(watch),
      }));
  });
  /** A running watch has its own page above; it is told of here once a stage was said not to follow. */
  protected readonly shown = computed(() =>
    this.outcomes().filter(({ isRunning, suspects, isDenied }) => !isRunning || isDenied || suspects !== ''),
  );
  /** Where the newest watch leads. */
  protected readonly entry = computed(() => {
    const context = this.opened.context();
    const outcome = this.outcomes()[0];
    if (!context || !outcome?.suspects) return undefined;
    return rankEntries(context, observedIn(context, this.visit()), 'watch-first').find(({ reasons }) =>
      reasons.some(({ kind }) => kind === 'watch'),
    );
  });

  constructor() {
    inject(WakeLock).hold(inject(DestroyRef));
  }

  protected start(): void {
    const sequence = this.sequence();
    if (!sequence || !this.canStart() || this.running()) return;
    if (this.isGas())
      this.opened.record({
        type: 'sign-noted',
        sense: 'smell',
        what: 'gas',
        where: 'before the call',
        isThere: false,
        grade: 'observed',
      });
    this.record({ type: 'watch-started', sequence: sequence.id, label: this.label().trim() || 'watch' });
  }

  protected mark(mark: StageMark): void {
    const [watch, slot] = [this.running(), this.next()];
    if (!watch || !slot || (mark === 'never' && !this.canDeny())) return;
    this.record({ type: 'stage-marked', watch: watch.started.id, stage: slot.stage.id, mark });
  }

  /** Says of the stage that did not follow whether it was commanded. */
  protected answer(mark: StageMark): void {
    const [watch, stage] = [this.running(), this.asked()];
    if (watch && stage) this.record({ type: 'stage-marked', watch: watch.started.id, stage: stage.id, mark });
  }

  /** A stage that was seen out of turn; those between are not noted. */
  protected markStage(stage: string): void {
    const watch = this.running();
    if (watch) this.record({ type: 'stage-marked', watch: watch.started.id, stage, mark: 'actual' });
  }

  protected endCall(): void {
    const watch = this.running();
    if (watch && !watch.callEnded) this.record({ type: 'call-ended', watch: watch.started.id });
  }

  protected end(how: 'completed' | 'stopped' | 'abandoned'): void {
    const watch = this.running();
    if (!watch) return;
    // The call does not outlive the watch: whoever stops looking ends it.
    if (!watch.callEnded) this.record({ type: 'call-ended', watch: watch.started.id });
    this.record({ type: 'watch-ended', watch: watch.started.id, how });
  }

  protected undo(): void {
    if (this.undoable()) this.store.dispatch(VisitActions.undoRequested());
  }

  protected pressed(event: KeyboardEvent): void {
    const isTyping = event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null;
    if (isTyping || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    // A button that has the focus answers the space bar itself: it must not be answered twice.
    const isOnButton = event.target instanceof HTMLElement && event.target.closest('button, a, summary') !== null;
    if (event.key === ' ' && isOnButton) return;
    const keys: Readonly<Record<string, () => void>> = {
      ' ': () => (this.running() ? this.mark('actual') : this.start()),
      c: () => (this.asked() ? this.answer('commanded') : this.mark('commanded')),
      n: () => this.answer('not-commanded'),
      x: () => this.mark('never'),
      e: () => this.endCall(),
      z: () => this.undo(),
    };
    const act = Object.hasOwn(keys, event.key) ? keys[event.key] : undefined;
    if (!act) return;
    event.preventDefault();
    act();
  }

  protected watchedStages(watch: Watch): readonly { readonly id: string; readonly name: string }[] {
    return watch.plan.stages.filter((stage) => isWatched(stage) && stage.id !== watch.next?.stage.id);
  }

  private record(body: EventBody): void {
    this.opened.record(body);
    // The stage that is due changes at once: the next press must not mark the old one.
    this.application.tick();
  }

  private since(started: VisitEvent): number {
    return secondsBetween(started, this.stamp.moment(started)).seconds;
  }

  /** The time a stage took and the choices of the switch that would fit it, where its position was not read. */
  private unreadSetting(watch: Watch): string {
    const mark = watch.marks.find(
      ({ judgement, mark: kind }) => kind === 'actual' && judgement?.verdict === 'unjudged',
    );
    const { stage } = mark ?? {};
    const from = watch.callEnded?.at;
    if (!mark || !stage || from === undefined) return '';
    const seconds = mark.at - from;
    const fitting = fittingChoices(stage, seconds);
    const fits =
      fitting.length > 0 ? `that fits ${fitting.join(' or ')} s` : `that fits none of ${stage.choices.join(', ')} s`;
    return `${capital(stage.name)} after ${seconds.toFixed(0)} s; ${fits}. Read ${stage.document.bySetting} to have it judged.`;
  }
}

function clock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds));
  return whole < 90 ? `${whole} s` : `${Math.floor(whole / 60)} min ${whole % 60} s`;
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
