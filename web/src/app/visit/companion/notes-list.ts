import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { TimeWords } from '../../look/time-words';
import { LineForm } from '../../kit/line-form';
import type { TrailLine } from '@juxtameter/core';

/** Notes of this visit, and one more. */
@Component({
  selector: 'jx-notes-list',
  imports: [LineForm, TimeWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (note of notes(); track note.id) {
        <li>
          <p>{{ note.text }}</p>
          <p class="small soft">{{ note | timeWords: 'day and time' }}{{ note.by ? ', ' + note.by : '' }}</p>
        </li>
      } @empty {
        <li class="soft">No notes yet: newer parts, earlier repairs, what the customer adds.</li>
      }
    </ul>
    @if (canAdd()) {
      <jx-line-form name="note" label="New note" (entered)="added.emit($event)" />
    }
  `,
  styles: `
    li {
      padding: 10px 0;
      border-bottom: 1px solid var(--line);
      overflow-wrap: anywhere;
    }
    jx-line-form {
      display: block;
      margin-top: 14px;
    }
  `,
})
export class NotesList {
  readonly trail = input.required<readonly TrailLine[]>();
  readonly canAdd = input(true);
  readonly added = output<string>();
  protected readonly notes = computed(() =>
    this.trail().flatMap(({ event, standing }) =>
      event.type === 'note-added' && standing !== 'retracted' ? [event] : [],
    ),
  );
}
