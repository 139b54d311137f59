import { formatReading, FUNCTIONS, type MeasurementFunction, type Reading } from '../../quantity';
import { conditionsDuring, methodOf, type WalkableStep } from '../../procedure';
import { betweenLabel, terminalLabel, type ConductorPair } from '../../unit-model';
import type { JointJudgement, Judgement } from '../../verdict';
import { readingTitle } from '../evidence';
import {
  measuredOutcome,
  type EventEnvelope,
  type EventKind,
  type Grade,
  type LineOf,
  type RecordedExpectation,
  type VisitContext,
} from '../record';
import { isDeniedByFigure, suppliesOfOutcomes } from '../safety';
import { conditionWords } from '../walking';
import { afterMeasured } from './after-measured';
import { dotted, spoken } from './words';

export interface ReadingTaken {
  readonly type: 'reading-taken';
  readonly step?: string;
  readonly method?: string;
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** What was typed, kept as typed. */
  readonly text: string;
  /** Missing when someone passed a judgement and kept no figure. */
  readonly reading?: Reading;
  readonly judgement: Judgement;
  readonly expectation?: RecordedExpectation;
  /** A free reading's expectation as it was typed. */
  readonly expects?: string;
  /** The reading that is taken for this step: a free one, or the last of those that have decided a chain. */
  readonly adopts?: string;
  /** Which part of a set, or which of several looks. */
  readonly part?: string;
  /** What the set came to; on the last of its parts. */
  readonly joint?: JointJudgement;
  /** Read in the meter's mode that loads the circuit. */
  readonly isLowImpedance?: boolean;
  /** Where the verdict leads; missing when the position stays. */
  readonly next?: string;
  readonly grade: Grade;
  readonly meter?: string;
  /** For one pair of a proof of dead. */
  readonly proof?: ProofPart;
}

export interface ProofPart extends Pick<ConductorPair, 'supply' | 'name'> {
  readonly current: 'ac' | 'dc';
}

export const readingTaken: EventKind<ReadingTaken> = {
  apply(context, state, event) {
    const { step, next } = event;
    if (step === undefined || next === undefined) return state;
    return afterMeasured(context, state, { ...event, step, next }, measuredOutcome(event));
  },
  supplies: (_context, _state, { event, step }) => (event.next === undefined ? [] : suppliesOfOutcomes(step)),
  disturbsProof: () => false,
  fallsWith: ({ adopts }) => adopts,
  words(context, _state, line) {
    const { event, step } = line;
    return {
      kind: 'reading',
      title: event.part === undefined ? readingTitle(context, line) : partTitle(context, step, event),
      detail: dotted(
        event.part === undefined ? '' : step?.text,
        event.method === undefined ? '' : spoken(event.method),
        event.isLowImpedance ? 'low-impedance mode' : '',
        event.step === undefined ? 'free reading' : event.adopts === undefined ? '' : 'taken from a free reading',
      ),
      value: event.reading ? formatReading(event.reading) : event.text,
      verdict: event.judgement.verdict,
      more: [
        event.judgement.sentence,
        ...(isDeniedByFigure(event) ? [DENIED] : []),
        ...methodWords(step, event.method),
        ...heldWords(context, line),
        event.from === event.to
          ? `At ${terminalLabel(context.model, event.from)}`
          : `A on ${terminalLabel(context.model, event.from)}, B on ${terminalLabel(context.model, event.to)}`,
        ...deadWords(line),
        ...(event.meter ? [`Meter: ${context.meters[event.meter]?.name ?? event.meter}`] : []),
      ],
    };
  },
};

const DENIED = 'The record says within, and the figure itself lies outside: it proves nothing';

/** Under what it was read. */
function heldWords(
  { model }: VisitContext,
  { step, conditions }: LineOf<EventEnvelope & ReadingTaken>,
): readonly string[] {
  const held = conditionWords(
    model,
    step === undefined || step.kind === 'decide' ? conditions : conditionsDuring(step, conditions),
  );
  return held === '' ? [] : [`With ${held}`];
}

/** Ohms rest on a proof that gets older. */
function deadWords({ event, provenAt }: LineOf<EventEnvelope & ReadingTaken>): readonly string[] {
  if (!FUNCTIONS[event.function].needsDead || provenAt === undefined) return [];
  const minutes = Math.round((Date.parse(event.at) - Date.parse(provenAt)) / 60_000);
  return [`Proven dead ${minutes < 1 ? 'within the minute' : `${minutes} min`} before`];
}

/** How it was measured, and what that way cannot tell. */
function methodWords(step: WalkableStep | undefined, name: string | undefined): readonly string[] {
  if (name === undefined || step?.kind !== 'measurement') return [];
  const { proves, provesLess } = methodOf(step, name);
  const claim = [proves && `proves ${proves}`, provesLess && `but ${provesLess}`].filter(Boolean).join(', ');
  return [`Measured ${spoken(name)}${claim === '' ? '' : `: ${claim}`}`];
}

/** "leg 1 to neutral", "before 1". */
function partTitle(
  { model }: VisitContext,
  step: WalkableStep | undefined,
  { part = '', from, to }: ReadingTaken,
): string {
  if (step?.kind === 'measurement' && step.measure.chain) return betweenLabel(model, from, to);
  const named = step?.kind === 'measurement' ? step.measure.set?.find(({ id }) => id === part)?.name : undefined;
  return named ?? spoken(part);
}
