import { formatReading, standingAt, type VisitContext, type VisitState } from '@juxtameter/core';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { verdictColour } from '../juxta/verdict-colour';
import { PointMap } from './board-map/point-map';
import { VerdictWord } from '../juxta/verdict-word';

/** Both hands on the probes: points, what should be and the last verdict, readable from two metres. */
@Component({
  selector: 'jx-stand-back',
  host: { role: 'dialog', 'aria-modal': 'true', 'aria-label': 'Large display' },
  imports: [PointMap, VerdictWord],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" (click)="closed.emit()">
      @if (forbidden(); as words) {
        <span class="forbidden">Do not measure yet. {{ words }}</span>
      }
      @for (view of probes(); track view.probe) {
        <span class="point mono"
          ><span class="probe" [class.square]="view.probe === 'B'">{{ view.probe }}{{ view.sign }}</span
          >{{ view.label }}</span
        >
      }
      <jx-point-map [context]="context()" [visit]="visit()" [points]="points()" />
      <span class="should">{{ should() }}</span>
      @if (last(); as last) {
        <span class="last mono" [style.color]="last.colour">
          <span class="of">Before: {{ last.title }}</span>
          {{ last.value }} {{ last.verdict | verdictWord }}
        </span>
      }
      <span class="leave">Tap anywhere, or any key: back to the step</span>
    </button>
  `,
  styles: `
    button {
      position: fixed;
      inset: 0;
      z-index: 20;
      display: flex;
      flex-direction: column;
      justify-content: center;
      gap: 2vh;
      width: 100%;
      padding: 4vw;
      border: 0;
      background: var(--paper);
      color: var(--ink);
      font: inherit;
      font-size: clamp(40px, 8vw, 96px);
      font-weight: 700;
      line-height: 1.1;
      text-align: left;
    }
    .point {
      display: flex;
      align-items: center;
      gap: 0.4em;
    }
    .probe {
      display: grid;
      place-items: center;
      width: 1.4em;
      height: 1.4em;
      border-radius: 50%;
      background: var(--ink);
      color: var(--paper);
    }
    .forbidden {
      padding: 0.3em 0.5em;
      border-radius: 0.3em;
      background: var(--caution-ground);
      color: var(--caution-ink);
      font-size: max(28px, 0.5em);
    }
    .square {
      border-radius: 0.2em;
    }
    jx-point-map {
      width: 100%;
      height: 26vh;
    }
    .should {
      color: var(--within);
      font-size: max(40px, 0.75em);
    }
    .of {
      display: block;
      color: var(--soft-ink);
      font-family: var(--text);
      font-size: 28px;
      font-weight: 550;
    }
    .leave {
      color: var(--soft-ink);
      font-size: 18px;
      font-weight: 550;
    }
    .last {
      border-top: 2px solid var(--line);
      padding-top: 2vh;
    }
  `,
})
export class StandBack {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly method = input<string>();
  /** The point of a chain that was chosen instead of the one offered. */
  readonly point = input<string>();
  readonly closed = output();
  private readonly standing = computed(() => {
    const [method, point] = [this.method(), this.point()];
    return standingAt(this.context(), this.visit(), { method, point });
  });
  protected readonly points = computed(() => this.standing()?.points ?? {});
  protected readonly probes = computed(() => this.standing()?.probes ?? []);
  /** Why a reading taken now would be refused or count for nothing. */
  protected readonly forbidden = computed(() => this.standing()?.lacks.join(' ') ?? '');
  protected readonly should = computed(() => this.standing()?.should ?? '');
  protected readonly last = computed(() => {
    const { event, step } =
      this.visit().trail.findLast((line) => line.event.type === 'reading-taken' && line.standing !== 'retracted') ?? {};
    if (event?.type !== 'reading-taken') return undefined;
    const { verdict } = event.judgement;
    return {
      title: step?.text ?? 'free reading',
      value: event.reading ? formatReading(event.reading) : event.text,
      verdict,
      colour: verdictColour(verdict),
    };
  });
}
