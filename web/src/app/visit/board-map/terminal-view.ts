import {
  formatReading,
  terminalOf,
  wireColourAt,
  wireColourHere,
  type Conditions,
  type EventOf,
  type Verdict,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import type { Implied } from '../view/chain-implied';
import type { MapTerminal } from './map-layout';

export type Probe = 'A' | 'B';

/** A wire at a terminal with the colour it has here, and the model's where it differs. */
export interface WireView {
  readonly id: string;
  readonly colour: string;
  readonly instead?: string;
}

/** The colour a wire has on this unit: as seen on this visit, as on file, else as in the model. */
export function wireView(context: VisitContext, visit: Pick<VisitState, 'wireColours'>, id: string): WireView {
  const written = wireColourAt(context.model, id);
  const here = wireColourHere(context, visit, id);
  return { id, colour: here, ...(here === written ? {} : { instead: written }) };
}

/** A figure read with one probe at a terminal. */
export interface ReadingAt {
  readonly id: string;
  readonly here: string;
  /** Probe A was here: the figure is this terminal's, against the other. */
  readonly isFrom: boolean;
  readonly value: string;
  readonly verdict: Verdict;
  /** Address of the other probe. */
  readonly other: string;
  readonly at: string;
  readonly conditions: Conditions;
}

/** What was read at every terminal, by its address, the newest first. */
export function readingsByTerminal(visit: Pick<VisitState, 'trail'>): ReadonlyMap<string, readonly ReadingAt[]> {
  const known = byTrail.get(visit.trail);
  if (known) return known;
  const found = new Map<string, ReadingAt[]>();
  for (const { event, standing, conditions } of visit.trail) {
    if (event.type !== 'reading-taken' || standing === 'retracted') continue;
    for (const reading of endsOf(event, conditions)) {
      const at = found.get(reading.here) ?? [];
      found.set(reading.here, at);
      at.unshift(reading);
    }
  }
  byTrail.set(visit.trail, found);
  return found;
}

/** Asked for by every terminal drawn: a long log is gone through once. */
const byTrail = new WeakMap<VisitState['trail'], ReadonlyMap<string, readonly ReadingAt[]>>();

function endsOf(
  { id, from, to, reading, text, judgement, at }: EventOf<'reading-taken'>,
  conditions: Conditions,
): readonly ReadingAt[] {
  const value = reading ? formatReading(reading) : text;
  const read = { id, value, verdict: judgement.verdict, at, conditions };
  const [a = '', b = ''] = [from, to].map(terminalOf);
  return [
    { ...read, here: a, other: to, isFrom: true },
    ...(a === b ? [] : [{ ...read, here: b, other: from, isFrom: false }]),
  ];
}

/** A terminal with what this visit knows of it. */
export interface TerminalView extends MapTerminal {
  readonly wireViews: readonly WireView[];
  readonly probe?: Probe;
  /** Of the lead, where the sign matters. */
  readonly sign?: '+' | '−';
  readonly last?: ReadingAt;
  /** What follows for it from a chain, where it was not read itself. */
  readonly implied?: Implied;
}

export function terminalView(
  context: VisitContext,
  visit: VisitState,
  terminal: MapTerminal,
  probe: Probe | undefined,
  sign?: '+' | '−',
  implied?: Implied,
): TerminalView {
  const last = readingsByTerminal(visit)
    .get(terminal.address)
    ?.find(({ isFrom }) => isFrom);
  return {
    ...terminal,
    wireViews: terminal.wires.map((wire) => wireView(context, visit, wire)),
    ...(probe ? { probe } : {}),
    ...(sign ? { sign } : {}),
    ...(last ? { last } : implied ? { implied } : {}),
  };
}

/** Whether two views of one terminal look the same. */
export function looksSame(one: TerminalView, other: TerminalView): boolean {
  return (
    one.probe === other.probe &&
    one.sign === other.sign &&
    one.implied === other.implied &&
    one.last?.id === other.last?.id &&
    one.last?.verdict === other.last?.verdict &&
    one.wireViews.every(({ colour }, index) => colour === other.wireViews[index]?.colour)
  );
}
