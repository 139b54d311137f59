import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { signaturesOf, SIGNER_WORDS, type VisitState } from '@juxtameter/core';
import { TimeWords } from '../look/time-words';
import { strokePath } from '../papers/stroke-path';

/** Who signed, as it goes on the report; nothing where nobody did. */
@Component({
  selector: 'jx-signed-section',
  imports: [TimeWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (each of signatures(); track each.signed.id) {
      <section>
        <svg viewBox="0 0 1000 400" role="img" [attr.aria-label]="'Signature of ' + each.signed.name">
          @for (path of each.paths; track $index) {
            <path [attr.d]="path" />
          }
        </svg>
        <p>
          {{ each.signed.name }}, {{ each.who }}
          <span class="small soft">{{ each.signed | timeWords: 'day and time' }}{{ each.after }}</span>
        </p>
      </section>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 20px;
    }
    :host:empty {
      display: none;
    }
    section {
      margin-top: 18px;
      break-inside: avoid;
    }
    svg {
      width: 220px;
      height: 88px;
      border-bottom: 1px solid var(--soft-ink);
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 7;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    p {
      margin: 0;
    }
  `,
})
export class SignedSection {
  readonly visit = input.required<VisitState>();
  protected readonly signatures = computed(() =>
    signaturesOf(this.visit()).map(({ signed, since }) => ({
      signed,
      who: SIGNER_WORDS[signed.signer],
      paths: signed.strokes.map(strokePath),
      after: since === 0 ? '' : `; ${since === 1 ? 'one entry was' : `${since} entries were`} logged since`,
    })),
  );
}
