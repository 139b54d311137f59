import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { evidenceRows, type Evidence, type EvidenceRow, type VisitContext, type VisitState } from '@juxtameter/core';
import { verdictColour } from '../../juxta/verdict-colour';
import { VerdictGlyph } from '../../juxta/verdict-glyph';

/** What speaks for a finding, what against it, what was cleared, what was passed over. */
@Component({
  selector: 'jx-evidence-list',
  imports: [VerdictGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.title) {
      <details [open]="!isCompact() || group.isOpen">
        <summary [class.against]="group.isAgainst">
          {{ group.title }} <span class="soft">({{ group.rows.length }})</span>
        </summary>
        <ul>
          @for (row of group.rows; track $index) {
            <li [style.--verdict-colour]="colour(row.verdict)">
              <span class="sign">
                @if (row.verdict; as verdict) {
                  <jx-verdict-glyph [verdict]="verdict" />
                }
              </span>
              <span class="words">
                <span>{{ row.title }}</span>
                <strong class="mono">{{ row.value }}</strong>
                @if (row.elements.length > 0) {
                  <span class="small soft">{{ row.elements.join(', ') }}</span>
                }
              </span>
            </li>
          }
        </ul>
      </details>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
    summary {
      min-height: var(--touch);
      padding-top: 11px;
      font-size: 15px;
      font-weight: 650;
      color: var(--soft-ink);
      cursor: pointer;
    }
    .sign {
      flex: none;
      width: 34px;
    }
    .words {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 10px;
    }
    .against {
      color: var(--caution-ink);
    }
    li {
      display: flex;
      align-items: flex-start;
      gap: 10px;
      padding: 3px 0;
    }
    li jx-verdict-glyph {
      margin-top: 3px;
    }
    strong {
      color: var(--verdict-colour);
    }
  `,
})
export class EvidenceList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly evidence = input.required<Evidence>();
  /** Only what points at it or speaks against it is open; the rest is a tap away. */
  readonly isCompact = input(false);
  protected readonly colour = verdictColour;
  protected readonly groups = computed(() => {
    const { pointsAtIt, speaksAgainstIt, clearsOthers, notProven } = evidenceRows(
      this.context(),
      this.visit(),
      this.evidence(),
    );
    return [
      { title: 'Supports it', rows: pointsAtIt, isAgainst: false, isOpen: true },
      { title: 'Against it', rows: speaksAgainstIt, isAgainst: true, isOpen: true },
      { title: 'Rules out the others', rows: clearsOthers, isAgainst: false, isOpen: false },
      {
        title: 'Not proven',
        rows: notProven.map((title): EvidenceRow => ({ title, value: '', elements: [] })),
        isAgainst: true,
        isOpen: true,
      },
    ].filter((group) => group.rows.length > 0);
  });
}
