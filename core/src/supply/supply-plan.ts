import { resolveExpectation, type ExpectationDocument } from '../expectation';
import type { Ends } from '../reference';
import type { MeasurementFunction } from '../quantity';
import {
  conductorPairs,
  supplyOf,
  ownerOf,
  type ConductorPair,
  type UnitModelDocument,
  type Wiring,
} from '../unit-model';
import { Source } from './source';

type Conductors = ConductorPair['conductors'];

/** One reading of the check of a supply. */
export interface SupplyPair {
  /** "L-N", or "earth" for its continuity. */
  readonly name: string;
  /** The two it is between, by their own names; none for the continuity of the earth. */
  readonly conductors?: Conductors;
  readonly from: string;
  readonly to: string;
  readonly function: MeasurementFunction;
  readonly expect: ExpectationDocument;
}

/** A whole earth conductor and its joints; common practice, no source. */
const EARTH_OHMS = '1 Ω';
/** How far a supply may be off: IEC 60038; ANSI C84.1 range A where the voltage is one of its. */
const MAINS_BAND = '10 %';
const AMERICAN_BAND = '5 %';

/** What is read to know a supply: its earth first, dead, then every pair of its conductors, alive. */
export function supplyPlan(wiring: Wiring, id: string): readonly SupplyPair[] {
  const { model } = wiring;
  const supply = supplyOf(model, id);
  if (!supply) return [];
  const source = new Source(model, supply);
  const earth = earthPair(wiring, source);
  const pairs = supplyPairs(model, source).map(({ name, conductors, from, to }): SupplyPair => ({
    name,
    conductors,
    from,
    to,
    function: source.isDirect ? 'dc-voltage' : 'ac-voltage',
    expect: pairExpectation(source, conductors),
  }));
  return [...(earth ? [earth] : []), ...pairs];
}

/** Every two conductors of a supply, earth included. */
export function supplyPairs(model: UnitModelDocument, source: Source): readonly ConductorPair[] {
  return conductorPairs(model, [source.supply.id]).map((pair) => lineFirst(source, pair));
}

/** "N-L2" is said and read as "L2-N". */
function lineFirst(source: Source, pair: ConductorPair): ConductorPair {
  const [a, b] = pair.conductors;
  const isTurned = !source.isLine(a) && source.isLine(b);
  return isTurned ? { ...pair, name: `${b}-${a}`, conductors: [b, a], from: pair.to, to: pair.from } : pair;
}

/** From the supply's earth to the metal one touches: a frame, else the earth of a load, else of a board. */
function earthPair(wiring: Wiring, { supply, earth }: Source): SupplyPair | undefined {
  const from = earth === undefined ? undefined : supply.terminals?.[earth];
  if (from === undefined) return undefined;
  const joined = [...wiring.terminals].filter((each) => each !== from && wiring.byWire.joined(each, from));
  const kindOf = (address: string): string | undefined =>
    wiring.model.devices.find(({ id }) => id === ownerOf(address))?.kind;
  const to =
    joined.find((each) => kindOf(each) === 'chassis') ??
    joined.find((each) => kindOf(each) === 'motor') ??
    joined.find((each) => kindOf(each) !== 'bus');
  if (to === undefined) return undefined;
  const expect: ExpectationDocument = {
    kind: 'limit',
    atMost: EARTH_OHMS,
    relativeTo: 'leads',
    source: 'common practice',
  };
  return { name: 'earth', from, to, function: 'resistance', expect };
}

/** The band of a pair, in volts: the one its reading is judged by; undefined where it is not known. */
export function pairBand(source: Source, conductors: Conductors): Ends | undefined {
  const expect = pairExpectation(source, conductors);
  return expect.kind === 'unknown'
    ? undefined
    : resolveExpectation(expect, source.isDirect ? 'dc-voltage' : 'ac-voltage');
}

function pairExpectation(source: Source, [one, other]: Conductors): ExpectationDocument {
  const volts = source.volts(one, other);
  if (volts === undefined) return { kind: 'unknown', finite: true };
  const { system } = source.supply;
  const of = (value: number): string => `${Number(value.toPrecision(4))} V`;
  if (volts === 0) return { kind: 'state', is: 'absent', of: of(source.nominal), source: 'bonded to earth' };
  if (system === 'class-2-ac')
    return {
      kind: 'nominal',
      value: of(volts),
      plus: '20 %',
      minus: '15 %',
      source: 'class 2 supply, common practice',
    };
  if (isAmerican(source))
    return { kind: 'nominal', value: of(volts), tolerance: AMERICAN_BAND, source: 'ANSI C84.1 range A' };
  return {
    kind: 'nominal',
    value: of(volts),
    tolerance: MAINS_BAND,
    source: source.isDirect ? 'common practice' : 'IEC 60038',
  };
}

/** Of the nominal voltages that ANSI C84.1 names (from memory); 240 V alone is one of other places too. */
function isAmerican({ supply: { system }, nominal }: Source): boolean {
  if (system === 'split-phase' || system === 'high-leg') return true;
  return !['dc', 'class-2-ac'].includes(system) && [120, 208, 277, 480, 600].includes(Math.round(nominal));
}
