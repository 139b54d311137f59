import { ChangeDetectionStrategy, Component, output } from '@angular/core';
import type { EventBody } from '@juxtameter/core';
import { LineForm } from '../../kit/line-form';
import { slug } from '../../start/free-documents';

/** Calls, plugs and covers of a machine nobody has drawn: named at the machine, then changed with a tap like any other. */
@Component({
  selector: 'jx-undrawn-state',
  imports: [LineForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>On this machine</h2>
    <jx-line-form
      name="call"
      label="What is called"
      placeholder="heat"
      [most]="50"
      action="It is called"
      (entered)="recorded.emit({ type: 'call-changed', call: id($event), state: 'on' })"
    />
    <jx-line-form
      name="plug"
      label="Which plug"
      placeholder="X3, motor plug"
      [most]="50"
      action="It is out"
      (entered)="recorded.emit({ type: 'connector-changed', connector: id($event), state: 'out' })"
    />
    <jx-line-form
      name="cover"
      label="Which cover"
      placeholder="front panel"
      [most]="50"
      action="It is off"
      (entered)="recorded.emit({ type: 'condition-noted', group: 'covers', item: id($event), state: 'off' })"
    />
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    h2 {
      margin-bottom: 2px;
      font-size: 15px;
      color: var(--soft-ink);
    }
  `,
})
export class UndrawnState {
  readonly recorded = output<EventBody>();

  protected id(words: string): string {
    return slug(words, 'unnamed');
  }
}
