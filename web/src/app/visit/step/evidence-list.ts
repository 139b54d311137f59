import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  elementName,
  formatReading,
  readingTitle,
  verdictWord,
  type Evidence,
  type EvidenceLine,
  type Verdict,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { verdictColour } from '../../juxta/verdict-colour';
import { VerdictGlyph } from '../../juxta/verdict-glyph';

interface EvidenceRow {
  readonly title: string;
  readonly value: string;
  readonly verdict?: Verdict;
  readonly elements: string;
}

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
                @if (row.elements) {
                  <span class="small soft">{{ row.elements }}</span>
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
      min-height: 30px;
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
    const { implicates, contradicts, clearsOthers, unproven } = this.evidence();
    const rows = (lines: readonly EvidenceLine[]): EvidenceRow[] => lines.map((line) => this.row(line));
    return [
      { title: 'Points at it', rows: rows(implicates), isAgainst: false, isOpen: true },
      { title: 'Speaks against it', rows: rows(contradicts), isAgainst: true, isOpen: true },
      { title: 'Clears the others', rows: rows(clearsOthers), isAgainst: false, isOpen: false },
      {
        title: 'Not proven',
        rows: unproven.map((title): EvidenceRow => ({ title, value: '', elements: '' })),
        isAgainst: true,
        isOpen: true,
      },
    ].filter((group) => group.rows.length > 0);
  });

  /** What was taken back since the finding was made still shows that it was believed then. */
  private readonly takenBack = computed(
    () => new Set(this.visit().trail.flatMap(({ event, standing }) => (standing === 'retracted' ? [event.id] : []))),
  );

  private row({ line: { event, step }, elements }: EvidenceLine): EvidenceRow {
    const since = this.takenBack().has(event.id) ? ['taken back since'] : [];
    const named = [...elements.map((each) => elementName(this.context().model, each)), ...since].join(', ');
    const title = step?.text ?? '';
    if (event.type === 'reading-taken') {
      return {
        title: readingTitle(this.context(), { event, step }),
        value: event.reading ? formatReading(event.reading) : event.text,
        verdict: event.judgement.verdict,
        elements: named,
      };
    }
    if (event.type === 'observation-made') {
      const answer = step?.kind === 'observation' ? step.answers[event.answer] : undefined;
      return { title, value: typeof answer === 'object' && answer.text ? answer.text : event.answer, elements: named };
    }
    return {
      title,
      value: event.type === 'undecided-accepted' ? `taken as ${verdictWord(event.verdict)}` : '',
      elements: named,
    };
  }
}
