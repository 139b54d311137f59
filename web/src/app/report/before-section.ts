import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  codesRead,
  complaintStandings,
  standingOf,
  TOPIC_WORDS,
  watchesOf,
  watchOutcome,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { WatchTimeline } from '../watch/watch-timeline';

/** Intake, codes and watched calls as they go on the report; nothing where none was logged. */
@Component({
  selector: 'jx-before-section',
  imports: [WatchTimeline],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (reporter(); as reporter) {
      <p class="warning">
        Done from a distance: {{ reporter }} was at the machine. What is told here was reported, not seen.
      </p>
    }
    @if (complaints().length > 1 || isTicked()) {
      <section>
        <h2>Complaints</h2>
        <ul>
          @for (each of complaints(); track each.id) {
            <li>“{{ each.text }}”{{ each.result ? ': ' + each.result : '' }}</li>
          }
        </ul>
      </section>
    }
    @if (items().length > 0) {
      <section>
        <h2>Intake</h2>
        <dl>
          @for (item of items(); track item.id) {
            <dt>{{ item.topic }}</dt>
            <dd>
              {{ item.text }} <span class="small soft">{{ item.grade }}</span>
            </dd>
          }
        </dl>
      </section>
    }
    @if (codes().length > 0) {
      <section>
        <h2>Codes</h2>
        <ul>
          @for (code of codes(); track code.id) {
            <li>
              <strong class="mono">{{ code.code }}</strong> {{ code.words }}
            </li>
          }
        </ul>
      </section>
    }
    @if (watches().length > 0) {
      <section>
        <h2>Calls watched</h2>
        <div class="watches">
          @for (each of watches(); track each.watch.started.id) {
            <div>
              <p>
                <strong>{{ each.watch.started.label }}</strong>: {{ each.words }}
              </p>
              <jx-watch-timeline [watch]="each.watch" />
            </div>
          }
        </div>
      </section>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    section {
      margin-top: 18px;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 4px 16px;
    }
    dt {
      color: var(--soft-ink);
    }
    .watches {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
      gap: 16px;
    }
  `,
})
export class BeforeSection {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  protected readonly reporter = computed(() => this.visit().opened?.reporter);
  protected readonly complaints = computed(() =>
    complaintStandings(this.context(), this.visit()).map(({ id, text, words }) => ({ id, text, result: words })),
  );
  protected readonly isTicked = computed(() => this.complaints().some(({ result }) => result !== ''));
  protected readonly items = computed(() =>
    standingOf(this.visit(), 'intake-recorded')
      .filter(({ topic }) => topic !== 'complaint')
      .map(({ id, topic, text, grade }) => ({ id, topic: TOPIC_WORDS[topic], text, grade })),
  );
  protected readonly codes = computed(() =>
    codesRead(this.context(), this.visit()).map(({ event, meaning, dismissed, cameBack, isCleared }) => ({
      id: event.id,
      code: `${event.lamp ? `${event.lamp} ` : ''}${event.code}`,
      words: [
        meaning ?? 'not in the code table',
        event.stored ? 'stored' : 'shown',
        cameBack ? 'back after clearing' : '',
        isCleared ? 'cleared' : '',
        dismissed === undefined ? '' : `set aside: ${dismissed}`,
      ]
        .filter(Boolean)
        .join(' · '),
    })),
  );
  protected readonly watches = computed(() =>
    watchesOf(this.context(), this.visit())
      .filter(({ ended }) => ended?.how !== 'abandoned')
      .map((watch) => ({ watch, words: watchOutcome(this.context(), watch).words })),
  );
}
