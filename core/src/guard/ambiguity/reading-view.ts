import { endsOf } from '../../reference';
import { FUNCTIONS } from '../../quantity';
import {
  conductorRole,
  ownerOf,
  supplyNominal,
  terminalLabel,
  type Nets,
  type SeriesElement,
  type SupplyDocument,
  type UnitModelDocument,
} from '../../unit-model';
import {
  chainEnds,
  chainsHere,
  isHandOn,
  measuredOutcome,
  setUpKey,
  wiredKey,
  type EventOf,
  type VisitContext,
  type VisitState,
} from '../../visit';
import { voltsShow, type Chain } from '../../path';
import type { Conditions } from '../../procedure';
import { TRAPS, type Guard, type Settling, type VisitGuard } from '../guard';

export type Reading = EventOf<'reading-taken'>;
export type Role = 'line' | 'return' | 'earth';

/** One reading among those taken under the same conditions, with what the wiring list knows of its points. */
export class ReadingView {
  readonly model: UnitModelDocument;
  readonly nets: Nets;
  readonly chains: readonly Chain[];
  readonly conditions: Conditions;
  /** Somebody pressed or flexed a part meanwhile. */
  readonly isHandOn: boolean;
  /** Voltages read while the same things were set up, this one left out. */
  readonly others: readonly Reading[];

  constructor(
    readonly context: VisitContext,
    readonly state: VisitState,
    readonly reading: Reading,
  ) {
    this.model = context.model;
    this.nets = context.wiring.byWire;
    this.chains = chainsHere(context, state);
    const line = state.trail.find(({ event }) => event.id === reading.id);
    this.conditions = line?.conditions ?? state.conditions;
    this.isHandOn = isHandOn({ conditions: this.conditions, ...(line?.step ? { step: line.step } : {}) });
    const held = setUpKey(this.conditions);
    this.others = state.trail.flatMap(({ event, standing, conditions }) =>
      isVoltage(event) && standing !== 'retracted' && event.id !== reading.id && setUpKey(conditions) === held
        ? [event]
        : [],
    );
  }

  /** Voltages read with the same supplies, plugs, leads and jumpers, whatever was called; this one left out. */
  whateverCalled(): readonly Reading[] {
    const held = wiredKey(this.conditions);
    return this.everBefore().flatMap(({ reading, conditions }) => (wiredKey(conditions) === held ? [reading] : []));
  }

  /** It is as it should be, and something should be there. */
  isPassingAlive(): boolean {
    const { expectation } = this.reading;
    return measuredOutcome(this.reading).verdict === 'within' && (expectation?.low ?? 0) > 0;
  }

  /** Voltages read under any conditions, this one left out. */
  everBefore(): readonly { readonly reading: Reading; readonly conditions: Conditions }[] {
    return this.state.trail.flatMap(({ event, standing, conditions }) =>
      isVoltage(event) && standing !== 'retracted' && event.id !== this.reading.id
        ? [{ reading: event, conditions }]
        : [],
    );
  }

  label(point: string): string {
    return terminalLabel(this.model, point);
  }

  /** Which conductor of which supply a point is, by wires alone. */
  roleOf(point: string): { readonly role: Role; readonly supply: SupplyDocument } | undefined {
    for (const supply of this.model.supplies) {
      const found = Object.entries(supply.terminals ?? {}).find(([, end]) => this.nets.joined(end, point));
      if (found) return { role: roleNamed(supply, found[0]), supply };
    }
    return undefined;
  }

  /** Volts of the supply the reading is about: of a conductor it touches, else of a chain it lies on. */
  nominal(): number {
    const supply = (this.roleOf(this.reading.to) ?? this.roleOf(this.reading.from))?.supply;
    if (supply) return supplyNominal(this.model, supply.id);
    const chain = this.chains.find((each) => chainEnds(this.context, each, this.reading));
    return chain?.nominal ?? NaN;
  }

  /** The two board terminals nearest to a chain's load, else its own. */
  loadPoints(chain: Chain): readonly [string, string] {
    const load = chain.links.findIndex(({ kind }) => kind === 'load');
    const isOnBoard = (point: string): boolean => this.model.boards.some(({ id }) => id === ownerOf(point));
    const from = chain.points.slice(0, load + 1).findLast(isOnBoard) ?? chain.points[load];
    const to = chain.points.slice(load + 1).find(isOnBoard) ?? chain.points[load + 1];
    return [from ?? '', to ?? ''];
  }

  /** Across a chain's load with what is wired beside it, and not across the parts that others share. */
  isAcrossLoad(chain: Chain, reading: Pick<Reading, 'from' | 'to'> = this.reading): boolean {
    const ends = chainEnds(this.context, chain, reading);
    if (!ends) return false;
    const load = chain.links.findIndex(({ kind }) => kind === 'load');
    const [from, to] = this.loadPoints(chain).map((point) => chain.points.indexOf(point));
    return ends.from <= load && ends.to > load && ends.from >= (from ?? 0) && ends.to <= (to ?? Infinity);
  }

  shows(reading: Reading = this.reading, nominal = this.nominal()): 'alive' | 'dead' | 'unclear' {
    const { value, interval } = reading.judgement;
    return value === undefined ? 'unclear' : voltsShow({ nominal }, endsOf(value, interval));
  }

  /** The contact, fuse or switch that lies between the two points, by wires alone. */
  elementBetween({ from, to }: Pick<Reading, 'from' | 'to'> = this.reading): SeriesElement | undefined {
    return this.context.wiring.series.find(
      ({ between: [a, b] }) =>
        (this.nets.joined(a, from) && this.nets.joined(b, to)) ||
        (this.nets.joined(a, to) && this.nets.joined(b, from)),
    );
  }

  isAt(reading: Pick<Reading, 'from' | 'to'>, a: string, b: string): boolean {
    const { from, to } = reading;
    return (
      (this.nets.joined(from, a) && this.nets.joined(to, b)) || (this.nets.joined(from, b) && this.nets.joined(to, a))
    );
  }

  /** A reading between these two points under the same conditions. */
  readAt(a: string, b: string): Reading | undefined {
    return this.others.findLast((each) => this.isAt(each, a, b));
  }

  /** Whether the very same two points were alive afterwards, under the same conditions. */
  isAliveLater(): boolean {
    const { id, from, to } = this.reading;
    const since = this.state.trail.findIndex(({ event }) => event.id === id);
    return this.others.some(
      (each) =>
        this.state.trail.findIndex(({ event }) => event.id === each.id) > since &&
        [from, to].every((point) => point === each.from || point === each.to) &&
        this.shows(each) === 'alive',
    );
  }

  /** Whether somebody loaded these two points with the meter under the same conditions. */
  loadedAt(a: string, b: string): boolean {
    return [...this.others, this.reading].some((each) => each.isLowImpedance === true && this.isAt(each, a, b));
  }

  areCalled(chain: Chain): boolean {
    return (chain.path.calls ?? []).every((call) => this.conditions.calls?.[call] === 'on');
  }

  guard(id: VisitGuard, settle?: Settling, words: string = TRAPS[id].words): Guard {
    return { id, words, events: [this.reading.id], ...(settle ? { settle } : {}) };
  }
}

function isVoltage(event: { readonly type: string }): event is Reading {
  if (event.type !== 'reading-taken') return false;
  const reading = event as Reading;
  return FUNCTIONS[reading.function].readsVolts && !reading.proof && reading.judgement.verdict !== 'invalid';
}

/** What a conductor of a supply is; a line where nobody says, since that is the one that hurts. */
function roleNamed(supply: SupplyDocument, conductor: string): Role {
  const role = conductorRole(supply, conductor);
  if (role === 'earth') return 'earth';
  return role === 'return' || role === 'minus' ? 'return' : 'line';
}
