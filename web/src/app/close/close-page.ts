import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  alterationsOf,
  alteredWords,
  closingGaps,
  closingPoints,
  complaintStandings,
  ENDING_WORDS,
  endingOf,
  pauseOf,
  MACHINE_LEFT,
  MACHINE_LEFT_WORDS,
  standingOf,
  type EventBody,
  type MachineLeft,
  type VisitClosed,
  type VisitContext,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { ReasonField } from '../kit/reason-field';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { openProblemWords } from '../api/api-problem';
import { supplyRows } from '../visit/companion/state-rows';
import { openVisit } from '../visit/open-visit';
import { GradeWords } from '../visit/view/grade-words';
import { VisitStrip } from '../visit/visit-strip';
import { AlterationList } from './alteration-list';
import { DepartureCard } from './departure-card';
import { PauseForm } from './pause-form';
import { SignatureCard } from './signature-card';
import { ReopenForm } from './reopen-form';
import { TimeCard } from './time-card';

/** Why nothing was named, as it is mostly said. */
const WITHOUT = ['no fault found', 'not reached', 'waits for a part', 'no time left', 'sent away'] as const;

/** Why something stays open, as it is mostly said. */
const OPEN_BECAUSE = ['waits for a part', "the customer's decision", 'somebody else goes on', 'no time left'] as const;

/** What a record takes of a list, and of the words of each. */
const [MOST_LISTED, LONGEST_WORDS] = [100, 600];

/** The end of a visit: what was found, how the machine is left, what is altered; and the way back in. */
@Component({
  selector: 'jx-close-page',
  imports: [
    AlterationList,
    Button,
    Choice,
    DepartureCard,
    GradeWords,
    PageHeader,
    PauseForm,
    ReopenForm,
    RouterLink,
    StateMessage,
    ReasonField,
    SignatureCard,
    TimeCard,
    VisitStrip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './close-page.html',
  styleUrl: './close-page.scss',
})
export class ClosePage {
  readonly id = input.required<string>();
  private readonly router = inject(Router);
  protected readonly opened = openVisit(this.id);
  protected readonly words = openProblemWords;
  protected readonly visit = this.opened.visit;
  protected readonly without = signal('');
  protected readonly leaves = signal('');
  protected readonly openBecause = signal('');
  protected readonly machine = signal<MachineLeft | undefined>(undefined);
  protected readonly wasRefused = signal(false);
  protected readonly usual = { without: WITHOUT, open: OPEN_BECAUSE };
  protected readonly ways = MACHINE_LEFT.map((id) => ({ id, name: MACHINE_LEFT_WORDS[id] }));
  protected readonly findings = computed(() => this.visit().findings);
  protected readonly alterations = computed(() => {
    const context = this.opened.context();
    return context ? alterationsOf(context, this.visit()) : [];
  });
  protected readonly mayStay = computed(
    () => this.alterations().length > 0 && this.alterations().every(({ isBlocking }) => !isBlocking),
  );
  /** Why what blocks cannot stay. */
  protected readonly blocking = computed(() => [
    ...new Set(
      this.alterations().flatMap(({ words, blocksBecause }) =>
        blocksBecause === undefined ? [] : [`${words}. ${blocksBecause}`],
      ),
    ),
  ]);
  protected readonly complaints = computed(() => {
    const context = this.opened.context();
    return context ? complaintStandings(context, this.visit()) : [];
  });
  protected readonly followUps = computed(() => standingOf(this.visit(), 'follow-up-noted'));
  /** How it was left, where it is closed. */
  protected readonly left = computed(() => {
    const closing = standingOf(this.visit(), 'visit-closed').at(-1);
    return {
      machine: closing?.machine === undefined ? 'not said' : MACHINE_LEFT_WORDS[closing.machine],
      without: closing?.without ?? '',
      leaves: closing?.leaves ?? '',
      open: closing?.open ?? [],
      openBecause: closing?.openBecause ?? '',
    };
  });
  /** What comes in to the machine, each with the tap that says how it stands. */
  protected readonly supplies = computed(() => {
    const context = this.opened.context();
    if (!context) return [];
    return supplyRows(context, this.visit()).map(({ key, name, now, ways }) => ({
      key,
      name,
      now,
      ways: ways.map(({ state }) => ({ id: state, name: state })),
      bodies: new Map(ways.map(({ state, body }) => [state, body])),
    }));
  });
  private readonly closing = computed(() => ({
    leaves: this.leaves(),
    without: this.without(),
    machine: this.machine(),
  }));
  /** What is open at the end, in one list. */
  protected readonly points = computed(() => {
    const context = this.opened.context();
    return context ? closingPoints(context, this.visit()) : [];
  });
  protected readonly ending = computed(() => {
    const context = this.opened.context();
    return context ? ENDING_WORDS[endingOf(context, this.visit())] : '';
  });
  /** What still stands in the way, said once somebody wants to close. */
  protected readonly gaps = computed(() => {
    const context = this.opened.context();
    return context && this.wasRefused() ? this.gapsOf(context) : [];
  });

  protected readonly pause = computed(() => pauseOf(this.visit()));

  /** Whoever pauses goes: the list says what each waits for. */
  protected pauseVisit(body: EventBody): void {
    this.opened.record(body);
    void this.router.navigate(['/']);
  }

  protected say(body: EventBody | undefined): void {
    if (body) this.opened.record(body);
  }

  protected close(): void {
    const context = this.opened.context();
    if (!context) return;
    this.wasRefused.set(true);
    if (this.gapsOf(context).length > 0) return;
    const { leaves, without, machine } = this.closing();
    const altered = alteredWords(context, this.visit());
    this.opened.record({
      type: 'visit-closed',
      ...(leaves.trim() === '' ? {} : { leaves: leaves.trim() }),
      ...(altered.length === 0 ? {} : { altered }),
      ...(without.trim() === '' || this.findings().length > 0 ? {} : { without: without.trim() }),
      ...(machine === undefined ? {} : { machine }),
      ...this.leftOpen(),
    });
  }

  private gapsOf(context: VisitContext): readonly string[] {
    const isUnsaid = this.points().length > 0 && this.openBecause().trim() === '';
    return [
      ...closingGaps(context, this.visit(), this.closing()),
      ...(isUnsaid ? ['Answer what is open, or say why it stays open.'] : []),
    ];
  }

  private leftOpen(): Pick<VisitClosed, 'open' | 'openBecause'> {
    const open = this.points()
      .slice(0, MOST_LISTED)
      .map(({ words }) => words.slice(0, LONGEST_WORDS));
    return open.length === 0 ? {} : { open, openBecause: this.openBecause().trim() };
  }

  protected reopen(reason: string): void {
    this.opened.record({ type: 'visit-reopened', reason });
    void this.router.navigate(['/visits', this.id()]);
  }
}
