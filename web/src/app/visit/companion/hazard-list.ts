import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { CAUTIONS, type HazardDocument } from '@juxtameter/core';

/** What can hurt at this unit, in sight whatever the step. */
@Component({
  selector: 'jx-hazard-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (lines().length > 0) {
      <h2>Hazards</h2>
      <ul>
        @for (line of lines(); track $index) {
          <li>
            <strong>{{ line.kind }}</strong> {{ line.where }}{{ line.note ? ': ' + line.note : '' }}
            <span class="small soft">{{ line.caution }}</span>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 22px;
    }
    li {
      padding: 8px 0;
      border-bottom: 1px solid var(--line);
    }
    strong {
      padding: 1px 9px;
      border-radius: 8px;
      background: var(--caution-ground);
      color: var(--caution-ink);
      font-weight: 650;
    }
    .small {
      display: block;
      margin-top: 2px;
    }
  `,
})
export class HazardList {
  readonly hazards = input.required<readonly HazardDocument[]>();
  protected readonly lines = computed(() =>
    this.hazards().map(({ kind, where, note }) => ({
      kind: kind.replaceAll('-', ' '),
      where,
      note,
      caution: CAUTIONS[kind] ?? '',
    })),
  );
}
