import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../kit/button';
import type { Grade, IntakeTopic } from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { VisitStrip } from '../visit/visit-strip';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { openVisit } from '../visit/open-visit';
import { ComplaintsCard } from './complaints-card';
import { IdentityCard } from './identity-card';
import { PriorWorkCard } from './prior-work-card';
import { RepairCard } from './repair-card';
import { TopicCard } from './topic-card';
import { WeatherCard } from './weather-card';

interface Topic {
  readonly id: IntakeTopic;
  readonly label: string;
  readonly placeholder: string;
  readonly words: readonly string[];
  readonly usual: Grade;
}

const topic = (
  id: IntakeTopic,
  label: string,
  placeholder: string,
  words: readonly string[] = [],
  usual: Grade = 'reported',
): Topic => ({ id, label, placeholder, words, usual });

/** What is asked, in the order it is usually told. */
const TOPICS: readonly Topic[] = [
  topic('origin', 'How it was reported', 'From whom, by what', [
    'phoned in',
    'a code was stored',
    'found at service',
    'after a repair',
    'bought second-hand',
    'remote request',
  ]),
  topic(
    'reproduced',
    'What you see yourself',
    'Reproduced here, or not',
    ['as described', 'not now', 'something else'],
    'observed',
  ),
  topic('onset', 'How it began', 'Since when, in what way', [
    'suddenly',
    'gradually',
    'comes and goes',
    'with the weather',
    'at a time of day',
    'after minutes of running',
  ]),
  topic('before', 'Before the fault', 'What happened before it', [
    'power cut',
    'storm or surge',
    'rain',
    'filter or switch touched',
    'control replaced',
    'electrical work',
    'animals or tools',
  ]),
  topic('switched-off', 'Switched off or tried by the customer', 'Isolator, reset, breaker'),
  topic('urgency', 'Urgency', 'What is at risk', [
    'frost tonight',
    'crop at risk',
    'several houses down',
    'running on backup',
    'can wait',
  ]),
  topic('people', 'People and access', 'Who is there, how one gets in, how far the vehicle is'),
  topic(
    'documents',
    'Documents',
    'Where they are, which variant they are for',
    ['inside the lid', 'in a pouch', 'none found'],
    'observed',
  ),
  topic('parts', 'Parts', 'Weekend, special or universal board, days'),
  topic('other', 'Anything else', 'In your words'),
];

/** The intake of a visit. Everything is optional, nothing blocks; every item says how it is known. */
@Component({
  selector: 'jx-intake-page',
  imports: [
    Button,
    ComplaintsCard,
    IdentityCard,
    PageHeader,
    PriorWorkCard,
    RepairCard,
    RouterLink,
    StateMessage,
    TopicCard,
    WeatherCard,
    VisitStrip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Intake" [subtitle]="subtitle()" [back]="'/visits/' + id()" />
    <jx-visit-strip />
    @if (opened.problem(); as problem) {
      <main>
        <jx-state-message kind="problem" [text]="words(problem)" action="Try again" (acted)="opened.reload()" />
      </main>
    } @else if (opened.context(); as context) {
      @if (opened.pinned(); as pinned) {
        <main>
          @if (visit().opened?.reporter; as reporter) {
            <p class="warning">{{ reporter }} reports from the machine: everything here is told, not seen.</p>
          }
          <div class="cards">
            <jx-complaints-card [visit]="visit()" [canEdit]="canEdit()" (recorded)="opened.record($event)" />
            <jx-prior-work-card [visit]="visit()" [canEdit]="canEdit()" (recorded)="opened.record($event)" />
            @for (each of topics; track each.id) {
              <jx-topic-card
                [visit]="visit()"
                [topic]="each.id"
                [label]="each.label"
                [placeholder]="each.placeholder"
                [words]="each.words"
                [usual]="isRemote() ? 'reported' : each.usual"
                [canEdit]="canEdit()"
                (recorded)="opened.record($event)"
              />
            }
            <jx-weather-card [visit]="visit()" [canEdit]="canEdit()" (recorded)="opened.record($event)" />
            <jx-identity-card
              [context]="context"
              [visit]="visit()"
              [unit]="pinned.unit"
              [canEdit]="canEdit()"
              (recorded)="opened.record($event)"
            />
            <jx-repair-card
              [context]="context"
              [visit]="visit()"
              [canEdit]="canEdit()"
              (recorded)="opened.record($event)"
            />
          </div>
          <p>
            <a jxButton [routerLink]="['/visits', id()]">To the machine</a>
            <a jxButton kind="secondary" [quiet]="true" [routerLink]="['/units', pinned.unit.id]">The unit's file</a>
          </p>
        </main>
      }
    } @else {
      <main><jx-state-message kind="loading" text="Fetching the visit" /></main>
    }
  `,
  styles: `
    main {
      display: grid;
      gap: 16px;
      max-width: 1240px;
      margin: 0 auto;
      padding: 18px 22px 32px;
    }
    .cards {
      columns: 2;
      column-gap: 16px;
    }
    .cards > * {
      margin-bottom: 16px;
      break-inside: avoid;
    }
    a[jxButton] {
      min-height: 48px;
    }
    @media (max-width: 900px) {
      main {
        padding: 12px 14px 24px;
      }
      .cards {
        columns: 1;
      }
    }
  `,
})
export class IntakePage {
  readonly id = input.required<string>();
  protected readonly opened = openVisit(this.id);
  protected readonly visit = this.opened.visit;
  protected readonly words = openProblemWords;
  protected readonly topics = TOPICS;
  protected readonly canEdit = computed(() => !this.visit().closed);
  protected readonly isRemote = computed(() => this.visit().opened?.reporter !== undefined);
  protected readonly subtitle = computed(() => {
    const pinned = this.opened.pinned();
    return pinned ? `${pinned.unit.name}, ${pinned.site.name}` : '';
  });
}
