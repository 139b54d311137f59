import { isOfMagnitude, type ResolvedExpectation } from '../../expectation';
import {
  isOverZeroBand,
  longestWayFrom,
  methodOf,
  outcomesOf,
  keyBeside,
  type MeasuredOutcome,
  type MeasuringMethod,
} from '../../procedure';
import { patternWords } from '../../path';
import { formatValue, FUNCTIONS, type MeasurementFunction, toldApart } from '../../quantity';
import { elementName, terminalLabel, type UnitModelDocument } from '../../unit-model';
import { VERDICT_WORDS, type Verdict } from '../../verdict';
import type { VisitContext, VisitState } from '../record';
import { conditionName, conditionWords, currentStep, settle, stepOf, type Unmet } from '../walking';

/** "Step 8 of up to 19 · AC volts". */
export function stepCaption(context: VisitContext, state: VisitState): string {
  const step = currentStep(context, state);
  const procedure = context.procedures[state.procedure ?? ''];
  if (!step || !procedure || state.step === undefined) return '';
  const walked = Object.values(state.walks).reduce((sum, times) => sum + times, 0);
  const most = walked + longestWayFrom(procedure, state.step);
  const method = step.kind === 'measurement' && !step.measure.proofOfDead ? methodOf(step).function : undefined;
  const kind = {
    action: 'do',
    observation: 'look',
    measurement: 'proof of dead',
    conclusion: 'finding',
    decide: '',
    matrix: 'jump and look',
  }[step.kind];
  return `Step ${walked + 1} of up to ${most} · ${method ? FUNCTIONS[method].name : kind}`;
}

/** What holds while a step is walked, in few words: "mains on, mist called". */
export function conditionsWords({ model }: VisitContext, { conditions }: Pick<VisitState, 'conditions'>): string {
  return conditionWords(model, conditions);
}

export interface VerdictWords {
  readonly verdict: Verdict;
  readonly meaning: string;
  /** What the chart says it points at or clears. */
  readonly points: string;
  /** Where the chart goes from here. */
  readonly next: string;
}

/** What is said where ohms are possible although something is live; undefined where nothing is, or they are not. */
export function cutOffWords(
  { conditions }: Pick<VisitState, 'conditions'>,
  asked: { readonly isCutOff?: boolean } | undefined,
): string | undefined {
  const isDead = Object.values(conditions.supplies ?? {}).every(
    (state) => state === 'proven-dead' || state === 'plug-out',
  );
  return asked?.isCutOff && !isDead
    ? 'Cut off by plugs and leads as they stand: nothing feeds these two points. The rest is live: keep to them.'
    : undefined;
}

/** What still has to be made so, in few words: "proven dead, plug X1 out". */
export function needsWords(model: UnitModelDocument, unmet: readonly Unmet[]): string {
  const words = unmet.map(({ group, id, state, words: whole }) => {
    if (group === 'repaired' || group === 'after') return whole;
    if (state === 'proven-dead') return 'proven dead';
    if (group === 'supplies') return `${id.replaceAll('-', ' ')} ${state}`;
    if (group === 'calls') return state === 'on' ? `${id.replaceAll('-', ' ')} called` : `no ${id} call`;
    return `${conditionName(model, { group, id })} ${state.replaceAll('-', ' ')}`;
  });
  return [...new Set(words)].join(', ');
}

/**
 * What the meter's display says behind the digits: "V AC", "MΩ".
 *
 * @example displayUnit('insulation') // "MΩ"
 * @example displayUnit('ac-voltage') // "V AC"
 */
export function displayUnit(measured: MeasurementFunction): string {
  const { unit, prefix } = FUNCTIONS[measured];
  const letter = prefix === 6 ? 'M' : prefix === -6 ? 'µ' : '';
  const current = measured.startsWith('ac-') ? ' AC' : measured.startsWith('dc-') ? ' DC' : '';
  return `${letter}${unit}${current}`;
}

/** The band in few words, for the slot: "closed, 0 to 1 V". */
export function shouldWords(expectation: ResolvedExpectation, measured: MeasurementFunction): string {
  const { low, high, unit, words, judgeable, alternatives } = expectation;
  if (!judgeable || alternatives) return words;
  if (words === 'nothing') return `nothing: under ${formatValue(high, unit, 3)}`;
  const isState = ['present', 'absent', 'closed', 'open'].includes(words);
  const band = isOfMagnitude(expectation)
    ? `at most ±${formatValue(high, unit, 4)}`
    : Number.isFinite(low) && Number.isFinite(high)
      ? low === 0 && FUNCTIONS[measured].neverNegative
        ? `0 to ${formatValue(high, unit, 4)}`
        : toldApart([low, high], unit, 4).join(' to ')
      : Number.isFinite(high)
        ? `at most ${formatValue(high, unit, 4)}`
        : `at least ${formatValue(low, unit, 4)}`;
  return isState ? `${words}, ${band}` : band;
}

/** What a verdict means at the current step, and where `target` leads from it: no more than the chart says. */
export function verdictWords(
  context: VisitContext,
  state: VisitState,
  outcome: MeasuredOutcome,
  target: string | undefined,
  method?: string,
): VerdictWords {
  const { verdict } = outcome;
  const step = currentStep(context, state);
  if (step?.kind !== 'measurement') return { verdict, meaning: VERDICT_WORDS[verdict].meaning, points: '', next: '' };
  const overZero = isOverZeroBand(methodOf(step, method));
  const outcomes = outcomesOf(step, method);
  const named = (field: 'implicates' | 'clears'): string => {
    const map = outcomes[field] ?? {};
    const key = keyBeside(outcomes.branches, map, outcome, overZero);
    return (key === undefined ? [] : (map[key] ?? []))
      .map((reference) => elementName(context.model, reference))
      .join(', ');
  };
  const implicated = named('implicates');
  const cleared = named('clears');
  // What it points at is what matters; what it clears as well is read in the evidence.
  const points = implicated ? `Points at: ${implicated}.` : cleared ? `Clears: ${cleared}.` : '';
  const at = target === undefined ? undefined : settle(context, state, target);
  const next = at === undefined ? '' : (stepOf(context, state, at)?.text ?? '');
  const meaning =
    outcome.pattern === undefined
      ? meaningOf(context, methodOf(step, method), verdict)
      : `${step.measure.chain ? 'It comes to' : 'Together'}: ${patternWords(context.model, outcome.pattern)}.`;
  return { verdict, meaning, points, next };
}

/** Said of the two points where the expectation is a state: "open between X1·3 and X1·4", no more than that. */
function meaningOf(
  context: VisitContext,
  { expect, from, to, function: measured }: MeasuringMethod,
  verdict: Verdict,
): string {
  if (expect?.kind !== 'state' || from === undefined || to === undefined) return VERDICT_WORDS[verdict].meaning;
  const between = `between ${terminalLabel(context.model, from)} and ${terminalLabel(context.model, to)}`;
  if (expect.is === 'closed' && (verdict === 'high' || verdict === 'open')) return `Open ${between}.`;
  if (expect.is === 'closed' && verdict === 'within') {
    return FUNCTIONS[measured ?? 'resistance'].needsDead
      ? `Closed ${between}.`
      : `Closed ${between}, or nothing arrives there.`;
  }
  if (expect.is === 'present' && verdict === 'absent') return `Nothing ${between}.`;
  if (expect.is === 'present' && verdict === 'within') return `Voltage stands ${between}.`;
  return VERDICT_WORDS[verdict].meaning;
}
