import { ChangeDetectionStrategy, Component, computed, inject, Injector, input, output, signal } from '@angular/core';
import type { EventBody, PhotoStage } from '@juxtameter/core';
import { PhotoIntake } from './photo-intake';

/** What a photo is of, where that is known beforehand. */
export interface PhotoSubject {
  readonly entry?: string;
  readonly terminal?: string;
  readonly stage?: PhotoStage;
  readonly ofStep?: string;
  readonly words?: string;
}

/** Takes photos in, from the camera or from files; each becomes an entry once its picture is kept. */
@Component({
  selector: 'jx-photo-taker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="taker" [class.busy]="left() > 0" [class.plain]="isPlain()">
      <svg viewBox="0 0 24 18" width="24" height="18" aria-hidden="true">
        <path d="M2 5h5l2-3h6l2 3h5v12H2z" />
        <circle cx="12" cy="10.5" r="3.6" />
      </svg>
      <span>{{ left() > 0 ? 'Taking in ' + left() : label() }}</span>
      <input
        #files
        type="file"
        accept="image/*"
        multiple
        [attr.aria-label]="label() + (of() ? ': ' + of() : '')"
        (change)="take(files.files); files.value = ''"
      />
    </label>
    @for (words of refused(); track $index) {
      <p class="warning small" role="alert">{{ words }}</p>
    }
  `,
  styleUrl: './photo-taker.scss',
})
export class PhotoTaker {
  readonly visitId = input.required<string>();
  readonly label = input('Photo');
  /** One of a row of small buttons. */
  readonly isPlain = input(false);
  /** What it is of, for those who do not see where the button stands. */
  readonly of = input('');
  readonly subject = input<PhotoSubject>({});
  readonly recorded = output<EventBody>();
  private readonly injector = inject(Injector);
  private readonly taking = signal<readonly string[]>([]);
  protected readonly left = computed(() => this.taking().length);
  protected readonly refused = signal<readonly string[]>([]);

  protected async take(files: FileList | null): Promise<void> {
    const chosen = [...(files ?? [])];
    // What it is of is what stood there when it was taken.
    const [subject, visit] = [this.subject(), this.visitId()];
    this.refused.set([]);
    this.taking.update((taking) => [...taking, ...chosen.map(({ name }) => name)]);
    for (const file of chosen) {
      const taken = await this.injector.get(PhotoIntake).take(file, visit);
      this.taking.update((taking) => taking.slice(1));
      if ('refused' in taken) this.refused.update((refused) => [...refused, taken.refused]);
      else {
        const { hash: photo, bytes, ...facts } = taken;
        this.recorded.emit({ type: 'photo-taken', photo, bytes: bytes.byteLength, ...facts, ...subject });
      }
    }
  }
}
