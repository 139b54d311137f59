import { stateOf, USUAL } from '../procedure';
import { itemOf } from '../unit-model';
import type { TrailLine, VisitContext, VisitState } from '../visit';
import { linesOf, saidOf } from './answers';
import type { Asked, Check, CheckAnswer } from './check';
import type { Intervention } from './interventions';

/** What the charts say shows that a repair holds. */
export function chartChecks(state: VisitState): readonly Asked[] {
  return state.findings.flatMap((finding) => {
    const step = state.trail.find(({ event }) => event.id === finding.id)?.step;
    const sentences = (step?.kind === 'conclusion' && step.verify) || [];
    return sentences.map((words, place): Asked => ({
      ...byHand(state, { id: `chart:${finding.id}:${place}`, kind: 'chart', words }),
      demand: 'told',
    }));
  });
}

/** A code that was there stays away; one that shows again is a failure, whatever was said. */
export function codesCheck(state: VisitState, interventions: readonly Intervention[]): readonly Asked[] {
  const codes = linesOf(state, 'code-read');
  if (codes.length === 0) return [];
  const changed = interventions.findLast(({ mayCure }) => mayCure)?.index ?? -1;
  const back = codes.filter(({ index, event }) => index > changed && !event.stored && changed >= 0);
  const answers = back.map(({ index, line, event }): CheckAnswer => ({
    result: 'failed',
    index,
    line,
    reason: `Code ${event.code} is shown.`,
  }));
  return [
    byHand(
      state,
      { id: 'codes', kind: 'codes', words: 'No code comes back; the stored ones were read again' },
      answers,
    ),
  ];
}

/** Devices a temperature is regulated by. */
const REGULATES: ReadonlySet<string> = new Set(['rtd', 'ntc']);

/** What regulates is held against another instrument. */
export function setValueCheck({ model }: VisitContext, state: VisitState): readonly Asked[] {
  const isRegulated = state.findings.some(({ class: found, item }) => {
    const kind = item && model.devices.find(({ id }) => id === itemOf(model, item))?.kind;
    return found === 'control' || found === 'setting' || (kind !== undefined && REGULATES.has(kind));
  });
  return isRegulated
    ? [
        byHand(state, {
          id: 'set-value',
          kind: 'set-value',
          words: 'The set value is reached, by another instrument than its own',
        }),
      ]
    : [];
}

/** The circumstance that says who called. */
const CALLING = 'calling';

/** A jumper made the call: it has to come from where it comes from every day. */
export function ownControlCheck(context: VisitContext, state: VisitState): readonly Asked[] {
  const made = state.bypasses.flatMap(({ makes }) => makes ?? []);
  if (made.length === 0 && !state.trail.some(isCalledOtherwise)) return [];
  const names = [...new Set(made)].map((call) => context.model.calls?.find(({ id }) => id === call)?.name ?? call);
  const words = `It runs from its own control, without a jumper${names.length > 0 ? `: ${names.join(', ')}` : ''}`;
  const asked = byHand(state, { id: 'own-control', kind: 'own-control', words });
  const answers = asked.answers.map((answer): CheckAnswer =>
    answer.result === 'passed' && isCalledOtherwise(answer.line)
      ? { ...answer, result: 'unclear', reason: 'It was not called by its own control.' }
      : answer,
  );
  return [{ ...asked, answers }];
}

function isCalledOtherwise({ conditions }: Pick<TrailLine, 'conditions'>): boolean {
  return stateOf(conditions, 'circumstances', CALLING) !== USUAL;
}

function byHand(
  state: VisitState,
  check: Pick<Check, 'id' | 'kind' | 'words'>,
  answers: readonly CheckAnswer[] = [],
): Asked {
  return { check, answers: [...answers, ...saidOf(state, check.id)], demand: 'function' };
}
