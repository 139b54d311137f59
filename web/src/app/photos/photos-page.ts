import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { PHOTO_STAGES, PHOTO_STAGE_WORDS, type EventBody, type PhotoStage } from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { Choice } from '../kit/choice';
import { TextField } from '../kit/text-field';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { openVisit } from '../visit/open-visit';
import { VisitStrip } from '../visit/visit-strip';
import { PhotoPicture } from './photo-picture';
import { PhotoTaker } from './photo-taker';
import { PhotoView } from './photo-view';
import { shownPhotos } from './shown-photos';

const STAGES = [
  { id: 'any', name: 'at work' },
  ...PHOTO_STAGES.map((id) => ({ id, name: PHOTO_STAGE_WORDS[id] })),
] as const;

/** Every photo of a visit in its order, one of them large. */
@Component({
  selector: 'jx-photos-page',
  imports: [Choice, PageHeader, PhotoPicture, PhotoTaker, PhotoView, StateMessage, TextField, VisitStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Photos" [subtitle]="opened.pinned()?.unit?.name ?? ''" [back]="'/visits/' + id()" />
    @if (opened.problem(); as problem) {
      <main>
        <jx-state-message kind="problem" [text]="words(problem)" action="Try again" (acted)="opened.reload()" />
      </main>
    } @else if (opened.context(); as context) {
      <jx-visit-strip />
      <main>
        @if (canEdit()) {
          <section class="card take" aria-label="A new photo">
            <jx-choice
              label="When it is taken"
              [options]="stages"
              [chosen]="stage()"
              [isSmall]="true"
              (picked)="stage.set($event)"
            />
            <input
              #shows
              jxText
              name="shows"
              maxlength="600"
              autocomplete="off"
              aria-label="What it shows"
              placeholder="What it shows"
              [value]="says()"
              (input)="says.set(shows.value)"
            />
            <jx-photo-taker label="Take a photo" [visitId]="id()" [subject]="subject()" (recorded)="record($event)" />
          </section>
        }
        <section class="card all" aria-labelledby="all-title">
          <h2 id="all-title">{{ title() }}</h2>
          @if (photos().length === 0) {
            <p class="soft">
              What is taken here stays on this device until the server has it; place and device are taken out of it.
            </p>
          }
          <ul>
            @for (each of photos(); track each.taken.id) {
              <li>
                <button
                  type="button"
                  [attr.aria-current]="each.number === shown()?.number ? 'true' : null"
                  (click)="show(each.number)"
                >
                  <jx-photo-picture [picture]="each.picture" [visit]="id()" [isSmall]="true" [isNamedBeside]="true" />
                  <span class="small"
                    ><strong>{{ each.number }}</strong> {{ each.words }}</span
                  >
                </button>
              </li>
            }
          </ul>
        </section>
        @if (shown(); as photo) {
          <jx-photo-view
            [context]="context"
            [visit]="visit()"
            [visitId]="id()"
            [photo]="photo"
            [canEdit]="canEdit()"
            (recorded)="opened.record($event)"
          />
        }
      </main>
    } @else {
      <main><jx-state-message kind="loading" text="Fetching the visit" /></main>
    }
  `,
  styleUrl: './photos-page.scss',
})
export class PhotosPage {
  readonly id = input.required<string>();
  /** Number of the photo that is shown large; the last one where none is asked for. */
  readonly photo = input<string>();
  private readonly router = inject(Router);
  protected readonly opened = openVisit(this.id);
  protected readonly words = openProblemWords;
  protected readonly visit = this.opened.visit;
  protected readonly canEdit = computed(() => !this.visit().closed);
  protected readonly stages = STAGES;
  protected readonly stage = signal<PhotoStage | 'any'>('any');
  protected readonly says = signal('');
  protected readonly subject = computed(() => {
    const [stage, words] = [this.stage(), this.says().trim()];
    return { ...(stage === 'any' ? {} : { stage }), ...(words === '' ? {} : { words }) };
  });
  protected readonly photos = computed(() => {
    const context = this.opened.context();
    return context ? shownPhotos(context, this.visit()) : [];
  });
  protected readonly title = computed(() => {
    const { length } = this.photos();
    return length === 0 ? 'No photos yet' : length === 1 ? 'One photo' : `${length} photos`;
  });
  protected readonly shown = computed(() => {
    const asked = Number(this.photo());
    return this.photos().find(({ number }) => number === asked) ?? this.photos().at(-1);
  });

  protected record(body: EventBody): void {
    this.opened.record(body);
    // The next one shows something else.
    this.says.set('');
    if (this.photo() !== undefined) void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }

  protected show(number: number): void {
    void this.router.navigate([], { queryParams: { photo: number }, replaceUrl: true });
  }
}
