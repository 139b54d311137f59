import {
  formatReading,
  wireColourAt,
  type EventOf,
  type Verdict,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
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
  const here = visit.wireColours[id] ?? context.wireColours?.[id] ?? written;
  return { id, colour: here, ...(here === written ? {} : { instead: written }) };
}

/** A figure read with one probe at a terminal. */
export interface ReadingAt {
  readonly id: string;
  /** Probe A was here: the figure is this terminal's, against the other. */
  readonly isFrom: boolean;
  readonly value: string;
  readonly verdict: Verdict;
  /** Address of the other probe. */
  readonly other: string;
  readonly at: string;
}

/** What was read at a terminal, the newest first. */
export function readingsAt(visit: VisitState, address: string): readonly ReadingAt[] {
  const found: ReadingAt[] = [];
  for (const { event, standing } of visit.trail) {
    if (event.type !== 'reading-taken' || standing === 'retracted') continue;
    const reading = event as EventOf<'reading-taken'>;
    const ends = [reading.from, reading.to].map((end) => end.split('@')[0]);
    if (!ends.includes(address)) continue;
    const other = ends[0] === address ? reading.to : reading.from;
    const value = reading.reading ? formatReading(reading.reading) : reading.text;
    found.unshift({
      id: reading.id,
      isFrom: ends[0] === address,
      value,
      verdict: reading.judgement.verdict,
      other,
      at: reading.at,
    });
  }
  return found;
}

/** A terminal with what this visit knows of it. */
export interface TerminalView extends MapTerminal {
  readonly wireViews: readonly WireView[];
  readonly probe?: Probe;
  readonly last?: ReadingAt;
}

export function terminalView(
  context: VisitContext,
  visit: VisitState,
  terminal: MapTerminal,
  probe: Probe | undefined,
): TerminalView {
  const last = readingsAt(visit, terminal.address).find(({ isFrom }) => isFrom);
  return {
    ...terminal,
    wireViews: terminal.wires.map((wire) => wireView(context, visit, wire)),
    ...(probe ? { probe } : {}),
    ...(last ? { last } : {}),
  };
}
