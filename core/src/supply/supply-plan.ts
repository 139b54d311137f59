import { resolveExpectation, type ExpectationDocument } from '../expectation';
import type { Ends } from '../reference';
import type { MeasurementFunction } from '../quantity';
import {
  conductorPairs,
  supplyNominal,
  supplyOf,
  ownerOf,
  type ConductorPair,
  type SupplyDocument,
  type UnitModelDocument,
  type Wiring,
} from '../unit-model';

/** One reading of the check of a supply. */
export interface SupplyPair {
  /** "L-N", or "earth" for its continuity. */
  readonly name: string;
  readonly from: string;
  readonly to: string;
  readonly function: MeasurementFunction;
  readonly expect: ExpectationDocument;
}

/** A whole earth conductor and its joints; common practice, no source. */
const EARTH_OHMS = '1 Ω';
/** How far a supply may be off: IEC 60038 for single-phase and three-phase, ANSI C84.1 range A for split-phase. */
const MAINS_BAND = '10 %';
const SPLIT_BAND = '5 %';

/** What is read to know a supply: its earth first, dead, then every pair of its conductors, alive. */
export function supplyPlan(wiring: Wiring, id: string): readonly SupplyPair[] {
  const { model } = wiring;
  const supply = supplyOf(model, id);
  if (!supply) return [];
  const earth = earthPair(wiring, supply);
  const pairs = conductorPairs(model, [id])
    .map(lineFirst)
    .map(({ name, from, to }): SupplyPair => ({
      name,
      from,
      to,
      function: supply.system === 'dc' ? 'dc-voltage' : 'ac-voltage',
      expect: pairExpectation(model, supply, name),
    }));
  return [...(earth ? [earth] : []), ...pairs];
}

/** "N-L2" is said and read as "L2-N". */
function lineFirst(pair: ConductorPair): ConductorPair {
  const [a = '', b = ''] = pair.name.split('-');
  const isTurned = (a === 'N' || a === 'E') && b.startsWith('L');
  return isTurned ? { ...pair, name: `${b}-${a}`, from: pair.to, to: pair.from } : pair;
}

/** From the supply's earth to the metal one touches: a frame, else the earth of a load, else of a board. */
function earthPair(wiring: Wiring, supply: SupplyDocument): SupplyPair | undefined {
  const from = supply.terminals?.['E'];
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

/** Volts between two conductors when the supply is right; undefined where nothing ties them together. */
export function pairVolts(model: UnitModelDocument, supply: SupplyDocument, name: string): number | undefined {
  const nominal = supplyNominal(model, supply.id);
  const [a = '', b = ''] = name.split('-');
  const isBonded = (conductor: string): boolean => supply.bond?.split('-')[0] === conductor;
  const other = a === 'E' ? b : b === 'E' ? a : undefined;
  const isLine = (conductor: string): boolean => /^L\d?$/.test(conductor);
  if (other !== undefined) {
    if (supply.bond === undefined) return undefined;
    if (isBonded(other)) return 0;
    if (!isLine(other)) return supply.system === 'dc' || supply.system === 'class-2-ac' ? nominal : undefined;
    return toNeutral(supply, nominal);
  }
  return a === 'N' || b === 'N' ? toNeutral(supply, nominal) : nominal;
}

function toNeutral({ system }: SupplyDocument, nominal: number): number {
  if (system === 'split-phase') return nominal / 2;
  return system === 'three-phase' ? nominal / Math.sqrt(3) : nominal;
}

/** The band of a pair, in volts: the one its reading is judged by. */
export function pairBand(model: UnitModelDocument, supply: SupplyDocument, name: string): Ends {
  const measured = supply.system === 'dc' ? 'dc-voltage' : 'ac-voltage';
  return resolveExpectation(pairExpectation(model, supply, name), measured);
}

function pairExpectation(model: UnitModelDocument, supply: SupplyDocument, name: string): ExpectationDocument {
  const volts = pairVolts(model, supply, name);
  if (volts === undefined) return { kind: 'unknown', finite: true };
  const of = `${Number(volts.toPrecision(4))} V`;
  if (volts === 0) {
    const nominal = `${Number(supplyNominal(model, supply.id).toPrecision(4))} V`;
    return { kind: 'state', is: 'absent', of: nominal, source: 'bonded to earth' };
  }
  if (supply.system === 'class-2-ac')
    return { kind: 'nominal', value: of, plus: '20 %', minus: '15 %', source: 'class 2 supply, common practice' };
  if (supply.system === 'split-phase')
    return { kind: 'nominal', value: of, tolerance: SPLIT_BAND, source: 'ANSI C84.1 range A' };
  return {
    kind: 'nominal',
    value: of,
    tolerance: MAINS_BAND,
    source: supply.system === 'dc' ? 'common practice' : 'IEC 60038',
  };
}
