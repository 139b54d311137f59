import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { VisitContext, VisitState } from '@juxtameter/core';
import { TimeWords } from '../look/time-words';
import { PhotoPicture } from '../photos/photo-picture';
import { shownPhotos } from '../photos/shown-photos';

/** The photos with what is marked on them, as they go on the report; nothing where none was taken. */
@Component({
  selector: 'jx-photo-section',
  imports: [PhotoPicture, TimeWords],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (photos().length > 0) {
      <section>
        <h2>Photos</h2>
        <div class="photos">
          @for (photo of photos(); track photo.taken.id) {
            <figure>
              <jx-photo-picture [picture]="photo.picture" [visit]="visitId()" [isForPrint]="true" />
              <figcaption class="small">
                {{ photo.number }}: {{ photo.words }}
                <span class="soft">{{ photo.taken | timeWords: 'day and time' }}</span>
              </figcaption>
            </figure>
          }
        </div>
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
    .photos {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
      gap: 12px;
    }
    figure {
      margin: 0;
      break-inside: avoid;
    }
    figcaption {
      overflow-wrap: anywhere;
    }
  `,
})
export class PhotoSection {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  protected readonly photos = computed(() => shownPhotos(this.context(), this.visit()));
}
