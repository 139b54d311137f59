import { Injectable } from '@angular/core';

/** Reads a step aloud where the device can. */
@Injectable({ providedIn: 'root' })
export class Speech {
  readonly isAvailable = 'speechSynthesis' in globalThis && 'SpeechSynthesisUtterance' in globalThis;

  say(text: string): void {
    if (!this.isAvailable) return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(text));
  }
}
