import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../../kit/button';
import { TextField } from '../../kit/text-field';
import type { TrailLine } from '@juxtameter/core';

/** Notes of this visit, and one more. */
@Component({
  selector: 'jx-notes-list',
  imports: [Button, DatePipe, FormsModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (note of notes(); track note.id) {
        <li>
          <p>{{ note.text }}</p>
          <p class="small soft">{{ note.at | date: 'd MMM, HH:mm' }}{{ note.by ? ', ' + note.by : '' }}</p>
        </li>
      } @empty {
        <li class="soft">No notes yet: newer parts, earlier repairs, what the customer adds.</li>
      }
    </ul>
    @if (canAdd()) {
      <form (submit)="$event.preventDefault(); add()">
        <input
          jxText
          name="note"
          aria-label="New note"
          placeholder="New note"
          maxlength="4000"
          autocomplete="off"
          [ngModel]="text()"
          (ngModelChange)="text.set($event)"
        />
        <button jxButton type="submit" kind="secondary">Add</button>
      </form>
    }
  `,
  styles: `
    li {
      padding: 10px 0;
      border-bottom: 1px solid var(--line);
      overflow-wrap: anywhere;
    }
    form {
      display: flex;
      gap: 10px;
      margin-top: 14px;
    }
    input {
      flex: 1;
      min-width: 0;
      min-height: 48px;
    }
  `,
})
export class NotesList {
  readonly trail = input.required<readonly TrailLine[]>();
  readonly canAdd = input(true);
  readonly added = output<string>();
  protected readonly text = signal('');
  protected readonly notes = computed(() =>
    this.trail().flatMap(({ event, standing }) =>
      event.type === 'note-added' && standing !== 'retracted' ? [event] : [],
    ),
  );

  protected add(): void {
    const text = this.text().trim();
    if (text === '') return;
    this.added.emit(text);
    this.text.set('');
  }
}
