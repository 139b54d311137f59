import { DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject, Injector, input, signal } from '@angular/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { saveBlob } from '../shell/save-file';
import { PAPER_SIZES, type PaperKind, type PaperSize } from './paper';
import { PaperPress } from './paper-press';
import { writePaper, type PaperVisit } from './write-paper';

const PAPERS: readonly { readonly kind: PaperKind; readonly label: string }[] = [
  { kind: 'customer', label: 'For the customer, PDF' },
  { kind: 'evidence', label: 'Evidence, PDF' },
  { kind: 'hand-over', label: 'Hand-over, PDF' },
];

const SIZE_NAMES: Readonly<Record<PaperSize, string>> = { A4: 'A4', LETTER: 'Letter' };

/** Where paper is measured in inches. */
const IN_INCHES = /^en-(US|CA)|^es-MX/;

/** The papers of a visit, made on this device. */
@Component({
  selector: 'jx-papers-card',
  imports: [Button, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (paper of papers; track paper.kind) {
      <button jxButton type="button" kind="secondary" [disabled]="making() !== undefined" (click)="make(paper.kind)">
        {{ making() === paper.kind ? 'Setting the pages' : paper.label }}
      </button>
    }
    <jx-choice
      label="Size of the paper"
      [options]="sizes"
      [chosen]="size()"
      [isSmall]="true"
      (picked)="size.set($event)"
    />
    @if (failed(); as words) {
      <p class="warning small" role="alert">{{ words }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    button {
      min-height: var(--touch);
    }
    p {
      flex-basis: 100%;
      margin: 0;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
})
export class PapersCard {
  readonly visit = input.required<PaperVisit>();
  readonly visitId = input.required<string>();
  private readonly document = inject(DOCUMENT);
  private readonly injector = inject(Injector);
  protected readonly papers = PAPERS;
  protected readonly sizes = PAPER_SIZES.map((id) => ({ id, name: SIZE_NAMES[id] }));
  protected readonly size = signal<PaperSize>(IN_INCHES.test(navigator.language) ? 'LETTER' : 'A4');
  protected readonly making = signal<PaperKind | undefined>(undefined);
  protected readonly failed = signal('');

  protected async make(kind: PaperKind): Promise<void> {
    this.making.set(kind);
    this.failed.set('');
    try {
      const paper = writePaper(kind, this.visit());
      const pdf = await this.injector.get(PaperPress).print(paper, this.visitId(), this.size());
      saveBlob(this.document, paper.fileName, pdf);
    } catch (error) {
      this.failed.set(`The paper was not made: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      this.making.set(undefined);
    }
  }
}
