import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { CONTROL_TYPES, type Site, type Unit } from '@juxtameter/contract';
import { FREE_UNIT_MODEL, SUPPLY_SYSTEMS, systemWords, type SupplySystem } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { slug } from '../start/free-documents';
import { UnitActions } from './unit.actions';
import { unitFeature } from './unit.reducer';
import { Choice } from '../kit/choice';
import { Toggles } from '../kit/toggles';

type UnitText =
  | 'name'
  | 'location'
  | 'serial'
  | 'built'
  | 'size'
  | 'fuel'
  | 'supply'
  | 'owner'
  | 'documents'
  | 'access'
  | 'hazards'
  | 'notes';

const FIELDS: readonly { readonly id: UnitText; readonly label: string; readonly placeholder: string }[] = [
  { id: 'location', label: 'Where it stands', placeholder: 'House 3, north wall' },
  { id: 'serial', label: 'Serial', placeholder: '' },
  { id: 'built', label: 'Built, or how old', placeholder: '2019' },
  { id: 'size', label: 'Size', placeholder: '25 kW' },
  { id: 'fuel', label: 'Fuel or refrigerant', placeholder: 'propane' },
  { id: 'supply', label: 'Supply', placeholder: '230 V, breaker 7' },
  { id: 'owner', label: 'Owner', placeholder: '' },
  { id: 'documents', label: 'Where its papers are', placeholder: 'inside the lid' },
  { id: 'access', label: 'Access', placeholder: 'key, gate, distance' },
  { id: 'hazards', label: 'Hazards', placeholder: 'fed from the shed as well' },
  { id: 'notes', label: 'Anything else', placeholder: '' },
];

/** A unit on file: a name is enough, everything else when it is known. */
@Component({
  selector: 'jx-unit-form-page',
  imports: [Button, Choice, FormsModule, PageHeader, StateMessage, TextField, Toggles],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './unit-form-page.html',
  styleUrl: './unit-form-page.scss',
})
export class UnitFormPage {
  /** Missing for a new unit. */
  readonly id = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  protected readonly problem = this.store.selectSignal(unitFeature.selectProblem);
  protected readonly isSaving = this.store.selectSignal(unitFeature.selectIsSaving);
  private readonly saved = this.store.selectSignal(unitFeature.selectSaved);
  protected readonly words = problemWords;
  protected readonly fields = FIELDS;
  protected readonly controls = CONTROL_TYPES.map((id) => ({
    id,
    name: id === 'communicating' ? 'controls talk over a link' : 'terminals that switch',
  }));
  protected readonly systems = SUPPLY_SYSTEMS.map((id) => ({ id, name: systemWords(id) }));
  protected readonly noModel = FREE_UNIT_MODEL;
  protected readonly models = computed(() => this.library()?.unitModels ?? []);
  protected readonly modelChoices = computed(() => [
    ...this.models().map(({ id, name }) => ({ id, name })),
    { id: FREE_UNIT_MODEL, name: 'No wiring list on file' },
  ]);
  protected readonly sites = computed(() => this.library()?.sites ?? []);
  private readonly known = computed(() => this.library()?.units.find(({ id }) => id === this.id()));
  protected readonly isReady = computed(() => this.id() === undefined || this.known() !== undefined);
  protected readonly texts = linkedSignal<Unit | undefined, Readonly<Partial<Record<UnitText, string>>>>({
    source: this.known,
    computation: (unit) =>
      unit
        ? Object.fromEntries(['name', ...FIELDS.map(({ id }) => id)].map((id) => [id, unit[id as UnitText] ?? '']))
        : {},
  });
  protected readonly model = linkedSignal(() => this.known()?.unitModel ?? this.models()[0]?.id ?? FREE_UNIT_MODEL);
  protected readonly site = linkedSignal(() => this.known()?.site ?? this.sites()[0]?.id ?? '');
  protected readonly newSite = signal('');
  protected readonly control = linkedSignal(() => this.known()?.control);
  protected readonly supplies = linkedSignal<ReadonlySet<SupplySystem>>(
    () => new Set((this.known()?.supplies ?? []).map(({ system }) => system)),
  );
  protected readonly fitted = signal({ part: '', at: '' });
  protected readonly lacks = signal('');

  constructor() {
    this.store.dispatch(UnitActions.formOpened());
    if (!this.library()) this.store.dispatch(LibraryActions.loadRequested());
    effect(() => {
      const saved = this.saved();
      if (saved !== undefined) void this.router.navigate(['/units', saved]);
    });
  }

  protected write(field: UnitText, text: string): void {
    this.texts.update((texts) => ({ ...texts, [field]: text }));
  }

  protected toggle(system: SupplySystem): void {
    this.supplies.update((supplies) => {
      const next = new Set(supplies);
      if (!next.delete(system)) next.add(system);
      return next;
    });
  }

  protected save(): void {
    const name = (this.texts().name ?? '').trim();
    const site = this.siteChosen();
    this.lacks.set(name === '' ? 'Give it the name people use for it.' : site ? '' : 'Say at which site it stands.');
    if (name === '' || !site) return;
    const id = this.known()?.id ?? `${slug(name, 'unit')}.${site.id}`.slice(0, 120);
    const isTaken = this.known() === undefined && (this.library()?.units ?? []).some((unit) => unit.id === id);
    if (isTaken)
      return this.lacks.set(`"${name}" is on file at this site already: give it another name, or edit that one.`);
    const { part, at } = this.fitted();
    const before = this.known();
    const texts = Object.entries(this.texts()).map(([field, text]) => [field, text.trim()] as const);
    const isFree = this.model() === FREE_UNIT_MODEL;
    const unit: Unit = {
      ...kept(before),
      ...(Object.fromEntries(texts.filter(([, text]) => text !== '')) as Partial<Unit>),
      id,
      site: site.id,
      name,
      unitModel: this.model(),
      ...(this.control() === undefined ? {} : { control: this.control() }),
      ...(isFree ? { supplies: [...this.supplies()].map((system) => ({ system })) } : {}),
      ...(part.trim() === '' || at.trim() === ''
        ? {}
        : { fitted: [...(before?.fitted ?? []), { part: part.trim(), at: at.trim() }] }),
    };
    this.store.dispatch(UnitActions.saveRequested({ unit, ...(this.isNewSite() ? { site } : {}) }));
  }

  protected isNewSite(): boolean {
    return this.newSite().trim() !== '';
  }

  private siteChosen(): Site | undefined {
    const name = this.newSite().trim();
    if (name !== '') return { id: slug(name, 'site'), name };
    return this.sites().find(({ id }) => id === this.site());
  }
}

/** What the form does not show stays as it was. */
function kept(unit: Unit | undefined): Partial<Unit> {
  if (!unit) return {};
  const { options, boards, settings, wireColours, fitted, codes } = unit;
  return Object.fromEntries(
    Object.entries({ options, boards, settings, wireColours, fitted, codes }).filter(
      ([, value]) => value !== undefined,
    ),
  );
}
