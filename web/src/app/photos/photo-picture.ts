import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import type { PhotoPlace } from '@juxtameter/core';
import { PhotoSource } from './photo-source';
import { spreadLabels } from './spread-labels';

/** A mark as it is drawn. */
export interface DrawnMark {
  readonly id: string;
  readonly place: PhotoPlace;
  readonly tail?: PhotoPlace;
  readonly words: string;
  /** The probe that goes there. */
  readonly probe?: 'a' | 'b';
}

/** A picture with what is marked on it. */
export interface MarkedPicture {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  /** For those who do not see it. */
  readonly words: string;
  readonly marks: readonly DrawnMark[];
}

/**
 * A picture with its marks over it. It is fetched when it comes near the screen, and let go of when it is
 * far: hundreds of them would not fit into the memory of a phone.
 */
@Component({
  selector: 'jx-photo-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[style.aspect-ratio]': 'width() + " / " + height()' },
  template: `
    @if (url(); as url) {
      <img
        [src]="url"
        [alt]="isNamedBeside() ? '' : picture().words"
        draggable="false"
        (error)="missing.set('Damaged on this device.')"
      />
    } @else {
      <span class="missing small">{{ missing() || 'Fetching' }}</span>
    }
    <svg [attr.viewBox]="'0 0 ' + width() + ' ' + height()" aria-hidden="true">
      @for (mark of drawn(); track mark.id) {
        <g class="mark" [attr.data-probe]="mark.probe">
          @if (mark.line; as line) {
            <path class="halo" [attr.d]="line" [style.stroke-width]="stroke() * 2.4" />
            <path class="line" [attr.d]="line" [style.stroke-width]="stroke()" />
          } @else {
            <circle
              class="halo"
              [attr.cx]="mark.x"
              [attr.cy]="mark.y"
              [attr.r]="ring()"
              [style.stroke-width]="stroke() * 2.4"
            />
            <circle
              class="line"
              [attr.cx]="mark.x"
              [attr.cy]="mark.y"
              [attr.r]="ring()"
              [style.stroke-width]="stroke()"
            />
          }
        </g>
      }
    </svg>
    @for (label of labels(); track label.id) {
      <span
        class="words"
        [attr.data-probe]="label.probe"
        [style.left.px]="label.left"
        [style.top.px]="label.top"
        [style.max-width.px]="shownWidth()"
        >{{ label.words }}</span
      >
    }
  `,
  styleUrl: './photo-picture.scss',
})
export class PhotoPicture {
  readonly picture = input.required<MarkedPicture>();
  readonly visit = input.required<string>();
  /** On what is printed nothing waits until somebody scrolls to it. */
  readonly isForPrint = input(false);
  /** Its words stand beside it: they are not read out twice. */
  readonly isNamedBeside = input(false);
  /** In a list the marks are drawn without their words. */
  readonly isSmall = input(false);
  private readonly source = inject(PhotoSource);
  private readonly hash = computed(() => this.picture().hash);
  protected readonly width = computed(() => this.picture().width);
  protected readonly height = computed(() => this.picture().height);
  private readonly isNear = signal(false);
  protected readonly url = signal<string | undefined>(undefined);
  protected readonly missing = signal('');
  private readonly longest = computed(() => Math.max(this.width(), this.height()));
  protected readonly stroke = computed(() => this.longest() / (this.isSmall() ? 90 : 220));
  protected readonly ring = computed(() => this.longest() / (this.isSmall() ? 26 : 55));
  protected readonly drawn = computed(() =>
    this.picture().marks.map((mark) => ({
      ...mark,
      words: this.isSmall() ? '' : mark.words,
      x: mark.place.x * this.width(),
      y: mark.place.y * this.height(),
      line: mark.tail && this.arrow(mark.tail, mark.place),
    })),
  );

  /** Pixels as it is shown. */
  protected readonly shownWidth = signal(0);
  protected readonly labels = computed(() => {
    const [width, named] = [this.shownWidth(), this.drawn().filter(({ words }) => words !== '')];
    const height = (width * this.height()) / this.width();
    const at = named.map(({ place, words }) => ({ x: place.x * width, y: place.y * height, text: words }));
    const boxes = width === 0 ? [] : spreadLabels(at, width, height);
    return named.flatMap((mark, index) => {
      const box = boxes[index];
      return box ? [{ ...mark, left: box.left, top: box.top }] : [];
    });
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const observer = new IntersectionObserver(([newest]) => this.isNear.set(newest?.isIntersecting === true), {
      rootMargin: '600px',
    });
    observer.observe(host);
    effect((whenGone) => {
      const [hash, visit] = [this.hash(), this.visit()];
      if (!this.isNear() && !this.isForPrint()) return;
      let url: string | undefined;
      let isGone = false;
      whenGone(() => {
        isGone = true;
        if (url !== undefined) URL.revokeObjectURL(url);
        this.url.set(undefined);
        this.missing.set('');
      });
      void this.source.find(hash, visit).then((found) => {
        if (isGone) return;
        if ('missing' in found) return this.missing.set(found.missing);
        url = URL.createObjectURL(found.picture);
        this.url.set(url);
      });
    });
    const sizes = new ResizeObserver(([size]) => this.shownWidth.set(size?.contentRect.width ?? 0));
    sizes.observe(host);
    inject(DestroyRef).onDestroy(() => {
      observer.disconnect();
      sizes.disconnect();
    });
  }

  private arrow(from: PhotoPlace, to: PhotoPlace): string {
    const [x1, y1] = [from.x * this.width(), from.y * this.height()];
    const [x2, y2] = [to.x * this.width(), to.y * this.height()];
    const direction = Math.atan2(y2 - y1, x2 - x1);
    const wing = (turn: number): string =>
      `${x2 - this.ring() * 1.6 * Math.cos(direction + turn)} ${y2 - this.ring() * 1.6 * Math.sin(direction + turn)}`;
    return `M${x1} ${y1}L${x2} ${y2}M${wing(0.5)}L${x2} ${y2}L${wing(-0.5)}`;
  }
}
