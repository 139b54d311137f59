import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { repairAccount, verificationOf, type Check, type VisitContext, type VisitState } from '@juxtameter/core';
import { BeforeAfter } from '../repair/before-after';
import { CheckGlyph } from '../repair/check-glyph';

/** What was done, and what shows that it holds; nothing where nothing was found or changed. */
@Component({
  selector: 'jx-repair-section',
  imports: [BeforeAfter, CheckGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (repair().temporaries.length > 0) {
      <section>
        <h2>Temporary repair</h2>
        <ul>
          @for (each of repair().temporaries; track $index) {
            <li>
              <strong>{{ each }}</strong>
            </li>
          }
        </ul>
      </section>
    }
    @if (hasRepair()) {
      <section>
        <h2>Repair</h2>
        <ul>
          @for (cause of repair().causes; track $index) {
            <li>{{ cause }}</li>
          }
          @for (work of repair().work; track $index) {
            <li>
              {{ work.text }}: {{ work.words }}&ngsp;<span class="small soft">{{ work.reason }}</span>
            </li>
          }
          @for (part of repair().parts; track $index) {
            <li>Part {{ part }}</li>
          }
          @for (wires of repair().wires; track $index) {
            <li>Wires of {{ wires }}</li>
          }
          @for (told of repair().told; track $index) {
            <li>Told {{ told }}</li>
          }
          @for (left of repair().departure; track $index) {
            <li>As it was left: {{ left }}</li>
          }
          @if (repair().time; as time) {
            <li>Time: {{ time }}</li>
          }
        </ul>
      </section>
    }
    @if (repair().checks.length > 0) {
      <section>
        <h2>Proof of the repair: {{ repair().ending }}</h2>
        @for (check of repair().checks; track check.id) {
          <div class="check">
            <jx-check-glyph [state]="check.state" />
            <div>
              <p>
                {{ check.words }}: <strong>{{ check.stateWords }}</strong>
                @if (check.answered) {
                  &ngsp;<span class="small soft">{{ check.answered }}</span>
                }
              </p>
              @for (doubt of check.doubts; track doubt) {
                <p class="small">{{ doubt }}</p>
              }
              @if (checkOf(check.id)?.before; as before) {
                <jx-before-after [before]="before" [after]="checkOf(check.id)?.after" />
              }
            </div>
          </div>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    section {
      margin-top: 18px;
    }
    .check {
      display: grid;
      grid-template-columns: 28px 1fr;
      gap: 2px 10px;
      padding: 4px 0;
      break-inside: avoid;
    }
    p {
      margin: 0;
    }
  `,
})
export class RepairSection {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  protected readonly repair = computed(() => repairAccount(this.context(), this.visit()));
  protected readonly hasRepair = computed(() => {
    const { work, causes, told, parts, wires, departure, time } = this.repair();
    return [...work, ...causes, ...told, ...parts, ...wires, ...departure].length > 0 || time !== '';
  });
  private readonly checks = computed(() => verificationOf(this.context(), this.visit()));

  protected checkOf(id: string): Check | undefined {
    return this.checks().find((check) => check.id === id);
  }
}
