import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { Button } from '../../kit/button';
import {
  chainProgress,
  chainsHere,
  chainWords,
  currentStep,
  elementName,
  formatValue,
  terminalLabel,
  type Chain,
  type FreeLine,
  type UnitModelDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { chainBoxes } from '../view/chain-boxes';
import { Choice } from '../../kit/choice';

/** A path as a row: what is read at each point, and where the voltage stops. */
@Component({
  selector: 'jx-chain-pane',
  imports: [Button, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (chains().length === 0) {
      <p class="soft">The unit model has no path to follow. Paths are written beside its wires.</p>
    }
    <jx-choice label="Paths" [options]="paths()" [chosen]="chosen()" (picked)="chosen.set($event)" />
    @if (view(); as view) {
      <p class="says" data-role="break">{{ view.words }}</p>
      @if (view.needs) {
        <p class="small soft">{{ view.needs }}</p>
      }
      @if (view.beside) {
        <p class="small soft">{{ view.beside }}</p>
      }
      <ol aria-label="The path, from the source to its return">
        @for (box of view.boxes; track $index) {
          @if (box.point; as point) {
            <li class="point" [attr.data-state]="point.state" [attr.data-point]="point.address">
              <button
                type="button"
                [class.best]="point.address === view.best"
                [attr.aria-label]="point.spoken"
                (click)="choose(point.address)"
              >
                <span class="value mono">{{ point.value }}</span>
                <span class="dot" aria-hidden="true"></span>
                <span class="name mono">{{ point.name }}</span>
              </button>
            </li>
          }
          @if (box.link; as link) {
            <li class="link" [class.suspect]="link.isSuspect" [class.absent]="link.isAbsent" [class.load]="link.isLoad">
              <span class="element mono" [title]="link.title">{{ link.label }}</span>
              <span class="under">
                @if (link.across) {
                  <span class="across mono">{{ link.across }}</span>
                }
                <span class="small soft">{{ link.note }}</span>
              </span>
            </li>
          }
        }
      </ol>
      @if (view.best; as best) {
        <button jxButton type="button" kind="secondary" class="next" (click)="choose(best)">
          Splits best: {{ label(best) }} to {{ label(view.end) }}
        </button>
      }
    }
  `,
  styleUrl: './chain-pane.scss',
})
export class ChainPane {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  /** A point of the current chain step. */
  readonly pointChosen = output<string>();
  /** A reading beside the chart. */
  readonly lineWanted = output<FreeLine>();

  protected readonly chains = computed(() => chainsHere(this.context(), this.visit()));
  protected readonly paths = computed(() => this.chains().map(({ path: { id, name } }) => ({ id, name })));
  private readonly ofStep = computed(() => {
    const step = currentStep(this.context(), this.visit());
    return step?.kind === 'measurement' ? step.measure.chain : undefined;
  });
  /** The path of the step, else the one read last, else the first. */
  protected readonly chosen = linkedSignal<string | undefined, string | undefined>({
    source: computed(() => this.ofStep()?.path),
    computation: (path) => path ?? this.chains()[0]?.path.id,
  });
  protected readonly view = computed(() => {
    const [context, visit, path] = [this.context(), this.visit(), this.chosen()];
    const step = this.ofStep();
    const progress =
      path === undefined
        ? undefined
        : chainProgress(context, visit, path, step?.path === path ? step.points : undefined);
    if (!progress) return undefined;
    const { chain, best } = progress;
    const missing = [
      ...(visit.conditions.supplies?.[chain.path.supply] === 'on' ? [] : [`${chain.path.supply} on`]),
      ...(chain.path.calls ?? [])
        .filter((call) => visit.conditions.calls?.[call] !== 'on')
        .map((call) => `${call.replaceAll('-', ' ')} called`),
    ];
    return {
      words: chainWords(context, visit, progress),
      needs: missing.length > 0 ? `Valid only with ${missing.join(' and ')}.` : '',
      beside: besideWords(context.model, chain),
      best,
      end: chain.points.at(-1) ?? '',
      boxes: chainBoxes(context, progress, {
        element: (element) => elementName(context.model, element),
        point: (point) => terminalLabel(context.model, point),
        volts: plainVolts,
      }),
    };
  });

  protected choose(point: string): void {
    const step = this.ofStep();
    if (step?.path === this.chosen() && step?.points.includes(point)) return this.pointChosen.emit(point);
    const chain = this.chains().find(({ path }) => path.id === this.chosen());
    if (!chain) return;
    this.lineWanted.emit({
      function: chain.function,
      from: point,
      to: chain.points.at(-1) ?? '',
      expects: `present ${chain.nominal} V`,
    });
  }

  protected label(point: string): string {
    return terminalLabel(this.context().model, point);
  }
}

/** "Current has another way: test switch S9, jumper J1." */
function besideWords(model: UnitModelDocument, { sideLinks }: Chain): string {
  const names = sideLinks.flatMap(({ kind, element }) =>
    kind === 'jumper' ? [`jumper ${element}`] : kind === 'wire' ? [] : [elementName(model, element)],
  );
  return names.length === 0 ? '' : `Current has another way: ${[...new Set(names)].join(', ')}.`;
}

/** As a meter on volts shows it: 0.1 V beside 26.7 V, not 100 mV. */
function plainVolts(volts: number): string {
  return Math.abs(volts) < 1 ? `${Number(volts.toFixed(2))} V` : formatValue(volts, 'V', 3);
}
