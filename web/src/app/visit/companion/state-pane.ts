import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../../kit/button';
import { LineForm } from '../../kit/line-form';
import { Select } from '../../kit/select';
import { TextField } from '../../kit/text-field';
import {
  CAUTIONS,
  elementName,
  isFreeUnitModel,
  powerUpRefusal,
  startedByCall,
  terminalLabel,
  type EventBody,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { CircumstanceList } from './circumstance-list';
import { HandOver } from './hand-over';
import { inService, stateGroups, type StateRow } from './state-rows';
import { UndrawnState } from './undrawn-state';

interface HazardDraft {
  /** Not chosen yet: which danger it is decides what everybody is warned of. */
  readonly kind: string | undefined;
  readonly where: string;
}

const NO_HAZARD: HazardDraft = { kind: undefined, where: '' };

/** The conditions that count: what is on, called, pulled, held or open, each changed with a tap. */
@Component({
  selector: 'jx-state-pane',
  imports: [Button, CircumstanceList, FormsModule, HandOver, LineForm, Select, TextField, UndrawnState],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './state-pane.html',
  styleUrl: './state-pane.scss',
})
export class StatePane {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly kinds = Object.keys(CAUTIONS).map((id) => ({ id, name: id.replaceAll('-', ' ') }));
  protected readonly lead = signal<string | undefined>(undefined);
  protected readonly leadEnd = signal('');
  protected readonly part = signal<string | undefined>(undefined);
  protected readonly hazard = signal<HazardDraft>(NO_HAZARD);
  protected readonly lacksHazard = signal(false);
  protected readonly isUndrawn = computed(() => isFreeUnitModel(this.context().model));
  protected readonly groups = computed(() => stateGroups(this.context(), this.visit()));
  protected readonly wires = computed(() => {
    const { model } = this.context();
    return model.wires.map(({ id, from, to, colour }) => ({
      id,
      name: `${colour ? `${colour}, ` : ''}${terminalLabel(model, from)} to ${terminalLabel(model, to)}`,
      ends: [from, to].map((end) => ({ end, words: terminalLabel(model, end) })),
    }));
  });
  protected readonly parts = computed(() => {
    const { model } = this.context();
    return [...model.devices, ...model.boards].map(({ id }) => ({ id, name: elementName(model, id) }));
  });
  protected readonly ends = computed(() => this.wires().find(({ id }) => id === this.lead())?.ends ?? []);

  /** In a state that no tap of the row says: unknown, proven dead. */
  protected isElsewhere({ now, ways }: StateRow): boolean {
    return !ways.some(({ state }) => state === now);
  }

  /** What switching it on may do, said before anybody does. */
  protected caution({ group, id, now }: StateRow): string | undefined {
    if (now === 'on') return undefined;
    if (group === 'supplies') return powerUpRefusal(this.context(), this.visit());
    const starts = group === 'calls' ? startedByCall(this.context().model, id) : [];
    return starts.length > 0 ? `On may start: ${starts.join(', ')}` : undefined;
  }

  protected lift(end: string): void {
    const item = this.lead();
    if (item === undefined) return;
    this.recorded.emit({ type: 'condition-noted', group: 'leads', item, state: end });
    this.lead.set(undefined);
  }

  protected disable(): void {
    const part = this.part();
    if (part === undefined) return;
    this.recorded.emit(inService(part, false));
    this.part.set(undefined);
  }

  protected repaired(text: string): void {
    this.recorded.emit({ type: 'repair-done', items: [text], text });
  }

  protected noteHazard(): void {
    const { kind, where } = this.hazard();
    const isWhole = kind !== undefined && where.trim() !== '';
    this.lacksHazard.set(!isWhole);
    if (!isWhole) return;
    this.recorded.emit({ type: 'hazard-noted', kind, where: where.trim() });
    this.hazard.set(NO_HAZARD);
  }
}
