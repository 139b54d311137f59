import { terminalLabel } from '../../unit-model';
import { askedReading, type Asked } from '../reading';
import type { VisitContext, VisitState } from '../record';
import { currentStep } from '../walking';
import { isForbidden, leadSign, pointsFor, type Points } from './asked-points';
import { possibleMethod } from './methods';
import { shouldWords, stepCaption } from './step-words';

/** How one measures, where there is a choice, and the time now where something is timed. */
export interface StandingOptions {
  readonly method?: string;
  readonly at?: string;
  /** The point of a chain that is preferred to the one offered. */
  readonly point?: string;
}

/** What somebody who stands at this step is told: by the page, from two metres, read aloud, and on the command line. */
export interface StandingAt {
  readonly caption: string;
  readonly text: string;
  readonly detail?: string;
  readonly asked?: Asked;
  /** Nowhere, where it must not be measured. */
  readonly points: Points;
  /** Each probe with where it goes, in words: "A+ on X1·3". */
  readonly probes: readonly { readonly probe: 'A' | 'B'; readonly sign: string; readonly label: string }[];
  /** What it should be: "20 to 28 V". Empty where nothing is read. */
  readonly should: string;
  /** Why it must not be measured yet, a sentence each. */
  readonly lacks: readonly string[];
  /** Nobody is led to the points. */
  readonly isForbidden: boolean;
}

/** What is said at the step a visit stands at; undefined where it stands at none. */
export function standingAt(
  context: VisitContext,
  state: VisitState,
  { method, at, point }: StandingOptions = {},
): StandingAt | undefined {
  const step = currentStep(context, state);
  if (!step) return undefined;
  const way = method ?? (step.kind === 'measurement' ? possibleMethod(context, state, step) : undefined);
  const asked = askedReading(context, state, way, at, point);
  const points = pointsFor(asked);
  return {
    caption: stepCaption(context, state),
    text: step.text ?? '',
    ...(step.kind === 'decide' || step.detail === undefined ? {} : { detail: step.detail }),
    ...(asked ? { asked } : {}),
    points,
    probes: probesAt(context, points),
    should: asked ? shouldWords(asked.expectation, asked.function) : '',
    lacks: lacksOf(asked),
    isForbidden: asked !== undefined && isForbidden(asked),
  };
}

function probesAt({ model }: VisitContext, { from, to, function: measured }: Points): StandingAt['probes'] {
  return (['A', 'B'] as const).flatMap((probe) => {
    const address = probe === 'A' ? from : to;
    if (!address || (probe === 'B' && from === to)) return [];
    return [{ probe, sign: leadSign(measured, probe) ?? '', label: terminalLabel(model, address) }];
  });
}

function lacksOf(asked: Asked | undefined): readonly string[] {
  const { unmet = [], refusal } = asked ?? {};
  return [...(refusal === undefined ? [] : [refusal]), ...unmet.map(({ words }) => `${words}.`)];
}

/** The step as it is read aloud: what it is, whether one must not measure yet, and where the probes go. */
export function spokenStep({ text, detail = '', lacks, probes }: StandingAt): string {
  const first = lacks.length > 0 ? ['Do not measure yet.', ...lacks] : [];
  return [text, detail, ...first, ...probes.map(({ probe, label }) => `${probe} on ${label}.`)].join(' ');
}
