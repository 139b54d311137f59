import { circumstanceWords, conditionEntries, restingState, USUAL, type Conditions } from '../../procedure';
import type { UnitModelDocument } from '../../unit-model';
import { conditionName, spoken } from './unmet';

/** What held, in few words: "mains on, mist called, plug X1 out". What is as it rests is not said. */
export function conditionWords(model: UnitModelDocument, conditions: Conditions): string {
  const {
    supplies = {},
    calls = {},
    connectors = {},
    leads = {},
    interlocks = {},
    covers = {},
    parts = {},
    positions = {},
    press = {},
    circumstances = {},
  } = conditions;
  const words = [
    ...Object.entries(supplies).map(([id, held]) => `${id} ${held.replaceAll('-', ' ')}`),
    ...Object.entries(calls).map(([id, held]) => (held === 'on' ? `${id} called` : `no ${id} call`)),
    ...conditionEntries({ connectors })
      .filter(({ state: held }) => held === 'out')
      .map((entry) => `${conditionName(model, entry)} out`),
    ...conditionEntries({ leads, interlocks, covers, parts, press })
      .filter(({ group, state: held }) => held !== restingState(group))
      .map((entry) => `${conditionName(model, entry)} ${entry.group === 'leads' ? 'off' : spoken(entry.state)}`),
    ...conditionEntries({ positions }).map((entry) => `${conditionName(model, entry)} at ${entry.state}`),
    ...conditionEntries({ circumstances })
      .filter(({ state: held }) => held !== USUAL)
      .map(({ id, state: held }) => circumstanceWords(id, held)),
  ];
  return words.join(', ');
}
