import { DatePipe } from '@angular/common';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
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

  constructor() {
    // A new line is what the technician wants to see: the log follows its end.
    afterRenderEffect({
      write: () => {
        this.rows();
        this.toEnd();
      },
    });
    // The page below grows while a verdict is shown; the last line stays in sight all the same.
    const observer = new ResizeObserver(() => this.toEnd());
    observer.observe(this.host.nativeElement);
    inject(DestroyRef).onDestroy(() => observer.disconnect());
  }

  private toEnd(): void {
    this.host.nativeElement.scrollTop = this.host.nativeElement.scrollHeight;
  }

  protected toggle(id: string): void {
    this.openRow.update((open) => (open === id ? undefined : id));
  }
}
