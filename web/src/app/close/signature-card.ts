import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import {
  signaturesOf,
  SIGNERS,
  SIGNER_WORDS,
  timeWords,
  type EventBody,
  type Signer,
  type VisitState,
} from '@juxtameter/core';
import SignaturePad from 'signature_pad';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { TextField } from '../kit/text-field';
import { TakeBack } from '../repair/take-back';

const OPTIONS = SIGNERS.map((id) => ({ id, name: SIGNER_WORDS[id] }));

/** Points kept of a stroke, and strokes of a signature: what a record takes. */
const [MOST_POINTS, MOST_STROKES] = [300, 60];

/** Somebody signs with a finger for what the record says; the strokes are kept, not a picture of them. */
@Component({
  selector: 'jx-signature-card',
  imports: [Button, Choice, TakeBack, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>Signed</h2>
    @for (each of signatures(); track each.id) {
      <p class="line">
        <span>
          {{ each.words }} <span class="small soft">{{ each.when }}</span>
        </span>
        @if (canEdit()) {
          <jx-take-back [event]="each.id" [what]="each.words" (recorded)="recorded.emit($event)" />
        }
      </p>
    } @empty {
      <p class="soft small">Nobody has signed. Whoever signs does so for what the record says up to then.</p>
    }
    @if (canEdit()) {
      <jx-choice label="Who signs" [options]="options" [chosen]="signer()" (picked)="signer.set($event)" />
      <input
        #who
        jxText
        name="signer"
        maxlength="200"
        autocomplete="off"
        aria-label="Name of who signs"
        placeholder="Name"
        [value]="name()"
        (input)="name.set(who.value)"
        (keydown.enter)="$event.preventDefault()"
      />
      <canvas #pad role="img" aria-label="Field to sign in with a finger"></canvas>
      @if (lacks()) {
        <p class="warning small" role="alert">{{ lacks() }}</p>
      }
      <div class="buttons">
        <button jxButton type="button" kind="secondary" (click)="sign()">Keep the signature</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="clear()">Clear</button>
      </div>
    }
  `,
  styles: `
    canvas {
      width: 100%;
      height: 150px;
      border: 1px solid var(--soft-ink);
      border-radius: 12px;
      background: #fff;
      touch-action: none;
    }
    p {
      margin: 0;
    }
    .line,
    .buttons {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
    }
    .line {
      justify-content: space-between;
    }
    input,
    button {
      min-height: var(--touch);
    }
  `,
})
export class SignatureCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('pad');
  private pad: SignaturePad | undefined;
  protected readonly options = OPTIONS;
  protected readonly signer = signal<Signer>('customer');
  protected readonly name = signal('');
  protected readonly lacks = signal('');
  protected readonly signatures = computed(() =>
    signaturesOf(this.visit()).map(({ signed, since }) => ({
      id: signed.id,
      words: `${signed.name}, ${SIGNER_WORDS[signed.signer]}`,
      when: `${timeWords(signed, 'day and time')}${since === 0 ? '' : `; ${since === 1 ? 'one entry was' : `${since} entries were`} logged since`}`,
    })),
  );

  constructor() {
    afterNextRender(() => {
      const canvas = this.canvas()?.nativeElement;
      if (!canvas) return;
      // As many points as it has on the screen: a stroke is where the finger is.
      const { width, height } = canvas.getBoundingClientRect();
      canvas.width = Math.round(width);
      canvas.height = Math.round(height);
      this.pad = new SignaturePad(canvas, { minWidth: 1.2, maxWidth: 2.6, penColor: '#17211f' });
    });
    inject(DestroyRef).onDestroy(() => this.pad?.off());
  }

  protected clear(): void {
    this.pad?.clear();
  }

  protected sign(): void {
    const name = this.name().trim();
    const strokes = this.strokes();
    this.lacks.set(name === '' ? 'Say who signs.' : strokes.length === 0 ? 'Sign in the field first.' : '');
    if (this.lacks() !== '') return;
    this.recorded.emit({ type: 'visit-signed', signer: this.signer(), name, strokes });
    this.clear();
    this.name.set('');
  }

  /** Where the finger went, from 0 to 1000 along the longer side. */
  private strokes(): readonly (readonly number[])[] {
    const canvas = this.canvas()?.nativeElement;
    const longer = Math.max(canvas?.width ?? 0, canvas?.height ?? 0);
    if (!this.pad || longer === 0) return [];
    const part = (at: number): number => Math.round(Math.max(0, Math.min(1000, (at / longer) * 1000)));
    return this.pad
      .toData()
      .slice(0, MOST_STROKES)
      .map(({ points }) => thinned(points).flatMap(({ x, y }) => [part(x), part(y)]));
  }
}

/** So many points of a long stroke that its way can still be seen, to its end. */
function thinned<Point>(points: readonly Point[]): readonly Point[] {
  const step = Math.ceil(points.length / (MOST_POINTS - 1));
  return step <= 1 ? points : points.filter((_, index) => index % step === 0 || index === points.length - 1);
}
