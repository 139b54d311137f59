import type { ResolutionFacts } from '../../expectation';
import { choiceAt, settingsOf } from '../../unit-model';
import type { VisitContext, VisitState } from '../record';

/** What the recorded positions of settings stand for, where the unit model says it. */
export function settingTimes(context: VisitContext, state: VisitState): ResolutionFacts {
  const positions = state.conditions.positions ?? {};
  const times = settingsOf(context.model).flatMap(({ address, setting }) => {
    const position = Object.hasOwn(positions, address) ? positions[address] : undefined;
    const value = position === undefined ? undefined : choiceAt(setting, position);
    return value === undefined ? [] : [[address, value] as const];
  });
  return { times: Object.fromEntries(times) };
}
