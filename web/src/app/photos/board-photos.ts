import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  markedPlaces,
  terminalLabel,
  type MarkedPhoto,
  type PastVisit,
  type Points,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { PhotoPicture, type DrawnMark, type MarkedPicture } from './photo-picture';

/** A photo of a board with what is marked on it, and the visit that took it. */
interface HeldPhoto extends MarkedPhoto {
  readonly visit: string;
  readonly picture: MarkedPicture;
  readonly isOlder: boolean;
}

/**
 * Photos on which terminals were marked, of this visit and of earlier ones at the unit, held beside the board map: where
 * the probes go is lit in them as well.
 */
@Component({
  selector: 'jx-board-photos',
  imports: [PhotoPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (each of photos(); track each.photo) {
      <figure>
        <jx-photo-picture [picture]="each.picture" [visit]="each.visit" />
        @if (each.isOlder) {
          <figcaption class="small soft">From an earlier visit: look whether it is still so.</figcaption>
        }
      </figure>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    :host:empty {
      display: none;
    }
    figure {
      margin: 10px 0 0;
    }
  `,
})
export class BoardPhotos {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly earlier = input<readonly PastVisit[]>([]);
  readonly points = input<Points>({});
  /** The newest first; those that show where a probe goes before all others. */
  protected readonly photos = computed((): readonly HeldPhoto[] => {
    const { from, to } = this.points();
    const own = markedPlaces(this.visit()).map((photo) => this.held(photo, this.visitId(), false));
    const older = this.earlier().flatMap(({ id, photos = [] }) => photos.map((photo) => this.held(photo, id, true)));
    const shows = ({ terminals }: HeldPhoto): number =>
      [from, to].filter((point) => point !== undefined && Object.hasOwn(terminals, point)).length;
    const all = [...older, ...own].reverse();
    return all.sort((a, b) => shows(b) - shows(a)).slice(0, MOST);
  });

  private held(photo: MarkedPhoto, visit: string, isOlder: boolean): HeldPhoto {
    const { from, to } = this.points();
    const marks = Object.entries(photo.terminals).map(([terminal, place]): DrawnMark => ({
      id: terminal,
      place,
      words: terminalLabel(this.context().model, terminal),
      ...(terminal === from ? { probe: 'a' } : terminal === to ? { probe: 'b' } : {}),
    }));
    const { photo: hash, width, height } = photo;
    return { ...photo, visit, picture: { hash, width, height, words: 'The board with its terminals', marks }, isOlder };
  }
}

/** More than these nobody looks through beside a map. */
const MOST = 4;
