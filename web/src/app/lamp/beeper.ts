import { DOCUMENT, inject, Injectable } from '@angular/core';

const PITCH = 880;
const SECONDS = 0.15;

/** A short sound and a shake, where the device has them; silent where it has not. */
@Injectable({ providedIn: 'root' })
export class Beeper {
  private readonly window = inject(DOCUMENT).defaultView;
  private audio: AudioContext | undefined;

  signal(): void {
    this.window?.navigator.vibrate?.(120);
    if (typeof AudioContext === 'undefined') return;
    this.audio ??= new AudioContext();
    const { audio } = this;
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = PITCH;
    volume.gain.value = 0.2;
    tone.connect(volume).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + SECONDS);
  }
}
