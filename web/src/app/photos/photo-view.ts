import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { markWords, terminalLabel, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { Button } from '../kit/button';
import { NotedList } from '../kit/noted-list';
import { TextField } from '../kit/text-field';
import { typedIn } from '../kit/typed-in';
import { TimeWords } from '../look/time-words';
import { TakeBack } from '../repair/take-back';
import { WIRE_COLOURS } from '../visit/board-map/wire-paint';
import type { ShownPhoto } from './shown-photos';
import { MarkPad, type Pointed } from './mark-pad';
import { PhotoPicture, type MarkedPicture } from './photo-picture';

const PENDING = 'pending';

/** One photo, large: what it shows, and what is pointed at in it. */
@Component({
  selector: 'jx-photo-view',
  imports: [Button, MarkPad, NotedList, PhotoPicture, TakeBack, TextField, TimeWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <header>
      <h2>Photo {{ photo().number }}</h2>
      @if (canEdit()) {
        <jx-take-back
          [event]="photo().taken.id"
          label="Take the photo back"
          [what]="'photo ' + photo().number"
          (recorded)="recorded.emit($event)"
        />
      }
    </header>
    <p>{{ photo().words }}</p>
    <p class="small soft">
      {{ photo().taken | timeWords: 'day and time' }}{{ photo().taken.by ? ', ' + photo().taken.by : '' }}
      @if (takenAt(); as taken) {
        · taken {{ taken | timeWords: 'day and time' }} by the camera's clock
      }
    </p>
    <div class="picture">
      <jx-photo-picture [picture]="picture()" [visit]="visitId()" />
      @if (canEdit()) {
        <jx-mark-pad (pointed)="pending.set($event)" />
      }
    </div>
    @if (canEdit()) {
      @if (pending()) {
        <form (submit)="mark($event)">
          <label class="labelled">
            <span>Terminal</span>
            <input jxText name="terminal" list="photo-terminals" maxlength="120" autocomplete="off" />
          </label>
          <label class="labelled">
            <span>Colour of the wire</span>
            <input jxText name="colour" list="photo-colours" maxlength="60" autocomplete="off" />
          </label>
          <label class="labelled wide">
            <span>What is there</span>
            <input jxText name="words" maxlength="200" autocomplete="off" />
          </label>
          <div class="buttons">
            <button jxButton type="submit">Keep the mark</button>
            <button jxButton type="button" kind="secondary" [quiet]="true" (click)="pending.set(undefined)">
              Leave it
            </button>
          </div>
          <datalist id="photo-terminals">
            @for (point of context().wiring.points; track point.address) {
              <option [value]="point.label"></option>
            }
          </datalist>
          <datalist id="photo-colours">
            @for (colour of colours; track colour) {
              <option [value]="colour"></option>
            }
          </datalist>
        </form>
      } @else {
        <p class="small soft">Tap what you mean in the picture, or draw an arrow to it.</p>
      }
    }
    <jx-noted-list
      [items]="noted()"
      [canEdit]="canEdit()"
      (takenBack)="recorded.emit({ type: 'retracted', event: $event })"
    />
  `,
  styleUrl: './photo-view.scss',
})
export class PhotoView {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly photo = input.required<ShownPhoto>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly colours = WIRE_COLOURS;
  /** Another photo has no mark begun. */
  protected readonly pending = linkedSignal<string, Pointed | undefined>({
    source: computed(() => this.photo().taken.id),
    computation: () => undefined,
  });
  protected readonly takenAt = computed(() => {
    const { takenAt, zone } = this.photo().taken;
    return takenAt === undefined ? undefined : { at: takenAt, ...(zone === undefined ? {} : { zone }) };
  });
  protected readonly picture = computed((): MarkedPicture => {
    const { picture } = this.photo();
    const pending = this.pending();
    return pending ? { ...picture, marks: [...picture.marks, { id: PENDING, words: '', ...pending }] } : picture;
  });
  protected readonly noted = computed(() =>
    this.photo().marks.map((mark) => ({
      id: mark.id,
      text: markWords(mark, (terminal) => terminalLabel(this.context().model, terminal)) || 'a mark without words',
    })),
  );

  protected mark(event: Event): void {
    event.preventDefault();
    const pending = this.pending();
    if (!pending) return;
    const typed = typedIn(event);
    const [terminal, colour, words] = [typed('terminal'), typed('colour'), typed('words')];
    this.recorded.emit({
      type: 'photo-marked',
      photo: this.photo().taken.id,
      ...pending,
      ...(terminal === '' ? {} : { terminal: this.context().wiring.pointOf(terminal) }),
      ...(colour === '' ? {} : { colour }),
      ...(words === '' ? {} : { words }),
    });
    this.pending.set(undefined);
  }
}
