import { DatePipe } from '@angular/common';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { RowBar } from '../../juxta/row-bar';
import { verdictColour } from '../../juxta/verdict-colour';
import { VerdictGlyph } from '../../juxta/verdict-glyph';
import type { LogRow } from '../view/log-rows';

/** The log book: newest at the bottom, opened at its end; any line opens to be read, measured again or taken back. */
@Component({
  selector: 'jx-visit-log',
  imports: [ButtonModule, DatePipe, RowBar, VerdictGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(scroll)': 'scrolled()' },
  templateUrl: './visit-log.html',
  styleUrl: './visit-log.scss',
})
export class VisitLog {
  readonly rows = input.required<readonly LogRow[]>();
  readonly isClosed = input(false);
  readonly remeasured = output<string>();
  readonly retracted = output<string>();
  protected readonly openRow = signal<string | undefined>(undefined);
  protected readonly colour = verdictColour;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

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
    this.isAway = this.host.nativeElement.scrollTop < -1;
  }

  protected toggle(id: string): void {
    this.openRow.update((open) => (open === id ? undefined : id));
  }
}
