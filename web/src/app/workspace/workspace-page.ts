import {
  askedReading,
  currentStep,
  matrixProgress,
  MEASUREMENT_FUNCTIONS,
  pointsFor,
  possibleMethod,
  restingPlace,
  terminalLabel,
  type EventBody,
  type FreeLine,
  type FreeReading,
  type Points,
  type VisitState,
  jumpTo,
} from '@juxtameter/core';
import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { openProblemWords } from '../api/api-problem';
import { FreePage } from '../free/free-page';
import { HistoryActions } from '../history/history.actions';
import { leftHere } from '../history/left-here';
import { historyFeature } from '../history/history.reducer';
import { LookPage } from '../look/look-page';
import { afterPaint } from '../shell/after-paint';
import { Menu } from '../shell/menu';
import { MenuButton } from '../shell/menu-button';
import { StateMessage } from '../shell/state-message';
import { isTyping } from '../shell/typing';
import { BoardPhotos } from '../photos/board-photos';
import { PhotoStrip } from '../photos/photo-strip';
import { PhotoTaker } from '../photos/photo-taker';
import { PreferencesActions } from '../preferences/preferences.actions';
import { preferencesFeature } from '../preferences/preferences.reducer';
import { BoardMapView } from '../visit/board-map/board-map';
import { ChainPane } from '../visit/companion/chain-pane';
import { ChartList } from '../visit/companion/chart-list';
import { HazardList } from '../visit/companion/hazard-list';
import { NotesList } from '../visit/companion/notes-list';
import { StatePane } from '../visit/companion/state-pane';
import { HoldOffLine } from '../visit/hold-off-line';
import { VisitLog } from '../visit/log/visit-log';
import { SafetyStrip } from '../visit/safety-strip';
import { StandBack } from '../visit/stand-back';
import { jumperNow } from './jumper-now';
import { isHeld, isOfNumber, letterOf } from './pressed-key';
import { pageOfKey } from '../visit/visit-pages';
import { PressGate } from '../visit/press-gate';
import type { StepCommand } from '../visit/step/step-command';
import { StrayDigits } from '../visit/step/stray-digits';
import { StepPage } from '../visit/step/step-page';
import { VisitActions } from '../visit/store/visit.actions';
import { selectSaved } from '../visit/store/select-saved';
import { visitFeature } from '../visit/store/visit.reducer';
import { chartLines } from '../visit/view/chart-view';
import { hazardsHere } from '../visit/view/hazards-here';
import { logRows } from '../visit/view/log-rows';
import { safetyItems } from '../visit/view/safety-view';
import { WakeLock } from '../visit/wake-lock';

type Tab = 'step' | 'board' | 'chain' | 'state' | 'chart' | 'notes';

/** A step of the chart, a reading between any two points, or what is looked at before the meter comes out. */
type Mode = 'step' | 'free' | 'look';

/** What the open page shows when nothing else was asked for, and at which step of the visit. */
interface ModeAtRest {
  readonly at: string;
  readonly mode: Mode;
}

/** Milliseconds after the last press in which somebody is still at the page. */
const IN_USE = 120_000;

/** What nobody logs by a press that slips. */
const MEANT: ReadonlySet<EventBody['type']> = new Set(['reading-taken', 'meter-proven', 'note-added', 'photo-taken']);

const NOTHING_TYPED: FreeReading = { function: 'ac-voltage', from: '', to: '', expects: '', text: '' };

/** The visit at work: log and open page on the left, the companion on the right; on a phone one tab each. */
@Component({
  selector: 'jx-workspace-page',
  imports: [
    BoardMapView,
    BoardPhotos,
    Button,
    ChainPane,
    ChartList,
    FreePage,
    HazardList,
    HoldOffLine,
    LookPage,
    MenuButton,
    NotesList,
    PhotoStrip,
    PhotoTaker,
    RouterLink,
    SafetyStrip,
    StandBack,
    StateMessage,
    StatePane,
    StepPage,
    VisitLog,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(document:keydown)': 'pressed($event)' },
  templateUrl: './workspace-page.html',
  styleUrl: './workspace-page.scss',
})
export class WorkspacePage {
  readonly id = input.required<string>();
  /** From the handbook: what the next free reading is to be compared with. */
  readonly measure = input<string>();
  readonly expects = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly application = inject(ApplicationRef);
  private readonly menu = inject(Menu);
  protected readonly gate = inject(PressGate);
  protected readonly strays = inject(StrayDigits);
  /** The step that was shown last. */
  private shownAt = '';
  private readonly stepPage = viewChild(StepPage);
  private readonly freePage = viewChild(FreePage);
  private readonly lookPage = viewChild(LookPage);

  protected readonly pinned = this.store.selectSignal(visitFeature.selectPinned);
  protected readonly context = this.store.selectSignal(visitFeature.selectContext);
  protected readonly visit = this.store.selectSignal(visitFeature.selectVisit);
  private readonly place = this.store.selectSignal(visitFeature.selectPlace);
  protected readonly isLeftBehind = this.store.selectSignal(visitFeature.selectIsLeftBehind);
  /** The visit as it is, at the step this page is at: others may have moved the chart on. */
  protected readonly shown = computed<VisitState>(() => ({
    ...this.visit(),
    ...(this.isLeftBehind() ? this.place() : {}),
  }));
  protected readonly openProblem = this.store.selectSignal(visitFeature.selectOpenProblem);
  private readonly undoable = this.store.selectSignal(visitFeature.selectUndoable);
  protected readonly words = openProblemWords;

  private readonly pane = viewChild<ElementRef<HTMLElement>>('pane');
  private readonly main = viewChild<ElementRef<HTMLElement>>('main');
  private readonly left = viewChild<ElementRef<HTMLElement>>('left');
  protected readonly tab = signal<Tab>('step');
  protected readonly tabs: readonly { readonly id: Tab; readonly label: string }[] = [
    { id: 'step', label: 'Step' },
    { id: 'board', label: 'Board' },
    { id: 'chain', label: 'Chain' },
    { id: 'state', label: 'State' },
    { id: 'chart', label: 'Chart' },
    { id: 'notes', label: 'Notes' },
  ];
  protected readonly companionTab = computed<Tab>(() => (this.tab() === 'step' ? 'board' : this.tab()));
  private readonly stepId = computed(() => this.shown().step);
  /** The method chosen at this step; another step begins with the first that can be gone. */
  protected readonly method = linkedSignal<string | undefined, string | undefined>({
    source: this.stepId,
    computation: () => untracked(() => this.firstMethod()),
  });
  /** The point of a chain chosen by hand; the next reading begins with the one offered. */
  protected readonly point = linkedSignal<number, string | undefined>({
    source: computed(() => this.visit().trail.length),
    computation: () => undefined,
  });
  /** A visit begins with looking; without a chart it rests at its free readings, with one at its step. */
  protected readonly mode = linkedSignal<ModeAtRest, Mode>({
    source: computed(() => this.modeAtRest(), { equal: (a, b) => a.at === b.at && a.mode === b.mode }),
    computation: ({ mode }) => mode,
  });
  protected readonly freeLine = linkedSignal<string, FreeReading>({
    source: this.id,
    computation: () => NOTHING_TYPED,
  });
  protected readonly remembered = this.store.selectSignal(preferencesFeature.selectLines);
  protected readonly isStandingBack = signal(false);

  protected readonly rows = computed(() => {
    const context = this.context();
    return context ? logRows(context, this.visit()) : [];
  });
  private readonly leftHere = leftHere();
  protected readonly safety = computed(() => {
    const context = this.context();
    return context ? safetyItems(context, this.visit(), this.leftHere()) : [];
  });
  /** Where the probes, or the ends of a jumper, go now. */
  protected readonly points = computed<Points>(() => {
    const context = this.context();
    if (!context) return {};
    if (this.mode() === 'free') return this.freePoints();
    const step = currentStep(context, this.shown());
    if (step?.kind === 'action') return step.bypass ?? {};
    if (step?.kind === 'matrix') return jumperNow(matrixProgress(context, this.shown()));
    return pointsFor(askedReading(context, this.shown(), this.method(), undefined, this.point()));
  });
  protected readonly chart = computed(() => {
    const context = this.context();
    return context ? chartLines(context, this.visit()) : [];
  });
  protected readonly meter = computed(() => {
    const id = this.visit().meter;
    return id === undefined ? 'no meter chosen' : `meter: ${this.context()?.meters[id]?.name ?? id}`;
  });
  private readonly history = this.store.selectSignal(historyFeature.selectHistory);
  private readonly siteId = computed(() => this.pinned()?.site.id);
  /** What happened at the unit before. */
  protected readonly earlier = computed(() =>
    (this.history()?.[this.pinned()?.unit.id ?? ''] ?? []).filter(({ id }) => id !== this.id()),
  );
  protected readonly hazards = computed(() =>
    hazardsHere(this.context(), this.visit(), this.pinned()?.unit.hazards, this.earlier()),
  );
  protected readonly canUndo = computed(() => this.undoable() !== undefined && !this.visit().closed);
  protected readonly saved = this.store.selectSignal(selectSaved);

  constructor() {
    effect(() => {
      this.store.dispatch(VisitActions.openRequested({ id: this.id() }));
    });
    effect(() => {
      const site = this.siteId();
      if (site !== undefined) this.store.dispatch(HistoryActions.loadRequested({ sites: [site] }));
    });
    effect(() => {
      const [expects, measured] = [this.expects(), MEASUREMENT_FUNCTIONS.find((each) => each === this.measure())];
      if (expects === undefined || measured === undefined || !this.context()) return;
      untracked(() => {
        this.freeLine.update((line) => ({ ...line, function: measured, expects }));
        this.mode.set('free');
      });
    });
    // A pane scrolled for the step before, or for another tab, would hide where the probes go now.
    effect(() => {
      this.companionTab();
      this.stepId();
      afterPaint(() => this.pane()?.nativeElement.scrollTo(0, 0));
    });
    // Each change of the visit is something new to read before it is answered.
    effect(() => {
      const context = this.context();
      if (!context) return;
      const shown = this.shown();
      const at = `${shown.procedure} ${shown.step}`;
      const kind = currentStep(context, shown)?.kind;
      this.gate.changes({ isNewStep: at !== this.shownAt, isForHands: kind === 'action' || kind === 'matrix' });
      this.shownAt = at;
    });
    // A page that nobody is at goes along; one in use asks.
    effect(() => {
      if (this.isLeftBehind() && untracked(() => this.gate.idle() > IN_USE))
        this.store.dispatch(VisitActions.followed());
    });
    // On a low screen the step scrolls: with every event what is asked for next is shown from its title on.
    effect(() => {
      this.visit();
      this.mode();
      afterPaint(() => [this.main(), this.left()].forEach((column) => column?.nativeElement.scrollTo(0, 0)));
    });
    inject(WakeLock).hold(inject(DestroyRef));
    inject(DestroyRef).onDestroy(() => {
      this.strays.drop();
      this.store.dispatch(VisitActions.left());
    });
  }

  private firstMethod(): string | undefined {
    const context = this.context();
    if (!context) return undefined;
    const step = currentStep(context, this.shown());
    return step?.kind === 'measurement' ? possibleMethod(context, this.shown(), step) : undefined;
  }

  protected reload(): void {
    this.store.dispatch(VisitActions.openRequested({ id: this.id() }));
  }

  private modeAtRest(): ModeAtRest {
    const [context, visit] = [this.context(), this.shown()];
    const { procedure, step, closed } = visit;
    return { at: `${procedure} ${step} ${closed}`, mode: context ? restingPlace(context, visit) : 'step' };
  }

  /** The page is there before the next key: Enter must find the step that was asked for. */
  protected turnTo(mode: Mode): void {
    this.mode.set(mode);
    this.showAtOnce();
  }

  /** To another page under the log, and back to the one at rest. */
  private show(mode: 'free' | 'look'): void {
    this.mode.update((shown) => (shown === mode ? this.modeAtRest().mode : mode));
  }

  protected command(command: StepCommand): void {
    switch (command.kind) {
      case 'undo':
        // The newest entry may be somebody else's, and out of sight.
        return !this.isLeftBehind() && this.gate.counts() ? this.undo() : undefined;
      case 'free':
        return this.readFree(command.line);
      case 'record':
        return this.mayRecord(command.body) ? this.record(command.body) : undefined;
    }
  }

  /** What is typed was meant; a bare press has to answer what is on the screen, at the step the visit is at. */
  private mayRecord(body: EventBody): boolean {
    if (MEANT.has(body.type)) return true;
    if (this.isLeftBehind() && 'step' in body) return false;
    return this.mode() !== 'step' || this.gate.counts();
  }

  /** Where the chart stands by what others logged. */
  protected readonly movedTo = computed(() => {
    const context = this.context();
    return (context && currentStep(context, this.visit())?.text) ?? 'the end of the chart';
  });

  protected follow(): void {
    this.store.dispatch(VisitActions.followed());
    this.showAtOnce();
  }

  /** A reading beside the chart, its line filled in. */
  protected readFree(line: Partial<FreeLine>): void {
    this.freeLine.update((typed) => ({ ...typed, ...this.labelled(line), text: '' }));
    this.tab.set('step');
    this.turnTo('free');
  }

  private labelled(line: Partial<FreeLine>): Partial<FreeLine> {
    const model = this.context()?.model;
    const label = (point: string | undefined): string | undefined =>
      point === undefined || !model ? point : terminalLabel(model, point);
    const [from, to] = [label(line.from), label(line.to)];
    return { ...line, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) };
  }

  /** The points typed for a free reading, where they are terminals. */
  private freePoints(): Points {
    const wiring = this.context()?.wiring;
    const { from, to } = this.freeLine();
    return wiring ? { from: wiring.pointOf(from), to: wiring.pointOf(to) } : {};
  }

  protected record(body: EventBody): void {
    this.strays.drop();
    this.store.dispatch(VisitActions.factRecorded({ body }));
    this.showAtOnce();
  }

  protected undo(): void {
    if (!this.canUndo()) return;
    this.store.dispatch(VisitActions.undoRequested());
    this.showAtOnce();
  }

  /** Not with the next frame: a key struck before it would join the old digits, or answer the step that is over. */
  private showAtOnce(): void {
    this.application.tick();
  }

  protected goTo(to: string): void {
    this.tab.set('step');
    const context = this.context();
    if (context) this.record(jumpTo(context, this.visit(), to));
  }

  protected remember(line: FreeLine): void {
    this.store.dispatch(PreferencesActions.lineUsed({ line }));
  }

  protected addNote(text: string): void {
    this.record({ type: 'note-added', text });
  }

  protected pressed(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || !this.context() || this.menu.isShown()) return;
    // A key that is held counts once; only what is typed or taken away repeats.
    if (isHeld(event)) return event.preventDefault();
    const command = event.altKey ? letterOf(event) : event.key;
    if (command === undefined) return;
    if (this.isStandingBack()) return this.isStandingBack.set(false);
    if (event.key === 'Escape' && isTyping(event.target)) return this.leaveField(event.target);
    if (event.key === 'Escape' && this.mode() !== 'step') return this.mode.set(this.modeAtRest().mode);
    // Words that are said at the meter are typed here: no bare letter in a field is a command.
    if (isTyping(event.target) && !event.altKey) return;
    const isOnButton = event.target instanceof HTMLElement && event.target.closest('button, a, summary') !== null;
    if (event.key === 'Enter' && isOnButton) return;
    if (this.keyDone(command)) event.preventDefault();
    else if (isOfNumber(event)) this.typeElsewhere(event);
  }

  /** Digits belong in the field, wherever the focus is; where none is, they are kept in sight. */
  private typeElsewhere(event: KeyboardEvent): void {
    // Of the map and the chart, which have keys of their own.
    if (event.defaultPrevented) return;
    // The key itself goes where the focus is by the time it is up.
    if (this.stepPage()?.takeFocus()) return;
    event.preventDefault();
    this.strays.add(event.key);
  }

  /** Letters are keys from here on, and the next Tab goes on from where the hands were. */
  private leaveField(field: HTMLElement): void {
    field.blur();
  }

  private keyDone(key: string): boolean {
    const page = this.stepPage();
    switch (key) {
      case 'Enter':
        // The Enter behind a number nobody asked for is part of it.
        if (this.strays.enter()) return true;
        page?.confirm();
        this.lookPage()?.confirm();
        return true;
      case 'Escape':
        return this.strays.drop();
      case 'g':
        if (this.isLeftBehind()) this.follow();
        return true;
      case 'z':
        this.command({ kind: 'undo' });
        return true;
      case 'a':
        return page?.takeOffer() ?? false;
      case 'f':
        this.show('free');
        return true;
      case 'l':
        this.show('look');
        return true;
      case 'n':
        (page ?? this.freePage())?.openPanel('note');
        return true;
      case 's':
        page?.openPanel('pass');
        this.lookPage()?.noteSign();
        return true;
      case 'b':
      case 'k':
      case 'c':
      case 'e':
        this.tab.set(({ b: 'board', k: 'chain', c: 'chart', e: 'state' } as const)[key]);
        return true;
      case 'w':
        this.isStandingBack.set(true);
        return true;
    }
    const other = pageOfKey(key);
    if (other) {
      void this.router.navigate(['/visits', this.id(), other.path]);
      return true;
    }
    // A figure behind others is one of theirs, and the key that answers must not fall into the field that follows.
    if (!/^[1-9]$/.test(key) || this.strays.isTyped()) return false;
    return page?.answer(Number(key) - 1) ?? false;
  }
}
