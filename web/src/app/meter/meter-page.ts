import {
  formatValue,
  parseReading,
  showsLive,
  standingOf,
  zeroedLeads,
  type EventBody,
  type Meter,
} from '@juxtameter/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Button } from '../kit/button';
import { openProblemWords } from '../api/api-problem';
import { VisitStrip } from '../visit/visit-strip';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { Ticker } from '../shell/ticker';
import { openVisit } from '../visit/open-visit';
import { MeterTable } from './meter-table';

/** The meter in hand: what it is built for, how far it may be off, its leads, and that it works. */
@Component({
  selector: 'jx-meter-page',
  imports: [Button, MeterTable, PageHeader, StateMessage, VisitStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './meter-page.html',
  styleUrl: './meter-page.scss',
})
export class MeterPage {
  readonly id = input.required<string>();
  protected readonly opened = openVisit(this.id);
  protected readonly words = openProblemWords;
  private readonly now = inject(Ticker).follow(10_000);
  protected readonly zeroText = signal('');
  protected readonly liveText = signal('');
  protected readonly refused = signal<'zero' | 'live' | undefined>(undefined);
  protected readonly meter = computed(() => this.opened.context()?.meters[this.opened.visit().meter ?? '']);
  protected readonly others = computed(() =>
    Object.values(this.opened.context()?.meters ?? {}).filter(({ id }) => id !== this.meter()?.id),
  );
  protected readonly insulation = computed(() =>
    (this.meter()?.insulationVoltages ?? []).map((volts) => formatValue(volts, 'V')).join(', '),
  );
  protected readonly leads = computed(() => {
    const { leadZero, leadZeroAt } = this.opened.visit();
    if (leadZero === undefined) return undefined;
    const minutes = leadZeroAt === undefined ? 0 : Math.floor((this.now() - Date.parse(leadZeroAt)) / 60_000);
    return { ohms: leadZero, age: ageWords(minutes), isOld: minutes >= 60 };
  });
  protected readonly proven = computed(() => {
    const last = standingOf(this.opened.visit(), 'meter-proven').at(-1);
    if (!last) return undefined;
    return { shows: last.shows, age: ageWords(Math.floor((this.now() - Date.parse(last.at)) / 60_000)) };
  });

  protected record(body: EventBody): void {
    this.opened.record(body);
  }

  protected take(meter: Meter): void {
    this.record({ type: 'meter-changed', meter: meter.id });
  }

  protected zero(): void {
    const body = zeroedLeads(this.zeroText());
    this.refused.set(body ? undefined : 'zero');
    if (!body) return;
    this.zeroText.set('');
    this.record(body);
  }

  protected prove(): void {
    const text = this.liveText().trim();
    const parsed = parseReading(text, { function: 'ac-voltage' });
    const isValue = parsed.outcome === 'reading' && parsed.reading.kind === 'value';
    this.refused.set(isValue ? undefined : 'live');
    if (parsed.outcome !== 'reading' || parsed.reading.kind !== 'value') return;
    const shows = showsLive(parsed.reading);
    this.liveText.set('');
    this.record({ type: 'meter-proven', when: 'after', current: 'ac', text, reading: parsed.reading, shows });
  }
}

function ageWords(minutes: number): string {
  if (minutes < 1) return 'just now';
  return minutes < 120 ? `${minutes} min ago` : `${Math.floor(minutes / 60)} h ago`;
}
