import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { countedProof, faultWords, stepTitle, type WalkedStep } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { KindActions } from '../kinds/kind.actions';
import { kindFeature } from '../kinds/kind.reducer';
import { readContext } from '../kinds/read-context';
import { Button } from '../kit/button';
import { LongWork } from '../kit/long-work';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { ProofActions } from './proof.actions';
import { proofFeature } from './proof.reducer';
import { ProofPicture } from './proof-picture';

/** A chart walked at its simulated unit for every fault that makes its complaint. */
@Component({
  selector: 'jx-proof-page',
  imports: [Button, LongWork, PageHeader, ProofPicture, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proof-page.html',
  styleUrl: './proof-page.scss',
})
export class ProofPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  protected readonly words = problemWords;
  private readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  private readonly loaded = this.store.selectSignal(kindFeature.selectKind);
  private readonly state = this.store.selectSignal(proofFeature.selectProofState);
  protected readonly problem = this.store.selectSignal(kindFeature.selectProblem);
  private readonly listed = computed(() => this.library()?.procedures.find(({ id }) => id === this.id()));
  protected readonly title = computed(() => this.listed()?.title ?? 'Chart');
  protected readonly kind = computed(() => {
    const kind = this.loaded();
    return kind?.unitModel.id === this.listed()?.unitModel ? kind : undefined;
  });
  protected readonly context = computed(() => {
    const kind = this.kind();
    return kind && readContext(kind, this.id());
  });
  /** What was proven last may have been another chart. */
  private readonly own = computed(() => (this.state().chart === this.id() ? this.state() : undefined));
  protected readonly progress = computed(() => this.own()?.progress);
  protected readonly message = computed(() => this.own()?.message);
  protected readonly proof = computed(() => this.own()?.proof);
  protected readonly chosen = computed(() => this.own()?.chosen);

  protected readonly sums = computed(() => {
    const proof = this.proof();
    if (!proof) return [];
    const { faults, rightItem, rightClass, ambiguous, wrong, deadEnd, loop, unknown } = countedProof(proof);
    const all = [
      { name: 'faults make the complaint', count: faults },
      { name: 'found by item', count: rightItem },
      { name: 'found by class', count: rightClass },
    ];
    const others = [
      { name: 'one of several', count: ambiguous },
      { name: 'wrong', count: wrong },
      { name: 'dead ends', count: deadEnd },
      { name: 'go round', count: loop },
      { name: 'cannot be told', count: unknown },
    ];
    return [...all, ...others.filter(({ count }) => count > 0)];
  });

  protected readonly walk = computed(() => {
    const [proof, context, chosen] = [this.proof(), this.context(), this.chosen()];
    const row = chosen === undefined ? undefined : proof?.rows[chosen];
    if (!row || !context) return undefined;
    const steps = context.procedures[this.id()]?.steps ?? {};
    return {
      title: faultWords(context.model, row.faults),
      end: row.walk.because ?? stepTitle(steps, row.walk.at ?? ''),
      isRight: row.result === 'right',
      steps: folded(row.walk.steps).map(({ step, said }) => ({ title: stepTitle(steps, step), said })),
    };
  });

  protected readonly lists = computed(() => {
    const [proof, context] = [this.proof(), this.context()];
    if (!proof || !context) return [];
    const steps = context.procedures[this.id()]?.steps ?? {};
    const title = (step: string): string => stepTitle(steps, step);
    return [
      { title: 'Conclusions no fault leads to', lines: proof.neverReached.map(title) },
      { title: 'Steps that always led the same way', lines: proof.separatingNothing.map(title) },
      {
        title: 'Faults nobody can tell the complaint of',
        lines: proof.untold.map(({ faults, because }) => `${faultWords(context.model, faults)}: ${because}`),
      },
    ].filter(({ lines }) => lines.length > 0);
  });

  constructor() {
    this.store.dispatch(LibraryActions.loadRequested());
    effect(() => {
      const unitModel = this.listed()?.unitModel;
      if (unitModel !== undefined) untracked(() => this.store.dispatch(KindActions.kindRequested({ unitModel })));
    });
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
  }

  protected prove(): void {
    const kind = this.kind();
    if (kind) this.store.dispatch(ProofActions.proofRequested({ kind, chart: this.id() }));
  }

  protected stop(): void {
    this.store.dispatch(ProofActions.stopped());
  }

  protected choose(row: number): void {
    this.store.dispatch(ProofActions.faultChosen({ row }));
  }
}

/** Several readings of one step are one line. */
function folded(walked: readonly WalkedStep[]): readonly Pick<WalkedStep, 'step' | 'said'>[] {
  const lines: { readonly step: string; readonly all: string[] }[] = [];
  for (const { step, said } of walked) {
    const last = lines.at(-1);
    if (last?.step === step) last.all.push(said);
    else lines.push({ step, all: [said] });
  }
  return lines.map(({ step, all }) => ({
    step,
    said: all.length <= MOST_TOLD ? all.join(', ') : `${all.length} readings`,
  }));
}

const MOST_TOLD = 4;
