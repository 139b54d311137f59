import { ChangeDetectionStrategy, Component, computed, input, model, output, signal, viewChild } from '@angular/core';
import { Button } from '../kit/button';
import { flashWords, readBlinks, type BlinkLimit, type FlashSign, type Press } from '@juxtameter/core';
import { TapPad } from './tap-pad';
import { TapTrace } from './tap-trace';

/** What the reader offers to be kept. */
export interface FollowedSign {
  readonly sign: FlashSign;
  readonly confidence: number;
}

/** From here a sign counts as read. */
const SURE = 0.9;

/** Follows a lamp by taps and says which sign it shows, how sure that is, and what else it may be. */
@Component({
  selector: 'jx-blink-reader',
  imports: [Button, TapPad, TapTrace],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-tap-pad [(presses)]="presses" [isHeld]="isHeld()" (confirmed)="keep()" />
    <div class="chips">
      <button type="button" class="chip small" role="switch" [attr.aria-checked]="isHeld()" (click)="hold()">
        Long and short flashes: hold while lit
      </button>
      <button jxButton type="button" kind="secondary" [disabled]="presses().length === 0" (click)="again()">
        Again
      </button>
    </div>
    @if (presses().length > 2) {
      <jx-tap-trace [presses]="presses()" [reading]="reading()" />
    }
    <div class="result" role="status" aria-live="polite">
      @if (reading().sign; as sign) {
        <p class="code" data-testid="decoded">{{ words(sign) }}</p>
        <p>
          <strong>{{ isSure() ? 'Sure' : 'Not sure yet' }}</strong>, {{ percent() }} %, {{ reading().rounds }}
          {{ reading().rounds === 1 ? 'round' : 'rounds' }} followed{{ slips() }}.
          {{ isSure() ? '' : advice() }}
        </p>
        @if (reading().others.length > 0 && !isSure()) {
          <p class="small soft">
            It may also be
            @for (each of reading().others; track $index; let isLast = $last) {
              {{ words(each.sign) }}{{ isLast ? '.' : ', ' }}
            }
          </p>
        }
        <button jxButton type="button" class="keep" (click)="keep()">Keep {{ words(sign) }}</button>
      } @else if (presses().length > 5) {
        <p>No pattern in these taps yet. Tap only when it lights up, and wait out the pause.</p>
      } @else {
        <p class="soft">Watch one round first. Then tap, thumb or space bar, each time it lights up.</p>
      }
    </div>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
    }
    .code {
      font-size: 40px;
      font-weight: 650;
    }
    .result {
      display: grid;
      gap: 8px;
      min-height: 120px;
    }
    .keep {
      min-height: 56px;
      justify-self: start;
      font-size: 18px;
    }
    .chips button {
      min-height: var(--touch);
    }
  `,
})
export class BlinkReader {
  /** Signs of the code table: what is in it is likelier. */
  readonly known = input<readonly FlashSign[]>([]);
  readonly presses = model<readonly Press[]>([]);
  readonly followed = output<FollowedSign>();
  private readonly pad = viewChild.required(TapPad);
  protected readonly isHeld = signal(false);
  protected readonly reading = computed(() =>
    readBlinks(this.presses(), { known: this.known(), isHeld: this.isHeld() }),
  );
  protected readonly isSure = computed(() => this.reading().confidence >= SURE);
  protected readonly percent = computed(() => Math.round(this.reading().confidence * 100));
  protected readonly slips = computed(() => {
    const doubled = this.reading().taps.filter((tap) => tap === 'doubled').length;
    const { missed } = this.reading();
    const words = [...(missed > 0 ? [`${missed} missed`] : []), ...(doubled > 0 ? [`${doubled} tapped twice`] : [])];
    return words.length === 0 ? '' : ` (${words.join(', ')})`;
  });
  protected readonly advice = computed(() => {
    const { limit } = this.reading();
    return limit === undefined ? 'Tap on through one more round.' : ADVICE[limit];
  });
  protected readonly words = flashSaid;

  focus(): void {
    this.pad().focus();
  }

  protected keep(): void {
    const { sign, confidence } = this.reading();
    if (sign) this.followed.emit({ sign, confidence });
  }

  protected hold(): void {
    this.isHeld.update((isHeld) => !isHeld);
    this.again();
  }

  protected again(): void {
    this.presses.set([]);
    this.focus();
  }
}

const ADVICE: Readonly<Record<BlinkLimit, string>> = {
  'no-table': 'There is no code table to compare with: count it once more by eye.',
  'outside-table': 'The code table does not have it: count it once more by eye.',
  'may-be-long': 'It may be the beginning of a long count: tap on.',
};

/** "3 flashes", "2 + 3", "fast". */
function flashSaid(sign: FlashSign): string {
  if (sign.kind !== 'blinks') return flashWords(sign);
  return sign.counts.length > 1
    ? sign.counts.join(' + ')
    : `${sign.counts[0]} ${sign.counts[0] === 1 ? 'flash' : 'flashes'}`;
}
