import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  hasRunOut,
  unseenJumpers,
  type EventBody,
  type LeftRunning,
  type Temporary,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { LineForm } from '../kit/line-form';
import { localDay } from '../look/local-day';
import { leftHere } from './left-here';

const NOTHING: LeftRunning = { temporaries: [], followUps: [] };

/** What earlier visits left running or to be done at this unit, each with the tap that ends it. */
@Component({
  selector: 'jx-left-running-card',
  imports: [Button, LineForm, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (left().temporaries.length + left().followUps.length > 0) {
      <section class="card" aria-labelledby="left-running-title">
        <h2 id="left-running-title">Left by earlier visits</h2>
        @for (each of left().temporaries; track each.id) {
          <div class="each">
            <p class="warning">
              <strong
                >{{ isOver(each) ? 'Run out, was until' : 'Temporary, until' }} {{ each.until }}:
                {{ each.text }}.</strong
              >
              {{ each.lacks ? 'Without ' + each.lacks + '.' : '' }}
              {{ each.watch ? 'To be watched: ' + each.watch + '.' : '' }}
              {{ each.acceptedBy ? 'Accepted by ' + each.acceptedBy + '.' : '' }}
              <a [routerLink]="['/visits', each.visit, 'report']">That visit</a>
            </p>
            @if (canEdit()) {
              @if (each.jumper; as jumper) {
                @if (isLogged(each)) {
                  <p class="small">The jumper is in the record of this visit.</p>
                } @else {
                  <button jxButton type="button" (click)="recorded.emit(jumper)">The jumper is still in</button>
                }
              }
              <jx-line-form
                name="left-ended"
                label="How was it found, what took its place?"
                action="It is gone"
                [most]="600"
                (entered)="recorded.emit({ type: 'temporary-ended', temporary: each.id, text: $event })"
              />
            }
          </div>
        }
        @for (each of left().followUps; track each.id) {
          <p class="line">
            <span>{{ each.text }}{{ each.due ? ', due ' + each.due : '' }}</span>
            @if (canEdit()) {
              <button
                jxButton
                type="button"
                kind="secondary"
                [attr.aria-label]="'Done: ' + each.text"
                (click)="recorded.emit({ type: 'follow-up-done', followUp: each.id })"
              >
                Done
              </button>
            }
          </p>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .each {
      display: grid;
      gap: 6px;
      justify-items: start;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 6px 10px;
    }
    p {
      margin: 0;
      overflow-wrap: anywhere;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class LeftRunningCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  private readonly here = leftHere();
  private readonly today = localDay(new Date());
  protected readonly left = computed(() => this.here() ?? NOTHING);

  protected isOver(temporary: Temporary): boolean {
    return hasRunOut(temporary, this.today);
  }

  /** Somebody has said of its jumper on this visit whether it is in. */
  protected isLogged(temporary: Temporary): boolean {
    return unseenJumpers({ temporaries: [temporary], followUps: [] }, this.visit()).length === 0;
  }
}
