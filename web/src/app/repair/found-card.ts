import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { standingOf, type EventBody, type VisitState } from '@juxtameter/core';
import { LineForm } from '../kit/line-form';
import { GradeWords } from '../visit/view/grade-words';
import { TakeBack } from './take-back';

/** What a record takes of words. */
const LONGEST_WORDS = 600;

/** What was found, how far it is shown, and why it failed. */
@Component({
  selector: 'jx-found-card',
  imports: [GradeWords, LineForm, TakeBack],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>Found, and why it failed</h2>
    @for (each of findings(); track each.id) {
      <div class="finding">
        <p>
          <strong>{{ each.text }}</strong>&ngsp;<span class="small soft">{{ each.grade | gradeWords }}</span>
        </p>
        @if (each.cause; as cause) {
          <p class="line">
            <span>{{ cause.words }}</span>
            @if (canEdit()) {
              <jx-take-back [event]="cause.event" [what]="cause.words" (recorded)="recorded.emit($event)" />
            }
          </p>
        } @else if (each.isAccused && canEdit()) {
          <div class="chips">
            @for (cause of each.usual; track cause) {
              <button type="button" class="chip" (click)="note(each.id, cause)">{{ cause }}</button>
            }
            <button type="button" class="chip" (click)="note(each.id)">Nobody knows</button>
          </div>
          <jx-line-form
            name="cause"
            label="Why did it fail?"
            action="Note it"
            [most]="600"
            (entered)="note(each.id, $event)"
          />
        }
      </div>
    } @empty {
      <p class="soft">Nothing is named yet: the proof of a repair begins with what was found.</p>
    }
    @for (each of told(); track each.id) {
      <p class="small line">
        <span>Told {{ each.whom }}: {{ each.what }}</span>
        @if (canEdit()) {
          <jx-take-back [event]="each.id" [what]="'told ' + each.whom" (recorded)="recorded.emit($event)" />
        }
      </p>
    }
    @if (canEdit() && findings().length > 0) {
      <jx-line-form
        name="told"
        label="Who was told: owner, landlord, utility?"
        action="Told"
        [most]="200"
        (entered)="tell($event)"
      />
    }
  `,
  styles: `
    .finding {
      display: grid;
      gap: 8px;
    }
    p {
      margin: 0;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 2px 10px;
    }
  `,
})
export class FoundCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly findings = computed(() => {
    const causes = new Map(standingOf(this.visit(), 'cause-noted').map((event) => [event.finding, event]));
    return this.visit().findings.map(({ id, text, grade, class: found }) => {
      const noted = causes.get(id);
      const step = this.visit().trail.find(({ event }) => event.id === id)?.step;
      return {
        id,
        text,
        grade,
        isAccused: found !== 'none' && found !== 'open',
        usual: (step?.kind === 'conclusion' && step.rootCauses) || [],
        cause: noted && {
          event: noted.id,
          words: noted.cause === undefined ? 'Why it failed is not known.' : `Because: ${noted.cause}`,
        },
      };
    });
  });

  protected readonly told = computed(() => standingOf(this.visit(), 'person-told'));

  protected note(finding: string, cause?: string): void {
    this.recorded.emit({ type: 'cause-noted', finding, ...(cause === undefined ? {} : { cause }) });
  }

  /** What everybody who has to know is told: what was found. */
  protected tell(whom: string): void {
    const what = this.findings()
      .map(({ text }) => text)
      .join(' ')
      .slice(0, LONGEST_WORDS);
    this.recorded.emit({ type: 'person-told', whom, what });
  }
}
