import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { VisitContext, VisitState } from '@juxtameter/core';
import { PhotoPicture } from './photo-picture';
import { shownPhotos } from './shown-photos';

/** The photos of an entry, or of the whole visit, small and in a row; each leads to its page. */
@Component({
  selector: 'jx-photo-strip',
  imports: [PhotoPicture, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (photo of photos(); track photo.taken.id) {
      <a
        [routerLink]="['/visits', visitId(), 'photos']"
        [queryParams]="{ photo: photo.number }"
        [attr.aria-label]="'Photo ' + photo.number + ': ' + photo.words"
      >
        <jx-photo-picture [picture]="photo.picture" [visit]="visitId()" [isSmall]="true" />
        <span class="small">{{ photo.number }}</span>
      </a>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    :host:empty {
      display: none;
    }
    a {
      position: relative;
      width: 104px;
      color: inherit;
      text-decoration: none;
    }
    a > span {
      position: absolute;
      left: 4px;
      bottom: 4px;
      min-width: 22px;
      padding: 0 6px;
      border-radius: 8px;
      background: rgb(0 0 0 / 72%);
      color: #fff;
      text-align: center;
    }
  `,
})
export class PhotoStrip {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  /** Id of the entry; of all where it is missing. */
  readonly entry = input<string>();
  protected readonly photos = computed(() => {
    const all = shownPhotos(this.context(), this.visit());
    const entry = this.entry();
    return entry === undefined ? all : all.filter(({ taken }) => taken.entry === entry);
  });
}
