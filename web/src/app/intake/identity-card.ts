import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { TextField } from '../kit/text-field';
import type { Unit } from '@juxtameter/contract';
import {
  elementName,
  isFreeUnitModel,
  OTHER_BOARD,
  standingOf,
  type EventBody,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Choice } from '../kit/choice';
import type { Option } from '../kit/option';

type Presence = 'there' | 'not-there';

const PRESENCES: readonly Option<Presence>[] = [
  { id: 'there', name: 'there' },
  { id: 'not-there', name: 'not there' },
];

function presenceOf(present: boolean | undefined): Presence | undefined {
  if (present === undefined) return undefined;
  return present ? 'there' : 'not-there';
}

/** What has to be on record before a board comes out: its number, every switch, chip, code, and which options there are. */
@Component({
  selector: 'jx-identity-card',
  imports: [Choice, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'identity' },
  template: `
    <h2>Board and settings, read before anything is taken out</h2>
    @for (board of boards(); track board.id) {
      <form class="entry-row" (submit)="$event.preventDefault(); identify(board.id, number)">
        <label class="labelled">
          <span class="small soft">{{ board.name }}: number on the board</span>
          <input
            #number
            jxText
            maxlength="200"
            [placeholder]="board.expected"
            [value]="board.read"
            [disabled]="!canEdit()"
            (change)="identify(board.id, number)"
          />
        </label>
      </form>
      @if (board.differs) {
        <p class="warning">The unit model says {{ board.expected }}. Find a third source before a part is ordered.</p>
      }
    }
    @for (setting of settings(); track setting.address) {
      <div class="setting">
        <span class="small soft">{{ setting.name }} · {{ setting.address }}</span>
        <div class="entry-row">
          <jx-choice
            [label]="setting.name"
            [options]="setting.choices"
            [chosen]="setting.read"
            [isSmall]="true"
            [isDisabled]="!canEdit()"
            (picked)="read(setting.address, $event)"
          />
          <input
            #value
            jxText
            maxlength="200"
            [attr.aria-label]="setting.name + ', as read'"
            placeholder="as read"
            [value]="setting.read"
            [disabled]="!canEdit()"
            (change)="read(setting.address, value.value)"
          />
        </div>
        @if (setting.differs) {
          <p class="warning">The unit's file says {{ setting.onFile }}.</p>
        }
        @if (setting.sources) {
          <p class="small soft">Documents differ: {{ setting.sources }}</p>
        }
      </div>
    }
    @if (options().length > 0) {
      <span class="small soft">Optional devices: is it on this unit?</span>
      @for (option of options(); track option.id) {
        <div class="option">
          <span>{{ option.name }}</span>
          <jx-choice
            [label]="option.name"
            [options]="presences"
            [chosen]="option.present"
            [isSmall]="true"
            [isDisabled]="!canEdit()"
            (picked)="note(option.id, $event === 'there')"
          />
        </div>
      }
    }
  `,
  styles: `
    .option {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 12px;
    }
    .setting {
      display: grid;
      gap: 4px;
    }
    .entry-row .labelled {
      flex: 1;
    }
  `,
})
export class IdentityCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly unit = input.required<Unit>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();

  private readonly numbers = computed(
    () => new Map(standingOf(this.visit(), 'board-identified').map(({ board, number }) => [board, number])),
  );
  protected readonly boards = computed(() => {
    const { model } = this.context();
    const all = isFreeUnitModel(model) ? [{ id: OTHER_BOARD, name: 'Board', number: undefined }] : model.boards;
    return all.map(({ id, name, number }) => {
      const expected = this.unit().boards?.[id]?.number ?? number ?? '';
      const read = this.numbers().get(id) ?? '';
      return { id, name, expected, read, differs: read !== '' && expected !== '' && plain(read) !== plain(expected) };
    });
  });
  protected readonly settings = computed(() => {
    const positions = this.visit().conditions.positions ?? {};
    return this.context().model.boards.flatMap((board) =>
      (board.settings ?? []).map((setting) => {
        const address = `${board.id}.${setting.id}`;
        const read = positions[address] ?? '';
        const onFile = this.unit().settings?.[address] ?? '';
        const values = new Set((setting.sources ?? []).map(({ value }) => value));
        return {
          address,
          name: setting.name ?? setting.id,
          choices: (setting.choices ?? []).map(({ position, value }) => ({
            id: position,
            mark: position,
            name: value,
          })),
          read,
          onFile,
          differs: read !== '' && onFile !== '' && plain(read) !== plain(onFile),
          sources:
            values.size > 1
              ? (setting.sources ?? []).map(({ document, value }) => `${document} says ${value}`).join(', ')
              : '',
        };
      }),
    );
  });
  protected readonly presences = PRESENCES;
  protected readonly options = computed(() => {
    const { model } = this.context();
    return model.devices
      .filter(({ optional }) => optional)
      .map(({ id }) => ({
        id,
        name: elementName(model, id),
        present: presenceOf(this.visit().options[id] ?? this.unit().options?.[id]),
      }));
  });

  protected identify(board: string, field: HTMLInputElement): void {
    const number = field.value.trim();
    if (number !== '' && number !== this.numbers().get(board))
      this.recorded.emit({ type: 'board-identified', board, number, grade: this.grade() });
  }

  protected read(setting: string, value: string): void {
    const position = value.trim();
    if (position !== '' && position !== this.visit().conditions.positions?.[setting])
      this.recorded.emit({ type: 'setting-read', setting, value: position, grade: this.grade() });
  }

  protected note(option: string, present: boolean): void {
    this.recorded.emit({ type: 'option-noted', option, present });
  }

  private grade(): 'observed' | 'reported' {
    return this.visit().opened?.reporter === undefined ? 'observed' : 'reported';
  }
}

function plain(words: string): string {
  return words.toUpperCase().replace(/[\s._-]+/g, '');
}
