import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { standingOf, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { Button } from '../../kit/button';
import { TimeWords } from '../../look/time-words';
import { RowBar } from '../../juxta/row-bar';
import { verdictColour } from '../../juxta/verdict-colour';
import { VerdictGlyph } from '../../juxta/verdict-glyph';
import { PhotoStrip } from '../../photos/photo-strip';
import { PhotoTaker } from '../../photos/photo-taker';
import type { LogRow } from '../view/log-row';
import { VerdictWord } from '../../juxta/verdict-word';

const DRAWN_AT_FIRST = 60;
const DRAWN_MORE = 120;
/** Pixels from the first line drawn at which more are. */
const NEAR_THE_FIRST = 600;

/** The log book: newest at the bottom, opened at its end; any line opens to be read, measured again or taken back. */
@Component({
  selector: 'jx-visit-log',
  imports: [Button, PhotoStrip, PhotoTaker, RowBar, TimeWords, VerdictGlyph, VerdictWord],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(scroll)': 'scrolled()' },
  templateUrl: './visit-log.html',
  styleUrl: './visit-log.scss',
})
export class VisitLog {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly rows = input.required<readonly LogRow[]>();
  readonly isClosed = input(false);
  readonly remeasured = output<string>();
  readonly retracted = output<string>();
  /** A photo of an entry. */
  readonly recorded = output<EventBody>();
  /** How many photos an entry has. */
  protected readonly photos = computed(() => {
    const counts: Record<string, number> = {};
    for (const { entry } of standingOf(this.visit(), 'photo-taken'))
      if (entry !== undefined) counts[entry] = (counts[entry] ?? 0) + 1;
    return counts;
  });
  protected readonly openRow = signal<string | undefined>(undefined);
  protected readonly colour = verdictColour;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  /** Every line drawn is checked at every key: the older ones are drawn when somebody goes back to them. */
  private readonly drawn = signal(DRAWN_AT_FIRST);
  protected readonly lines = computed(() => this.rows().slice(-this.drawn()));
  protected readonly earlier = computed(() => this.rows().length - this.lines().length);

  private isAway = false;

  constructor() {
    // A new line is what the technician wants to see: the log goes back to its end.
    afterRenderEffect({
      write: () => {
        this.rows();
        if (this.isAway) this.host.nativeElement.scrollTop = 0;
      },
    });
  }

  /** The log grows from its end, where the scroll position is 0 and the browser keeps it without being asked. */
  protected scrolled(): void {
    const { scrollTop, scrollHeight, clientHeight } = this.host.nativeElement;
    this.isAway = scrollTop < -1;
    if (this.earlier() > 0 && scrollHeight - clientHeight + scrollTop < NEAR_THE_FIRST) this.drawMore();
  }

  protected drawMore(): void {
    this.drawn.update((drawn) => drawn + DRAWN_MORE);
  }

  protected toggle(id: string): void {
    this.openRow.update((open) => (open === id ? undefined : id));
  }
}
