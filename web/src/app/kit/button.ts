import { Directive } from '@angular/core';
import { ButtonDirective } from 'primeng/button';

/**
 * A button, or a link that looks like one: `kind` says how much it weighs, `quiet` takes its ground away, `size` makes
 * it small.
 */
@Directive({
  selector: '[jxButton]',
  hostDirectives: [{ directive: ButtonDirective, inputs: ['severity: kind', 'text: quiet', 'outlined', 'size'] }],
})
export class Button {}
