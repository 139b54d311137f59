import { Directive } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';

/** A line to type in. */
@Directive({ selector: 'input[jxText]', hostDirectives: [InputText] })
export class TextField {}

/** Several lines to type in. */
@Directive({ selector: 'textarea[jxText]', hostDirectives: [Textarea] })
export class TextArea {}
