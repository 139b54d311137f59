import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { Button } from '../kit/button';
import { flashWords, isLit, isSameSign, USUAL_LAMP, type FlashSign, type Press } from '@juxtameter/core';
import { BlinkReader, type FollowedSign } from '../lamp/blink-reader';
import { PageHeader } from '../shell/page-header';
import { Ticker } from '../shell/ticker';

const SIGNS: readonly FlashSign[] = [
  { kind: 'blinks', counts: [3] },
  { kind: 'blinks', counts: [2, 3] },
  { kind: 'blinks', counts: [5] },
  { kind: 'pattern', flashes: ['long', 'short', 'short'] },
  { kind: 'rate', rate: 'slow' },
  { kind: 'blinks', counts: [4, 2] },
  { kind: 'blinks', counts: [7] },
];

/** A lamp that flashes on the screen, to practise following one. */
@Component({
  selector: 'jx-practice-page',
  imports: [BlinkReader, Button, PageHeader],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Practise reading a lamp" subtitle="This lamp is made up" back="/" />
    <main>
      <div
        class="lamp"
        role="img"
        [attr.aria-label]="isOn() ? 'lit' : 'dark'"
        [attr.data-lit]="isOn()"
        [class.on]="isOn()"
      ></div>
      <jx-blink-reader [(presses)]="presses" (followed)="check($event)" />
      @if (answer()) {
        <p class="answer" role="status">{{ answer() }}</p>
      }
      <button jxButton type="button" kind="secondary" (click)="another()">Another lamp</button>
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 16px;
      max-width: 720px;
      margin: 0 auto;
      padding: 18px 22px 32px;
    }
    .lamp {
      width: 90px;
      height: 90px;
      margin: 0 auto;
      border: 4px solid var(--ink);
      border-radius: 50%;
      background: var(--well);
    }
    .on {
      background: #e0482c;
      box-shadow: 0 0 30px #e0482c;
    }
    button {
      min-height: 48px;
    }
    .answer {
      font-weight: 600;
    }
  `,
})
export class PracticePage {
  private readonly now = inject(Ticker).follow();
  private readonly place = signal(0);
  private readonly sign = computed(() => SIGNS[this.place() % SIGNS.length] as FlashSign);
  private readonly began = linkedSignal({ source: this.sign, computation: () => Date.now() });
  protected readonly presses = linkedSignal<FlashSign, readonly Press[]>({ source: this.sign, computation: () => [] });
  protected readonly answer = linkedSignal<FlashSign, string>({ source: this.sign, computation: () => '' });
  protected readonly isOn = computed(() => isLit(this.sign(), USUAL_LAMP, this.now() - this.began()));

  protected check({ sign }: FollowedSign): void {
    const isRight = isSameSign(sign, this.sign());
    this.answer.set(isRight ? 'Right.' : `It shows ${flashWords(this.sign())}.`);
  }

  protected another(): void {
    this.place.update((place) => place + 1);
  }
}
