import { Pipe, type PipeTransform } from '@angular/core';
import { verdictWord, type Verdict } from '@juxtameter/core';

/** What a verdict is called, wherever it is shown. */
@Pipe({ name: 'verdictWord' })
export class VerdictWord implements PipeTransform {
  transform(verdict: Verdict): string {
    return verdictWord(verdict);
  }
}
