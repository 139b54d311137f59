import { formatExpectation } from '../../expectation';
import { endsOf } from '../../reference';
import { judgeSupply, supplyPlan, type PairReading, type SupplyPair, type SupplyVerdict } from '../../supply';
import { isDetached, supplyOf, type Nets } from '../../unit-model';
import { setUpKey } from './chain-readings';
import type { EventOf, SupplyJudged, TrailLine, VisitContext, VisitState } from '../record';

type Reading = EventOf<'reading-taken'>;

/** One pair of a supply with what was read of it. */
export interface SupplyRow extends SupplyPair {
  /** The expected value as one line, as a free reading takes it. */
  readonly expects: string;
  readonly reading?: Reading;
}

export interface SupplyCheck {
  readonly rows: readonly SupplyRow[];
  /** What is read next: the earth first, dead, and then pair by pair. */
  readonly next?: SupplyRow;
  /** What all pairs say together; undefined while one is missing. */
  readonly outcome?: SupplyVerdict;
}

/**
 * How far the check of a supply is. Whatever the log has of its pairs counts, wherever it was read, as long as nothing
 * was switched since; the continuity of its earth counts for the whole visit.
 */
export function supplyCheck(context: VisitContext, state: VisitState, id: string): SupplyCheck {
  const { wiring } = context;
  const nets = wiring.byWire;
  const lines = state.trail.filter(({ event, standing }) => isFigure(event, standing));
  const live = lines.filter(({ conditions }) => conditions.supplies?.[id] === 'on');
  const pairs = supplyPlan(wiring, id);
  const voltage = pairs.filter(({ name }) => name !== 'earth');
  const newest = live.findLast((line) => voltage.some((pair) => isOf(nets, line, pair)));
  const held = newest && setUpKey(newest.conditions);
  const rows = pairs.map((pair): SupplyRow => {
    const found =
      pair.name === 'earth'
        ? lines.findLast((line) => isOf(nets, line, pair, ['resistance', 'continuity']))
        : live.findLast((line) => isOf(nets, line, pair) && setUpKey(line.conditions) === held);
    const expects = formatExpectation(pair.expect);
    return { ...pair, expects, ...(found ? { reading: found.event as Reading } : {}) };
  });
  const next = rows.find(({ reading }) => reading === undefined);
  const isComplete = rows.every(({ name, reading }) => name === 'earth' || reading !== undefined);
  return {
    rows,
    ...(next ? { next } : {}),
    ...(isComplete ? { outcome: judged(context, state, id, rows, nets) } : {}),
  };
}

function judged(
  { model }: VisitContext,
  state: VisitState,
  id: string,
  rows: readonly SupplyRow[],
  nets: Nets,
): SupplyVerdict {
  const readings = rows.flatMap(({ name, conductors, reading, from }): readonly PairReading[] => {
    const value = reading?.judgement.value;
    if (conductors === undefined || value === undefined || !reading) return [];
    const ends = endsOf(value, reading.judgement.interval);
    // Read the other way round, a DC voltage has the other sign.
    const isTurned = reading.function === 'dc-voltage' && !nets.joined(reading.from, from);
    return [
      {
        name,
        conductors,
        volts: isTurned ? -value : value,
        ends: isTurned ? { low: -ends.high, high: -ends.low } : ends,
      },
    ];
  });
  const calls = model.calls ?? [];
  return judgeSupply(model, id, {
    readings,
    isUnloaded: calls.length > 0 && calls.every((call) => state.conditions.calls?.[call.id] === 'off'),
    isEarthProven: rows.some(({ name, reading }) => name === 'earth' && reading?.judgement.verdict === 'within'),
  });
}

/** The event that keeps what a supply's readings come to; undefined while one is missing. */
export function supplyJudged(context: VisitContext, state: VisitState, id: string): SupplyJudged | undefined {
  const { rows, outcome } = supplyCheck(context, state, id);
  if (!outcome || !supplyOf(context.model, id)) return undefined;
  const rests = rows.flatMap(({ reading }) => (reading ? [reading.id] : []));
  return { type: 'supply-judged', supply: id, ...outcome, rests };
}

function isFigure(event: TrailLine['event'], standing: TrailLine['standing']): boolean {
  return (
    event.type === 'reading-taken' &&
    standing !== 'retracted' &&
    event.proof === undefined &&
    event.judgement.verdict !== 'invalid' &&
    event.judgement.value !== undefined
  );
}

function isOf(
  nets: Nets,
  { event }: TrailLine,
  pair: SupplyPair,
  functions: readonly string[] = [pair.function],
): boolean {
  if (event.type !== 'reading-taken' || !functions.includes(event.function)) return false;
  if (isDetached(event.from) || isDetached(event.to)) return false;
  if (pair.name === 'earth')
    return event.from !== event.to && nets.joined(event.from, pair.from) && nets.joined(event.to, pair.from);
  const isStraight = nets.joined(event.from, pair.from) && nets.joined(event.to, pair.to);
  return isStraight || (nets.joined(event.from, pair.to) && nets.joined(event.to, pair.from));
}
